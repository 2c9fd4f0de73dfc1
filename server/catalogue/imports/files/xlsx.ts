import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { read, SSF, utils, type CellObject, type Range, type WorkSheet } from '@e965/xlsx';
import { lookup } from '@kerabat/core/base/lookup';
import { FileProblem } from '../../../base/csv/file-problem.js';
import { count, LIMITS, tally } from './limits.js';
import type { Flaw, RawRow } from './sheet.js';
import { rowWriter, type StagedSheet } from './staged.js';
import type { Zip } from './zip.js';

/** A part number of more digits is rounded by the spreadsheet itself. */
const DIGITS_KEPT = 15;

/** Unpacks the sheets of an XLSX workbook into a folder. Throws a FileProblem. */
export async function stageXlsx(path: string, zip: Zip, folder: string): Promise<StagedSheet[]> {
  await readThrough(zip);
  const book = parsed(path);
  if (book.SheetNames.length > LIMITS.sheets)
    throw new FileProblem(`It has ${book.SheetNames.length} sheets; at most ${LIMITS.sheets} are taken.`);
  const staged = book.SheetNames.flatMap((name, i) => {
    const sheet = lookup(book.Sheets, name);
    return sheet ? [stageSheet(name, sheet, join(folder, `sheet-${i}.rows`))] : [];
  });
  if (staged.length === 0) throw new FileProblem('There is no sheet in this workbook.');
  return staged;
}

/**
 * Every entry is unpacked once and thrown away before the package for workbooks sees any: an entry that is larger than
 * the list of the archive says, or that the list does not have, ends here.
 */
async function readThrough(zip: Zip): Promise<void> {
  let unpacked = 0;
  for (const entry of zip.entries) {
    if (/\/$/.test(entry.fileName)) continue;
    for await (const chunk of await zip.read(entry)) unpacked += (chunk as Buffer).length;
    if (unpacked > LIMITS.workbookBytes)
      throw new FileProblem(
        `The workbook unpacks to more than ${LIMITS.workbookBytes / 1024 / 1024} MB. Send its sheets as CSV.`,
      );
  }
}

function parsed(path: string) {
  try {
    return read(readFileSync(path), {
      type: 'buffer',
      dense: true,
      cellFormula: true,
      cellNF: true,
      cellHTML: false,
      cellText: false,
      sheetStubs: true,
    });
  } catch (error) {
    throw new FileProblem(
      `The workbook cannot be read: ${(error as Error).message.slice(0, 200)}. Open it in a ` +
        'spreadsheet and save it again.',
    );
  }
}

function stageSheet(name: string, sheet: WorkSheet, file: string): StagedSheet {
  const take = tally({ rows: LIMITS.rows, cells: LIMITS.workbookCells });
  const rows = rowWriter(file);
  const mergeOf = mergedRows(name, sheet['!merges'] ?? []);
  const data = (sheet['!data'] ?? []) as (CellObject | undefined)[][];
  let [formulas, figures] = [0, 0];
  for (const [r, row] of data.entries()) {
    if (!row) continue;
    take(r + 1, row.length);
    const cells: string[] = [];
    const flaws: Flaw[] = [];
    for (const [column, cell] of row.entries()) {
      const read = cell ? readCell(cell, () => utils.encode_cell({ r, c: column })) : { text: '' };
      cells.push(read.text);
      if (read.flaw) flaws.push({ column, ...read.flaw });
      if (read.formula) formulas++;
      if (read.figure) figures++;
    }
    const merged = mergeOf(r);
    if (merged !== undefined)
      flaws.push({
        kind: 'unreadable',
        sentence: `The cells ${merged} are merged, and only the first holds the value. Unmerge them and fill each.`,
      });
    if (cells.some((cell) => cell !== ''))
      rows.write({ line: r + 1, cells, ...(flaws.length > 0 ? { flaws } : {}) } satisfies RawRow);
  }
  const notes = [
    ...(formulas > 0
      ? [
          `${formulas} ${formulas === 1 ? 'cell holds a formula' : 'cells hold formulas'}: the value last ` +
            'computed is taken.',
        ]
      : []),
    ...(figures > 0 ? ['Part numbers kept as figures have lost their leading noughts, if they had any.'] : []),
  ];
  return { name, path: file, notes, total: rows.close() };
}

