import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { STANDARD_SETTINGS } from '../../named/settings/index.js';
import { feelVerdictWords } from '../../tell/words/index.js';
import { boosterIn, boosterOut, kneeAt, pushed } from './brakes.js';
import { type ClutchInput, clutchTravel } from './clutch.js';
import { compareFeel } from './compare.js';
import { effortFor } from './effort.js';
import { feelLimits } from './index.js';
import { airFor, clutchLoss, clutchPairs, pedalLoss } from './loss.js';
import type { SetUp, Vehicle } from './types.js';
import { fittingValves, rearFirstAt } from './valves.js';

const LIMITS = feelLimits(STANDARD_SETTINGS);
const VEHICLE: Vehicle = {
  mass: 1420,
  frontShare: 0.56,
  height: 560,
  wheelbase: 2550,
  tyreRadius: 298,
  pedalRatio: 4.2,
};
const SETUP: SetUp = {
  master: { bore: 22.225, stroke: 36 },
  front: { kind: 'disc', pistons: [54], friction: 0.38, radius: 112, pushOut: 0.05, lift: 0.35 },
  rear: { kind: 'drum', cylinder: 25.4, factor: 2.8, radius: 115, pushOut: 0.3, lift: 1.2 },
};
const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });

describe('the effort for a deceleration, worked out backwards', () => {
  it('is what halving the forward computation finds, with every kind of valve, stepped or straight, laden or not', () =>
    fc.assert(
      fc.property(
        between(0.05, 0.9),
        fc.option(fc.record({ knee: between(0.5, 5), slope: between(0, 1), ladenKnee: between(1, 8) })),
        fc.option(between(0.3, 2)),
        fc.option(between(1.1, 1.6)),
        fc.option(
          fc.record({
            ratio: between(1, 6),
            assist: between(300, 5000),
            crack: between(0, 60),
            jumpIn: between(0, 300),
          }),
        ),
        fc.constantFrom({}, { lost: 'front' as const }, { lost: 'diagonal' as const }, { load: { mass: 2400 } }),
        (z, valve, metering, step, booster, how) => {
          const setUp: SetUp = {
            ...SETUP,
            master: { bore: 22.225, ...(step === null ? {} : { largeBore: 22.225 * step }) },
            ...(valve ? { valve } : {}),
            ...(metering === null ? {} : { metering }),
            ...(booster ? { booster } : {}),
          };
          const found = effortFor(z, VEHICLE, setUp, how, LIMITS);
          const reaches = (force: number) => (pushed(force, VEHICLE, setUp, how, LIMITS).deceleration ?? 0) >= z;
          let [low, high] = [0, 5000];
          if (!reaches(high)) {
            expect(found).toBeUndefined();
            return;
          }
          for (let i = 0; i < 50; i++) {
            const middle = (low + high) / 2;
            if (reaches(middle)) high = middle;
            else low = middle;
          }
          expect(found).toBeDefined();
          expect(Math.abs((found ?? 0) - high)).toBeLessThan(1e-3);
        },
      ),
    ));
});

describe('a booster that opens late and jumps', () => {
  const setUp = { ...SETUP, booster: { ratio: 4, assist: 2600, crack: 30, jumpIn: 200 } };
  it(
    'by hand: nothing at 29 N, 200 at 30, 480 at 100, the knee at 840 with 3440, and the push itself ' +
      'without assistance',
    () => {
      expect([29, 30, 100, 840, 1000].map((input) => boosterOut(input, setUp, {}))).toEqual([0, 200, 480, 3440, 3600]);
      expect(kneeAt({ ...VEHICLE, pedalRatio: 1 }, setUp, {})).toBeCloseTo(840, 9);
      expect(boosterOut(100, setUp, { lost: 'assistance' })).toBe(100);
    },
  );
  it('the other way round is the least input that gives it', () =>
    fc.assert(
      fc.property(between(1, 4000), (output) => {
        const input = boosterIn(output, setUp, {});
        expect(boosterOut(input + 1e-9, setUp, {})).toBeGreaterThanOrEqual(output - 1e-6);
        if (input > 30) expect(boosterOut(input - 0.01, setUp, {})).toBeLessThan(output);
      }),
    ));
});

