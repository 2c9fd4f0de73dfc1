import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { HoseAnswer, LineCutAnswer, LinePointsAnswer, RouteAnswer } from '@kerabat/contract';
import { testServer, type TestServer } from '../../testing/harness.js';

let server: TestServer;
beforeAll(async () => {
  server = await testServer({ demo: true });
});
afterAll(() => server.close());
const ask = (path: string, body: unknown) => server.ask('POST', `/tools/${path}`, { body });
const mm = (value: number) => ({ value, unit: 'mm' });
const inch = (value: number) => ({ value, unit: 'in' });
const detail = (body: unknown) => body as { detail: string; errors?: { pointer: string }[] };

const CUT = {
  tube: '3/16 in',
  legs: [mm(180), mm(240), mm(95)],
  bends: [
    { angle: 90, radius: mm(16) },
    { angle: 45, radius: mm(16) },
  ],
  ends: [
    { flare: 'inverted-flare', nut: '3/8 fine' },
    { flare: 'inverted-flare', nut: '3/8-24' },
  ],
  allowance: mm(3.5),
};

describe('a line', () => {
  it('answers the worked example, with its order of work and no complaint', async () => {
    const { status, body } = await ask('line/cut', {
      ...CUT,
      ends: [
        { flare: 'inverted-flare', nut: '3/8-24UNF' },
        { flare: 'inverted-flare', nut: '.375-24' },
      ],
    });
    expect(status).toBe(200);
    const line = body as LineCutAnswer;
    expect(line.developed.value).toBeCloseTo(507.4, 1);
    expect([line.cutTo.value, line.checks]).toEqual([515, []]);
    expect(line.marks.map((m) => m.fromFace.value.toFixed(1))).toEqual(['164.0', '406.5']);
    expect(line.order[1]?.words).toContain('Slide the nut 3/8-24 UNF on');
    expect(line.working).toContain('507.4');
  });
  it('is the same by its corners, in inches or mm', async () => {
    const byCorners = {
      ...CUT,
      legs: undefined,
      bends: undefined,
      points: [
        [0, 0, 0],
        [180, 0, 0],
        [180, 240, 0],
        [180 + 95 * Math.SQRT1_2, 240 + 95 * Math.SQRT1_2, 0],
      ],
      radius: mm(16),
      ends: [{ flare: 'none' }, { flare: 'none' }],
      allowance: undefined,
    };
    const { body } = await ask('line/cut', byCorners);
    expect((body as LineCutAnswer).developed.value).toBeCloseTo(507.44, 1);
    const inches = await ask('line/cut', {
      ...CUT,
      ends: [{ flare: 'none' }, { flare: 'none' }],
      legs: [inch(180 / 25.4), inch(240 / 25.4), inch(95 / 25.4)],
    });
    expect((inches.body as LineCutAnswer).developed.value).toBeCloseTo(507.44, 1);
  });
  it.each([
    ['a negative leg', { legs: [mm(180), mm(-4), mm(95)] }, '/legs/1'],
    ['a bend of nothing', { bends: [{ angle: 0, radius: mm(16) }, CUT.bends[1]] }, '/bends/0/angle'],
    ['a leg too few', { legs: [mm(180), mm(95)] }, '/legs'],
    ['a tube that is none', { tube: '11 mm' }, '/tube'],
    ['a nut that is none', { ends: [{ flare: 'none', nut: '3/8-23' }, CUT.ends[1]] }, '/ends/0/nut'],
    [
      'ten thousand points',
      {
        legs: undefined,
        bends: undefined,
        radius: mm(16),
        points: Array.from({ length: 10_000 }, (_, i) => [i, 0, 0]),
      },
      '/points',
    ],
    [
      'corners and legs at once',
      {
        points: [
          [0, 0, 0],
          [1, 0, 0],
        ],
        radius: mm(16),
      },
      '/legs',
    ],
    ['a pressure for a leg', { legs: [{ value: 4, unit: 'bar' }, mm(240), mm(95)] }, '/legs/0'],
  ] as const)('%s is refused with a sentence at its place', async (_, change, pointer) => {
    const { status, body } = await ask('line/cut', { ...CUT, ends: [{ flare: 'none' }, { flare: 'none' }], ...change });
    expect(status).toBe(400);
    expect(detail(body).errors?.[0]?.pointer).toBe(pointer);
    expect(detail(body).detail).toMatch(/\.$/);
  });
  it('reads corners as people paste them, and says which line is none', async () => {
    const read = async (text: string) => (await ask('line/points', { text })).body;
    expect(((await read('x;y;z\n0;0;0\n100,5;0;0\n')) as LinePointsAnswer).points).toEqual([
      [0, 0, 0],
      [100.5, 0, 0],
    ]);
    expect(((await read('0,0,0\r\n100.5,0,0')) as LinePointsAnswer).points).toHaveLength(2);
    expect(((await read('0\t0\t0\n1\t2\t3')) as LinePointsAnswer).points[1]).toEqual([1, 2, 3]);
    expect(detail(await read('0,0,0\n1,2')).detail).toContain('Line 2');
    expect(detail(await read('  0\nSECTION\n  2\nENTITIES')).detail).toContain('DXF drawing');
    expect(detail(await read('')).detail).toContain('empty');
    expect(detail(await read(Array.from({ length: 10_000 }, (_, i) => `${i},0,0`).join('\n'))).detail).toContain(
      'more than 62',
    );
    expect(detail(await read('"0,0,0')).detail).toContain('quoted');
  });
  it('goes out as CSV that comes in again, as DXF in mm, and as PDF at true scale', async () => {
    const plain = { ...CUT, ends: [{ flare: 'none' }, { flare: 'none' }], allowance: undefined };
    const csv = await ask('line/file', { ...plain, file: 'csv' });
    expect(String(csv.body)).toBe('x_mm,y_mm,z_mm\r\n0,0,0\r\n180,0,0\r\n180,240,0\r\n112.825,307.175,0\r\n');
    expect((await ask('line/points', { text: String(csv.body) })).status).toBe(200);
    const dxf = await ask('line/file', { ...plain, file: 'dxf' });
    expect(String(dxf.body)).toContain('CENTRE_LINE');
    expect(String(dxf.body)).toMatch(/\$INSUNITS\s+70\s+4/);
    expect(String(dxf.body).trimEnd().endsWith('EOF')).toBe(true);
    const pdf = await ask('line/file', { ...plain, file: 'pdf', title: 'Rear left <b>' });
    expect(String(pdf.body).startsWith('%PDF-')).toBe(true);
    const back = { ...plain, legs: [mm(200), mm(200)], bends: [{ angle: 180, radius: mm(30), byArc: true }] };
    expect((await ask('line/file', { ...back, file: 'csv' })).status).toBe(400);
  });
});

