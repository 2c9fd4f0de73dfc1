import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ChainAnswer } from '@kerabat/contract';
import { testServer, type TestServer } from '../testing/harness.js';

let server: TestServer;
beforeAll(async () => {
  server = await testServer({ demo: false });
});
afterAll(() => server.close());

type Values = Readonly<Record<string, number | string | null>>;
/** Facts as "attribute" or "attribute@position". */
const facts = (values: Values) =>
  Object.entries(values).map(([key, value]) => {
    const [attribute, position] = key.split('@');
    return { attribute, ...(position === undefined ? {} : { position }), value };
  });
const part = (id: string, kind: string, values: Values = {}, unit?: string, set?: string) => ({
  id,
  kind,
  ...(unit ? { unit } : {}),
  ...(set ? { set } : {}),
  facts: facts(values),
});
const joint = (id: string, kind: string, a: string, b: string, more: object = {}) => ({
  id,
  kind,
  between: [a, b],
  ...more,
});
const put = (at: string, kind: string, unit: string, values: Values, more: object = {}) => ({
  id: `put-${at}`,
  do: 'put',
  at,
  kind,
  unit,
  facts: facts(values),
  wanted: true,
  ...more,
});

async function check(
  body: { parts: object[]; joints: object[]; edits: object[] } & Record<string, unknown>,
): Promise<ChainAnswer> {
  const answer = await server.ask('POST', '/chain/check', { body });
  expect(answer.status, JSON.stringify(answer.body)).toBe(200);
  return answer.body as ChainAnswer;
}
const find = (answer: ChainAnswer, joint: string, code: string) =>
  answer.joints.find((j) => j.id === joint)?.checks.find((c) => c.code === code);
const reasons = (answer: ChainAnswer) => answer.verdict.reasons.map((r) => `${r.joint} ${r.code}`);

/** A port with thread and seat, as facts. */
const port = (at: string, thread: string, seat = 'inverted-flare', more: Values = {}): Values => ({
  [`port-thread@${at}`]: thread,
  [`port-seat@${at}`]: seat,
  ...Object.fromEntries(Object.entries(more).map(([name, value]) => [`${name}@${at}`, value])),
});

