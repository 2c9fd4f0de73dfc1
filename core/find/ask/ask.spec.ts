import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { adjustmentOf, findingsOf } from './findings.js';
import { COMPLAINTS, LOOK_ALIKES, readComplaints } from './index.js';

describe('complaints', () => {
  it('a stain on the booster blames the master and asks for the booster', () => {
    expect(readComplaints(['stain-on-booster'], [])?.suspects).toEqual(['brake-master', 'booster']);
  });
  it('a slipping clutch has no hydraulic suspect', () =>
    expect(readComplaints(['clutch-slips'], [])?.suspects).toEqual([]));
  it('only units that the vehicle has are suspected', () => {
    expect(readComplaints(['hard-pedal'], ['brake-master'])?.suspects).toEqual(['brake-master']);
  });
  it('of several complaints the unit comes first that most of them point at, and every check is listed once', () => {
    // A hard pedal names the booster first; with fluid below the unit two of three point at the master.
    const reading = readComplaints(['hard-pedal', 'leak-at-unit', 'sinking-pedal'], []);
    expect(reading?.suspects.slice(0, 2)).toEqual(['brake-master', 'booster']);
    expect(reading?.sentences).toHaveLength(3);
    const ids = reading?.ruleOutFirst.map((look) => look.id) ?? [];
    expect(ids).toEqual([
      'booster-seal-ring',
      'reservoir-grommet',
      'engine-dirt',
      'overfilled',
      'air',
      'rod-adjustment',
    ]);
  });
  it('the same complaints in another order suspect the same units', () => {
    const ids = COMPLAINTS.map((c) => c.id);
    fc.assert(
      fc.property(fc.shuffledSubarray(ids, { minLength: 1 }), (some) => {
        const one = readComplaints(some, []);
        const other = readComplaints([...some].reverse(), []);
        expect(new Set(one?.suspects)).toEqual(new Set(other?.suspects));
        expect(new Set(one?.ruleOutFirst)).toEqual(new Set(other?.ruleOutFirst));
      }),
    );
  });
  it('every look-alike that the trade knows is ruled out somewhere, by a check', () => {
    const used = new Set(COMPLAINTS.flatMap((c) => c.lookAlikes));
    for (const l of LOOK_ALIKES) {
      expect(used, l.id).toContain(l.id);
      expect(l.check.length).toBeGreaterThan(20);
    }
    for (const c of COMPLAINTS) expect(readComplaints([c.id], [])?.ruleOutFirst).toHaveLength(c.lookAlikes.length);
  });
  it('an unknown complaint has no reading', () => expect(readComplaints(['hiccups'], [])).toBeUndefined());
});

describe('what was found instead', () => {
  it('a rod that was turned out four turns of M8x1.25 goes back 5 mm, and nothing is ordered', () => {
    expect(adjustmentOf('out 4 turns M8x1.25')).toEqual({ turns: 4, thread: 'M8x1.25', mm: 5 });
    const [finding] = findingsOf([{ cause: 'rod-adjustment', detail: '4 turns M8x1.25' }]);
    expect(finding?.orders).toEqual([]);
    expect(finding?.sentence).toContain('Turn the rod back 4 turns of M8x1.25, 5.00 mm');
  });
  it('a rod that stands too far in is let out, as is one that somebody says to let out', () => {
    const sentence = (detail: string) => findingsOf([{ cause: 'rod-adjustment', detail }])[0]?.sentence ?? '';
    expect(sentence('in 2 turns M8x1.25')).toContain('Let the rod out 2 turns of M8x1.25, 2.50 mm');
    expect(sentence('let out 4 turns M8x1.25')).toContain('Let the rod out 4 turns');
    expect(sentence('out 4 turns M8x1.25')).toContain('Turn the rod back 4 turns');
  });
  it.each([
    ['2,5 turns 5/16-24 UNF', 2.5 * (25.4 / 24)],
    ['1 turn M10x1.0', 1],
  ])('reads "%s"', (text, mm) => {
    const read = adjustmentOf(text);
    expect('mm' in read ? read.mm : read.problem).toBeCloseTo(mm, 9);
  });
  it.each([
    ['', 'how many turns'],
    ['four turns', 'how many turns'],
    ['4 turns', 'thread of the rod'],
    ['4 turns of something', 'thread of the rod'],
    ['400 turns M8x1.25', 'cannot be'],
    ['0 turns M8x1.25', 'cannot be'],
  ])('asks back at "%s"', (text, words) => {
    const read = adjustmentOf(text);
    expect('problem' in read ? read.problem : '').toContain(words);
  });
  it('grommets are ordered by their size, dirt orders nothing', () => {
    const orders = (cause: string) => findingsOf([{ cause }]).flatMap((f) => f.orders.map((o) => o.item));
    expect(orders('reservoir-grommet')).toEqual(['grommet', 'reservoir-pin']);
    expect([...orders('engine-dirt'), ...orders('overfilled'), ...orders('air')]).toEqual([]);
    expect(orders('nobody')).toEqual([]);
  });
});
