import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { DemoSeen, JobList } from '@kerabat/contract';
import { testServer, type TestServer } from '../testing/harness.js';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

const db = () => server.databases.catalogue;
const count = (what: string): unknown => db().prepare(`SELECT COUNT(*) FROM ${what}`).pluck().get();
const TABLES = [
  'source',
  'maker',
  'vehicle',
  'vehicle_option',
  'vehicle_fact',
  'vehicle_part_fact',
  'vehicle_access',
  'unit',
  'unit_note',
  'unit_piece',
  'unit_fact',
  'kit',
  'kit_content',
  'kit_unit',
  'fitting_end',
  'fitting_piece',
  'fitting',
  'number',
  'box_item',
  'stock',
  'chain_entry',
  'link',
  'assertion',
  'condition',
];
const everything = () =>
  Object.fromEntries(
    TABLES.map((table) => {
      const rows = db().prepare(`SELECT * FROM "${table}"`).all() as Record<string, unknown>[];
      // When a unit was last written is nothing that is said of it.
      return [table, rows.map(({ touched: _touched, ...row }) => row)];
    }),
  );

/** What a workshop has put in beside the demo: a unit of its own with a number, and claims about the demo's. */
async function grow(): Promise<void> {
  db().exec(`INSERT INTO source (key, kind, title, issued) VALUES ('own', 'unit-maker', 'our list',
    '2024-01-01');
    INSERT INTO maker (key, name, role) VALUES ('own-maker', 'Own', 'units');
    INSERT INTO unit (key, kind, name, maker_id, source_id) SELECT 'own-1', 'slave', 'our own', m.id, s.id FROM
    maker m, source s WHERE m.key = 'own-maker' AND s.key = 'own';
    INSERT INTO unit_fact (unit_id, attribute, presence, num, source_id) SELECT u.id, 'bore', 'recorded', 19.05,
    s.id FROM unit u, source s WHERE u.key = 'own-1' AND s.key = 'own';
    INSERT INTO number (maker_id, written, key, loose, kind, status, unit_id, source_id)
      SELECT m.id, 'OWN 1', 'OWN1', 'OWN1', 'order', 'current', u.id, s.id FROM maker m, unit u, source s WHERE
    m.key = 'own-maker' AND u.key = 'own-1' AND s.key = 'own';
    INSERT INTO number (maker_id, written, key, loose, kind, status, unit_id, source_id)
      SELECT m.id, 'OWN 2', 'OWN2', 'OWN2', 'order', 'current', u.id, s.id FROM maker m, unit u, source s WHERE
    m.key = 'own-maker' AND u.key = 'ard-sm19' AND s.key = 'own'`);
  await server.ask('POST', '/links', { body: { from: 'unit:own-1', to: 'unit:ard-sm19', kind: 'drop-in' } });
  await server.ask('POST', '/jobs', {
    body: {
      asker: 'ours',
      request: 'replace',
      complaints: [],
      words: '',
      vehicleId: null,
      built: null,
      options: [],
      slot: null,
    },
  });
}

describe('the demo beside what is somebody’s', () => {
  it('is counted, with what people said of it', async () => {
    await grow();
    expect((await server.ask('GET', '/demo')).body as DemoSeen).toMatchObject({
      units: 75,
      vehicles: 16,
      jobs: 6,
      own: 2,
    });
  });
  it('goes out in one act; what is somebody’s stays, and the next audit finds nothing loose', async () => {
    const before = everything();
    const { status, body } = await server.ask('DELETE', '/demo');
    expect(status).toBe(200);
    expect(
      [
        'source',
        'maker',
        'unit',
        'number',
        'vehicle',
        'kit',
        'fitting',
        'link',
        'assertion',
        'stock',
        'chain_entry',
      ].map(count),
    ).toEqual([2, 1, 1, 2, 0, 0, 0, 0, 0, 0, 0]);
    expect(db().prepare('SELECT key FROM source ORDER BY id').pluck().all()).toEqual(['own', 'here']);
    expect(db().prepare('SELECT written, unit_id IS NULL AS loose FROM number ORDER BY id').all()).toEqual([
      { written: 'OWN 1', loose: 0 },
      { written: 'OWN 2', loose: 1 },
    ]);
    expect(db().pragma('foreign_key_check')).toEqual([]);
    expect((await server.ask('GET', '/jobs')).body.jobs.map((j: { asker: string }) => j.asker)).toEqual(['ours']);
    expect((await server.ask('GET', '/demo')).body).toEqual({
      units: 0,
      vehicles: 0,
      numbers: 0,
      links: 0,
      own: 0,
      jobs: 0,
    });
    expect((await server.ask('GET', '/identify')).status).toBe(405);
    const undone = await server.ask('POST', `/history/${body.id}/undo`);
    expect(undone.status).toBe(200);
    expect(everything()).toEqual(before);
  });
  it('again, and once more when there is none left: nothing is done', async () => {
    expect((await server.ask('DELETE', '/demo')).body.id).toEqual(expect.any(Number));
    expect((await server.ask('DELETE', '/demo')).body).toEqual({ id: null, stays: [] });
  });
});

describe('a directory in which nothing is', () => {
  let empty: TestServer;
  beforeAll(async () => {
    empty = await testServer({ demo: false });
  });
  afterAll(() => empty.close());
  it('gets the demo by one request, judged like the one that comes at the first start', async () => {
    expect((await empty.ask('POST', '/demo', { person: '' })).status).toBe(401);
    const { status, body } = await empty.ask('POST', '/demo');
    expect(status).toBe(201);
    expect(body).toMatchObject({ units: 75, vehicles: 16, jobs: 6 });
    const { jobs } = (await empty.ask('GET', '/jobs')).body as JobList;
    expect(jobs).toHaveLength(6);
    expect(jobs.filter(({ safety }) => safety === '')).toEqual([]);
  });
  it('and beside something that is there it is refused; nothing is changed', async () => {
    const before = (await empty.ask('GET', '/catalogue')).body;
    const { status, body } = await empty.ask('POST', '/demo');
    expect(status).toBe(409);
    expect(body.detail).toContain('only where nothing is');
    expect((await empty.ask('GET', '/catalogue')).body).toEqual(before);
  });
});
