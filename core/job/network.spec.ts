import { describe, expect, it } from 'vitest';
import { faceRef, partRow } from '../vehicle/chain/index.js';
import { LAYOUT_NAMES, type LayoutName } from '../vehicle/layout/index.js';
import type { Slot } from '../vehicle/place/index.js';
import { checkChain } from './check-chain.js';
import { composeJob } from './compose.js';
import { judgeAccepted } from './fixes.js';
import { factsFrom, type Line, recordedFrom, rowsFor } from './jobs.testing.js';
import { slotOf } from './names.js';
import { shownJoints } from './shown.js';
import type { JobPlace, JobRows } from './types.js';
import { wholeChain } from './whole.js';

const line = (position: string, feeds: string, thread = 'M10x1.0'): Line[] => [
  ['port-thread', thread, position],
  ['port-seat', 'bubble-flare', position],
  ['port-feeds', feeds, position],
];
const standing = (slot: Slot, kind: JobPlace['kind'], id: string, lines: readonly Line[] = []): JobPlace => ({
  slot,
  kind,
  old: { id, kind, name: id, maker: 'Ardfrith', facts: factsFrom(lines) },
  recorded: [],
  read: [],
  wanted: false,
  beside: [],
  changes: [],
  asks: [],
});

/** A vehicle of one layout with its master worked on: the same unit again. */
function vehicle(brake: LayoutName, lines: readonly Line[], network: JobRows['network'] = []): JobRows {
  const rows = rowsFor({ kind: 'brake-master', booster: true, vehicle: [['fluid', 'DOT 4']], old: lines, unit: lines });
  const [master, ...rest] = rows.places;
  const same = master?.old ? { ...master, chosen: master.old } : master;
  const wheels = [standing('front-brake', 'caliper', 'k'), standing('rear-brake', 'wheel-cylinder', 'w')];
  return { ...rows, places: [...(same ? [same] : []), ...rest, ...wheels], layouts: { brake }, network };
}
const TWO = [...line('front-left', 'front'), ...line('rear-left', 'rear', 'M12x1.0')];
const checked = (rows: JobRows) => {
  const answer = checkChain(composeJob(rows));
  if ('faults' in answer) throw new Error(answer.faults.map((f) => f.sentence).join(' '));
  return answer;
};

describe('a vehicle with a layout', () => {
  it('has its lines with both ends, its block and a unit at every wheel, whatever its ports are called', () => {
    const { parts, joints, whole } = composeJob(vehicle('front-rear-block', TWO));
    expect(whole).toBe(true);
    expect(parts.map((p) => p.id)).toEqual(
      expect.arrayContaining(['block', 'front-left', 'front-right', 'rear-left', 'rear-right', 'rear-tee']),
    );
    // The line that sits in the master's front port is the one that ends in the block.
    expect(joints.find((j) => j.id === 'front-line-to')?.between).toEqual([
      faceRef('block', 'in'),
      faceRef('master line front-left', 'to'),
    ]);
    expect(checked(vehicle('front-rear-block', TWO)).joints.filter((j) => j.id === 'circuits')).toEqual([]);
  });
  it('is fed through, or it is said which wheel nothing reaches', () => {
    const rows = vehicle('front-rear-block', TWO);
    const input = composeJob(rows);
    const cut = checkChain({
      ...input,
      joints: input.joints.filter((j) => j.id !== 'front-line-to'),
      edits: input.edits,
    });
    if ('faults' in cut) throw new Error('faults');
    const circuits = cut.joints.find((j) => j.id === 'circuits');
    expect(circuits?.checks.filter((c) => c.code === 'circuit.fed').map((c) => c.values['part'])).toEqual([
      'front-left',
      'front-right',
    ]);
  });
  it('whose lines cannot be told apart is not judged as a whole, and nothing is guessed', () => {
    const silent: Line[] = [
      ['port-thread', 'M10x1.0', 'top'],
      ['port-thread', 'M10x1.0', 'bottom'],
    ];
    expect(composeJob(vehicle('front-rear-block', silent)).whole).toBe(false);
  });
  it('the side of a change that is recorded for a line is the line’s own, with its far end', () => {
    const side = (set: string, thread: string) => ({ set, facts: recordedFrom([['port-thread', thread, 'to']]) });
    const sides = [side('A', 'M10x1.0'), side('B', 'M12x1.0')];
    const rows = vehicle('front-rear-block', TWO, [
      { part: 'front-line', set: 'A', facts: sides[0]?.facts ?? [], sides },
    ]);
    const { parts, variants } = composeJob(rows);
    const part = parts.find((p) => p.id === 'master line front-left');
    expect(part).toMatchObject({ set: 'A' });
    expect(part?.facts.find((f) => f.position === 'to')?.value).toBe('M10x1.0');
    expect(variants?.find((v) => v.set === 'B')).toMatchObject({ part: 'master line front-left' });
  });
  it.each(LAYOUT_NAMES.filter((name) => !name.startsWith('clutch')))(
    '%s: a vehicle of it is composed without a fault',
    (name) => {
      expect(() => checked(vehicle(name, TWO))).not.toThrow();
    },
  );
});

describe('the whole chain in words', () => {
  it('runs from the pedal to the wheels, each part once, and says what changes and what it meets', () => {
    const rows = vehicle('front-rear-block', TWO);
    const worked = ['brake-master'];
    const judged = judgeAccepted(composeJob(rows), new Set(), (joint) => slotOf(joint, worked));
    const parts = wholeChain(rows, judged, shownJoints(judged, worked), worked);
    expect(new Set(parts.map((p) => p.id)).size).toBe(parts.length);
    expect(parts.filter((p) => p.change === 'new').map((p) => p.id)).toEqual(['master']);
    const at = (id: string) => parts.findIndex((p) => p.id === id);
    expect(at('master')).toBeLessThan(at('block'));
    expect(at('block')).toBeLessThan(at('front-left'));
    expect(parts.every((p) => partRow(p.kind).words !== '')).toBe(true);
    // A joint that is told leads to where it is told.
    const told = parts.flatMap((p) => p.meets).filter((m) => m.state !== undefined);
    expect(told.length).toBeGreaterThan(0);
    expect(told.every((m) => m.joint?.startsWith('brake-master/'))).toBe(true);
  });
});
