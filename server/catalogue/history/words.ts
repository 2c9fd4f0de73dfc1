import type { ChangeSeen } from '@kerabat/contract';
import { lookup } from '@kerabat/core/base/lookup';
import { type AttributeName, attributeWords } from '@kerabat/core/named/attribute';
import type { Db } from '../../base/db/open.js';
import { isKept, type KeptName } from './kept.js';
import type { Cell, Cells, Change } from './ledger.js';

const WORDS: Readonly<Record<KeptName, string>> = {
  source: 'source',
  maker: 'maker',
  vehicle: 'vehicle',
  vehicle_option: 'option of',
  vehicle_fact: '',
  vehicle_part_fact: '',
  vehicle_access: 'access to',
  unit_note: 'note on',
  unit_piece: 'piece of',
  unit: 'unit',
  unit_fact: '',
  kit: 'kit',
  kit_content: 'contents of',
  kit_unit: '',
  fitting: 'fitting',
  fitting_end: 'an end of',
  fitting_piece: 'contents of',
  number: 'number',
  box_item: 'in the box of',
  stock: 'stock of',
  chain_entry: 'sits in',
  beside: 'another source of',
  link: 'link',
  assertion: 'source of',
  condition: 'condition of',
};

/** What an id of this column stands for, as people call it. */
const NAMES: Readonly<Record<string, string>> = {
  maker_id: `SELECT name FROM maker WHERE id = ?`,
  source_id: `SELECT title FROM source WHERE id = ?`,
  vehicle_id: `SELECT name FROM vehicle WHERE id = ?`,
  unit_id: `SELECT name FROM unit WHERE id = ?`,
  kit_id: `SELECT name FROM kit WHERE id = ?`,
  fitting_id: `SELECT name FROM fitting WHERE id = ?`,
  number_id: `SELECT m.name || ' ' || n.written FROM number n JOIN maker m ON m.id = n.maker_id WHERE n.id = ?`,
  link_id: `SELECT key FROM link WHERE id = ?`,
};
const ENDS: Readonly<Record<string, string>> = {
  from_number: 'number_id',
  to_number: 'number_id',
  from_unit: 'unit_id',
  to_unit: 'unit_id',
  holds_kit: 'kit_id',
};

/** A change in words: which row, what was there, what is there. Only what differs is told. */
export function changeWords(db: Db, { kept, key, before, after }: Change): ChangeSeen {
  const columns = Object.keys({ ...before, ...after }).filter((column) => column !== 'id');
  const differing = before && after ? columns.filter((c) => lookup(before, c) !== lookup(after, c)) : columns;
  return {
    words: rowWords(db, kept, key),
    before: valueWords(db, before, differing),
    after: valueWords(db, after, differing),
  };
}

/** The row of a key, as people call it: "tandem master 22 Q: bore", "link l001". */
export function rowWords(db: Db, kept: KeptName, key: Cells): string {
  if (kept === 'beside') return besideWords(db, key);
  const parts = Object.entries(key).flatMap(([column, value]) =>
    column === 'attribute' || value === '' ? [] : [cellWords(db, column, value)],
  );
  const attribute =
    key['attribute'] === undefined ? '' : `: ${attributeWords(String(key['attribute']) as AttributeName)}`;
  if (kept === 'kit_unit') return parts.join(' for ');
  return [WORDS[kept], ...parts].filter((part) => part !== '').join(' ') + attribute;
}

/** "tandem master 22 Q: bore, as Wexlode list has it". */
function besideWords(db: Db, key: Cells): string {
  const of = String(key['kept']);
  const row = isKept(of) ? rowWords(db, of, JSON.parse(String(key['row_key'])) as Cells) : of;
  return `${row}, as ${cellWords(db, 'source_id', key['source_id'] ?? null)} has it`;
}

function valueWords(db: Db, cells: Cells | null, columns: readonly string[]): string {
  if (!cells) return 'not there';
  return (
    columns
      .filter((c) => lookup(cells, c) !== null && lookup(cells, c) !== '' && lookup(cells, c) !== undefined)
      .map((c) => `${c.replace(/_id$/, '').replace(/_/g, ' ')} ${cellWords(db, c, lookup(cells, c) ?? null)}`)
      .join(', ') || 'nothing'
  );
}

function cellWords(db: Db, column: string, value: Cell): string {
  const sql = lookup(NAMES, lookup(ENDS, column) ?? column);
  const name: unknown = sql === undefined || value === null ? undefined : db.prepare(sql).pluck().get(value);
  return typeof name === 'string' ? name : String(value ?? 'nothing');
}
