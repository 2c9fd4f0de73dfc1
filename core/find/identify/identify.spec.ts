import { describe, expect, it } from 'vitest';
import { attribute } from '../../named/attribute/index.js';
import { STANDARD_SETTINGS } from '../../named/settings/index.js';
import type { Fact, UnitDesign } from '../../named/unit/index.js';
import type { Evidence } from '../../vehicle/reading/index.js';
import { readBenchLine } from './bench-line.js';
import { type Fitted, poolOf } from './pool.js';
import { type Identification, identify, type Question } from './rank.js';

const fact = (attribute: Fact['attribute'], value: Fact['value'], position?: string): Fact => ({
  attribute,
  value,
  source: 'test',
  ...(position ? { position } : {}),
});
const unit = (id: string, ...facts: Fact[]): UnitDesign => ({
  id,
  kind: 'brake-master',
  name: id,
  maker: 'Ardfrith',
  facts,
});

const straight = unit(
  'straight',
  fact('bore', 23.8125),
  fact('bore-form', 'straight'),
  fact('casting-number', '44719'),
  fact('label-code', 'KD'),
);
const stepped = unit(
  'stepped',
  fact('bore', 22.225),
  fact('bore-large', 28.575),
  fact('bore-form', 'stepped'),
  fact('casting-number', '44719'),
  fact('label-code', 'KE'),
);
const heavy = unit(
  'heavy',
  fact('bore', 25.4),
  fact('bore-form', 'straight'),
  fact('casting-number', '44802'),
  fact('casting-date', '1999-01'),
);
const units = [straight, stepped, heavy];

const bench = (line: string): Evidence => {
  const read = readBenchLine(line);
  if (!read.recognised) throw new Error(read.problem);
  return read.evidence;
};
const fittedTo = (...ids: string[]): Fitted[] =>
  ids.map((unitId) => ({ unitId, builtFrom: null, builtTo: null, option: null }));
const asked = (lines: readonly string[], rest: Partial<Question> = {}, pool = units): Identification =>
  identify(poolOf(pool), { evidence: lines.map(bench), settings: STANDARD_SETTINGS, ...rest });
const share = (id: string, answer: Identification): number =>
  [...answer.candidates, ...answer.eliminated].find((c) => c.unitId === id)?.probability ?? 0;

describe('a mark that nobody recorded of the likeliest', () => {
  const blank = unit('blank', fact('bore', 23.8125));
  const record = { fitted: fittedTo('blank') };
  it('contradicts nothing when no unit has it', () => {
    const answer = asked(['label ZZ9'], record, [blank, straight, stepped, heavy]);
    expect(answer.verdict).toBe('enough');
    expect(answer.oddOneOut).toBeUndefined();
  });
  it('is a contradiction still where its mark is recorded, and is another', () => {
    expect(asked(['label ZZ9'], { fitted: fittedTo('straight') }).verdict).toBe('contradictory');
  });
  it('speaks for the unit that has it: of marks that are all different one more unit hardly has the same', () => {
    // Two labels on two units: 0.95 for the one that has it, (0.95 · 1 / 2 / 2) + 0.05 / 2 for one without a record.
    const epsilon = attribute('label-code').epsilon;
    const answer = asked(['label KD'], record, [blank, straight, stepped]);
    const without = ((1 - epsilon) * 1) / 2 / 2 + epsilon / 2;
    const [own, other] = [1 - STANDARD_SETTINGS.swappedEarlier, STANDARD_SETTINGS.swappedEarlier / 2];
    const [b, s, t] = [own * without, other * (1 - epsilon), (other * epsilon) / 2];
    expect(share('blank', answer)).toBeCloseTo(b / (b + s + t), 10);
  });
});

