import { stringify } from 'csv-stringify/sync';
import { inert } from './inert.js';

/**
 * Rows as CSV (RFC 4180): Windows line ends, no cell that a spreadsheet would run, a line break inside a cell in
 * quotes.
 */
export const csvText = (rows: readonly (readonly string[])[], bom = false): string =>
  stringify(
    rows.map((cells) => cells.map(inert)),
    { record_delimiter: '\r\n', quoted_match: /[\r\n]/, bom },
  );