describe('valves', () => {
  it(
    'a metering valve holds the front off below its pressure, and one that feels the load begins ' + 'later with one',
    () => {
      const metered = { ...SETUP, metering: 1 };
      const [low, high] = [50, 300].map((force) => pushed(force, VEHICLE, metered, {}, LIMITS));
      expect([low?.frontPressure, (low?.rearPressure ?? 0) > 0]).toEqual([0, true]);
      expect(high?.frontPressure).toBeGreaterThan(1);
      const feels = { ...SETUP, valve: { knee: 2, slope: 0.3, ladenKnee: 4 } };
      const at = (how: object) => pushed(400, VEHICLE, feels, how, LIMITS);
      const p = at({}).frontPressure;
      expect(at({}).rearPressure).toBeCloseTo(2 + 0.3 * (p - 2), 9);
      expect(at({ load: { mass: 2200 } }).rearPressure).toBeCloseTo(p > 4 ? 4 + 0.3 * (p - 4) : p, 9);
    },
  );
  it('the one that keeps the front first does, and one that begins later does not', () => {
    expect(rearFirstAt(VEHICLE, SETUP, LIMITS)).toBeDefined();
    const valves = [...fittingValves(VEHICLE, SETUP, LIMITS)];
    expect(valves.length).toBeGreaterThan(1);
    for (const { slope, knee } of valves) {
      expect(rearFirstAt(VEHICLE, { ...SETUP, valve: { slope, knee } }, LIMITS)).toBeUndefined();
      if (knee < 7.9)
        expect(rearFirstAt(VEHICLE, { ...SETUP, valve: { slope, knee: knee + 0.02 } }, LIMITS)).toBeDefined();
    }
    const mild = { ...SETUP, rear: { ...SETUP.rear, factor: 1 } as SetUp['rear'] };
    expect([...fittingValves(VEHICLE, mild, LIMITS)]).toEqual([]);
    const { height: _, ...unknown } = VEHICLE;
    expect([...fittingValves(unknown, SETUP, LIMITS)]).toEqual([]);
  });
  it.each([
    ['a residual valve before discs', { front: 1 }, 'residual-at-disc', 'stop', 'discs in front'],
    ['two on one circuit', { rear: 2 }, 'residual-doubled', 'stop', 'hold twice'],
    ['none before drums', { rear: 0 }, 'residual-missing', 'note', 'cup expanders'],
  ])('%s', (_, residual, code, weight, said) => {
    const [inCases] = compareFeel(VEHICLE, [{ ...SETUP, residual }], [{}], [100], LIMITS);
    const verdict = inCases?.[0]?.verdicts.find((v) => v.code === code);
    expect(verdict?.weight).toBe(weight);
    expect(verdict && feelVerdictWords(verdict)).toContain(said);
    const [bare] = compareFeel(VEHICLE, [SETUP], [{}], [100], LIMITS);
    expect(bare?.[0]?.verdicts.some((v) => v.code.startsWith('residual'))).toBe(false);
  });
  it('where the rear comes first the valve that is wanted is named', () => {
    const [inCases] = compareFeel(VEHICLE, [SETUP], [{}, { lost: 'front' }], [100, 300, 500], LIMITS);
    expect(inCases?.map((one) => one.verdicts.some((v) => v.code === 'valve-wanted'))).toEqual([true, false]);
  });
  it('a set-up with a pedal ratio of its own is the vehicle with that ratio', () => {
    const [own, whole] = [
      pushed(100, VEHICLE, { ...SETUP, pedalRatio: 5 }, {}, LIMITS),
      pushed(100, { ...VEHICLE, pedalRatio: 5 }, SETUP, {}, LIMITS),
    ];
    expect(own).toEqual(whole);
    expect(effortFor(0.3, VEHICLE, { ...SETUP, pedalRatio: 5 }, {}, LIMITS)).toBe(
      effortFor(0.3, { ...VEHICLE, pedalRatio: 5 }, SETUP, {}, LIMITS),
    );
  });
  it('after a turn has pushed the pistons of the discs back the pedal goes further, by their volume', () => {
    const [plain, after] = [{}, { pushedBack: 0.4 }].map((how) => pushed(100, VEHICLE, SETUP, how, LIMITS).stroke ?? 0);
    const area = (d: number) => (Math.PI * d * d) / 4;
    expect((after ?? 0) - (plain ?? 0)).toBeCloseTo((2 * area(54) * 0.4) / area(22.225), 9);
  });
});