describe('booster and master', () => {
  const PUSH = { 'recess-depth': 22.1, insert: null };
  const MASTER = { 'stud-spacing': 84, pilot: 42, bore: 23.8, ...PUSH };
  const BOOSTER = { 'stud-spacing@master': 84, 'pilot@master': 42, 'booster-pin': 21.7, 'pin-adjustable': 'fixed' };
  const joints = [
    joint('mount', 'mount', 'booster@master', 'master', { stack: [] }),
    joint('push', 'push', 'booster', 'master', { through: 'mount' }),
  ];
  const with_ = (edits: object[], booster: Values = BOOSTER, master: Values = MASTER) =>
    check({
      parts: [part('booster', 'booster', booster, 'A'), part('master', 'brake-master', master, 'M')],
      joints,
      edits,
    });

  it('1: studs for the master 95 apart, a master with 84: not safe; with the spacing unknown neither', async () => {
    const { 'stud-spacing@master': _spacing, ...unknown } = BOOSTER;
    const wrong = await with_([put('booster', 'booster', 'B', { ...BOOSTER, 'stud-spacing@master': 95 })]);
    expect(find(wrong, 'mount', 'mount.spacing')?.state).toBe('does-not-fit');
    const open = await with_([put('booster', 'booster', 'B', unknown)]);
    expect(reasons(open)).toEqual(['mount mount.spacing']);
    expect(find(open, 'mount', 'mount.spacing')?.answers.map((a) => `${a.how} ${a.part}`)).toEqual([
      'measure booster',
      'ask booster',
    ]);
  });
  it('studs that miss are never slotted: there is no fix', async () => {
    const wrong = await with_([put('booster', 'booster', 'B', { ...BOOSTER, 'stud-spacing@master': 84.6 })]);
    expect(find(wrong, 'mount', 'mount.spacing')?.fixes).toBeUndefined();
  });
  it('10: both masters recorded beside this booster: pattern and pilot are not asked, the clearance waits until it is there', async () => {
    const answer = await with_([put('master', 'brake-master', 'N', { bore: 23.8 }, { beside: ['A'] })]);
    expect(answer.verdict).toMatchObject({ grade: 'safe', receive: [{ joint: 'push', code: 'push.gap' }] });
    const alone = await with_([put('master', 'brake-master', 'N', { bore: 23.8 })]);
    expect(alone.verdict.grade).toBe('not-safe');
  });
  it.each<[string, Values, Values, string, object]>([
    [
      '24: under vacuum the rod stands out further: 0.05 ± 0.14 is not known to clear',
      { 'booster-pin': 21.8, 'pin-under-vacuum': 22.05 },
      {},
      'not-known',
      { gap: 0.05 },
    ],
    ['all of it at or below nought does not fit', { 'booster-pin': 22.3 }, {}, 'does-not-fit', { gap: -0.2 }],
    ['within the target on its value, whatever the doubt', { 'booster-pin': 21.75 }, {}, 'fits', { gap: 0.35 }],
    ['0.51 is not over 0.51', { 'booster-pin': 21.59 }, {}, 'fits', { gap: 0.51 }],
    [
      'a little too much is lost travel, and may be accepted',
      { 'booster-pin': 21.3 },
      {},
      'fits-with-change',
      { gap: 0.8 },
    ],
    [
      'a refusal where the maker gives a limit',
      { 'booster-pin': 21.3 },
      { 'gap-limit': 0.6 },
      'does-not-fit',
      { gap: 0.8 },
    ],
    [
      'a rod that can be set turns a miss into a change',
      { 'booster-pin': 22.3, 'pin-adjustable': 'adjustable' },
      {},
      'fits-with-change',
      { gap: -0.2 },
    ],
  ])('%s', async (_, pin, pocket, state, values) => {
    const doubt = (v: Values) =>
      facts(v).map((f) =>
        ['booster-pin', 'pin-under-vacuum', 'recess-depth'].includes(String(f.attribute))
          ? { ...f, tolerance: 0.1 }
          : f,
      );
    const edit = { ...put('booster', 'booster', 'B', {}), facts: doubt({ ...BOOSTER, ...pin }) };
    const master = { ...part('master', 'brake-master', {}, 'M'), facts: doubt({ ...MASTER, ...pocket }) };
    const answer = await check({ parts: [part('booster', 'booster', BOOSTER, 'A'), master], joints, edits: [edit] });
    expect(find(answer, 'push', 'push.gap')).toMatchObject({ state, values: { ...values, doubt: 0.141 } });
  });
  it('what lies between was never looked at: not known, and not nought', async () => {
    const open = joints.map((j) => ({ ...j, stack: undefined }));
    const answer = await check({
      parts: [part('booster', 'booster', BOOSTER, 'A'), part('master', 'brake-master', MASTER, 'M')],
      joints: open,
      edits: [put('booster', 'booster', 'B', BOOSTER)],
    });
    expect(find(answer, 'push', 'push.gap')).toMatchObject({ state: 'not-known', values: { plate: null } });
  });
  it('6 of the laws: the same booster again asks nothing, and its clearance is measured when it is there', async () => {
    const answer = await with_([put('booster', 'booster', 'A', {})], {}, {});
    expect(answer.verdict).toMatchObject({
      grade: 'safe',
      reasons: [],
      receive: [{ joint: 'push', code: 'push.gap' }],
    });
  });
  it('an override stands beside the grade and does not change it', async () => {
    const { 'stud-spacing@master': _spacing, ...unknown } = BOOSTER;
    const answer = await check({
      parts: [part('booster', 'booster', BOOSTER, 'A'), part('master', 'brake-master', MASTER, 'M')],
      joints,
      edits: [put('booster', 'booster', 'B', unknown)],
      overrides: [{ joint: 'mount', person: 'Odo', reason: 'held against it' }],
    });
    expect(answer.verdict).toMatchObject({ grade: 'not-safe', overridden: [{ person: 'Odo' }] });
  });
  it('a question that was asked without an answer waits until the part is there', async () => {
    const { 'stud-spacing@master': _spacing, ...unknown } = BOOSTER;
    const answer = await check({
      parts: [part('booster', 'booster', BOOSTER, 'A'), part('master', 'brake-master', MASTER, 'M')],
      joints,
      edits: [put('booster', 'booster', 'B', unknown)],
      unanswered: [{ part: 'booster', attribute: 'stud-spacing', position: 'master' }],
    });
    expect(answer.verdict.reasons).toEqual([]);
    expect(answer.verdict.receive.map((r) => r.code)).toContain('mount.spacing');
  });
  it('18: a servo in the line has no rod clearance: no such joint', async () => {
    const answer = await check({
      layout: 'servo-in-line',
      parts: [part('servo', 'valve', { ...port('in', 'M10x1.0'), ...port('out', 'M10x1.0') }, 'S')],
      joints: [],
      edits: [put('servo', 'valve', 'T', { ...port('in', 'M10x1.0'), ...port('out', 'M12x1.0') })],
    });
    expect(answer.joints.flatMap((j) => j.checks).some((c) => c.code === 'push.gap')).toBe(false);
    expect(answer.joints.map((j) => j.id)).toEqual(expect.arrayContaining(['servo-line-to', 'main-line-from']));
  });
});

