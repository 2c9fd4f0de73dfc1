import { connect, type Socket } from 'node:net';
import type { DeviceEvent } from '@kerabat/contract';
import { LINE_LIMIT, readDeviceLine } from './line.js';

export interface FeedOptions {
  readonly port: number;
  /** Milliseconds between two tries to reach the instruments. */
  readonly retry?: number;
  /** Milliseconds without a line after which the instruments count as silent. */
  readonly silence?: number;
}

/** So many good lines after noise, and the wire is sound again. */
const CLEAN_LINES = 8;

type Listener = (event: DeviceEvent) => void;

/** What comes over the wire, line by line: readings, noise, and silence, each told as it is met. */
function reading(tell: Listener, silence: number) {
  let quiet: NodeJS.Timeout | undefined;
  let noise = 0;
  let clean = 0;
  const waitForLine = (): void => {
    clearTimeout(quiet);
    quiet = setTimeout(
      () =>
        tell({
          kind: 'state',
          connected: true,
          sentence: 'The instruments are connected but say nothing.',
          silent: true,
        }),
      silence,
    );
  };
  const take = (line: string): void => {
    const read = readDeviceLine(line.trim());
    if (!read) {
      noise++;
      clean = 0;
      tell({
        kind: 'state',
        connected: true,
        sentence: `What came from an instrument could not be read (${noise} times). Check its cable.`,
      });
      return;
    }
    waitForLine();
    if (noise === 0 || ++clean >= CLEAN_LINES) {
      noise = 0;
      tell({ kind: 'state', connected: true, sentence: '' });
    }
    tell({
      kind: 'reading',
      device: read.device,
      ...(read.quantity ? { quantity: read.quantity } : {}),
      held: read.held,
      zeroed: read.zeroed,
      batteryLow: read.batteryLow,
    });
  };
  return { waitForLine, take, rest: (): void => clearTimeout(quiet) };
}

/**
 * What the bench instruments show. It is connected only while somebody listens, tries again for as long as it is not
 * reached, and says in words how it stands: a value that was shown before a break is never shown after it.
 */
export function instrumentFeed({ port, retry = 1000, silence = 3000 }: FeedOptions) {
  const listeners = new Set<Listener>();
  let socket: Socket | undefined;
  let again: NodeJS.Timeout | undefined;
  let state: DeviceEvent = absent();

  const tell = (event: DeviceEvent): void => {
    if (event.kind === 'state') {
      if (state.kind === 'state' && state.connected === event.connected && state.sentence === event.sentence) return;
      state = event;
    }
    for (const listener of listeners) listener(event);
  };
  const wire = reading(tell, silence);
  const open = (): void => {
    let rest = '';
    const made = connect({ port, host: '127.0.0.1' });
    socket = made;
    made.setEncoding('latin1');
    made.on('connect', wire.waitForLine);
    made.on('data', (text: string) => {
      const lines = (rest + text).split('\n');
      rest = lines.pop() ?? '';
      for (const line of lines) wire.take(line);
      // A line without end is noise; what follows it begins anew.
      if (rest.length > LINE_LIMIT) rest = '';
    });
    // The close that follows every error says all there is to say.
    made.on('error', () => undefined);
    made.on('close', () => {
      wire.rest();
      if (socket !== made) return;
      socket = undefined;
      tell(absent());
      if (listeners.size > 0) again = setTimeout(open, retry);
    });
  };
  const close = (): void => {
    clearTimeout(again);
    wire.rest();
    const open = socket;
    socket = undefined;
    open?.destroy();
    state = absent();
  };

  return {
    /** Listens until the answer is called. The first thing told is how the instruments stand. */
    listen(listener: Listener): () => void {
      listeners.add(listener);
      listener(state);
      if (listeners.size === 1) open();
      return () => {
        if (listeners.delete(listener) && listeners.size === 0) close();
      };
    },
    close(): void {
      listeners.clear();
      close();
    },
  };
}

const absent = (): DeviceEvent => ({ kind: 'state', connected: false, sentence: 'No instrument is connected.' });

export type InstrumentFeed = ReturnType<typeof instrumentFeed>;
