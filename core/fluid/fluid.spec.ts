import { describe, expect, it } from 'vitest';
import { capAgainstSeals, findFluid, fluidNeeded, FLUIDS, judgeFluid, type FluidRow } from './index.js';

const fluid = (grade: string): FluidRow => {
  const found = findFluid(grade);
  if (!found) throw new Error(grade);
  return found;
};

describe('the fluid that cap and seals want', () => {
  it.each([
    ['DOT 4', 'DOT 4', 'fits'],
    ['DOT 5.1', 'DOT 4', 'fits'],
    ['DOT 3', 'DOT 4', 'does-not-fit'],
    ['DOT 5', 'DOT 5.1', 'does-not-fit'],
    ['mineral', 'DOT 4', 'does-not-fit'],
    ['DOT 4', 'ISO class 6', 'does-not-fit'],
    ['DOT 5.1', 'ISO class 6', 'does-not-fit'],
    ['ISO class 6', 'DOT 4', 'fits'],
    ['ISO class 7', 'ISO class 6', 'fits'],
  ])('%s where the cap says %s: %s', (offered, cap, state) => {
    expect(judgeFluid(fluid(offered), fluid(cap), ['EPDM']).state).toBe(state);
  });
  it('silicone and glycol never mix, although both spare the seals', () => {
    expect(judgeFluid(fluid('DOT 5'), fluid('DOT 4'), ['EPDM']).sentence).toContain('never mix');
  });
  it('glycol ruins seals for mineral oil, whatever the cap says', () => {
    expect(judgeFluid(fluid('DOT 4'), fluid('DOT 4'), ['NBR']).sentence).toContain('ruins seals of NBR');
  });
  it('without a cap it is not known, never guessed', () => {
    expect(judgeFluid(fluid('DOT 4'), undefined, []).state).toBe('not-known');
    expect(judgeFluid(fluid('DOT 4'), undefined, ['EPDM']).state).toBe('not-known');
  });
  it('a cap and seals that contradict each other stop the work', () => {
    expect(capAgainstSeals(fluid('mineral'), ['EPDM'])).toContain('not original');
    expect(capAgainstSeals(fluid('DOT 3'), ['SBR', 'EPDM'])).toBeUndefined();
  });
  it('reads what people call a grade', () => {
    expect(findFluid('dot4')?.grade).toBe('DOT 4');
    expect(findFluid('5.1')?.grade).toBe('DOT 5.1');
    expect(findFluid('class 6')).toBeUndefined();
  });
  it('no grade of one base may replace another of any other base', () => {
    for (const a of FLUIDS)
      for (const b of FLUIDS)
        if (a.base !== b.base) expect(judgeFluid(a, b, []).state, `${a.grade} for ${b.grade}`).toBe('does-not-fit');
  });
  it('adds what the unit holds, the flush and the waste', () =>
    expect(fluidNeeded(90, 500, 0.15)).toBeCloseTo(678.5, 9));
});
