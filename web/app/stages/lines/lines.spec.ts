import { HttpErrorResponse } from '@angular/common/http';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { of, throwError } from 'rxjs';
import type { RouteAnswer } from '@kerabat/contract';
import { HoseBench } from '../../desks/lines/hose-bench';
import { KeptLines } from '../../desks/lines/kept-lines';
import { LineMaker } from '../../desks/lines/line-maker';
import { WayFinder } from '../../desks/lines/way-finder';
import { check, CHOSEN, fixView, job, joint, named, OLD, render, type, using, workspace } from '../../testing';
import { ThreadBench } from '../../tools/thread-bench';
import { PortsView } from './ports';
import { WaysView } from './ways';

const settings = () => of({ settings: [] });
const byLabel = (host: HTMLElement, label: string): HTMLInputElement => {
  const field = [...host.querySelectorAll('mat-form-field')].find((f) =>
    f.querySelector('mat-label')?.textContent?.includes(label),
  );
  const found = field?.querySelector('input') ?? host.querySelector(`[aria-label="${label}"]`);
  if (!(found instanceof HTMLInputElement)) throw new Error(`no field ${label}`);
  return found;
};

const WAYS: RouteAnswer = {
  routes: [
    {
      steps: [{ do: 'reflare', words: 'New nut and flare.', thread: 'M10x1.0', seat: 'bubble-flare' }],
      leakJoints: 1,
      adapters: 0,
      minutes: 15,
      price: 1.3,
      acceptable: true,
      needs: ['flare-bubble'],
      doubts: [],
      why: ['1 joint that can leak.'],
    },
    {
      steps: [
        {
          do: 'adapter',
          words: 'Adapter.',
          thread: '3/8-24 UNF',
          seat: 'inverted-flare',
          item: { key: 'a', kind: 'adapter', name: 'Adapter' },
        },
        { do: 'screw-in', words: 'In.', thread: '3/8-24 UNF', seat: 'inverted-flare' },
      ],
      leakJoints: 2,
      adapters: 1,
      minutes: 10,
      acceptable: false,
      needs: [],
      doubts: ['no-price'],
      why: ['2 joints.'],
    },
    {
      steps: [
        {
          do: 'made-line',
          words: 'Another line.',
          thread: 'M10x1.0',
          seat: 'bubble-flare',
          item: { key: 'm', kind: 'line', name: 'Made-up line', number: 'WX1' },
        },
      ],
      leakJoints: 2,
      adapters: 0,
      minutes: 25,
      acceptable: true,
      needs: [],
      doubts: [],
      why: [],
    },
  ],
  sets: [{ name: 'Adapter set', number: 'WX7239', price: 38.5, told: 'Tolvane Counter had 12' }],
};

// What was typed in one test is no draft of the next.
beforeEach(() => localStorage.clear());

const NO_WAYS: RouteAnswer = { routes: [], sets: [] };

describe('ports at a glance', () => {
  it('each with what it takes, how tight, how it is bled and closed; what is not known is said', async () => {
    const ports = [
      {
        position: 'rear-left',
        thread: 'M10x1.0',
        seat: 'bubble flare',
        tubes: ['4.75 mm'],
        feeds: 'front',
        hex: '10 or 11 mm',
        bleedBy: 'WX7042',
        torque: {
          least: { value: 12, unit: 'Nm' as const },
          most: { value: 17, unit: 'Nm' as const },
          source: 'settings',
        },
      },
      { position: 'front-left', thread: 'M12x1.0', tubes: [] },
      { position: 'front-right', tubes: [] },
    ];
    const { text } = await render(
      PortsView,
      using(job(workspace({ old: OLD, ports })), { unit: () => throwError(() => new Error('down')) }),
    );
    expect(text()).toContain('4.75 mm');
    expect(text()).toContain('gauge it');
    expect(text()).toContain('look into it');
    expect(text()).toContain('Its ports differ on purpose');
    expect(text()).toContain('the maker’s figure: none is recorded');
    expect(text()).toContain('10 or 11 mm for M10x1.0; try it for M12x1.0');
    expect(text()).toContain('WX7042');
  });
});

