import { Type as T, type Static, type TSchema } from '@sinclair/typebox';
import { ANSWERS, type Check, CHECK_CODES, RANKS, SKILLS } from '@kerabat/core/judge/check';
import { JUDGED_WHATS, type Verdict, VERDICT_GRADES } from '@kerabat/core/judge/verdict';
import { type Have, LIST_SECTIONS, type ListLine, type Need } from '@kerabat/core/list/need';
import { type AttributeName, ATTRIBUTES } from '@kerabat/core/named/attribute';
import { ITEMS } from '@kerabat/core/named/item';
import { SOURCE_KINDS } from '@kerabat/core/named/unit';
import {
  EDIT_ACTS,
  type FaceRef,
  JOINT_KINDS,
  PART_KINDS,
  PRESENCES,
  RESTS,
  STACK_ITEMS,
} from '@kerabat/core/vehicle/chain';
import { LAYOUT_NAMES } from '@kerabat/core/vehicle/layout';
import { FourState, oneOf, strict, text, type Same } from './shapes.js';

/** A vehicle as parts and joints, edits made to it, and the verdict. */

const name = text(60);
const Attribute = oneOf(ATTRIBUTES.map((a) => a.name) as readonly AttributeName[]);
const sizeMm = T.Number({ minimum: -500, maximum: 500 });

/** A bare figure is in the attribute's base unit (mm, degrees, MPa, N). null says "has none"; absent is not known. */
export const ChainFact = strict({
  attribute: Attribute,
  /** The face that it is of: "master" of a booster, "rear-left" of a master, an end of a line. */
  position: T.Optional(name),
  value: T.Union([T.Number(), text(60), T.Null()]),
  tolerance: T.Optional(T.Number({ minimum: 0, maximum: 1000 })),
  rests: T.Optional(oneOf(RESTS)),
  source: T.Optional(text(200)),
  /** In an edit: the part is changed, and what was known of it before does not count any more. */
  instead: T.Optional(T.Literal(true)),
});
const facts = T.Array(ChainFact, { maxItems: 200 });
/**
 * Which side of a production change a part comes from; "not-known" where it belongs to one and nobody knows to which.
 */
const set = T.Optional(name);
export const ChainPart = strict({ id: name, kind: oneOf(PART_KINDS), unit: T.Optional(name), set, facts });
const stacked = { item: oneOf(STACK_ITEMS), sizeMm, towards: T.Optional(T.Literal('pedal')) };
export const ChainJoint = strict({
  id: name,
  kind: oneOf(JOINT_KINDS),
  between: T.Tuple([text(121), text(121)]),
  through: T.Optional(name),
  stack: T.Optional(T.Array(strict(stacked), { maxItems: 20 })),
});
export const BoxItem = strict({
  item: oneOf(ITEMS),
  presence: oneOf(PRESENCES),
  quantity: T.Optional(T.Integer({ minimum: 0, maximum: 1000 })),
  thread: T.Optional(text(40)),
  sizeMm: T.Optional(sizeMm),
});
const box = T.Optional(T.Array(BoxItem, { maxItems: 60 }));

/** What an edit does, without its name: what a fix proposes. */
const ACTS = {
  put: {
    do: T.Literal('put'),
    at: name,
    kind: oneOf(PART_KINDS),
    unit: T.Optional(name),
    set,
    facts,
    box,
    wanted: T.Optional(T.Boolean()),
    /** Units beside which the record lists it. */
    beside: T.Optional(T.Array(name, { maxItems: 40 })),
    conversion: T.Optional(name),
  },
  remove: { do: T.Literal('remove'), at: name },
  part: { do: T.Literal('part'), kind: oneOf(PART_KINDS), unit: T.Optional(name), set, facts, box },
  join: { do: T.Literal('join'), joint: ChainJoint, follows: T.Optional(T.Literal(true)) },
  plug: { do: T.Literal('plug'), face: text(121) },
  set: { do: T.Literal('set'), at: name, facts },
  stack: { do: T.Literal('stack'), joint: name, ...stacked },
} as const satisfies Readonly<Record<(typeof EDIT_ACTS)[number], Record<string, TSchema>>>;

