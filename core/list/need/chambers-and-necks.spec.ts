import { describe, expect, it } from 'vitest';
import type { ChainFact, Part } from '../../vehicle/chain/index.js';
import { bubble, checked, f, inverted, j, join, line, listed, part, put, reasons, run } from './cases.testing.js';

/** What a chamber, a reservoir and a master that stands low need: each a small chain, counted by hand. */

const wheels = [part('front-left', 'caliper', inverted('in'), 'C'), part('rear-left', 'caliper', inverted('in'), 'C')];
const twoLines = [
  ...run('master@front', 'front-line', 'front-left@in'),
  ...run('master@rear', 'rear-line', 'rear-left@in'),
];
const tandem = [
  ...inverted('front', '3/8-24 UNF', { 'port-feeds': 'front' }),
  ...inverted('rear', '3/8-24 UNF', { 'port-feeds': 'rear' }),
];
const lines = [line('front-line'), line('rear-line')];

describe('chambers', () => {
  const oneLine = [
    ...run('master@front', 'front-line', 'front-left@in'),
    ...run('front-left@out', 'rear-line', 'rear-left@in'),
  ];
  const single = inverted('front', '3/8-24 UNF', { 'port-feeds': 'all' });
  const through = [
    part('front-left', 'caliper', [...inverted('in'), ...inverted('out')], 'C'),
    part('rear-left', 'caliper', inverted('in'), 'C'),
  ];
  it('one that no line leaves is a reason not to order, however well its outlet is plugged', () => {
    const parts = [part('master', 'brake-master', single, 'M1'), ...lines, ...through];
    const edits = [
      put('master', 'brake-master', 'M2', tandem),
      { id: 'p', do: 'plug', face: { part: 'master', face: 'rear' } } as const,
    ];
    expect(reasons(checked(parts, oneLine, edits, { whole: true }))).toContain('circuits circuit.chamber does-not-fit');
  });
  it('one that feeds its axle is none; a spare outlet of a chamber in use is plugged', () => {
    const parts = [part('master', 'brake-master', tandem, 'M1'), ...lines, ...wheels];
    const spare = [...tandem, ...inverted('spare', '3/8-24 UNF', { 'port-feeds': 'rear' })];
    const answer = checked(parts, twoLines, [put('master', 'brake-master', 'M2', spare)], { whole: true });
    expect(reasons(answer).filter((one) => one.includes('chamber'))).toEqual([]);
    expect(listed(answer)).toContain('order 1 plug 3/8-24 UNF');
  });
});

describe('an adapter between two circuits', () => {
  it('is made to what it meets: nobody is asked to measure it, though its size rests on nobody', () => {
    const metric = bubble('front', 'M10x1.0', { 'port-feeds': 'all' });
    const nobodys = inverted('line').map((fact) => ({ ...fact, rests: 'listed' as const }));
    const parts = [part('master', 'brake-master', inverted('front'), 'M1'), line('front-line'), ...wheels];
    const { joints } = checked(parts, run('master@front', 'front-line', 'front-left@in'), [
      put('master', 'brake-master', 'M2', metric),
      { id: 'a', do: 'part', part: part('adapter', 'adapter', [...bubble('port', 'M10x1.0'), ...nobodys]) },
      join(j('front-line from', 'port', 'adapter@line', 'front-line@from')),
      join(j('a', 'port', 'master@front', 'adapter@port')),
    ]);
    const open = joints.flatMap(({ checks }) => checks.filter(({ rests }) => rests === 'listed'));
    expect(open.map(({ code, state }) => `${code} ${state}`)).toContain('port.thread not-known');
    expect(open.flatMap(({ answers }) => answers.map((answer) => answer.part))).not.toContain('adapter');
  });
  it('makes no line fit that reaches another axle than its outlet feeds: both are named', () => {
    const metric = [
      ...bubble('front', 'M10x1.0', { 'port-feeds': 'front' }),
      ...bubble('rear', 'M12x1.0', { 'port-feeds': 'rear' }),
    ];
    const parts = [part('master', 'brake-master', tandem, 'M1'), ...lines, ...wheels];
    const adapter = part('adapter', 'adapter', [...bubble('port', 'M12x1.0'), ...inverted('line')]);
    const answer = checked(
      parts,
      twoLines,
      [
        put('master', 'brake-master', 'M2', metric),
        { id: 'a', do: 'part', part: adapter },
        join(j('front-line from', 'port', 'adapter@line', 'front-line@from')),
        join(j('a', 'port', 'master@rear', 'adapter@port')),
        join(j('rear-line from', 'port', 'master@front', 'rear-line@from')),
      ],
      { whole: true },
    );
    expect(answer.verdict.grade).toBe('not-safe');
    const feeds = answer.joints.flatMap(({ checks }) => checks).filter(({ code }) => code === 'circuit.feeds');
    expect(feeds.map(({ state, values }) => [state, values['feeds'], values['reaches']])).toContainEqual([
      'does-not-fit',
      'rear',
      expect.stringContaining('front'),
    ]);
  });
});

