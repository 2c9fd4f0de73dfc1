import { Router } from '@angular/router';
import { TestBed } from '@angular/core/testing';
import { delay, of } from 'rxjs';
import { describe, expect, it, vi } from 'vitest';
import type { Found } from '@kerabat/contract';
import { pastedNumbers } from '../parts/pasted';
import { render } from '../testing';
import { QuickBox } from './quick-box';

/** What the server answers, by the words; each answer takes a while. */
const answers = (query: string): Found => ({
  query,
  takenFor: 'a call',
  hits: query.includes('sinks')
    ? [{ kind: 'call', id: 'vehicle=v12&slot=brake-master', words: 'New job', detail: '' }]
    : [{ kind: 'vehicle', id: 'v12', words: 'Varnhusk V12', detail: '' }],
});

async function typed(text: string, pause: number, lag: number) {
  const box = await render(QuickBox, {
    api: { find: ({ query }: { query: { q: string } }) => of(answers(query.q)).pipe(delay(lag)) },
  });
  const navigate = vi.spyOn(TestBed.inject(Router), 'navigate').mockResolvedValue(true);
  const field = box.host.querySelector('input');
  if (!field) throw new Error('The quick box has no field');
  field.focus();
  for (let n = 1; n <= text.length; n++) {
    field.value = text.slice(0, n);
    field.dispatchEvent(new Event('input'));
    if (pause > 0) await new Promise((done) => setTimeout(done, pause));
  }
  field.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true, cancelable: true }));
  const early = navigate.mock.calls.length;
  await vi.waitFor(() => expect(navigate).toHaveBeenCalled(), { timeout: 3000 });
  return { early, calls: navigate.mock.calls };
}

describe('the quick box', () => {
  it.each([
    [0, 5],
    [0, 120],
    [15, 60],
    [60, 200],
  ])('with %i ms a letter and an answer after %i ms, Enter goes by all that was typed', async (pause, lag) => {
    const { calls } = await typed('V12 master sinks', pause, lag);
    expect(calls).toEqual([[['/jobs', 'new'], { queryParams: { vehicle: 'v12', slot: 'brake-master' } }]]);
  });
});

describe('a list that is pasted from a spreadsheet', () => {
  it.each([
    [
      'A 23-816\t2\nWX1900\t10',
      [
        { number: 'A 23-816', quantity: 2 },
        { number: 'WX1900', quantity: 10 },
      ],
    ],
    ['3\tA 23-816', [{ number: 'A 23-816', quantity: 3 }]],
    ['A 23-816, 30718', [{ number: 'A 23-816' }, { number: '30718' }]],
    ['30718\n44719', [{ number: '30718' }, { number: '44719' }]],
    ['12\n13', [{ number: '12' }, { number: '13' }]],
    ['', []],
  ])('%j', (text, list) => expect(pastedNumbers(text)).toEqual(list));
});
