import { nextAct, type Workspace as CoreWorkspace } from '@kerabat/core/job';
import { provideZonelessChangeDetection, signal, type Type } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { MatDialog } from '@angular/material/dialog';
import { MatFormFieldHarness } from '@angular/material/form-field/testing';
import { MatInputHarness } from '@angular/material/input/testing';
import { MatRadioButtonHarness } from '@angular/material/radio/testing';
import { MatSelectHarness } from '@angular/material/select/testing';
import { provideRouter } from '@angular/router';
import { NEVER, of } from 'rxjs';
import { vi } from 'vitest';
import { OPERATIONS, type RouteId } from '@kerabat/contract';
import type { CheckView, JointView, MeasurementView, FixView, SlotWork, Workspace } from '@kerabat/contract';
import { addressOf, type AnyAsked } from '@kerabat/contract/calling';
import { STANDARD_SETTINGS } from '@kerabat/core/named/settings';
import { feelLimits } from '@kerabat/core/work/feel';
import { Api } from './api/api';
import { Person } from './api/person';
import { JobService } from './job/job-service';
import { CHARTS } from './parts/chart-host';
import { MATERIAL } from './parts/material';

globalThis.CSS ??= { escape: (text: string) => text } as typeof CSS;

/** The tests have no layout: every frame is as wide as a stage. */
globalThis.ResizeObserver = class implements ResizeObserver {
  constructor(private readonly told: ResizeObserverCallback) {}
  observe(target: Element): void {
    // Frames of drawings are told their width; sticky heads of tables have nothing to be measured by.
    if (!target.classList.contains('frame')) return;
    this.told([{ target, contentRect: { width: 860, height: 400 } } as unknown as ResizeObserverEntry], this);
  }
  unobserve(): void {
    // Nothing is watched: the width was told once.
  }
  disconnect(): void {
    // The same.
  }
};

/** For component tests only: a workspace with one slot, and a component over a server that is a list of functions. */

export const candidate = (
  over: Partial<SlotWork['identification']['candidates'][number]> = {},
): SlotWork['identification']['candidates'][number] => ({
  unitId: 'ard-tm22vs',
  name: 'tandem master 22 V, stepped',
  maker: 'Ardfrith',
  numbers: ['A 23-816'],
  probability: 0.5,
  prior: 0.5,
  recorded: true,
  fitted: 'all build months',
  agrees: [{ attribute: 'casting-number', sentence: 'casting number 44719, as seen', weight: 0.97 }],
  disagrees: [],
  unrecorded: [],
  ...over,
});

export const check = (over: Partial<CheckView> = {}): CheckView => ({
  id: 'stud-spacing',
  words: 'stud spacing',
  vehicle: '80 mm',
  unit: '80 mm',
  rule: 'within 0.5 mm',
  state: 'fits',
  sentence: '80 mm on 80 mm.',
  measures: [],
  fixes: [],
  partsList: [],
  ...over,
});

export const joint = (over: Partial<JointView> = {}): JointView => ({
  id: 'booster',
  words: 'booster to master',
  place: 'up',
  state: 'fits',
  checks: [check()],
  ...over,
});

export const fixView = (over: Partial<FixView> = {}): FixView => ({
  key: 'sensor',
  row: 'sensor',
  words: 'Move the old sensor over',
  order: 2,
  minutes: 10,
  skill: 'ordinary',
  tools: ['sensor socket'],
  operations: [],
  risk: 'new washer',
  accepted: false,
  partsList: [],
  ...over,
});

export const measurement = (over: Partial<MeasurementView> = {}): MeasurementView => ({
  side: 'unit',
  attribute: 'rod-length',
  what: 'rod length',
  where: 'depth gauge',
  line: 'rod ',
  onVehicle: false,
  tool: 'caliper',
  minutes: 4,
  slot: 'brake-master',
  key: 'brake-master/unit/rod-length',
  group: 'new-unit',
  turns: ['pedal to rod'],
  ...over,
});

