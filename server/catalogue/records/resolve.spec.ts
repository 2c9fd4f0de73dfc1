import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ResolveAnswer } from '@kerabat/contract';
import { testServer, type TestServer } from '../../testing/harness.js';

describe('many numbers at once', () => {
  let server: TestServer;
  beforeAll(async () => {
    server = await testServer();
  });
  afterAll(() => server.close());
  const resolve = async (...numbers: string[]) =>
    ((await server.ask('POST', '/numbers/resolve', { body: { numbers } })).body as ResolveAnswer).rows;

  it('each is told by how it was found; nothing doubtful is settled', async () => {
    const rows = await resolve('A 23-816', 'a23-816', '23816', 'A238816', '44719', 'M12-110', 'zz 99 zz', 'nothing');
    expect(rows.map((r) => r.how)).toEqual([
      'exact',
      'normalised',
      'near',
      'misread',
      expect.any(String),
      expect.any(String),
      'none',
      'none',
    ]);
    expect(rows[0]?.number?.leadsTo.id).toBe('ard-tm22vs');
    expect(rows[4]?.number?.leadsTo.words).toContain('not a number to order by');
    expect(rows[7]?.sentence).toContain('no digit');
  });
  it('a number that leads to different things is several', async () => {
    const [row] = await resolve('30718');
    expect(row).toMatchObject({ how: 'several' });
    expect(row?.number).toBeUndefined();
    expect(row?.sentence).toContain('could be meant');
  });
  it('refuses none, too many, and one that is too long', async () => {
    for (const numbers of [[], Array(2001).fill('1'), ['1'.repeat(201)]])
      expect((await server.ask('POST', '/numbers/resolve', { body: { numbers } })).status).toBe(400);
  });
});
