import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { openSync, type Font } from 'fontkit';
import { lookup } from '@kerabat/core/base/lookup';

const require = createRequire(import.meta.url);

/**
 * The faces a text is set in, the first that has its letters: our own, then the fallback for the rest of Latin, Greek
 * and Cyrillic.
 */
const FACES: Readonly<Record<'Text' | 'Mono', readonly (readonly [string, string])[]>> = {
  Text: [
    ['atkinson-hyperlegible-next', 'latin'],
    ['atkinson-hyperlegible-next', 'latin-ext'],
  ],
  Mono: [
    ['atkinson-hyperlegible-mono', 'latin'],
    ['atkinson-hyperlegible-mono', 'latin-ext'],
  ],
};
const FALLBACK = ['latin', 'latin-ext', 'vietnamese', 'greek', 'greek-ext', 'cyrillic', 'cyrillic-ext'].map(
  (part) => ['noto-sans', part] as const,
);

export type Family = keyof typeof FACES;
const facesOf = (family: Family): readonly (readonly [string, string])[] => [...FACES[family], ...FALLBACK];
const nameOf = ([name, part]: readonly [string, string]): string => `${name} ${part}`;
const fileOf = ([name, part]: readonly [string, string], weight: number): string =>
  join(dirname(require.resolve(`@fontsource/${name}/package.json`)), 'files', `${name}-${part}-${weight}-normal.woff`);

/** Every face by its name, as the printer wants it. */
export const fonts = (): Record<string, { normal: string; bold: string }> =>
  Object.fromEntries(
    [...FACES.Text, ...FACES.Mono, ...FALLBACK].map((face) => [
      nameOf(face),
      { normal: fileOf(face, 400), bold: fileOf(face, 700) },
    ]),
  );

/** Where a text begins that says no face of its own. */
export const STANDARD_FACE = 'atkinson-hyperlegible-next latin';

const open = new Map<string, Font>();
function faceOf(face: readonly [string, string]): Font {
  const file = fileOf(face, 400);
  const known = open.get(file);
  if (known) return known;
  const font = openSync(file) as Font;
  open.set(file, font);
  return font;
}

export interface Run {
  readonly text: string;
  readonly font: string;
}

/** Signs that no face has and that can be written otherwise. */
const OTHERWISE: Readonly<Record<string, string>> = {
  '≡': '=',
  '≤': '<=',
  '≥': '>=',
  '″': '"',
  '′': "'",
  '→': '->',
  '≈': '~',
  '\u202f': ' ',
};

const letters = new Intl.Segmenter('en', { granularity: 'grapheme' });

/**
 * A text as runs of one face each. A letter with its marks stays together. What no face has stands as its code in
 * brackets, and `missing` hears of it.
 */
export function runsOf(text: string, family: Family, missing: (letter: string) => void): Run[] {
  const faces = facesOf(family);
  const runs: { text: string; font: string }[] = [];
  const add = (piece: string, font: string): void => {
    const last = runs.at(-1);
    if (last?.font === font) last.text += piece;
    else runs.push({ text: piece, font });
  };
  const written = text.normalize('NFC').replace(/[≡≤≥″′→≈\u202f]/g, (sign) => lookup(OTHERWISE, sign) ?? sign);
  for (const { segment } of letters.segment(written)) {
    const points = [...segment].map((c) => c.codePointAt(0) ?? 0);
    const face =
      segment === '\n'
        ? faces[0]
        : faces.find((one) => points.every((point) => faceOf(one).hasGlyphForCodePoint(point)));
    if (face) add(segment, nameOf(face));
    else {
      missing(segment);
      add(
        `[${points.map((p) => `U+${p.toString(16).toUpperCase().padStart(4, '0')}`).join(' ')}]`,
        nameOf(faces[0] ?? ['', '']),
      );
    }
  }
  return runs;
}
