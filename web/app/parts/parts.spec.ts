import { Component, provideZonelessChangeDetection, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { beforeEach, describe, expect, it } from 'vitest';
import { FOUR_STATES, type FourState } from '@kerabat/core/base/state';
import type { Quantity } from '@kerabat/core/base/units';
import { ChainStrip } from './chain-strip';
import { QuantityField } from './quantity-field';
import { STATE_WORDS, StateMark } from './state-mark';
import '../testing';

beforeEach(() => TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] }));

describe('the state mark', () => {
  it('tells each state by a shape of its own and by words', async () => {
    const shapes = new Set<string>();
    for (const state of FOUR_STATES) {
      const fixture = TestBed.createComponent(StateMark);
      fixture.componentRef.setInput('state', state);
      await fixture.whenStable();
      const svg = (fixture.nativeElement as HTMLElement).querySelector('svg');
      expect(svg?.getAttribute('aria-label')).toBe(STATE_WORDS[state]);
      shapes.add(
        [...(svg?.querySelectorAll('circle, path') ?? [])]
          .map((e) => e.tagName + (e.getAttribute('d') ?? '') + (e.getAttribute('stroke-dasharray') ?? ''))
          .join(),
      );
    }
    expect(shapes.size).toBe(4);
  });
});

describe('the quantity field', () => {
  const type = async (text: string, attribute?: string) => {
    const fixture = TestBed.createComponent(QuantityField);
    fixture.componentRef.setInput('label', 'Measured');
    if (attribute) fixture.componentRef.setInput('attribute', attribute);
    let last: Quantity | undefined;
    fixture.componentInstance.quantity.subscribe((q) => (last = q));
    fixture.componentRef.setInput('text', text);
    await fixture.whenStable();
    return { words: (fixture.nativeElement as HTMLElement).textContent ?? '', quantity: last };
  };
  it('echoes what it understood in both systems, the entered one first', async () => {
    const { words, quantity } = await type('1-1/16');
    expect(words).toContain('1.0625 in · 26.988 mm');
    expect(quantity).toEqual({ value: 1.0625, unit: 'in' });
  });
  it('says why it understood nothing', async () => {
    const { words, quantity } = await type('soft');
    expect(words).toContain('is not a number with a unit');
    expect(quantity).toBeUndefined();
  });
  it('flags a value that would be sensible in the other unit', async () => {
    expect((await type('1.0625', 'bore')).words).toContain('1.0625 in would be sensible');
  });
});

const part = (id: string, kind: 'pedal' | 'brake-master', facts: { attribute: 'bore'; value: number }[]) => ({
  id,
  words: id,
  kind,
  depth: 0,
  change: 'stays' as const,
  facts,
  meets: [],
});

@Component({ imports: [ChainStrip], template: `<app-chain-strip [chain]="chain()" (opened)="opened = $event" />` })
class Host {
  readonly chain = signal({
    system: 'brake' as const,
    links: [
      { id: 'pedal', words: 'pedal', now: 'ratio 4.2' },
      { id: 'brake-master', words: 'master', slot: 'brake-master', now: 'old', next: 'P/0912/3' },
    ],
    parts: [
      part('pedal', 'pedal', []),
      part('master', 'brake-master', [{ attribute: 'bore' as const, value: 22.225 }]),
    ],
    joints: [{ from: 'pedal', to: 'brake-master', state: 'does-not-fit' as FourState, words: 'does not fit' }],
  });
  opened = '';
}

describe('the chain strip', () => {
  it('shows what is and what will be, and opens a joint', async () => {
    const fixture = TestBed.createComponent(Host);
    await fixture.whenStable();
    const host = fixture.nativeElement as HTMLElement;
    expect(host.querySelector('s')?.textContent).toBe('old');
    expect(host.textContent).toContain('P/0912/3');
    const joint = host.querySelector<HTMLButtonElement>('button.joint');
    expect(joint?.getAttribute('aria-label')).toBe('Joint pedal to brake-master: does not fit');
    joint?.click();
    expect(fixture.componentInstance.opened).toBe('brake-master');
  });
});
