import { valueWords } from '@kerabat/core/named/attribute';
import type { UnitDesign } from '@kerabat/core/named/unit';
import { type Drawing, keyOf, partDrawing } from '@kerabat/core/tell/drawing';
import type { LabelSize } from './drawing';

/** The drawing of a unit with what is recorded of it at its places, as short as a drawing wants it. */
export function drawnUnit({ kind, facts }: Pick<UnitDesign, 'kind' | 'facts'>): {
  readonly drawing: Drawing;
  readonly values: ReadonlyMap<string, string>;
  readonly labels: ReadonlyMap<string, LabelSize>;
  /** The same as a list, in the order of their numbers. */
  readonly list: readonly { readonly key: string; readonly words: string; readonly value: string }[];
} {
  const drawing = partDrawing(kind, facts);
  const known = new Map(
    facts.flatMap((f): [string, string][] =>
      f.value === null
        ? []
        : [[keyOf(f.attribute, f.position), valueWords(f.attribute, f.value).split(' · ')[0] ?? '']],
    ),
  );
  const told = drawing.views.flatMap((view) => [...view.dimensions, ...view.marks]);
  const values = new Map(told.flatMap(({ key }) => (known.has(key) ? [[key, known.get(key) ?? ''] as const] : [])));
  const labels = new Map([...values].map(([key, words]) => [key, { width: words.length * 8 + 10, height: 22 }]));
  const words = new Map(told.map((one) => [one.key as string, one.words]));
  const list = [...values].map(([key, value]) => ({ key, words: words.get(key) ?? key, value }));
  return { drawing, values, labels, list };
}
