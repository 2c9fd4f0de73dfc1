import { describe, expect, it } from 'vitest';
import { mm } from '../../base/units/index.js';
import { STANDARD_SETTINGS } from '../../named/settings/index.js';
import type { UnitDesign } from '../../named/unit/index.js';
import type { Evidence } from '../../vehicle/reading/index.js';
import { poolOf } from './pool.js';
import { identify } from './rank.js';
import { asOnePiece } from './readings.js';
import { readingSigma } from './weigh.js';

const bore = (value: number, instrument: Evidence['instrument'] = 'caliper'): Evidence => ({
  attribute: 'bore',
  kind: 'quantity',
  value: mm(value),
  ...(instrument === undefined ? {} : { instrument }),
});
const unit = (id: string, boreMm?: number): UnitDesign => ({
  id,
  kind: 'brake-master',
  name: id,
  maker: '',
  facts: boreMm === undefined ? [] : [{ attribute: 'bore', value: boreMm, source: 's' }],
});
const ask = (designs: readonly UnitDesign[], evidence: readonly Evidence[]) =>
  identify(poolOf(designs), { evidence, settings: STANDARD_SETTINGS });

describe('several readings of one thing are one piece of evidence', () => {
  it.each([
    [3, 'caliper', 0.0416],
    [12, 'ruler', 0.147],
  ] as const)('%s readings with a %s leave %s mm', (count, instrument, sigma) => {
    const [one, ...more] = asOnePiece(
      Array.from({ length: count }, () => bore(26.9, instrument)),
      STANDARD_SETTINGS,
    );
    expect(more).toEqual([]);
    expect(readingSigma(one as Evidence, STANDARD_SETTINGS)).toBeCloseTo(sigma, 3);
  });
  it('a fine reading counts more than a coarse one', () => {
    const [one] = asOnePiece([bore(26.9, 'micrometer'), bore(27.5, 'ruler')], STANDARD_SETTINGS);
    expect(one?.kind === 'quantity' && one.value.value).toBeCloseTo(26.901, 3);
  });
  it('readings that disagree stay apart, and a word noted twice is one word', () => {
    expect(asOnePiece([bore(22.2), bore(26.9)], STANDARD_SETTINGS)).toHaveLength(2);
    const mark: Evidence = { attribute: 'label-code', kind: 'mark', value: 'KE' };
    expect(asOnePiece([mark, mark], STANDARD_SETTINGS)).toEqual([mark]);
  });
  it('saying the same twice moves no share', () => {
    const pool = [unit('a', 22.225), unit('b', 23.8125)];
    const mark: Evidence = { attribute: 'bore-mark', kind: 'quantity', value: mm(22.225) };
    const share = (evidence: Evidence[]) => ask(pool, evidence).candidates.map((c) => c.probability);
    expect(share([mark, mark])).toEqual(share([mark]));
  });
});

describe('a check that cannot move the shares promises nothing', () => {
  it('measuring what only one unit is recorded with', () => {
    const { nextChecks } = ask([unit('a', 22.225), unit('b'), unit('c')], []);
    expect(nextChecks.find((c) => c.attribute === 'bore')?.gainBits ?? 0).toBeCloseTo(0, 6);
  });
});