export const work = (over: Partial<SlotWork> = {}): SlotWork => ({
  slot: 'brake-master',
  words: 'master',
  kind: 'brake-master',
  evidence: [],
  photographs: [],
  unitIs: 'on-vehicle',
  identification: {
    pool: 26,
    candidates: [candidate()],
    candidateCount: 1,
    possible: [],
    marks: [],
    didYouRead: [],
    nextChecks: [],
    eliminated: [],
    eliminatedCount: 0,
    verdict: 'not-enough',
    advice: 'Not enough to order from.',
    entropyBits: 1,
  },
  disputes: [],
  joints: [],
  ports: [],
  kits: [],
  resealed: false,
  ...over,
});

const FEEL_LIMITS: Workspace['feel']['limits'] = feelLimits(STANDARD_SETTINGS);

export const workspace = (slot: Partial<SlotWork> = {}, over: Partial<Workspace> = {}): Workspace => {
  const made: Workspace = {
    job: {
      id: 1,
      asker: 'Tunnel Works',
      request: 'replace',
      complaints: ['sinking-pedal'],
      words: '',
      vehicleId: 'v12',
      built: '1999-05',
      options: [],
      slot: 'brake-master',
      state: 'open',
      createdAt: '',
      updatedAt: '',
      openedBy: 'Ilse',
      version: 1,
    },
    chain: { system: 'brake', links: [], joints: [], parts: [] },
    feel: { limits: FEEL_LIMITS },
    work: [work(slot)],
    fluids: [
      { system: 'brake', subject: 'fluid:brake', seals: [], state: 'not-known', sentence: 'Read the cap.', grades: [] },
    ],
    decisions: [],
    partsList: [],
    looks: [],
    sum: { total: 0, priced: 0, unpriced: 0 },
    safety: {
      safe: false,
      grade: 'not-safe',
      mayOrder: false,
      sentence: 'Not OK to order: no unit is chosen.',
      blockers: [],
      onListing: [],
      receive: [],
      compare: [],
      notes: [],
      overridden: [],
      judged: [],
    },
    measurements: [],
    workCard: [],
    conversions: [],
    cautions: ['Competent people only.'],
    next: null,
    ...over,
  };
  return { ...made, next: over.next ?? nextAct(made as CoreWorkspace) };
};

export const SAFE: Workspace['safety'] = {
  safe: true,
  grade: 'safe',
  mayOrder: true,
  sentence: 'OK to order.',
  blockers: [],
  onListing: [],
  receive: [],
  compare: [],
  notes: [],
  overridden: [],
  judged: [],
};

export const OLD: SlotWork['old'] = {
  unitId: 'ard-tm22vs',
  name: 'tandem master 22 V, stepped',
  maker: 'Ardfrith',
  number: 'A 23-816',
};
export const CHOSEN: SlotWork['chosen'] = {
  unitId: 'pel-tm22vs',
  name: 'stepped master 0912',
  maker: 'Pellorin',
  number: 'P/0912/3',
};

/** A job service over one fixed workspace, whose acts are remembered. */
export function job(w: Workspace, answers: string | undefined = undefined) {
  const act = () => vi.fn(async (..._: unknown[]) => answers);
  return {
    workspace: signal(w),
    slot: signal('brake-master'),
    problem: signal(undefined),
    focus: () => w.work[0],
    decision: (subject: string) => w.decisions.find((d) => d.subject === subject),
    benchLine: act(),
    measure: act(),
    withdraw: act(),
    correct: act(),
    photograph: act(),
    markPhotograph: act(),
    withdrawPhotograph: act(),
    pictureUrl: (id: number) => `/pictures/${id}`,
    decide: act(),
    decideAll: act(),
    undecide: act(),
    change: act(),
    editPartsList: act(),
    addToPartsList: act(),
    addLine: act(),
  };
}
/** A stage over a job; units that nobody described are not drawn. */
export const using = (service: ReturnType<typeof job>, api = {}) => ({
  api: { unit: () => NEVER, ...api },
  providers: [{ provide: JobService, useValue: service }],
});

/** The chart library measures its texts, which a page without a screen cannot. */
class NoChart {
  render = (): Promise<void> => Promise.resolve();
  destroy(): void {
    return undefined;
  }
}

/** A server that is a list of functions: each answers an operation of the contract, given what was asked. */
export type FakeApi = Partial<Record<RouteId, (asked: never) => unknown>>;

