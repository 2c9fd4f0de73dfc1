import { Type as T, type Static } from '@sinclair/typebox';
import { FEEL_RESTS, type FeelSheet as CoreSheet } from '@kerabat/core/job';
import { FEEL_KEYS, LOSSES } from '@kerabat/core/work/feel';
import { oneOf, Quantity, strict, type Same } from './shapes.js';

/**
 * What is felt at the pedal, compared. Lengths, forces and pressures are quantities; masses in kg, shares and
 * decelerations (of g) are numbers.
 */

const ratio = (most: number) => T.Number({ exclusiveMinimum: 0, maximum: most });
const shareOf = T.Number({ exclusiveMinimum: 0, exclusiveMaximum: 1 });
const mass = T.Number({ exclusiveMinimum: 0, maximum: 200_000 });

/** What is not known of the vehicle is left out: pressures, travel and ratios are answered all the same. */
export const FeelVehicle = strict({
  mass: T.Optional(mass),
  frontShare: T.Optional(shareOf),
  height: T.Optional(Quantity),
  wheelbase: T.Optional(Quantity),
  tyreRadius: T.Optional(Quantity),
  pedalRatio: ratio(20),
  pedalEfficiency: T.Optional(T.Number({ exclusiveMinimum: 0, maximum: 1 })),
});

const brake = { radius: Quantity, pushOut: T.Optional(Quantity), lift: T.Optional(Quantity) };
export const FeelAxle = T.Union([
  strict({
    kind: T.Literal('disc'),
    pistons: T.Array(Quantity, { minItems: 1, maxItems: 8 }),
    form: T.Optional(oneOf(['floating', 'fixed'] as const)),
    friction: ratio(1.5),
    ...brake,
  }),
  strict({ kind: T.Literal('drum'), cylinder: Quantity, factor: ratio(20), ...brake }),
]);

export const FeelSetUp = strict({
  name: T.Optional(T.String({ minLength: 1, maxLength: 80 })),
  master: strict({
    bore: Quantity,
    largeBore: T.Optional(Quantity),
    efficiency: T.Optional(T.Number({ exclusiveMinimum: 0, maximum: 1 })),
    stroke: T.Optional(Quantity),
    limit: T.Optional(Quantity),
  }),
  /** `crack`: input before its valve opens; `jumpIn`: what comes out at once then. */
  booster: T.Optional(
    strict({
      ratio: T.Number({ minimum: 1, maximum: 30 }),
      assist: Quantity,
      crack: T.Optional(Quantity),
      jumpIn: T.Optional(Quantity),
    }),
  ),
  valve: T.Optional(
    strict({ knee: Quantity, slope: T.Number({ minimum: 0, maximum: 1 }), ladenKnee: T.Optional(Quantity) }),
  ),
  /** A metering valve holds the front off up to this pressure. */
  metering: T.Optional(Quantity),
  /** How many residual valves lie on the way to an axle. */
  residual: T.Optional(
    strict({
      front: T.Optional(T.Integer({ minimum: 0, maximum: 4 })),
      rear: T.Optional(T.Integer({ minimum: 0, maximum: 4 })),
    }),
  ),
  front: FeelAxle,
  rear: FeelAxle,
  /** Its own pedal ratio, where it is not the vehicle’s. */
  pedalRatio: T.Optional(ratio(20)),
  gap: T.Optional(Quantity),
  cutOff: T.Optional(Quantity),
  valveTravel: T.Optional(Quantity),
  /** mm³ for each MPa that hoses and calipers give. */
  give: T.Optional(T.Number({ minimum: 0, maximum: 10_000 })),
});