/** The first merged range that spans a row, asked for row by row from the top. */
function mergedRows(name: string, ranges: readonly Range[]): (row: number) => string | undefined {
  if (ranges.length > LIMITS.merges)
    throw new FileProblem(
      `Sheet "${name}" has ${count(ranges.length)} merged ranges; a list has none, and at most ` +
        `${count(LIMITS.merges)} are read.`,
    );
  const sorted = [...ranges].sort((a, b) => a.s.r - b.s.r);
  let [next, open] = [0, undefined as Range | undefined];
  return (row) => {
    for (let range = sorted[next]; range && range.s.r <= row; range = sorted[++next])
      if (!open || range.e.r > open.e.r) open = range;
    return open && open.e.r >= row ? utils.encode_range(open) : undefined;
  };
}

interface Read {
  readonly text: string;
  readonly flaw?: Omit<Flaw, 'column'>;
  readonly formula?: true;
  readonly figure?: true;
}

function readCell(cell: CellObject, address: () => string): Read {
  if (cell.f === undefined) return plain(cell, address);
  if (cell.v === undefined || cell.t === 'z')
    return {
      text: `=${cell.f}`,
      formula: true,
      flaw: {
        kind: 'unreadable',
        sentence:
          `The formula in ${address()} has no computed value: open the file, let it compute, and save it ` +
          'as values.',
      },
    };
  return { ...plain(cell, address), formula: true };
}

/** What a spreadsheet shows for the number of an error (ECMA-376, part 1, 18.17.3). */
const ERRORS: Readonly<Record<string, string>> = {
  0: '#NULL!',
  7: '#DIV/0!',
  15: '#VALUE!',
  23: '#REF!',
  29: '#NAME?',
  36: '#NUM!',
  42: '#N/A',
};
const errorOf = (cell: CellObject): string => lookup(ERRORS, String(cell.v)) ?? '#ERROR';

function plain(cell: CellObject, address: () => string): Read {
  switch (cell.t) {
    case 'z':
      return { text: '' };
    case 'b':
      return { text: cell.v === true ? 'yes' : 'no' };
    case 'n':
      return figure(Number(cell.v), cell, address);
    case 'e':
      return {
        text: errorOf(cell),
        flaw: { kind: 'unreadable', sentence: `${address()} holds the error ${errorOf(cell)}.` },
      };
    default:
      return { text: String(cell.v ?? '').trim() };
  }
}

/**
 * A format of noughts alone ("000000") shows leading noughts that the figure itself does not have; a format of days
 * makes it a date.
 */
function figure(value: number, cell: CellObject, address: () => string): Read {
  const format = typeof cell.z === 'string' ? cell.z : '';
  if (format !== '' && SSF.is_date(format)) return dated(value, address);
  const digits = /^0{2,}$/.test(format) ? format.length : 0;
  const text = String(value).padStart(digits, '0');
  if (Number.isInteger(value) && Math.abs(value) >= 10 ** DIGITS_KEPT)
    return {
      text,
      flaw: {
        kind: 'unreadable',
        sentence:
          `${address()} is a figure of more than ${DIGITS_KEPT} digits: the spreadsheet has rounded it. ` +
          'Format the column as text and write it again.',
      },
    };
  return { text, figure: true };
}

function dated(value: number, address: () => string): Read {
  const day = SSF.parse_date_code(value) as { y: number; m: number; d: number } | null;
  if (!day || day.y < 1900 || day.d === 0)
    return { text: '', flaw: { kind: 'unreadable', sentence: `${address()} holds a date that is none.` } };
  const two = (n: number): string => String(n).padStart(2, '0');
  return { text: `${day.y}-${two(day.m)}-${two(day.d)}`, flaw: { kind: 'date', sentence: address() } };
}
