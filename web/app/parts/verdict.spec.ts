import { provideRouter } from '@angular/router';
import { describe, expect, it } from 'vitest';
import type { FourState } from '@kerabat/core/base/state';
import { render, SAFE } from '../testing';
import { Verdict } from './verdict';

const shown = (over: Partial<typeof SAFE>) =>
  render(Verdict, { providers: [provideRouter([])], inputs: { safety: { ...SAFE, ...over }, job: 7 } });

describe('Verdict', () => {
  it('says what was judged, and how much of it is open', async () => {
    const joint = (of: string, state: FourState) => ({ what: 'joint' as const, of, state });
    const judged = [
      { what: 'request' as const, of: 'request', state: 'fits' as const },
      joint('rod', 'fits'),
      joint('mount', 'not-known'),
      joint('port', 'does-not-fit'),
      { what: 'feed' as const, of: 'front-left', state: 'fits' as const },
    ];
    const { text } = await shown({ judged });
    expect(text()).toContain('Judged: 3 joints (1 not right, 1 open), 1 feed of a wheel or fork.');
    expect((await shown({ judged: [] })).text()).not.toContain('Judged');
  });
  it('says each reason, and leads to the joint that it stands at', async () => {
    const blockers = [
      { key: 'a', words: 'stud spacing is not known', sentence: 'Measure it.', joint: 'booster/master-mount' },
      { key: 'b', words: 'no slave is chosen' },
    ];
    const { host, text } = await shown({ grade: 'not-safe', sentence: 'Not OK to order: two things.', blockers });
    expect(host.querySelector('.sentence')?.className).toContain('not-safe');
    expect(text()).toContain('2 reasons');
    expect(host.querySelector('a')?.getAttribute('href')).toBe('/jobs/7/fit/joints?joint=booster%2Fmaster-mount');
    expect(text()).toContain('no slave is chosen');
  });
  it('names who lists what is not measured, and what waits until the part is there', async () => {
    const line = { key: 'a', words: 'spigot diameter', sentence: 'Not known.', joint: 'booster/master-mount' };
    const { text } = await shown({ grade: 'on-listing', onListing: [{ ...line, by: 'unit-maker' }], receive: [line] });
    expect(text()).toContain('1 on a listing, not measured');
    expect(text()).toContain('Listed by the unit’s maker.');
    expect(text()).toContain('1 to look at when the part is there');
  });
  it('names who overrode a joint beside the grade', async () => {
    const { text } = await shown({ overridden: [{ joint: 'x', person: 'Odo', reason: 'held against it' }] });
    expect(text()).toContain('Overridden by Odo: held against it');
  });
});
