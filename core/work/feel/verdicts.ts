import { rearFirstFrom } from './balance.js';
import { boosterIn, boosterOut, G, ratioOf } from './brakes.js';
import { effortFor } from './effort.js';
import type { FeelLimits } from './limits.js';
import type { Case, Point, SetUp, Vehicle } from './types.js';
import { fittingValves } from './valves.js';

/**
 * What is wrong with a set-up in a case, as a code with its values; words/feel makes the sentences. A limit is a
 * setting with its source. Nothing here is an approval: that is an inspector's.
 */

export type FeelCode =
  | 'stroke-out'
  | 'rear-first'
  | 'effort-high'
  | 'effort-low'
  | 'effort-none'
  | 'knee-early'
  | 'step-small'
  | 'over-limit'
  | 'service-rule'
  | 'secondary-rule'
  | 'tips'
  | 'vehicle-not-known'
  | 'drum-follows'
  | 'fade-not-known'
  | 'residual-at-disc'
  | 'residual-doubled'
  | 'residual-missing'
  | 'valve-wanted'
  | 'no-gap'
  | 'travel-not-known'
  | 'no-cut-off';

export interface FeelVerdict {
  readonly code: FeelCode;
  /** A warning in red, something to know, or what cannot be said. */
  readonly weight: 'stop' | 'warning' | 'note' | 'not-known';
  readonly values: Readonly<Record<string, number>>;
}

export interface Judged {
  readonly vehicle: Vehicle;
  readonly setUp: SetUp;
  readonly how: Case;
  readonly points: readonly Point[];
  readonly knee?: { readonly pedalForce: number; readonly deceleration?: number };
}

/** Nothing lost, faded or thin: what rules for service braking and a booster’s knee are about. */
const isPlain = ({ lost, grip, friction, assistance, altitude }: Partial<Record<keyof Case, unknown>>): boolean =>
  [lost, grip, friction, assistance, altitude].every((one) => one === undefined);

type Rule = (judged: Judged, limits: FeelLimits) => FeelVerdict | undefined;

/** What a vehicle lacks for its deceleration, and for which axle locks first. */
const LACKS = ['mass', 'tyreRadius', 'frontShare', 'height', 'wheelbase'] as const;
const decides = (vehicle: Vehicle): boolean => vehicle.mass !== undefined && vehicle.tyreRadius !== undefined;

/** How its load moves is known. */
const stands = ({ frontShare, height, wheelbase }: Vehicle): boolean =>
  [frontShare, height, wheelbase].every((one) => one !== undefined);

const lacking: Rule = ({ vehicle, how }) => {
  const whole = { ...vehicle, ...how.load };
  const lacks = LACKS.filter((key) => whole[key] === undefined);
  return lacks.length === 0
    ? undefined
    : { code: 'vehicle-not-known', weight: 'not-known', values: Object.fromEntries(lacks.map((key) => [key, 1])) };
};

const tips: Rule = ({ points, vehicle, how }) =>
  how.grip !== undefined &&
  vehicle.mass !== undefined &&
  points.some((p) => p.firstToLock && p.deceleration === undefined)
    ? { code: 'tips', weight: 'not-known', values: {} }
    : undefined;

const stroke: Rule = ({ points, setUp: { master, front, rear } }) => {
  const used = points.at(-1)?.stroke;
  if (used === undefined)
    return front.lift === undefined || rear.lift === undefined
      ? { code: 'travel-not-known', weight: 'not-known', values: {} }
      : undefined;
  return master.stroke !== undefined && used > master.stroke
    ? { code: 'stroke-out', weight: 'stop', values: { used, available: master.stroke } }
    : undefined;
};

/** A travel that is said without the clearance of the rod says so: what is missing is not 0. */
const gap: Rule = ({ setUp, points }) =>
  setUp.gap === undefined && points.at(-1)?.stroke !== undefined
    ? { code: 'no-gap', weight: 'note', values: {} }
    : undefined;

const cutOff: Rule = ({ setUp, points }) =>
  setUp.cutOff === undefined && points.at(-1)?.stroke !== undefined
    ? { code: 'no-cut-off', weight: 'note', values: {} }
    : undefined;

/** A residual valve keeps the cups of a drum’s cylinders spread; a disc it holds on, and two in a row hold twice. */
const residuals: readonly Rule[] = (['front', 'rear'] as const).map((end): Rule => ({ setUp }) => {
  const count = setUp.residual?.[end];
  if (count === undefined) return undefined;
  const values = { [end]: 1, count };
  if (setUp[end].kind === 'disc') return count > 0 ? { code: 'residual-at-disc', weight: 'stop', values } : undefined;
  if (count > 1) return { code: 'residual-doubled', weight: 'stop', values };
  return count === 0 ? { code: 'residual-missing', weight: 'note', values } : undefined;
});

/** Where the rear comes first and nothing holds it back, which valve would: once, in the plain case. */
const valveWanted: Rule = ({ vehicle, setUp, how }, limits) => {
  if (!isPlain(how) || how.load !== undefined || setUp.valve) return undefined;
  const [first] = fittingValves(vehicle, setUp, limits);
  return (
    first && {
      code: 'valve-wanted',
      weight: 'note',
      values: { slope: first.slope, knee: first.knee, below: limits.rearFirstBelow },
    }
  );
};