describe('pedal, rod and bulkhead', () => {
  const UNIT = {
    'rod-kind': 'fork',
    'clevis-pin': 8,
    'stud-spacing': 66,
    pilot: 31.5,
    'flange-angle': 90,
    bore: 19.05,
  };
  const parts = [
    part('pedal', 'pedal', { 'rod-length': 118, 'clevis-pin': 8, 'rod-kind': 'fork' }),
    part('bulkhead', 'bulkhead', { 'stud-spacing': 66, pilot: 31.5, 'flange-angle': 90 }),
    part('master', 'brake-master', { ...UNIT, 'rod-length': 118 }, 'M'),
  ];
  const joints = [joint('rod', 'rod', 'pedal', 'master'), joint('mount', 'mount', 'bulkhead', 'master', { stack: [] })];
  const longer = put('master', 'brake-master', 'N', { ...UNIT, 'rod-length': 156 });
  const stack = (more: object = {}) => ({
    id: 'bracket',
    do: 'stack',
    joint: 'mount',
    item: 'bracket',
    sizeMm: 6,
    ...more,
  });

  it('9: a rod 38 too long, a bracket of 6: 44 to cut towards the pedal, 32 away from it', async () => {
    const over = async (edits: object[]) =>
      find(await check({ parts, joints, edits }), 'rod', 'rod.length')?.values['over'];
    expect(await over([longer])).toBe(38);
    expect(await over([longer, stack({ towards: 'pedal' })])).toBe(44);
    expect(await over([longer, stack()])).toBe(32);
  });
  it('a rod is never cut while its thread is not known, nor beyond what it allows', async () => {
    const fixes = async (more: Values) => {
      const edits = [put('master', 'brake-master', 'N', { ...UNIT, 'rod-length': 156, ...more })];
      return (
        find(await check({ parts, joints, edits }), 'rod', 'rod.length')?.fixes?.filter(
          (f) =>
            JSON.stringify(f).includes('"value":118') &&
            !JSON.stringify(f).includes('rod-kind') &&
            !JSON.stringify(f).includes('rod-adjust'),
        ) ?? []
      );
    };
    expect(await fixes({})).toHaveLength(0);
    expect(await fixes({ 'rod-thread-length': 40, 'rod-engaged': 15 })).toHaveLength(0);
    expect(await fixes({ 'rod-thread-length': 60, 'rod-engaged': 15 })).toHaveLength(1);
  });
  it('a bracket is drilled to both patterns, and the pattern fits with it', async () => {
    const other = put('master', 'brake-master', 'N', { ...UNIT, 'rod-length': 124, 'stud-spacing': 80 });
    expect(find(await check({ parts, joints, edits: [other] }), 'mount', 'mount.spacing')?.state).toBe('does-not-fit');
    const answer = await check({ parts, joints, edits: [other, stack()] });
    expect(find(answer, 'mount', 'mount.spacing')?.state).toBe('fits-with-change');
    expect(find(answer, 'rod', 'rod.length')?.state).toBe('fits');
  });
  it('a spigot of 45.45 does not go into 45', async () => {
    const edits = [put('master', 'brake-master', 'N', { ...UNIT, 'rod-length': 118, pilot: 31.95 })];
    expect(find(await check({ parts, joints, edits }), 'mount', 'mount.pilot')?.state).toBe('does-not-fit');
  });
  it('what the vehicle has is taken from what sits there: the same goes on, anything near is measured on the vehicle', async () => {
    const bare = [parts[0], part('bulkhead', 'bulkhead'), parts[2]] as object[];
    const spacing = async (mm: number) =>
      find(
        await check({
          parts: bare,
          joints,
          edits: [put('master', 'brake-master', 'N', { ...UNIT, 'rod-length': 118, 'stud-spacing': mm })],
        }),
        'mount',
        'mount.spacing',
      );
    expect(await spacing(66)).toMatchObject({ state: 'fits', rests: 'by-its-mate' });
    expect(await spacing(66.4)).toMatchObject({
      state: 'not-known',
      answers: [{ how: 'measure', part: 'bulkhead', attribute: 'stud-spacing' }],
    });
    expect(await spacing(80)).toMatchObject({ state: 'does-not-fit' });
  });
});

