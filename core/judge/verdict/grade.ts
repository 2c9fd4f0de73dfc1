import { type Edit } from '../../vehicle/chain/index.js';
import type { Check, CheckCode, JudgedJoint, View } from '../check/index.js';
import type { Listing, Override, Reason, Verdict } from './types.js';

/** What a list that copies others, or names no source, never settles: it is where they are wrong. */
const GUARDED: ReadonlySet<CheckCode> = new Set([
  'place.bore',
  'place.record',
  'port.thread',
  'port.seat',
  'mount.spacing',
  'mount.pilot',
  'mount.angle',
  'carrier.spacing',
  'carrier.hand',
  'fluid.seals',
  'fluid.cap',
]);
/**
 * What no list settles: which side of a change is fitted is seen on the vehicle, and a refusal is on record against the
 * list.
 */
const NEVER: ReadonlySet<CheckCode> = new Set([
  'place.mated',
  'place.wanted',
  'place.record',
  'record.refused',
  'joint.gone',
]);
const WEAK: readonly Listing['by'][] = ['aftermarket-list', 'unsourced'];

/** The listing that answers for what is not known of a joint's new units; undefined when none may. */
function listingFor(joint: JudgedJoint, check: Check, view: View, listed: readonly Listing[]): Listing | undefined {
  if (NEVER.has(check.code)) return undefined;
  const places = [...new Set(joint.between.map((ref) => ref.part))];
  const puts = places.flatMap((place) => view.then.putBy.get(place) ?? []);
  if (puts.some((put) => put.conversion !== undefined)) return undefined;
  const speaking = listed.filter((listing) =>
    puts.some((put) => put.unit === listing.unit && speaksOf(listing, put, view)),
  );
  // One that did not go in counts against the unit, whoever else lists it.
  if (speaking.some((listing) => (listing.misfits ?? 0) > 0)) return undefined;
  return speaking.find((listing) => !(WEAK.includes(listing.by) && GUARDED.has(check.code)));
}

const speaksOf = (listing: Listing, put: Extract<Edit, { do: 'put' }>, view: View): boolean =>
  listing.vehicle === true || (listing.instead !== undefined && view.now.get(put.at)?.unit === listing.instead);

/**
 * The verdict on an order. A known misfit makes it unsafe, whatever its rank; a must that is not known does too, unless
 * a listing for this vehicle, or instead of the very unit that was identified, answers for it. So does what had to be
 * judged and was not. Overrides stand beside it.
 */
export function gradeOf(
  joints: readonly JudgedJoint[],
  view: View,
  listed: readonly Listing[],
  overrides: readonly Override[],
  unjudged: readonly Reason[],
): Verdict {
  const reasons: Reason[] = [...unjudged];
  const onListing: (Reason & { by: Listing['by'] })[] = [];
  const receive: Reason[] = [];
  const tells: Reason[] = [];
  for (const joint of joints) {
    for (const check of joint.checks) {
      const reason: Reason = { joint: joint.id, code: check.code, state: check.state };
      const must = check.rank === 'must' || check.unanswered === true;
      const listing =
        check.state === 'not-known' && must && !check.coarse && !check.beyond
          ? listingFor(joint, check, view, listed)
          : undefined;
      if (check.rank === 'tells') tells.push(reason);
      else if (check.state === 'does-not-fit') reasons.push(reason);
      else if (check.state === 'not-known' && must && listing) onListing.push({ ...reason, by: listing.by });
      else if (check.state === 'not-known' && must) reasons.push(reason);
      // The rod was set to the old master: its clearance is always measured when the new unit is there.
      else if (check.state === 'not-known' || check.code === 'push.gap') receive.push(reason);
      // What its source did not say is looked at when the part is there, and stays open until then.
      if (check.unanswered) receive.push(reason);
    }
  }
  const overridden = overrides.filter((o) =>
    reasons.some((r) => r.joint === o.joint && (o.code === undefined || o.code === r.code)),
  );
  return {
    grade: reasons.length > 0 ? 'not-safe' : onListing.length > 0 ? 'on-listing' : 'safe',
    reasons,
    onListing,
    receive,
    tells,
    overridden,
  };
}