describe('ways', () => {
  it('are asked for as they are typed, best first, and drawn when they are pointed at', async () => {
    const routes = vi.fn((..._: unknown[]) => of(WAYS));
    const { host, text, settle } = await render(WayFinder, { api: { routes } });
    await settle();
    expect(routes).toHaveBeenLastCalledWith({
      body: expect.objectContaining({ line: { tube: '3/16 in', nut: '3/8-24 UNF', flare: 'inverted-flare' } }),
    });
    expect(text()).toContain('New nut and flare.');
    expect(text()).toContain('Not for brakes.');
    expect(text()).toContain('Sold ready for this thread: Adapter set WX7239 · 38.50 · Tolvane Counter had 12');
    type(byLabel(host, 'Thread of the port'), '7/16-24');
    await vi.waitFor(() =>
      expect(routes).toHaveBeenLastCalledWith({
        body: expect.objectContaining({ port: { thread: '7/16-24', seat: 'bubble-flare', gender: 'female' } }),
      }),
    );
    type(byLabel(host, 'Thread of the port'), '3/8-23');
    await settle();
    expect(text()).toContain('Name the threads');
  });
  it('a server that is away is said, and what was typed stays', async () => {
    const { host, text, settle } = await render(WayFinder, {
      api: { routes: () => throwError(() => new HttpErrorResponse({ status: 0 })) },
    });
    await settle();
    await vi.waitFor(async () => {
      await settle();
      expect(text()).toContain('does not answer');
    });
    expect(byLabel(host, 'Thread of its nut').value).toBe('3/8-24 UNF');
  });
  it('in a job they begin with what is known; pieces become a fix, another line a line by hand', async () => {
    const face = (side: 'unit' | 'vehicle', thread: string, seat: string, tube = '') => ({
      side,
      part: side,
      kind: side === 'unit' ? ('brake-master' as const) : ('line' as const),
      words: side,
      facts: [
        { attribute: 'port-thread' as const, value: thread },
        { attribute: 'port-seat' as const, value: seat },
        ...(tube === '' ? [] : [{ attribute: 'tube' as const, value: tube }]),
      ],
    });
    const line = joint({
      id: 'line',
      words: 'line, rear left',
      line: { unit: 'brake-master', what: 'line', position: 'rear-left' },
      state: 'does-not-fit',
      checks: [
        check({ id: 'thread@rear-left', fixes: [fixView({ key: 'way@rear-left', words: 'Adapter', accepted: true })] }),
      ],
      drawn: {
        kind: 'port',
        faces: [face('unit', 'M12x1.0', 'bubble-flare'), face('vehicle', '7/16-24 UNS', 'inverted-flare', '4.75 mm')],
      },
    });
    const service = job(workspace({ chosen: CHOSEN, joints: [line] }));
    const routes = vi.fn((..._: unknown[]) => of(WAYS));
    const { host, text, settle } = await render(WaysView, using(service, { routes }));
    await settle();
    expect(routes).toHaveBeenLastCalledWith({
      body: expect.objectContaining({ port: { thread: 'M12x1.0', seat: 'bubble-flare', gender: 'female' } }),
    });
    expect(text()).toContain('Taken: Adapter');
    named(host, 'Take way 2 into the job').click();
    await settle();
    expect(service.decide).toHaveBeenCalledWith(
      'fix:brake-master/way@rear-left',
      'accepted',
      'Adapter. In.',
      '[["adapter","a","3/8-24 UNF","inverted-flare"]]',
    );
    named(host, 'Take way 3 into the job').click();
    await settle();
    expect(service.addToPartsList).toHaveBeenCalledWith(
      'Made-up line',
      'WX1',
      1,
      'way from the port rear left to its line',
    );
    named(host, 'Undo way: Adapter').click();
    await settle();
    expect(service.undecide).toHaveBeenCalledWith('fix:brake-master/way@rear-left');
    // What nobody knows is not guessed: without its tube nothing is asked.
    const untold = {
      ...line,
      drawn: {
        kind: 'port' as const,
        faces: [face('unit', 'M12x1.0', 'bubble-flare'), face('vehicle', '7/16-24 UNS', 'inverted-flare')] as [
          ReturnType<typeof face>,
          ReturnType<typeof face>,
        ],
      },
    };
    const none = vi.fn((..._: unknown[]) => of(WAYS));
    const other = await render(WaysView, using(job(workspace({ chosen: CHOSEN, joints: [untold] })), { routes: none }));
    await other.settle();
    expect(none).not.toHaveBeenCalled();
    expect(other.text()).toContain('not known tube');
  });
});

