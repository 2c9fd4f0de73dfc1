import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Workspace } from '@kerabat/contract';
import { testServer, type TestServer } from '../testing/harness.js';
import { workspaceOf } from './workspace.js';

describe('what was worked out last', () => {
  let server: TestServer;
  beforeAll(async () => {
    server = await testServer();
  });
  afterAll(() => server.close());

  it('is given again as long as nothing was written, and never after', async () => {
    const { stores } = server;
    const first = await workspaceOf(6, stores);
    expect(await workspaceOf(6, stores)).toBe(first);
    await server.ask('POST', '/jobs/6/bench-line', { body: { line: 'studs 72 cal', slot: 'brake-master' } });
    const second = await workspaceOf(6, stores);
    expect(second).not.toBe(first);
    expect(second.safety.sentence).toContain('stud spacing');
  });
  it('a setting that changes, and a correction of the catalogue, are seen at once', async () => {
    const { stores, databases } = server;
    const before = await workspaceOf(6, stores);
    await server.ask('PUT', '/settings/flushMillilitres', { body: { value: 400 }, seen: 0 });
    const more = await workspaceOf(6, stores);
    expect(more).not.toBe(before);
    expect(more.partsList.some(({ reason }) => reason.includes('800 ml'))).toBe(true);
    databases.catalogue.exec(`UPDATE unit SET name = 'renamed' WHERE key = 'wex-sm19'`);
    expect((await workspaceOf(6, stores)).work[0]?.chosen?.name).toBe('renamed');
  });
  it('what was written while it was worked out is not missed', async () => {
    const { stores } = server;
    const working = workspaceOf(3, stores);
    stores.jobs.decide(3, 'fluid:brake', { value: { choice: 'DOT 5.1' }, reason: 'x' }, 0, 'Odo');
    await working;
    expect((await workspaceOf(3, stores)).fluids[0]?.chosen).toBe('DOT 5.1');
  });
  it('many who write at once wait for few workings out, and each is answered what it wrote', async () => {
    const { latest } = server.stores;
    let [written, worked] = [0, 0];
    const work = async (): Promise<Workspace> => {
      worked++;
      const seen = written;
      await new Promise((done) => setTimeout(done, 5));
      return { seen } as unknown as Workspace;
    };
    const writers = Array.from({ length: 100 }, async (_, i) => {
      // Some come together, some while it is worked out, some after it.
      await new Promise((done) => setTimeout(done, (i % 10) * 3));
      const mine = ++written;
      const { seen } = (await latest.inTurn(999, work)) as unknown as { seen: number };
      expect(seen).toBeGreaterThanOrEqual(mine);
    });
    await Promise.all(writers);
    expect(worked).toBeLessThan(20);
  });
  it('a working out that breaks down is told to its own writers, and the next is made', async () => {
    const { latest } = server.stores;
    const broken = latest.inTurn(998, () => Promise.reject(new Error('broken')));
    await expect(broken).rejects.toThrow('broken');
    expect(await latest.inTurn(998, () => Promise.resolve('whole' as unknown as Workspace))).toBe('whole');
  });
  it('a write answers with the whole job when it is asked to, and with its own answer alone otherwise', async () => {
    const ask = (headers: Record<string, string>) =>
      server.ask('POST', '/jobs/3/bench-line', { body: { line: 'pilot 50 cal', slot: 'brake-master' }, headers });
    expect((await ask({})).body).not.toHaveProperty('workspace');
    const { body } = await ask({ prefer: 'return=representation' });
    expect((body.workspace as Workspace).work[0]?.evidence.some((e) => e.attribute === 'pilot')).toBe(true);
    expect(body.echo).toContain('spigot');
  });
});
