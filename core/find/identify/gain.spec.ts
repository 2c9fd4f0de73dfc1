import { describe, expect, it } from 'vitest';
import { settingsWith, STANDARD_SETTINGS } from '../../named/settings/index.js';
import type { Fact, UnitDesign } from '../../named/unit/index.js';
import type { Evidence } from '../../vehicle/reading/index.js';
import { expectedGain } from './gain.js';
import { type Column, poolOf } from './pool.js';
import { identify, type Question } from './rank.js';

const unit = (id: string, facts: Partial<Record<Fact['attribute'], Fact['value']>>): UnitDesign => ({
  id,
  kind: 'brake-master',
  name: id,
  maker: 'Ardfrith',
  facts: Object.entries(facts).map(([attribute, value]) => ({
    attribute: attribute as Fact['attribute'],
    value,
    source: 'test',
  })),
});
const column = (attribute: Column['attribute'], codes: number[], answers: Column['answers']): Column => ({
  attribute,
  codes: Uint32Array.from(codes),
  answers,
});
const equal = (n: number): Float64Array => new Float64Array(n).fill(1 / n);

/** H − Σ P(answer) H(after), written out the long way. */
function gainTheLongWay(
  p: readonly number[],
  likelihood: (candidate: number, answer: number) => number,
  answers: number,
): number {
  const h = (q: readonly number[]): number => q.reduce((sum, x) => (x > 0 ? sum - x * Math.log2(x) : sum), 0);
  let after = 0;
  for (let a = 0; a < answers; a++) {
    const joint = p.map((x, i) => x * likelihood(i, a));
    const total = joint.reduce((sum, x) => sum + x, 0);
    if (total > 0) after += total * h(joint.map((x) => x / total));
  }
  return h(p) - after;
}

describe('what a check is expected to tell', () => {
  it('four equal candidates, bore A A B B, error 0.02: 0.909 bit', () => {
    expect(expectedGain(column('bore-form', [1, 1, 2, 2], ['A', 'B']), equal(4), 0.02, STANDARD_SETTINGS)).toBeCloseTo(
      0.909,
      3,
    );
  });
  it('label p q r and one unrecorded, error 0.05: 1.076 bit', () => {
    expect(
      expectedGain(column('label-code', [1, 2, 3, 0], ['p', 'q', 'r']), equal(4), 0.05, STANDARD_SETTINGS),
    ).toBeCloseTo(1.076, 3);
  });
  it('after bore A: 0.495 0.495 0.005 0.005, and 1.081 bit are left', () => {
    const settings = settingsWith({ 'epsilon.bore-form': 0.02 });
    const pool = poolOf([...'abcd'].map((id, i) => unit(id, { 'bore-form': i < 2 ? 'straight' : 'stepped' })));
    const seen: Evidence = { attribute: 'bore-form', kind: 'choice', value: 'straight' };
    const answer = identify(pool, { evidence: [seen], settings });
    expect(answer.candidates.map((c) => Number(c.probability.toFixed(3)))).toEqual([0.495, 0.495, 0.005, 0.005]);
    expect(answer.entropyBits).toBeCloseTo(1.081, 3);
  });
  it('is the same figure as the one worked out answer by answer', () => {
    const [p, codes, epsilon] = [[0.4, 0.3, 0.2, 0.1], [1, 1, 2, 0], 0.03] as const;
    const likelihood = (i: number, a: number): number =>
      (codes[i] ?? 0) === 0 ? 1 / 3 : a === (codes[i] ?? 0) - 1 ? 1 - epsilon : epsilon / 2;
    const long = gainTheLongWay(p, likelihood, 3);
    expect(
      expectedGain(column('label-code', [...codes], ['p', 'q']), Float64Array.from(p), epsilon, STANDARD_SETTINGS),
    ).toBeCloseTo(long, 12);
  });
  it('a caliper tells 25 mm from 25.4 mm, a ruler hardly', () => {
    const bores = column('bore', [1, 2], [25, 25.4]);
    const gain = (sigma: number): number => expectedGain(bores, equal(2), 0.02, STANDARD_SETTINGS, sigma);
    expect(gain(0.058)).toBeGreaterThan(0.85);
    expect(gain(0.501)).toBeLessThan(0.1);
    expect(gain(0.022)).toBeGreaterThanOrEqual(gain(0.058));
  });
  it('a measured gain is that of a reading which falls to the nearer size', () => {
    // Two sizes 0.4 apart, σ 0.2: each is read as the other when the reading is beyond the middle, 1 σ away.
    const wrong = 0.15865525393145707;
    const channel = (i: number, a: number): number => (a === 2 ? 0.02 : 0.98 * (i === a ? 1 - wrong : wrong));
    const gain = expectedGain(column('bore', [1, 2], [25, 25.4]), equal(2), 0.02, STANDARD_SETTINGS, 0.2);
    expect(gain).toBeCloseTo(gainTheLongWay([0.5, 0.5], channel, 3), 6);
  });
  it('nothing recorded, nothing told', () => {
    expect(expectedGain(column('label-code', [0, 0], []), equal(2), 0.05, STANDARD_SETTINGS)).toBe(0);
  });
});

