import { createWriteStream, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import yazl from 'yazl';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ImportMapping, ImportView } from '@kerabat/contract';
import { testServer, type TestServer } from '../../testing/harness.js';

let server: TestServer;
let folder: string;
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'kerabat-http-'));
  server = await testServer();
});
afterAll(async () => {
  await server.close();
  rmSync(folder, { recursive: true, force: true });
});

const send = async (
  name: string,
  content: Blob | string,
  fields: Record<string, string> = {},
  person = 'Ilse',
): Promise<{ status: number; body: ImportView & { detail?: string } }> => {
  const form = new FormData();
  for (const [field, value] of Object.entries(fields)) form.set(field, value);
  form.set('file', typeof content === 'string' ? new Blob([content]) : content, name);
  const answer = await fetch(`${server.address}/api/v1/imports`, {
    method: 'POST',
    body: form,
    headers: person === '' ? {} : { 'kerabat-person': person },
  });
  return { status: answer.status, body: (await answer.json()) as ImportView & { detail?: string } };
};
/** Follows the events of an import until it rests. */
const rest = async (id: string): Promise<ImportView[]> => {
  const text = await (await fetch(`${server.address}/api/v1/imports/${id}/events`)).text();
  return text
    .split('\n\n')
    .flatMap((event) => (event.startsWith('data: ') ? [JSON.parse(event.slice(6)) as ImportView] : []));
};
const settled = async (id: string): Promise<ImportView> => {
  const last = (await rest(id)).at(-1);
  if (!last) throw new Error('no event');
  return last;
};
const withFixed = (view: ImportView, fixed: Record<string, string>): ImportMapping => {
  if (!view.mapping) throw new Error('no mapping');
  return {
    ...view.mapping,
    sheets: view.mapping.sheets.map((sheet) => ({ ...sheet, fixed: { ...sheet.fixed, ...fixed } })),
  };
};
const run = (id: string, mapping: ImportMapping, dryRun: boolean, person = 'Ilse') =>
  server.ask('POST', `/imports/${id}/run`, { body: { mapping, dryRun }, person });
const count = (table: string): number =>
  server.databases.catalogue.prepare(`SELECT COUNT(*) FROM ${table}`).pluck().get() as number;

const LIST = 'Part No;Brand;Replaces;OE maker\nHT 100;Ardfrith;4400-01-8;Quellmar\nHT 101;Nobody;4400-01-8;Quellmar\n';
const FIXED = { source: 'wex-list', kind: 'drop-in' };

