import { join } from 'node:path';
import exceljs, { type Cell, type CellValue } from 'exceljs';
import { FileProblem, type Flaw, type RawRow } from './sheet.js';
import { rowWriter, type StagedSheet } from './staged.js';
import type { Zip } from './zip.js';

/** A part number of more digits is rounded by the spreadsheet itself. */
const DIGITS_KEPT = 15;
/** A table has fewer columns. */
const MOST_COLUMNS = 400;

interface Merge {
  readonly text: string;
  readonly from: number;
  readonly to: number;
}

/** Unpacks the sheets of an XLSX workbook into a folder, row by row. Throws a FileProblem. */
export async function stageXlsx(path: string, zip: Zip, folder: string): Promise<StagedSheet[]> {
  const merges = await mergesOf(zip);
  const staged: StagedSheet[] = [];
  const reader = new exceljs.stream.xlsx.WorkbookReader(path, {
    sharedStrings: 'cache',
    styles: 'cache',
    worksheets: 'emit',
    hyperlinks: 'ignore',
    entries: 'ignore',
  });
  try {
    for await (const sheet of reader as AsyncIterable<exceljs.stream.xlsx.WorksheetReader & { name: string; id: number }>) {
      const file = join(folder, `sheet-${staged.length}.rows`);
      const rows = rowWriter(file);
      const merged = merges.get(`xl/worksheets/sheet${sheet.id}.xml`) ?? [];
      let [formulas, figures] = [0, 0];
      for await (const row of sheet) {
        const cells: string[] = [];
        const flaws: Flaw[] = [];
        row.eachCell({ includeEmpty: false }, (cell, column) => {
          if (column > MOST_COLUMNS) return;
          const read = readCell(cell);
          while (cells.length < column - 1) cells.push('');
          cells[column - 1] = read.text;
          if (read.flaw) flaws.push({ column: column - 1, ...read.flaw });
          if (read.formula) formulas++;
          if (read.figure) figures++;
        });
        const inMerge = merged.find((m) => row.number >= m.from && row.number <= m.to);
        if (inMerge)
          flaws.push({ kind: 'unreadable', sentence: `The cells ${inMerge.text} are merged, and only the first holds the value. Unmerge them and fill each.` });
        if (cells.some((cell) => cell !== '')) rows.write({ line: row.number, cells, ...(flaws.length > 0 ? { flaws } : {}) } satisfies RawRow);
      }
      const notes = [
        ...(formulas > 0 ? [`${formulas} ${formulas === 1 ? 'cell holds a formula' : 'cells hold formulas'}: the value last computed is taken.`] : []),
        ...(figures > 0 ? ['Part numbers kept as figures have lost their leading noughts, if they had any.'] : []),
      ];
      staged.push({ name: sheet.name, path: file, notes, total: rows.close() });
    }
  } catch (error) {
    if (error instanceof FileProblem) throw error;
    throw new FileProblem(`The workbook cannot be read: ${(error as Error).message}. Open it in a spreadsheet and save it again.`);
  }
  if (staged.length === 0) throw new FileProblem('There is no sheet in this workbook.');
  return staged;
}

interface Read {
  readonly text: string;
  readonly flaw?: Omit<Flaw, 'column'>;
  readonly formula?: true;
  readonly figure?: true;
}

function readCell(cell: Cell): Read {
  const { value } = cell;
  if (value !== null && typeof value === 'object' && 'formula' in value) {
    const { result } = value;
    if (result === undefined || (typeof result === 'number' && Number.isNaN(result)))
      return {
        text: `=${value.formula}`,
        formula: true,
        flaw: { kind: 'unreadable', sentence: `The formula in ${cell.address} has no computed value: open the file, let it compute, and save it as values.` },
      };
    return { ...plain(result, cell), formula: true };
  }
  return plain(value, cell);
}

function plain(value: CellValue | undefined, cell: Cell): Read {
  if (value === null || value === undefined) return { text: '' };
  if (typeof value === 'number') return figure(value, cell);
  if (value instanceof Date) return dated(value, cell);
  if (typeof value === 'object') {
    if ('error' in value) return { text: value.error, flaw: { kind: 'unreadable', sentence: `${cell.address} holds the error ${value.error}.` } };
    if ('richText' in value)
      return {
        text: value.richText
          .map((part) => part.text)
          .join('')
          .trim(),
      };
    if ('text' in value) return { text: String(value.text).trim() };
    return { text: '', flaw: { kind: 'unreadable', sentence: `${cell.address} holds something that is not text.` } };
  }
  return { text: typeof value === 'boolean' ? (value ? 'yes' : 'no') : value.trim() };
}

/** A format of noughts alone ("000000") shows leading noughts that the figure itself does not have. */
function figure(value: number, cell: Cell): Read {
  const digits = /^0{2,}$/.test(cell.numFmt ?? '') ? cell.numFmt.length : 0;
  const text = String(value).padStart(digits, '0');
  if (Number.isInteger(value) && Math.abs(value) >= 10 ** DIGITS_KEPT)
    return {
      text,
      flaw: {
        kind: 'unreadable',
        sentence: `${cell.address} is a figure of more than ${DIGITS_KEPT} digits: the spreadsheet has rounded it. Format the column as text and write it again.`,
      },
    };
  return { text, figure: true };
}

function dated(value: Date, cell: Cell): Read {
  if (Number.isNaN(value.getTime())) return { text: '', flaw: { kind: 'unreadable', sentence: `${cell.address} holds a date that is none.` } };
  return { text: value.toISOString().slice(0, 10), flaw: { kind: 'date', sentence: cell.address } };
}

/** The merged ranges of each sheet. They stand behind the rows, so they are looked for ahead of reading them. */
async function mergesOf(zip: Zip): Promise<Map<string, Merge[]>> {
  const found = new Map<string, Merge[]>();
  for (const entry of zip.entries) {
    if (!/^xl\/worksheets\/sheet\d+\.xml$/.test(entry.fileName)) continue;
    const merges: Merge[] = [];
    let tail = '';
    try {
      for await (const chunk of await zip.read(entry)) {
        const text = tail + (chunk as Buffer).toString('latin1');
        for (const [, a = '', from = '', b = '', to = ''] of text.matchAll(/<mergeCell ref="([A-Z]{1,3})(\d+):([A-Z]{1,3})(\d+)"/g)) {
          merges.push({ text: `${a}${from}:${b}${to}`, from: Number(from), to: Number(to) });
        }
        tail = text.slice(text.lastIndexOf('<'));
        if (tail.length > 200) tail = '';
      }
    } catch (error) {
      throw new FileProblem(`"${entry.fileName}" in the workbook is damaged or not what it says: ${(error as Error).message}.`);
    }
    found.set(entry.fileName, merges);
  }
  return found;
}
