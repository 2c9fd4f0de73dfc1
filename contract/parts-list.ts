import { Type as T, type Static, type TSchema } from '@sinclair/typebox';
import { ITEMS } from '@kerabat/core/named/item';
import type { OrderSum as CoreSum, PartsListLine } from '@kerabat/core/list/parts-list';
import { FittingKind, ListSection, oneOf, strict, text, type Same } from './shapes.js';

/** The parts list of a job, and what is looked at while it is open. */

export const PartsListEditRequest = strict({
  quantity: T.Optional(T.Integer({ minimum: 1, maximum: 999 })),
  dropped: T.Optional(T.Boolean()),
  note: T.Optional(T.String({ maxLength: 200 })),
});
export const PartsListAddRequest = strict({
  section: ListSection,
  words: text(200),
  number: T.Optional(text(60)),
  quantity: T.Integer({ minimum: 1, maximum: 999 }),
  reason: text(200),
  /** The name that whoever adds it gives it: sent twice, it is one line. */
  uid: T.Optional(T.String({ pattern: '^[A-Za-z0-9_-]{8,60}$' })),
});
/** What a supplier told that one costs, and when. */
const ToldPrice = T.Object({ each: T.Number(), supplier: T.String(), date: T.String() });
export const PartsListLineView = T.Object({
  key: T.String(),
  section: ListSection,
  words: T.String(),
  number: T.Optional(T.String()),
  quantity: T.Integer(),
  /** What it is, by the one list of items; a line that only its words name has none. */
  item: T.Optional(oneOf(ITEMS)),
  unit: T.Optional(T.String()),
  reason: T.String(),
  wants: T.Optional(
    T.Object({
      kind: FittingKind,
      thread: T.Optional(T.String()),
      seat: T.Optional(T.String()),
      tube: T.Optional(T.String()),
      grade: T.Optional(T.String()),
      sizeMm: T.Optional(T.Number()),
      ends: T.Optional(T.String()),
    }),
  ),
  price: T.Optional(ToldPrice),
  soldOut: T.Optional(T.Object({ next: T.Optional(T.String()) })),
  notCurrent: T.Optional(T.Object({ status: oneOf(['superseded', 'withdrawn'] as const), by: T.Optional(T.String()) })),
  serves: T.Optional(T.Array(T.String())),
  without: T.Optional(T.String()),
  handling: T.Optional(T.Array(T.String())),
  box: T.Optional(T.Object({ subject: T.String(), text: T.String() })),
  version: T.Integer(),
  dropped: T.Boolean(),
  note: T.Optional(T.String()),
  byHand: T.Boolean(),
});

/** Something that stays and is looked at while it is open. */
export const LookView = T.Object({
  /** The decision that its answer makes. */
  subject: T.String(),
  words: T.String(),
  /** How many it is about. */
  count: T.Integer(),
  how: T.String(),
  minutes: T.Number(),
  answers: T.Array(T.Object({ id: T.String(), words: T.String() })),
  answer: T.Optional(T.String()),
  /** What the answer tells whoever orders. */
  finding: T.Optional(T.String()),
});
export type LookView = Static<typeof LookView>;

/** What the order comes to, as far as prices were told. */
export const OrderSum = T.Object({ total: T.Number(), priced: T.Integer(), unpriced: T.Integer() });

const orNone = <S extends TSchema>(schema: S) => T.Union([schema, T.Null()]);
/** The parts list for another program: the lines that count, in the order of the list. */
export const PartsListFile = T.Object({
  job: T.Integer(),
  asker: T.String(),
  request: T.String(),
  vehicle: orNone(T.String()),
  safeToOrder: T.Boolean(),
  sentence: T.String(),
  overrides: T.Array(T.Object({ joint: T.String(), person: T.String(), reason: T.String() })),
  sum: OrderSum,
  lines: T.Array(
    T.Object({
      section: ListSection,
      number: orNone(T.String()),
      quantity: T.Integer(),
      words: T.String(),
      reason: T.String(),
      note: orNone(T.String()),
      price: orNone(ToldPrice),
    }),
  ),
  cautions: T.Array(T.String()),
});
export type PartsListFile = Static<typeof PartsListFile>;

export type PartsListEditRequest = Static<typeof PartsListEditRequest>;
export type PartsListAddRequest = Static<typeof PartsListAddRequest>;
export type PartsListLineView = Static<typeof PartsListLineView>;

/** The core owns these; the wire may not drift from them. */
export const partsListLineIsCores: Same<keyof PartsListLineView, keyof PartsListLine> = true;
export const sumIsCores: Same<keyof Static<typeof OrderSum>, keyof CoreSum> = true;