/** By the push at which it happens first, between the points too, and only where the grip of the case lets it. */
const rearFirst: Rule = ({ vehicle, setUp, how, points }, limits) => {
  const first = rearFirstFrom(vehicle, setUp, how, limits);
  if (!first || first.pedalForce > (points.at(-1)?.pedalForce ?? 0)) return undefined;
  const { deceleration, pedalForce } = first;
  return {
    code: 'rear-first',
    weight: 'stop',
    values: { deceleration, pedalForce, below: limits.rearFirstBelow },
  };
};

const effort: Rule = ({ vehicle, setUp, how }, limits) => {
  if (how.lost !== undefined || !decides(vehicle)) return undefined;
  const at = effortFor(limits.everyday, vehicle, setUp, how, limits);
  const values = { deceleration: limits.everyday, least: limits.effortLeast, most: limits.effortMost };
  if (at === undefined) return { code: 'effort-none', weight: 'stop', values };
  if (at > limits.effortMost) return { code: 'effort-high', weight: 'warning', values: { ...values, pedalForce: at } };
  return at < limits.effortLeast
    ? { code: 'effort-low', weight: 'warning', values: { ...values, pedalForce: at } }
    : undefined;
};

const kneeEarly: Rule = ({ knee, how }, { kneeFrom }) =>
  isPlain(how) &&
  knee?.deceleration !== undefined &&
  how.lost === undefined &&
  how.grip === undefined &&
  knee.deceleration < kneeFrom
    ? {
        code: 'knee-early',
        weight: 'warning',
        values: { pedalForce: knee.pedalForce, deceleration: knee.deceleration, from: kneeFrom },
      }
    : undefined;

/** How much effort lies between an everyday stop and wheels that lock on a good road. */
const step: Rule = ({ vehicle, setUp, how }, limits) => {
  if (how.lost !== undefined || how.grip !== undefined || !decides(vehicle)) return undefined;
  const dry = { ...how, grip: limits.dryGrip };
  const [from, to] = [limits.everyday, limits.dryGrip - 1e-6].map((z) => effortFor(z, vehicle, setUp, dry, limits));
  return from !== undefined && to !== undefined && to - from < limits.stepLeast
    ? { code: 'step-small', weight: 'warning', values: { from, to, least: limits.stepLeast } }
    : undefined;
};

const overLimit: Rule = ({ vehicle, setUp, how, points }) => {
  const { limit } = setUp.master;
  const hardest = points.at(-1)?.pedalForce;
  if (limit === undefined || hardest === undefined || !setUp.booster) return undefined;
  const lever = ratioOf(vehicle, setUp) * (vehicle.pedalEfficiency ?? 1);
  const output = boosterOut(hardest * lever, setUp, how);
  if (output <= limit) return undefined;
  // The push at which it happens, and what the hardest one would do.
  return {
    code: 'over-limit',
    weight: 'stop',
    values: { output, limit, hardest, pedalForce: boosterIn(limit, setUp, how) / lever },
  };
};

/** What public rules ask of service braking, and of what is left when a circuit or the assistance is lost. */
const rule: Rule = ({ vehicle, setUp, how }, limits) => {
  // What is left when something is lost is asked for on a dry road, with nothing else wrong.
  if (!isPlain({ ...how, lost: undefined }) || !decides(vehicle)) return undefined;
  const [code, asked] =
    how.lost === undefined
      ? (['service-rule', limits.serviceRule] as const)
      : (['secondary-rule', limits.secondaryRule] as const);
  const dry = how.lost === undefined || !stands(vehicle) ? how : { ...how, grip: limits.dryGrip };
  const at = effortFor(asked / G, vehicle, setUp, dry, limits);
  return at === undefined || at > limits.ruleEffort
    ? {
        code,
        weight: 'warning',
        values: { asked, effort: limits.ruleEffort, ...(at === undefined ? {} : { pedalForce: at }) },
      }
    : undefined;
};

/** What fading linings do to a drum is not in its one factor. */
const drums: Rule = ({ setUp: { front, rear }, how }) => {
  const drum = [front, rear].filter((axle) => axle.kind === 'drum').length;
  if (how.friction === undefined || drum === 0) return undefined;
  return drum === 2
    ? { code: 'fade-not-known', weight: 'not-known', values: {} }
    : { code: 'drum-follows', weight: 'note', values: {} };
};

const RULES: readonly Rule[] = [
  lacking,
  stroke,
  rearFirst,
  valveWanted,
  ...residuals,
  overLimit,
  effort,
  kneeEarly,
  step,
  rule,
  gap,
  cutOff,
  drums,
];

/** Everything that is to be said of a set-up in a case, what stops it first. */
export function judge(judged: Judged, limits: FeelLimits): FeelVerdict[] {
  const unclear = tips(judged, limits);
  if (unclear) return [unclear];
  const found = RULES.flatMap((one) => one(judged, limits) ?? []);
  const order: readonly FeelVerdict['weight'][] = ['stop', 'warning', 'not-known', 'note'];
  return found.sort((a, b) => order.indexOf(a.weight) - order.indexOf(b.weight));
}
