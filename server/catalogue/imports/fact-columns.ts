import { looksLikeInches } from '@kerabat/core/find/audit';
import {
  type AttributeName,
  type AttributeRow,
  ATTRIBUTES,
  columnOf,
  figureProblem,
} from '@kerabat/core/named/attribute';
import { findThread } from '@kerabat/core/named/thread';

/** A fact column of a catalogue file: "bore_mm", "flange_angle_deg", "rod_kind". */
export interface FactColumn {
  readonly heading: string;
  readonly attribute: AttributeName;
  readonly row: AttributeRow & { readonly name: AttributeName };
}

/** The fact columns of files with one row for each unit or slot. */
export const PLAIN_COLUMNS: readonly FactColumn[] = ATTRIBUTES.filter((a) => !a.perPort).map((a) => ({
  heading: columnOf(a),
  attribute: a.name,
  row: a,
}));
/** The fact columns of files with one row for each port. */
export const PORT_COLUMNS: readonly FactColumn[] = ATTRIBUTES.filter((a) => a.perPort).map((a) => ({
  heading: columnOf(a).replace(/^port_/, ''),
  attribute: a.name,
  row: a,
}));

export interface FactCell {
  readonly presence: 'recorded' | 'none';
  readonly num: number | null;
  readonly txt: string | null;
  readonly tolerance: number | null;
}

/**
 * Reads one cell. Empty is "not known" (no fact); "none" is "has none"; a quantity is a plain decimal in the column's
 * unit, with a tolerance as in "80±0.3". Answers a sentence when the cell cannot be taken.
 */
export function readCell(cell: string, row: FactColumn['row']): FactCell | undefined | string {
  if (cell === '') return undefined;
  if (cell.toLowerCase() === 'none') return { presence: 'none', num: null, txt: null, tolerance: null };
  if (row.kind === 'quantity') return readNumber(cell, row);
  if (row.kind === 'count') {
    return /^\d{1,2}$/.test(cell)
      ? { presence: 'recorded', num: Number(cell), txt: null, tolerance: null }
      : `"${cell}" is not a whole number for the ${row.words}.`;
  }
  if (row.kind === 'thread') {
    const thread = findThread(cell);
    return thread ? recorded(thread.designation) : `"${cell}" is no thread of a standard series.`;
  }
  if (row.kind === 'choice' && !row.choices?.includes(cell))
    return `"${cell}" is not a ${row.words}; it is one of ${row.choices?.join(', ')}, none.`;
  if (row.kind === 'month' && !/^\d{4}-\d{2}$/.test(cell)) return `"${cell}" is not a month like 2004-09.`;
  return recorded(cell);
}

const recorded = (txt: string): FactCell => ({ presence: 'recorded', num: null, txt, tolerance: null });

function readNumber(cell: string, row: FactColumn['row']): FactCell | string {
  const { name } = row;
  const match = /^(\d+(?:\.\d+)?)(?:±(\d+(?:\.\d+)?))?$/.exec(cell);
  if (!match) return `"${cell}" is not a decimal number for the ${row.words}.`;
  const num = Number(match[1]);
  const usual = row.usual;
  if (usual && (num < usual.min || num > usual.max)) {
    const inches = looksLikeInches(num, usual)
      ? ` It looks like inches: ${num} in is ${(num * 25.4).toFixed(2)} mm.`
      : '';
    return `${num} is outside what ${usual.what} can be (${usual.min} to ${usual.max}).${inches}`;
  }
  const tolerance = match[2] === undefined ? null : Number(match[2]);
  const problem = figureProblem(name, num, tolerance ?? 0);
  return problem ?? { presence: 'recorded', num, txt: null, tolerance };
}
