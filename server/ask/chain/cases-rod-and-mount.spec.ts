import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { checkChain, facts, find, joint, part, port, put, reasons, type Values } from '../../testing/chain.js';
import { testServer, type TestServer } from '../../testing/harness.js';

let server: TestServer;
beforeAll(async () => {
  server = await testServer({ demo: false });
});
afterAll(() => server.close());
const check = (body: Parameters<typeof checkChain>[1]) => checkChain(server, body);

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
  it(
    '10: both masters recorded beside this booster: pattern and pilot are not asked, the clearance ' +
      'waits until it is there',
    async () => {
      const answer = await with_([put('master', 'brake-master', 'N', { bore: 23.8 }, { beside: ['A'] })]);
      expect(answer.verdict).toMatchObject({ grade: 'safe', receive: [{ joint: 'push', code: 'push.gap' }] });
      const alone = await with_([put('master', 'brake-master', 'N', { bore: 23.8 })]);
      expect(alone.verdict.grade).toBe('not-safe');
    },
  );
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
  it('a question that was asked without an answer waits until the part is there, and is open until then', async () => {
    const { 'stud-spacing@master': _spacing, ...unknown } = BOOSTER;
    const asked = {
      parts: [part('booster', 'booster', BOOSTER, 'A'), part('master', 'brake-master', MASTER, 'M')],
      joints,
      edits: [put('booster', 'booster', 'B', unknown)],
      unanswered: [{ part: 'booster', attribute: 'stud-spacing', position: 'master' }],
    };
    const { verdict } = await check(asked);
    expect(verdict.grade).toBe('not-safe');
    expect(verdict.reasons).toEqual([{ joint: 'mount', code: 'mount.spacing', state: 'not-known' }]);
    expect(verdict.receive.map((r) => r.code)).toContain('mount.spacing');
    // A listing answers for it until then; a name may let it pass, and stands beside the grade.
    const listed = await check({ ...asked, listed: [{ unit: 'B', by: 'unit-maker', instead: 'A' }] });
    expect(listed.verdict).toMatchObject({ grade: 'on-listing', reasons: [] });
    expect(listed.verdict.receive.map((r) => r.code)).toContain('mount.spacing');
    const passed = await check({ ...asked, overrides: [{ joint: 'mount', person: 'Odo', reason: 'nobody knows' }] });
    expect(passed.verdict).toMatchObject({ grade: 'not-safe', overridden: [{ person: 'Odo' }] });
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
  it(
    'what the vehicle has is taken from what sits there: the same goes on, anything near is measured ' +
      'on the vehicle',
    async () => {
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
    },
  );
});