/** `friction` is that of the disc linings in this case; `load` what the vehicle is with it. */
export const FeelCase = strict({
  name: T.Optional(T.String({ minLength: 1, maxLength: 80 })),
  grip: T.Optional(ratio(2)),
  friction: T.Optional(ratio(1.5)),
  lost: T.Optional(oneOf(LOSSES)),
  assistance: T.Optional(T.Number({ minimum: 0, maximum: 1 })),
  altitude: T.Optional(T.Number({ minimum: 0, maximum: 6000 })),
  /** How far a turn has pushed the pistons of discs back. */
  pushedBack: T.Optional(Quantity),
  load: T.Optional(strict({ mass: T.Optional(mass), frontShare: T.Optional(shareOf), height: T.Optional(Quantity) })),
});

export const FeelCompareRequest = strict({
  vehicle: FeelVehicle,
  setups: T.Array(FeelSetUp, { minItems: 1, maxItems: 4 }),
  cases: T.Optional(T.Array(FeelCase, { minItems: 1, maxItems: 12 })),
  /** Pedal forces; absent: 0 to 500 N in steps of 25. */
  efforts: T.Optional(T.Array(Quantity, { minItems: 1, maxItems: 400 })),
});

/** A comparison to print: what it is called, what it rests on in words, and ratios that need no friction. */
export const FeelPrintRequest = strict({
  compare: FeelCompareRequest,
  title: T.Optional(T.String({ minLength: 1, maxLength: 120 })),
  ratios: T.Optional(T.Array(T.String({ maxLength: 200 }), { maxItems: 12 })),
  assumed: T.Optional(T.Array(T.String({ maxLength: 200 }), { maxItems: 80 })),
});

const FeelPoint = T.Object({
  pedalForce: Quantity,
  frontPressure: Quantity,
  rearPressure: Quantity,
  frontForce: T.Optional(Quantity),
  rearForce: T.Optional(Quantity),
  deceleration: T.Optional(T.Number()),
  frontAdhesion: T.Optional(T.Number()),
  rearAdhesion: T.Optional(T.Number()),
  firstToLock: T.Optional(oneOf(['front', 'rear'] as const)),
  pedalTravel: T.Optional(Quantity),
});
export const FeelVerdictView = T.Object({
  code: T.String(),
  weight: oneOf(['stop', 'warning', 'note', 'not-known'] as const),
  sentence: T.String(),
});
/** One entry for each set-up and, in it, one for each case, in the order of the request. */
export const FeelCompareAnswer = T.Object({
  setups: T.Array(
    T.Object({
      name: T.Optional(T.String()),
      /** In plain words, beside the first set-up. */
      summary: T.Optional(T.String()),
      cases: T.Array(
        T.Object({
          name: T.Optional(T.String()),
          points: T.Array(FeelPoint),
          knee: T.Optional(T.Object({ pedalForce: Quantity, deceleration: T.Optional(T.Number()) })),
          strokeUsed: T.Optional(Quantity),
          strokeAvailable: T.Optional(Quantity),
          verdicts: T.Array(FeelVerdictView),
        }),
      ),
    }),
  ),
});

export const WhichBoreRequest = strict({
  vehicle: FeelVehicle,
  setup: FeelSetUp,
  travel: T.Optional(strict({ from: Quantity, to: Quantity })),
  /** Pedal force at a deceleration (share of g). */
  effort: T.Optional(strict({ at: ratio(1.5), from: Quantity, to: Quantity })),
  /** Absent: the nominal sizes that are made. */
  sizes: T.Optional(T.Array(Quantity, { minItems: 1, maxItems: 100 })),
});
export const WhichBoreAnswer = T.Object({
  ranked: T.Array(
    T.Object({
      bore: Quantity,
      effort: T.Optional(Quantity),
      travel: T.Optional(Quantity),
      within: T.Boolean(),
      because: T.String(),
    }),
  ),
  none: T.Optional(T.String()),
});

