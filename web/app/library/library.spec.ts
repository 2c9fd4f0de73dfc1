import { EMPTY, of, throwError } from 'rxjs';
import { describe, expect, it, vi } from 'vitest';
import type { AuditAnswer, CatalogueSummary, Finding, ImportView, NumberView, TableView } from '@kerabat/contract';
import { choose, named, render, type, typeIn } from '../testing';
import { AddInterchange } from './add-interchange';
import { AuditPage } from './audit/audit-page';
import { BringInPage } from './bring-in/bring-in-page';
import { BringIn } from './bring-in/bring-in-service';
import { NewOrigin } from './bring-in/new-origin';
import { SheetMatch } from './bring-in/sheet-match';
import { WhatCameOfIt } from './bring-in/what-came-of-it';
import { LibraryPage } from './library-page';

const TABLES: TableView[] = [
  {
    table: 'stock',
    words: 'stock',
    columns: [
      { name: 'supplier', words: 'supplier', required: true },
      { name: 'number', words: 'number', required: true },
      { name: 'source', words: 'source', required: true },
      { name: 'bore_mm', words: 'bore', required: false, unit: 'mm' },
    ],
  },
];
const CATALOGUE: CatalogueSummary = {
  counts: { unit: 1, link: 2 },
  imports: [],
  sources: [{ id: 'wex', kind: 'aftermarket-list', title: 'Wexlode list', date: '2015-01-10' }],
  makers: [],
};
const VIEW: ImportView = {
  id: 'x',
  file: 'list.csv',
  size: 1200,
  state: 'looked',
  by: 'Ilse',
  progress: { words: 'reading', rows: 0, share: 0 },
  sheets: [
    {
      sheet: 'list',
      lines: [
        { line: 1, cells: ['Part', 'Bore'] },
        { line: 2, cells: ['WX 1', '20.6'] },
      ],
      notes: ['It is read as Windows-1252.'],
    },
  ],
  mapping: {
    rejects: 'hand-back',
    sheets: [
      {
        sheet: 'list',
        table: 'stock',
        headingLine: 1,
        fixed: {},
        columns: [
          { heading: 'Part', to: 'number' },
          { heading: 'Bore', to: 'bore_mm' },
        ],
      },
    ],
  },
};
const sheet = VIEW.mapping!.sheets[0]!; // eslint-disable-line @typescript-eslint/no-non-null-assertion

describe('matching a sheet', () => {
  const match = async (mapping = sheet) => {
    const page = await render(SheetMatch, {
      inputs: { seen: VIEW.sheets[0], mapping, tables: TABLES, catalogue: CATALOGUE },
    });
    const changed = vi.fn();
    page.fixture.componentInstance.changed.subscribe(changed);
    const take = (label: string, option: string | RegExp) => choose(page.fixture, label, option);
    return { ...page, changed, take };
  };
  it('shows the first values, what was noted, and what is wanted of every row', async () => {
    const { text, host } = await match();
    expect(text()).toContain('WX 1');
    expect(text()).toContain('Windows-1252');
    expect([...host.querySelectorAll('.wanted')].map((e) => e.querySelector('mat-label')?.textContent)).toEqual([
      'supplier',
      'source',
    ]);
  });
  it('says of a column that is left out that it is', async () => {
    const { host } = await match({ ...sheet, columns: [{ heading: 'Bore', to: null }] });
    const shown = [...host.querySelectorAll('td .mat-mdc-select-value')].map((e) => e.textContent?.trim());
    expect(shown).toContain('left out');
  });
  it('a column of the table is given by one column of the sheet', async () => {
    const { changed, take } = await match();
    await take('What Bore is', /^number/);
    expect(changed).toHaveBeenLastCalledWith({
      ...sheet,
      columns: [
        { heading: 'Part', to: null },
        { heading: 'Bore', to: 'number' },
      ],
    });
  });
  it('a unit is chosen for bare figures, a source from those that are known', async () => {
    const { changed, take } = await match();
    await take('Unit of Bore', 'in');
    expect(changed.mock.lastCall?.[0].columns[1]).toEqual({ heading: 'Bore', to: 'bore_mm', unit: 'in' });
    await take('source of every row', 'Wexlode list');
    expect(changed.mock.lastCall?.[0].fixed).toEqual({ source: 'wex' });
  });
  it('another table is asked for', async () => {
    const { fixture, take } = await match();
    const asked = vi.fn();
    fixture.componentInstance.retable.subscribe(asked);
    await take('What the rows of list are', 'Ignore this sheet');
    expect(asked).toHaveBeenCalledWith({ table: null, headingLine: 1 });
  });
});

