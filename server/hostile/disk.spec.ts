import { spawnSync } from 'node:child_process';
import {
  chmodSync,
  chownSync,
  closeSync,
  copyFileSync,
  mkdtempSync,
  openSync,
  renameSync,
  rmSync,
  truncateSync,
  writeSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, describe, expect, it } from 'vitest';
import { isWhole } from '../base/db/storage.js';
import { testServer, type TestServer } from '../testing/harness.js';
import { ROOT, startServer } from '../testing/program.js';
import { canMount, smallDisk, type SmallDisk } from '../testing/small-disk.js';

let server: TestServer | undefined;
let disk: SmallDisk | undefined;
afterEach(async () => {
  disk?.free();
  await server?.close();
  disk?.end();
  server = disk = undefined;
});

const JOB = {
  asker: 'Gate',
  request: 'replace',
  complaints: [],
  words: '',
  vehicleId: null,
  built: null,
  options: [],
  slot: null,
};
const open = () => server?.ask('POST', '/jobs', { body: JOB });
const jobs = async (): Promise<number> => ((await server?.ask('GET', '/jobs'))?.body.jobs as unknown[]).length;
const health = async () => {
  const answer = await fetch(`${server?.address ?? ''}/health`);
  return { status: answer.status, body: (await answer.json()) as { status: string; detail: string } };
};

describe.skipIf(!canMount())('a full disk', () => {
  it('is named at the field; what was acknowledged stays, and it goes on when there is room', async () => {
    disk = smallDisk(24);
    server = await testServer({ parent: disk?.path ?? '' });
    expect((await open())?.status).toBe(201);
    const before = await jobs();
    disk?.fill();
    let refused = await open();
    // Some pages of the log may be left from before.
    for (let i = 0; i < 200 && refused?.status === 201; i++) refused = await open();
    expect(refused).toMatchObject({
      status: 507,
      body: { title: 'Disk full', detail: expect.stringContaining('disk is full') as string },
    });
    disk?.free();
    disk?.fill();
    expect(await health()).toMatchObject({
      status: 503,
      body: { status: 'reading-only', detail: expect.stringContaining('is full') as string },
    });
    for (const format of ['csv', 'xlsx', 'json', 'graphml'])
      expect(await server.ask('GET', `/exports/${format}`), format).toMatchObject({
        status: 507,
        body: { detail: expect.stringContaining('nothing was exported') as string },
      });
    const acknowledged = await jobs();
    expect(acknowledged).toBeGreaterThanOrEqual(before);
    disk?.free();
    expect((await open())?.status).toBe(201);
    expect(await jobs()).toBe(acknowledged + 1);
    expect(server.databases.jobs.pragma('integrity_check', { simple: true })).toBe('ok');
  });
  it('is seen before a list is sent, and ends one that is on its way at once', async () => {
    disk = smallDisk(120);
    server = await testServer({ parent: disk?.path ?? '' });
    const send = async (bytes: number) => {
      const form = new FormData();
      form.set('file', new Blob([Buffer.alloc(bytes, 'a')]), 'list.csv');
      const began = performance.now();
      const answer = await fetch(`${server?.address ?? ''}/api/v1/imports`, {
        method: 'POST',
        body: form,
        headers: { 'kerabat-person': 'Ilse' },
      });
      return {
        status: answer.status,
        detail: ((await answer.json()) as { detail?: string }).detail,
        ms: performance.now() - began,
      };
    };
    expect(await send(60_000_000)).toMatchObject({
      status: 507,
      detail: expect.stringMatching(/has \d+ MB left, and bringing this file in takes up to/) as string,
    });
    // A sender who does not say how much is coming finds out on the way.
    disk?.fill(70 * 1024 * 1024);
    const chunks = new ReadableStream<Uint8Array>({
      start(controller) {
        controller.enqueue(
          new TextEncoder().encode('--x\r\ncontent-disposition: form-data; name="file"; filename="a.csv"\r\n\r\n'),
        );
      },
      pull(controller) {
        controller.enqueue(new Uint8Array(1024 * 1024));
      },
    });
    const began = performance.now();
    const answer = await fetch(`${server.address}/api/v1/imports`, {
      method: 'POST',
      body: chunks,
      headers: { 'kerabat-person': 'Ilse', 'content-type': 'multipart/form-data; boundary=x' },
      duplex: 'half',
    } as RequestInit);
    expect(answer.status).toBe(507);
    expect(((await answer.json()) as { detail: string }).detail).toContain('disk is full');
    expect(performance.now() - began).toBeLessThan(30_000);
    expect(await jobs()).toBe(6);
  });
});

// Nothing is read-only for root: the program runs as nobody then, where nobody may read the program.
const nobody = process.getuid?.() === 0 ? 65534 : undefined;
const reads = `import(${JSON.stringify(join(ROOT, 'server/dist/base/db/directory.js'))}).catch(() => process.exit(1))`;
const canRun =
  nobody === undefined || spawnSync(process.execPath, ['-e', reads], { uid: nobody, gid: nobody }).status === 0;