export const ClutchTravelRequest = strict({
  pedalTravel: Quantity,
  freeTravel: T.Optional(Quantity),
  pedalRatio: ratio(20),
  masterBore: Quantity,
  slaveBore: T.Optional(Quantity),
  slaveAnnulus: T.Optional(strict({ outside: Quantity, inside: Quantity })),
  cutOff: T.Optional(Quantity),
  efficiency: T.Optional(T.Number({ exclusiveMinimum: 0, maximum: 1 })),
  forkRatio: T.Optional(ratio(10)),
  longest: T.Optional(Quantity),
  /** Of the slave, or of the bearing where the fork's ratio is given. */
  wanted: T.Optional(Quantity),
});
export const ClutchTravelAnswer = T.Object({
  known: T.Boolean(),
  masterStroke: T.Optional(Quantity),
  slaveTravel: T.Optional(Quantity),
  bearingTravel: T.Optional(Quantity),
  shortBy: T.Optional(Quantity),
  advice: T.String(),
});

const AXLE_KINDS = oneOf(['disc', 'drum'] as const);
const CALIPER_FORMS = oneOf(['floating', 'fixed'] as const);
const FeelSide = T.Object({
  kinds: T.Object({
    front: AXLE_KINDS,
    rear: AXLE_KINDS,
    frontForm: T.Optional(CALIPER_FORMS),
    rearForm: T.Optional(CALIPER_FORMS),
    assisted: T.Boolean(),
    stepped: T.Boolean(),
    valve: T.Boolean(),
  }),
  values: T.Array(
    T.Object({ key: oneOf(FEEL_KEYS), value: T.Number(), rests: oneOf(FEEL_RESTS), from: T.Optional(T.String()) }),
  ),
  units: T.Object({ master: T.Optional(T.String()), front: T.Optional(T.String()), rear: T.Optional(T.String()) }),
  assumed: T.Array(oneOf(['front', 'rear'] as const)),
});
const ClutchSide = T.Object({
  pedalTravel: T.Optional(T.Number()),
  freeTravel: T.Optional(T.Number()),
  pedalRatio: T.Optional(T.Number()),
  masterBore: T.Optional(T.Number()),
  slaveBore: T.Optional(T.Number()),
  slaveOutside: T.Optional(T.Number()),
  slaveInside: T.Optional(T.Number()),
  forkRatio: T.Optional(T.Number()),
  longest: T.Optional(T.Number()),
  wanted: T.Optional(T.Number()),
});
const FeelLimits = T.Object({
  byPass: T.Number(),
  rearFirstBelow: T.Number(),
  everyday: T.Number(),
  effortLeast: T.Number(),
  effortMost: T.Number(),
  kneeFrom: T.Number(),
  stepLeast: T.Number(),
  dryGrip: T.Number(),
  serviceRule: T.Number(),
  secondaryRule: T.Number(),
  ruleEffort: T.Number(),
  portClosing: T.Number(),
  clutchEfficiency: T.Number(),
});
/** What the two chains of a job say of the feel, in mm, N, MPa and shares, each value with what it rests on. */
export const FeelSheet = T.Object({
  limits: FeelLimits,
  brake: T.Optional(T.Object({ now: FeelSide, then: FeelSide })),
  clutch: T.Optional(T.Object({ now: ClutchSide, then: ClutchSide })),
});
export const feelSheetIsCores: Same<keyof Static<typeof FeelSheet>, keyof CoreSheet> = true;
export type FeelSheet = Static<typeof FeelSheet>;
export type FeelCompareRequest = Static<typeof FeelCompareRequest>;
export type FeelPrintRequest = Static<typeof FeelPrintRequest>;
export type FeelCompareAnswer = Static<typeof FeelCompareAnswer>;
export type FeelVehicle = Static<typeof FeelVehicle>;
export type FeelSetUp = Static<typeof FeelSetUp>;
export type FeelAxle = Static<typeof FeelAxle>;
export type FeelCase = Static<typeof FeelCase>;
export type WhichBoreRequest = Static<typeof WhichBoreRequest>;
export type WhichBoreAnswer = Static<typeof WhichBoreAnswer>;
export type ClutchTravelRequest = Static<typeof ClutchTravelRequest>;
export type ClutchTravelAnswer = Static<typeof ClutchTravelAnswer>;
