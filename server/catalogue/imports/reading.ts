/* eslint-disable kerabat/no-outside-keys --
   cells are named by the columns of a table, a closed list; this is the inner loop of every import. */
import type { RowCells } from './cells.js';
import type { SheetMapping } from '@kerabat/contract';
import { lookup } from '@kerabat/core/base/lookup';
import { readQuantity, toBase } from '@kerabat/core/base/units';
import { eatenBySpreadsheet } from '@kerabat/core/named/number';
import { findThread, readThread } from '@kerabat/core/named/thread';
import { plainTextProblem } from '@kerabat/core/tell/words';
import { type ColumnRead, columnsOf } from './columns.js';
import { LIMITS } from './files/limits.js';
import type { Flaw, RawRow } from './files/sheet.js';
import { type TableName, TABLES, type TableShape } from './tables.js';

type Read = { readonly cells: RowCells } | { readonly refused: string };
type CellRead = { readonly text: string } | { readonly refused: string };

/**
 * Reads the rows of a foreign sheet by its mapping: cells as the catalogue writes them, or why the row cannot be taken.
 */
export function rowReader(mapping: SheetMapping, table: TableName): (row: RawRow) => Read {
  const shape: TableShape = TABLES[table];
  const columns = new Map(columnsOf(table).map((c) => [c.name, c]));
  const matched = mapping.columns.flatMap(({ to, unit }, index) => {
    const column = to === null ? undefined : columns.get(to);
    return column ? [{ index, column, read: cellReader(column, unit ?? column.unit) }] : [];
  });
  const widest = mapping.columns.length;
  const checks = Object.entries(shape.check ?? {});
  return (row) => {
    const wholeRow = row.flaws?.find((flaw) => flaw.column === undefined);
    if (wholeRow) return { refused: wholeRow.sentence };
    if (row.cells.length > widest && row.cells.slice(widest).some((cell) => cell !== ''))
      return {
        refused:
          `It has ${row.cells.length} cells where the heading has ${widest}: a cell holds the separator ` +
          'without quotes.',
      };
    const cells: Record<string, string> = { ...mapping.fixed };
    for (const { index, column, read } of matched) {
      const cell = (row.cells[index] ?? '').trim();
      const problem =
        cell.length > LIMITS.cellLength ? `is longer than ${LIMITS.cellLength} characters.` : plainTextProblem(cell);
      if (problem !== undefined) return { refused: `${mapping.columns[index]?.heading ?? ''} ${problem}` };
      const answer = read(cell, row.flaws ? row.flaws.filter((flaw) => flaw.column === index) : []);
      if ('refused' in answer) return { refused: `${mapping.columns[index]?.heading ?? ''}: ${answer.refused}` };
      if (answer.text !== '' || cells[column.name] === undefined) cells[column.name] = answer.text;
    }
    for (const [name, check] of checks) {
      const sentence = check(cells[name] ?? '');
      if (sentence !== undefined)
        return {
          refused:
            cells[name] === undefined || cells[name] === ''
              ? `${columns.get(name)?.words ?? name} is empty. ${sentence}`
              : sentence,
        };
    }
    return { cells };
  };
}

/** Plain figures are most of a table: they need no closer look when they are in the catalogue's own unit. */
const PLAIN = /^\d+(?:\.\d+)?(?:±\d+(?:\.\d+)?)?$/;

function cellReader(column: ColumnRead, unit: ColumnRead['unit']): (cell: string, flaws: readonly Flaw[]) => CellRead {
  const plain = cellOf(column, unit);
  const isDate = column.kind === 'date' || column.kind === 'month';
  return (cell, flaws) => {
    for (const flaw of flaws) {
      if (flaw.kind === 'unreadable') return { refused: flaw.sentence };
      if (column.kind === 'number') return eaten(cell) ?? { text: cell };
      if (!isDate)
        return {
          refused:
            `${flaw.sentence} is a date (${cell}) where the ${column.words} should be: the spreadsheet has ` +
            'changed what was written.',
        };
    }
    return cell === '' ? { text: '' } : plain(cell);
  };
}

