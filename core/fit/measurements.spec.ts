import { describe, expect, it } from 'vitest';
import { STANDARD_PRACTICE } from '../practice/index.js';
import type { Fact } from '../unit/index.js';
import { checkChain, measurementsFor, sideOf, type FitChain, type FitLink } from './index.js';

const facts = (...lines: (readonly [Fact['attribute'], Fact['value'], string?])[]): Fact[] =>
  lines.map(([attribute, value, position]) => ({ attribute, value, source: '', ...(position ? { position } : {}) }));
const master = (unit: Fact[], vehicle: Fact[], asks: FitLink['asks'] = []): FitLink => ({
  slot: 'brake-master', kind: 'brake-master', unit, vehicle: sideOf(vehicle, 'vehicle-record'), worked: true, sameAsOld: false, asks,
}); // prettier-ignore
const list = (...links: FitLink[]) => {
  const chain: FitChain = { system: 'brake', links };
  return measurementsFor(checkChain(chain, [], STANDARD_PRACTICE).joints);
};

describe('measure before you order', () => {
  it('what needs nothing taken off comes first, then what does, then the new unit; quick ones before slow ones', () => {
    const groups = list(master(facts(['stud-spacing', 80]), facts(['pilot', 42]))).map((m) => m.group);
    const order = ['nothing-off', 'something-off', 'new-unit'];
    expect(groups).toEqual([...groups].sort((a, b) => order.indexOf(a) - order.indexOf(b)));
    expect(new Set(groups).size).toBe(3);
  });
  it('each side that lacks a value is asked, and says where to look and what it turns', () => {
    const studs = list(master([], [])).filter((m) => m.attribute === 'stud-spacing');
    expect(studs.map((m) => m.side)).toEqual(['vehicle', 'unit']);
    expect(studs[0]).toMatchObject({ line: 'studs ', tool: 'caliper', turns: ['unit to bulkhead'], onVehicle: true });
  });
  it('where the unit is lost anyhow nothing is measured', () => {
    const spoilt = master(facts(['seals', 'EPDM']), facts(['fluid', 'mineral']));
    expect(list(spoilt)).toEqual([]);
    expect(list(master(facts(['seals', 'EPDM']), facts(['fluid', 'DOT 4']))).length).toBeGreaterThan(3);
  });
  it('the worn-out question of room is asked only when somebody has a say, or a conversion wants it', () => {
    const names = (link: FitLink) => list(link).map((m) => m.attribute);
    expect(names(master([], []))).not.toContain('room-front');
    expect(names(master(facts(['reach-front', 160]), []))).toContain('room-front');
    expect(names(master([], [], ['room-front']))).toEqual(expect.arrayContaining(['room-front', 'reach-front']));
  });
  it('a reading that is too coarse is taken again on its own side', () => {
    const vehicle = sideOf(facts(['stud-spacing', 80]), 'measured');
    const coarse = new Map([...vehicle].map(([key, known]) => [key, { ...known, tolerance: 1 }] as const));
    const found = list({ ...master(facts(['stud-spacing', 80]), []), vehicle: coarse }).filter(
      (m) => m.attribute === 'stud-spacing',
    );
    expect(found.map((m) => m.side)).toEqual(['vehicle']);
  });
});
