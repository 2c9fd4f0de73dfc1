import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Workspace } from '@kerabat/contract';
import { testServer, type TestServer } from '../testing/harness.js';
import { runsOf } from './faces.js';
import { measureSheet } from './measure.js';
import { print } from './paper.js';
import { PAPERS } from './papers.js';
import { partsListSheet } from './parts-list.js';
import { workCardSheet } from './work-card.js';

const set = (text: string) => {
  const missing: string[] = [];
  const runs = runsOf(text, 'Text', (letter) => missing.push(letter));
  return { runs, missing, text: runs.map((run) => run.text).join('') };
};

describe('names print in every paper', () => {
  it.each([
    'Ölmühle Łódź Škoda',
    'Đặng Thị Ngọc Ánh',
    'Çelik Şirketi İstanbul',
    'Ærø Þingvellir Ħamrun',
    'ẹ́ ọ̀ m̀',
    'Ελληνικά Ἀθήνα',
    'Кириллица Ґанок Ўзбек',
    'Straße № 5',
    '3/8″ · 45° × 2 − 1/2',
  ])('%s has its letters', (name) => {
    const { missing, text } = set(name);
    expect(missing.filter((letter) => letter !== '№')).toEqual([]);
    expect(text.replace('[U+2116]', '№')).toBe(name.normalize('NFC').replace('″', '"'));
  });
  it('a letter and its marks are set in one face', () => {
    expect(set('ạ́x').runs.map((run) => run.text)).toEqual(['ạ́', 'x']);
  });
  it('what no face has stands as its code, and is told', () => {
    expect(set('A漢B')).toMatchObject({ text: 'A[U+6F22]B', missing: ['漢'] });
  });
});

describe('the papers of a job', () => {
  let server: TestServer;
  let workspace: Workspace;
  beforeAll(async () => {
    server = await testServer();
    workspace = (await server.ask('GET', '/jobs/6')).body as Workspace;
  });
  afterAll(() => server.close());
  const printed = async (paper: (typeof PAPERS)[number], over: Partial<Workspace> = {}): Promise<string> =>
    Buffer.from(
      await print({ paper, workspace: { ...workspace, ...over }, printedAt: '2024-06-01T10:00:00Z' }),
    ).toString('latin1');

  it.each(PAPERS)('%s has a face for everything that the demo says', async (paper) => {
    const pdf = await printed(paper);
    expect(pdf.startsWith('%PDF')).toBe(true);
    expect(pdf).not.toContain('/Subject');
  });
  it('the parts list has a box to tick, a supplier and a price for each line, and a line to sign', async () => {
    const text = JSON.stringify(partsListSheet((await server.ask('GET', '/jobs/3')).body as Workspace).content);
    expect(text).toContain('supplier and price');
    expect(text).toContain('Gannet Row Stores, 139.50 each, 139.50');
    expect(text).toContain('Ordered by');
    expect(text).toContain('<rect x=\\"1\\" y=\\"1\\"');
  });
  it(
    'the measuring sheet draws the joints, and the flange of the new unit at full size with a bar to ' + 'check it by',
    async () => {
      const sheet = JSON.stringify(measureSheet(workspace).content);
      const bar = /stroke-width=\\"2.5\\"\/><text[^>]*>(\d+) mm/.exec(sheet.slice(sheet.indexOf('full size')));
      const ends =
        /<line x1=\\"([\d.]+)\\" y1=\\"[\d.]+\\" x2=\\"([\d.]+)\\" y2=\\"[\d.]+\\" stroke=\\"#1f2428\\" stroke-width=\\"2.5\\"/.exec(
          sheet.slice(sheet.indexOf('full size')),
        );
      expect((Number(ends?.[2]) - Number(ends?.[1])) / Number(bar?.[1])).toBeCloseTo(72 / 25.4, 2);
      const measured = (await server.ask('GET', '/jobs/5')).body as Workspace;
      expect(JSON.stringify(measureSheet(measured).content)).toContain('flow of the pump');
    },
  );
  it('the work card draws the joints that change', () => {
    expect(JSON.stringify(workCardSheet(workspace).content)).toContain('Joints that change');
  });
  it('a name that cannot be printed is whole in the description of the file', async () => {
    const pdf = await printed('parts-list', { job: { ...workspace.job, asker: '漢字' } });
    expect(pdf).toContain('/Subject');
    expect(pdf).toContain(Buffer.from('漢字', 'utf16le').swap16().toString('latin1'));
  });
});
