import type { IMPORT_ENCODINGS } from '@kerabat/contract';

/** What the readers of CSV, XLSX and JSON files have in common: sheets of rows of text. */

/** Something about a cell, or a whole row, that keeps it from being taken as it stands. */
export interface Flaw {
  /** Index of the cell; without it the whole row is meant. */
  readonly column?: number;
  /** A date is a flaw only where no date is wanted. */
  readonly kind: 'date' | 'unreadable';
  readonly sentence: string;
}

/** One row as it is in the file. Line numbers are those that a person sees. */
export interface RawRow {
  readonly line: number;
  readonly cells: readonly string[];
  readonly flaws?: readonly Flaw[];
}

export interface Sheet {
  readonly name: string;
  /** What a person should know of how it was read. */
  readonly notes: readonly string[];
  /** The encoding of its text, where it is text: looked for once, it need not be looked for again. */
  readonly encoding?: (typeof IMPORT_ENCODINGS)[number];
  /** All rows in batches, from the first line on. Can be asked for again. */
  rows(): AsyncIterable<readonly RawRow[]>;
  /** How much of it the last reading has passed, 0 to 1. */
  share(): number;
}

export interface SheetFile {
  readonly sheets: readonly Sheet[];
  /** Name, source and date, where the file says them. */
  readonly manifest?: { readonly name: string; readonly source: string; readonly date: string };
}

/** How many rows travel together. */
export const BATCH = 500;