describe('bringing a list in', () => {
  it('a new source comes with a key of its own', async () => {
    const { fixture, host } = await render(NewOrigin, { inputs: { mapping: VIEW.mapping } });
    const changed = vi.fn();
    fixture.componentInstance.changed.subscribe(changed);
    const title = host.querySelector<HTMLInputElement>('input');
    if (!title) throw new Error('no field');
    title.value = 'Tölvane wholesale list, May';
    title.dispatchEvent(new Event('change'));
    expect(changed.mock.lastCall?.[0].newSource).toMatchObject({
      key: 'to-lvane-wholesale-list-may',
      title: 'Tölvane wholesale list, May',
      kind: 'aftermarket-list',
    });
  });
  it('tells what would happen: counts, reasons, and what would be otherwise', async () => {
    const counts = {
      sheet: 'list',
      table: 'stock',
      rows: 3,
      added: 1,
      changed: 1,
      same: 0,
      rejected: 1,
      rejects: [{ line: 4, reason: 'There is no maker "Wexlod".' }],
    };
    const report = {
      dryRun: true,
      sheets: [counts],
      changes: [{ words: 'stock of Wexlode WX1', before: 'quantity 3', after: 'quantity 5' }],
    };
    const { text, host } = await render(WhatCameOfIt, {
      inputs: { view: { ...VIEW, report } },
    });
    expect(text()).toContain('What would happen');
    expect(text()).toContain('line 4 There is no maker "Wexlod".');
    expect(text()).toContain('quantity 3 → quantity 5');
    expect(host.querySelector('a')?.getAttribute('href')).toBe('/api/v1/imports/x/rejects/0');
  });
  it('offers to choose a file, and says when the server is gone', async () => {
    const api = {
      importTables: () => throwError(() => new Error('Kerabat’s server does not answer.')),
      catalogue: () => of(CATALOGUE),
    };
    const { text, host } = await render(BringInPage, { api });
    expect(host.querySelector('input[type=file]')).not.toBeNull();
    expect(text()).toContain('does not answer');
  });
  it('a mapping is carried out as it stands on the screen; what is refused is told', async () => {
    const run = vi.fn((..._: unknown[]) => throwError(() => new Error('Jorun is bringing in other.csv.')));
    const api = {
      importTables: () => of({ tables: TABLES }),
      catalogue: () => of(CATALOGUE),
      runImport: run,
    };
    const { fixture, host, text, settle } = await render(BringInPage, { api });
    const list = fixture.debugElement.injector.get(BringIn);
    list.view.set(VIEW);
    list.mapping.set(VIEW.mapping);
    await settle();
    await choose(fixture, 'If rows are rejected', 'nothing goes in');
    named(host, 'Bring it in').click();
    await settle();
    expect(run).toHaveBeenCalledWith({
      at: { id: 'x' },
      body: { mapping: { ...VIEW.mapping, rejects: 'refuse' }, dryRun: false },
    });
    expect(text()).toContain('Jorun is bringing in other.csv.');
  });
});

describe('the library', () => {
  it('leads to what comes in, what goes out and what contradicts itself', async () => {
    const { text, host, settle } = await render(LibraryPage, {
      api: {
        demo: () => EMPTY,
        catalogue: () => of(CATALOGUE),
        units: () => of({ units: [], total: 0 }),
      },
    });
    named(host, 'Export all').click();
    await settle();
    expect([...document.querySelectorAll('a[download]')].map((a) => a.getAttribute('href'))).toEqual([
      '/api/v1/exports/csv',
      '/api/v1/exports/xlsx',
      '/api/v1/exports/json',
      '/api/v1/exports/graphml',
    ]);
    named(host, 'Bring in a list');
    expect(text()).toContain('The catalogue is empty');
  });
});

