import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { STANDARD_SETTINGS } from '../../named/settings/index.js';
import type { Fact, UnitDesign } from '../../named/unit/index.js';
import type { Evidence } from '../../vehicle/reading/index.js';
import { readBenchLine } from './bench-line.js';
import { expectedGain } from './gain.js';
import { poolOf } from './pool.js';
import { type Identification, identify } from './rank.js';

/** Units with some of their facts missing, as catalogues have them. */
const units = fc.array(
  fc.record(
    {
      bore: fc.constantFrom(19.05, 22.225, 23.8125, 25, 25.4, 26.9875, 27),
      'bore-form': fc.constantFrom('straight', 'stepped'),
      'casting-number': fc.constantFrom('44719', '44802', '44791'),
      'label-code': fc.constantFrom('KD', 'KE', 'K0'),
      'port-count': fc.constantFrom(1, 2, 3),
      'stud-spacing': fc.constantFrom(80, 86, null),
    },
    { requiredKeys: [] },
  ),
  { minLength: 1, maxLength: 8 },
);
const designs = (list: readonly object[]): UnitDesign[] =>
  list.map((facts, i) => ({
    id: `u${i}`,
    kind: 'brake-master',
    name: `u${i}`,
    maker: 'Ardfrith',
    facts: Object.entries(facts).map(
      ([attribute, value]) => ({ attribute, value: value as Fact['value'], source: 'test' }) as Fact,
    ),
  }));
const lines = [
  'cast 44719',
  'cast 4471g',
  'form stepped',
  'bore 23.8 cal',
  'bore 25.2 cal',
  'bore 40 mic',
  'label KO',
  'ports 2',
  'studs 80',
  'mouth 22.2 cal',
  'bore mark 27',
];
const some = fc.subarray(lines, { minLength: 0 });
const bench = (line: string): Evidence => {
  const read = readBenchLine(line);
  if (!read.recognised) throw new Error(read.problem);
  return read.evidence;
};
const asked = (list: readonly object[], chosen: readonly string[]): Identification => {
  const fitted = [{ unitId: 'u0', builtFrom: null, builtTo: null, option: null }];
  return identify(poolOf(designs(list)), { evidence: chosen.map(bench), fitted, settings: STANDARD_SETTINGS });
};
const shares = (answer: Identification): Map<string, number> =>
  new Map([...answer.candidates, ...answer.eliminated].map((c) => [c.unitId, c.probability]));
const alike = (a: Identification, b: Identification): void => {
  for (const [id, share] of shares(a)) expect(shares(b).get(id)).toBeCloseTo(share, 9);
  expect(b.verdict).toBe(a.verdict);
};

describe('laws of evidence', () => {
  it('probabilities sum to one, and every unit is somewhere', () => {
    fc.assert(
      fc.property(units, some, (list, chosen) => {
        const answer = asked(list, chosen);
        expect([...shares(answer).values()].reduce((sum, p) => sum + p, 0)).toBeCloseTo(1, 9);
        expect(shares(answer).size).toBe(list.length);
        expect(answer.entropyBits).toBeGreaterThanOrEqual(-1e-9);
        expect(answer.entropyBits).toBeLessThanOrEqual(Math.log2(list.length) + 1e-9);
      }),
    );
  });
  it('the order of evidence does not matter', () => {
    fc.assert(
      fc.property(units, some, (list, chosen) => alike(asked(list, chosen), asked(list, [...chosen].reverse()))),
    );
  });
  it('withdrawing a piece of evidence restores what was there before it', () => {
    fc.assert(
      fc.property(units, some, fc.constantFrom(...lines), (list, chosen, more) => {
        const before = asked(list, chosen);
        const withMore = [...chosen, more];
        asked(list, withMore);
        alike(before, asked(list, withMore.slice(0, -1)));
      }),
    );
  });
  it('evidence that no unit records changes nothing', () => {
    fc.assert(
      fc.property(units, some, (list, chosen) =>
        alike(asked(list, chosen), asked(list, [...chosen, 'clevis 8 cal', 'threads showing 4', 'option H4'])),
      ),
    );
  });
  it('a check is never expected to tell less than nothing, nor more than there is to know', () => {
    fc.assert(
      fc.property(units, some, (list, chosen) => {
        const answer = asked(list, chosen);
        for (const check of answer.nextChecks) {
          expect(check.gainBits).toBeGreaterThan(0);
          expect(check.gainBits).toBeLessThanOrEqual(answer.entropyBits + 1e-9);
        }
        const p = new Float64Array(list.length).fill(1 / list.length);
        for (const column of poolOf(designs(list)).columns.values())
          expect(expectedGain(column, p, 0.03, STANDARD_SETTINGS)).toBeGreaterThanOrEqual(0);
      }),
    );
  });
  it('the same question has the same answer, to the last bit', () => {
    fc.assert(
      fc.property(units, some, (list, chosen) => {
        expect(asked(list, chosen)).toEqual(asked(list, chosen));
      }),
    );
  });
});
