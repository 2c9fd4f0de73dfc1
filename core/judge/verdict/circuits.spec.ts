import { runs } from '../../../tools/seeds.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type ChainAnswer, checkChain } from '../../job/index.js';
import { openedBy } from '../../list/need/index.js';
import { faceRef, type Edit, type Part, partRow, portsOf } from '../../vehicle/chain/index.js';
import { viewOf } from './index.js';
import type { ChainInput } from './types.js';
import { draws, inputWith, layouts, putAgain, vehicleOf } from './vehicles.testing.js';

const RUNS = 200;
function checked(input: ChainInput): ChainAnswer {
  const answer = checkChain(input);
  if ('faults' in answer) throw new Error(JSON.stringify(answer.faults));
  return answer;
}
const codesOf = (answer: ChainAnswer): string[] =>
  answer.joints.flatMap((joint) => joint.checks.filter((c) => c.state === 'does-not-fit').map((c) => c.code));
const masters = (parts: readonly Part[]): Part[] =>
  parts.filter((part) => part.kind === 'brake-master' || part.kind === 'clutch-master');

describe('law 8: circuits are whole', () => {
  it('a line that is taken away leaves its wheel unfed: never safe', () => {
    let unfed = 0;
    fc.assert(
      fc.property(layouts, draws, fc.nat(40), fc.nat(40), (layout, values, which, taken) => {
        const vehicle = vehicleOf(layout, values);
        const lines = vehicle.parts.filter((part) => part.kind === 'line');
        const line = lines[taken % lines.length];
        if (!line) return;
        const answer = checked(
          inputWith(vehicle, [putAgain(vehicle, which), { id: 'away', do: 'remove', at: line.id }]),
        );
        if (!codesOf(answer).includes('circuit.fed')) return;
        unfed++;
        expect(answer.verdict.grade).toBe('not-safe');
      }),
      { numRuns: runs(RUNS) },
    );
    expect(unfed).toBeGreaterThan(runs(RUNS) / 3);
  });
  it('a connector between two circuits of one master: never safe', () => {
    let crossed = 0;
    fc.assert(
      fc.property(layouts, draws, (layout, values) => {
        const vehicle = vehicleOf(layout, values);
        const [master] = masters(vehicle.parts).filter((part) => portsOf(part).length > 1);
        if (!master) return;
        const facts = [...master.facts];
        const [one, other] = portsOf(master);
        // Two openings more, one for each circuit, and a pipe between them.
        const circuitOf = (at: string | undefined) =>
          facts.find((f) => f.attribute === 'port-circuit' && f.position === at)?.value ??
          facts.find((f) => f.attribute === 'port-feeds' && f.position === at)?.value;
        const [a, b] = [circuitOf(one), circuitOf(other)];
        if (a === undefined || b === undefined || a === b) return;
        const opening = (at: string, circuit: typeof a) => [
          { attribute: 'port-thread' as const, position: at, value: 'M10x1.0' },
          { attribute: 'port-seat' as const, position: at, value: 'bubble-flare' },
          { attribute: 'port-feeds' as const, position: at, value: circuit },
          { attribute: 'port-circuit' as const, position: at, value: circuit },
        ];
        const end = (position: string) => opening(position, null).slice(0, 2);
        const edits: Edit[] = [
          {
            id: 'put',
            do: 'put',
            at: master.id,
            kind: master.kind,
            unit: 'with two more',
            facts: [...facts, ...opening('more-1', a), ...opening('more-2', b)],
            wanted: true,
          },
          { id: 'pipe', do: 'part', part: { id: 'pipe', kind: 'line', facts: [...end('from'), ...end('to')] } },
          {
            id: 'j1',
            do: 'join',
            joint: { id: 'pipe from', kind: 'port', between: [faceRef(master.id, 'more-1'), faceRef('pipe', 'from')] },
          },
          {
            id: 'j2',
            do: 'join',
            joint: { id: 'pipe to', kind: 'port', between: [faceRef(master.id, 'more-2'), faceRef('pipe', 'to')] },
          },
        ];
        const answer = checked(inputWith(vehicle, edits));
        crossed++;
        expect(codesOf(answer)).toContain('circuit.crossed');
        expect(answer.verdict.grade).toBe('not-safe');
      }),
      { numRuns: runs(RUNS) },
    );
    expect(crossed).toBeGreaterThan(runs(RUNS) / 10);
  });
  it('each opening more of a new master is one plug more, of its thread', () => {
    fc.assert(
      fc.property(layouts, draws, fc.nat(10), fc.integer({ min: 1, max: 3 }), (layout, values, which, more) => {
        const vehicle = vehicleOf(layout, values);
        const all = masters(vehicle.parts);
        const master = all[which % Math.max(1, all.length)];
        if (!master) return;
        const extra = Array.from({ length: more }, (_, i) => [
          { attribute: 'port-thread' as const, position: `more-${i}`, value: '7/16-24 UNS' },
          { attribute: 'port-seat' as const, position: `more-${i}`, value: 'inverted-flare' },
        ]).flat();
        const put: Edit = {
          id: 'put',
          do: 'put',
          at: master.id,
          kind: master.kind,
          unit: 'with more',
          facts: [...master.facts, ...extra],
          wanted: true,
        };
        const plugs = (facts: Edit): number =>
          checked(inputWith(vehicle, [facts]))
            .list.filter((l) => l.item === 'plug' && l.thread === '7/16-24 UNS')
            .reduce((sum, l) => sum + l.quantity, 0);
        const plain: Edit = { ...put, facts: master.facts } as Edit;
        expect(plugs(put)).toBe(plugs(plain) + more);
      }),
      { numRuns: runs(RUNS) },
    );
  });
});

describe('law 9: all of it counts', () => {
  it('one part anywhere in a system whose seals its fluid ruins: never safe, whichever unit goes in', () => {
    let ruined = 0;
    fc.assert(
      fc.property(layouts, draws, fc.nat(40), fc.nat(40), (layout, values, which, wrong) => {
        const vehicle = vehicleOf(layout, values);
        const wet = vehicle.parts.filter((part) => partRow(part.kind).fluid !== undefined && partRow(part.kind).unit);
        const bad = wet[wrong % wet.length];
        if (!bad) return;
        const parts = vehicle.parts.map((part) =>
          part.id === bad.id
            ? {
                ...part,
                facts: [
                  ...part.facts.filter((f) => f.attribute !== 'seals'),
                  { attribute: 'seals' as const, value: 'NBR' },
                ],
              }
            : part,
        );
        const input = inputWith({ ...vehicle, parts }, [putAgain(vehicle, which)]);
        const view = viewOf(input);
        if ('faults' in view) throw new Error('a chain with a fault');
        const reached = openedBy(view).some((opened) => opened.units.length > 0 && opened.parts.includes(bad.id));
        if (!reached) return;
        ruined++;
        expect(checked(input).verdict.grade, `${layout}: ${bad.id}`).toBe('not-safe');
      }),
      { numRuns: runs(RUNS) },
    );
    expect(ruined).toBeGreaterThan(runs(RUNS) / 10);
  });
});
