import type { HistoryAct } from '@kerabat/contract';
import type { Db } from '../db/open.js';
import { HttpProblem, notFound } from '../http/problem.js';
import { recorder, type Act } from './acts.js';
import { isKept, KEPT, type KeptName } from './kept.js';
import { ledger, type Cells, type Change, type Ledger } from './ledger.js';
import { changeWords, rowWords } from './words.js';

interface ActRow {
  readonly id: number;
  readonly what: string;
  readonly reason: string;
  readonly by: string;
  readonly at: string;
  readonly undoes: number | null;
  readonly undoneBy: number | null;
}
interface ChangeRow {
  readonly kept: string;
  readonly row_key: string;
  readonly before: string | null;
  readonly after: string | null;
}

const ACT = `SELECT a.id, a.what, a.reason, a.person AS "by", a.acted_at AS at, a.undoes, u.id AS undoneBy FROM act a LEFT JOIN act u ON u.undoes = a.id`;
const SQL = {
  acts: `${ACT} ORDER BY a.id DESC LIMIT ?`,
  act: `${ACT} WHERE a.id = ?`,
  changes: `SELECT kept, row_key, before, after FROM change WHERE act_id = ? ORDER BY seq LIMIT ?`,
  count: `SELECT COUNT(*) FROM change WHERE act_id = ?`,
  lastOf: `SELECT a.person AS "by", a.acted_at AS at FROM change c JOIN act a ON a.id = c.act_id WHERE c.kept = ? AND c.row_key = ? ORDER BY c.act_id DESC LIMIT 1`,
};
/** So many changes of an act are told. */
const TOLD = 20;

/** Who changed what in the catalogue, and taking it back. Throws an HttpProblem where that is not possible. */
export function historyStore(db: Db, clock: () => string, writing: () => string | undefined) {
  const acts = db.prepare<[number], ActRow>(SQL.acts);
  const act = db.prepare<[number], ActRow>(SQL.act);
  const changes = db.prepare<[number, number], ChangeRow>(SQL.changes);
  const count = db.prepare<[number], number>(SQL.count).pluck();
  const lastOf = db.prepare<[string, string], { by: string; at: string }>(SQL.lastOf);

  const changeOf = (row: ChangeRow): Change => {
    if (!isKept(row.kept)) throw new Error(`no table ${row.kept}`);
    const cells = (text: string | null): Cells | null => (text === null ? null : (JSON.parse(text) as Cells));
    return { kept: row.kept, key: JSON.parse(row.row_key) as Cells, before: cells(row.before), after: cells(row.after) };
  };
  const view = (row: ActRow): HistoryAct => ({
    id: row.id,
    what: row.what,
    reason: row.reason,
    by: row.by,
    at: row.at,
    changes: changes.all(row.id, TOLD).map((c) => changeWords(db, changeOf(c))),
    more: Math.max(0, (count.get(row.id) ?? 0) - TOLD),
    ...(row.undoneBy === null ? {} : { undoneBy: row.undoneBy }),
    ...(row.undoes === null ? {} : { undoes: row.undoes }),
  });

  const write = (of: Omit<Act, 'at'>, doIt: (book: Ledger) => void): number | undefined => {
    const busy = writing();
    // A write would wait for the import's transaction, and everybody with it.
    if (busy !== undefined) throw new HttpProblem(503, 'Not now', busy);
    return db.transaction(() => {
      const record = recorder(db, { ...of, at: clock() });
      doIt(ledger(db, record.note, true));
      return record.id();
    })();
  };

  const stands = (book: Ledger, { kept, key, after }: Change): boolean => {
    const now = book.get(kept, key);
    return after === null ? now === undefined : now !== undefined && KEPT[kept].values.every((c) => now[c] === after[c]);
  };

  return {
    list: (limit: number): HistoryAct[] => acts.all(limit).map(view),
    /** Does one thing under one name, in one transaction. Answers the act's number, or undefined when nothing changed. */
    write,
    /** Puts every row of an act back to what it was. Refused when one of them was changed again since. */
    undo(id: number, person: string): number | undefined {
      const row = act.get(id);
      if (!row) throw notFound(`There is no act ${id} in the history.`);
      if (row.undoneBy !== null) throw new HttpProblem(409, 'Undone already', 'This was taken back already.');
      return write({ what: `Took back: ${row.what}`, person, undoes: id }, (book) => {
        for (const change of changes.all(id, -1).map(changeOf).reverse()) {
          const { kept, key, before } = change;
          if (!stands(book, change)) {
            const last = lastOf.get(kept, JSON.stringify(key));
            throw new HttpProblem(
              409,
              'Changed since',
              `${rowWords(db, kept, key)} was changed again${last ? ` by ${last.by} on ${last.at.slice(0, 10)}` : ''}. Take that back first; nothing was changed.`,
            );
          }
          if (before === null) book.remove(kept, key);
          else putBack(book, kept, { ...key, ...before });
        }
      });
    },
  };
}

/** A row that was taken out comes back as it was; something new may stand in its place. */
function putBack(book: Ledger, kept: KeptName, row: Cells): void {
  try {
    book.put(kept, row);
  } catch (error) {
    if (!(error instanceof Error && 'code' in error && String(error.code).startsWith('SQLITE_CONSTRAINT'))) throw error;
    throw new HttpProblem(409, 'Changed since', 'What it names is not there any more, or something new stands in its place. Nothing was changed.');
  }
}

export type HistoryStore = ReturnType<typeof historyStore>;
