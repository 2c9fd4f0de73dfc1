import type { RowCells } from './cells.js';
import { lookup } from '@kerabat/core/base/lookup';
import type { Effect, Ledger } from '../history/ledger.js';
import { type FactCell, type FactColumn, readCell } from './fact-columns.js';
import { Refused } from './names.js';

interface Fact {
  readonly attribute: string;
  readonly cell: FactCell;
}
interface FactOwner {
  readonly unit_id?: number;
  readonly vehicle_id?: number;
  readonly slot?: string;
  readonly part?: string;
  readonly built_from?: string;
  readonly option_code?: string;
  readonly built_to?: string;
  readonly mated_set?: string;
  readonly position: string;
  readonly source_id: number;
}

/** The facts that the cells of a row state. Throws Refused with the column on a cell that cannot be read. */
export const factsOf = (columns: readonly FactColumn[], c: RowCells): Fact[] =>
  columns.flatMap((column) => {
    const cell = readCell(lookup(c, column.heading) ?? '', column.row);
    if (typeof cell === 'string') throw new Refused(`${column.heading}: ${cell}`);
    return cell ? [{ attribute: column.attribute, cell }] : [];
  });

/** Writes the facts of a row, each with its owner, and answers what became of them together. */
export const factWriter =
  (put: Ledger['put']) =>
  (kept: 'unit_fact' | 'vehicle_fact' | 'vehicle_part_fact', facts: readonly Fact[], owner: FactOwner): Effect =>
    together(
      facts.map(({ attribute, cell: { presence, num, txt, tolerance } }) => {
        return put(kept, { ...owner, attribute, presence, num, txt, tolerance });
      }),
    );

/** What became of a row that wrote several: a change if anything was changed, else an addition if anything was new. */
export const together = (effects: readonly Effect[]): Effect =>
  effects.includes('changed') ? 'changed' : effects.includes('added') ? 'added' : 'same';