/** An edit of a chain. The name of an edit that adds a part is the name of the place. */
const edit = <P extends Record<string, TSchema>>(fields: P) => strict({ id: name, ...fields });
const EDITS = [
  edit(ACTS.put),
  edit(ACTS.remove),
  edit(ACTS.part),
  edit(ACTS.join),
  edit(ACTS.plug),
  edit(ACTS.set),
  edit(ACTS.stack),
] as const;
export const ChainEdit = T.Unsafe<Static<(typeof EDITS)[number]>>({
  type: 'object',
  required: ['do'],
  discriminator: { propertyName: 'do' },
  oneOf: EDITS,
});

export const ChainListing = strict({
  unit: name,
  by: oneOf(SOURCE_KINDS),
  /** The unit that it is listed instead of. */
  instead: T.Optional(name),
  /** It is listed for this vehicle, month and option. */
  vehicle: T.Optional(T.Boolean()),
  title: T.Optional(text(200)),
  date: T.Optional(text(40)),
  fitted: T.Optional(T.Integer({ minimum: 0 })),
  misfits: T.Optional(T.Integer({ minimum: 0 })),
});
export const ChainOverride = strict({
  joint: text(121),
  code: T.Optional(oneOf(CHECK_CODES)),
  person: text(80),
  reason: text(500),
});

export const ChainRequest = strict({
  /**
   * Places and joints of this layout that are not given are there, and circuits are judged. Absent: only the joints
   * given.
   */
  layout: T.Optional(oneOf(LAYOUT_NAMES)),
  parts: T.Array(ChainPart, { maxItems: 200 }),
  joints: T.Array(ChainJoint, { maxItems: 600 }),
  edits: T.Array(ChainEdit, { maxItems: 200 }),
  listed: T.Optional(T.Array(ChainListing, { maxItems: 60 })),
  /** Workshop settings for this request; what is not given is as this workshop has it. */
  settings: T.Optional(T.Record(text(60), T.Number())),
  /** The old name of `settings`, still taken. */
  practice: T.Optional(T.Record(text(60), T.Number())),
  overrides: T.Optional(T.Array(ChainOverride, { maxItems: 60 })),
  /** Questions that a named source was asked without an answer: they move to when the part is there. */
  unanswered: T.Optional(
    T.Array(strict({ part: name, attribute: Attribute, position: T.Optional(name) }), { maxItems: 200 }),
  ),
  /** So many circuits are asked for: fewer of them in what comes of the edits are a reason. */
  circuits: T.Optional(T.Integer({ minimum: 1, maximum: 2 })),
});

