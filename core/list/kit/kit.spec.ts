import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { STANDARD_SETTINGS } from '../../named/settings/index.js';
import type { Fact, UnitDesign, UnitKind } from '../../named/unit/index.js';
import { kitSentence } from '../../tell/words/index.js';
import { bagOf, toldByKit } from './index.js';
import { judgeKit, type KitAnswer, type KitRecord, type NeededPiece } from './judge.js';

const unit = (kind: UnitKind, ...facts: [Fact['attribute'], Fact['value'], string?][]): UnitDesign => ({
  id: 'u',
  kind,
  name: 'u',
  maker: 'Ardfrith',
  facts: facts.map(([attribute, value, position]) => ({
    attribute,
    value,
    source: 'test',
    ...(position ? { position } : {}),
  })),
});
const kit = (over: Partial<KitRecord> = {}): KitRecord => ({
  id: 'k',
  name: 'kit',
  boreMm: 22.225,
  seals: 'EPDM',
  contents: [],
  source: 'test',
  listed: true,
  ...over,
});
const needs = (...rows: [string, number, (number | undefined)?, boolean?][]): NeededPiece[] =>
  rows.map(([item, quantity, sizeMm, stays = false]) => ({
    item,
    quantity,
    stays,
    ...(sizeMm === undefined ? {} : { sizeMm }),
  }));
const straight = unit('brake-master', ['bore', 22.225], ['bore-large', null]);
const stepped = unit('brake-master', ['bore', 22.225], ['bore-large', 28.575]);

interface Asked {
  readonly cap?: string;
  readonly asked?: KitAnswer;
  readonly needed?: readonly NeededPiece[];
  readonly built?: string;
}
const judged = (u: UnitDesign, k: KitRecord, { needed = [], ...over }: Asked = {}) =>
  judgeKit(u, k, needed, { settings: STANDARD_SETTINGS, ...over });

