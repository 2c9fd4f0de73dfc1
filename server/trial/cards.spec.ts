import { afterAll, describe, expect, it } from 'vitest';
import { jobsBegun } from '../testing/begun.js';

/** The work card follows the job: no step names a part that neither the vehicle as it is nor as it will be has. */

const { jobs, close } = jobsBegun('cards', 24);
afterAll(close);

/** A word of a step, and the kinds of parts of which one has to be there. */
const NAMES: readonly (readonly [RegExp, readonly string[]])[] = [
  [/\bpedal\b/i, ['pedal']],
  [/\bbooster\b/i, ['booster']],
  [/\bbulkhead\b/i, ['bulkhead']],
  [/\bcalipers?\b/i, ['caliper']],
  [/\bdiscs?\b/i, ['disc', 'caliper']],
  [/\bslave\b/i, ['slave']],
  [/\b(gears?|release fork|clutch)\b/i, ['clutch-master', 'slave', 'fork']],
  [/\bvacuum\b/i, ['booster']],
];

describe('work cards', () => {
  it('name only what is there', async () => {
    let [steps, named] = [0, 0];
    const wrong: string[] = [];
    for (const begun of jobs) {
      const w = await begun.shop.workOut(begun.start().base());
      const clutch = begun.spec.slot === 'clutch-master' || begun.spec.slot === 'slave';
      // The pedal of the clutch is none of the brakes.
      const kinds = new Set(
        w.chain.parts.flatMap(({ id, kind }) =>
          kind === 'pedal' && (id === 'clutch-pedal') !== clutch ? [] : [String(kind)],
        ),
      );
      for (const { words, key } of w.workCard) {
        steps += 1;
        for (const [word, some] of NAMES) {
          if (!word.test(words)) continue;
          named += 1;
          if (!some.some((kind) => kinds.has(kind)))
            wrong.push(`${begun.spec.request} ${begun.spec.conversion ?? begun.spec.slot}: ${key}: ${words}`);
        }
      }
    }
    expect([...new Set(wrong)]).toEqual([]);
    expect(steps).toBeGreaterThan(100);
    expect(named).toBeGreaterThan(50);
  });
});
