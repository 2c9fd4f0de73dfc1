import { Type as T, type Static } from '@sinclair/typebox';
import { AUDIT_ROWS, type AuditRule } from '@kerabat/core/find/audit';
import { LINK_KINDS } from '@kerabat/core/find/interchange';
import { Condition } from './interchange.js';
import { oneOf, strict, text } from './shapes.js';

/** Contradictions in the catalogue, how they are settled, and who changed what. */

/** A row of the catalogue: its table, and the columns that make it that row. */
export const RowKey = strict({
  kept: text(40),
  key: T.Record(T.String(), T.Union([T.String(), T.Number(), T.Null()])),
});
/** What can be put right in a row, as it reads now. */
export const RowField = T.Object({
  field: T.String(),
  words: T.String(),
  value: T.String(),
  choices: T.Optional(T.Array(T.String())),
});
export const RowView = T.Object({
  ...RowKey.properties,
  words: T.String(),
  source: T.String(),
  fields: T.Array(RowField),
  /** The row can be taken out: a claim, not a thing. */
  removable: T.Boolean(),
  /** The key of the link, when the row is one: conditions and "does not fit" are said of links. */
  link: T.Optional(T.String()),
  unitId: T.Optional(T.String()),
});
export const Acceptance = T.Object({ id: T.Integer(), reason: T.String(), by: T.String(), at: T.String() });
export const Finding = T.Object({
  fingerprint: T.String(),
  rule: oneOf(AUDIT_ROWS.map((row) => row.rule) as AuditRule[]),
  sentence: T.String(),
  /** How many vehicles carry a unit that is concerned. */
  vehicles: T.Integer(),
  rows: T.Array(RowView),
  accepted: T.Optional(Acceptance),
});
export const AuditAnswer = T.Object({
  state: oneOf(['running', 'done', 'failed'] as const),
  problem: T.Optional(T.String()),
  progress: T.Object({ words: T.String(), share: T.Number() }),
  at: T.Optional(T.String()),
  /** How many there are of each rule in all; the worst of each are told. */
  counts: T.Record(T.String(), T.Integer()),
  findings: T.Array(Finding),
});

/** How a finding is settled. A field is put right only if it still reads as it was seen. */
export const Settlement = strict({
  fingerprint: text(64),
  reason: text(300),
  act: T.Union([
    strict({ kind: T.Literal('accept') }),
    strict({
      kind: T.Literal('correct'),
      row: RowKey,
      field: text(40),
      seen: T.String({ maxLength: 300 }),
      value: T.String({ maxLength: 300 }),
    }),
    strict({ kind: T.Literal('remove'), row: RowKey }),
    strict({
      kind: T.Literal('condition'),
      link: text(300),
      condition: strict({ kind: text(40), text: text(200), number: T.Optional(T.String({ maxLength: 60 })) }),
    }),
    strict({ kind: T.Literal('does-not-fit'), link: text(300) }),
  ]),
});
/** A claim that somebody here makes. */
export const NewLink = strict({
  from: text(200),
  to: text(200),
  kind: oneOf(LINK_KINDS),
  bothWays: T.Optional(T.Boolean()),
  /** Who says so; without it, it was found here, in the workshop. */
  source: T.Optional(text(60)),
  /** Where in that source: its page or drawing. A claim of a source has one. */
  page: T.Optional(text(60)),
  date: T.Optional(T.String({ pattern: '^\\d{4}-\\d{2}-\\d{2}$' })),
  note: T.Optional(T.String({ maxLength: 300 })),
  conditions: T.Optional(
    T.Array(strict({ ...Condition.properties, kind: text(40), text: text(200) }), { maxItems: 10 }),
  ),
});

export const HistoryAct = T.Object({
  id: T.Integer(),
  what: T.String(),
  reason: T.String(),
  by: T.String(),
  at: T.String(),
  changes: T.Array(T.Object({ words: T.String(), before: T.String(), after: T.String() })),
  more: T.Integer(),
  /** The act that took it back, or the one that it takes back. */
  undoneBy: T.Optional(T.Integer()),
  undoes: T.Optional(T.Integer()),
});
export const History = T.Object({ acts: T.Array(HistoryAct) });

/** `stays`: rows that the act had added and that something else rests on by now. */
export const UndoAnswer = T.Object({ id: T.Union([T.Integer(), T.Null()]), stays: T.Array(T.String()) });

/** What there is of the demo beside what is somebody's. `own`: entries that people here made about made-up things. */
export const DemoSeen = T.Object({
  units: T.Integer(),
  vehicles: T.Integer(),
  numbers: T.Integer(),
  links: T.Integer(),
  own: T.Integer(),
  jobs: T.Integer(),
});

export type UndoAnswer = Static<typeof UndoAnswer>;
export type DemoSeen = Static<typeof DemoSeen>;
export type RowKey = Static<typeof RowKey>;
export type RowView = Static<typeof RowView>;
export type Finding = Static<typeof Finding>;
export type AuditAnswer = Static<typeof AuditAnswer>;
export type Settlement = Static<typeof Settlement>;
export type NewLink = Static<typeof NewLink>;
export type HistoryAct = Static<typeof HistoryAct>;
export type History = Static<typeof History>;

/** The link that a claim became. */
export const AddedLink = T.Object({ link: T.String() });
