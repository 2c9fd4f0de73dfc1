import { lookup } from '@kerabat/core/base/lookup';
import { attribute, type AttributeName, findAttribute, valueWords } from '@kerabat/core/named/attribute';
import type { Settings } from '@kerabat/core/named/settings';
import type { Db } from '../../base/db/open.js';
import { isKept, KEPT } from '../history/kept.js';
import type { Cells } from '../history/ledger.js';
import { rowWords } from '../history/words.js';
import type { Add } from './finding.js';

interface Beside {
  readonly kept: string;
  readonly row_key: string;
  readonly source_id: number;
  readonly said: string;
}

/** What two sources say differently of one thing: which of them is used, and what the other has. */
export function sourcesDiffer(db: Db, add: Add, settings: Settings): void {
  const rows = db.prepare<[], Beside>(`SELECT kept, row_key, source_id, said FROM beside`);
  const title = db.prepare<[number], string>(`SELECT title FROM source WHERE id = ?`).pluck();
  const standing = new Map(
    Object.entries(KEPT).map(([name, { key }]) => [
      name,
      db.prepare<[unknown[]], Cells>(`SELECT * FROM ${name} WHERE ${key.map((c) => `${c} = ?`).join(' AND ')}`),
    ]),
  );
  const titleOf = (source: Cells[string]): string => title.get(Number(source)) ?? '';
  for (const { kept, row_key, source_id, said } of rows.all()) {
    if (!isKept(kept)) continue;
    const [key, other] = [JSON.parse(row_key) as Cells, JSON.parse(said) as Cells];
    const stands = standing.get(kept)?.get(KEPT[kept].key.map((column) => key[column] ?? null));
    if (!stands || !isOtherwise(key, stands, other, settings)) continue;
    const unit = key['unit_id'];
    const units = typeof unit === 'number' ? [unit] : [];
    if (!add.wants('sources-differ')) {
      add({ rule: 'sources-differ', sentence: '', rows: [], units });
      continue;
    }
    add({
      rule: 'sources-differ',
      sentence:
        `${rowWords(db, kept, key)} is ${saidWords(key, stands)} by ${titleOf(stands['source_id'] ?? null)}, ` +
        `which is used, and ${saidWords(key, other)} by ${titleOf(source_id)}.`,
      rows: [
        { kept, key },
        { kept: 'beside', key: { kept, row_key, source_id } },
      ],
      units,
    });
  }
}

/** Whether it is more than two ways to write one value, or two readings of one size. */
function isOtherwise(key: Cells, one: Cells, other: Cells, settings: Settings): boolean {
  const [a, b] = [one['num'], other['num']];
  if (typeof a === 'number' && typeof b === 'number') {
    const open = Number(one['tolerance'] ?? 0) + Number(other['tolerance'] ?? 0);
    const dimension = findAttribute(String(key['attribute']))?.dimension;
    return Math.abs(a - b) > Math.max(open, dimension === 'length' ? settings.oneSizeWithin : 0);
  }
  return Object.keys(other).some(
    (column) => column !== 'tolerance' && (lookup(one, column) ?? null) !== lookup(other, column),
  );
}

/** A fact's value; for a row of a chain, until when and in which mated set. */
function saidWords(key: Cells, row: Cells): string {
  const name = key['attribute'];
  if (typeof name === 'string') {
    if (row['presence'] === 'none') return 'none';
    const value = row['num'] ?? row['txt'] ?? '';
    return findAttribute(name) ? valueWords(attribute(name as AttributeName).name, value) : String(value);
  }
  const [to, set] = [row['built_to'], row['mated_set']].map((cell) => String(cell ?? ''));
  return [to === '' ? 'without an end' : `until ${to ?? ''}`, set === '' ? '' : `in the set ${set ?? ''}`]
    .filter((part) => part !== '')
    .join(' ');
}