describe.skipIf(!canRun)('a directory that turns read-only while it runs', () => {
  it(
    'stops what is written with the reason; what is there can be looked at; started again it serves ' + 'for reading',
    async () => {
      const data = mkdtempSync(join(tmpdir(), 'kerabat-reading-only-'));
      if (nobody !== undefined) chownSync(data, nobody, nobody);
      let running = await startServer([], data, nobody);
      const ask = async (method: string, path: string, body?: unknown) => {
        const sent = body === undefined ? {} : { body: JSON.stringify(body) };
        const answer = await fetch(`${running.address}${path}`, {
          method,
          headers: { 'content-type': 'application/json', 'kerabat-person': 'Ilse' },
          ...sent,
        });
        return { status: answer.status, body: (await answer.json()) as Record<string, unknown> };
      };
      try {
        expect((await ask('POST', '/api/v1/jobs', JOB)).status).toBe(201);
        expect(await ask('GET', '/health')).toMatchObject({ status: 200, body: { status: 'ok' } });
        chmodSync(join(data, 'jobs.sqlite'), 0o400);
        chmodSync(data, 0o500);
        const refused = {
          status: 503,
          body: { detail: expect.stringContaining('can be read and not written') as string },
        };
        expect(await ask('POST', '/api/v1/jobs', JOB)).toMatchObject(refused);
        expect(await ask('GET', '/health')).toMatchObject({ status: 503, body: { status: 'reading-only' } });
        expect(((await ask('GET', '/api/v1/jobs')).body['jobs'] as unknown[]).length).toBe(7);
        expect((await ask('POST', '/api/v1/tools/thread/read', { text: 'M10x1' })).status).toBe(200);
        await running.kill();
        running = await startServer([], data, nobody);
        expect(running.said()).toContain('can be read and not written');
        expect(((await ask('GET', '/api/v1/jobs')).body['jobs'] as unknown[]).length).toBe(7);
        expect(await ask('POST', '/api/v1/jobs', JOB)).toMatchObject(refused);
      } finally {
        chmodSync(data, 0o700);
        await running.end();
      }
    },
  );
});

describe('a damaged file', () => {
  it.each(['jobs.sqlite', 'catalogue.sqlite'])('%s: health says which, and what to do', async (name) => {
    server = await testServer();
    expect((await health()).body.status).toBe('ok');
    const path = join(server.folder, name);
    const file = openSync(path, 'r+');
    writeSync(file, Buffer.from('not a database  '), 0, 16, 0);
    closeSync(file);
    expect(await health()).toMatchObject({
      status: 503,
      body: { status: 'failing', detail: expect.stringMatching(`${name} is damaged.*last backup`) as string },
    });
  });
  it('one that was cut short is not whole, one that nothing was written into yet is', async () => {
    server = await testServer();
    const copy = join(server.folder, 'copy.sqlite');
    copyFileSync(join(server.folder, 'catalogue.sqlite'), copy);
    expect(isWhole(copy)).toBe(true);
    truncateSync(copy, 8192);
    expect(isWhole(copy)).toBe(false);
    truncateSync(copy, 50);
    expect(isWhole(copy)).toBe(false);
    truncateSync(copy, 0);
    expect(isWhole(copy)).toBe(true);
  });
});

describe('a file that goes away while it runs', () => {
  it.each(['jobs.sqlite', 'catalogue.sqlite', 'jobs.sqlite-wal'])(
    '%s: nothing is answered as kept that is not on the disk, until it is back',
    async (name) => {
      server = await testServer();
      expect((await open())?.status).toBe(201);
      const path = join(server.folder, name);
      renameSync(path, `${path}.away`);
      expect(await open()).toMatchObject({
        status: 503,
        body: { detail: expect.stringContaining(`${name} is not there any more`) as string },
      });
      expect(await health()).toMatchObject({
        status: 503,
        body: { status: 'reading-only', detail: expect.stringContaining(name) as string },
      });
      renameSync(`${path}.away`, path);
      expect((await open())?.status).toBe(201);
    },
  );
  it('another file in its place is not written into', async () => {
    server = await testServer();
    const path = join(server.folder, 'jobs.sqlite');
    renameSync(path, `${path}.away`);
    copyFileSync(`${path}.away`, path);
    expect((await open())?.body.detail).toContain('replaced by another file');
    expect((await health()).status).toBe(503);
  });
  it('the whole directory', async () => {
    server = await testServer();
    rmSync(server.folder, { recursive: true });
    expect((await open())?.status).toBe(503);
    expect((await server.ask('PUT', '/settings/gapMin', { body: { value: 0.3 }, seen: 0 })).status).toBe(503);
    expect(await health()).toMatchObject({ status: 503 });
  });
});
