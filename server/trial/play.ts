import {
  chainWith,
  circuitFlaws,
  Draw,
  type Flaw,
  fluidFlaws,
  jointFlaws,
  listFlaws,
  personOf,
  said,
  thingsFor,
  type TrueUnit,
  type TrueVehicle,
} from '@kerabat/core/simulate';
import { byAdvice } from './advice.js';
import { REQUESTS } from './job.js';
import type { End, Outcome, Policy, Seat } from './types.js';
import type { Workshop } from './workshop.js';

/** One job from the call to the order by each policy, and what comes of it. */

/** What is wrong when a unit goes into the vehicle as it really is. */
export function consequence(vehicle: TrueVehicle, unit: TrueUnit): Flaw[] {
  const chain = chainWith(vehicle, unit);
  return [...jointFlaws(chain), ...circuitFlaws(chain), ...fluidFlaws(chain)];
}

/** What is missing on the bench or left over, where a list was made and it is called one that can be ordered. */
const onTheBench = ({ end, ordered }: End, vehicle: TrueVehicle, unit: TrueUnit): Flaw[] =>
  ordered === undefined || (end !== 'safe' && end !== 'on-listing') ? [] : listFlaws(thingsFor(vehicle, unit), ordered);

const NONE = { fixes: 0, acts: 0, asked: 0, twice: 0, unanswered: 0 };
const order = (unit: string | undefined, asked: number): End =>
  unit === undefined ? { end: 'nothing', ...NONE, asked } : { end: 'ordered', unit, ...NONE, asked };

/** The unit itself, or for a substitute what a list names for it first. */
const orItsSubstitute = ({ shop, request }: Seat, id: string | undefined): string | undefined =>
  request === 'substitute' ? shop.world.listed.find(({ from, kind }) => from === id && kind === 'drop-in')?.to : id;

/** Orders what the record names. */
const byListing = (seat: Seat): End => order(orItsSubstitute(seat, seat.vehicle.recorded), 0);

/** The unit that has the label that is read on the vehicle. */
function labelled({ shop, vehicle, person, draw }: Seat): TrueUnit | undefined {
  const { units } = shop.world;
  const label = said(units.get(vehicle.unit)?.facts ?? [], 'label-code', undefined, person, draw);
  if (label === undefined) return undefined;
  return [...units.values()].find(({ facts }) =>
    facts.some(({ attribute, value }) => attribute === 'label-code' && value === label),
  );
}

/** Orders the unit that is labelled, whatever else is so. */
function byLabel(seat: Seat): End {
  const unit = labelled(seat);
  return order(unit && orItsSubstitute(seat, unit.id), 1);
}

/** Whether two things that people said go together; what neither could say is no objection. */
function agree(here: string | undefined, there: string | undefined): boolean {
  if (here === undefined || there === undefined) return true;
  const [a, b] = [Number.parseFloat(here), Number.parseFloat(there)];
  return Number.isNaN(a) || Number.isNaN(b) ? here === there : Math.abs(a - b) < 1;
}

/** What is compared between vehicle and unit: on the unit, a pocket stands against a pin. */
const comparedOn = ({ vehicle }: Seat) =>
  vehicle.side
    .filter(({ attribute }) => attribute !== 'port-feeds' && attribute !== 'fluid')
    .map(({ attribute, position }) => ({
      here: attribute,
      there: attribute === 'booster-pin' ? ('recess-depth' as const) : attribute,
      position,
    }));

/** The first of some units that agrees with every place of the vehicle; what disagrees is read so many times. */
function firstThatAgrees(seat: Seat, offers: readonly string[], readings: number): End {
  const { shop, vehicle, person, draw } = seat;
  let asked = 0;
  for (const id of offers) {
    const facts = shop.world.units.get(id)?.facts ?? [];
    const agrees = comparedOn(seat).every(({ here, there, position }) =>
      Array.from({ length: readings }).some(() => {
        asked += 2;
        return agree(said(vehicle.side, here, position, person, draw), said(facts, there, position, person, draw));
      }),
    );
    if (agrees) return order(id, asked);
  }
  return order(undefined, asked);
}

const offersFor = ({ shop, request }: Seat, id: string): string[] => [
  ...(request === 'substitute' ? [] : [id]),
  ...shop.world.listed.filter(({ from, kind }) => from === id && kind === 'drop-in').map(({ to }) => to),
];

/** Measures every place of the vehicle and of each unit that is listed, once, and orders the first that agrees. */
const byMeasuring = (seat: Seat): End => firstThatAgrees(seat, offersFor(seat, seat.vehicle.recorded), 1);

/**
 * A careful person: believes the label before the record, measures everything against everything, and reads again what
 * does not agree before it counts.
 */
function byCare(seat: Seat): End {
  const end = firstThatAgrees(seat, offersFor(seat, labelled(seat)?.id ?? seat.vehicle.recorded), 2);
  return { ...end, asked: end.asked + 1 };
}

const BY: Readonly<Record<Policy, (seat: Seat) => End | Promise<End>>> = {
  advice: byAdvice,
  listing: byListing,
  label: byLabel,
  measures: byMeasuring,
  careful: byCare,
};

/** Plays the job of a number in a workshop by a policy. Number and world decide everything about it. */
export async function playJob(shop: Workshop, number: number, policy: Policy): Promise<Outcome> {
  const { world } = shop;
  const draw = new Draw(`${world.seed}/${world.arm}/job ${number}`);
  const vehicle = draw.one(world.vehicles);
  const request = draw.one(REQUESTS);
  const person = personOf(draw, world.arm);
  const story: string[] = [];
  const end = await BY[policy]({ shop, vehicle, request, person, draw: draw.apart('said'), story });
  const unit = world.units.get(end.unit ?? '');
  return {
    seed: `${world.seed}/${number}`,
    policy,
    request,
    layout: vehicle.layout,
    quality: world.quality.name,
    ...(vehicle.altered === undefined ? {} : { altered: vehicle.altered }),
    ...end,
    flaws: unit === undefined ? [] : [...consequence(vehicle, unit), ...onTheBench(end, vehicle, unit)],
    story,
  };
}