const PartState = T.Object({
  id: T.String(),
  kind: oneOf(PART_KINDS),
  unit: T.Optional(T.String()),
  change: T.Optional(oneOf(['new', 'kept', 'corrected'] as const)),
});
const AnswerView = T.Object({
  how: oneOf(ANSWERS),
  part: T.String(),
  attribute: T.Optional(Attribute),
  position: T.Optional(T.String()),
  tool: T.Optional(T.String()),
});
/** An edit of a fix; several where one is not enough. */
const FixEdit = T.Object({ do: oneOf([...EDIT_ACTS, 'several'] as const) }, { additionalProperties: true });
export const ChainCheck = T.Object({
  code: oneOf(CHECK_CODES),
  rank: oneOf(RANKS),
  state: FourState,
  rests: oneOf(RESTS),
  values: T.Record(T.String(), T.Union([T.Number(), T.String(), T.Boolean(), T.Null()])),
  sentence: T.String(),
  answers: T.Array(AnswerView),
  fixes: T.Optional(T.Array(FixEdit)),
});
const Reason = T.Object({ joint: T.String(), code: oneOf(CHECK_CODES), state: FourState });
const NeedView = T.Object({
  id: T.String(),
  item: oneOf(ITEMS),
  unit: T.Optional(T.String()),
  thread: T.Optional(T.String()),
  quantity: T.Number(),
  because: T.String(),
});
const HaveView = T.Object({
  need: T.String(),
  from: oneOf(['box', 'stays', 'moved', 'workshop'] as const),
  quantity: T.Number(),
});
const LineView = T.Object({
  section: oneOf(LIST_SECTIONS),
  item: oneOf(ITEMS),
  unit: T.Optional(T.String()),
  thread: T.Optional(T.String()),
  quantity: T.Number(),
  needs: T.Array(T.String()),
});
const VerdictView = T.Object({
  grade: oneOf(VERDICT_GRADES),
  reasons: T.Array(Reason),
  onListing: T.Array(T.Object({ ...Reason.properties, by: oneOf(SOURCE_KINDS) })),
  receive: T.Array(Reason),
  tells: T.Array(Reason),
  overridden: T.Array(ChainOverride),
});
/** What had to be judged for a request, and what came of it. */
export const JudgedView = T.Object({ what: oneOf(JUDGED_WHATS), of: T.String(), state: FourState });
export const ChainAnswer = T.Object({
  now: T.Object({ parts: T.Array(PartState) }),
  then: T.Object({ parts: T.Array(PartState) }),
  joints: T.Array(
    T.Object({
      id: T.String(),
      between: T.Tuple([T.String(), T.String()]),
      is: oneOf(['new', 'opened'] as const),
      state: FourState,
      checks: T.Array(ChainCheck),
    }),
  ),
  needs: T.Array(NeedView),
  haves: T.Array(HaveView),
  list: T.Array(LineView),
  card: T.Array(
    T.Object({
      step: T.String(),
      at: T.String(),
      because: T.String(),
      tools: T.Array(T.String()),
      caution: T.Optional(T.String()),
    }),
  ),
  verdict: VerdictView,
  judged: T.Array(JudgedView),
});

export const ChainLimits = strict({
  skill: T.Optional(oneOf(SKILLS)),
  minutes: T.Optional(T.Number({ minimum: 0, maximum: 10000 })),
});
export const ChainSolveRequest = strict({ ...ChainRequest.properties, limits: T.Optional(ChainLimits) });
export const ChainSolveAnswer = T.Object({
  ways: T.Array(
    T.Object({
      edits: T.Array(FixEdit),
      minutes: T.Number(),
      parts: T.Number(),
      cost: T.Number(),
      skill: oneOf(SKILLS),
      grade: oneOf(VERDICT_GRADES),
    }),
  ),
  /** Why no set of fixes closes the chain. */
  because: T.Optional(T.String()),
  looked: T.Integer(),
  truncated: T.Boolean(),
});

export type ChainRequest = Static<typeof ChainRequest>;
export type ChainAnswer = Static<typeof ChainAnswer>;
export type ChainEdit = Static<typeof ChainEdit>;
export type ChainSolveAnswer = Static<typeof ChainSolveAnswer>;

/** The core owns these; the wire may not drift from them. */
/** Sizes that only number a line in a job's own list. */
type Told = 'seat' | 'tube' | 'grade' | 'sizeMm' | 'ends' | 'at' | 'face' | 'line';
export const needIsCores: Same<keyof Static<typeof NeedView>, Exclude<keyof Need, Told>> = true;
export const haveIsCores: Same<keyof Static<typeof HaveView>, keyof Have> = true;
export const listLineIsCores: Same<keyof Static<typeof LineView>, Exclude<keyof ListLine, Told | 'foreseen'>> = true;
export const verdictIsCores: Same<keyof Static<typeof VerdictView>, keyof Verdict> = true;
export const chainCheckIsCores: Same<
  Exclude<keyof Static<typeof ChainCheck>, 'sentence'>,
  Exclude<keyof Check, 'wants' | 'coarse' | 'beyond' | 'disputed' | 'unanswered'>
> = true;

/** A face as it is written in a chain that is sent: "part", or "part@face" where a part has several. */
export function readFace(text: string): FaceRef {
  const [part = '', face] = text.split('@', 2);
  return face === undefined ? { part } : { part, face };
}
/** The same written out. */
export const writeFace = ({ part, face }: FaceRef): string => (face === undefined ? part : `${part}@${face}`);
