import { runs } from '../../../tools/seeds.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { checkChain } from '../../job/index.js';
import type { Edit } from '../../vehicle/chain/index.js';
import type { ChainInput } from './types.js';
import { draws, inputWith, layouts, putAnother, vehicleOf } from './vehicles.testing.js';

/** A grade says what was judged: nothing asked for, something taken away, closed or changed is no quiet order. */

const graded = (input: ChainInput) => {
  const answer = checkChain(input);
  if ('faults' in answer) throw new Error(JSON.stringify(answer.faults));
  const { verdict } = answer;
  return { grade: verdict.grade, reasons: verdict.reasons.map(({ code }) => code) };
};
/** A vehicle, and what its edits are made of. */
const vehicles = fc.tuple(layouts, draws, fc.nat(40)).map(([layout, values, which]) => {
  const vehicle = vehicleOf(layout, values);
  const pick = <T>(list: readonly T[]): T | undefined => list[which % Math.max(1, list.length)];
  return { layout, vehicle, pick };
});
const isMaster = ({ kind }: { readonly kind: string }): boolean => kind === 'brake-master' || kind === 'clutch-master';

describe('what had to be judged was', () => {
  it('a request that changes nothing is not safe', () => {
    fc.assert(
      fc.property(vehicles, ({ vehicle }) => {
        expect(graded(inputWith(vehicle, []))).toEqual({ grade: 'not-safe', reasons: ['request.nothing'] });
      }),
      { numRuns: runs(30) },
    );
  });
  it('a master that is taken away leaves what it fed without a feed', () => {
    fc.assert(
      fc.property(vehicles, ({ layout, vehicle, pick }) => {
        const master = pick(vehicle.parts.filter(isMaster));
        if (!master) return;
        const { grade, reasons } = graded(inputWith(vehicle, [{ id: 'gone', do: 'remove', at: master.id }]));
        expect([layout, grade], reasons.join()).toEqual([layout, 'not-safe']);
      }),
      { numRuns: runs(200) },
    );
  });
  it('so does a wheel unit or a slave, and every port that is closed by a plug', () => {
    fc.assert(
      fc.property(vehicles, ({ layout, vehicle, pick }) => {
        const fed = pick(vehicle.parts.filter(({ kind }) => ['caliper', 'wheel-cylinder', 'slave'].includes(kind)));
        const gone = fed && graded(inputWith(vehicle, [{ id: 'gone', do: 'remove', at: fed.id }]));
        expect([layout, gone?.grade ?? 'not-safe']).toEqual([layout, 'not-safe']);
        const master = pick(vehicle.parts.filter(isMaster));
        const plugs = vehicle.joints
          .filter(({ kind }) => kind === 'port')
          .flatMap(({ between }) => between.filter((ref) => ref.part === master?.id))
          .map((face, i): Edit => ({ id: `plug ${i}`, do: 'plug', face }));
        if (plugs.length === 0) return;
        expect([layout, graded(inputWith(vehicle, plugs)).grade]).toEqual([layout, 'not-safe']);
      }),
      { numRuns: runs(200) },
    );
  });
  it('another thread on a part that stays does not go in where it did', () => {
    fc.assert(
      fc.property(vehicles, ({ layout, vehicle, pick }) => {
        const line = pick(vehicle.parts.filter(({ kind }) => kind === 'line'));
        const thread = line?.facts.find((fact) => fact.attribute === 'port-thread' && typeof fact.value === 'string');
        if (!line || !thread) return;
        const facts = [
          { ...thread, value: thread.value === 'M14x1.5' ? 'M10x1.0' : 'M14x1.5', instead: true as const },
        ];
        const { grade, reasons } = graded(inputWith(vehicle, [{ id: 'set', do: 'set', at: line.id, facts }]));
        expect([layout, grade]).toEqual([layout, 'not-safe']);
        expect(reasons).toContain('port.thread');
      }),
      { numRuns: runs(200) },
    );
  });
  it('a bracket that was there already is drilled to what was there, not to what comes', () => {
    let refused = 0;
    fc.assert(
      fc.property(vehicles, draws, ({ vehicle }, others) => {
        const joints = vehicle.joints.map((joint) =>
          joint.kind === 'mount' ? { ...joint, stack: [{ item: 'bracket' as const, sizeMm: 6 }] } : joint,
        );
        const put = putAnother(vehicle, 0, others, 2, true);
        const [bare, held] = [graded(inputWith(vehicle, [put])), graded(inputWith({ ...vehicle, joints }, [put]))];
        const pattern = (codes: readonly string[]) => codes.filter((code) => /^mount\.(spacing|pilot)$/.test(code));
        expect(pattern(held.reasons)).toEqual(pattern(bare.reasons));
        refused += pattern(held.reasons).length;
      }),
      { numRuns: runs(150) },
    );
    expect(refused).toBeGreaterThan(0);
  });
});
