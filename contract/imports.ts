import { Type as T, type Static } from '@sinclair/typebox';
import { oneOf, strict, text } from './shapes.js';

/** Bringing a catalogue in: what is in the file, what its columns mean, and what became of its rows. */

export const IMPORT_ENCODINGS = ['utf-8', 'windows-1252', 'utf-16le', 'utf-16be'] as const;
export const COLUMN_UNITS = [
  'mm',
  'in',
  'ml',
  'l',
  'US fl oz',
  'deg',
  'MPa',
  'bar',
  'psi',
  'l/min',
  'US gal/min',
  'N',
  'kgf',
  'lbf',
  'Nm',
  'lbf ft',
] as const;

/** What one column of a sheet is: a column of the catalogue's table, or nothing that is wanted (null). */
export const ColumnMapping = strict({
  heading: T.String({ maxLength: 200 }),
  to: T.Union([text(60), T.Null()]),
  /** The unit of bare figures in this column, where it is not the table's own. */
  unit: T.Optional(oneOf(COLUMN_UNITS)),
});
/** What one sheet is: rows of a table of the catalogue, or nothing that is wanted (null). */
export const SheetMapping = strict({
  sheet: T.String({ maxLength: 200 }),
  table: T.Union([text(60), T.Null()]),
  headingLine: T.Integer({ minimum: 1, maximum: 100 }),
  columns: T.Array(ColumnMapping, { maxItems: 400 }),
  /** What holds for every row, for columns that the sheet does not have. */
  fixed: T.Record(T.String({ maxLength: 60 }), T.String({ maxLength: 200 })),
});
export const ImportMapping = strict({
  sheets: T.Array(SheetMapping, { maxItems: 60 }),
  encoding: T.Optional(oneOf(IMPORT_ENCODINGS)),
  /** Where the rows come from, when that is not in the catalogue yet. */
  newSource: T.Optional(strict({ key: text(60), kind: text(40), title: text(200), issued: text(10) })),
  newMaker: T.Optional(strict({ key: text(60), name: text(100), role: text(40) })),
  /** What becomes of the good rows when others are rejected: they go in, or nothing does. */
  rejects: oneOf(['hand-back', 'refuse'] as const),
});
export const ImportRun = strict({ mapping: ImportMapping, dryRun: T.Boolean() });

/** What the columns of a sheet are when its rows are those of this table, and its headings stand in this line. */
export const MatchRequest = strict({
  sheet: T.String({ maxLength: 200 }),
  table: T.Union([text(60), T.Null()]),
  headingLine: T.Integer({ minimum: 1, maximum: 100 }),
});

export const SheetSeen = T.Object({
  sheet: T.String(),
  /** The first lines as they are, for choosing the line of headings. */
  lines: T.Array(T.Object({ line: T.Integer(), cells: T.Array(T.String()) })),
  notes: T.Array(T.String()),
});
export const Reject = T.Object({ line: T.Integer(), reason: T.String() });
export const SheetReport = T.Object({
  sheet: T.String(),
  table: T.String(),
  rows: T.Integer(),
  added: T.Integer(),
  changed: T.Integer(),
  same: T.Integer(),
  rejected: T.Integer(),
  /** The first of them; the file with all of them is at rejects/{n}. */
  rejects: T.Array(Reject),
});
export const ChangeSeen = T.Object({ words: T.String(), before: T.String(), after: T.String() });
export const ImportReport = T.Object({
  dryRun: T.Boolean(),
  sheets: T.Array(SheetReport),
  /** The first rows that were there and are otherwise now. */
  changes: T.Array(ChangeSeen),
  /** Why nothing went in although nothing failed. */
  refused: T.Optional(T.String()),
});
export const ImportState = oneOf(['looking', 'looked', 'running', 'done', 'cancelled', 'failed'] as const);
export const ImportView = T.Object({
  id: T.String(),
  file: T.String(),
  size: T.Integer(),
  state: ImportState,
  by: T.String(),
  /** What is being done, and how far it is: rows, and the share of the file. */
  progress: T.Object({ words: T.String(), rows: T.Integer(), share: T.Number() }),
  problem: T.Optional(T.String()),
  sheets: T.Array(SheetSeen),
  mapping: T.Optional(ImportMapping),
  /** Whose column matching of the same headings was taken over. */
  remembered: T.Optional(T.Object({ by: T.String(), at: T.String() })),
  report: T.Optional(ImportReport),
});

export const TableView = T.Object({
  table: T.String(),
  words: T.String(),
  columns: T.Array(
    T.Object({
      name: T.String(),
      words: T.String(),
      required: T.Boolean(),
      unit: T.Optional(oneOf(COLUMN_UNITS)),
      choices: T.Optional(T.Array(T.String())),
    }),
  ),
});
export const ImportTables = T.Object({ tables: T.Array(TableView) });

export type ColumnMapping = Static<typeof ColumnMapping>;
export type SheetMapping = Static<typeof SheetMapping>;
export type ImportMapping = Static<typeof ImportMapping>;
export type ImportRun = Static<typeof ImportRun>;
export type MatchRequest = Static<typeof MatchRequest>;
export type SheetSeen = Static<typeof SheetSeen>;
export type SheetReport = Static<typeof SheetReport>;
export type ChangeSeen = Static<typeof ChangeSeen>;
export type ImportReport = Static<typeof ImportReport>;
export type ImportState = Static<typeof ImportState>;
export type ImportView = Static<typeof ImportView>;
export type TableView = Static<typeof TableView>;
export type ImportTables = Static<typeof ImportTables>;
