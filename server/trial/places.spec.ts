import { afterAll, describe, expect, it } from 'vitest';
import type { Workspace } from '@kerabat/contract';
import { findSlot, PLACE_STATE_ROWS, type PlaceStateRow } from '@kerabat/core/vehicle/place';
import { type Begun, jobsBegun } from '../testing/begun.js';
import { toldOf } from './play.js';
import { placeAt, vehicleOf } from './spec.js';

/**
 * The state of a place changes what belongs to that state and nothing else: what is ordered, what stays, what the chain
 * has there; and taken back it was never said.
 */

const { jobs, close } = jobsBegun('places', 8);
afterAll(close);

const workOut = (begun: Begun, ...states: readonly (readonly [slot: string, state: string])[]): Promise<Workspace> => {
  const job = begun.start();
  for (const [slot, state] of states) job.decide(`place:${slot}`, state);
  return begun.shop.workOut(job.base());
};
/** Places of the vehicle that a job does not touch. */
const others = (begun: Begun, { work }: Workspace): string[] => {
  const decided = begun.start().base().decisions;
  return vehicleOf(begun.shop.world, begun.spec)
    .places.map(({ slot }) => slot)
    .filter((slot) => !work.some((one) => one.slot === slot) && !decided.some((one) => one.subject === `unit:${slot}`));
};
const lines = ({ partsList }: Workspace, ...sections: readonly string[]): string[] =>
  partsList
    .filter(({ section }) => sections.length === 0 || sections.includes(section))
    .map(({ section, key, quantity, number }) => `${section} ${key} ${quantity} ${number ?? ''}`)
    .sort();
const named = ({ spec }: Begun, slot: string, { state }: PlaceStateRow): string =>
  `${spec.seed} ${spec.request} ${spec.slot}: ${slot} ${state}`;

describe('the state of a place', () => {
  it('orders a unit only where one is changed, and changes nothing that does not belong to it', async () => {
    const tried = new Map<string, number>();
    for (const begun of jobs) {
      const before = await workOut(begun);
      for (const slot of others(begun, before))
        for (const row of PLACE_STATE_ROWS) {
          const w = await workOut(begun, [slot, row.state]);
          const what = named(begun, slot, row);
          const unit = w.partsList.filter(({ key }) => key === `${slot}/unit`);
          expect(
            unit.filter(({ section }) => section === 'order'),
            what,
          ).toEqual([]);
          expect(
            w.work.map((one) => one.slot),
            what,
          ).toContain(slot);
          // Of a unit nothing is ordered, and the places that were worked on before keep theirs.
          expect(
            lines(w, 'order').filter((line) => line.includes('/unit ')),
            what,
          ).toEqual(lines(before, 'order').filter((line) => line.includes('/unit ')));
          if (row.edits === 'nothing') {
            // How much fluid what nobody knows holds is more than what the record says.
            const ordered = (one: Workspace): string[] =>
              lines(one, 'order', 'make', 'move', 'box').filter(
                (line) => row.record === 'counts' || !line.includes(' fluid-'),
              );
            expect(ordered(w), what).toEqual(ordered(before));
            const words = w.next?.words;
            expect(words, what).toBeDefined();
            expect(words, what).not.toBe(`Choose a ${findSlot(slot)?.words ?? slot}`);
          }
          if (row.orders) expect(w.safety.grade, what).toBe('not-safe');
          if (row.edits === 'taken-away') {
            expect(unit, what).toEqual([]);
            const gone = w.chain.parts.filter(({ change }) => change === 'goes').length;
            expect(gone, what).toBeGreaterThan(0);
          }
          tried.set(row.state, (tried.get(row.state) ?? 0) + 1);
        }
    }
    for (const { state } of PLACE_STATE_ROWS) expect(tried.get(state), state).toBeGreaterThan(20);
  });

  it('what comes off and goes back is not ordered, and what its joints consume is', async () => {
    let opened = 0;
    for (const begun of jobs) {
      const before = await workOut(begun);
      for (const slot of others(begun, before)) {
        const w = await workOut(begun, [slot, 'off-and-back']);
        const [old] = w.work.filter((one) => one.slot === slot).flatMap((one) => one.old ?? []);
        if (!old) continue;
        const ofUnit = w.partsList.filter(({ key }) => key === `${slot}/unit`).map(({ section }) => section);
        expect(ofUnit, `${begun.spec.seed} ${slot}`).toEqual(['stays']);
        // Like for like is quiet; only which fluid goes into what is opened has to be known.
        const said = before.safety.blockers.map(({ sentence }) => sentence);
        const own = w.safety.blockers.filter(
          ({ joint = '', sentence }) =>
            joint.startsWith(`${slot}/`) && !joint.startsWith(`${slot}/fluid`) && !said.includes(sentence),
        );
        expect(
          own.map(({ sentence }) => sentence),
          `${begun.spec.seed} ${slot}`,
        ).toEqual([]);
        if (lines(w, 'order').length > lines(before, 'order').length) opened += 1;
      }
    }
    expect(opened).toBeGreaterThan(10);
  });

  it('a wheel that is left out is never OK to order', async () => {
    let wheels = 0;
    for (const begun of jobs) {
      const before = await workOut(begun);
      for (const slot of others(begun, before).filter((one) => one.endsWith('brake'))) {
        const w = await workOut(begun, [slot, 'goes']);
        expect(w.safety.grade, `${begun.spec.seed} ${slot}`).toBe('not-safe');
        wheels += 1;
      }
    }
    expect(wheels).toBeGreaterThan(10);
  });

  it('taken back it was never said, and the order in which places are told does not matter', async () => {
    let told = 0;
    for (const begun of jobs) {
      const before = await workOut(begun);
      const slots = others(begun, before).slice(0, 2);
      const [one, two] = slots.map((slot) => [slot, 'stays'] as const);
      if (!one || !two) continue;
      const undone = begun.start();
      for (const [slot, state] of [one, two]) undone.decide(`place:${slot}`, state);
      for (const [slot] of [one, two]) undone.takeBack(`place:${slot}`);
      expect(toldOf(await begun.shop.workOut(undone.base())), begun.spec.seed).toBe(toldOf(before));
      expect(toldOf(await workOut(begun, one, two)), begun.spec.seed).toBe(toldOf(await workOut(begun, two, one)));
      expect(placeAt(vehicleOf(begun.shop.world, begun.spec), begun.spec, one[0])).toBeDefined();
      told += 1;
    }
    expect(told).toBeGreaterThan(10);
  });
});
