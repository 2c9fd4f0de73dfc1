import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { STANDARD_PRACTICE } from '../practice/index.js';
import type { Fact, UnitDesign } from '../unit/index.js';
import { evidenceProblem, rank, readBenchLine, type Evidence, type PoolMember } from './index.js';

const fact = (attribute: Fact['attribute'], value: Fact['value'], position?: string): Fact => ({
  attribute,
  value,
  source: 'test',
  ...(position ? { position } : {}),
});
const unit = (id: string, ...facts: Fact[]): UnitDesign => ({ id, kind: 'brake-master', name: id, maker: 'Ardfrith', facts });
const pool = (units: readonly UnitDesign[], recorded: readonly string[] = []): PoolMember[] =>
  units.map((u) => ({ unit: u, recorded: recorded.includes(u.id), classId: u.id }));

const straight = unit('straight', fact('bore', 23.8125), fact('bore-form', 'straight'), fact('casting-number', '44719'), fact('label-code', 'KD'));
const stepped = unit(
  'stepped',
  fact('bore', 22.225),
  fact('bore-large', 28.575),
  fact('bore-form', 'stepped'),
  fact('casting-number', '44719'),
  fact('label-code', 'KE'),
);
const heavy = unit('heavy', fact('bore', 25.4), fact('bore-form', 'straight'), fact('casting-number', '44802'));
const units = [straight, stepped, heavy];

const bench = (line: string): Evidence => {
  const read = readBenchLine(line);
  if (!read.recognised) throw new Error(read.problem);
  return read.evidence;
};
const ranked = (lines: readonly string[], recorded: readonly string[] = []) => rank(pool(units, recorded), lines.map(bench), STANDARD_PRACTICE);
const share = (id: string, lines: readonly string[], recorded: readonly string[] = []): number => {
  const { candidates, eliminated } = ranked(lines, recorded);
  return [...candidates, ...eliminated].find((c) => c.unitId === id)?.probability ?? 0;
};

describe('narrowing by evidence', () => {
  it('a casting number that variants share cannot decide alone', () => {
    const answer = ranked(['cast 44719']);
    expect(answer.verdict).toBe('not-enough');
    expect(answer.candidates.map((c) => c.unitId).slice(0, 2)).toEqual(['stepped', 'straight']);
    expect(share('straight', ['cast 44719'])).toBeCloseTo(share('stepped', ['cast 44719']), 12);
  });
  it('the form of the bore settles what the casting cannot', () => {
    const answer = ranked(['cast 44719', 'form stepped', 'label KE']);
    expect(answer.verdict).toBe('enough');
    expect(answer.candidates[0]?.unitId).toBe('stepped');
    const out = [...answer.candidates, ...answer.eliminated].find((c) => c.unitId === 'straight');
    expect(out?.disagrees.map((b) => b.sentence)).toContain('bore form stepped: this unit has straight');
  });
  it('matches the posterior worked out by hand', () => {
    // ε 0.03 for the form, two recorded answers and "other": K = 3. 0.97 against 0.03 / 2, equal priors of three.
    const weights = { straight: 0.97, stepped: 0.015, heavy: 0.97 };
    const total = weights.straight + weights.stepped + weights.heavy;
    expect(share('straight', ['form straight'])).toBeCloseTo(weights.straight / total, 12);
    expect(share('stepped', ['form straight'])).toBeCloseTo(weights.stepped / total, 12);
  });
  it('four candidates and one mark: the worked example holds', () => {
    const abcd = [
      unit('a', fact('casting-number', 'A')),
      unit('b', fact('casting-number', 'A')),
      unit('c', fact('casting-number', 'B')),
      unit('d', fact('casting-number', 'B')),
    ];
    // The example has ε 0.02 for the mark; casting numbers have 0.03 here, K = 3: 0.97 to 0.015.
    const answer = rank(pool(abcd), [bench('cast A')], STANDARD_PRACTICE);
    const all = [...answer.candidates, ...answer.eliminated];
    expect(all.find((c) => c.unitId === 'a')?.probability).toBeCloseTo(0.97 / (2 * 0.97 + 2 * 0.015), 12);
    expect(answer.entropyBits).toBeCloseTo(-2 * (0.4924 * Math.log2(0.4924) + 0.0076 * Math.log2(0.0076)), 2);
  });
  it('a vehicle’s own units share all but the swapped share', () => {
    expect(share('straight', [], ['straight'])).toBeCloseTo(0.95, 12);
    expect(share('heavy', [], ['straight'])).toBeCloseTo(0.025, 12);
  });
  it('says when only the record speaks, and nothing on the unit was looked at', () => {
    expect(ranked([], ['straight']).advice).toContain('read one mark');
    expect(ranked(['label KD'], ['straight']).advice).toContain('Enough to order from');
  });
  it('goes on from what is really there: evidence beats the record', () => {
    expect(ranked(['bore 25.41 mic', 'cast 44802'], ['straight']).candidates[0]?.unitId).toBe('heavy');
  });
  it('a measured bore far from every unit of the kind is named as the odd one out, and decides nothing', () => {
    const answer = ranked(['bore 20.1 cal']);
    expect(answer.verdict).toBe('contradictory');
    expect(answer.oddOneOut?.sentence).toContain('retaining ring');
    expect(share('straight', ['bore 20.1 cal'])).toBeCloseTo(1 / 3, 12);
  });
  it('evidence that no candidate explains whole names the odd one', () => {
    const answer = ranked(['cast 44802', 'form stepped']);
    expect(answer.verdict).toBe('contradictory');
    expect(answer.oddOneOut).toBeDefined();
  });
  it('an empty pool says so', () => {
    expect(rank([], [], STANDARD_PRACTICE).verdict).toBe('none');
  });
  it('one class of interchangeable units counts as one', () => {
    const twins = pool([straight, { ...straight, id: 'twin' }]).map((m) => ({ ...m, classId: 'one' }));
    expect(rank(twins, [bench('label KD')], STANDARD_PRACTICE).verdict).toBe('enough');
  });
});

