import { describe, expect, it } from 'vitest';
import type { UnitDesign } from '../../named/unit/index.js';
import { compareUnits } from './compare.js';
import { type SplitEntry, splitOf } from './split.js';

const entry = (
  slot: string,
  unitId: string,
  builtFrom: string | null,
  builtTo: string | null,
  matedSet: string | null,
): SplitEntry => ({
  slot,
  slotWords: slot.replace('-', ' '),
  unitId,
  unitName: unitId,
  builtFrom,
  builtTo,
  matedSet,
});
const entries = [
  entry('slave', 'sa', '1996-01', '2000-10', 'A'),
  entry('slave', 'sb', '2000-11', '2006-06', 'B'),
  entry('clutch-master', 'ma', '1996-01', '2000-10', 'A'),
  entry('clutch-master', 'mb', '2000-11', '2006-06', 'B'),
  entry('brake-master', 'm', null, null, null),
];

describe('a change in the middle of production', () => {
  it('built in June, for vehicles from November: the earlier side, with its mate', () => {
    const split = splitOf(entries, 'slave', '2000-06', undefined, 2);
    expect(split).toMatchObject({ byMonth: 'A' });
    expect(split?.sides[0]?.units.map((u) => u.unitId)).toEqual(['sa', 'ma']);
    expect(split?.sentence).toBe(
      'Built in June 2000: before the change of November 2000, side A. It must be of the same side as ' +
        'the clutch master. Either side works if both are changed.',
    );
  });
  it('so close to the change that old stock may have been used, the part itself is read', () => {
    expect(splitOf(entries, 'slave', '2000-09', undefined, 2)?.sentence).toContain('old stock');
    expect(splitOf(entries, 'slave', '2000-12', undefined, 2)).toMatchObject({ byMonth: 'B' });
    expect(splitOf(entries, 'slave', '2000-12', undefined, 2)?.sentence).toContain(
      'after the change of November 2000, side B. It was built so close',
    );
    expect(splitOf(entries, 'slave', '2000-08', undefined, 2)).toMatchObject({
      sentence: expect.not.stringContaining('old stock'),
    });
  });
  it('the part that was found beats the month', () => {
    expect(splitOf(entries, 'slave', '2000-06', 'sb', 2)).toMatchObject({ byMonth: 'A', byUnit: 'B' });
    expect(splitOf(entries, 'slave', '2000-06', 'sb', 2)?.sentence).toContain('go by the part');
  });
  it('without a build month it asks for one; a month on no side is said', () => {
    expect(splitOf(entries, 'slave', undefined, undefined, 2)?.sentence).toContain('Read the build month');
    expect(splitOf(entries, 'slave', '1980-01', undefined, 2)?.sentence).toContain('no side that is recorded');
  });
  it('a place that no change touches has no sides', () => {
    expect(splitOf(entries, 'brake-master', '2000-06', undefined, 2)).toBeUndefined();
  });
});

describe('side by side', () => {
  const unit = (id: string, bore: number, label?: string): UnitDesign => ({
    id,
    kind: 'brake-master',
    name: id,
    maker: 'Ardfrith',
    facts: [
      { attribute: 'bore', value: bore, source: 't' },
      { attribute: 'reservoir', value: 'clipped', source: 't' },
      ...(label ? [{ attribute: 'label-code' as const, value: label, source: 't' }] : []),
    ],
  });
  it('what differs comes first, then what is not known of all, then what they share; with what was seen', () => {
    const rows = compareUnits(
      [unit('a', 22.225, 'KD'), unit('b', 23.8125)],
      [{ attribute: 'label-code', kind: 'mark', value: 'KD' }],
    );
    expect(rows.map((r) => [r.attribute, r.differs])).toEqual([
      ['bore', true],
      ['label-code', false],
      ['reservoir', false],
    ]);
    expect(rows[1]).toMatchObject({ seen: 'KD', values: ['KD', undefined] });
  });
});