describe('an import over HTTP', () => {
  it('is looked at, tried, carried out, and what was rejected comes back, is corrected and goes in', async () => {
    const { status, body } = await send('list.csv', LIST);
    expect([status, body.state]).toEqual([202, 'looking']);
    const looked = await settled(body.id);
    expect(looked.sheets[0]?.lines[1]?.cells[0]).toBe('HT 100');
    expect((await run(body.id, looked.mapping as ImportMapping, true)).body.detail).toContain(
      'Still wanted: how it will do, source',
    );
    const mapping = withFixed(looked, FIXED);
    const before = count('number');
    await run(body.id, mapping, true);
    expect((await settled(body.id)).report).toMatchObject({ dryRun: true, sheets: [{ added: 1, rejected: 1 }] });
    expect(count('number')).toBe(before);
    await run(body.id, mapping, false);
    expect(await settled(body.id)).toMatchObject({
      state: 'done',
      report: { dryRun: false, sheets: [{ added: 1, rejected: 1, rejects: [{ line: 3 }] }] },
    });
    expect(count('number')).toBe(before + 1);
    const rejects = (await server.ask('GET', `/imports/${body.id}/rejects/0`)).body as string;
    expect(rejects).toContain('There is no maker ""Nobody"".');
    const corrected = await send('corrected.csv', rejects.replace(',Nobody,', ',Wexlode,'));
    const again = await settled(corrected.body.id);
    await run(corrected.body.id, withFixed(again, FIXED), false);
    expect((await settled(corrected.body.id)).report?.sheets[0]).toMatchObject({ added: 1, rejected: 0 });
    expect((await server.ask('GET', '/numbers?q=ht101')).body.normalised).toHaveLength(1);
  });
  it('the matching of the same headings is remembered, with who made it', async () => {
    const { body } = await send('next.csv', LIST.replaceAll('HT 10', 'HT 20'));
    const looked = await settled(body.id);
    expect(looked.remembered).toMatchObject({ by: 'Ilse' });
    expect(looked.mapping?.sheets[0]?.fixed).toEqual(FIXED);
  });
  it('goes on at once when that is asked for, and a mapping that is none is refused', async () => {
    const { body } = await send('now.csv', LIST.replaceAll('HT 10', 'HT 30'), { dryRun: 'false' });
    expect(await settled(body.id)).toMatchObject({ state: 'done' });
    expect(await send('now.csv', LIST, { mapping: '{"sheets": 1}' })).toMatchObject({ status: 400 });
    expect(await send('now.csv', LIST, { mapping: '{' })).toMatchObject({ status: 400 });
  });
  it('new sources and makers come with the mapping', async () => {
    const { body } = await send(
      'new.csv',
      'issuer;number;other_issuer;other_number\nzzmaker;ZZM 1;quellmar;4400-01-8\n',
    );
    const mapping = withFixed(await settled(body.id), { source: 'zz-list', kind: 'drop-in' });
    await run(
      body.id,
      {
        ...mapping,
        newSource: { key: 'zz-list', kind: 'aftermarket-list', title: 'List of Zz', issued: '2024-02-01' },
        newMaker: { key: 'zzmaker', name: 'Zzmaker', role: 'aftermarket' },
      },
      false,
    );
    expect((await settled(body.id)).report?.sheets[0]).toMatchObject({ added: 1 });
    expect((await server.ask('GET', '/catalogue')).body.sources).toContainEqual(
      expect.objectContaining({ title: 'List of Zz' }),
    );
  });
  it('is read again in the encoding that somebody says', async () => {
    const { body } = await send(
      'umlaut.csv',
      new Blob([Buffer.from('number,issuer,note\nA1,x,\u00fcber\n', 'latin1')]),
    );
    await settled(body.id);
    expect((await server.ask('POST', `/imports/${body.id}/look?encoding=utf-8`)).status).toBe(202);
    expect((await settled(body.id)).sheets[0]?.lines[1]?.cells[2]).toBe('\ufffdber');
    expect((await server.ask('POST', `/imports/${body.id}/look?encoding=klingon`)).status).toBe(400);
  });
  it.each([
    ['without a name', '', LIST, 401, 'Say who you are'],
    ['without a file', 'Ilse', '', 202, ''],
  ])('%s', async (_, person, content, status, words) => {
    const answer = await send('x.csv', content, {}, person);
    expect(answer.status).toBe(status);
    if (words === '')
      expect(await settled(answer.body.id)).toMatchObject({ state: 'failed', problem: 'The file is empty.' });
    else expect(answer.body.detail).toContain(words);
  });
  it.each([
    ['another content type', { 'content-type': 'text/csv' }, 'a,b', 415],
    ['a form without its boundary', { 'content-type': 'multipart/form-data' }, 'x', 400],
    [
      'half a form',
      { 'content-type': 'multipart/form-data; boundary=xx' },
      '--xx\r\ncontent-disposition: form-data; name="file"; filename="a.csv"\r\n\r\na,b',
      400,
    ],
    [
      'a form without a file',
      { 'content-type': 'multipart/form-data; boundary=xx' },
      '--xx\r\ncontent-disposition: form-data; name="dryRun"\r\n\r\ntrue\r\n--xx--',
      400,
    ],
  ])('%s gets a sentence', async (_, headers, raw, status) => {
    const answer = await server.ask('POST', '/imports', { raw, headers });
    expect(answer.status).toBe(status);
    expect(answer.body.detail.length).toBeGreaterThan(20);
  });
  it('one that is not there any more says so', async () => {
    for (const [method, path] of [
      ['GET', ''],
      ['GET', '/events'],
      ['GET', '/rejects/0'],
      ['POST', '/cancel'],
    ] as const) {
      expect((await server.ask(method, `/imports/nothing${path}`)).body.detail).toContain('Send the file again');
    }
  });
});