describe('laws of evidence', () => {
  const lines = ['cast 44719', 'cast 44802', 'form stepped', 'form straight', 'bore 23.8 cal', 'bore 25.4 mic', 'label KD', 'ports 2', 'studs 80'];
  const some = fc.subarray(lines, { minLength: 0 });
  it('probabilities sum to one', () => {
    fc.assert(
      fc.property(some, (chosen) => {
        const { candidates, eliminated } = ranked(chosen);
        expect([...candidates, ...eliminated].reduce((sum, c) => sum + c.probability, 0)).toBeCloseTo(1, 9);
      }),
    );
  });
  it('the order of evidence does not matter', () => {
    fc.assert(
      fc.property(some, (chosen) => {
        for (const u of units) expect(share(u.id, chosen)).toBeCloseTo(share(u.id, [...chosen].reverse()), 9);
      }),
    );
  });
  it('evidence that no unit records changes nothing', () => {
    fc.assert(
      fc.property(some, (chosen) => {
        for (const u of units) expect(share(u.id, [...chosen, 'clevis 8 cal'])).toBeCloseTo(share(u.id, chosen), 9);
      }),
    );
  });
});

describe('the bench line', () => {
  it.each([
    ['bore 26.9 cal', { attribute: 'bore', kind: 'quantity', value: { value: 26.9, unit: 'mm' }, instrument: 'caliper' }],
    ['bore 1-1/16 mic', { attribute: 'bore', value: { value: 1.0625, unit: 'in' }, instrument: 'micrometer' }],
    ['cast 44719', { attribute: 'casting-number', kind: 'mark', value: '44719' }],
    ['Label kd', { attribute: 'label-code', value: 'kd' }],
    ['ports 2', { attribute: 'port-count', kind: 'count', value: 2 }],
    ['port rear left 9/16-18', { attribute: 'port-thread', position: 'rear-left', value: '9/16-18 UNF' }],
    ['port rear left bubble', { attribute: 'port-seat', position: 'rear-left', value: 'bubble-flare' }],
    ['port rear left feeds front', { attribute: 'port-feeds', position: 'rear-left', value: 'front' }],
    ['studs 80', { attribute: 'stud-spacing', value: { value: 80, unit: 'mm' }, instrument: 'ruler' }],
    ['flange 90', { attribute: 'flange-angle', value: { value: 90, unit: 'deg' } }],
    ['rod 118', { attribute: 'rod-length' }],
    ['form stepped', { attribute: 'bore-form', value: 'stepped' }],
    ['reservoir remote', { attribute: 'reservoir', value: 'remote' }],
    ['cap DOT 4', { attribute: 'fluid', value: 'DOT 4' }],
    ['foot none', { attribute: 'foot', value: 'none' }],
  ])('%s', (line, expected) => {
    const read = readBenchLine(line);
    expect(read.recognised && read.evidence).toMatchObject(expected);
    expect(evidenceProblem(bench(line))).toBeUndefined();
  });
  it('asks when a bore reads like inches', () => {
    const read = readBenchLine('bore 1.06 cal');
    expect(read.recognised && read.doubt).toContain('1.06 in would be sensible');
  });
  it.each(['', 'colour blue', 'bore', 'bore soft', 'port 3/8-24', 'port rear left', 'form round', 'port rear left 3/8-22', 'ports many', 'x'.repeat(300)])(
    'refuses %j in a sentence',
    (line) => {
      const read = readBenchLine(line);
      expect(read.recognised).toBe(false);
      expect(!read.recognised && read.problem.length).toBeGreaterThan(10);
    },
  );
  it('never throws', () => {
    fc.assert(fc.property(fc.string({ maxLength: 90 }), (line) => void readBenchLine(line)));
  });
});
