import { HttpErrorResponse } from '@angular/common/http';
import { of, throwError } from 'rxjs';
import { describe, expect, it, vi } from 'vitest';
import type { InterchangeAnswer, InterchangeEntry, InterchangePaths, InterchangeStep } from '@kerabat/contract';
import { boxOf, byBox, EVERYTHING, filtered, isRowOf } from '../../desks/interchange/interchange-filter';
import { InterchangePathsPart } from '../../desks/interchange/interchange-paths';
import { InterchangeView } from '../../desks/interchange/interchange-view';
import { RingMap } from '../../desks/interchange/ring-map';
import { named, render, type } from '../../testing';

const step = (over: Partial<InterchangeStep> = {}): InterchangeStep => ({
  link: 'l-1',
  from: 'A 1',
  to: 'B 2',
  kind: 'same',
  direction: 'forward',
  trust: 0.97,
  conditions: [],
  assertions: [],
  ...over,
});
const entry = (over: Partial<InterchangeEntry> = {}): InterchangeEntry => ({
  node: 'u:2',
  unitId: 'two',
  name: 'unit two',
  numbers: [{ issuer: 'Ardfrith', written: 'A 2', status: 'current', stock: [] }],
  grade: 'drop-in',
  trust: 0.85,
  underFloor: false,
  conditions: [],
  paths: [[step(), step({ link: 'l-2', from: 'B 2', to: 'C 3', kind: 'drop-in', trust: 0.6 })]],
  ...over,
});
const interchange = (over: Partial<InterchangeAnswer> = {}): InterchangeAnswer => ({
  unitId: 'one',
  node: 'u:1',
  entries: [entry()],
  byGeometry: [],
  byGeometryCount: 0,
  truncated: false,
  ...over,
});
const PATHS: InterchangePaths = { paths: [...entry().paths], outcomes: [] };

describe('what is shown of the interchange', () => {
  const sure = entry({
    node: 'n:1',
    trust: 0.97,
    grade: 'same',
    numbers: [{ issuer: 'X', written: '1', status: 'current', stock: [{ supplier: 'S', quantity: 2, date: '' }] }],
  });
  const changed = entry({
    node: 'n:2',
    trust: 0.6,
    grade: 'with-changes',
    conditions: [
      { kind: 'rod', text: 'a' },
      { kind: 'line', text: 'b' },
    ],
  });
  const refused = entry({ node: 'n:3', trust: 0.3, grade: 'does-not-fit' });
  const nodes = (over: object) => filtered([sure, changed, refused], { ...EVERYTHING, ...over }).map((e) => e.node);
  it(
    'is narrowed by grade, trust, changes and stock; a warning is not narrowed away by anything but ' + 'its own grade',
    () => {
      expect(nodes({})).toEqual(['n:1', 'n:2', 'n:3']);
      expect(nodes({ hidden: ['same'] })).toEqual(['n:2', 'n:3']);
      expect(nodes({ minTrust: 0.7 })).toEqual(['n:1', 'n:3']);
      expect(nodes({ mostChanges: 1 })).toEqual(['n:1', 'n:3']);
      expect(nodes({ inStock: true })).toEqual(['n:1', 'n:3']);
      expect(nodes({ hidden: ['does-not-fit'] })).toEqual(['n:1', 'n:2']);
    },
  );
});

describe('a path of interchange', () => {
  const open = (api: object, paths: InterchangePaths = PATHS) =>
    render(InterchangePathsPart, {
      api: { interchangePaths: () => of(paths), ...api },
      inputs: { unitId: 'one', entry: entry(), jobId: 7 },
    });
  it('an outcome is recorded against the least sure step, with the job; then all is read again', async () => {
    const addOutcome = vi.fn((..._: unknown[]) => of({ id: 1 }));
    const { fixture, host, settle } = await open({ addOutcome });
    const changed = vi.fn();
    fixture.componentInstance.changed.subscribe(changed);
    host.querySelector<HTMLInputElement>('input[value=did-not-fit]')?.click();
    type(host.querySelector('mat-form-field input'), ' the studs miss ');
    await settle();
    host.querySelector('form')?.dispatchEvent(new Event('submit'));
    await settle();
    expect(addOutcome).toHaveBeenCalledWith({
      body: { link: 'l-2', result: 'did-not-fit', reason: 'the studs miss', jobId: 7 },
    });
    expect(changed).toHaveBeenCalledOnce();
    expect(host.querySelector<HTMLInputElement>('mat-form-field input')?.value).toBe('');
  });
  it('what the server refuses is said, and nothing typed is lost', async () => {
    const addOutcome = () =>
      throwError(
        () =>
          new HttpErrorResponse({
            status: 400,
            error: { status: 400, detail: 'Say why: the next one wants to know.' },
          }),
      );
    const { host, text, settle } = await open({ addOutcome });
    type(host.querySelector('mat-form-field input'), 'x');
    host.querySelector('form')?.dispatchEvent(new Event('submit'));
    await settle();
    expect(text()).toContain('Say why: the next one wants to know.');
    expect(host.querySelector<HTMLInputElement>('mat-form-field input')?.value).toBe('x');
  });
  it('shows what came of each step, who said so, and what is up for review; one can be withdrawn', async () => {
    const withdrawOutcome = vi.fn((..._: unknown[]) => of(null));
    const outcome = {
      id: 4,
      link: 'l-2',
      result: 'did-not-fit' as const,
      reason: 'bound at once',
      by: 'Odo',
      at: '2024-05-05',
    };
    const gone = { ...outcome, id: 5, withdrawn: { by: 'Ilse', at: '' } };
    const { host, text, settle } = await open(
      { withdrawOutcome },
      { paths: [[step({ link: 'l-2', review: true })]], outcomes: [outcome, gone] },
    );
    expect(text()).toContain('did not fit: bound at once Odo, 2024-05-05');
    expect(text()).toContain('turned out wrong repeatedly');
    expect(host.querySelectorAll('.gone')).toHaveLength(1);
    named(host, 'Withdraw the outcome').click();
    await settle();
    expect(withdrawOutcome).toHaveBeenCalledWith({ at: { id: 4 } });
  });
});

