import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { threadIdentityWords } from '../../tell/words/index.js';
import { chance } from '../../work/feel/index.js';
import { STANDARD_SETTINGS } from '../settings/index.js';
import { BRAKE_THREADS } from './brake.data.js';
import { identifyThread, type ThreadReading } from './identify.js';
import { SERIES } from './series.data.js';
import { minorDiameter, type SeriesThread } from './types.js';

const caliper = { instrument: 'caliper' as const };
const shares = (reading: Omit<ThreadReading, 'instrument'>) => {
  const found = identifyThread({ ...caliper, ...reading });
  return {
    ...found,
    share: (name: string) => found.candidates.find((c) => c.thread.designation === name)?.probability ?? 0,
  };
};

describe('a thread in the hand', () => {
  it('by its diameter alone: those that it may be, and the check that parts them', () => {
    const male = shares({ gender: 'male', diameterMm: 9.45 });
    // Figures of the trade for what hydraulics use alone: 0.54, 0.44, 0.02; here all the standards compete.
    const all = male.candidates.reduce((sum, { probability }) => sum + probability, 0);
    expect(male.share('3/8-24 UNF') / all).toBeCloseTo(0.53, 1);
    expect(male.share('R 1/8 (BSPT)') / all).toBeCloseTo(0.46, 1);
    expect([male.verdict, male.nextCheck]).toEqual(['several', 'pitch']);
    const four = shares({ gender: 'male', diameterMm: 9.9 });
    for (const name of ['1/8-27 NPT', 'M10x1.0', 'M10x1.25', 'M10x1.5']) expect(four.share(name)).toBeCloseTo(0.25, 1);
  });
  it('with its pitch: one, or two that only a taper parts', () => {
    expect(shares({ gender: 'male', diameterMm: 9.45, pitchMm: 1.06 }).verdict).toBe('one');
    expect(shares({ gender: 'male', diameterMm: 9.9, pitchMm: 0.94 }).share('1/8-27 NPT')).toBeCloseTo(0.99, 1);
    const pipe = shares({ gender: 'female', diameterMm: 8.66, pitchMm: 0.91 });
    expect([pipe.verdict, pipe.nextCheck]).toEqual(['several', 'taper']);
    const tapered = shares({
      gender: 'male',
      diameterMm: 9.45,
      pitchMm: 0.907,
      taper: { secondMm: 10.07, apartMm: 10 },
    });
    expect(tapered.candidates[0]?.thread.designation).toBe('R 1/8 (BSPT)');
  });
  it.each([
    [8.92, 1.25, 'M9x1.25'],
    [10.92, 1.5, 'M11x1.5'],
  ])('male %f with %f is none that hydraulics use, and is named', (diameterMm, pitchMm, name) => {
    const found = shares({ gender: 'male', diameterMm, pitchMm });
    expect([found.verdict, found.other?.thread.designation]).toEqual(['none', name]);
    expect(threadIdentityWords(found)).toContain('must not be forced');
  });
  it('a far reading is not sure because it is alone, and one that is nowhere is nothing', () => {
    expect(shares({ gender: 'male', diameterMm: 10.92, pitchMm: 1.13 }).verdict).not.toBe('one');
    const nowhere = shares({ gender: 'male', diameterMm: 10.0, pitchMm: 3.4 });
    expect([nowhere.verdict, nowhere.beyond, nowhere.candidates]).toEqual(['none', true, []]);
    expect(threadIdentityWords(nowhere)).toContain('no thread of the standards');
  });
  it('n crests are n − 1 pitches', () => {
    const [crests, pitches] = [
      { crests: 9, lengthMm: 8.47 },
      { pitches: 8, lengthMm: 8.47 },
    ].map((over) => identifyThread({ ...caliper, gender: 'male', diameterMm: 9.4, over }));
    expect(crests).toEqual(pitches);
    expect(crests?.pitchMm).toBeCloseTo(8.47 / 8, 9);
  });
  it('shares never come to more than 1, whatever is read', () =>
    fc.assert(
      fc.property(
        fc.constantFrom('male' as const, 'female' as const),
        fc.double({ min: 0.5, max: 60, noNaN: true }),
        fc.option(fc.double({ min: 0.1, max: 5, noNaN: true })),
        (gender, diameterMm, pitchMm) => {
          const { candidates, other } = identifyThread({
            ...caliper,
            gender,
            diameterMm,
            ...(pitchMm === null ? {} : { pitchMm }),
          });
          const sum = candidates.reduce((total, { probability }) => total + probability, other?.probability ?? 0);
          expect(sum).toBeLessThanOrEqual(1 + 1e-9);
        },
      ),
    ));
});

