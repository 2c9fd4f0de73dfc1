import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Workspace } from '@kerabat/contract';
import { testServer, type TestServer } from '../testing/harness.js';

/** Decisions hold as long as what they were given for, and orders need more than somebody who places them. */

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

async function jobOf(unit: string): Promise<number> {
  const asked = { asker: 'x', request: 'replace', complaints: [], words: '', options: [] };
  const body = { ...asked, vehicleId: 'q2', built: '1979-05', slot: 'brake-master' };
  const { id } = (await server.ask('POST', '/jobs', { body })).body as { id: number };
  await decide(id, 'old:brake-master', 'ard-sm19');
  await decide(id, 'unit:brake-master', unit);
  return id;
}
const workspace = async (id: number): Promise<Workspace> => (await server.ask('GET', `/jobs/${id}`)).body as Workspace;
const seenOf = async (id: number, subject: string): Promise<number> =>
  (await workspace(id)).decisions.find((d) => d.subject === subject)?.version ?? 0;
async function decide(id: number, subject: string, choice: string) {
  const body = { value: { choice }, reason: 'test' };
  const path = `/jobs/${id}/decisions/${encodeURIComponent(subject)}`;
  const { status } = await server.ask('PUT', path, { body, seen: await seenOf(id, subject) });
  expect(status, `${subject} ${choice}`).toBe(200);
}
const tell = (id: number, line: string, slot = 'brake-master') =>
  server.ask('POST', `/jobs/${id}/bench-line`, { body: { line, slot } });
const again = async (id: number, subject: string) =>
  (await workspace(id)).decisions.find((d) => d.subject === subject)?.again;
const order = async (id: number, more: Record<string, unknown> = {}) =>
  server.ask('PATCH', `/jobs/${id}`, { body: { state: 'ordered', ...more }, seen: (await workspace(id)).job.version });

describe('a decision is about something, and ends with it', () => {
  it('an override holds while its joint is as it was, and asks to be given again after that', async () => {
    const id = await jobOf('wex-sm19');
    await tell(id, 'studs 72 cal', 'unit:wex-sm19');
    await decide(id, 'override:brake-master/mount', 'yes');
    expect((await workspace(id)).safety.overridden).toMatchObject([{ joint: 'brake-master/mount' }]);
    await tell(id, 'reservoir length 90 ruler');
    expect(await again(id, 'override:brake-master/mount')).toBeUndefined();
    await tell(id, 'studs 69 cal');
    expect(await again(id, 'override:brake-master/mount')).toContain('stud spacing');
    const { safety } = await workspace(id);
    expect(safety.overridden).toEqual([]);
    expect(safety.notes.join(' ')).toMatch(/let "mount" pass.*Confirm it again/);
    await decide(id, 'override:brake-master/mount', 'yes');
    expect(await again(id, 'override:brake-master/mount')).toBeUndefined();
    expect((await workspace(id)).safety.overridden).toHaveLength(1);
  });
  it('what was wanted of one unit is not wanted of another, and "no" is no', async () => {
    const id = await jobOf('wex-sm19');
    await tell(id, 'bore 22.2 mic', 'unit:wex-sm19');
    const wanted = async () =>
      (await workspace(id)).work[0]?.joints.flatMap((j) => j.checks).find((c) => c.words === 'another bore');
    expect(await wanted()).toMatchObject({ state: 'not-known', decides: 'wanted' });
    await decide(id, 'wanted:brake-master', 'no');
    expect(await wanted()).toMatchObject({ state: 'not-known' });
    await decide(id, 'wanted:brake-master', 'yes');
    expect(await wanted()).toBeUndefined();
    await tell(id, 'bore 25.4 mic');
    expect(await again(id, 'wanted:brake-master')).toMatch(/bore was .* and is/);
    await decide(id, 'unit:brake-master', 'ard-sm19');
    expect(await again(id, 'wanted:brake-master')).toBe('another unit is chosen');
  });
  it('a fix is given for what it mends', async () => {
    const id = await jobOf('wex-sm19');
    const fixes = (await workspace(id)).work[0]?.joints.flatMap((j) => j.checks.flatMap((c) => c.fixes)) ?? [];
    const key = fixes[0]?.key ?? '';
    expect(key).not.toBe('');
    await decide(id, `fix:brake-master/${key}`, 'accepted');
    expect(await again(id, `fix:brake-master/${key}`)).toBeUndefined();
    await decide(id, 'unit:brake-master', 'ard-sm19');
    expect(await again(id, `fix:brake-master/${key}`)).toBe('another unit is chosen');
  });
});

describe('an order', () => {
  it('is not placed against the verdict, and changes nothing then', async () => {
    const id = await jobOf('wex-sm19');
    await tell(id, 'studs 72 cal', 'unit:wex-sm19');
    const refused = await order(id);
    expect(refused).toMatchObject({ status: 400, body: { detail: expect.stringContaining('Not OK to order') } });
    expect((await workspace(id)).job.state).toBe('open');
  });
  it('of what rests on listings is confirmed as that', async () => {
    const id = await jobOf('ard-sm19');
    const subject = 'old:brake-master';
    await server.ask('DELETE', `/jobs/${id}/decisions/${encodeURIComponent(subject)}`, {
      seen: await seenOf(id, subject),
    });
    expect((await workspace(id)).safety.grade).toBe('on-listing');
    expect((await order(id)).status).toBe(400);
    expect((await order(id, { onListing: true })).status).toBe(200);
    expect((await workspace(id)).job.state).toBe('ordered');
  });
  it('of nothing is no order', async () => {
    const asked = { asker: 'x', request: 'replace', complaints: [], words: '', options: [] };
    const body = { ...asked, vehicleId: 'q2', built: '1979-05', slot: 'brake-master' };
    const { id } = (await server.ask('POST', '/jobs', { body })).body as { id: number };
    expect((await order(id)).status).toBe(400);
  });
});