describe('the rings', () => {
  const near = entry({ node: 'n:1', name: 'near', grade: 'same' });
  const far = entry({ node: 'u:3', name: 'far', grade: 'does-not-fit', trust: 0.5 });
  it('say what the table says, and are gone round with the arrows; Enter opens', async () => {
    const { fixture, host, settle } = await render(RingMap, {
      inputs: { interchange: interchange({ entries: [near, entry(), far] }), name: 'wanted' },
    });
    const points = () => [...host.querySelectorAll<SVGGElement>('.point')];
    expect(points().map((p) => p.getAttribute('aria-label'))).toEqual([
      'A 2: near, same, trust 0.85',
      'A 2: unit two, drop in, trust 0.85',
      'A 2: far, does not fit, trust 0.50',
    ]);
    const press = async (key: string): Promise<void> => {
      points()
        .find((p) => p.getAttribute('tabindex') === '0')
        ?.dispatchEvent(new KeyboardEvent('keydown', { key }));
      await settle();
    };
    await press('ArrowLeft');
    expect(points()[2]?.getAttribute('tabindex')).toBe('0');
    await press('ArrowUp');
    expect(points()[1]?.getAttribute('tabindex')).toBe('0');
    await press('Enter');
    expect(fixture.componentInstance.open()).toBe('u:2');
    expect(points()[1]?.getAttribute('aria-pressed')).toBe('true');
  });
  it('a ring of two hundred is drawn without names, and none lies upon another', async () => {
    const many = Array.from({ length: 200 }, (_, i) => entry({ node: `n:${i}` as 'n:1', grade: 'same' }));
    const { host } = await render(RingMap, { inputs: { interchange: interchange({ entries: many }) } });
    const places = [...host.querySelectorAll('.point')].map((p) => p.getAttribute('transform'));
    expect(new Set(places).size).toBe(200);
    expect(host.querySelectorAll('.point text')).toHaveLength(0);
  });
});

describe('all interchange', () => {
  const unproven = {
    unitId: 'geo',
    name: 'look-alike',
    maker: 'Cassoval',
    numbers: ['CV 9'],
    matched: 12,
    differences: [{ attribute: 'sensor', sentence: 'sensor: a there, b here', change: 'Move it over' }],
    open: ['spigot diameter'],
  };
  it('keep what only geometry speaks for apart, with what differs and what is not recorded', async () => {
    const { fixture, host, text } = await render(InterchangeView, {
      inputs: { interchange: interchange({ byGeometry: [unproven], byGeometryCount: 1 }), choosable: true },
    });
    const chosen = vi.fn();
    fixture.componentInstance.chosenByGeometry.subscribe(chosen);
    expect(text()).toContain('Nobody has said that these fit');
    expect(text()).toContain('sensor: a there, b here. Move it over');
    expect(text()).toContain('not recorded: spigot diameter');
    named(host, 'Choose look-alike, unproven').click();
    expect(chosen).toHaveBeenCalledWith(unproven);
  });
  it(
    'say when nothing can be said by geometry, how many are hidden, and draw the picked beside the ' + 'wanted',
    async () => {
      const unit = ({ at: { id } }: { at: { id: string } }) =>
        of({
          id,
          kind: 'brake-master',
          name: id,
          maker: 'X',
          note: '',
          source: '',
          facts: [{ attribute: 'bore', words: 'bore', value: '20', recorded: id === 'one' ? 20 : 22, source: '' }],
          numbers: [],
          fitted: [],
        });
      const { host, text, settle } = await render(InterchangeView, {
        api: { unit },
        inputs: { interchange: interchange({ byGeometryProblem: 'Only 1 of the joints is recorded.' }) },
      });
      expect(text()).toContain('Cannot be said: Only 1 of the joints is recorded.');
      host.querySelector<HTMLInputElement>('[aria-label="Compare: unit two"]')?.click();
      await settle();
      expect(text()).toContain('the first one dashed over it');
      expect(host.querySelectorAll('app-compare-table svg')).toHaveLength(2);
      const trust = host.querySelector<HTMLInputElement>('input[inputmode=decimal]');
      type(trust, '0.9');
      await settle();
      expect(text()).toContain('1 not shown');
    },
  );
});

describe('numbers of one unit', () => {
  const number = (written: string, box?: string) => ({
    issuer: 'A',
    written,
    status: 'current',
    stock: [],
    ...(box === undefined ? {} : { box }),
  });
  it('stand apart where their boxes differ, each a row of its own', () => {
    const rows = byBox(
      entry({
        node: 'u:1',
        numbers: [number('1', 'with reservoir'), number('2', 'without reservoir'), number('3', 'with reservoir')],
      }),
    );
    expect(rows.map((r) => [boxOf(r), r.numbers.map((n) => n.written)])).toEqual([
      ['with reservoir', ['1', '3']],
      ['without reservoir', ['2']],
    ]);
    expect(rows.every((r) => isRowOf(entry({ node: 'u:1' }), r.row))).toBe(true);
    expect(isRowOf(entry({ node: 'u:1' }), 'u:12')).toBe(false);
    expect(byBox(entry({ node: 'u:1', numbers: [number('1'), number('2')] }))).toHaveLength(1);
  });
});
