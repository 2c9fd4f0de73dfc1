import { lookup } from '../../base/lookup/index.js';
import { ITEMS } from '../../named/item/index.js';
import { factOf, type UnitDesign } from '../../named/unit/index.js';
import { type BoxItem, PRESENCES } from '../../vehicle/chain/index.js';
import { readSubject } from '../subject.js';
import type { SlotInput } from './choose.js';
import type { JobReads } from './reads.js';
import type { BoxRecord } from './records.js';

/** What lies in the box of a unit: as its list says it, and as the supplier answered. */

/** The names under which boxes hold small parts, as items, where a list does not say the kind. */
const ITEM_OF: Readonly<Record<string, BoxItem['item']>> = {
  'reservoir with cap': 'reservoir',
  reservoir: 'reservoir',
  boot: 'boot',
  rod: 'rod',
  'seal ring': 'booster-seal',
  'pressure sensor': 'sensor',
  sensor: 'sensor',
  'bench-bleed hose': 'bench-bleed',
  nuts: 'nut',
  plugs: 'plug',
  'blanking plugs': 'plug',
};
/** What a line of a box is; undefined when nobody knows. */
export const itemOfBox = ({ item, kind }: Pick<BoxRecord, 'item' | 'kind'>): BoxItem['item'] | undefined =>
  kind === '' ? lookup(ITEM_OF, item) : kind;
const PRESENCE = { included: 'with', 'left-out': 'without', unknown: 'not-known' } as const;

/** Reservoirs that are a part of their own, in the box or not. */
const APART: readonly unknown[] = ['clipped', 'pinned', 'screwed'];

/**
 * What the box of a number holds, as its list says it and the supplier answered; a reservoir that the unit has and no
 * list speaks of is not known to be in it.
 */
export function boxOf(
  chosen: UnitDesign,
  ordered: string | undefined,
  slot: string,
  input: Pick<SlotInput, 'decisions'>,
  reads: JobReads,
): BoxItem[] {
  const number = ordered ?? reads.numbersOf(chosen.id)[0];
  if (number === undefined) return [];
  const listed = reads.box(chosen.id, number).flatMap((row): BoxItem[] => {
    const item = itemOfBox(row);
    if (item === undefined) return [];
    const { presence, quantity, thread, size } = row;
    return [
      {
        item,
        presence: PRESENCE[presence],
        ...(quantity === null ? {} : { quantity }),
        ...(thread === null ? {} : { thread }),
        ...(size === null ? {} : { sizeMm: size }),
      },
    ];
  });
  const answered = new Map(
    input.decisions.flatMap(({ subject: text, value }) => {
      const subject = value && readSubject(text);
      const said = PRESENCES.find((presence) => presence === value?.choice);
      const item =
        subject?.about === 'box' && subject.slot === slot ? ITEMS.find((i) => i === subject.item) : undefined;
      return item && said ? [[item, said] as const] : [];
    }),
  );
  const silent = APART.includes(factOf(chosen.facts, 'reservoir')?.value) ? (['reservoir'] as const) : [];
  const unlisted = [...new Set([...answered.keys(), ...silent])].filter(
    (item) => !listed.some((one) => one.item === item),
  );
  return [...listed, ...unlisted.map((item): BoxItem => ({ item, presence: 'not-known', quantity: 1 }))].map((one) => ({
    ...one,
    presence: answered.get(one.item) ?? one.presence,
  }));
}
