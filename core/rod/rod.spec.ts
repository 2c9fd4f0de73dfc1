import { describe, expect, it } from 'vitest';
import { rodGap } from './index.js';

describe('rod clearance', () => {
  it.each([
    [{ recessMm: 14.2, pinMm: 13.55 }, 0.65, 'loose'],
    [{ recessMm: 12, plateMm: 1.6, pinMm: 13.1 }, 0.5, 'within'],
    [{ recessMm: 14.2, insertMm: 1.6, pinMm: 12.9 }, -0.3, 'no-clearance'],
    [{ recessMm: 14.2, pinMm: 14.3 }, -0.1, 'no-clearance'],
    [{ recessMm: 14.2, pinMm: 14.0 }, 0.2, 'tight'],
  ] as const)('%j', (input, gap, verdict) => {
    const answer = rodGap(input);
    expect(answer.gapMm).toBeCloseTo(gap, 9);
    expect(answer.verdict).toBe(verdict);
    expect(answer.sentence).toMatch(/mm \(-?\d\.\d{4} in\)/);
  });
  it('no clearance is a stop', () => expect(rodGap({ recessMm: 14.2, pinMm: 14.3 }).sentence).toContain('Stop'));
});
