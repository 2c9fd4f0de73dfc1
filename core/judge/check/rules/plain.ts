import { findSeat } from '../../../named/seat/index.js';
import { findThread, mate } from '../../../named/thread/index.js';
import { interchangeableTubes } from '../../../named/tube/index.js';
import { genderOf, type Known } from '../../../vehicle/chain/index.js';
import type { Case, Finding } from '../types.js';
import {
  alike,
  decided,
  doubtOf,
  EPS,
  finding,
  leavesOpen,
  missing,
  notKnown,
  pair,
  restsOf,
  tidy,
  within,
} from './finding.js';
import { standsFurther } from './rod.js';

/** The limit of a check: its setting. */
const limitOf = ({ row, view }: Case): number => (row.within === undefined ? 0 : (view.settings[row.within] ?? 0));

/** A face that is known by its mate: a unit of the mate's size goes on, one that is further away perhaps not. */
const SAME_AS_MATE_MM = 0.1;

const isByMate = ({ va, vb }: Case): boolean => va?.rests === 'by-its-mate' || vb?.rests === 'by-its-mate';

/** The same figure on both faces, within a limit that is a setting. */
export function near(c: Case): Finding {
  const wants = missing(c);
  if (wants.length > 0) return notKnown(pair(c), ...wants);
  const [a, b] = [c.va?.value, c.vb?.value];
  const rests = restsOf(c.va, c.vb);
  if (typeof a !== 'number' || typeof b !== 'number') return finding(a === b ? 'fits' : 'does-not-fit', pair(c), rests);
  const [apart, doubt, limit] = [Math.abs(a - b), doubtOf(c.va, c.vb), limitOf(c)];
  const leaves = leavesOpen(c.row.a, c.view.settings);
  const verdict = isByMate(c)
    ? asItsMate(apart, 2 * limit, doubt, Math.min(SAME_AS_MATE_MM, limit), leaves)
    : alike(apart, limit, doubt, leaves);
  return decided(c, verdict, pair(c), { rests, misfits: apart > limit + EPS && !isByMate(c) });
}

/** The very size of its mate goes on; what is further off than both could be does not; the rest is measured. */
function asItsMate(apart: number, most: number, doubt: number, same: number, leaves: number): 'yes' | 'no' | 'open' {
  if (alike(apart, same, doubt, leaves) === 'yes') return 'yes';
  return apart - doubt > most + EPS ? 'no' : 'open';
}

/**
 * A spigot goes into its hole and is centred by it: a little over it does not go in, well under it hangs off centre.
 */
export function spigot(c: Case): Finding {
  const wants = missing(c);
  if (wants.length > 0) return notKnown(pair(c), ...wants);
  const [hole, own] = [c.va?.value, c.vb?.value];
  const rests = restsOf(c.va, c.vb);
  if (typeof hole !== 'number' || typeof own !== 'number')
    return finding(hole === own ? 'fits' : 'does-not-fit', pair(c), rests);
  const { spigotOver, spigotUnder } = c.view.settings;
  const [over, doubt, leaves] = [own - hole, doubtOf(c.va, c.vb), leavesOpen('pilot', c.view.settings)];
  if (isByMate(c)) {
    const verdict = asItsMate(Math.abs(over), spigotOver + spigotUnder, doubt, SAME_AS_MATE_MM, leaves);
    return decided(c, verdict, pair(c), { rests, misfits: false });
  }
  const verdicts = [alike(over, spigotOver, doubt, leaves), alike(-over, spigotUnder, doubt, leaves)];
  const verdict = verdicts.includes('no') ? 'no' : verdicts.includes('open') ? 'open' : 'yes';
  return decided(c, verdict, pair(c), { rests, misfits: over > spigotOver + EPS || -over > spigotUnder + EPS });
}

/** The same word, count or mark on both faces. */
export function same(c: Case): Finding {
  const wants = missing(c);
  if (wants.length > 0) return notKnown(pair(c), ...wants);
  return finding(c.va?.value === c.vb?.value ? 'fits' : 'does-not-fit', pair(c), restsOf(c.va, c.vb));
}

/** Male thread in female: only threads that mate do. `null` on both: held another way. */
export function thread(c: Case): Finding {
  const wants = missing(c);
  if (wants.length > 0) return notKnown(pair(c), ...wants);
  const [female, male] = [c.va?.value ?? null, c.vb?.value ?? null];
  const rests = restsOf(c.va, c.vb);
  if (female === null || male === null) return finding(female === male ? 'fits' : 'does-not-fit', pair(c), rests);
  const [f, m] = [findThread(String(female)), findThread(String(male))];
  if (!f || !m) {
    const unread = f ? { face: c.b, attribute: c.row.b ?? c.row.a } : { face: c.a, attribute: c.row.a };
    return notKnown(pair(c), unread);
  }
  const mating = mate(m, f, c.view.settings);
  const values = { ...pair(c), mating: mating.verdict };
  return finding(mating.verdict === 'mates' ? 'fits' : 'does-not-fit', values, rests);
}

/** A flare seals on its own form only. */
export function seat(c: Case): Finding {
  const wants = missing(c);
  if (wants.length > 0) return notKnown(pair(c), ...wants);
  // Where one has none there is no port, or no end.
  if (c.va?.value === null || c.vb?.value === null)
    return finding(c.va?.value === c.vb?.value ? 'fits' : 'does-not-fit', pair(c), restsOf(c.va, c.vb));
  const [a, b] = [findSeat(String(c.va?.value)), findSeat(String(c.vb?.value))];
  if (!a || !b) return notKnown(pair(c), { face: a ? c.b : c.a, attribute: 'port-seat' });
  return finding(a.form === b.form ? 'fits' : 'does-not-fit', pair(c), restsOf(c.va, c.vb));
}

