import { readdirSync } from 'node:fs';
import { crc32, deflateRawSync } from 'node:zlib';
import { utils, write } from '@e965/xlsx';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ImportView } from '@kerabat/contract';
import { testServer, type TestServer } from '../testing/harness.js';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

/** What hangs is found; other work goes on beside the tests. */
const SLOWEST_MS = 20_000;

/** The longest that the event loop did not come to a timer while `act` went on, in ms. */
async function heldDuring<T>(act: () => Promise<T>): Promise<{ answer: T; held: number }> {
  let [held, last] = [0, performance.now()];
  const timer = setInterval(() => {
    const now = performance.now();
    held = Math.max(held, now - last - 5);
    last = now;
  }, 5);
  try {
    return { answer: await act(), held };
  } finally {
    clearInterval(timer);
  }
}

async function sendFile(name: string, bytes: Uint8Array | string): Promise<ImportView> {
  const form = new FormData();
  form.set('file', new Blob([bytes as BlobPart]), name);
  const sent = await fetch(`${server.address}/api/v1/imports`, {
    method: 'POST',
    body: form,
    headers: { 'kerabat-person': 'Ilse' },
  });
  let view = (await sent.json()) as ImportView;
  while (view.state === 'looking') {
    await new Promise((done) => setTimeout(done, 20));
    view = (await server.ask('GET', `/imports/${view.id}`)).body as ImportView;
  }
  return view;
}
const photograph = (bytes: Uint8Array) =>
  server.ask('POST', '/jobs/1/photographs?slot=booster&shows=it', {
    raw: bytes,
    headers: { 'content-type': 'image/png' },
  });

const chunk = (...parts: (string | number[])[]): Buffer =>
  Buffer.concat(parts.map((p) => (typeof p === 'string' ? Buffer.from(p, 'latin1') : Buffer.from(p))));
