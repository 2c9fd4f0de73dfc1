import { Draw, personOf } from '@kerabat/core/simulate';
import { Follower } from './advice.js';
import { consequenceOf } from './consequence.js';
import { byCare, byLabel, byListing, byMeasuring } from './policies.js';
import { isThere } from './right.js';
import { type JobSpec, placeAt, specOf, type TrialRequest, vehicleOf } from './spec.js';
import type { End, Outcome, Policy, Seat } from './types.js';
import type { Workshop } from './workshop.js';

/** One job from the call to the order by each policy, and what comes of it. */

/** One job in so many of the advice is done over HTTP too. */
const OVER_HTTP = 20;

async function byAdvice(seat: Seat): Promise<Played> {
  const follower = new Follower(seat);
  const end = await follower.follow();
  if (seat.spec.number % OVER_HTTP !== 0) return { end };
  const { asked, acts } = follower.job;
  const [here, there] = [await seat.shop.workOut(follower.job.base()), await seat.shop.overHttp(asked, acts)];
  return { end, overHttp: toldOf(here) === toldOf(there) ? 'agrees' : 'differs' };
}
/** What a job says in the end, to be compared. */
export const toldOf = ({ safety, partsList, next }: Awaited<ReturnType<Workshop['workOut']>>): string =>
  JSON.stringify([
    safety.grade,
    safety.blockers,
    safety.receive,
    next,
    partsList.map(({ key, quantity, number }) => [key, quantity, number]),
  ]);

interface Played {
  readonly end: End;
  readonly overHttp?: Outcome['overHttp'];
}
const alone =
  (by: (seat: Seat) => End) =>
  (seat: Seat): Played => ({ end: by(seat) });
const BY: Readonly<Record<Policy, (seat: Seat) => Played | Promise<Played>>> = {
  advice: byAdvice,
  listing: alone(byListing),
  label: alone(byLabel),
  measures: alone(byMeasuring),
  careful: alone(byCare),
};

/** Plays the job of a number in a workshop by a policy. Number and world decide everything about it. */
export const playJob = (shop: Workshop, number: number, policy: Policy, only?: TrialRequest): Promise<Outcome> =>
  playSpec(shop, specOf(shop.world, number, only), policy);

/** Plays a job that is given. Throws where its vehicle or its place is not in the world: a programming error. */
export async function playSpec(shop: Workshop, spec: JobSpec, policy: Policy): Promise<Outcome> {
  const { world } = shop;
  const vehicle = vehicleOf(world, spec);
  const place = placeAt(vehicle, spec, spec.slot);
  if (!place) throw new Error(`no place "${spec.slot}"`);
  const draw = new Draw(spec.seed);
  const person = personOf(draw, world.arm);
  const story: string[] = [];
  const { end, overHttp } = await BY[policy]({ shop, spec, vehicle, place, person, draw: draw.apart('said'), story });
  const { flaws, unplayed } = consequenceOf(world, spec, end);
  const { fixes, ordered: _ordered, askedFor: _asked, receive, ...counts } = end;
  return {
    ...counts,
    seed: `${world.seed}/${spec.number}`,
    policy,
    request: spec.request,
    ...(spec.conversion === undefined ? {} : { conversion: spec.conversion }),
    slot: spec.slot,
    layout: vehicle.layout.name,
    quality: world.quality.name,
    ...(place.altered === undefined ? {} : { altered: place.altered }),
    needless: spec.cause !== 'unit',
    there: isThere(world, spec) || (end.end === 'safe' && flaws.length === 0),
    fixes: fixes.length,
    unplayed,
    flaws,
    seenOnReceipt: flaws.length > 0 && flaws.every(({ at }) => receive.some((joint) => joint.endsWith(`/${at}`))),
    ...(overHttp === undefined ? {} : { overHttp }),
    story,
  };
}
