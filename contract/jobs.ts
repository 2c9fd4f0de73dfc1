import { Type as T, type Static } from '@sinclair/typebox';
import { FOUND, JOB_STATES, type Request, REQUESTS } from '@kerabat/core/find/ask';
import {
  JOB_EVENTS,
  type JobInput as CoreJobInput,
  NEXT_ACTS,
  NEXT_STAGES,
  PART_CHANGES,
  type SlotWork as CoreSlotWork,
  type Workspace as CoreWorkspace,
} from '@kerabat/core/job';
import { VERDICT_GRADES } from '@kerabat/core/judge/verdict';
import { SOURCE_KINDS } from '@kerabat/core/named/unit';
import type { Chain } from '@kerabat/core/tell/strip';
import { PART_KINDS } from '@kerabat/core/vehicle/chain';
import { PLACE_STATES, SYSTEMS } from '@kerabat/core/vehicle/place';
import { EVIDENCE_KINDS } from '@kerabat/core/vehicle/reading';
import { FourState, Month, oneOf, Quantity, strict, text, UnitKind, type Same } from './shapes.js';
import { FeelSheet } from './feel.js';
import { Vehicle } from './catalogue.js';
import { JudgedView } from './chain.js';
import { DrawnFact, JointView, MeasurementView, MeasureView } from './fit.js';
import { LookView, OrderSum, PartsListLineView } from './parts-list.js';
import { WorkStep } from './workcard.js';
import { evidenceOf, IdentifyAnswer, SplitView, UnitIs } from './identify.js';

/** Jobs: what was asked, seen, decided and ordered. */

export const RequestKind = oneOf(REQUESTS.map((r) => r.id) as Request[]);

export const JobFields = {
  asker: text(80),
  request: RequestKind,
  /** What is wrong, by the names of the table of complaints. */
  complaints: T.Array(text(40), { maxItems: 12 }),
  words: T.String({ maxLength: 1000 }),
  vehicleId: T.Union([text(80), T.Null()]),
  built: T.Union([Month, T.Null()]),
  options: T.Array(text(20), { maxItems: 20 }),
  slot: T.Union([text(40), T.Null()]),
  /** Which vehicle it is, beyond its model: as its plates and its owner call it. */
  chassis: T.Optional(T.String({ maxLength: 60 })),
  plate: T.Optional(T.String({ maxLength: 40 })),
  fleet: T.Optional(T.String({ maxLength: 40 })),
};
export const NewJob = strict(JobFields);
/** `onListing`: whoever places the order knows that it rests on listings and not on what was measured. */
export const JobChange = T.Partial(strict({ ...JobFields, state: oneOf(JOB_STATES), onListing: T.Boolean() }), {
  additionalProperties: false,
});
export const Job = T.Object({
  id: T.Integer(),
  ...JobFields,
  state: oneOf(JOB_STATES),
  createdAt: T.String(),
  updatedAt: T.String(),
  openedBy: T.String(),
  version: T.Integer(),
});
export const JobRow = T.Object({
  id: T.Integer(),
  asker: T.String(),
  request: RequestKind,
  state: T.String(),
  vehicle: T.String(),
  /** Fleet number, plate and chassis number, where they are known. */
  identity: T.String(),
  slot: T.String(),
  updatedAt: T.String(),
  /** The parts list's sentence, as computed when the job was last touched. */
  safety: T.String(),
  grade: oneOf([...VERDICT_GRADES, 'nothing'] as const),
  /** What is done next, in words; empty where nobody worked it out. */
  next: T.String(),
  /** The better grade that it had before catalogue or settings changed; gone when somebody writes to the job. */
  was: T.Optional(oneOf(VERDICT_GRADES)),
  /** What it rests on changed since it was worked out. It is worked out again. */
  stale: T.Optional(T.Literal(true)),
});

/** The jobs that were touched last of all that have the words; `total` counts all of them. */
export const JobList = T.Object({ jobs: T.Array(JobRow), total: T.Integer() });

/** The name that whoever enters something gives it: sent twice, it is there once. */
export const Uid = T.String({ pattern: '^[A-Za-z0-9_-]{8,60}$' });

