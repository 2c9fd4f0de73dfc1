import { HttpErrorResponse } from '@angular/common/http';
import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import { of, throwError } from 'rxjs';
import { describe, expect, it, vi } from 'vitest';
import { JobsList } from '../jobs/jobs-list';
import { NewJobPage } from '../jobs/new-job';
import { Pasted } from '../parts/pasted';
import { SettingsPage } from '../settings/settings-page';
import { QuickBox } from '../shell/quick-box';
import { AskForm } from '../stages/ask/ask-form';
import { VehicleSearch } from '../stages/ask/vehicle-search';
import { named, render, type } from '../testing';
import { ToolsPage } from '../tools/tools-page';
import { ManyNumbers } from './many-numbers';
import { NumberPage } from './number-page';
import { NumbersPage } from './numbers-page';

const down = () => throwError(() => new HttpErrorResponse({ status: 0 }));
const V12 = {
  id: 'v12',
  maker: 'Varnhusk',
  series: 'Crew carrier',
  name: 'V12 tunnel crew carrier',
  builtFrom: '1993-07',
  builtTo: '2004-03',
  weightClass: '2.6 t',
  gearbox: 'manual',
  assistance: 'vacuum',
  drivingSide: 'right',
  note: '',
  options: [{ code: 'H', meaning: 'heavy brakes' }],
};
const FOUND = {
  vehicles: [V12],
  total: 1,
  facets: { maker: [{ value: 'Varnhusk', count: 1 }], series: [], option: [], assistance: [] },
};

const ROW = {
  id: 6,
  asker: 'Museum',
  request: 'substitute',
  state: 'open',
  vehicle: 'Q2',
  slot: 'brake-master',
  updatedAt: '2024-01-01T00:00:00Z',
  identity: '',
  safety: 'Not OK to order: seat.',
  grade: 'not-safe',
  next: 'Fix: line, front left',
};

describe('the list of jobs', () => {
  it('says of each what keeps it from being safe', async () => {
    const jobs = [{ ...ROW }];
    const { text } = await render(JobsList, { api: { jobs: () => of({ jobs, total: 812 }) } });
    expect(text()).toContain('The 1 touched last of 812 jobs');
    expect(text()).toContain('0006');
    expect(text()).toContain('substitute master');
    expect(text()).toContain('Not OK to order: seat.');
    expect(text()).toContain('Fix: line, front left');
  });
  it('says what was safe and is not any more, also of an order, and asks again meanwhile', async () => {
    let asked = 0;
    const jobs = vi.fn(() => of({ jobs: ++asked === 1 ? [{ ...ROW, grade: 'safe', stale: true }] : fallen, total: 2 }));
    const fallen = [
      { ...ROW, was: 'safe' },
      { ...ROW, id: 7, was: 'on-listing', state: 'ordered' },
    ];
    const { text, settle } = await render(JobsList, { api: { jobs } });
    expect(text()).toContain('catalogue or settings changed since');
    await vi.waitFor(() => expect(jobs).toHaveBeenCalledTimes(2), { timeout: 4000 });
    await settle();
    expect(text()).not.toContain('changed since');
    expect(text()).toContain('was OK to order: Not OK to order: seat.');
    expect(text()).toContain('was On listing, not measured · Not OK to order');
  });
  it('says what to do when there is none, and when the server is gone', async () => {
    expect((await render(JobsList, { api: { jobs: () => of({ jobs: [], total: 0 }) } })).text()).toContain(
      'Three ways to begin',
    );
    expect((await render(JobsList, { api: { jobs: down } })).text()).toContain('does not answer');
  });
  it('is filled with the demo by one press, and what the server refuses is said', async () => {
    let total = 0;
    const bringInDemo = vi.fn(() => {
      total = 1;
      return of({});
    });
    const jobs = () => of({ jobs: [], total });
    const { host, text, settle } = await render(JobsList, { api: { jobs, bringInDemo } });
    named(host, 'Look at the demo').click();
    await settle();
    expect(bringInDemo).toHaveBeenCalledOnce();
    expect(text()).not.toContain('Three ways to begin');
    const refused = await render(JobsList, { api: { jobs: () => of({ jobs: [], total: 0 }), bringInDemo: down } });
    named(refused.host, 'Look at the demo').click();
    await refused.settle();
    expect(refused.text()).toContain('does not answer');
  });
});

