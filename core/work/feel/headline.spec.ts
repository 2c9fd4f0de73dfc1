import fc from 'fast-check';
import { expect, it } from 'vitest';
import { runs } from '../../../tools/seeds.js';
import { feelSummary, feelVerdictWords } from '../../tell/words/index.js';
import { compareFeel } from './compare.js';
import { summaryOf } from './summary.js';
import { worstOf } from './table.js';
import type { Case } from './types.js';
import { LIMITS, setUps, vehicles } from './vehicles.testing.js';

/** What is told first of a set-up is the gravest of what its own table says, in whichever case that is. */

const CASES: readonly Case[] = [
  { name: 'dry' },
  { name: 'wet', grip: 0.4 },
  { name: 'front lost', lost: 'front' },
  { name: 'faded', friction: 0.6 },
];
const EFFORTS = [0, 100, 200, 300, 400, 500];

it('the gravest of all cases is in the headline with its case, and nothing is where nothing stops it', () => {
  let [plain, elsewhere, none] = [0, 0, 0];
  fc.assert(
    fc.property(vehicles, setUps, (vehicle, setUp) => {
      const [compared = []] = compareFeel(vehicle, [setUp], CASES, EFFORTS, LIMITS);
      const stops = compared.flatMap(({ verdicts }) => verdicts.filter(({ weight }) => weight === 'stop'));
      const worst = worstOf(compared, CASES);
      const summary = summaryOf(vehicle, setUp, setUp, LIMITS);
      const told = feelSummary({ ...summary, worst });
      if (!worst) {
        expect(stops).toEqual([]);
        expect(told).toBe(feelSummary(summary));
        none++;
        return;
      }
      // Of one code the least deceleration, whichever case it stands in.
      for (const { code, values } of stops)
        if (code === worst.verdict.code && values['deceleration'] !== undefined)
          expect(worst.verdict.values['deceleration']).toBeLessThanOrEqual(values['deceleration']);
      const words = feelVerdictWords(worst.verdict).slice(1);
      if (worst.where === '' && worst.verdict.code === 'rear-first') expect(told).toContain('rear first from');
      else expect(told).toContain(words);
      if (worst.where === '') plain++;
      else {
        expect(told).toContain(`“${worst.where}”`);
        elsewhere++;
      }
    }),
    { numRuns: runs(120) },
  );
  expect(Math.min(plain, elsewhere, none)).toBeGreaterThan(0);
});
