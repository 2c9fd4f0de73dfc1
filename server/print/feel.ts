import { NO_APPROVAL, STANDING } from '@kerabat/core/named/caution';
import { cellWords, feelSummary, feelVerdictWords } from '@kerabat/core/tell/words';
import {
  type Case,
  caseTable,
  compareFeel,
  type FeelLimits,
  saidOnce,
  type SetUp,
  summaryOf,
  type Vehicle,
} from '@kerabat/core/work/feel';
import { chartSvg } from './chart.js';
import { heading, type Printed, WIDTH } from './sheet.js';

/** What is printed of a comparison. */
export interface FeelPaper {
  readonly title?: string;
  readonly ratios: readonly string[];
  readonly assumed: readonly string[];
  readonly vehicle: Vehicle;
  readonly setUps: readonly { readonly name: string; readonly setUp: SetUp }[];
  readonly cases: readonly Case[];
  readonly efforts: readonly number[];
  readonly limits: FeelLimits;
}

/**
 * A comparison on paper, for whoever pays for it: the answer in words, then ratios, pictures, cases, what is to be
 * said, what it rests on.
 */
export function feelSheet({ title, ratios, assumed, vehicle, setUps, cases, efforts, limits }: FeelPaper): Printed {
  const compared = compareFeel(
    vehicle,
    setUps.map(({ setUp }) => setUp),
    cases,
    efforts,
    limits,
  );
  const all = setUps.map(({ name, setUp }, i) => ({ name, vehicle, setUp, cases: compared[i] ?? [] }));
  const [first, ...others] = all;
  const answers = others.map(({ name, setUp }) => ({
    text:
      `${name}, beside ${first?.name ?? ''}: ` +
      `${feelSummary(summaryOf(vehicle, (first ?? all[0])?.setUp as SetUp, setUp, limits))}`,
    bold: true,
    fontSize: 11,
    margin: [0, 0, 0, 4],
  }));
  const curves = (y: (point: (typeof compared)[number][number]['points'][number]) => number | undefined) =>
    all.map(({ name, cases: [plain] }) => ({
      name,
      points: (plain?.points ?? []).flatMap((p): (readonly [number, number])[] => {
        const value = y(p);
        return value === undefined ? [] : [[p.pedalForce, value]];
      }),
    }));
  const pictures = [
    { words: 'deceleration, g', curves: curves((p) => p.deceleration) },
    { words: 'pedal travel, mm', curves: curves((p) => p.pedalTravel) },
  ].filter((picture) => picture.curves.some(({ points }) => points.length > 1));
  const said = saidOnce(all, cases);
  return {
    title: 'What the change does at the pedal',
    about: title ?? '',
    foot: title ?? 'Comparison',
    content: [
      ...answers,
      ...(ratios.length === 0 ? [] : [heading('Ratios, which need neither friction nor mass'), { ul: ratios }]),
      ...(pictures.length === 0
        ? []
        : [
            heading('Over the push on the pedal, in newtons'),
            {
              columns: pictures.map(({ words, curves: lines }) => ({
                svg: chartSvg(lines, { width: WIDTH / 2 - 6, height: 170, x: 'pedal force, N', y: words }),
                width: WIDTH / 2,
              })),
            },
          ]),
      heading(
        `Case by case: an everyday stop of ${limits.everyday} g, and the hardest push of ${efforts.at(-1) ?? 0} N`,
      ),
      table(
        all.map(({ name }) => name),
        caseTable(all, cases, limits),
        cases,
      ),
      ...(said.length === 0
        ? []
        : [
            heading('To be said of it'),
            {
              ul: said.map(
                ({ verdict, setUp, where, also }) =>
                  `${setUp}${where === '' ? '' : `, ${where}`}: ` +
                  `${feelVerdictWords(verdict)}${also.length === 0 ? '' : ` So too: ${also.join(', ')}.`}`,
              ),
            },
          ]),
      ...(assumed.length === 0
        ? []
        : [heading('Figures rest on these values, which nobody measured'), { ul: assumed, fontSize: 8.5 }]),
    ],
    cautions: [STANDING, NO_APPROVAL],
  };
}

const table = (names: readonly string[], rows: ReturnType<typeof caseTable>, cases: readonly Case[]): unknown => ({
  layout: 'lightHorizontalLines',
  fontSize: 8.5,
  table: {
    headerRows: 1,
    dontBreakRows: true,
    widths: ['*', ...names.flatMap(() => ['auto', 'auto', 'auto'])],
    body: [
      ['', ...names.flatMap((name) => [`${name}: takes`, 'reaches', 'locks first'])],
      ...rows.map(({ name, cells }, i) => [
        name === '' ? 'as it is' : name,
        ...cells.flatMap((cell) => cellWords(cell, cases[i]?.lost === 'front' || cases[i]?.lost === 'rear')),
      ]),
    ],
  },
});