/** `slot` is a place in the chain (the old unit there), or "unit:ID" for a new unit in the hand. */
/** `instead` is the entry that this one corrects: it is replaced, and stays in the history. */
export const NewEvidence = evidenceOf({
  slot: T.Optional(text(80)),
  uid: T.Optional(Uid),
  instead: T.Optional(Uid),
});
export const BenchLineRequest = strict({
  line: T.String({ maxLength: 200 }),
  uid: T.Optional(Uid),
  instead: T.Optional(Uid),
  slot: T.Optional(text(80)),
  onVehicle: T.Optional(T.Boolean()),
});
export const EvidenceView = T.Object({
  id: T.Integer(),
  uid: Uid,
  slot: T.String(),
  attribute: T.String(),
  position: T.Optional(T.String()),
  words: T.String(),
  value: T.String(),
  /** The value as it was entered. */
  kind: oneOf(EVIDENCE_KINDS),
  entered: T.Union([Quantity, T.Number(), T.String()]),
  instrument: T.Optional(T.String()),
  sigma: T.Optional(T.Number()),
  onVehicle: T.Boolean(),
  by: T.String(),
  at: T.String(),
  withdrawn: T.Optional(T.Object({ by: T.String(), at: T.String() })),
  /** The entry that this one corrects. */
  instead: T.Optional(Uid),
});

/** What is to be seen where on a photograph, as shares of its width and height. */
export const PhotographMark = strict({
  x: T.Number({ minimum: 0, maximum: 1 }),
  y: T.Number({ minimum: 0, maximum: 1 }),
  words: text(120),
});
export const PhotographView = T.Object({
  id: T.Integer(),
  slot: T.String(),
  evidenceId: T.Optional(T.Integer()),
  shows: T.String(),
  type: oneOf(['image/png', 'image/jpeg'] as const),
  width: T.Integer(),
  height: T.Integer(),
  size: T.Integer(),
  by: T.String(),
  at: T.String(),
  marks: T.Array(PhotographMark),
  withdrawn: T.Optional(T.Object({ by: T.String(), at: T.String() })),
});

/**
 * What a decision says. The subject tells what is decided: "old:SLOT", "unit:SLOT", "kit:SLOT", "reseal:SLOT" (it stays
 * and gets new seals), "at:SLOT" (where the unit is), "found:CAUSE", "fluid:SYSTEM", "fix:KEY", "override:SLOT/JOINT".
 */
export const DecisionValue = strict({ choice: text(200), detail: T.Optional(T.String({ maxLength: 400 })) });
export const DecisionRequest = strict({ value: DecisionValue, reason: T.String({ maxLength: 400 }) });
export const Decision = T.Object({
  subject: T.String(),
  value: T.Union([DecisionValue, T.Null()]),
  reason: T.String(),
  by: T.String(),
  at: T.String(),
  version: T.Integer(),
  /** What changed since it was given: it counts no longer, and can be given again. */
  again: T.Optional(T.String()),
});

/** Several decisions as one act: all of them, or none. Each says which version of itself it saw. */
export const DecisionsRequest = strict({
  decisions: T.Array(strict({ subject: text(200), ...DecisionRequest.properties, seen: T.Integer({ minimum: 0 }) }), {
    minItems: 1,
    maxItems: 60,
  }),
});
export type DecisionsRequest = Static<typeof DecisionsRequest>;

export const ChainView = T.Object({
  system: oneOf(['brake', 'clutch'] as const),
  links: T.Array(
    T.Object({
      id: T.String(),
      words: T.String(),
      slot: T.Optional(T.String()),
      now: T.Optional(T.String()),
      next: T.Optional(T.String()),
      side: T.Optional(FourState),
    }),
  ),
  joints: T.Array(T.Object({ from: T.String(), to: T.String(), state: FourState, words: T.String() })),
  /** The whole vehicle from pedal to wheels: every part as it is and as it will be. */
  parts: T.Array(
    T.Object({
      id: T.String(),
      words: T.String(),
      kind: oneOf(PART_KINDS),
      depth: T.Integer(),
      now: T.Optional(T.String()),
      next: T.Optional(T.String()),
      change: oneOf(PART_CHANGES),
      /** The circuit of its master that fills it. */
      circuit: T.Optional(T.Integer()),
      /** What its drawing is made from, as it will be; and as it is now, where that is something else. */
      facts: T.Array(DrawnFact),
      was: T.Optional(T.Array(DrawnFact)),
      state: T.Optional(FourState),
      meets: T.Array(
        T.Object({
          words: T.String(),
          with: T.String(),
          to: T.String(),
          state: T.Optional(FourState),
          joint: T.Optional(T.String()),
        }),
      ),
    }),
  ),
});