describe('narrowing by evidence', () => {
  it('a casting number that variants share cannot decide alone', () => {
    const answer = asked(['cast 44719']);
    expect(answer.verdict).toBe('not-enough');
    expect(answer.candidates.map((c) => c.unitId).slice(0, 2)).toEqual(['stepped', 'straight']);
    expect(share('straight', answer)).toBeCloseTo(share('stepped', answer), 12);
  });
  it('the form of the bore settles what the casting cannot', () => {
    const answer = asked(['cast 44719', 'form stepped', 'label KE']);
    expect(answer.verdict).toBe('enough');
    expect(answer.candidates[0]?.unitId).toBe('stepped');
    const out = [...answer.candidates, ...answer.eliminated].find((c) => c.unitId === 'straight');
    expect(out?.disagrees.map((b) => b.sentence)).toContain('bore form stepped: this unit has straight');
  });
  it('matches the posterior worked out by hand', () => {
    // ε 0.03 for the form, two recorded answers and "other": K = 3. 0.97 against 0.03 / 2, equal priors of three.
    const total = 0.97 + 0.015 + 0.97;
    const answer = asked(['form straight']);
    expect(share('straight', answer)).toBeCloseTo(0.97 / total, 12);
    expect(share('stepped', answer)).toBeCloseTo(0.015 / total, 12);
  });
  it('shows its working: a share is the prior times the weights, over the sum of all', () => {
    const answer = asked(['cast 44719', 'form stepped', 'label KE']);
    const all = [...answer.candidates, ...answer.eliminated];
    const product = (c: (typeof all)[number]): number =>
      [...c.agrees, ...c.disagrees, ...c.unrecorded].reduce((x, b) => x * b.weight, c.prior);
    const total = all.reduce((sum, c) => sum + product(c), 0);
    expect(all.length).toBeGreaterThan(1);
    for (const c of all) expect(c.probability).toBeCloseTo(product(c) / total, 12);
  });
  it('a vehicle’s own units share all but the swapped share', () => {
    const answer = asked([], { fitted: fittedTo('straight') });
    expect(share('straight', answer)).toBeCloseTo(0.95, 12);
    expect(share('heavy', answer)).toBeCloseTo(0.025, 12);
  });
  it('says when only the record speaks, and nothing on the unit was looked at', () => {
    expect(asked([], { fitted: fittedTo('straight') }).advice).toContain('read one mark');
    expect(asked(['label KD'], { fitted: fittedTo('straight') }).advice).toContain('Enough to order from');
  });
  it('goes on from what is really there: evidence beats the record, and says so', () => {
    const answer = asked(['bore 25.41 mic', 'cast 44802'], { fitted: fittedTo('straight') });
    expect(answer.candidates[0]?.unitId).toBe('heavy');
    expect(answer.swapped).toMatchObject({ sure: true });
    expect(asked(['label KD'], { fitted: fittedTo('straight') }).swapped).toBeUndefined();
  });
  it('a casting younger than the vehicle was not on it when it left', () => {
    const answer = asked(['cast date 2001-03'], { fitted: fittedTo('heavy'), built: '1999-05' });
    expect(answer.swapped?.sentence).toContain('younger than the vehicle');
    expect(asked(['cast date 1999-02'], { fitted: fittedTo('heavy'), built: '1999-05' }).swapped).toBeUndefined();
  });
  it('a casting date bounds from below only', () => {
    const sentences = (line: string): Record<string, number> =>
      Object.fromEntries(asked([line]).candidates.map((c) => [c.unitId, c.disagrees.length]));
    expect(sentences('cast date 1998-12')).toMatchObject({ heavy: 1, straight: 0 });
    expect(sentences('cast date 2007-01')).toMatchObject({ heavy: 0, straight: 0 });
  });
  it('a measured bore far from every unit of the kind is named as the odd one out, and decides nothing', () => {
    const answer = asked(['bore 20.1 cal']);
    expect(answer.verdict).toBe('contradictory');
    expect(answer.oddOneOut?.sentence).toContain('retaining ring');
    expect(share('straight', answer)).toBeCloseTo(1 / 3, 12);
  });
  it('of three observations the one that the other two speak against is the odd one out', () => {
    const known = [{ ...heavy, facts: [...heavy.facts, fact('label-code', 'KH')] }, straight, stepped];
    const answer = asked(['cast 44802', 'label KH', 'form stepped'], {}, known);
    expect(answer.verdict).toBe('contradictory');
    expect(answer.oddOneOut?.attribute).toBe('bore-form');
    expect(asked(['cast 44719', 'label KH', 'form stepped'], {}, known).oddOneOut).toMatchObject({
      attribute: 'label-code',
    });
  });
  it('a unit of which little is recorded does not hide a contradiction', () => {
    const vague = unit('vague', fact('bore', 30));
    expect(asked(['cast 44802', 'form stepped'], {}, [...units, vague]).verdict).toBe('contradictory');
  });
  it('an empty pool says so', () => {
    expect(asked([], {}, []).verdict).toBe('none');
  });
  it('one class of interchangeable units counts as one', () => {
    const twins = [straight, { ...straight, id: 'twin' }];
    expect(asked(['label KD'], { classOf: () => 'one' }, twins).verdict).toBe('enough');
    expect(asked(['label KD'], {}, twins).verdict).toBe('not-enough');
  });
  it('answers as many as asked for, the best first, and counts the rest', () => {
    const many = Array.from({ length: 50 }, (_, i) =>
      unit(`u${String(i).padStart(2, '0')}`, fact('bore', 20 + (i % 2) * 5)),
    );
    const answer = asked(['bore 20.0 mic'], { limit: 5 }, many);
    expect(answer.candidates.map((c) => c.unitId)).toEqual(['u00', 'u02', 'u04', 'u06', 'u08']);
    expect(answer).toMatchObject({ pool: 50, candidateCount: 25, eliminatedCount: 25 });
    expect(answer.eliminated).toHaveLength(5);
  });
});

