import { computed, Injectable, signal } from '@angular/core';
import type { DeviceEvent, DeviceName } from '@kerabat/contract';
import type { Quantity } from '@kerabat/core/base/units';

type Reading = Extract<DeviceEvent, { kind: 'reading' }>;

/** What a bench instrument shows now, ready to be taken into a field. */
export interface LiveReading {
  readonly device: DeviceName;
  readonly quantity: Quantity;
  /** What the instrument says of itself: held, zeroed, battery low. */
  readonly notes: readonly string[];
}

/** The key that takes a live reading into the field in focus. */
export const TAKE_KEY = 'F8';

/** A field that lost the focus may get it back at once; the line is kept open for so many milliseconds. */
const LINGER = 3000;

/** The readings of the bench instruments, listened to only while a field that can take them is in focus. */
@Injectable({ providedIn: 'root' })
export class Instruments {
  private readonly readings = signal<Partial<Record<DeviceName, Reading>>>({});
  private source: EventSource | undefined;
  private watchers = 0;
  /** Why nothing, or nothing reliable, comes from the instruments; empty when all is well. */
  readonly trouble = signal('');

  readonly caliper = computed(() => this.live('caliper'));
  readonly pitchGauge = computed(() => this.live('pitch-gauge'));

  /** Listens until the answer is called. */
  watch(): () => void {
    this.watchers++;
    this.open();
    let watching = true;
    return () => {
      if (!watching) return;
      watching = false;
      setTimeout(() => {
        if (--this.watchers === 0) this.close();
      }, LINGER);
    };
  }

  private live(device: DeviceName): LiveReading | undefined {
    const reading = this.readings()[device];
    if (!reading?.quantity) return undefined;
    const notes = [
      reading.held ? 'held' : '',
      reading.zeroed ? 'zeroed away from closed jaws' : '',
      reading.batteryLow ? 'battery low: do not trust it' : '',
    ];
    return { device, quantity: reading.quantity, notes: notes.filter((n) => n !== '') };
  }

  private open(): void {
    if (this.source || typeof EventSource === 'undefined') return;
    this.source = new EventSource('/api/v1/devices/readings');
    this.source.onmessage = (message: MessageEvent<string>) => this.take(JSON.parse(message.data) as DeviceEvent);
    // The browser tries again by itself; what was shown before is no reading any more.
    this.source.onerror = () => this.take({ kind: 'state', connected: false, sentence: '' });
  }

  private take(event: DeviceEvent): void {
    if (event.kind === 'reading') this.readings.update((known) => ({ ...known, [event.device]: event }));
    else {
      if (!event.connected || event.silent === true) this.readings.set({});
      this.trouble.set(event.connected ? event.sentence : '');
    }
  }

  private close(): void {
    this.source?.close();
    this.source = undefined;
    this.readings.set({});
  }
}

/** Readings for one field, while it has the focus. */
export class InstrumentSubscription {
  private stop: (() => void) | undefined;
  readonly listening = signal(false);
  constructor(private readonly instruments: Pick<Instruments, 'watch'>) {}

  subscribe(): void {
    this.stop ??= this.instruments.watch();
    this.listening.set(true);
  }

  unsubscribe(): void {
    this.stop?.();
    this.stop = undefined;
    this.listening.set(false);
  }
}

/** "26.94 mm" */
export const readingText = ({ quantity }: LiveReading): string => `${quantity.value} ${quantity.unit}`;