describe('hostile archives', () => {
  const zipOf = async (name: string, entries: Record<string, Readable | Buffer>): Promise<string> => {
    const zip = new yazl.ZipFile();
    for (const [entry, content] of Object.entries(entries)) {
      if (content instanceof Readable) zip.addReadStream(content, entry);
      else zip.addBuffer(content, entry);
    }
    zip.end();
    const path = join(folder, name);
    await pipeline(zip.outputStream, createWriteStream(path));
    return path;
  };
  const zeros = (megabytes: number): Readable =>
    Readable.from(
      (function* () {
        for (let i = 0; i < megabytes; i++) yield Buffer.alloc(1024 * 1024, 0x20);
      })(),
    );
  it('one that unpacks to a hundred times what a table would is not unpacked', async () => {
    const path = await zipOf('bomb.zip', {
      'xl/workbook.xml': Buffer.from('<x/>'),
      'xl/worksheets/sheet1.xml': zeros(120),
    });
    const { body } = await send('bomb.xlsx', new Blob([readFileSync(path)]));
    expect(await settled(body.id)).toMatchObject({
      state: 'failed',
      problem: expect.stringContaining('was not unpacked') as string,
    });
  });
  it('one that hides its size in its list is stopped when more comes than it says', async () => {
    const path = await zipOf('liar.zip', {
      'xl/workbook.xml': Buffer.from('<x/>'),
      'xl/worksheets/sheet1.xml': zeros(40),
    });
    const bytes = readFileSync(path);
    const list = bytes.lastIndexOf(Buffer.from('PK\u0001\u0002'));
    bytes.writeUInt32LE(1000, list + 24);
    writeFileSync(path, bytes);
    const { body } = await send('liar.xlsx', new Blob([bytes]));
    expect(await settled(body.id)).toMatchObject({
      state: 'failed',
      problem: expect.stringContaining('not what it says') as string,
    });
  });
  it('one that was damaged on its way says so, wherever the damage is', async () => {
    const path = await zipOf('whole.zip', {
      'units.csv': Buffer.from(`unit,kind,name,maker,source\n${'damaged-1,slave,a name,ard,que-pl\n'.repeat(500)}`),
      'makers.csv': Buffer.from('maker,name,role\nx,X,aftermarket\n'),
    });
    const whole = readFileSync(path);
    const cut = whole.subarray(0, whole.length - 30);
    const rotten = Buffer.from(whole);
    rotten.fill(0xa5, 60, 120);
    const noList = Buffer.from(whole);
    noList.fill(0, whole.lastIndexOf(Buffer.from('PK\u0001\u0002')), whole.length - 22);
    for (const [name, bytes] of Object.entries({ cut, rotten, noList })) {
      const { status, body } = await send(`${name}.zip`, new Blob([bytes]));
      expect(status, name).toBe(202);
      const ended = await settled(body.id);
      expect(ended.state, name).toBe('failed');
      expect(ended.problem, name).toMatch(/damaged|cut off|cannot be read/);
      expect(ended.problem, name).not.toContain('Server error');
    }
  });
  it('one with names that lead outside writes nothing there', async () => {
    const path = await zipOf('names.zip', { 'a/units.csv': Buffer.from('unit,kind,name,maker,source\n') });
    const bytes = Buffer.from(readFileSync(path).toString('latin1').replaceAll('a/units.csv', '../nits.csv'), 'latin1');
    const { body } = await send('names.zip', new Blob([bytes]));
    expect(await settled(body.id)).toMatchObject({ state: 'failed' });
  });
});

describe('a file of 200 MB', () => {
  it('is taken, looked at, tried by one person at a time, and cancelled without a trace', async () => {
    const row = 'HT 900;Ardfrith;4400-01-8;Quellmar\n';
    const block = row.repeat(30_000);
    const blob = new Blob(['Part No;Brand;Replaces;OE maker\n', ...Array.from({ length: 200 }, () => block)]);
    expect(blob.size).toBeGreaterThan(200_000_000);
    const { body } = await send('large.csv', blob);
    const looked = await settled(body.id);
    expect(looked.state).toBe('looked');
    await run(body.id, withFixed(looked, FIXED), false);
    const other = await send('other.csv', LIST.replaceAll('HT 10', 'HT 50'), {}, 'Jorun');
    const refused = await run(other.body.id, withFixed(await settled(other.body.id), FIXED), false, 'Jorun');
    expect(refused).toMatchObject({
      status: 503,
      body: { detail: expect.stringContaining('Ilse is bringing in large.csv') as string },
    });
    const following = rest(body.id);
    while ((await server.ask('GET', `/imports/${body.id}`)).body.progress.rows === 0)
      await new Promise((done) => setTimeout(done, 50));
    expect((await server.ask('POST', `/imports/${body.id}/cancel`)).status).toBe(204);
    const events = await following;
    expect(events.at(-1)?.state).toBe('cancelled');
    expect(
      events.some((event) => event.progress.rows > 0 && event.progress.share > 0 && event.progress.share < 1),
    ).toBe(true);
    expect((await server.ask('GET', '/numbers?q=ht900')).body.exact).toEqual([]);
  });
});
