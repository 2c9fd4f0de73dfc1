import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { testServer, type TestServer } from '../../testing/harness.js';

let server: TestServer;
beforeAll(async () => {
  server = await testServer({ demo: false });
  const catalogue = server.databases.catalogue;
  catalogue.exec(`INSERT INTO source (key, kind, title, issued) VALUES ('list', 'unit-maker', 'a list',
    '2020-01-01');
    INSERT INTO maker (key, name, role) VALUES ('ours', 'Ours', 'units');
    INSERT INTO unit (key, kind, name, maker_id, source_id) SELECT value, 'slave', value, 1, 1 FROM
    json_each('["a","b","c","d"]')`);
});
afterAll(() => server.close());

const claim = async (from: string, to: string): Promise<string> =>
  (await server.ask('POST', '/links', { body: { from: `unit:${from}`, to: `unit:${to}`, kind: 'drop-in' } })).body.link;
const acts = async (): Promise<{ id: number; what: string }[]> => (await server.ask('GET', '/history')).body.acts;
const undo = (id: number) => server.ask('POST', `/history/${id}/undo`);
const keys = (table: string): unknown[] =>
  server.databases.catalogue.prepare(`SELECT key FROM ${table} ORDER BY id`).pluck().all();

describe('undoing an act takes back only what nothing else rests on', () => {
  it(
    'of two claims in a fresh catalogue the first: the source that it brought stays for the second, ' + 'and is named',
    async () => {
      const [first, second] = [await claim('a', 'b'), await claim('c', 'd')];
      const [, older] = await acts();
      const { status, body } = await undo(older?.id ?? 0);
      expect([status, body.stays]).toEqual([200, ['source here']]);
      expect(keys('link')).toEqual([second]);
      expect(first).not.toBe(second);
      expect(keys('source')).toEqual(['list', 'here']);
    },
  );
  it('the last one takes its source with it; undone again, both are there as they were', async () => {
    const id = (await acts()).find((a) => a.what.startsWith('Said: unit:d'))?.id ?? 0;
    const before = server.databases.catalogue.prepare('SELECT * FROM link').all();
    const { body } = await undo(id);
    expect(keys('link')).toEqual([]);
    expect((await undo(body.id)).status).toBe(200);
    expect(server.databases.catalogue.prepare('SELECT * FROM link').all()).toEqual(before);
  });
  it('an act that is not there, or was undone, is told so', async () => {
    expect(await undo(999)).toMatchObject({ status: 404, body: { detail: 'There is no act 999 in the history.' } });
    const undone = (await acts()).find((a) => 'undoneBy' in a);
    expect((await undo(undone?.id ?? 0)).body.detail).toBe('This was undone already.');
  });
});
