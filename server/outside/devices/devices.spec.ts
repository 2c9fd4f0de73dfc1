import fc from 'fast-check';
import { afterEach, describe, expect, it } from 'vitest';
import type { DeviceEvent } from '@kerabat/contract';
import { testServer, type TestServer } from '../../testing/harness.js';
import { standIn, type StandIn, until } from '../../testing/stand-in.js';
import { readDeviceLine } from './line.js';

describe('a line of an instrument', () => {
  it.each([
    ['caliper;26.94;mm;live', { device: 'caliper', quantity: { value: 26.94, unit: 'mm' }, held: false }],
    ['caliper;1.061;in;held', { quantity: { value: 1.061, unit: 'in' }, held: true }],
    ['caliper;0.00;mm;zeroed,battery-low', { zeroed: true, batteryLow: true }],
    ['pitch;24;tpi;live', { device: 'pitch-gauge', quantity: { value: 24, unit: 'tpi' } }],
  ])('%s', (line, expected) => expect(readDeviceLine(line)).toMatchObject(expected));
  it('an instrument that is off shows nothing', () =>
    expect(readDeviceLine('caliper;;;live')?.quantity).toBeUndefined());
  it.each([
    '',
    'caliper',
    'caliper;26,94;mm;live',
    'caliper;26.94;furlong;live',
    'caliper;1e9;mm;live',
    'caliper;26.94;mm;melted',
    'toString;1;mm;live',
    'pitch;1;in;live',
    'caliper;26.94;mm;live;more',
  ])('noise is no reading: %j', (line) => expect(readDeviceLine(line)).toBeUndefined());
  it('nothing on the wire makes it throw', () => {
    fc.assert(fc.property(fc.string(), (line) => void readDeviceLine(line)));
  });
});

describe('the instruments on the bench', () => {
  let server: TestServer | undefined;
  let bench: StandIn | undefined;
  let stop: AbortController | undefined;
  const events: DeviceEvent[] = [];
  const last = () => events.at(-1);
  const state = () => events.filter((e) => e.kind === 'state').at(-1);
  const shows = (value: number) =>
    until(() => events.some((e) => e.kind === 'reading' && e.quantity?.value === value), `reading ${value}`);

  afterEach(async () => {
    stop?.abort();
    await Promise.all([server?.close(), bench?.end()]);
  });

  /** Reads the events of the server as a browser does. */
  async function watch(port: number): Promise<void> {
    server = await testServer({ demo: false, instrumentPort: port });
    events.length = 0;
    stop = new AbortController();
    const answer = await fetch(`${server.address}/api/v1/devices/readings`, { signal: stop.signal });
    expect(answer.headers.get('content-type')).toContain('text/event-stream');
    const reader = (answer.body as ReadableStream<Uint8Array>).getReader();
    const decoder = new TextDecoder();
    void (async () => {
      for (let rest = ''; ;) {
        const { value, done } = await reader.read().catch(() => ({ value: undefined, done: true }));
        if (done) return;
        const parts = (rest + (value ? decoder.decode(value, { stream: true }) : '')).split('\n\n');
        rest = parts.pop() ?? '';
        for (const part of parts) if (part.startsWith('data: ')) events.push(JSON.parse(part.slice(6)) as DeviceEvent);
      }
    })();
  }

  it('are shown as they are turned, with what they say of themselves', async () => {
    bench = await standIn('instruments');
    await watch(bench.port);
    bench.say('caliper 26.94 mm');
    await shows(26.94);
    bench.say('caliper held');
    await until(() => events.some((e) => e.kind === 'reading' && e.held), 'held');
    bench.say('caliper battery-low');
    await until(() => events.some((e) => e.kind === 'reading' && e.batteryLow), 'battery low');
    bench.say('pitch 24 tpi');
    await until(
      () => events.some((e) => e.kind === 'reading' && e.device === 'pitch-gauge' && e.quantity?.unit === 'tpi'),
      'pitch',
    );
  });
  it('noise is told and never read; a good line after it is', async () => {
    bench = await standIn('instruments');
    await watch(bench.port);
    bench.say('caliper garbage');
    await until(
      () => state()?.kind === 'state' && JSON.stringify(state() ?? '').includes('could not be read'),
      'noise',
    );
    bench.say('caliper 12.50 mm');
    await shows(12.5);
    expect(
      events.filter((e) => e.kind === 'reading').every((e) => e.kind === 'reading' && e.quantity !== undefined),
    ).toBe(true);
  });
  it('that are not there, die and come back are told each time', async () => {
    bench = await standIn('instruments');
    const { port } = bench;
    await bench.end();
    await watch(port);
    await until(() => JSON.stringify(last() ?? '').includes('No instrument is connected'), 'absence');
    bench = await standIn('instruments', port);
    bench.say('caliper 7.25 mm');
    await shows(7.25);
    bench.say('drop');
    await until(() => events.filter((e) => e.kind === 'state' && !e.connected).length >= 2, 'the break');
    await until(() => last()?.kind === 'reading', 'readings after the break');
    await bench.end();
    await until(() => JSON.stringify(last() ?? '').includes('No instrument is connected'), 'the end');
  });
});
