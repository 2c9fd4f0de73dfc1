import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { checkChain, facts, find, joint, part, port, put, reasons, type Values } from '../../testing/chain.js';
import { testServer, type TestServer } from '../../testing/harness.js';

let server: TestServer;
beforeAll(async () => {
  server = await testServer({ demo: false });
});
afterAll(() => server.close());
const check = (body: Parameters<typeof checkChain>[1]) => checkChain(server, body);

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
    expect(find(answer, 'place:master', 'place.bore')?.values).toMatchObject({ force: 0.871, travel: 0.871 });
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
  it(
    '11: a slave that its maker lists, without a dimension: order on listing, and nothing is asked ' + 'that spoils it',
    async () => {
      const parts = [
        part('gearbox', 'gearbox', { 'stud-spacing': 60 }),
        part('fork', 'fork', { travel: 14 }),
        part('slave', 'slave', { 'stud-spacing': 60, travel: 15, bore: 19.05 }, 'S'),
      ];
      const joints = [
        joint('mount', 'mount', 'gearbox', 'slave', { stack: [] }),
        joint('fork', 'fork', 'fork', 'slave'),
      ];
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
    },
  );
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
  it(
    '8: a step-bore master where a plain one was, 35 longer reservoir: said, and not safe until it ' + 'is wanted so',
    async () => {
      const parts = [
        part('master', 'brake-master', { bore: 23.8125, 'bore-form': 'straight', 'reservoir-size': 104 }, 'M'),
      ];
      const edits = (wanted: boolean) => [
        put(
          'master',
          'brake-master',
          'N',
          { bore: 23.8125, 'bore-form': 'stepped', 'reservoir-size': 139 },
          { wanted },
        ),
      ];
      const answer = await check({ parts, joints: [], edits: edits(false) });
      expect(answer.verdict.grade).toBe('not-safe');
      const record = find(answer, 'place:master', 'place.record');
      expect(record).toMatchObject({ state: 'not-known', answers: [{ how: 'decide', part: 'master' }] });
      expect(record?.sentence).toContain('bore form stepped instead of straight');
      expect(record?.sentence).toContain('139 mm');
      expect((await check({ parts, joints: [], edits: edits(true) })).verdict.grade).toBe('safe');
    },
  );
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
  it(
    '15: a hydraulic booster that contains the master: ports and connector like any master’s, and no ' +
      'clearance joint',
    async () => {
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
    },
  );
  it('a wheel cylinder where a caliper was has no carrier to go on: said at the joint, not refused', async () => {
    const parts = [
      part('front', 'caliper', { 'carrier-spacing': 90, bore: 54 }, 'C'),
      part('carrier', 'carrier', { 'carrier-spacing': 90 }),
    ];
    const joints = [joint('carrier', 'carrier', 'carrier', 'front')];
    const answer = await check({ parts, joints, edits: [put('front', 'wheel-cylinder', 'W', { bore: 19.05 })] });
    expect(find(answer, 'carrier', 'joint.gone')).toMatchObject({
      state: 'does-not-fit',
      answers: [{ how: 'decide' }],
    });
  });
  it.each([
    ['brake-master', 19.05, 20.6375, 0.852, 0.852],
    ['clutch-master', 19.05, 20.6375, 0.852, 1.174],
    ['slave', 19.05, 20.6375, 1.174, 0.852],
    ['caliper', 48, 54, 1.266, 1.266],
  ])('another bore at a %s: force and travel the right way round', async (kind, old, own, force, travel) => {
    const answer = await check({
      parts: [part('unit', kind, { bore: old }, 'old')],
      joints: [],
      edits: [put('unit', kind, 'new', { bore: own })],
    });
    expect(find(answer, 'place:unit', 'place.bore')?.values).toMatchObject({ force, travel });
  });
});
