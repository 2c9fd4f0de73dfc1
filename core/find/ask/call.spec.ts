import { describe, expect, it } from 'vitest';
import { readCall } from './call.js';
import { COMPLAINTS } from './index.js';

describe('a whole call', () => {
  it.each([
    ['Q4 tug clutch slave leaking', { slot: 'slave', complaint: 'leak-at-unit', rest: 'q4 tug' }],
    ['the brake master of the V12 sinks', { slot: 'brake-master', complaint: 'sinking-pedal', rest: 'v12' }],
    [
      'T30 glasshouse, clutch master weeping',
      { slot: 'clutch-master', complaint: 'leak-at-unit', rest: 't30 glasshouse' },
    ],
    ['E3 booster noisy', { slot: 'booster', complaint: 'noise', rest: 'e3' }],
    ['front calipers dragging', { slot: 'front-brake', complaint: 'dragging', rest: '' }],
    ['bigger master for the V10', { slot: 'brake-master', request: 'upgrade', rest: 'v10' }],
    ['convert B7 to hydraulic', { request: 'convert', conversion: 'vacuum-to-hydraulic', rest: 'b7' }],
    ['Q2 single to dual', { request: 'convert', conversion: 'single-to-dual', rest: 'q2' }],
    ['which fluid for the Q4', { question: 'fluid', rest: 'q4' }],
    ['seal kit Q3 master', { slot: 'brake-master', request: 'kit', question: 'kit', rest: 'q3' }],
    ['crunching gears', { complaint: 'gears-crunch', rest: '' }],
    ['Q4 slave damp, perhaps it leaks', { slot: 'slave', complaint: 'damp', rest: 'q4 perhaps it leaks' }],
    ['bleed screw frozen on the V12', { complaint: 'damaged', rest: 'bleed screw v12' }],
    ['a piece fell out of the Q3 master', { slot: 'brake-master', complaint: 'piece-fell-out', rest: 'q3' }],
    ['Q3 master just in case', { slot: 'brake-master', complaint: 'age-unknown', rest: 'q3' }],
  ])('%s', (text, call) => expect(readCall(text)).toEqual(call));
  it.each(['A 23-814', 'Q4 tug', '3/8-24 UNF', ''])('"%s" is none', (text) => expect(readCall(text)).toBeUndefined());
  it('names complaints that the table has', () => {
    for (const text of [
      'stain',
      'sinks',
      'spongy',
      'hard pedal',
      'drags',
      'crunch',
      'slips',
      'noise',
      'behind the boot',
      'leak',
    ])
      expect(COMPLAINTS.map(({ id }) => id)).toContain(readCall(text)?.complaint);
  });
});
