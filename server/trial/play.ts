import { Draw, type Flaw, type Person, personOf, type TrueVehicle, type World } from '@kerabat/core/simulate';
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

/** Every joint that is wrong is among those that are looked at; what is missing or left over is no joint. */
function isSeen(flaws: readonly Flaw[], receive: readonly string[]): boolean {
  const wrong = flaws.filter(({ what }) => what !== 'too-few' && what !== 'too-many');
  const names = wrong.map(({ at }) => `/${at.replace(/^(front|rear)-(left|right)/, '$1').replace(/ /g, '-')}`);
  return wrong.length > 0 && names.every((name) => receive.some((joint) => joint.endsWith(name)));
}

/** What was not true of what decided: of the units that were there and that were ordered, and what people misread. */
function liesIn(
  { lies }: World,
  { places }: TrueVehicle,
  spec: JobSpec,
  { units, kit }: End,
  { slips }: Person,
): readonly string[] {
  const there = places.filter(({ slot }) => slot === spec.slot || slot in units);
  const ids = [
    ...Object.values(units),
    ...(kit === undefined ? [] : [kit]),
    ...there.flatMap((p) => [p.unit, p.recorded]),
  ];
  return [...new Set(ids.flatMap((id) => lies.get(id) ?? [])), ...slips.map((name) => `misread: ${name}`)];
}

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
    seenOnReceipt: isSeen(flaws, receive),
    lies: liesIn(world, vehicle, spec, end, person),
    ...(overHttp === undefined ? {} : { overHttp }),
    story,
  };
}
