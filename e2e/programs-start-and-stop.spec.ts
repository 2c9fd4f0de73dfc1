import { spawn, spawnSync } from 'node:child_process';
import {
  chmodSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
  appendFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { demoDirectory, ROOT, startServer } from '../server/testing/program.js';

let work: string;
beforeAll(() => {
  work = mkdtempSync(join(tmpdir(), 'kerabat-programs-'));
});
afterAll(() => rmSync(work, { recursive: true, force: true }));

const program = (name: string, ...args: string[]) => {
  const done = spawnSync(process.execPath, [join(ROOT, `server/dist/main/${name}.js`), ...args], {
    encoding: 'utf8',
    timeout: 120_000,
  });
  return { code: done.status, said: `${done.stdout}${done.stderr}` };
};
const jobs = async (address: string): Promise<number> =>
  ((await (await fetch(`${address}/api/v1/jobs`)).json()) as { jobs: unknown[] }).jobs.length;

describe('the server', () => {
  it('says when its port is in use', async () => {
    const first = await startServer([], await demoDirectory());
    const port = new URL(first.address).port;
    const second = program('serve', '--data', join(work, 'second'), '--port', port);
    expect(second.code).toBe(1);
    expect(second.said).toContain(`Port ${port} is in use`);
    await first.end();
  });
  it('says what it cannot understand', () => {
    expect(program('serve', '--port', 'many').said).toContain('--port must be a whole number');
    expect(program('serve', '--colour').said).toContain('--instruments N');
  });
  it('says when its data directory is none', () => {
    writeFileSync(join(work, 'a-file'), '');
    const { code, said } = program('serve', '--data', join(work, 'a-file'), '--port', '0');
    expect(code).toBe(1);
    expect(said).toContain('cannot be written');
  });
  it.skipIf(process.getuid?.() === 0)('says when its data directory is not its own', () => {
    const locked = join(work, 'locked');
    mkdirSync(locked);
    chmodSync(locked, 0o500);
    expect(program('serve', '--data', locked, '--port', '0').said).toContain('cannot be written');
  });
  it('killed at any moment of its first start, it starts whole the next time', async () => {
    for (const wait of [20, 250, 700]) {
      const data = join(work, `killed-${wait}`);
      spawnSync(process.execPath, [join(ROOT, 'server/dist/main/serve.js'), '--data', data, '--port', '0'], {
        timeout: wait,
        killSignal: 'SIGKILL',
      });
      const server = await startServer([], data);
      expect(await jobs(server.address), `killed after ${wait} ms`).toBe(6);
      await server.end();
    }
  });
  it('empty stays empty, also the next time', async () => {
    const data = join(work, 'empty');
    const first = await startServer(['--empty'], data);
    expect(await jobs(first.address)).toBe(0);
    first.process.kill('SIGKILL');
    const second = await startServer([], data);
    expect(await jobs(second.address)).toBe(0);
    await second.end();
  });
});

describe('a directory is somebody’s', () => {
  it('two programs do not share it: the second says who holds it, and the import program too', async () => {
    const first = await startServer([], await demoDirectory());
    for (const second of [
      program('serve', '--data', first.data, '--port', '0'),
      program('import', join(ROOT, 'demo'), '--data', first.data),
    ]) {
      expect(second.code).toBe(1);
      expect(second.said).toContain(`is held by the Kerabat server (process ${first.process.pid}, ${first.address}/`);
    }
    expect(await jobs(first.address)).toBe(6);
    await first.end();
  });
  it('with one database missing it is not new: nothing is loaded, and what to do is said', async () => {
    const first = await startServer(['--empty']);
    await first.kill();
    for (const file of ['jobs.sqlite', 'jobs.sqlite-wal', 'jobs.sqlite-shm'])
      rmSync(join(first.data, file), { force: true });
    const { code, said } = program('serve', '--data', first.data, '--port', '0');
    expect(code).toBe(1);
    expect(said).toContain('jobs.sqlite is missing');
    expect(said).toContain('--create-missing');
    const again = await startServer(['--create-missing'], first.data);
    expect(again.said()).not.toContain('demo');
    expect(await jobs(again.address)).toBe(0);
    await again.end();
  });
  it('filled by the import program before it was ever served, it gets no demo', async () => {
    const data = join(work, 'own');
    const list = join(work, 'own-list');
    mkdirSync(list);
    writeFileSync(join(list, 'manifest.json'), JSON.stringify({ name: 'ours', source: 'ours', date: '2024-01-01' }));
    writeFileSync(join(list, 'makers.csv'), 'maker,name,role\nours,Ours,units\n');
    expect(program('import', list, '--data', data)).toMatchObject({ code: 0 });
    const server = await startServer([], data);
    expect(server.said()).not.toContain('demo');
    expect(await jobs(server.address)).toBe(0);
    await server.end();
  });
  it('is for its owner alone, with everything in it', async () => {
    const server = await startServer([], await demoDirectory());
    const open = readdirSync(server.data).filter((name) => (statSync(join(server.data, name)).mode & 0o077) !== 0);
    expect(open).toEqual([]);
    expect(statSync(server.data).mode & 0o077).toBe(0);
    await server.end();
  });
  it('what was refused is in its log, and in no answer', async () => {
    const server = await startServer([], await demoDirectory());
    const { headers } = await fetch(`${server.address}/api/v1/exports/csv`, {
      headers: { origin: 'http://elsewhere.example' },
    });
    const log = (): string =>
      existsSync(join(server.data, 'log/kerabat.log'))
        ? readFileSync(join(server.data, 'log/kerabat.log'), 'utf8')
        : '';
    await expect.poll(log, { timeout: 5000 }).toContain('"status":403');
    expect(log()).toContain(`"id":"${headers.get('x-request-id')}"`);
    await server.end();
  });
});

describe('backup and import', () => {
  it('a live database is backed up into one file, and a server starts from what is in it', async () => {
    const server = await startServer([], await demoDirectory());
    const file = join(work, 'backup.tar');
    expect(program('backup', file, '--data', server.data)).toMatchObject({ code: 0 });
    expect(program('backup', file, '--data', server.data).said).toContain('is there already');
    await server.end();
    const restored = join(work, 'restored');
    mkdirSync(restored);
    spawnSync('tar', ['-xf', file, '-C', restored]);
    const again = await startServer([], restored);
    expect(await jobs(again.address)).toBe(6);
    await again.end();
  });
  it('says what is missing', () => {
    expect(program('backup').said).toContain('Say where the backup goes');
    expect(program('backup', join(work, 'x.tar'), '--data', join(work, 'nothing')).said).toContain(
      'nothing to back up',
    );
    expect(program('import').said).toContain('Say which catalogue folder');
    expect(program('import', work, '--data', join(work, 'import')).said).toContain('Nothing was loaded');
  });
  it('the demo loads through the same program that users have', () => {
    const { code, said } = program('import', join(ROOT, 'demo'), '--data', join(work, 'import'));
    expect(code).toBe(0);
    expect(said).toContain('16 vehicles');
  });
});

describe('a catalogue of thousands of units', () => {
  it('is identified in by a thread of its own, that works in the built program', async () => {
    expect(program('import', join(ROOT, 'demo'), '--data', join(work, 'many')).code).toBe(0);
    const made = spawnSync(
      process.execPath,
      [join(ROOT, 'bench/made-units.mjs'), join(work, 'many/catalogue.sqlite'), '2500'],
      { encoding: 'utf8' },
    );
    expect(`${made.stderr}`.replace(/npm warn.*/g, '')).toBe('');
    const server = await startServer([], join(work, 'many'));
    const ask = async (evidence: unknown[]) => {
      const body = JSON.stringify({ kind: 'brake-master', limit: 3, evidence });
      const answer = await fetch(`${server.address}/api/v1/identify`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body,
      });
      return (await answer.json()) as { pool: number; candidates: { unitId: string }[]; eliminatedCount: number };
    };
    const all = await ask([]);
    expect(all.pool).toBe(2528);
    const cast = await ask([
      { attribute: 'casting-number', kind: 'mark', value: '44719' },
      { attribute: 'label-code', kind: 'mark', value: 'KE' },
    ]);
    expect(cast.candidates[0]?.unitId).toBe('ard-tm22vs');
    await server.end();
  });
});

