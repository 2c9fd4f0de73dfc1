import { describe, expect, it } from 'vitest';
import { COMPLAINTS, LOOK_ALIKES, readComplaint } from './index.js';

describe('complaints', () => {
  it('a stain on the booster blames the master and asks for the booster', () => {
    expect(readComplaint('stain-on-booster', [])?.suspects).toEqual(['brake-master', 'booster']);
  });
  it('a slipping clutch has no hydraulic suspect', () =>
    expect(readComplaint('clutch-slips', [])?.suspects).toEqual([]));
  it('only units that the vehicle has are suspected', () => {
    expect(readComplaint('hard-pedal', ['brake-master'])?.suspects).toEqual(['brake-master']);
  });
  it('every look-alike that the trade knows is ruled out somewhere, by a check', () => {
    const used = new Set(COMPLAINTS.flatMap((c) => c.lookAlikes));
    for (const l of LOOK_ALIKES) {
      expect(used, l.id).toContain(l.id);
      expect(l.check.length).toBeGreaterThan(20);
    }
    for (const c of COMPLAINTS) expect(readComplaint(c.id, [])?.ruleOutFirst).toHaveLength(c.lookAlikes.length);
  });
  it('an unknown complaint has no reading', () => expect(readComplaint('hiccups', [])).toBeUndefined());
});
