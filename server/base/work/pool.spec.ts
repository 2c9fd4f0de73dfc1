import { writeFileSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { STANDARD_SETTINGS } from '@kerabat/core/named/settings';
import { testDirectory } from '../../testing/harness.js';
import { HttpProblem } from '../http/problem.js';
import { TaskEnded, workPool, type WorkPool } from './pool.js';

let folder: string;
let pool: WorkPool;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'kerabat-pool-'));
  // Half a million rows of JSON take a thread some seconds.
  writeFileSync(
    join(folder, 'long.json'),
    JSON.stringify(Array.from({ length: 500_000 }, (_, i) => ({ number: `ZZ ${i}`, issuer: 'x' }))),
  );
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));
beforeEach(() => {
  pool = workPool();
});
afterEach(() => pool.close());

let copies = 0;
const long = (options: { person?: string; signal?: AbortSignal; timeMs?: number } = {}) =>
  pool.run(
    'look',
    { path: join(folder, 'long.json'), fileName: 'long.json', folder: mkdtempSync(join(folder, `work-${copies++}-`)) },
    { pool: 'long', person: 'Ilse', ...options },
  );

describe('the pool of threads', () => {
  it('answers what it is given', async () => {
    expect(await pool.run('picture', Buffer.from('no picture'), { person: 'Ilse' })).toContain('send a PNG or a JPEG');
  });
  it('stops a task that takes longer than it may, and goes on with the next one', async () => {
    await expect(long({ timeMs: 30 })).rejects.toMatchObject({ why: 'time' });
    expect(await pool.run('picture', Buffer.alloc(0), { person: 'Ilse' })).toContain('empty');
    expect(await long()).toMatchObject({ guesses: [{ sheet: 'long' }] });
  });
  it('what goes wrong in a thread is what it was: a sentence stays one, a fault of the disk has its code', async () => {
    const asked = { format: 'json', now: '2024-01-01T00:00:00Z' } as const;
    const write = (catalogue: string, into: string) =>
      pool.run('writeOut', { ...asked, catalogue, folder: into }, { pool: 'long', person: 'Ilse' });
    await expect(write(join(folder, 'long.json'), folder)).rejects.toMatchObject({ code: 'SQLITE_NOTADB' });
    const data = await testDirectory({ parent: folder });
    const file = join(data, 'catalogue.sqlite');
    await expect(write(file, join(folder, 'nowhere'))).rejects.toMatchObject({ code: 'ENOENT' });
    const unknown = { file, key: 'no-such-unit', depth: 2, settings: STANDARD_SETTINGS, outcomes: new Map() };
    const answer = pool.run('interchange', unknown, { person: 'Ilse' });
    await expect(answer).rejects.toBeInstanceOf(HttpProblem);
    await expect(answer).rejects.toMatchObject({
      status: 404,
      detail: expect.stringContaining('no-such-unit') as string,
    });
  });
  it('a task that was ended is told to whoever waits as a sentence, not as a fault of the server', async () => {
    await expect(long({ timeMs: 30 })).rejects.toMatchObject({
      status: 503,
      detail: expect.stringMatching(/^It took longer/),
    });
  });
  it('stops a task whose person has hung up', async () => {
    const gone = new AbortController();
    const asked = long({ signal: gone.signal });
    setTimeout(() => gone.abort(), 100);
    await expect(asked).rejects.toBeInstanceOf(TaskEnded);
    await expect(asked).rejects.toMatchObject({ why: 'cancelled' });
  });
  it('gives each person a share: the fifth of one is told to wait, the first of another is not', async () => {
    const mine = Array.from({ length: 4 }, () => long());
    await expect(long()).rejects.toBeInstanceOf(HttpProblem);
    await expect(long()).rejects.toMatchObject({
      status: 429,
      detail: expect.stringContaining('4 of these are under way for you') as string,
    });
    const other = long({ person: 'Jorun' });
    await Promise.all([...mine, other]);
    await expect(long()).resolves.toBeDefined();
  });
  it('says so when more is waiting than it can ever do', async () => {
    const many = Array.from({ length: 30 }, (_, i) =>
      long({ person: `person ${i}`, timeMs: 400 }).catch((error: unknown) => error),
    );
    const ends = await Promise.all(many);
    expect(ends.some((end) => end instanceof HttpProblem && end.status === 503)).toBe(true);
  });
});