describe('the trial', () => {
  it('plays jobs and says what came of them, as a table and as a file', () => {
    const out = join(work, 'trial.json');
    const { code, said } = program('trial', '--jobs', '12', '--seed', 'small', '--policy', 'listing', '--out', out);
    expect(code).toBe(0);
    expect(said).toContain('| listing | all | 12 |');
    expect(JSON.parse(readFileSync(out, 'utf8'))).toMatchObject({ arm: 'honest', seed: 'small', jobs: 12 });
  });
  it.each([
    [['--jobs', '0'], '--jobs is a whole number from 1 to 1 000 000, not "0"'],
    [['--jobs', 'many'], 'not "many"'],
    [['--arm', 'both'], '--arm is one of honest, lies, not "both"'],
    [['--policy', 'luck'], '--policy is one of advice, listing, label, measures, careful, not "luck"'],
    [['--threads', '0'], '--threads is a whole number from 1 to 64, not "0"'],
    [['--fault', 'all'], '--fault is one of no rod.length'],
    [['--colour'], "Unknown option '--colour'"],
  ])('%j is told what it may be', (args, words) => {
    expect(program('trial', ...args)).toMatchObject({ code: 2, said: expect.stringContaining(words) as unknown });
  });
  it('a report that cannot be written is said', () => {
    const { code, said } = program(
      'trial',
      '--jobs',
      '1',
      '--policy',
      'listing',
      '--out',
      join(work, 'no', 'where.json'),
    );
    expect(code).toBe(2);
    expect(said).toContain('The report could not be written to');
  });
  it('any text is a seed', () => {
    expect(program('trial', '--jobs', '1', '--policy', 'listing', '--seed', '…"; DROP TABLE unit; --').code).toBe(0);
  });
  it('killed in the middle it keeps what it had played, and goes on from there', async () => {
    const out = join(work, 'killed.json');
    const kept = `${out}.jobs`;
    const args = ['--policy', 'listing', '--out', out];
    const child = spawn(process.execPath, [join(ROOT, 'server/dist/main/trial.js'), '--jobs', '100000', ...args], {
      stdio: 'ignore',
    });
    const ended = new Promise((done) => child.once('exit', done));
    const lines = () => (existsSync(kept) ? readFileSync(kept, 'utf8').split('\n').length : 0);
    await expect.poll(lines, { timeout: 60_000 }).toBeGreaterThan(2);
    child.kill('SIGKILL');
    await ended;
    // What a kill cut off in the middle of a line is played again.
    const whole = lines();
    appendFileSync(kept, '{"world":0,"jo');
    const { code, said } = program('trial', '--jobs', '20', ...args);
    expect(code).toBe(0);
    expect(said).toMatch(/\d+ worlds were played before/);
    expect(said).toContain('| listing | all | 20 |');
    expect(lines()).toBeGreaterThanOrEqual(whole);
    const other = program('trial', '--jobs', '20', '--seed', 'another', ...args);
    expect(other.code).toBe(2);
    expect(other.said).toContain('is of another trial');
  });
});
