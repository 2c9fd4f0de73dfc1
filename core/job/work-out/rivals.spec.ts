import fc from 'fast-check';
import { expect, it } from 'vitest';
import { STANDARD_SETTINGS } from '../../named/settings/index.js';
import type { Fact, UnitDesign } from '../../named/unit/index.js';
import type { JobReads } from './reads.js';
import type { IdentificationRecord } from './records.js';
import { differenceOf, exclusionsOf, rivalsOf, rivalWords } from './rivals.js';

const settings = STANDARD_SETTINGS;
const unit = (id: string, facts: Readonly<Record<string, Fact['value']>>): UnitDesign =>
  ({
    id,
    kind: 'brake-master',
    name: id,
    maker: 'Tarrow',
    facts: Object.entries(facts).map(([attribute, value]) => ({ attribute, value, source: '' })),
  }) as unknown as UnitDesign;
const reads = (...units: UnitDesign[]) => ({ unit: (id: string) => units.find((one) => one.id === id) }) as JobReads;
const identified = (...shares: readonly (readonly [string, number])[]): IdentificationRecord =>
  ({
    verdict: 'not-enough',
    advice: [],
    candidates: shares.map(([unitId, probability]) => ({
      unitId,
      name: unitId,
      maker: 'Tarrow',
      probability,
      agrees: [],
    })),
    possible: [],
    marks: [],
    nextChecks: [],
  }) as unknown as IdentificationRecord;

const SMALL = unit('small', { bore: 19.05, 'stud-spacing': 66 });
const LARGE = unit('large', { bore: 22.225, 'stud-spacing': 66 });
const TWIN = unit('twin', { bore: 19.05, 'stud-spacing': 66, 'casting-number': 'K 12' });

it('rivals are the fewest candidates, best first, that hold the limit', () => {
  fc.assert(
    fc.property(fc.array(fc.double({ min: 0.001, max: 1, noNaN: true }), { minLength: 1, maxLength: 8 }), (weights) => {
      const sum = weights.reduce((a, b) => a + b, 0);
      const shares = weights.map((w) => w / sum).sort((a, b) => b - a);
      const found = rivalsOf(identified(...shares.map((p, i) => [`u${i}`, p] as const)).candidates, settings);
      const held = (n: number): number => shares.slice(0, n).reduce((a, b) => a + b, 0);
      expect(held(found.length)).toBeGreaterThanOrEqual(settings.enoughToOrder - 1e-6);
      if (found.length > 1) expect(held(found.length - 1)).toBeLessThan(settings.enoughToOrder + 1e-6);
    }),
  );
});

it('one that differs in what a must reads is named with both values, and one that is surely out is none', () => {
  const both = reads(SMALL, LARGE, TWIN);
  expect(rivalWords(identified(['small', 0.7], ['large', 0.3]), { settings }, both)).toMatch(
    /^Tarrow small or Tarrow large: bore .*19.05 mm.* against .*22.2/,
  );
  expect(rivalWords(identified(['small', 0.97], ['large', 0.03]), { settings }, both)).toBeUndefined();
  // A casting number tells them apart and decides nothing of the order.
  expect(rivalWords(identified(['small', 0.5], ['twin', 0.5]), { settings }, both)).toBeUndefined();
});

it('figures are compared to what the record leaves open, and no further', () => {
  const with_ = (bore: number): UnitDesign => unit('other', { bore });
  expect(differenceOf(SMALL, with_(19.05 + settings.boreWithin), settings)).toBeUndefined();
  expect(differenceOf(SMALL, with_(19.05 + settings.boreWithin + 0.01), settings)).toContain('against');
  expect(differenceOf(SMALL, unit('bare', {}), settings)).toBeUndefined();
});

it('a unit that was named and cannot be it is told with both figures', () => {
  const seen = (value: number) => ({
    measured: [
      { attribute: 'bore', kind: 'quantity', value: { value, unit: 'mm' }, instrument: 'caliper' },
    ] as unknown as Parameters<typeof exclusionsOf>[1]['measured'],
    identification: identified(['small', 1]),
  });
  expect(exclusionsOf(SMALL, seen(22.2), settings, reads(SMALL))).toEqual([
    expect.stringMatching(/22.2.* was seen, .*19.05.* is recorded/),
  ]);
  expect(exclusionsOf(SMALL, seen(19.1), settings, reads(SMALL))).toEqual([]);
});