/** The client over such a server. An operation that it does not have is an error of the test. */
export function fakeApi(answers: FakeApi): Pick<Api, 'call' | 'file' | 'lines' | 'address'> {
  const call = (method: string, path: string, asked?: unknown): unknown => {
    const route = OPERATIONS.find((one) => one.method === method && one.path === path);
    const answer = answers[route?.id as RouteId];
    if (!answer) throw new Error(`nobody answers ${method} ${path}`);
    return answer(asked as never);
  };
  return { call, file: call, lines: call, address: (path: string, asked: AnyAsked) => addressOf(path, asked) } as never;
}

export async function render<C>(
  component: Type<C>,
  {
    api = {},
    providers = [],
    inputs = {},
    name = 'Ilse',
  }: { api?: FakeApi; providers?: unknown[]; inputs?: Record<string, unknown>; name?: string } = {},
): Promise<{ fixture: ComponentFixture<C>; host: HTMLElement; text: () => string; settle: () => Promise<void> }> {
  TestBed.resetTestingModule();
  TestBed.configureTestingModule({
    providers: [
      provideZonelessChangeDetection(),
      provideRouter([]),
      ...MATERIAL,
      { provide: CHARTS, useValue: async () => ({ default: NoChart }) },
      { provide: Api, useValue: fakeApi({ jobTouched: () => NEVER, ...api }) },
      { provide: Person, useValue: { name: () => name, set: () => undefined } },
      { provide: MatDialog, useValue: { open: () => ({ afterClosed: () => of(false) }), openDialogs: [] } },
      ...(providers as never[]),
    ],
  });
  const fixture = TestBed.createComponent(component);
  for (const [key, value] of Object.entries(inputs)) fixture.componentRef.setInput(key, value);
  const settle = async (): Promise<void> => {
    await fixture.whenStable();
    // Typed words are looked up after a short pause.
    await new Promise((done) => setTimeout(done, 160));
    await fixture.whenStable();
  };
  await settle();
  const host = fixture.nativeElement as HTMLElement;
  return { fixture, host, text: () => (host.textContent ?? '').replace(/\s+/g, ' '), settle };
}

const loaderOf = (fixture: ComponentFixture<unknown>) => TestbedHarnessEnvironment.documentRootLoader(fixture);

/** Takes an option of a list, by the list’s label or its name for readers. */
export async function choose(fixture: ComponentFixture<unknown>, list: string, option: string | RegExp): Promise<void> {
  const loader = loaderOf(fixture);
  const [labelled] = await loader.getAllHarnesses(MatFormFieldHarness.with({ floatingLabelText: list }));
  const select = labelled
    ? await labelled.getControl(MatSelectHarness)
    : await loader.getHarness(MatSelectHarness.with({ selector: `[aria-label="${list}"]` }));
  if (!select) throw new Error(`no list ${list}`);
  await select.open();
  await select.clickOptions({ text: option });
}

/** Types into the field of this label, or of this name for readers. */
export async function typeIn(fixture: ComponentFixture<unknown>, label: string | RegExp, text: string): Promise<void> {
  const loader = loaderOf(fixture);
  const [labelled] = await loader.getAllHarnesses(MatFormFieldHarness.with({ floatingLabelText: label }));
  const input = labelled
    ? await labelled.getControl(MatInputHarness)
    : await loader.getHarness(MatInputHarness.with({ selector: `[aria-label="${String(label)}"]` }));
  if (!input) throw new Error(`no field ${String(label)}`);
  await input.setValue(text);
  await input.blur();
}

/** Checks the radio button of this label. */
export async function pick(fixture: ComponentFixture<unknown>, label: string | RegExp): Promise<void> {
  await (await loaderOf(fixture).getHarness(MatRadioButtonHarness.with({ label }))).check();
}

/** The button or link whose name holds the words. */
export function named(host: HTMLElement, words: string): HTMLElement {
  const found = [...host.querySelectorAll<HTMLElement>('button, a')].find((e) =>
    `${e.getAttribute('aria-label') ?? ''} ${e.textContent ?? ''}`.includes(words),
  );
  if (!found) throw new Error(`nothing is called "${words}" in: ${host.textContent ?? ''}`);
  return found;
}

export function type(field: Element | null, text: string): void {
  if (!(field instanceof HTMLInputElement || field instanceof HTMLTextAreaElement))
    throw new Error('there is no such field');
  field.value = text;
  field.dispatchEvent(new Event('input'));
}