/** A male end goes into a female one. */
export function gender(c: Case): Finding {
  const [a, b] = [genderOf(c.a), genderOf(c.b)];
  const values = { [c.a.label]: a ?? null, [c.b.label]: b ?? null };
  if (a === undefined || b === undefined)
    return notKnown(values, { face: a === undefined ? c.a : c.b, attribute: 'port-gender' });
  return finding(a === b ? 'does-not-fit' : 'fits', values, 'recorded');
}

/** Tubes that take the same nut and flare: 3/16 in and 4.75 mm do, 1/4 in and 6 mm do not. */
export function tube(c: Case): Finding {
  const [a, b] = [c.va?.value, c.vb?.value];
  if (typeof a !== 'string' || typeof b !== 'string') return notKnown(pair(c), ...missing(c));
  return finding(interchangeableTubes(a).includes(b) ? 'fits' : 'does-not-fit', pair(c), restsOf(c.va, c.vb));
}

/**
 * A plug of the harness and the connector of the unit: the same. A plug that finds nothing is a warning that never
 * comes.
 */
export function plug(c: Case): Finding {
  const wants = missing(c);
  if (wants.length > 0) return notKnown(pair(c), ...wants);
  return finding(c.va?.value === c.vb?.value ? 'fits' : 'does-not-fit', pair(c), restsOf(c.va, c.vb));
}

/** What the second face wants is at most what the first gives, or bears. */
export function atMostB(c: Case): Finding {
  const wants = missing(c);
  if (wants.length > 0) return notKnown(pair(c), ...wants);
  return compare(c, Number(c.va?.value ?? 0), c.vb?.value === null ? Infinity : Number(c.vb?.value), 0);
}

/** The first face gives at least what the second one wants. A second face that wants nothing is content. */
export function atLeastB(c: Case): Finding {
  if (c.vb?.value === null) return finding('fits', pair(c), restsOf(c.vb));
  const wants = missing(c);
  if (wants.length > 0) return notKnown(pair(c), ...wants);
  return compare(c, Number(c.vb?.value), Number(c.va?.value ?? 0), 0);
}

/** Wheels are named by half inches of their diameter, whatever is written: 406 mm and 16 in are one name. */
const HALF_INCH = 12.7;

/**
 * The first face is at least what the second one wants, by the names of their sizes and not by their millimetres. A
 * reading that could be either of two names decides only where both would.
 */
export function atLeastNamed(c: Case): Finding {
  if (c.vb?.value === null) return finding('fits', pair(c), restsOf(c.vb));
  const wants = missing(c);
  if (wants.length > 0) return notKnown(pair(c), ...wants);
  const names = (known: Known | undefined): readonly [number, number] => {
    const [value, open] = [Number(known?.value ?? 0), known?.tolerance ?? 0];
    return [Math.round((value - open) / HALF_INCH), Math.round((value + open) / HALF_INCH)];
  };
  const [[least, most], [wantsLeast, wantsMost]] = [names(c.va), names(c.vb)];
  const verdict = least >= wantsMost ? 'yes' : most < wantsLeast ? 'no' : 'open';
  return decided(c, verdict, pair(c), { rests: restsOf(c.va, c.vb), misfits: most < wantsMost });
}

/** What a unit takes up, with the clearance that is to stay (a setting), is at most the room there is. */
export function room(c: Case): Finding {
  if (c.vb?.value === null) return finding('fits', pair(c), restsOf(c.vb));
  const wants = missing(c);
  if (wants.length > 0) return notKnown(pair(c), ...wants);
  const own = Number(c.vb?.value) + (c.row.code === 'room.front' ? standsFurther(c) : 0) + adapters(c);
  return compare(c, own, Number(c.va?.value ?? 0), c.view.settings.clearance);
}

/** How far adapters at the ports of a side stand out of it: a setting for each. */
function adapters({ row, b, view }: Case): number {
  const side = row.code === 'room.left' ? 'left' : row.code === 'room.right' ? 'right' : undefined;
  if (side === undefined) return 0;
  const there = (view.jointsOf.get(b.part.id) ?? []).some((joint) => {
    const [one, other] = joint.between;
    const [port, end] = one?.part === b.part.id ? [one, other] : [other, one];
    return port?.face?.endsWith(side) === true && view.parts.get(end?.part ?? '')?.kind === 'adapter';
  });
  return there ? view.settings.adapterReach : 0;
}

function compare(c: Case, need: number, have: number, spare: number): Finding {
  const values = { ...pair(c), over: tidy(need + spare - have) };
  const verdict = within(need + spare, have, doubtOf(c.va, c.vb));
  return decided(c, verdict, values, { rests: restsOf(c.va, c.vb), misfits: need + spare > have + EPS });
}

/** What the old one had, the new one has too. */
export function hasToo(c: Case): Finding {
  if (c.va?.value === null) return finding('fits', pair(c), restsOf(c.va));
  const wants = missing(c);
  if (wants.length > 0) return notKnown(pair(c), ...wants);
  return finding(c.vb?.value === null ? 'does-not-fit' : 'fits', pair(c), restsOf(c.va, c.vb));
}

/** Slave travel against what the fork wants: what is missing by more than the setting does not release. */
export function travel(c: Case): Finding {
  const wants = missing(c);
  if (wants.length > 0) return notKnown(pair(c), ...wants);
  const short = Number(c.va?.value ?? 0) - Number(c.vb?.value ?? 0);
  const { travelWithin } = c.view.settings;
  const verdict = within(short, travelWithin, doubtOf(c.va, c.vb));
  const values = { ...pair(c), short: tidy(short) };
  return decided(c, verdict, values, { rests: restsOf(c.va, c.vb), misfits: short > travelWithin + EPS });
}