const UnitRef = T.Object({
  unitId: T.String(),
  name: T.String(),
  maker: T.String(),
  number: T.Optional(T.String()),
  bore: T.Optional(T.String()),
});
export const LinePort = T.Object({
  position: T.String(),
  thread: T.Optional(T.String()),
  seat: T.Optional(T.String()),
  seatForm: T.Optional(T.String()),
  nutForm: T.Optional(T.String()),
  feeds: T.Optional(T.String()),
  tubes: T.Array(T.String()),
  hex: T.Optional(T.String()),
  /** How tight its nut is turned, with its source; absent where nobody has a figure. */
  torque: T.Optional(T.Object({ least: Quantity, most: Quantity, source: T.String() })),
  /** Numbers of the fitting that it is bled with on the bench, and of the plug that closes it. */
  bleedBy: T.Optional(T.String()),
  plugBy: T.Optional(T.String()),
  /** The seat as the catalogue writes it. */
  form: T.Optional(T.String()),
});
export const KitView = T.Object({
  id: T.String(),
  name: T.String(),
  number: T.Optional(T.String()),
  state: FourState,
  sentence: T.String(),
  contents: T.Array(T.String()),
  chosen: T.Boolean(),
  /** Its maker is asked by unit and date: the detail of its decision says what he answered. */
  asks: T.Boolean(),
});
export const FluidView = T.Object({
  system: oneOf(SYSTEMS),
  /** The decision that chooses it. */
  subject: T.String(),
  cap: T.Optional(T.String()),
  capOrigin: T.Optional(T.String()),
  seals: T.Array(T.String()),
  chosen: T.Optional(T.String()),
  brought: T.Optional(T.Literal(true)),
  conflict: T.Optional(T.String()),
  state: FourState,
  sentence: T.String(),
  grades: T.Array(T.Object({ grade: T.String(), state: FourState, sentence: T.String() })),
});
/** One slot of a job with everything computed for it. */
export const SlotWork = T.Object({
  slot: T.String(),
  words: T.String(),
  kind: UnitKind,
  evidence: T.Array(EvidenceView),
  photographs: T.Array(PhotographView),
  identification: IdentifyAnswer,
  /** Where the old unit is: on the vehicle, on the bench, or lost. */
  unitIs: UnitIs,
  /** The vehicle has no such place: the conversion brings it. */
  brought: T.Optional(T.Literal(true)),
  /** What somebody said becomes of the place, of each side, and whether that leaves it without a unit to choose. */
  state: T.Optional(oneOf(PLACE_STATES)),
  sides: T.Optional(T.Object({ left: T.Optional(oneOf(PLACE_STATES)), right: T.Optional(oneOf(PLACE_STATES)) })),
  left: T.Optional(T.Literal(true)),
  /** A production change that touches this place. */
  split: T.Optional(SplitView),
  old: T.Optional(UnitRef),
  /** How the old unit came to be known: decided by a person, or by evidence that is enough. */
  oldBy: T.Optional(T.String()),
  chosen: T.Optional(UnitRef),
  /** Readings that contradict each other: nothing is known by them until one is withdrawn. */
  readAgain: T.Optional(MeasureView),
  disputes: T.Array(
    T.Object({
      attribute: T.String(),
      words: T.String(),
      readings: T.Array(T.Object({ id: T.Integer(), value: T.String(), by: T.String(), at: T.String() })),
    }),
  ),
  joints: T.Array(JointView),
  ports: T.Array(LinePort),
  kits: T.Array(KitView),
  /** The bore that has to be measured before its kit is ordered. */
  kitBore: T.Optional(MeasureView),
  /** The unit stays and gets new seals. */
  resealed: T.Boolean(),
});

/** The one thing to do next, and where. */
export const NextAct = T.Object({
  words: T.String(),
  act: oneOf(NEXT_ACTS),
  target: T.Object({
    stage: oneOf(NEXT_STAGES),
    place: T.Optional(T.String()),
    joint: T.Optional(T.String()),
    fact: T.Optional(T.String()),
    or: T.Optional(T.String()),
    at: T.Optional(T.String()),
  }),
});
export type NextAct = Static<typeof NextAct>;