describe('asking', () => {
  it('asks once for the words that were typed', async () => {
    const vehicles = vi.fn((..._: unknown[]) => of(FOUND));
    const { host, settle } = await render(VehicleSearch, { api: { vehicles } });
    type(host.querySelector('input'), 'crew');
    await settle();
    expect(vehicles).toHaveBeenLastCalledWith({ query: { q: 'crew' } });
  });
  it('Enter takes the only one that is left, also before the search has answered', async () => {
    const { fixture, host, settle } = await render(VehicleSearch, { api: { vehicles: () => of(FOUND) } });
    const taken = vi.fn();
    fixture.componentInstance.taken.subscribe(taken);
    type(host.querySelector('input'), 'crew');
    host.querySelector('input')?.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
    await settle();
    expect(taken).toHaveBeenCalledWith(V12);
  });
  it('Enter takes none of several: they stay open to be chosen from', async () => {
    const two = { ...FOUND, vehicles: [V12, { ...V12, id: 'v14' }], total: 2 };
    const { fixture, host, settle } = await render(VehicleSearch, { api: { vehicles: () => of(two) } });
    const taken = vi.fn();
    fixture.componentInstance.taken.subscribe(taken);
    type(host.querySelector('input'), 'crew');
    host.querySelector('input')?.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
    await settle();
    expect(taken).not.toHaveBeenCalled();
  });
  it('Enter never takes the marked row of an answer to fewer letters', async () => {
    const other = { ...FOUND, vehicles: [{ ...V12, id: 'v14' }] };
    const vehicles = ({ query }: { query: Record<string, string> }) => of(query['q'] === 'crew' ? FOUND : other);
    const { fixture, host, settle } = await render(VehicleSearch, { api: { vehicles } });
    const taken = vi.fn();
    fixture.componentInstance.taken.subscribe(taken);
    const field = host.querySelector('input');
    field?.focus();
    type(field, 'cr');
    await settle();
    await vi.waitFor(() => expect(document.querySelectorAll('mat-option')).toHaveLength(1));
    type(field, 'crew');
    field?.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
    await settle();
    expect(taken.mock.calls).toEqual([[V12]]);
  });
  it('no vehicle is no dead end', async () => {
    const { text } = await render(VehicleSearch, { api: { vehicles: () => of({ ...FOUND, vehicles: [] }) } });
    expect(text()).toContain('identify the unit itself');
  });
  it('the form waits for a name of who asks, and refuses a month outside the years', async () => {
    const { fixture, host, text, settle } = await render(AskForm, {
      api: { vehicles: () => of(FOUND), vehicle: () => of(V12) },
      inputs: {
        start: {
          asker: '',
          request: 'replace',
          complaints: [],
          words: '',
          vehicleId: 'v12',
          built: null,
          options: [],
          slot: null,
        },
      },
    });
    const saved = vi.fn();
    fixture.componentInstance.saved.subscribe(saved);
    host.querySelector('form')?.dispatchEvent(new Event('submit'));
    await settle();
    expect(saved).not.toHaveBeenCalled();
    type(host.querySelector('#asker'), 'Gate');
    await settle();
    const month = [...host.querySelectorAll('input')].find((i) => i.placeholder === '1999-05') ?? null;
    type(month, '2010-01');
    await settle();
    expect(text()).toContain('was built from 1993-07 to 2004-03');
    type(month, '1999');
    await settle();
    expect(text()).toContain('Type the month like 1999-05');
    type(month, '1999-05');
    await settle();
    host.querySelector('form')?.dispatchEvent(new Event('submit'));
    await settle();
    expect(saved).toHaveBeenCalledWith(expect.objectContaining({ asker: 'Gate', vehicleId: 'v12', built: '1999-05' }));
  });
  it('a job that cannot be opened says why and keeps the form', async () => {
    const openJob = () =>
      throwError(() => new HttpErrorResponse({ status: 400, error: { detail: 'There is no vehicle "x".' } }));
    const { host, text, settle } = await render(NewJobPage, {
      api: { vehicles: () => of(FOUND), vehicle: () => of(V12), openJob },
    });
    type(host.querySelector('#asker'), 'Gate');
    await settle();
    host.querySelector('form')?.dispatchEvent(new Event('submit'));
    await settle();
    expect(text()).toContain('There is no vehicle "x".');
    expect(host.querySelector<HTMLInputElement>('#asker')?.value).toBe('Gate');
  });
});