describe('from a port to a line', () => {
  const LINE = { tube: '3/16 in', nut: '3/8 UNF', flare: 'inverted-flare' };
  it('best first, with pieces, numbers and prices of the catalogue', async () => {
    const { body } = await ask('fittings/route', {
      port: { thread: 'M10x1', seat: 'bubble-flare', gender: 'female' },
      line: LINE,
    });
    const { routes, none } = body as RouteAnswer;
    expect(none).toBeUndefined();
    expect(routes.slice(0, 2).map(({ steps }) => steps.map((s) => s.do))).toEqual([
      ['reflare'],
      ['adapter', 'screw-in'],
    ]);
    expect(routes[0]?.steps[0]?.item).toMatchObject({ number: 'WX7012', price: 1.3 });
    expect(routes[1]?.steps[0]?.item?.number).toBe('WX7248');
  });
  it('a set that is sold ready stands beside the pieces', async () => {
    const { body } = await ask('fittings/route', {
      port: { thread: 'M10x1.0', seat: 'bubble-flare', gender: 'female' },
      line: LINE,
      second: LINE,
    });
    const { routes, sets } = body as RouteAnswer;
    expect(routes[0]?.steps.map((s) => s.do)).toEqual(['tee', 'screw-in', 'screw-in']);
    expect(routes[0]?.price).toBe(9.8);
    expect(sets[0]?.name).toContain('Adapter set');
  });
  it('a compression fitting is refused and asked about; a thread that is none is a sentence at its place', async () => {
    const port = { thread: '3/8-24', seat: 'inverted-flare', gender: 'female' };
    const refused = (await ask('fittings/route', { port, line: { ...LINE, flare: 'compression' } }))
      .body as RouteAnswer;
    expect([refused.routes, refused.none?.code]).toEqual([[], 'compression']);
    const bad = await ask('fittings/route', { port: { ...port, thread: '3/8-19' }, line: LINE });
    expect([bad.status, detail(bad.body).errors?.[0]?.pointer]).toEqual([400, '/port/thread']);
    expect((await ask('fittings/route', { port, second: LINE })).status).toBe(400);
  });
  it('a piece that comes into the catalogue is found by the next question', async () => {
    const asked = { port: { thread: 'M14x1.5', seat: 'inverted-flare', gender: 'female' }, line: LINE };
    const found = async () =>
      ((await ask('fittings/route', asked)).body as RouteAnswer).routes.map(({ steps }) => steps[0]?.item?.key);
    expect(await found()).toEqual([]);
    const { catalogue } = server.databases;
    catalogue.exec(`INSERT INTO fitting (key, kind, name, source_id) SELECT 'late', 'adapter',
      'Adapter that came late', MIN(id) FROM source;
      INSERT INTO fitting_end (fitting_id, position, gender, thread, seat) SELECT id, 'in', 'male', 'M14x1.5',
      'inverted-flare' FROM fitting WHERE key = 'late';
      INSERT INTO fitting_end (fitting_id, position, gender, thread, seat) SELECT id, 'out', 'female',
      '3/8-24 UNF', 'inverted-flare' FROM fitting WHERE key = 'late';`);
    expect((await found())[0]).toBe('late');
  });
});

describe('a hose', () => {
  it('is longer than its string', async () => {
    const { body } = await ask('hose/length', {
      needed: { droop: mm(300), bump: mm(180) },
      ends: [
        { away: 90, clocking: 0 },
        { away: 90, clocking: 0 },
      ],
      bendRadius: mm(40),
      slack: mm(10),
    });
    const { free, because, clocking } = body as HoseAnswer;
    expect([free.value, clocking]).toEqual([360, 0]);
    expect(because.join(' ')).toContain('Not measured: at full left lock, at full right lock');
  });
  it('nothing measured, or nonsense, is refused with its place', async () => {
    const hose = { needed: {}, ends: [{}, {}], bendRadius: mm(40) };
    expect(detail((await ask('hose/length', hose)).body).errors?.[0]?.pointer).toBe('/needed');
    const tight = await ask('hose/length', { ...hose, needed: { droop: mm(300) }, ends: [{ away: 400 }, {}] });
    expect(detail(tight.body).errors?.[0]?.pointer).toBe('/ends/0/away');
  });
});