describe('a seal kit', () => {
  it('fits by list and bore', () => expect(judged(straight, kit(), { cap: 'DOT 4' }).state).toBe('fits'));
  it('has sides of a production change: listed from a month on, or up to one', () => {
    const late = kit({ builtFrom: '2000-11' });
    const code = (built?: string) => judged(straight, late, built === undefined ? {} : { built }).code;
    expect([code('2000-10'), code('2000-11'), code()]).toEqual(['other-month', 'listed', 'month-not-known']);
    expect(judged(straight, late, { built: '2000-10' }).state).toBe('does-not-fit');
    expect(kitSentence(judged(straight, late))).toContain('from 2000-11 only: read the build month');
    expect(judged(straight, kit({ builtTo: '2000-10' }), { built: '2000-11' }).code).toBe('other-month');
    expect(judged(straight, kit(), {}).code).toBe('listed');
  });
  it('found by bore alone is only not excluded, until its maker is asked', () => {
    const found = kit({ listed: false });
    expect(judged(straight, found)).toMatchObject({ code: 'by-bore', state: 'not-known', rank: 'must' });
    expect(judged(straight, found, { asked: 'confirmed' })).toMatchObject({ state: 'fits' });
    expect(judged(straight, found, { asked: 'no-answer' })).toMatchObject({ state: 'not-known', rank: 'receive' });
  });
  it('of another bore is refused although a list names it, and whoever was asked', () => {
    const other = judged(straight, kit({ boreMm: 23.8125 }), { asked: 'confirmed' });
    expect(other.state).toBe('does-not-fit');
    expect(kitSentence(other)).toContain('although it is listed');
  });
  it('for a stepped unit needs the large seal too', () => {
    expect(judged(stepped, kit()).code).toBe('no-large-seal');
    expect(judged(stepped, kit({ boreLargeMm: 28.575 })).state).toBe('fits');
  });
  it('whose seals the fluid ruins is refused; of unknown material is asked about', () => {
    expect(judged(straight, kit(), { cap: 'mineral' }).code).toBe('fluid');
    const { seals: _seals, ...unnamed } = kit();
    expect(judged(straight, unnamed, { cap: 'DOT 4' })).toMatchObject({
      code: 'material-not-known',
      state: 'not-known',
    });
  });
  it('cannot be judged without the bore', () => expect(judged(unit('slave'), kit()).state).toBe('not-known'));
  it('with seals of two sizes goes into a unit of either, and says which to leave out', () => {
    const two = kit({
      boreMm: 20.6375,
      contents: [
        { item: 'cup', quantity: 4, sizeMm: 20.6375 },
        { item: 'cup', quantity: 4, sizeMm: 22.225 },
      ],
    });
    const cylinder = unit('wheel-cylinder', ['bore', 22.225]);
    expect(judged(cylinder, two, { cap: 'DOT 4' }).state).toBe('fits');
    expect(kitSentence(judged(cylinder, two))).toContain('It holds seals for 20.638 mm');
    expect(judged(unit('wheel-cylinder', ['bore', 23.8125]), two).code).toBe('other-bore');
  });
  it('that lacks a seal which this unit needs is refused; what else it lacks is ordered beside it', () => {
    const contents = [{ item: 'primary seal', quantity: 2 }];
    expect(judged(straight, kit({ contents }), { needed: needs(['secondary seal', 1]) })).toMatchObject({
      code: 'lacks',
      state: 'does-not-fit',
      lacks: ['secondary seal'],
    });
    const beside = judged(straight, kit({ contents }), { needed: needs(['primary seal', 2], ['boot', 1]) });
    expect(beside).toMatchObject({
      code: 'listed',
      state: 'fits-with-change',
      beside: [{ item: 'boot', quantity: 1 }],
    });
  });
  it('is taken as often as the unit needs its pieces: four cups, two in a kit', () => {
    const contents = [{ item: 'cup', quantity: 2 }];
    expect(judged(straight, kit({ contents }), { needed: needs(['cup', 4]) }).times).toBe(2);
  });
  it('leaves out what stays in the housing, which is looked for', () => {
    const stays = judged(straight, kit(), { needed: needs(['felt washer', 1, undefined, true]) });
    expect(stays.state).toBe('fits');
    expect(kitSentence(stays)).toContain('Stays in the housing and is in no kit: felt washer.');
  });
  it('never fits with a bore that no seal of it is made for, whatever is asked or listed', () => {
    const bores = fc.constantFrom(19.05, 20.6375, 22.225, 23.8125, 25.4);
    fc.assert(
      fc.property(
        bores,
        fc.array(bores, { maxLength: 3 }),
        fc.boolean(),
        fc.constantFrom(undefined, 'confirmed', 'no-answer'),
        (bore, sizes, listed, asked) => {
          const contents = sizes.map((sizeMm) => ({ item: 'cup', quantity: 2, sizeMm }));
          const [boreMm = 19.05] = sizes;
          const answer = judged(
            unit('slave', ['bore', bore]),
            kit({ boreMm, contents, listed }),
            asked ? { asked: asked as KitAnswer } : {},
          );
          const has = sizes.length === 0 ? bore === boreMm : sizes.includes(bore);
          expect(answer.state === 'does-not-fit').toBe(!has);
          if (has && !listed && asked !== 'confirmed') expect(answer.state).toBe('not-known');
        },
      ),
    );
  });
});

describe('what a kit brings to the list', () => {
  const contents = [
    { item: 'piston seal', quantity: 1 },
    { item: 'grommet', quantity: 2 },
  ];
  it('is one for each unit, with what it lacks and what stays', () => {
    const one = kit({ contents, number: 'K 1' });
    const needed = needs(['piston seal', 1], ['dust boot', 1], ['felt washer', 1, undefined, true]);
    const judgement = judged(straight, one, { needed });
    const told = toldByKit(one, judgement, kitSentence(judgement), 'front-brake', ['front-left', 'front-right']);
    expect(told.map(({ item, quantity, section, words }) => [item, quantity, section, words])).toEqual([
      ['seal-kit', 2, 'order', 'kit'],
      ['boot', 2, 'order', 'Dust boot'],
      ['other', 2, 'perhaps', 'Felt washer'],
    ]);
  });
  it('lies in its bag: only what the list orders by itself too', () => {
    const one = kit({ contents });
    expect(bagOf(one, judged(straight, one), ['master'])).toEqual([
      { place: 'master', items: [{ item: 'grommet', presence: 'with', quantity: 2 }] },
    ]);
  });
});