describe('numbers and the quick box', () => {
  const row = (issuer: string, id: number) => ({
    id,
    issuer,
    written: '30718',
    kind: 'order',
    status: 'current',
    leadsTo: { kind: 'nothing', words: 'unknown' },
    note: '',
    source: 's',
  });
  it('says whose number it is when several makers use it', async () => {
    const answer = {
      query: '30718',
      exact: [row('Ardfrith', 1), row('Wexlode', 2)],
      normalised: [],
      near: [],
      misread: [],
      begins: [],
    };
    const { text } = await render(NumbersPage, { api: { numbers: () => of(answer) }, inputs: { q: '30718' } });
    expect(text()).toContain('Several makers use this number');
  });
  it('says what a superseded number was superseded by', async () => {
    const answer = {
      query: 'x',
      exact: [{ ...row('Quellmar', 1), status: 'superseded', supersededBy: 'Quellmar 4400-01-8' }],
      normalised: [],
      near: [],
      misread: [],
      begins: [],
    };
    expect((await render(NumbersPage, { api: { numbers: () => of(answer) }, inputs: { q: 'x' } })).text()).toContain(
      'order now: Quellmar 4400-01-8',
    );
  });
  it('says when nothing is found, and when the server is gone', async () => {
    const none = { query: 'x', exact: [], normalised: [], near: [], misread: [], begins: [] };
    expect((await render(NumbersPage, { api: { numbers: () => of(none) }, inputs: { q: 'x1' } })).text()).toContain(
      'none that begins so, and none that differs by one character',
    );
    expect((await render(NumbersPage, { api: { numbers: down }, inputs: { q: 'x1' } })).text()).toContain(
      'does not answer',
    );
  });
  it('Enter in the quick box looks the text up as a number', async () => {
    const { host, settle } = await render(QuickBox, {
      api: {
        find: ({ query: { q: query } }: { query: { q: string } }) => of({ query, takenFor: 'nothing', hits: [] }),
      },
    });
    const go = vi.spyOn(TestBed.inject(Router), 'navigate').mockResolvedValue(true);
    const box = host.querySelector('input');
    type(box, ' A 23-816 ');
    await settle();
    box?.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
    await vi.waitFor(() => expect(go).toHaveBeenCalledWith(['/numbers'], { queryParams: { q: 'A 23-816' } }));
  });
});

describe('the tools', () => {
  it('uses the workshop’s own settings', async () => {
    const settings = [{ key: 'enoughToOrder', value: 0.6 }];
    const { host, text, settle } = await render(ToolsPage, { api: { settings: () => of({ settings }) } });
    type(host.querySelector('app-quantity-field input'), '25.22');
    await settle();
    expect(text()).toContain('91 %');
    expect(text()).toContain('Check that it was read inside the bore');
  });
});