describe('a line to be made', () => {
  it('answers as it is typed, in either system, and says what does not go', async () => {
    const { host, text, settle } = await render(LineMaker, { api: { settings, routes: () => of(NO_WAYS) } });
    expect(text()).toContain('Cut 515 mm · 20.28 in');
    type(byLabel(host, 'Leg 2'), '0.9 in');
    await settle();
    expect(text()).toContain('Leg 2 is too short for its bends');
    type(byLabel(host, 'Leg 2'), 'far');
    await settle();
    expect(text()).toContain('A figure is wanting');
    type(byLabel(host, 'Leg 2'), '240');
    type(byLabel(host, 'Radius of bend 1'), '10');
    await settle();
    expect(text()).toContain('It kinks.');
    named(host, 'Take out bend 1 and the leg behind it').click();
    await settle();
    expect(text()).toContain('Cut 282 mm');
  });
  it('the quick way first: one that is sold made up, long enough, with its rest', async () => {
    const item = {
      key: 'm',
      kind: 'line' as const,
      name: 'Made-up line 600 mm',
      number: 'WX7321',
      price: 9.4,
      length: { value: 600, unit: 'mm' as const },
    };
    const made = {
      ...WAYS.routes[2],
      steps: [{ do: 'made-line' as const, words: '', item }],
    } as RouteAnswer['routes'][number];
    const routes = vi.fn((..._: unknown[]) => of({ routes: [made], sets: [] }));
    const { text, settle } = await render(LineMaker, { api: { settings, routes } });
    await vi.waitFor(async () => {
      await settle();
      expect(text()).toContain('Made-up line 600 mm WX7321, 9.40: loop 92.6 mm · 3.64 in of it');
    });
    expect(routes).toHaveBeenLastCalledWith({
      body: expect.objectContaining({ port: { thread: '3/8-24 UNF', seat: 'inverted-flare', gender: 'female' } }),
    });
    expect(text()).toContain('Spanners: 3/8 or 7/16 in for 3/8-24 UNF');
  });
  it('corners are read by the server, and a flare that was tried is taken from then on', async () => {
    const linePoints = vi.fn((..._: unknown[]) =>
      of({
        points: [
          [0, 0, 0],
          [100, 0, 0],
          [100, 100, 0],
        ],
      }),
    );
    const { fixture, text, settle } = await render(LineMaker, {
      api: { settings, linePoints, routes: () => of(NO_WAYS) },
    });
    const maker = fixture.componentInstance as unknown as {
      corners: { setValue(t: string): void };
      pasted: { next(): void };
      trial: { patchValue(v: object): void };
      tryFlare(): void;
    };
    maker.corners.setValue('0,0,0');
    maker.pasted.next();
    await settle();
    expect(linePoints).toHaveBeenCalledWith({ body: { text: '0,0,0' } });
    // 200 − 2 × 16 + 16 π/2 = 193.1, and 3.52 for each flare.
    expect(text()).toContain('193.1 mm');
    maker.trial.patchValue({ before: '100', after: '95' });
    maker.tryFlare();
    await settle();
    expect(text()).toContain('5 mm · 0.20 in of 3/16 in tube go into it');
    expect(text()).toContain('Cut 204 mm');
  });
  it('is kept under a name, and what somebody else kept first is not overwritten', async () => {
    const keepLine = vi.fn((..._: unknown[]) =>
      throwError(
        () => new HttpErrorResponse({ status: 412, error: { detail: 'Somebody else saved "rear" in the meantime.' } }),
      ),
    );
    const dropLine = vi.fn((..._: unknown[]) => of(null));
    const kept = {
      name: 'rear',
      line: { tube: '3/16 in', ends: [{ flare: 'none' as const }, { flare: 'none' as const }] },
      version: 3,
      by: 'Mara',
      at: '',
    };
    const { host, text, settle } = await render(KeptLines, {
      api: { keepLine, dropLine, vehicleLines: () => of({ lines: [kept] }) },
      inputs: { vehicle: 'q3', line: kept.line },
    });
    await settle();
    named(host, 'Keep').click();
    expect(keepLine).not.toHaveBeenCalled();
    type(byLabel(host, 'Keep this line as'), 'rear');
    named(host, 'Keep').click();
    await settle();
    expect(keepLine).toHaveBeenCalledWith({ at: { id: 'q3', name: 'rear' }, body: { line: kept.line }, seen: 3 });
    expect(text()).toContain('in the meantime');
    named(host, 'Take out: rear').click();
    await settle();
    expect(dropLine).toHaveBeenCalledWith({ at: { id: 'q3', name: 'rear' }, seen: 3 });
    expect(text()).toContain('"rear" is taken out.');
  });
});

describe('a hose', () => {
  it('answers with what decides, and refuses what is none', async () => {
    const { host, text, settle } = await render(HoseBench, { api: { settings } });
    expect(text()).toContain('Order 360 mm');
    expect(text()).toContain('2 new washers');
    type(byLabel(host, 'at full droop'), '');
    await settle();
    expect(text()).toContain('Measure at least one');
    type(byLabel(host, 'at bump'), '12 in');
    type(byLabel(host, 'Eyes on the bolt'), '10; 10');
    await settle();
    expect(text()).toContain('At bump decides');
    expect(text()).toContain('3 new washers');
  });
});

describe('threads', () => {
  it('answers from the quick box’s thread, and tells a pair that binds', async () => {
    const { host, text, settle } = await render(ThreadBench, { api: { settings }, inputs: { thread: '1/4-19 NPT' } });
    expect(text()).toContain('is G 1/4 (BSPP) or R 1/4 (BSPT), not NPT');
    type(byLabel(host, 'Nut (male)'), '3/8-24');
    type(byLabel(host, 'Port (female)'), 'M10x1');
    await settle();
    expect(text()).toContain('starts by hand, binds after about 6.4 turns');
    expect(text()).toContain('“Do not join them');
    type(byLabel(host, 'Port (female)'), 'M10x1.3');
    await settle();
    expect(text()).toContain('There is no M10 thread with pitch 1.3 mm');
  });
  it('names what is in the hand, and what it is taken for', async () => {
    const { host, text, settle } = await render(ThreadBench, { api: { settings } });
    type(byLabel(host, 'Diameter at its end'), '9.9');
    await settle();
    expect(text()).toContain('Take the pitch');
    type(byLabel(host, 'Length over 8 crests'), '6.585');
    type(byLabel(host, 'Crests counted'), '1');
    await settle();
    expect(text()).toContain('n crests are n − 1 pitches');
    type(byLabel(host, 'Crests counted'), '8');
    await settle();
    expect(text()).toContain('1/8-27 NPT');
  });
});
