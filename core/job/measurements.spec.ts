import { describe, expect, it } from 'vitest';
import { type JobExample, lookAt } from './jobs.testing.js';
import { measurementsFor } from './measurements.js';

const list = (example: JobExample) => measurementsFor(lookAt(example).joints);
const nothing: JobExample = { vehicle: [], unit: [] };

describe('measure before you order', () => {
  it('what needs nothing taken off comes first, then what does, then the new unit; quick ones before slow ones', () => {
    const groups = list({ vehicle: [['pilot', 42]], unit: [['stud-spacing', 80]] }).map((m) => m.group);
    const order = ['nothing-off', 'something-off', 'new-unit'];
    expect(groups).toEqual([...groups].sort((a, b) => order.indexOf(a) - order.indexOf(b)));
    expect(new Set(groups).size).toBe(3);
  });
  it('each side that lacks a value is asked, and says where to look and what it turns', () => {
    const studs = list(nothing).filter((m) => m.attribute === 'stud-spacing');
    expect(studs.map((m) => m.side)).toEqual(['vehicle', 'unit']);
    expect(studs[0]).toMatchObject({ line: 'studs ', tool: 'caliper', turns: ['unit to bulkhead'], onVehicle: true });
  });
  it('where the unit is lost anyhow nothing is measured', () => {
    expect(list({ vehicle: [['fluid', 'mineral']], unit: [['seals', 'EPDM']] })).toEqual([]);
    expect(list({ vehicle: [['fluid', 'DOT 4']], unit: [['seals', 'EPDM']] }).length).toBeGreaterThan(3);
  });
  it('the room in front is asked only when somebody has a say, or a conversion wants it', () => {
    const names = (example: JobExample) => list(example).map((m) => m.attribute);
    expect(names(nothing)).not.toContain('room-front');
    expect(names({ vehicle: [['room-front', 160]], unit: [] })).toContain('reach-front');
    expect(names({ ...nothing, asks: ['room-front'] })).toEqual(expect.arrayContaining(['room-front', 'reach-front']));
  });
  it('each missing value is asked once, however many checks lean on it', () => {
    const keys = list({ ...nothing, booster: true }).map((m) => m.key);
    expect(new Set(keys).size).toBe(keys.length);
  });
});
