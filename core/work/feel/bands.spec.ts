import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { STANDARD_SETTINGS } from '../../named/settings/index.js';
import { chance, drawn, type SampleAsk, type Sampled, sampleFeel, setterOf } from './bands.js';
import { effortFor } from './effort.js';
import { FEEL_FIELDS, type FeelInputs, type FeelKinds, setUpOf } from './fields.data.js';
import { feelLimits } from './index.js';
import { whichBore } from './which-bore.js';

const LIMITS = feelLimits(STANDARD_SETTINGS);
const KINDS: FeelKinds = { front: 'disc', rear: 'drum', assisted: false, stepped: false, valve: false };
const INPUTS: FeelInputs = {
  pedalRatio: 4.2,
  mass: 1420,
  frontShare: 0.56,
  height: 560,
  wheelbase: 2550,
  tyreRadius: 298,
  bore: 22.225,
  frontPiston: 54,
  frontCount: 1,
  frontFriction: 0.38,
  frontRadius: 112,
  frontLift: 0.35,
  rearPiston: 19.05,
  rearFactor: 2.3,
  rearRadius: 100,
  rearLift: 1.2,
};
const setUp = (over: FeelInputs = {}, bands: SampleAsk['setUps'][number]['bands'] = {}, front = 'a') => ({
  inputs: { ...INPUTS, ...over },
  kinds: KINDS,
  bands,
  units: { front, rear: 'r' },
});
function sampled(ask: Omit<SampleAsk, 'limits' | 'seed'>): Sampled {
  const run = sampleFeel({ seed: 7, limits: LIMITS, ...ask });
  for (;;) {
    const { done, value } = run.next();
    if (done) return value;
  }
}
const FRICTION = { from: 0.3, to: 0.46 };

describe('draws', () => {
  it('lie in their band, and have the mean of a triangle', () =>
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1, noNaN: true }), fc.nat(), (share, seed) => {
        const [band, random] = [{ from: 2, to: 5 }, chance(seed)];
        const likely = 2 + 3 * share;
        const all = Array.from({ length: 4000 }, () => drawn(random(), band, likely));
        expect(Math.min(...all)).toBeGreaterThanOrEqual(2);
        expect(Math.max(...all)).toBeLessThanOrEqual(5);
        expect(all.reduce((a, b) => a + b) / all.length).toBeCloseTo((2 + 5 + likely) / 3, 1);
      }),
      { numRuns: 30 },
    ));
  it('are the same for the same seed', () => {
    const ask = { setUps: [setUp({}, { frontFriction: FRICTION })], samples: 300 };
    expect(sampled(ask)).toEqual(sampled(ask));
  });
});

describe('a value that is drawn', () => {
  it.each(FEEL_FIELDS.filter(({ usual }) => usual).map(({ key }) => [key]))(
    '%s is written where setting it up puts it',
    (key) => {
      const kinds: FeelKinds = {
        front: key === 'frontFactor' ? 'drum' : 'disc',
        rear: key.startsWith('rear') && key !== 'rearFactor' ? 'disc' : 'drum',
        assisted: true,
        stepped: false,
        valve: true,
      };
      const all: FeelInputs = {
        ...INPUTS,
        ...Object.fromEntries(
          FEEL_FIELDS.flatMap((f) => (f.usual && INPUTS[f.key] === undefined ? [[f.key, f.usual.value]] : [])),
        ),
        rearCount: 1,
      };
      const [made, other] = [setUpOf(all, kinds), setUpOf({ ...all, [key]: 2 }, kinds)];
      if ('missing' in made || 'missing' in other) throw new Error('a value is missing');
      setterOf(made, key)?.(2);
      expect(made).toEqual(other);
      expect(made).not.toEqual(setUpOf(all, kinds));
    },
  );
});