/** One reason of a verdict. `joint` is where it stands in the stages: "brake-master/push". */
const VerdictLine = T.Object({
  key: T.String(),
  words: T.String(),
  sentence: T.Optional(T.String()),
  joint: T.Optional(T.String()),
  part: T.Optional(T.String()),
});
export const Workspace = T.Object({
  job: Job,
  vehicle: T.Optional(Vehicle),
  reading: T.Optional(
    T.Object({
      sentences: T.Array(T.String()),
      suspects: T.Array(UnitKind),
      ruleOutFirst: T.Array(
        T.Object({
          /** The decision that says whether it was this. */
          subject: T.String(),
          cause: T.String(),
          check: T.String(),
          minutes: T.Number(),
          then: T.String(),
          /** How far it was turned may be said with it. */
          turned: T.Optional(T.Literal(true)),
          found: T.Optional(oneOf(FOUND)),
          detail: T.Optional(T.String()),
        }),
      ),
    }),
  ),
  chain: ChainView,
  /** What the chains say of the feel. */
  feel: FeelSheet,
  work: T.Array(SlotWork),
  /** One for each system that the job is about or opens. */
  fluids: T.Array(FluidView),
  decisions: T.Array(Decision),
  partsList: T.Array(PartsListLineView),
  looks: T.Array(LookView),
  sum: OrderSum,
  safety: T.Object({
    safe: T.Boolean(),
    sentence: T.String(),
    /** Safe, on a listing and not measured, or not safe. An override leaves it as it is. */
    grade: oneOf(VERDICT_GRADES),
    /** Nothing is ordered: what was found instead of a bad unit. */
    nothing: T.Optional(T.String()),
    /** Safe, on a listing, or every reason overridden by name. */
    mayOrder: T.Boolean(),
    blockers: T.Array(VerdictLine),
    /** What rests on a listing, with the kind of its source. */
    onListing: T.Array(T.Object({ ...VerdictLine.properties, by: oneOf(SOURCE_KINDS) })),
    /** What is looked at when the part is there, before anything is taken apart. */
    receive: T.Array(VerdictLine),
    compare: T.Array(T.Object({ key: T.String(), words: T.String() })),
    /** Overrides of an earlier version or of a joint that is not there any more: on record, and they do not count. */
    notes: T.Array(T.String()),
    overridden: T.Array(T.Object({ joint: T.String(), person: T.String(), reason: T.String() })),
    /** What had to be judged, and what came of each. */
    judged: T.Array(JudgedView),
  }),
  /** What is still to be measured, the shortest list, over all places. */
  measurements: T.Array(MeasurementView),
  /** The conversions that this job is planned by, each with the decision that it rests on. */
  conversions: T.Array(
    T.Object({
      subject: T.String(),
      id: T.String(),
      words: T.String(),
      applies: T.String(),
      because: T.Array(T.String()),
      choices: T.Record(T.String(), T.String()),
    }),
  ),
  /** What is done, step by step, for whoever fits it. */
  workCard: T.Array(WorkStep),
  cautions: T.Array(T.String()),
  /** What is done next; null where the job could not be worked out. */
  next: T.Union([NextAct, T.Null()]),
  /** What went wrong in working it out: the job opens all the same, and its last decision may be undone. */
  trouble: T.Optional(T.Object({ sentence: T.String(), number: T.String(), subject: T.Optional(T.String()) })),
});

/** With "Prefer: return=representation" the answer to a write brings the whole job as it is then. */
export const WithWorkspace = T.Object({ workspace: T.Optional(Workspace) });
export const BenchLineAnswer = T.Object({
  id: T.Integer(),
  /** The line as it was read. */
  echo: T.String(),
  doubt: T.Optional(T.String()),
  ...WithWorkspace.properties,
});
export const Decided = T.Object({ ...Decision.properties, ...WithWorkspace.properties });
export const DecidedAll = T.Object({ decisions: T.Array(Decision), ...WithWorkspace.properties });

export const AddedLine = T.Object({ key: T.String(), ...WithWorkspace.properties });
export const EditedLine = T.Object({ key: T.String(), version: T.Integer() });

/** Everything that a job is worked out from. Its shape is the core’s and changes with it: take it as a whole. */
export const JobInput = T.Unsafe<CoreJobInput>(T.Object({}));

/** When a job was last changed by anybody, and the number of its newest event. */
export const Touched = T.Object({ at: T.String(), revision: T.Integer() });
/** What was written to a job, in the order in which it was written. */
export const JobEvent = T.Object({
  seq: T.Integer(),
  kind: oneOf(JOB_EVENTS),
  ref: T.String(),
  person: T.String(),
  deviceAt: T.Optional(T.String()),
  at: T.String(),
});
export const JobEventList = T.Object({ events: T.Array(JobEvent) });
export type JobEvent = Static<typeof JobEvent>;
export type Touched = Static<typeof Touched>;
export type NewJob = Static<typeof NewJob>;
export type JobChange = Static<typeof JobChange>;
export type Job = Static<typeof Job>;
export type JobRow = Static<typeof JobRow>;
export type JobList = Static<typeof JobList>;
export type NewEvidence = Static<typeof NewEvidence>;
export type EvidenceView = Static<typeof EvidenceView>;
export type PhotographMark = Static<typeof PhotographMark>;
export type PhotographView = Static<typeof PhotographView>;
export type DecisionRequest = Static<typeof DecisionRequest>;
export type Decision = Static<typeof Decision>;
export type ChainView = Static<typeof ChainView>;
export type KitView = Static<typeof KitView>;
export type FluidView = Static<typeof FluidView>;
export type SlotWork = Static<typeof SlotWork>;
export type Workspace = Static<typeof Workspace>;

/** The core owns these; the wire may not drift from them. */
export const workspaceIsCores: Same<keyof Workspace, keyof CoreWorkspace> = true;
export const placeIsCores: Same<keyof SlotWork, keyof CoreSlotWork> = true;
export const chainIsCores: Same<Exclude<keyof ChainView, 'parts'>, keyof Chain> = true;
