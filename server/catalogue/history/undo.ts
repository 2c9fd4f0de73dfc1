import { lookup } from '@kerabat/core/base/lookup';
import { constraintSentence } from '../../base/db/faults.js';
import type { Db } from '../../base/db/open.js';
import { HttpProblem } from '../../base/http/problem.js';
import { recorder } from './acts.js';
import { isKept, KEPT, type KeptName } from './kept.js';
import { type Cells, type Change, ledger, type Ledger } from './ledger.js';
import { rowWords } from './words.js';

export interface ChangeRow {
  readonly kept: string;
  readonly row_key: string;
  readonly before: string | null;
  readonly after: string | null;
}

const SQL = {
  act: `SELECT a.what, u.id AS undoneBy FROM act a LEFT JOIN act u ON u.undoes = a.id WHERE a.id = ?`,
  changes: `SELECT kept, row_key, before, after FROM change WHERE act_id = ? ORDER BY seq DESC`,
  lastOf: `SELECT a.person AS "by", a.acted_at AS at FROM change c JOIN act a ON a.id = c.act_id WHERE c.kept =
    ? AND c.row_key = ? ORDER BY c.act_id DESC LIMIT 1`,
};
/** So many rows that stay are told by name. */
const TOLD = 5;

export function changeOf(row: ChangeRow): Change {
  if (!isKept(row.kept)) throw new Error(`no table ${row.kept}`);
  const cells = (text: string | null): Cells | null => (text === null ? null : (JSON.parse(text) as Cells));
  return { kept: row.kept, key: JSON.parse(row.row_key) as Cells, before: cells(row.before), after: cells(row.after) };
}

export interface Undone {
  /** The act that took it back; undefined when nothing was left to change. */
  readonly id: number | undefined;
  /** What the act had added and stays, because something else rests on it by now. */
  readonly stays: readonly string[];
}

/**
 * Puts every row of an act back to what it was, in one transaction. A row that the act added stays when something else
 * rests on it. Throws an HttpProblem when one of the rows was changed again since.
 */
export function undoAct(db: Db, id: number, person: string, at: string): Undone {
  return db.transaction(() => {
    const row = db.prepare<[number], { what: string; undoneBy: number | null }>(SQL.act).get(id);
    if (!row) throw new HttpProblem(404, 'Not found', `There is no act ${id} in the history.`);
    if (row.undoneBy !== null) throw new HttpProblem(409, 'Undone already', 'This was undone already.');
    const changes = db.prepare<[number], ChangeRow>(SQL.changes).all(id).map(changeOf);
    const record = recorder(db, { what: `Undone: ${row.what}`, person, at, undoes: id });
    const book = ledger(db, record.note, true);
    const stays: string[] = [];
    for (const change of changes) {
      if (!stands(book, change)) throw changedSince(db, change);
      if (change.before !== null) putBack(book, change.kept, { ...change.key, ...change.before });
      else if (!removed(book, change)) stays.push(rowWords(db, change.kept, change.key));
    }
    return { id: record.id(), stays: stays.slice(0, TOLD) };
  })();
}

const stands = (book: Ledger, { kept, key, after }: Change): boolean => {
  const now = book.get(kept, key);
  return after === null
    ? now === undefined
    : now !== undefined && KEPT[kept].values.every((c) => lookup(now, c) === lookup(after, c));
};

/** Takes a row out; answers false when something rests on it that the act did not bring. */
function removed(book: Ledger, { kept, key }: Change): boolean {
  try {
    book.remove(kept, key);
    return true;
  } catch (error) {
    if (constraintSentence(error) === undefined) throw error;
    return false;
  }
}

/** A row that was taken out comes back as it was; something new may stand in its place. */
function putBack(book: Ledger, kept: KeptName, row: Cells): void {
  try {
    book.put(kept, row);
  } catch (error) {
    if (constraintSentence(error) === undefined) throw error;
    throw new HttpProblem(
      409,
      'Changed since',
      'What it names is not there any more, or something new stands in its place. Nothing was changed.',
    );
  }
}

function changedSince(db: Db, { kept, key }: Change): HttpProblem {
  const last = db.prepare<[string, string], { by: string; at: string }>(SQL.lastOf).get(kept, JSON.stringify(key));
  const by = last ? ` by ${last.by} on ${last.at.slice(0, 10)}` : '';
  return new HttpProblem(
    409,
    'Changed since',
    `${rowWords(db, kept, key)} was changed again${by}. Undo that first; nothing was changed.`,
  );
}
