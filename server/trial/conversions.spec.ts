import { describe, expect, it } from 'vitest';
import { worldOf } from '@kerabat/core/simulate';
import { CONVERSIONS } from '@kerabat/core/work/conversion';
import { seenThrough } from '../testing/seen-through.js';
import type { JobSpec } from './spec.js';
import type { Workshop } from './workshop.js';

/**
 * Every conversion, and several in one job, come from the request to a verdict by answering what is asked: nothing is
 * asked that nobody can say, nothing twice, and nothing stays open for want of a question.
 */

const { open, follow } = seenThrough();

/** Drawn nowhere: it changes hoses alone, and the demo has it. */
const NOT_SIMULATED = ['raised'];
const PAIRS = [
  ['larger-calipers', 'sibling-master'],
  ['single-to-dual', 'drum-to-disc'],
  ['assist', 'drum-to-disc'],
] as const;
/** So many vehicles for each, and worlds that are looked through for them. */
const [OF_EACH, WORLDS] = [3, 60];

/** Jobs of a conversion on vehicles where it makes sense, of catalogues that are kept, patchy and poor. */
function jobsOf(first: string, also: readonly string[]): { readonly shop: Workshop; readonly spec: JobSpec }[] {
  const found: { readonly shop: Workshop; readonly spec: JobSpec }[] = [];
  for (let n = 0; n < WORLDS && found.length < OF_EACH; n++) {
    const world = worldOf(`conversions ${n}`, 'honest');
    const vehicle = world.vehicles.find(({ conversions }) =>
      [first, ...also].every((id) => conversions.some((one) => one.id === id)),
    );
    const slot = vehicle?.conversions.find(({ id }) => id === first)?.places[0]?.slot;
    if (!vehicle || !slot) continue;
    const shop = open(world);
    const seed = `conversions ${n} ${first}`;
    const spec = { number: n, vehicle: vehicle.id, slot, conversion: first, cause: 'unit', tells: true, seed };
    found.push({ shop, spec: { ...spec, request: 'convert', ...(also.length > 0 ? { also } : {}) } });
  }
  return found;
}

const CASES: (readonly [string, readonly string[]])[] = [
  ...CONVERSIONS.filter(({ id }) => !NOT_SIMULATED.includes(id)).map(({ id }) => [id, []] as const),
  ...PAIRS.map(([first, ...also]) => [first, also] as const),
];

describe('a conversion closes by what it asks', () => {
  it.each(CASES)(
    '%s %s',
    async (first, also) => {
      let jobs = 0;
      for (const one of jobsOf(first, also)) {
        const { end, story, job } = await follow(one.shop, one.spec);
        const w = await one.shop.workOut(job.base());
        const what = [one.spec.seed, ...story].join('\n');
        expect(end.end, what).not.toBe('never');
        expect(end.twice, what).toBe(0);
        // A plate without options has none to read; all else can be said.
        expect(
          story.filter((line) => /^cannot say: (?!option)/.test(line)),
          what,
        ).toEqual([]);
        // Where nothing stands in the way for good, nothing is left that is not known.
        const lost = w.safety.blockers.some(({ key }) => key.endsWith('/excluded')) || w.next?.act === 'choose';
        if (!lost)
          expect(
            w.measurements.map(({ key }) => key),
            what,
          ).toEqual([]);
        jobs += 1;
      }
      expect(jobs).toBe(OF_EACH);
    },
    600_000,
  );
});
