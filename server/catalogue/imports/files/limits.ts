import { FileProblem } from '../../../base/csv/file-problem.js';

/** What a file may have at most. Past a limit nothing of it is read on; the sentence names the limit. */
export const LIMITS = {
  columns: 400,
  rows: 5_000_000,
  cells: 60_000_000,
  /** A cell longer than this is no name and no note. */
  cellLength: 32_767,
  /** Workbooks are read whole. */
  workbookBytes: 300 * 1024 * 1024,
  workbookCells: 2_000_000,
  merges: 10_000,
  sheets: 60,
  jsonBytes: 100 * 1024 * 1024,
  archiveEntries: 2000,
  unpackedBytes: 1024 * 1024 * 1024,
  manifestBytes: 64 * 1024,
  /** Looking into a file takes at most so long; bringing it in is ended by whoever waits. */
  lookSeconds: 60,
} as const;

export const count = (n: number): string => n.toLocaleString('en').replace(/,/g, ' ');

/** Counts the rows and cells of a file as they come. Throws a FileProblem past a limit. */
export function tally(
  most: { readonly rows: number; readonly cells: number } = LIMITS,
): (line: number, columns: number) => void {
  let [rows, cells] = [0, 0];
  return (line, columns) => {
    if (columns > LIMITS.columns)
      throw new FileProblem(`Line ${line} has ${count(columns)} columns; a list has at most ${LIMITS.columns}.`);
    if (++rows > most.rows) throw new FileProblem(`It has more than ${count(most.rows)} rows: send it in parts.`);
    if ((cells += columns) > most.cells)
      throw new FileProblem(`It has more than ${count(most.cells)} cells: send it as CSV, in parts.`);
  };
}