describe('many numbers at once', () => {
  const rows = [
    {
      query: 'A 1',
      how: 'exact',
      sentence: 'written just so',
      number: { issuer: 'Ardfrith', written: 'A 1', leadsTo: { kind: 'unit', id: 'one', words: 'unit one' } },
    },
    { query: 'zz9', how: 'none', sentence: 'No number like this is in the catalogue.' },
  ];
  it('are looked up as they are pasted, from the quick box too', async () => {
    const resolve = vi.fn((..._: unknown[]) => of({ rows }));
    const { host, text, settle } = await render(ManyNumbers, { api: { resolveNumbers: resolve } });
    type(host.querySelector('textarea'), 'A 1\n\n zz9\t');
    await settle();
    host.querySelector('form')?.dispatchEvent(new Event('submit'));
    await settle();
    expect(resolve).toHaveBeenCalledWith({ body: { numbers: ['A 1', 'zz9'] } });
    expect(text()).toContain('1 of 2 are settled');
    expect(host.querySelectorAll('td.needs-you')).toHaveLength(1);

    TestBed.inject(Pasted).text.set('B 2\nB 3');
    await settle();
    expect(resolve).toHaveBeenLastCalledWith({ body: { numbers: ['B 2', 'B 3'] } });
  });
  it('of two thousand only a page is drawn, and each is found again by its place', async () => {
    const many = Array.from({ length: 2000 }, (_, i) => ({ query: `Z ${i + 1}`, how: 'none', sentence: 'None.' }));
    const { host, settle } = await render(ManyNumbers, { api: { resolveNumbers: () => of({ rows: many }) } });
    type(host.querySelector('textarea'), 'Z 1');
    await settle();
    host.querySelector('form')?.dispatchEvent(new Event('submit'));
    await settle();
    expect(host.querySelectorAll('tbody tr')).toHaveLength(25);
    host.querySelector<HTMLElement>('th .mat-sort-header-container')?.click();
    await settle();
    expect(host.querySelector('tbody tr')?.textContent).toContain('Z 2000');
  });
  it('none, and too many, are told', async () => {
    const { host, text, settle } = await render(ManyNumbers);
    const look = async (lines: string): Promise<void> => {
      type(host.querySelector('textarea'), lines);
      await settle();
      host.querySelector('form')?.dispatchEvent(new Event('submit'));
      await settle();
    };
    await look(' \n ');
    expect(text()).toContain('There is no number here');
    await look('1\n'.repeat(2001));
    expect(text()).toContain('at most 2000');
  });
});

describe('the settings', () => {
  const setting = {
    key: 'gapMin',
    group: 'joints',
    words: 'Rod clearance, least',
    value: 0.25,
    standard: 0.25,
    min: 0.01,
    max: 2,
    unit: 'mm',
    why: '',
    version: 0,
  };
  const save = async (text: string, api: object) => {
    const page = await render(SettingsPage, { api: { settings: () => of({ settings: [setting] }), ...api } });
    type(page.host.querySelector('li input'), text);
    page.host.querySelector('form')?.dispatchEvent(new Event('submit'));
    await page.settle();
    return page.text();
  };
  it('writes with the version that was seen, a decimal comma included', async () => {
    const changeSetting = vi.fn((..._: unknown[]) =>
      of({ settings: [{ ...setting, value: 0.3, by: 'Ilse', version: 1 }] }),
    );
    expect(await save('0,3', { changeSetting })).toContain('Ilse');
    expect(changeSetting).toHaveBeenCalledWith({ at: { key: 'gapMin' }, body: { value: 0.3 }, seen: 0 });
  });
  it('refuses what is no number, and tells when somebody else was there first', async () => {
    expect(await save('soft', {})).toContain('"soft" is not a number');
    const changeSetting = () =>
      throwError(
        () =>
          new HttpErrorResponse({
            status: 412,
            error: { status: 412, detail: 'Somebody else changed this setting in the meantime.' },
          }),
      );
    expect(await save('0.4', { changeSetting })).toContain('Yours, 0.4, is still in its field.');
  });
});

describe('a number of which no unit is recorded', () => {
  it('has interchange all the same', async () => {
    const entry = {
      node: 'u:9',
      unitId: 'ard-x',
      name: 'master X',
      numbers: [{ issuer: 'Ardfrith', written: 'A 1', status: 'current', stock: [] }],
      grade: 'same',
      trust: 0.9,
      underFloor: false,
      conditions: [],
      paths: [[]],
    };
    const interchange = vi.fn((..._: unknown[]) =>
      of({
        unitId: 'n:10',
        name: 'Skarrow SK 1',
        node: 'n:10',
        entries: [entry],
        byGeometry: [],
        byGeometryCount: 0,
        truncated: false,
      }),
    );
    const { text } = await render(NumberPage, { api: { interchange }, inputs: { node: 'n:10' } });
    expect(interchange).toHaveBeenCalledWith({ at: { id: 'n:10' }, query: { geometry: 0 } });
    expect(text()).toContain('Skarrow SK 1');
    expect(text()).toContain('A 1');
  });
  it('says so when there is none', async () => {
    const gone = () =>
      throwError(
        () => new HttpErrorResponse({ status: 404, error: { detail: 'There is no such number in the catalogue.' } }),
      );
    expect((await render(NumberPage, { api: { interchange: gone }, inputs: { node: 'n:99' } })).text()).toContain(
      'no such number',
    );
  });
});
