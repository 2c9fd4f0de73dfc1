import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CONVERSIONS, planConversion, type Plan, together } from './index.js';

/** Several conversions are one set: it has no order, holds each once, and says where two cannot both be. */

const ANY = {
  assistance: 'vacuum',
  gearbox: 'self-shifting',
  outlets: '3',
  places: { 'brake-master': ['brake-master'], booster: ['booster'], 'front-brake': ['caliper'] },
} as const;
const plans = CONVERSIONS.map((row) => planConversion(row, ANY));
const byId = (id: string): Plan => {
  const found = plans.find((plan) => plan.id === id);
  if (!found) throw new Error(`no conversion "${id}"`);
  return found;
};

describe('conversions together', () => {
  it('come to the same in whichever order they are given', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray(plans, { minLength: 1, maxLength: 4 }), (some) => {
        expect(together(some)).toEqual(together([...some].reverse()));
      }),
    );
  });
  it('want one unit in each place, and everything that each of them wants of it', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray(plans, { minLength: 1, maxLength: 4 }), (some) => {
        const all = together(some);
        const slots = all.roles.map(({ slot }) => slot);
        expect(new Set(slots).size).toBe(slots.length);
        expect(new Set(slots)).toEqual(new Set(some.flatMap(({ roles }) => roles.map(({ slot }) => slot))));
        for (const plan of some)
          for (const role of plan.roles.filter(({ stays }) => !stays))
            for (const { attribute } of role.wanted ?? [])
              expect(all.roles.find(({ slot }) => slot === role.slot)?.wanted?.map((one) => one.attribute)).toContain(
                attribute,
              );
      }),
    );
  });
  it('one that leaves a unit gives way to one that changes it', () => {
    const { roles, clashes } = together([byId('raised'), byId('larger-calipers')]);
    expect(roles.find(({ slot }) => slot === 'front-brake')?.stays).toBeUndefined();
    expect(clashes).toEqual([]);
  });
  it('two that want different things of one part are both named, once', () => {
    const { clashes } = together([byId('anti-lock'), byId('vacuum-to-hydraulic')]);
    expect(clashes.length).toBeGreaterThan(0);
    for (const sentence of clashes) {
      expect(sentence).toContain(byId('anti-lock').words);
      expect(sentence).toContain(byId('vacuum-to-hydraulic').words);
    }
    expect(new Set(clashes).size).toBe(clashes.length);
  });
  it('alone, a conversion is what it is', () => {
    for (const plan of plans) {
      const { roles, parts, brings, clashes } = together([plan]);
      expect(roles.map(({ slot }) => slot)).toEqual(plan.roles.map(({ slot }) => slot));
      expect(parts.map(({ key }) => key)).toEqual(plan.parts.map(({ key }) => key));
      expect([brings, clashes]).toEqual([plan.brings, []]);
    }
  });
});
