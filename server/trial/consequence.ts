import {
  builtWith,
  chainWith,
  circuitFlaws,
  clutchFlaws,
  type Done,
  type Flaw,
  fluidFlaws,
  jointFlaws,
  listFlaws,
  thingsFor,
  thingsToSeal,
  type World,
} from '@kerabat/core/simulate';
import { applyEdits, type Chain, type Edit, faceName } from '@kerabat/core/vehicle/chain';
import type { Slot } from '@kerabat/core/vehicle/place';
import { type JobSpec, vehicleOf } from './spec.js';
import type { End, FixDone } from './types.js';

/** What comes of an order when it is carried out on the vehicle as it really is. */

/** Fixes that carry something over from what comes off: it is as it really is, whatever was thought of it. */
const MOVED = ['old-rod'];

export interface Consequence {
  readonly flaws: readonly Flaw[];
  /** A fix is about something that is not part of the simulated vehicle. */
  readonly unplayed: boolean;
}

/** What is wrong when these units go into the vehicle, with the fixes that were taken. */
export function consequenceOf(
  world: World,
  spec: JobSpec,
  end: Pick<End, 'units' | 'fixes' | 'kit' | 'ordered' | 'askedFor' | 'end'>,
): Consequence {
  const vehicle = vehicleOf(world, spec);
  if (end.kit !== undefined) return { flaws: sealed(world, spec, end), unplayed: false };
  const units = new Map(Object.entries(end.units) as [Slot, string][]);
  if (units.size === 0) return { flaws: [], unplayed: false };
  const done: Done = { units, ...(spec.conversion === undefined ? {} : { conversion: spec.conversion }) };
  const before = chainWith(world, vehicle, done);
  const carried = carryOut(before, end.fixes);
  if (carried === undefined) return { flaws: [], unplayed: true };
  const { chain, closed } = carried;
  const made = [...jointFlaws(chain), ...circuitFlaws(chain, closed), ...clutchFlaws(chain), ...fluidFlaws(chain)];
  const counted =
    end.ordered !== undefined && isOrdered(end)
      ? listFlaws(
          thingsFor(vehicle, builtWith(world, vehicle, done), {
            ...(spec.conversion === undefined ? {} : { conversion: spec.conversion }),
            fixes: end.fixes,
          }),
          end.ordered,
          end.askedFor,
        )
      : [];
  return { flaws: [...made, ...counted], unplayed: false };
}
const isOrdered = ({ end }: Pick<End, 'end'>): boolean => end === 'safe' || end === 'on-listing';

/** A kit that is put into the unit that is really there. */
function sealed(
  world: World,
  spec: JobSpec,
  { kit, ordered, askedFor }: Pick<End, 'kit' | 'ordered' | 'askedFor'>,
): Flaw[] {
  const place = vehicleOf(world, spec).places.find(({ slot }) => slot === spec.slot);
  const found = world.kits.find(({ id }) => id === kit);
  const bore = world.units.get(place?.unit ?? '')?.facts.find(({ attribute }) => attribute === 'bore')?.value;
  if (!found) return [];
  const fits = typeof bore === 'number' && Math.abs(bore - found.boreMm) < 0.1;
  return [
    ...(fits
      ? []
      : [{ what: 'wrong-thing' as const, at: 'kit', sentence: `a kit of ${found.boreMm} in a bore of ${bore}` }]),
    ...(ordered === undefined
      ? []
      : listFlaws(
          thingsToSeal(found, spec.slot, builtWith(world, vehicleOf(world, spec), { units: new Map() })),
          ordered,
          askedFor,
        )),
  ];
}

/**
 * The vehicle once its fixes are made: pieces are as they were ordered, work is done to the figures that were known,
 * and what is carried over is as it really is. Undefined where a fix is about something that is not simulated.
 */
export function carryOut(
  chain: Chain,
  fixes: readonly FixDone[],
): { readonly chain: Chain; readonly closed: ReadonlySet<string> } | undefined {
  const edits = fixes.flatMap(({ fix, edits: own }) =>
    MOVED.includes(fix) ? own.flatMap((edit) => asItIs(edit, chain)) : own,
  );
  if (edits.length === 0) return { chain, closed: new Set() };
  const then = applyEdits(chain, edits.map(firm));
  if ('faults' in then) return undefined;
  const known = new Set(then.parts.map(({ id }) => id));
  const strange = edits.some((edit) => edit.do === 'join' && edit.joint.between.some(({ part }) => !known.has(part)));
  if (strange) return undefined;
  const closed = new Set(edits.flatMap((edit) => (edit.do === 'plug' ? [faceName(edit.face)] : [])));
  return { chain: then, closed };
}

/** What is made is what it is from then on. */
const firm = (edit: Edit): Edit =>
  edit.do === 'set' ? { ...edit, facts: edit.facts.map((one) => ({ ...one, instead: true })) } : edit;

/** A rod that stays is the one that its pedal really had. */
function asItIs(edit: Edit, { parts }: Chain): Edit[] {
  if (edit.do !== 'set') return [edit];
  const pedal = parts.find(({ id }) => id === (edit.at.startsWith('clutch') ? 'clutch-pedal' : 'pedal'));
  const facts = edit.facts.map((one) => ({
    ...one,
    value: pedal?.facts.find(({ attribute }) => attribute === one.attribute)?.value ?? one.value,
  }));
  return [{ ...edit, facts }];
}