describe('lines', () => {
  const line = (id: string, thread: string, seat = 'inverted-flare', set?: string) =>
    part(id, 'line', { ...port('from', thread, seat), ...port('to', thread, seat) }, undefined, set);
  const two = (outlet: Values, lines = line('line', 'M10x1.0')) =>
    check({
      parts: [part('master', 'brake-master', { ...port('front', 'M10x1.0'), bore: 22.2 }, 'M'), lines],
      joints: [joint('out', 'port', 'master@front', 'line@from')],
      edits: [put('master', 'brake-master', 'N', { bore: 22.2, ...outlet })],
    });

  it('19: the same thread with another seat mates and never seals: another nut and flare', async () => {
    const answer = await two(port('front', 'M10x1.0', 'bubble-flare'));
    expect(find(answer, 'out', 'port.thread')?.state).toBe('fits');
    expect(find(answer, 'out', 'port.seat')?.state).toBe('does-not-fit');
    expect(find(answer, 'out', 'port.seat')?.fixes?.[0]).toMatchObject({ do: 'set', at: 'line' });
  });
  it('inch and metric neighbours start and then bind', async () => {
    const answer = await two(port('front', 'M10x1.0'), line('line', '3/8-24 UNF'));
    expect(find(answer, 'out', 'port.thread')).toMatchObject({
      state: 'does-not-fit',
      values: { mating: 'starts, then binds' },
    });
  });
  it('4: a tee has an arm for each line: one whose nuts are unlike does not fit its arms', async () => {
    const parts = [
      part('master', 'brake-master', { ...port('a', 'M10x1.0'), ...port('b', 'M10x1.0'), bore: 22.2 }, 'M'),
      line('left', 'M10x1.0'),
      line('right', 'M12x1.0'),
    ];
    const joints = [joint('left-from', 'port', 'master@a', 'left@from')];
    const tee = {
      id: 'tee',
      do: 'part',
      kind: 'tee',
      facts: facts({ ...port('1', 'M10x1.0'), ...port('2', 'M10x1.0'), ...port('3', 'M10x1.0') }),
    };
    const join = (id: string, a: string, b: string) => ({
      id: `join-${id}`,
      do: 'join',
      joint: joint(id, 'port', a, b),
    });
    const short = {
      id: 'short',
      do: 'part',
      kind: 'line',
      facts: facts({ ...port('from', 'M10x1.0'), ...port('to', 'M10x1.0') }),
    };
    const answer = await check({
      parts,
      joints,
      edits: [
        put('master', 'brake-master', 'N', { bore: 22.2, ...port('a', 'M10x1.0') }),
        tee,
        short,
        join('left-from', 'tee@1', 'left@from'),
        join('right-from', 'tee@2', 'right@from'),
        join('short-to', 'tee@3', 'short@to'),
        join('short-from', 'master@a', 'short@from'),
      ],
    });
    expect(find(answer, 'left-from', 'port.thread')?.state).toBe('fits');
    expect(find(answer, 'right-from', 'port.thread')?.state).toBe('does-not-fit');
  });
  it('8 of the laws: a tee never joins two circuits', async () => {
    const parts = [
      part(
        'master',
        'brake-master',
        {
          ...port('f', 'M10x1.0', 'inverted-flare', { 'port-feeds': 'front' }),
          ...port('r', 'M10x1.0', 'inverted-flare', { 'port-feeds': 'rear' }),
          bore: 22.2,
        },
        'M',
      ),
    ];
    const tee = {
      id: 'tee',
      do: 'part',
      kind: 'tee',
      facts: facts({ ...port('1', 'M10x1.0'), ...port('2', 'M10x1.0') }),
    };
    const lines = ['f', 'r'].map((at) => ({
      id: `line-${at}`,
      do: 'part',
      kind: 'line',
      facts: facts({ ...port('from', 'M10x1.0'), ...port('to', 'M10x1.0') }),
    }));
    const joins = ['f', 'r'].flatMap((at, i) => [
      { id: `j${at}1`, do: 'join', joint: joint(`${at}-from`, 'port', `master@${at}`, `line-${at}@from`) },
      { id: `j${at}2`, do: 'join', joint: joint(`${at}-to`, 'port', `tee@${i + 1}`, `line-${at}@to`) },
    ]);
    const answer = await check({ layout: 'foot', parts, joints: [], edits: [tee, ...lines, ...joins] });
    expect(answer.verdict.reasons.map((r) => r.code)).toContain('circuit.crossed');
  });
  it('6: a line of one month and a master of another do not go together', async () => {
    const late = line('line', 'M10x1.0', 'inverted-flare', 'late');
    const parts = [part('master', 'brake-master', { ...port('front', 'M10x1.0'), bore: 22.2 }, 'L', 'late'), late];
    const joints = [joint('out', 'port', 'master@front', 'line@from')];
    const early = put('master', 'brake-master', 'E', { ...port('front', 'M10x1.0'), bore: 22.2 }, { set: 'early' });
    expect(reasons(await check({ parts, joints, edits: [early] }))).toEqual(['mated place.mated']);
    expect(
      reasons(await check({ parts: [parts[0], { ...late, set: 'not-known' }] as object[], joints, edits: [early] })),
    ).toEqual(['mated place.mated']);
    expect(reasons(await check({ parts, joints, edits: [{ ...early, set: 'late' }] }))).toEqual([]);
  });
  it('20: two hoses on one bolt: three washers, and the thread that is left is judged', async () => {
    const hose = (id: string) =>
      part(id, 'hose', { ...port('eye', 'M10x1.0', 'banjo', { eye: 10, 'bolt-length': 24, 'port-gender': 'male' }) });
    const parts = [
      part('master', 'brake-master', { ...port('out', 'M10x1.0', 'banjo', { 'port-depth': 14 }), bore: 16 }, 'M'),
      hose('left'),
      hose('right'),
    ];
    const joints = [joint('a', 'port', 'master@out', 'left@eye'), joint('b', 'port', 'master@out', 'right@eye')];
    const again = put('master', 'brake-master', 'N', {
      ...port('out', 'M10x1.0', 'banjo', { 'port-depth': 14 }),
      bore: 16,
    });
    const bolt = find(await check({ parts, joints, edits: [again] }), 'a', 'port.bolt');
    expect(bolt).toMatchObject({ state: 'does-not-fit', values: { eyes: 2, washers: 3, inThread: 1 } });
    const one = find(
      await check({ parts: parts.slice(0, 2), joints: joints.slice(0, 1), edits: [again] }),
      'a',
      'port.bolt',
    );
    expect(one).toMatchObject({ state: 'fits', values: { eyes: 1, washers: 2, inThread: 12 } });
  });
  it('17: a modulator vehicle is whole through it: two line joints, no tee', async () => {
    const own = { ...port('front', 'M10x1.0'), ...port('rear', 'M12x1.0') };
    const lines = [line('line-1', 'M10x1.0'), line('line-2', 'M12x1.0')];
    const answer = await check({
      layout: 'modulator',
      parts: [
        part('master', 'brake-master', { ...own, bore: 22.225, seals: 'EPDM' }, 'M'),
        part('reservoir', 'reservoir', { fluid: 'DOT 4' }),
        ...lines,
      ],
      joints: [],
      edits: [put('master', 'brake-master', 'N', { ...own, bore: 23.8125, seals: 'EPDM' })],
    });
    expect(
      answer.joints
        .filter((j) => j.checks.some((c) => c.code === 'port.thread'))
        .map((j) => j.id)
        .sort(),
    ).toEqual(['line-1-from', 'line-2-from']);
    expect(answer.joints.flatMap((j) => j.checks).filter((c) => c.code.startsWith('circuit.'))).toEqual([]);
    expect(find(answer, 'place:master', 'place.bore')?.values).toMatchObject({ pressure: 0.871 });
  });
});

