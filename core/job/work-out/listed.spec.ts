import { describe, expect, it } from 'vitest';
import { judgeChain } from '../../judge/verdict/index.js';
import { STANDARD_SETTINGS } from '../../named/settings/index.js';
import { faceRef } from '../../vehicle/chain/index.js';
import { listedFor } from './choose.js';
import type { ChainEntry } from './records.js';

const entry = (
  unitId: string,
  builtFrom: string | null,
  builtTo: string | null,
  option: string | null,
): ChainEntry => ({
  slot: 'brake-master',
  unitId,
  unitName: unitId,
  builtFrom,
  builtTo,
  option,
  matedSet: null,
  sourceKind: 'maker-bulletin',
});
const ALWAYS = entry('always', null, null, null);
const EARLY = entry('early', null, '1993-06', null);
const LATE = entry('late', '1993-07', '2004-12', null);
const WITH = entry('with', null, null, 'H4');

describe('what the record lists for this very vehicle', () => {
  it.each([
    ['in all months, without options', [ALWAYS], undefined, [], ['always'], ''],
    ['the month is not known', [LATE], undefined, [], [], 'the build month'],
    ['another month', [LATE], '1970-01', [], [], ''],
    ['its month', [EARLY, LATE], '1999-05', [], ['late'], ''],
    ['nobody asked for the option', [ALWAYS, WITH], undefined, [], [], 'the options'],
    ['it has the option', [ALWAYS, WITH], undefined, ['H4'], ['with'], ''],
    ['it has none', [ALWAYS, WITH], undefined, ['none'], ['always'], ''],
    ['an option that it does not have', [WITH], undefined, ['none'], [], ''],
    ['neither is known', [LATE, WITH], undefined, [], [], 'the build month and the options'],
  ] as const)('%s', (_, chain, built, options, units, unsaid) => {
    const listed = listedFor(chain, 'brake-master', { ...(built === undefined ? {} : { built }), options });
    expect(listed.entries.map(({ unitId }) => unitId)).toEqual(units);
    expect(listed.unsaid).toBe(unsaid);
  });
});

describe('a listing that did not go in once', () => {
  /** A master that nothing is known of but that it is listed. */
  const graded = (...misfits: readonly number[]) => {
    const judged = judgeChain({
      parts: [
        { id: 'bulkhead', kind: 'bulkhead', facts: [{ attribute: 'stud-spacing', value: 66 }] },
        { id: 'master', kind: 'brake-master', unit: 'old', facts: [{ attribute: 'bore', value: 19 }] },
      ],
      joints: [{ id: 'mount', kind: 'mount', between: [faceRef('bulkhead'), faceRef('master')] }],
      edits: [
        {
          id: 'put',
          do: 'put',
          at: 'master',
          kind: 'brake-master',
          unit: 'new',
          facts: [{ attribute: 'bore', value: 19 }],
        },
      ],
      listed: misfits.map((n) => ({ unit: 'new', by: 'maker-bulletin', vehicle: true, misfits: n })),
      settings: STANDARD_SETTINGS,
    });
    return 'faults' in judged ? judged.faults : judged.verdict.grade;
  };
  it('settles nothing, whoever else lists it', () => {
    expect(graded(0)).toBe('on-listing');
    expect(graded(1)).toBe('not-safe');
    expect(graded(0, 1)).toBe('not-safe');
    expect(graded(1, 0)).toBe('not-safe');
  });
});