describe('what to check next', () => {
  const pool = poolOf([
    unit('a', { 'bore-form': 'straight', bore: 23.8125, 'label-code': 'KD' }),
    unit('b', { 'bore-form': 'stepped', bore: 22.225, mouth: 28.575, 'label-code': 'KE' }),
  ]);
  const checks = (rest: Partial<Question> = {}) =>
    identify(pool, { evidence: [], settings: STANDARD_SETTINGS, ...rest }).nextChecks;
  it('the most information for the work comes first, and what comes off first is said', () => {
    expect(checks().map((c) => c.attribute)).toEqual(['label-code', 'bore-mark', 'bore-form', 'mouth', 'bore']);
    expect(checks().find((c) => c.attribute === 'bore')).toMatchObject({
      minutes: 16,
      removal: 'rod, boot and retaining ring',
      tool: 'caliper',
      spot: 'mouth',
    });
    expect(checks()[0]).toMatchObject({ minutes: 1, removal: '', separates: 'KD 50 % · KE 50 %' });
  });
  it('on the bench nothing has to come off any more', () => {
    expect(checks({ unitIs: 'off' }).find((c) => c.attribute === 'bore')).toMatchObject({ minutes: 6, removal: '' });
  });
  it('of a lost unit only what is left on the vehicle can be looked at', () => {
    const ports = poolOf([
      unit('a', { 'stud-spacing': 80, 'label-code': 'KD' }),
      unit('b', { 'stud-spacing': 86, 'label-code': 'KE' }),
    ]);
    const lost = identify(ports, { evidence: [], settings: STANDARD_SETTINGS, unitIs: 'lost' }).nextChecks;
    expect(lost.map((c) => c.attribute)).toEqual(['stud-spacing']);
    expect(lost[0]?.where).toContain('bulkhead');
  });
  it('what was looked at is not proposed again, but a coarse measure is with a finer instrument', () => {
    const label: Evidence = { attribute: 'label-code', kind: 'mark', value: 'K0' };
    expect(checks({ evidence: [label] }).map((c) => c.attribute)).not.toContain('label-code');
    const ruler: Evidence = {
      attribute: 'bore',
      kind: 'quantity',
      value: { value: 23, unit: 'mm' },
      instrument: 'ruler',
    };
    expect(checks({ evidence: [ruler] }).find((c) => c.attribute === 'bore')?.tool).toBe('caliper');
    expect(checks({ evidence: [{ ...ruler, instrument: 'caliper' }] }).find((c) => c.attribute === 'bore')?.tool).toBe(
      'micrometer',
    );
  });
  it('a port that is not there is not asked about', () => {
    const [left, right] = ['front-left', 'rear-left'].map((position) =>
      (['port-thread', 'port-seat'] as const).map((attribute) => ({ attribute, position })),
    );
    const values = { 'port-thread': ['M10x1.0', 'M12x1.0'], 'port-seat': ['inverted-flare', 'bubble-flare'] } as const;
    const ports = (ofPort: typeof left, i: 0 | 1): Fact[] =>
      (ofPort ?? []).map((one) => ({ ...one, value: values[one.attribute][i], source: 'test' }));
    const masters = ([0, 1] as const).flatMap((i) =>
      [left, right].map((ofPort, j): UnitDesign => ({ ...unit(`${i}${j}`, {}), facts: ports(ofPort, i) })),
    );
    const asked = (...evidence: Evidence[]): string[] =>
      identify(poolOf(masters), { evidence, settings: STANDARD_SETTINGS }).nextChecks.map((c) => c.position ?? '');
    const thread = { attribute: 'port-thread', kind: 'thread' } as const;
    expect(asked()).toEqual(expect.arrayContaining(['front-left', 'rear-left']));
    expect(asked({ ...thread, position: 'front-left', value: 'none' })).not.toContain('front-left');
    const there: Evidence = { ...thread, position: 'rear-left', value: 'M10x1.0' };
    expect(asked(there)).toContain('front-left');
    expect(asked(there, { attribute: 'port-count', kind: 'count', value: 2 })).toContain('front-left');
    expect(asked(there, { attribute: 'port-count', kind: 'count', value: 1 })).not.toContain('front-left');
  });
  it('the minutes are the workshop’s own', () => {
    const settings = settingsWith({ 'minutes.label-code': 30 });
    expect(checks({ settings })[0]?.attribute).toBe('bore-mark');
  });
});