/** Ten megabytes of segments that hold nothing: two and a half million of them. */
const tinySegments = (): Buffer => {
  const bytes = Buffer.alloc(10 * 1024 * 1024 - 100);
  bytes.set([0xff, 0xd8]);
  for (let at = 2; at + 4 <= bytes.length; at += 4) bytes.set([0xff, 0xe1, 0, 2], at);
  return bytes;
};
const hugePng = (): Buffer => {
  const header = Buffer.alloc(25);
  header.writeUInt32BE(13, 0);
  header.write('IHDR', 4);
  header.writeUInt32BE(100_000, 8);
  header.writeUInt32BE(100_000, 12);
  return Buffer.concat([
    chunk([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
    header,
    chunk([0, 0, 0, 0], 'IEND', [0xae, 0x42, 0x60, 0x82]),
  ]);
};

describe('a photograph that is none', () => {
  it.each([
    [
      'an icon with an entry of no length',
      () => chunk('icns', [0, 0, 0, 16], 'ic07', [0, 0, 0, 0]),
      'send a PNG or a JPEG',
    ],
    ['a JPEG of tiny segments', tinySegments, 'its size cannot be read'],
    [
      'a JPEG segment of no length',
      () => chunk([0xff, 0xd8, 0xff, 0xe1, 0, 0, 0, 0, 0, 0, 0, 0, 0xff, 0xd9]),
      'its size cannot be read',
    ],
    ['a PNG of a hundred thousand by a hundred thousand', hugePng, 'at most 120 million'],
    [
      'a PNG that ends after its first bytes',
      () => chunk([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
      'its size cannot be read',
    ],
    ['a picture of the web', () => chunk('RIFF', [0, 0, 0, 0], 'WEBPVP8 '), 'send a PNG or a JPEG'],
    ['nothing', () => Buffer.alloc(0), 'empty'],
  ])('%s is refused at once, and the server goes on', async (_, make, words) => {
    const bytes = make();
    const began = performance.now();
    const { answer, held } = await heldDuring(() => photograph(bytes));
    expect(answer.status).toBe(415);
    expect(answer.body.detail).toContain(words);
    expect(performance.now() - began).toBeLessThan(SLOWEST_MS);
    expect(held).toBeLessThan(3000);
    expect((await server.ask('GET', '/jobs')).status).toBe(200);
  });
});

/** One entry of an archive, with what its two headers say of it. */
interface Entry {
  readonly name: string;
  readonly content: Buffer;
  /** What the list says how large it is; the truth without it. */
  readonly claims?: number;
  /** Left out of the list: only who reads from the front finds it. */
  readonly unlisted?: true;
}

/** An archive put together by hand, so that it can lie. */
function archive(entries: readonly Entry[]): Buffer {
  const [locals, list]: Buffer[][] = [[], []];
  let at = 0;
  for (const { name, content, claims = content.length, unlisted } of entries) {
    const packed = deflateRawSync(content);
    const head = (signature: number, extra: number): Buffer => {
      const bytes = Buffer.alloc(extra);
      bytes.writeUInt32LE(signature, 0);
      return bytes;
    };
    const local = head(0x04034b50, 30);
    local.writeUInt16LE(20, 4);
    local.writeUInt16LE(8, 8);
    local.writeUInt32LE(crc32(content), 14);
    local.writeUInt32LE(packed.length, 18);
    local.writeUInt32LE(claims, 22);
    local.writeUInt16LE(name.length, 26);
    const central = head(0x02014b50, 46);
    central.writeUInt16LE(20, 6);
    central.writeUInt16LE(8, 10);
    central.writeUInt32LE(crc32(content), 16);
    central.writeUInt32LE(packed.length, 20);
    central.writeUInt32LE(claims, 24);
    central.writeUInt16LE(name.length, 28);
    central.writeUInt32LE(at, 42);
    locals?.push(local, Buffer.from(name), packed);
    at += 30 + name.length + packed.length;
    if (!unlisted) list?.push(central, Buffer.from(name));
  }
  const listed = Buffer.concat(list ?? []);
  const end = Buffer.alloc(22);
  end.writeUInt32LE(0x06054b50, 0);
  const count = entries.filter((e) => !e.unlisted).length;
  end.writeUInt16LE(count, 8);
  end.writeUInt16LE(count, 10);
  end.writeUInt32LE(listed.length, 12);
  end.writeUInt32LE(at, 16);
  return Buffer.concat([...(locals ?? []), listed, end]);
}

const XML = '<?xml version="1.0" encoding="UTF-8"?>';
const BOOK = {
  '[Content_Types].xml':
    `${XML}<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default ` +
    'Extension="xml" ContentType="application/xml"/><Default Extension="rels" ' +
    'ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Override ' +
    'PartName="/xl/workbook.xml" ' +
    'ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.sheet.main+xml"/><Override ' +
    'PartName="/xl/worksheets/sheet1.xml" ' +
    'ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.worksheet+xml"/></Types>',
  '_rels/.rels':
    `${XML}<Relationships ` +
    'xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r1" ' +
    'Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument" ' +
    'Target="xl/workbook.xml"/></Relationships>',
  'xl/workbook.xml':
    `${XML}<workbook xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main" ` +
    'xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships"><sheets><sheet ' +
    'name="list" sheetId="1" r:id="r1"/></sheets></workbook>',
  'xl/_rels/workbook.xml.rels':
    `${XML}<Relationships ` +
    'xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r1" ' +
    'Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/worksheet" ' +
    'Target="worksheets/sheet1.xml"/></Relationships>',
};
const sheetXml = (rows: string, after = ''): string =>
  `${XML}<worksheet ` +
  `xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main">` +
  `<sheetData>${rows}</sheetData>${after}</worksheet>`;
const cell = (address: string, text: string): string => `<c r="${address}" t="inlineStr"><is><t>${text}</t></is></c>`;
const ROW =
  `<row r="1">${cell('A1', 'Part No')}${cell('B1', 'Brand')}</row><row ` +
  `r="2">${cell('A2', 'ZZ 1')}${cell('B2', 'ardfrith')}</row>`;
const workbook = (sheet: string, more: readonly Entry[] = []): Buffer =>
  archive([
    ...Object.entries(BOOK).map(([name, text]) => ({ name, content: Buffer.from(text) })),
    { name: 'xl/worksheets/sheet1.xml', content: Buffer.from(sheet) },
    ...more,
  ]);

describe('a list that is none', () => {
  it.each([
    [
      '20 000 columns',
      'wide.csv',
      () => `${Array.from({ length: 20_000 }, (_, i) => `c${i}`).join(',')}\n1\n`,
      /has 20 000 columns; a list has at most 400/,
    ],
    [
      'records of which each has a key of its own',
      'keys.json',
      () => JSON.stringify(Array.from({ length: 4000 }, (_, i) => ({ [`k${i}`]: i }))),
      /more than 400 columns by its record 401/,
    ],
    [
      'a thousand tables',
      'tables.json',
      () => JSON.stringify({ tables: Object.fromEntries(Array.from({ length: 1000 }, (_, i) => [`t${i}`, []])) }),
      /at most 60 are taken/,
    ],
    [
      'a workbook with 40 000 merged cells',
      'merged.xlsx',
      () =>
        workbook(
          sheetXml(
            ROW,
            '<mergeCells ' +
              `count="40000">` +
              `${Array.from({ length: 40_000 }, (_, i) => `<mergeCell ref="A${i * 2 + 1}:A${i * 2 + 2}"/>`).join('')}` +
              `</mergeCells>`,
          ),
        ),
      /40 000 merged ranges/,
    ],
    [
      'a workbook whose shared texts are larger than it says',
      'liar.xlsx',
      () =>
        workbook(sheetXml(ROW), [
          { name: 'xl/sharedStrings.xml', content: Buffer.alloc(3_000_000, 0x20), claims: 100 },
        ]),
      /damaged.*not what it says/,
    ],
    [
      'a workbook of one row of 16 000 cells',
      'row.xlsx',
      () => workbook(sheetXml(`<row r="1"><c r="WVK1"><v>1</v></c></row>`)),
      /columns; a list has at most 400/,
    ],
    [
      'an archive that holds itself many times over',
      'bomb.zip',
      () => archive([{ name: 'a.csv', content: Buffer.alloc(60_000_000) }]),
      /would unpack to 60 MB/,
    ],
    [
      'an archive of 3 000 files',
      'many.zip',
      () => archive(Array.from({ length: 3000 }, (_, i) => ({ name: `f${i}.csv`, content: Buffer.from('a\n') }))),
      /more than 2000 files/,
    ],
    [
      'an archive whose manifest is null',
      'null.zip',
      () =>
        archive([
          { name: 'a.csv', content: Buffer.from('number,issuer\n1,x\n') },
          { name: 'manifest.json', content: Buffer.from('null') },
        ]),
      /manifest.json in the archive says nothing/,
    ],
    ['JSON that is only brackets', 'deep.json', () => '['.repeat(200_000), /not valid JSON/],
    ['a workbook that is half one', 'half.xlsx', () => workbook(sheetXml(ROW)).subarray(0, 900), /damaged or cut off/],
    [
      'a workbook of nothing',
      'empty.xlsx',
      () => archive([{ name: 'xl/workbook.xml', content: Buffer.from('<x/>') }]),
      /no sheet|cannot be read/,
    ],
  ] as const)('%s is refused with the limit, soon, and the server goes on', async (_, name, make, words) => {
    const bytes = make();
    const began = performance.now();
    const { answer, held } = await heldDuring(() => sendFile(name, bytes));
    expect(answer).toMatchObject({ state: 'failed', problem: expect.stringMatching(words) as string });
    // A thread has to start, and this machine may be busy: what it must not do is take the time of the file.
    expect(performance.now() - began).toBeLessThan(20_000);
    expect(held).toBeLessThan(3000);
    expect((await server.ask('GET', '/jobs')).status).toBe(200);
  });
  it('what is not in the list of a workbook is not there', async () => {
    const hidden = workbook(sheetXml(ROW), [
      { name: 'xl/worksheets/sheet2.xml', content: Buffer.from(sheetXml(ROW)), unlisted: true },
    ]);
    expect(await sendFile('hidden.xlsx', hidden)).toMatchObject({ state: 'looked', sheets: [{ sheet: 'list' }] });
  });
  it('names as headings that every object inherits are headings', async () => {
    const view = await sendFile('odd.csv', 'constructor,__proto__,toString,number,issuer\n1,2,3,ZZ 9,ardfrith\n');
    expect(view.state).toBe('looked');
    expect(view.mapping?.sheets[0]?.columns.map((c) => c.to)).toEqual([null, null, null, 'number', 'issuer']);
  });
  it('a good workbook still goes in', async () => {
    const book = utils.book_new();
    utils.book_append_sheet(
      book,
      utils.aoa_to_sheet([
        ['Part No', 'Brand'],
        ['ZZ 3', 'ardfrith'],
      ]),
      'list',
    );
    expect(await sendFile('good.xlsx', write(book, { type: 'buffer', bookType: 'xlsx' }) as Buffer)).toMatchObject({
      state: 'looked',
    });
  });
  it('leaves no more files than the last ten imports', () => {
    expect(readdirSync(`${server.folder}/work`).length).toBeLessThanOrEqual(11);
  });
});