describe('threads as the standards let them be made, measured with a caliper', () => {
  const random = chance(11);
  const noise = (): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  const sigma = STANDARD_SETTINGS.sigmaCaliper;
  /** ISO 965-1, 6g and 6H: not the model that the readings are weighed by. */
  function made(thread: SeriesThread, male: boolean): number {
    const p = thread.pitchMm;
    if (!male) {
      const mouth = 'femaleMouthMm' in thread ? (thread.femaleMouthMm as number | undefined) : undefined;
      const tolerance = p >= 1 ? 230 * p ** 0.7 : 433 * p - 190 * p ** 1.22;
      return (mouth ?? minorDiameter(thread)) + (random() * tolerance) / 1000;
    }
    const end = 'maleEndMm' in thread ? (thread.maleEndMm as number) : thread.majorMm;
    return end - (15 + 11 * p + random() * (180 * p ** (2 / 3) - 3.15 / Math.sqrt(p))) / 1000;
  }
  function measured(thread: SeriesThread, male: boolean): ThreadReading {
    const [diameter, apartMm] = [made(thread, male), 6];
    const further = diameter + (thread.tapered ? ((male ? 1 : -1) * apartMm) / 16 : 0);
    return {
      ...caliper,
      gender: male ? 'male' : 'female',
      diameterMm: diameter + sigma * noise(),
      over: { pitches: 6, lengthMm: 6 * thread.pitchMm + Math.SQRT2 * sigma * noise() },
      taper: { secondMm: further + sigma * noise(), apartMm },
    };
  }

  it('the right one comes first nearly always, and what is said to be sure is', () => {
    let [right, all, sure, sureAndRight, stated] = [0, 0, 0, 0, 0];
    for (const thread of BRAKE_THREADS)
      for (let i = 0; i < 120; i++) {
        const { candidates, verdict } = identifyThread(measured(thread, i % 2 === 0));
        const first = candidates[0]?.thread.designation === thread.designation;
        all++;
        stated += candidates[0]?.probability ?? 0;
        if (first) right++;
        if (verdict === 'one') sure++;
        if (verdict === 'one' && first) sureAndRight++;
      }
    expect(right / all).toBeGreaterThan(0.98);
    expect(sure / all).toBeGreaterThan(0.75);
    // What is stated is what comes true.
    expect(Math.abs(stated - right) / all).toBeLessThan(0.05);
    expect(sureAndRight / sure).toBeGreaterThan(0.99);
  });
  it('one that hydraulics do not use ends in none nearly always', () => {
    const others = SERIES.filter(
      ({ designation, majorMm }) =>
        majorMm > 5 && !BRAKE_THREADS.some((b) => b.designation === designation) && !/NPTF$|^Rp /.test(designation),
    );
    let [none, all] = [0, 0];
    for (const thread of others)
      for (let i = 0; i < 8; i++) {
        all++;
        if (identifyThread(measured(thread, i % 2 === 0)).verdict === 'none') none++;
      }
    expect(all).toBeGreaterThan(1000);
    // British cycle threads lie a tenth from metric fine ones: 7/16-26 BSC from M11x1.0.
    expect(none / all).toBeGreaterThan(0.97);
  });
});