function cellOf(column: ColumnRead, unit: ColumnRead['unit']): (cell: string) => CellRead {
  switch (column.kind) {
    case 'number':
      return (cell) => eaten(cell) ?? { text: cell };
    case 'quantity':
      return (cell) => (unit === column.unit && PLAIN.test(cell) ? { text: cell } : quantity(cell, column, unit));
    case 'choice':
      return (cell) => ({ text: choice(cell, column.choices ?? []) });
    case 'thread':
      return (cell) => ({ text: cell === 'none' || findThread(cell) ? cell : (readThread(cell).designation ?? cell) });
    case 'date':
      return date;
    case 'month':
      return (cell) => {
        const answer = /^\d{4}-\d{2}$/.test(cell) ? { text: cell } : date(cell);
        return 'text' in answer ? { text: answer.text.slice(0, 7) } : answer;
      };
    case 'text':
      return (cell) => ({ text: cell });
  }
}

function eaten(cell: string): { refused: string } | undefined {
  const found = eatenBySpreadsheet(cell);
  if (!found) return undefined;
  const perhaps =
    found.perhaps.length > 0
      ? ` It may have been ${found.perhaps.slice(0, 4).join(', or ')}.`
      : ' Its last digits are lost.';
  return {
    refused:
      `"${cell}" is a part number that a spreadsheet has turned into a ${found.what}.${perhaps} Format ` +
      'the column as text and write it again.',
  };
}

/** "26,9", "1-1/16 in", a bare figure in the column's unit: as a plain figure in the catalogue's unit. */
function quantity(cell: string, column: ColumnRead, unit: ColumnRead['unit']): CellRead {
  if (cell.toLowerCase() === 'none') return { text: 'none' };
  const expects = column.dimension ?? 'length';
  const bare = /^\d+([.,]\d+)?$/.test(cell);
  const toRead = bare && expects !== 'length' ? `${cell} ${unit ?? ''}` : cell;
  const reading = readQuantity(toRead, { expects, assume: unit === 'in' ? 'in' : 'mm' });
  if (!reading.quantity) return { refused: reading.problem ?? `"${cell}" cannot be read.` };
  if (reading.doubt !== undefined) return { refused: reading.doubt };
  return { text: String(Number(toBase(reading.quantity).toFixed(6))) };
}

const YES: Readonly<Record<string, string>> = {
  y: 'yes',
  true: 'yes',
  '1': 'yes',
  x: 'yes',
  n: 'no',
  false: 'no',
  '0': 'no',
};

/**
 * The word of a closed list that is meant, as far as case, blanks and underscores go; the cell itself when it is none
 * of them.
 */
function choice(cell: string, choices: readonly string[]): string {
  const tidy = cell.toLowerCase().replace(/[\s_]+/g, '-');
  if (choices.includes(tidy)) return tidy;
  const answer = lookup(YES, tidy);
  return answer !== undefined && choices.includes(answer) ? answer : cell;
}

function date(cell: string): CellRead {
  const iso = /^(\d{4}-\d{2}-\d{2})(?:[T ].*)?$/.exec(cell);
  if (iso) return { text: iso[1] ?? cell };
  const dotted = /^(\d{1,2})\.(\d{1,2})\.(\d{4})$/.exec(cell);
  if (dotted) return { text: isoDate(dotted[3], dotted[2], dotted[1]) };
  const slashed = /^(\d{1,2})\/(\d{1,2})\/(\d{4})$/.exec(cell);
  if (!slashed) return { text: cell };
  const [a, b] = [Number(slashed[1]), Number(slashed[2])];
  if (a > 12) return { text: isoDate(slashed[3], slashed[2], slashed[1]) };
  if (b > 12) return { text: isoDate(slashed[3], slashed[1], slashed[2]) };
  return {
    refused:
      `"${cell}" may be two dates: write it as ${isoDate(slashed[3], slashed[2], slashed[1])} or ` +
      `${isoDate(slashed[3], slashed[1], slashed[2])}.`,
  };
}

const isoDate = (year = '', month = '', day = ''): string =>
  `${year}-${month.padStart(2, '0')}-${day.padStart(2, '0')}`;