describe('marks that were misread', () => {
  it('one misread character is offered, weighs little, and is never taken', () => {
    const answer = asked(['cast 447l9']);
    expect(answer.didYouRead).toEqual([]);
    const partsList = asked(['cast 44791']);
    expect(partsList.didYouRead).toEqual([{ attribute: 'casting-number', seen: '44791', instead: '44719' }]);
    expect(share('straight', partsList)).toBeGreaterThan(share('heavy', partsList));
    expect(partsList.verdict).toBe('contradictory');
    expect(share('straight', partsList)).toBeLessThan(share('straight', asked(['cast 44719'])) + 1e-9);
  });
  it.each([
    ['cast 4471g', []],
    ['cast 448O2', ['44802']],
    ['cast 4B802', []],
    ['cast 44B02', ['44802']],
    ['cast 44-802', []],
  ])('%s: did you read %j?', (line, instead) => {
    expect(asked([line]).didYouRead.map((d) => d.instead)).toEqual(instead);
  });
});

describe('what follows from a record', () => {
  it('the mouth of a stepped unit is its large bore, and the size on the body is the one it is named by', () => {
    expect(asked(['mouth 28.58 cal']).candidates[0]?.unitId).toBe('stepped');
    expect(asked(['bore mark 22.225']).candidates[0]?.unitId).toBe('stepped');
    expect(asked(['mouth 23.8 cal']).candidates[0]?.unitId).toBe('straight');
  });
  it('a unit whose ports are all known has no port elsewhere', () => {
    const left = unit('left', fact('port-count', 1), fact('port-thread', 'M10x1.0', 'rear-left'));
    const right = unit('right', fact('port-count', 1), fact('port-thread', 'M10x1.0', 'rear-right'));
    const answer = asked(['port rear left M10x1'], {}, [left, right]);
    expect(answer.candidates[0]?.unitId).toBe('left');
    expect(answer.candidates[1]?.disagrees[0]?.sentence).toBe('port thread, rear left M10x1.0: this unit has none');
    expect(asked(['ports on left'], {}, [left, right]).candidates[0]?.unitId).toBe('left');
    expect(asked(['port single M10x1'], {}, [left, right]).candidates.map((c) => c.agrees.length)).toEqual([1, 1]);
  });
  it('27 mm and 1-1/16 in are one size, and share the vote', () => {
    const [a, b] = [unit('a', fact('bore', 27)), unit('b', fact('bore', 26.9875))];
    const answer = asked(['bore 26.94 cal'], {}, [a, b, straight]);
    expect(share('a', answer)).toBeCloseTo(share('b', answer), 12);
  });
});

describe('facts of the vehicle', () => {
  const entries: Fitted[] = [
    { unitId: 'straight', builtFrom: '1996-01', builtTo: '2000-10', option: null },
    { unitId: 'stepped', builtFrom: '2000-11', builtTo: null, option: null },
  ];
  it('a build month speaks for the units of its side', () => {
    const answer = asked(['built 2000-09'], { fitted: entries });
    expect(answer.candidates[0]?.unitId).toBe('straight');
    expect(answer.candidates[0]?.agrees[0]?.sentence).toContain('from 1996-01 to 2000-10');
    expect(answer.advice).toContain('By the vehicle’s record alone');
  });
  it('an option speaks for the unit that belongs to it, and against the one without', () => {
    const option: Fitted[] = [
      { unitId: 'straight', builtFrom: null, builtTo: null, option: null },
      { unitId: 'heavy', builtFrom: null, builtTo: null, option: 'H' },
    ];
    expect(asked(['option h'], { fitted: option }).candidates[0]?.unitId).toBe('heavy');
    expect(asked([], { fitted: option }).nextChecks.map((c) => c.attribute)).toContain('option-code');
    const other = asked(['option K1'], { fitted: option });
    expect(share('straight', other)).toBeCloseTo(share('straight', asked([], { fitted: option })), 12);
  });
  it('without a vehicle, facts of a vehicle say nothing of units', () => {
    expect(share('heavy', asked(['option H', 'built 2001-01']))).toBeCloseTo(1 / 3, 12);
  });
});
