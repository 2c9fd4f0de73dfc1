import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { DeviceEvent } from '@kerabat/contract';
import { Instruments, readingText } from './instruments';

/** The stream of the server's readings, spoken by the test. */
class FakeSource {
  static opened: FakeSource[] = [];
  onmessage: ((message: { data: string }) => void) | undefined;
  onerror: (() => void) | undefined;
  close = vi.fn();
  constructor(readonly url: string) {
    FakeSource.opened.push(this);
  }
  say(event: DeviceEvent): void {
    this.onmessage?.({ data: JSON.stringify(event) });
  }
}

const reading = (over: object = {}): DeviceEvent => ({
  kind: 'reading',
  device: 'caliper',
  quantity: { value: 26.94, unit: 'mm' },
  held: false,
  zeroed: false,
  batteryLow: false,
  ...over,
});

function listen() {
  TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
  const instruments = TestBed.inject(Instruments);
  const stop = instruments.watch();
  const source = FakeSource.opened.at(-1) as FakeSource;
  return { instruments, stop, source };
}

describe('bench instruments', () => {
  beforeEach(() => {
    TestBed.resetTestingModule();
    FakeSource.opened = [];
    vi.stubGlobal('EventSource', FakeSource);
    vi.useFakeTimers();
  });
  afterEach(() => {
    vi.useRealTimers();
    vi.unstubAllGlobals();
  });

  it('show the last reading of each, with what the instrument says of itself', () => {
    const { instruments, source } = listen();
    source.say(reading({ held: true, batteryLow: true }));
    source.say(reading({ device: 'pitch-gauge', quantity: { value: 24, unit: 'TPI' } }));
    const caliper = instruments.caliper();
    expect(caliper && readingText(caliper)).toBe('26.94 mm');
    expect(caliper?.notes).toEqual(['held', 'battery low: do not trust it']);
    expect(instruments.pitchGauge()?.quantity.value).toBe(24);
  });
  it('that say nothing readable show nothing, and one that is gone takes its reading with it', () => {
    const { instruments, source } = listen();
    source.say(reading());
    source.say(reading({ quantity: undefined }));
    expect(instruments.caliper()).toBeUndefined();
    source.say(reading());
    source.onerror?.();
    expect(instruments.caliper()).toBeUndefined();
    expect(instruments.trouble()).toBe('');
    source.say({ kind: 'state', connected: true, sentence: 'The instruments say nothing that can be read.' });
    expect(instruments.trouble()).toContain('nothing that can be read');
  });
  it('are listened to once for many fields, and let go only some time after the last one is left', () => {
    const { instruments, stop, source } = listen();
    const second = instruments.watch();
    expect(FakeSource.opened).toHaveLength(1);
    stop();
    stop();
    vi.advanceTimersByTime(10_000);
    expect(source.close).not.toHaveBeenCalled();
    second();
    expect(source.close).not.toHaveBeenCalled();
    vi.advanceTimersByTime(10_000);
    expect(source.close).toHaveBeenCalledOnce();
  });
});