describe('hoses, fluids, clutch', () => {
  it('12: a hose with 8 printed on it, recorded 8: a reading that agrees leaves the record', async () => {
    const parts = [
      part('hose', 'hose', { 'feed-hose': 8 }),
      part('master', 'clutch-master', { 'feed-hose': 8, bore: 16 }, 'M'),
    ];
    const joints = [joint('feed', 'tail', 'master', 'hose')];
    const coarse = {
      id: 'seen',
      do: 'set',
      at: 'hose',
      facts: [{ attribute: 'feed-hose', value: 8, rests: 'measured', tolerance: 1 }],
    };
    const answer = await check({
      parts,
      joints,
      edits: [put('master', 'clutch-master', 'N', { 'feed-hose': 8, bore: 16 }), coarse],
    });
    expect(find(answer, 'feed', 'tail.feed')).toMatchObject({ state: 'fits', rests: 'recorded' });
  });
  it('two readings that disagree make it not known until it is read again', async () => {
    const parts = [
      part('bulkhead', 'bulkhead'),
      part('slave', 'slave', { 'stud-spacing': 60, bore: 19 }, 'S'),
      part('gearbox', 'gearbox'),
    ];
    const joints = [joint('mount', 'mount', 'gearbox', 'slave', { stack: [] })];
    const read = [62, 66].map((value, i) => ({
      attribute: 'stud-spacing',
      value,
      rests: 'measured',
      tolerance: 0.1,
      source: `reading ${i}`,
    }));
    const edits = [
      put('slave', 'slave', 'T', { 'stud-spacing': 60, bore: 19 }),
      { id: 'read', do: 'set', at: 'gearbox', facts: read.slice(0, 1) },
    ];
    const gearbox = { ...part('gearbox', 'gearbox'), facts: read.slice(1) };
    const answer = await check({ parts: [parts[0], parts[1], gearbox] as object[], joints, edits });
    expect(find(answer, 'mount', 'mount.spacing')?.state).toBe('not-known');
  });
  it('11: a slave that its maker lists, without a dimension: order on listing, and nothing is asked that spoils it', async () => {
    const parts = [
      part('gearbox', 'gearbox', { 'stud-spacing': 60 }),
      part('fork', 'fork', { travel: 14 }),
      part('slave', 'slave', { 'stud-spacing': 60, travel: 15, bore: 19.05 }, 'S'),
    ];
    const joints = [joint('mount', 'mount', 'gearbox', 'slave', { stack: [] }), joint('fork', 'fork', 'fork', 'slave')];
    const edits = [put('slave', 'slave', 'T', {}, { wanted: false })];
    const listed = [{ unit: 'T', by: 'unit-maker', instead: 'S' }];
    const answer = await check({ parts, joints, edits, listed });
    expect(answer.verdict.grade).toBe('on-listing');
    const asked = answer.joints.flatMap((j) => j.checks).flatMap((c) => c.answers);
    expect(asked.filter((a) => a.how === 'measure').map((a) => a.attribute)).not.toContain('bore');
    expect(
      (await check({ parts, joints, edits: [{ ...edits[0], conversion: 'gearbox' }], listed })).verdict.grade,
    ).toBe('not-safe');
    expect(
      (await check({ parts, joints, edits, listed: [{ unit: 'T', by: 'aftermarket-list', instead: 'S' }] })).verdict
        .grade,
    ).toBe('not-safe');
  });
  it('7: a gearbox conversion asks nothing of hydraulics that are not there', async () => {
    const pieces = [
      {
        id: 'clutch-pedal',
        do: 'part',
        kind: 'pedal',
        facts: facts({ 'rod-length': 100, 'clevis-pin': 8, 'rod-kind': 'fork' }),
      },
      {
        id: 'clutch-master',
        do: 'part',
        kind: 'clutch-master',
        unit: 'CM',
        facts: facts({ 'rod-length': 100, 'clevis-pin': 8, 'rod-kind': 'fork', bore: 15.875 }),
      },
      { id: 'joined', do: 'join', joint: joint('clutch-rod', 'rod', 'clutch-pedal', 'clutch-master') },
    ];
    const answer = await check({
      parts: [part('bulkhead', 'bulkhead', { 'stud-spacing': 66 })],
      joints: [],
      edits: pieces,
    });
    expect(answer.verdict.reasons).toEqual([]);
    expect(answer.list).toContainEqual({
      section: 'order',
      item: 'unit',
      unit: 'CM',
      quantity: 1,
      needs: expect.any(Array),
    });
  });
  it('8: a step-bore master where a plain one was, 35 longer reservoir: said, and not safe until it is wanted so', async () => {
    const parts = [
      part('master', 'brake-master', { bore: 23.8125, 'bore-form': 'straight', 'reservoir-size': 104 }, 'M'),
    ];
    const edits = (wanted: boolean) => [
      put('master', 'brake-master', 'N', { bore: 23.8125, 'bore-form': 'stepped', 'reservoir-size': 139 }, { wanted }),
    ];
    const answer = await check({ parts, joints: [], edits: edits(false) });
    expect(answer.verdict.grade).toBe('not-safe');
    const record = find(answer, 'place:master', 'place.record');
    expect(record).toMatchObject({ state: 'not-known', answers: [{ how: 'decide', part: 'master' }] });
    expect(record?.sentence).toContain('bore form stepped instead of straight');
    expect(record?.sentence).toContain('139 mm');
    expect((await check({ parts, joints: [], edits: edits(true) })).verdict.grade).toBe('safe');
  });
  it('21: mineral oil at the clutch, DOT 4 at the brake: each master by its own seals', async () => {
    const system = (at: string, kind: string, fluid: string, seals: string) => [
      part(at, kind, { bore: 12.7, seals }, `old ${at}`),
      part(`${at}-cap`, 'reservoir', { fluid, 'grommet-spacing': 20, 'grommet-size': 8 }),
    ];
    const parts = [
      ...system('clutch', 'clutch-master', 'mineral', 'NBR'),
      ...system('brake', 'brake-master', 'DOT 4', 'EPDM'),
    ];
    const joints = ['clutch', 'brake'].map((at) => joint(`${at}-neck`, 'neck', at, `${at}-cap`));
    const own = { bore: 12.7, 'grommet-spacing': 20, 'grommet-size': 8 };
    const answer = await check({
      parts,
      joints,
      edits: [
        put('clutch', 'clutch-master', 'C', { ...own, seals: 'EPDM' }),
        put('brake', 'brake-master', 'B', { ...own, seals: 'EPDM' }),
      ],
    });
    expect(reasons(answer)).toEqual(['fluid:clutch fluid.seals']);
  });
  it.each([
    [12, 'does-not-fit', 13.7],
    [undefined, 'not-known', undefined],
  ])('slave travel with pedal free travel %s: %s', async (free, state, gives) => {
    const pedal = part('pedal', 'pedal', {
      'pedal-travel': 135,
      'pedal-ratio': 5.6,
      'rod-length': 100,
      'clevis-pin': 8,
      'rod-kind': 'fork',
      ...(free === undefined ? {} : { 'free-travel': free }),
    });
    const own = { 'rod-length': 100, 'clevis-pin': 8, 'rod-kind': 'fork' };
    const parts = [
      pedal,
      part('master', 'clutch-master', { ...own, bore: 19.05 }, 'M'),
      part('slave', 'slave', { bore: 19.05, travel: 20 }, 'S'),
      part('fork', 'fork', { travel: 14 }),
    ];
    const joints = [joint('rod', 'rod', 'pedal', 'master'), joint('fork', 'fork', 'fork', 'slave')];
    const answer = await check({
      parts,
      joints,
      edits: [put('master', 'clutch-master', 'N', { ...own, bore: 15.875 })],
    });
    const path = find(answer, 'path:slave', 'path.clutch');
    expect(path?.state).toBe(state);
    if (gives !== undefined) expect(path?.values['gives']).toBeCloseTo(gives, 2);
    else
      expect(path?.answers).toContainEqual({ how: 'measure', part: 'pedal', attribute: 'free-travel', tool: 'ruler' });
  });
  it('15: a hydraulic booster that contains the master: ports and connector like any master’s, and no clearance joint', async () => {
    const own = {
      ...port('front', 'M10x1.0', 'bubble-flare', { 'port-feeds': 'front' }),
      sensor: 'flat 2-pin',
      'booster-supply': 'pump',
    };
    const parts = [
      part('booster', 'booster', own, 'H'),
      part('line', 'line', { ...port('from', 'M10x1.0', 'bubble-flare') }),
      part('harness', 'harness', { sensor: 'flat 2-pin' }),
    ];
    const joints = [
      joint('out', 'port', 'booster@front', 'line@from'),
      joint('plug', 'wiring', 'harness@sensor', 'booster@sensor'),
    ];
    const other = put('booster', 'booster', 'G', {
      ...own,
      ...port('front', 'M12x1.0', 'bubble-flare', { 'port-feeds': 'front' }),
      sensor: 'round 3-pin',
    });
    const answer = await check({ parts, joints, edits: [other] });
    expect(reasons(answer).sort()).toEqual(['out port.thread', 'plug wiring.plug']);
  });
});