describe('what is lost', () => {
  it('air by the worked example: 1137 mm³ are 1253 mm³ of air at 1 MPa, and 1166 at 4 MPa', () => {
    const expected = 4.2 * (0.4 + 1.2 + 4300 / ((Math.PI * 23.8125 ** 2) / 4));
    const { volume, air } = pedalLoss(expected, 58, { pedalRatio: 4.2, bore: 23.8125, pressure: 1 });
    expect([volume.toFixed(0), air?.toFixed(0), airFor(volume, 4).toFixed(0)]).toEqual(['1137', '1253', '1166']);
    expect(pedalLoss(58, 47, { pedalRatio: 4, bore: 20, pressure: 1 }).air).toBeUndefined();
  });
  const clutch: ClutchInput = {
    pedalTravel: 135,
    freeTravel: 12,
    pedalRatio: 5.6,
    masterBore: 15.875,
    slave: { bore: 19.05 },
    cutOff: 1,
    efficiency: 0.97,
    wanted: 14,
    longest: 22,
  };
  it('of a clutch: as a share, a volume, air, swelling, play at the pedal, and turns of the rod', () => {
    const expected = clutchTravel(clutch).slaveTravel ?? Number.NaN;
    const loss = clutchLoss(clutch, { slaveTravel: expected - 3, pressure: 2, pitch: 1.25, freeWanted: 5 });
    const area = (d: number) => (Math.PI * d * d) / 4;
    expect(loss?.lost).toBeCloseTo(3, 9);
    expect(loss?.volume).toBeCloseTo(3 * area(19.05), 6);
    expect(loss?.swelling).toBeCloseTo((3 * area(19.05)) / 2, 6);
    // What the play takes is what the pedal would have to travel more.
    const further = clutchTravel({ ...clutch, pedalTravel: clutch.pedalTravel + (loss?.play ?? 0) }).slaveTravel ?? 0;
    expect(further - expected).toBeCloseTo(3 * 0.97, 9);
    expect(loss?.turns).toBeCloseTo((12 - 5) / (5.6 * 1.25), 9);
    const { freeTravel: _, ...unknown } = clutch;
    expect(clutchLoss(unknown, { slaveTravel: 10 })).toBeUndefined();
  });
  it('pairs that restore the travel: enough first, of those the lightest; too far is said', () => {
    const sizes = [12.7, 15.875, 17.4625, 19.05, 22.225, 25.4];
    const pairs = clutchPairs(clutch, sizes) ?? [];
    expect(pairs[0]).toMatchObject({ enough: true, tooFar: false });
    expect(pairs.length).toBeGreaterThan(2);
    for (const { changes, bore, slaveTravel, enough, tooFar } of pairs) {
      const other = changes === 'master' ? { ...clutch, masterBore: bore } : { ...clutch, slave: { bore } };
      expect(clutchTravel(other).slaveTravel).toBe(slaveTravel);
      expect([slaveTravel >= 14, slaveTravel > 22]).toEqual([enough, tooFar]);
    }
    const good = pairs.filter((p) => p.enough && !p.tooFar).map((p) => p.effort);
    expect(good).toEqual([...good].sort((a, b) => a - b));
    const { wanted: __, ...nothing } = clutch;
    expect(clutchPairs(nothing, sizes)).toBeUndefined();
  });
});
