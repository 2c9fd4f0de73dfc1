import Papa from 'papaparse';
import { FileProblem } from './file-problem.js';

/** A row with the line on which it begins. */
export interface CsvRow {
  readonly line: number;
  readonly cells: string[];
}

const LONGEST_ROW = 1_000_000;

/**
 * Reads CSV text as it comes, in pieces of any length: RFC 4180, any line ends, a quote inside an unquoted cell taken
 * as it stands. Empty lines are passed over. Throws a FileProblem when the text ends inside a quote or a row has no
 * end.
 */
export function csvReader(separator = ',') {
  const parser = new Papa.Parser({ delimiter: separator, newline: '\n', quoteChar: '"' });
  let [held, line, endsInReturn] = ['', 1, false];

  const rowsOf = (last: boolean): CsvRow[] => {
    const { data, errors, meta } = parser.parse(held, 0, !last) as Papa.ParseResult<string[]>;
    held = last ? '' : held.slice(meta.cursor);
    const rows: CsvRow[] = [];
    for (const cells of data) {
      if (cells.length > 1 || cells[0] !== '') rows.push({ line, cells });
      line++;
      for (const cell of cells) if (cell.includes('\n')) line += cell.split('\n').length - 1;
    }
    if (errors.some((error) => error.code === 'MissingQuotes'))
      throw new FileProblem(
        `The file ends inside a quoted cell (line ${String(rows.at(-1)?.line ?? line)}): it is cut off.`,
      );
    if (held.length > LONGEST_ROW)
      throw new FileProblem(
        `A row is longer than a million characters (line ${line}): a quote is open, or this is no table.`,
      );
    return rows;
  };

  return {
    /** The rows that are complete with this piece. */
    push(piece: string): CsvRow[] {
      // A return and a newline may come in two pieces: they are one line end.
      const text = endsInReturn && piece.startsWith('\n') ? piece.slice(1) : piece;
      endsInReturn = piece.endsWith('\r');
      held += text.includes('\r') ? text.replace(/\r\n?/g, '\n') : text;
      return rowsOf(false);
    },
    /** The last row, if the text does not end in a line end. */
    end: (): CsvRow[] => (held === '' ? [] : rowsOf(true)),
  };
}
