import { describe, expect, it } from 'vitest';
import { readCall } from '../../find/ask/index.js';
import { findAttribute } from '../../named/attribute/index.js';
import { findSlot } from '../../vehicle/place/index.js';
import { CARD, WORK_GROUPS } from '../work-card/index.js';
import {
  CONVERSIONS,
  type ConvertedVehicle,
  findConversion,
  partsOfPlan,
  planConversion,
  sumsOf,
  together,
} from './index.js';
import type { ConversionRow } from './types.js';

const NAMED = [
  'single-to-dual',
  'three-to-two',
  'vacuum-to-hydraulic',
  'assist',
  'drum-to-disc',
  'larger-calipers',
  'self-shifting-to-manual',
  'universal-master',
  'sibling-master',
  'raised',
  'anti-lock',
];
const row = (id: string): ConversionRow => {
  const found = findConversion(id);
  if (!found) throw new Error(id);
  return found;
};
const TUG: ConvertedVehicle = {
  assistance: 'none',
  gearbox: 'manual',
  outlets: '1',
  places: { 'brake-master': ['brake-master'], 'front-brake': ['wheel-cylinder'] },
};

describe('the table of conversions', () => {
  it('has every conversion that people ask for', () =>
    expect(CONVERSIONS.map((c) => c.id).sort()).toEqual([...NAMED].sort()));
  it.each(CONVERSIONS.map((c) => [c.id, c] as const))(
    '%s names places, attributes, choices and steps that exist',
    (_, c) => {
      for (const role of c.roles) expect(findSlot(role.slot)?.kinds).toContain(role.kind);
      for (const [slot, names] of Object.entries(c.asks)) {
        expect(
          c.roles.some((role) => role.slot === slot),
          `${slot} is asked and has no role`,
        ).toBe(true);
        for (const name of names) expect(findAttribute(name), name).toBeDefined();
      }
      const chosen = [...c.parts, ...c.steps, ...c.roles, ...c.changes].flatMap((x) => (x.when ? [x.when] : []));
      for (const when of chosen) {
        const choice = c.choices.find((k) => k.id === when.choice);
        for (const option of when.is)
          expect(
            choice?.options.map((o) => o.id),
            `${when.choice} ${option}`,
          ).toContain(option);
      }
      for (const choice of c.choices) {
        expect(choice.options.length).toBeGreaterThan(1);
        for (const option of choice.options) expect(option.argues).not.toBe('');
      }
      for (const step of c.steps) expect(WORK_GROUPS).toContain(step.group);
      expect(
        c.steps.some((step) => step.group === 'prove'),
        'checks before the first drive',
      ).toBe(true);
      expect(
        c.steps.some((step) => step.group === 'bleed'),
        'bleeding',
      ).toBe(true);
      expect(new Set(c.parts.map((p) => p.key)).size).toBe(c.parts.length);
      expect(c.cautions.length).toBeGreaterThan(0);
    },
  );
});

describe('a plan', () => {
  it('says why a conversion makes no sense on a vehicle, and what has to be looked up', () => {
    expect(planConversion(row('vacuum-to-hydraulic'), TUG)).toMatchObject({
      applies: 'no',
      because: ['It has no vacuum assistance to change.'],
    });
    expect(planConversion(row('assist'), TUG).applies).toBe('yes');
    const { assistance: _, ...unread } = TUG;
    expect(planConversion(row('assist'), unread)).toMatchObject({
      applies: 'not-known',
      because: ['Its assistance is not on record: look.'],
    });
    expect(
      planConversion(row('drum-to-disc'), { ...TUG, places: { 'front-brake': ['wheel-cylinder', 'caliper'] } }).applies,
    ).toBe('not-known');
    expect(planConversion(row('three-to-two'), TUG).because).toEqual(['Its master has not three outlets.']);
  });
  it('takes the first option where nobody chose, and drops what another option brings', () => {
    const kept = planConversion(row('drum-to-disc'), TUG);
    expect(kept.roles.map((r) => r.slot)).toEqual(['front-brake', 'brake-master']);
    expect(kept.parts.some((p) => p.key === 'valve')).toBe(true);
    const changed = planConversion(row('drum-to-disc'), TUG, { rear: 'change' });
    expect(changed.roles.map((r) => r.slot)).toContain('rear-brake');
    expect(changed.parts.some((p) => p.key === 'valve')).toBe(false);
    expect(planConversion(row('drum-to-disc'), TUG, { rear: 'nonsense' }).choices[0]?.taken).toBe('keep');
  });
  it('asks only of places that it fills', () => {
    expect(Object.keys(planConversion(row('drum-to-disc'), TUG).asks)).toEqual(['front-brake', 'brake-master']);
    expect(Object.keys(planConversion(row('assist'), TUG).asks)).toEqual(['booster', 'brake-master']);
    expect(planConversion(row('vacuum-to-hydraulic'), TUG).brings).toEqual([{ kind: 'pump', part: 'new-pump' }]);
    expect(planConversion(row('vacuum-to-hydraulic'), TUG, { pump: 'keep' }).brings).toEqual([]);
  });
  it('what a conversion repeats is a step of the card', () => {
    const repeats = CONVERSIONS.flatMap((c) => c.steps.flatMap((step) => step.repeats ?? []));
    expect(repeats.length).toBeGreaterThan(10);
    expect(repeats.filter((name) => !CARD.some(({ step }) => step === name))).toEqual([]);
  });
  it('says better what the chain counts, and tells what may be wanted: it orders nothing', () => {
    const all = CONVERSIONS.flatMap((one) => partsOfPlan(together([planConversion(one, TUG)])));
    expect(new Set(all.map(({ section }) => section))).toEqual(new Set(['words', 'perhaps']));
    const lines = partsOfPlan(together([planConversion(row('vacuum-to-hydraulic'), TUG)]));
    expect(lines.find((l) => l.key === 'plan/pressure-hoses')).toMatchObject({ section: 'words', quantity: 2 });
    expect(lines.some((l) => l.key === 'plan/vacuum-booster')).toBe(false);
  });
  it('the stored pressure is told at the step where lines are opened', () => {
    const step = planConversion(row('vacuum-to-hydraulic'), TUG).steps.find((s) =>
      s.caution?.includes('stores pressure'),
    );
    expect(step?.group).toBe('fit');
  });
});

describe('both sums', () => {
  const prices: Readonly<Record<string, number>> = { tee: 9.4, 'short-line': 6.8, nuts: 1.3, set: 38.5 };
  it('pieces against a ready-made set', () => {
    const [joining] = sumsOf(row('three-to-two'), (part) => prices[part.key]);
    expect(joining?.sums.map((s) => s.total)).toEqual([9.4 + 6.8 + 2 * 1.3, 38.5]);
    expect(joining?.sums[0]?.working).toContain('2 × 1.30');
  });
  it('a price that nobody has told is named, never taken as nothing', () => {
    const [joining] = sumsOf(row('three-to-two'), (part) => (part.key === 'tee' ? undefined : prices[part.key]));
    expect(joining?.sums[0]).toMatchObject({ missing: ['Tee for the front pair, with its bolt'] });
    expect(Object.keys(joining?.sums[0] ?? { total: 0 })).not.toContain('total');
  });
});

describe('calls that ask for a conversion', () => {
  it.each([
    'to hydraulic',
    'single to dual',
    'three outlets to two',
    'drum to disc',
    'add a booster',
    'self-shifting to manual',
  ])('"%s" names a row of the table', (call) => expect(findConversion(readCall(call)?.conversion ?? '')).toBeDefined());
});