describe('bands', () => {
  it('without a doubt are the figure itself', () => {
    const [one] = sampled({ setUps: [setUp()], samples: 20 }).setUps;
    const made = setUpOf(INPUTS, KINDS);
    if ('missing' in made) throw new Error('a value is missing');
    const effort = effortFor(LIMITS.everyday, made.vehicle, made.setUp, {}, LIMITS) ?? Number.NaN;
    expect(one?.effort).toEqual({ low: effort, middle: effort, high: effort });
  });
  it('are where the triangle of the friction puts them: by its quantiles, worked out otherwise', () => {
    // Nearly all of the braking is in front: effort is c / μ.
    const over = { rearFactor: 0.8, rearPiston: 8, rearRadius: 40 };
    const [one] = sampled({ setUps: [setUp(over, { frontFriction: FRICTION })], samples: 20_000 }).setUps;
    const at = (friction: number): number => {
      const made = setUpOf({ ...INPUTS, ...over, frontFriction: friction }, KINDS);
      return 'missing' in made
        ? Number.NaN
        : (effortFor(LIMITS.everyday, made.vehicle, made.setUp, {}, LIMITS) ?? Number.NaN);
    };
    // Symmetric triangle: F(x) = 2 ((x − a) / w)² below its middle.
    const [a, w] = [FRICTION.from, FRICTION.to - FRICTION.from];
    const q05 = a + w * Math.sqrt(0.05 / 2);
    expect(one?.effort?.high).toBeCloseTo(at(q05), -0.5);
    expect((one?.effort?.high ?? 0) / at(q05)).toBeCloseTo(1, 2);
    expect((one?.effort?.low ?? 0) / at(FRICTION.to - (q05 - a))).toBeCloseTo(1, 2);
    expect((one?.effort?.middle ?? 0) / at(0.38)).toBeCloseTo(1, 2);
  });
  it('of a ratio: what both share cancels out, what other wheel units bring does not', () => {
    const doubt = { frontFriction: FRICTION, mass: { from: 1200, to: 4000 } };
    const [, same] = sampled({ setUps: [setUp({}, doubt), setUp({ bore: 23.8125 }, doubt)], samples: 500 }).setUps;
    const ratio = (23.8125 / 22.225) ** 2;
    expect(same?.effortRatio?.low).toBeCloseTo(ratio, 9);
    expect(same?.effortRatio?.high).toBeCloseTo(ratio, 9);
    expect((same?.effort?.high ?? 0) / (same?.effort?.low ?? 1)).toBeGreaterThan(1.3);
    const [, other] = sampled({ setUps: [setUp({}, doubt), setUp({}, doubt, 'b')], samples: 500 }).setUps;
    expect((other?.effortRatio?.high ?? 0) - (other?.effortRatio?.low ?? 0)).toBeGreaterThan(0.15);
  });
  it('of bores: without a doubt those within are the ranking’s, and with one their share lies between', () => {
    const made = setUpOf(INPUTS, KINDS);
    if ('missing' in made) throw new Error('a value is missing');
    const sizes = [17.4625, 19.05, 20.6375, 22.225, 23.8125, 25.4];
    const wanted = { effort: { at: 0.3, from: 120, to: 190 } };
    const sure = sampled({ setUps: [setUp()], which: { of: 0, sizes, wanted }, samples: 10 }).bores;
    const ranked = whichBore(made.vehicle, made.setUp, wanted, sizes, LIMITS).ranked;
    expect(
      sure
        .filter((b) => b.within === 1)
        .map((b) => b.bore)
        .sort(),
    ).toEqual(
      ranked
        .filter((r) => r.within)
        .map((r) => r.bore)
        .sort(),
    );
    const doubtful = sampled({
      setUps: [setUp({}, { frontFriction: FRICTION })],
      which: { of: 0, sizes, wanted },
      samples: 800,
    }).bores;
    expect(doubtful.some((b) => b.within > 0.02 && b.within < 0.98)).toBe(true);
  });
  it('are not said where most draws have no answer', () => {
    const [one] = sampled({ setUps: [setUp({ mass: 40_000, pedalRatio: 1 })], samples: 20 }).setUps;
    expect(one?.effort).toBeUndefined();
  });
  it('a draw says how far it is, and can be left at any time', () => {
    const run = sampleFeel({ setUps: [setUp()], samples: 1500, seed: 1, limits: LIMITS });
    expect([run.next().value, run.next().value]).toEqual([500, 1000]);
  });
});
