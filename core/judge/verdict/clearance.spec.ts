import { describe, expect, it } from 'vitest';
import { STANDARD_SETTINGS } from '../../named/settings/index.js';
import type { ChainFact } from '../../vehicle/chain/index.js';
import { type ChainInput, judgeChain } from './index.js';

/** A booster with its pin, and a master of another design that goes onto it. */
function pushed(pin: number, recess: number, ...of: readonly ChainFact[]): string | undefined {
  const input: ChainInput = {
    parts: [
      { id: 'booster', kind: 'booster', facts: [{ attribute: 'booster-pin', value: pin }, ...of] },
      { id: 'master', kind: 'brake-master', unit: 'old', facts: [{ attribute: 'recess-depth', value: pin + 0.4 }] },
    ],
    joints: [
      { id: 'mount', kind: 'mount', between: [{ part: 'booster', face: 'master' }, { part: 'master' }], stack: [] },
      { id: 'push', kind: 'push', between: [{ part: 'booster' }, { part: 'master' }], through: 'mount' },
    ],
    edits: [
      {
        id: 'put',
        do: 'put',
        at: 'master',
        kind: 'brake-master',
        unit: 'new',
        facts: [
          { attribute: 'recess-depth', value: recess },
          { attribute: 'insert', value: null },
        ],
      },
    ],
    listed: [],
    refused: [],
    overrides: [],
    settings: STANDARD_SETTINGS,
  };
  const answer = judgeChain(input);
  if ('faults' in answer) throw new Error(answer.faults.map((f) => f.sentence).join(' '));
  return answer.joints.find(({ id }) => id === 'push')?.checks.find(({ code }) => code === 'push.gap')?.state;
}
const pinIs = (value: 'fixed' | 'adjustable'): ChainFact => ({ attribute: 'pin-adjustable', value });
const { gapMin, gapMax, gapLost, adjusterRange } = STANDARD_SETTINGS;

describe('a clearance is not adjusted away without end', () => {
  it.each([
    // What the pocket is deeper than the pin, the pin, and what comes of it.
    [gapMax, 'fixed', 'fits'],
    [gapMax + gapLost - 0.1, 'fixed', 'fits-with-change'],
    [gapMax + gapLost + 0.1, 'fixed', 'does-not-fit'],
    [gapMax + gapLost + 0.1, 'adjustable', 'fits-with-change'],
    [gapMax + adjusterRange + 0.1, 'adjustable', 'not-known'],
    [500, 'adjustable', 'not-known'],
    [gapMin - adjusterRange + 0.1, 'adjustable', 'fits-with-change'],
    [-26, 'adjustable', 'not-known'],
    [-26, 'fixed', 'does-not-fit'],
  ] as const)('%s mm with a pin that is %s: %s', (gap, pin, state) => {
    expect(pushed(30, 30 + gap, pinIs(pin))).toBe(state);
  });
  it.each([
    [12, 12, 'fits-with-change'],
    [12, 13, 'does-not-fit'],
    [12, -11, 'fits-with-change'],
    [12, -13, 'does-not-fit'],
    [null, gapMin - 0.1, 'does-not-fit'],
  ] as const)('an adjuster that is recorded with %s mm takes up what is off by %s: %s', (range, gap, state) => {
    const adjuster: ChainFact = { attribute: 'pin-adjust', value: range };
    expect(pushed(30, 30 + gap, pinIs('adjustable'), adjuster)).toBe(state);
  });
  it('far over the target of a pin that nobody looked at: whether it turns is asked', () => {
    expect(pushed(30, 30 + gapMax + gapLost + 0.1)).toBe('not-known');
  });
  it('the limit of a maker goes before what is accepted', () => {
    const limit: ChainFact = { attribute: 'gap-limit', value: 1 };
    expect(pushed(30, 31.1, pinIs('fixed'), limit)).toBe('does-not-fit');
    expect(pushed(30, 30.9, pinIs('fixed'), limit)).toBe('fits-with-change');
  });
});
