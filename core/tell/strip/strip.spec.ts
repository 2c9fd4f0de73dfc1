import { describe, expect, it } from 'vitest';
import type { FourState } from '../../base/state/index.js';
import { chainOf, type StripJoint } from './index.js';

const joint = (state: FourState, place: StripJoint['place'] = 'side'): StripJoint => ({ place, state });

describe('the chain', () => {
  const fills = [
    { slot: 'booster', now: 'booster' },
    {
      slot: 'brake-master',
      now: 'old',
      next: 'new',
      joints: [joint('fits', 'up'), joint('does-not-fit', 'down'), joint('not-known')],
    },
    { slot: 'rear-brake', now: 'cylinder' },
  ];
  it('runs from pedal to wheel and shows each joint’s gravest state', () => {
    const chain = chainOf('brake', 'ratio 4', undefined, fills);
    expect(chain.links.map((l) => l.id)).toEqual(['pedal', 'booster', 'brake-master', 'lines', 'rear-brake']);
    expect(chain.joints.map((j) => [j.to, j.state, j.words])).toEqual([
      ['booster', 'fits', 'untouched'],
      ['brake-master', 'fits', 'fits'],
      ['lines', 'does-not-fit', 'does not fit'],
      ['rear-brake', 'fits', 'untouched'],
    ]);
    expect(chain.links[2]?.side).toBe('not-known');
  });
  it('every wheel unit hangs on the lines', () => {
    const chain = chainOf('brake', undefined, undefined, [{ slot: 'front-brake' }, { slot: 'rear-brake' }]);
    expect(chain.joints.at(-1)?.from).toBe('lines');
  });
});