describe('the audit', () => {
  const finding: Finding = {
    fingerprint: 'f1',
    rule: 'looks-like-inches',
    sentence: 'The bore of kit K is recorded as 0.8125 mm.',
    vehicles: 2,
    rows: [
      {
        kept: 'kit',
        key: { key: 'k' },
        words: 'kit k',
        source: 'a list',
        fields: [{ field: 'bore', words: 'bore, mm', value: '0.8125' }],
        removable: false,
      },
    ],
  };
  const link: Finding = {
    ...finding,
    fingerprint: 'f2',
    rule: 'no-source',
    sentence: 'Nobody says the link.',
    rows: [
      {
        kept: 'link',
        key: { key: 'l' },
        words: 'A drop-in B',
        source: 'nobody',
        fields: [],
        removable: true,
        link: 'l',
      },
    ],
  };
  const answer = (findings: Finding[]): AuditAnswer => ({
    state: 'done',
    progress: { words: '', share: 1 },
    counts: { 'looks-like-inches': 1, 'no-source': 1 },
    findings,
  });
  const page = async (settle = vi.fn((..._: unknown[]) => of(null)), findings = [finding, link]) => {
    const api = {
      audit: () => of(answer(findings)),
      history: () =>
        of({
          acts: [
            {
              id: 3,
              what: 'Settled: x',
              reason: 'seen',
              by: 'Jorun',
              at: '2024-01-01T00:00:00Z',
              changes: [{ words: 'kit k', before: 'bore 1', after: 'bore 2' }],
              more: 2,
            },
          ],
        }),
      settle,
      undoAct: vi.fn(() => of(null)),
      withdrawAcceptance: vi.fn(() => of(null)),
    };
    const rendered = await render(AuditPage, { api });
    return { ...rendered, api, settle };
  };
  it('puts a value right only with a reason, and only when it is another', async () => {
    const { host, settle, text, fixture } = await page();
    named(host, 'Correct').click();
    await fixture.whenStable();
    expect(text()).toContain('That is already the value');
    const value = host.querySelector('[aria-label="bore, mm of kit k"]');
    type(value, '13/16 in');
    named(host, 'Correct').click();
    await fixture.whenStable();
    expect(text()).toContain('Say why first');
    type(host.querySelector('.why input'), 'read off the bag');
    named(host, 'Correct').click();
    await fixture.whenStable();
    expect(settle).toHaveBeenCalledWith({
      body: {
        fingerprint: 'f1',
        reason: 'read off the bag',
        act: {
          kind: 'correct',
          row: { kept: 'kit', key: { key: 'k' } },
          field: 'bore',
          seen: '0.8125',
          value: '13/16 in',
        },
      },
    });
    expect(settle).toHaveBeenCalledTimes(1);
  });
  it('a link gets a condition, is marked, or is taken out', async () => {
    const { host, settle, fixture } = await page(undefined, [link]);
    type(host.querySelector('.why input'), 'seen');
    type(host.querySelector('[aria-label="Condition of A drop-in B"]'), 'move the sensor over');
    for (const name of ['Add condition', 'Mark as does not fit', 'Delete', 'Accept it']) {
      named(host, name).click();
      await fixture.whenStable();
    }
    expect(settle.mock.calls.map(([s]) => (s as { body: { act: { kind: string } } }).body.act.kind)).toEqual([
      'condition',
      'does-not-fit',
      'remove',
      'accept',
    ]);
  });
  it('narrows to one rule, and takes an act back', async () => {
    const { host, text, fixture, api } = await page();
    named(host, 'said by nobody').click();
    await fixture.whenStable();
    expect(text()).not.toContain('0.8125 mm');
    expect(text()).toContain('and 2 more');
    named(host, 'Undo').click();
    await fixture.whenStable();
    expect(api.undoAct).toHaveBeenCalledWith({ at: { id: 3 } });
  });
});

describe('a claim of one’s own', () => {
  const NUMBER = {
    issuer: 'Wexlode',
    written: 'WX 1',
    kind: 'order',
    leadsTo: { kind: 'nothing', words: '' },
  } as unknown as NumberView;
  const found =
    (exact: NumberView[], near: NumberView[] = []) =>
    () =>
      of({ query: '', exact, normalised: [], near, misread: [], begins: [] });
  const say = async (numbers: () => unknown, number = 'wx1') => {
    const addLink = vi.fn((..._: unknown[]) => of({ link: 'l' }));
    const page = await render(AddInterchange, {
      api: { numbers, addLink },
      inputs: { unitId: 'ard-sm19', name: 'single master 19' },
    });
    await typeIn(page.fixture, /number$/, number);
    page.host.querySelector('form')?.dispatchEvent(new Event('submit'));
    await page.settle();
    return { ...page, addLink };
  };
  it('is said of the one number that is meant', async () => {
    const { addLink, text } = await say(found([NUMBER]));
    expect(addLink).toHaveBeenCalledWith({ body: { from: 'unit:ard-sm19', to: 'Wexlode:WX 1', kind: 'drop-in' } });
    expect(text()).toContain('recorded');
  });
  it.each([
    ['none', found([]), 'not in the catalogue'],
    ['a near one', found([], [NUMBER]), 'Is Wexlode WX 1 meant?'],
    ['several', found([NUMBER, { ...NUMBER, issuer: 'Pellorin' }]), '2 makers use this number'],
  ])('of %s it is not', async (_, numbers, words) => {
    const { addLink, text } = await say(numbers);
    expect(addLink).not.toHaveBeenCalled();
    expect(text()).toContain(words);
  });
});