describe('a reservoir that moves over', () => {
  const held = (how: string, more: readonly ChainFact[] = []): string[] => {
    const own = [...tandem, f('reservoir', how), ...more];
    const parts: Part[] = [part('master', 'brake-master', own, 'M1'), part('pot', 'reservoir'), ...lines, ...wheels];
    const joints = [...twoLines, j('neck', 'neck', 'master', 'pot')];
    return listed(checked(parts, joints, [put('master', 'brake-master', 'M2', own)]))
      .filter((one) => /grommet|pin|o-ring/.test(one))
      .sort();
  };
  it('takes what holds and seals it: clipped grommets, pinned a pin too, screwed a ring', () => {
    expect(held('clipped')).toEqual(['order 2 grommet']);
    expect(held('pinned')).toEqual(['order 1 reservoir-pin', 'order 2 grommet']);
    expect(held('screwed')).toEqual(['order 1 o-ring']);
  });
  it('on one neck takes one grommet', () =>
    expect(held('clipped', [f('grommet-spacing', null)])).toEqual(['order 1 grommet']));
});

describe('a master below its calipers', () => {
  const judged = (stands: string | undefined, valve: ChainFact | undefined, own: string | null | undefined) => {
    const facts = [...(stands ? [f('master-stands', stands)] : []), ...(valve ? [valve] : [])];
    const parts = [
      part('master', 'brake-master', tandem, 'M1'),
      ...(facts.length > 0 ? [part('line-valve', 'valve', facts)] : []),
      ...lines,
      ...wheels,
    ];
    const unit = [...tandem, ...(own === undefined ? [] : [f('valve-in-body', own)])];
    return reasons(checked(parts, twoLines, [put('master', 'brake-master', 'M2', unit)])).filter((one) =>
      one.includes('vehicle.residual'),
    );
  };
  it('asks for a residual valve, in the body or in the line', () => {
    expect(judged('below', f('line-valve', null), null)).toEqual(['vehicle:master vehicle.residual does-not-fit']);
    expect(judged('below', f('line-valve', 'residual'), null)).toEqual([]);
    expect(judged('below', f('line-valve', null), 'residual')).toEqual([]);
  });
  it('asks what nobody knows, and nothing of a master that stands above them', () => {
    expect(judged('below', undefined, null)).toEqual(['vehicle:master vehicle.residual not-known']);
    expect(judged('above', f('line-valve', null), null)).toEqual([]);
    expect(judged(undefined, undefined, null)).toEqual([]);
  });
});

it('a port that a line goes to takes a fitting on the bench, though nobody described it on the unit', () => {
  const parts = [part('master', 'brake-master', tandem, 'M1'), ...lines, ...wheels];
  const listedFor = (unit: readonly ChainFact[]) =>
    listed(checked(parts, twoLines, [put('master', 'brake-master', 'M2', unit)])).filter((one) =>
      one.includes('bench-bleed'),
    );
  expect(listedFor(tandem)).toEqual(['order 2 bench-bleed 3/8-24 UNF']);
  expect(listedFor([])).toEqual(['order 2 bench-bleed 3/8-24 UNF']);
  // Where all ports are counted, a line more has none.
  const one = inverted('front', '3/8-24 UNF', { 'port-feeds': 'front' });
  expect(listedFor([...one, { attribute: 'port-count', value: 1 }])).toEqual(['order 1 bench-bleed 3/8-24 UNF']);
});
