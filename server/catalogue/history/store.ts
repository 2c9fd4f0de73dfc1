import type { HistoryAct } from '@kerabat/contract';
import type { Db } from '../../base/db/open.js';
import { HttpProblem } from '../../base/http/problem.js';
import type { WorkPool } from '../../base/work/pool.js';
import { type Act, recorder } from './acts.js';
import { ledger, type Ledger } from './ledger.js';
import type { HistoryTask } from './task.js';
import type { WriteTurn } from './turn.js';
import { changeOf, type ChangeRow, type Undone } from './undo.js';
import { changeWords } from './words.js';

interface ActRow {
  readonly id: number;
  readonly what: string;
  readonly reason: string;
  readonly by: string;
  readonly at: string;
  readonly undoes: number | null;
  readonly undoneBy: number | null;
}

const SQL = {
  acts: `SELECT a.id, a.what, a.reason, a.person AS "by", a.acted_at AS at, a.undoes, u.id AS undoneBy FROM act
    a LEFT JOIN act u ON u.undoes = a.id
    ORDER BY a.id DESC LIMIT (? + 0)`,
  changes: `SELECT kept, row_key, before, after FROM change WHERE act_id = ? ORDER BY seq LIMIT (? + 0)`,
  count: `SELECT COUNT(*) FROM change WHERE act_id = ?`,
};
/** So many changes of an act are told, and so many of the whole list. */
const [TOLD, TOLD_IN_ALL] = [20, 300];

/** Who changed what in the catalogue, and taking it back. Throws an HttpProblem where that is not possible. */
export function historyStore(db: Db, clock: () => string, turn: WriteTurn, pool: WorkPool) {
  const acts = db.prepare<[number], ActRow>(SQL.acts);
  const changes = db.prepare<[number, number], ChangeRow>(SQL.changes);
  const count = db.prepare<[number], number>(SQL.count).pluck();

  const view = (row: ActRow, most: number): HistoryAct => {
    const told = changes.all(row.id, Math.min(TOLD, most)).map((c) => changeWords(db, changeOf(c)));
    return {
      id: row.id,
      what: row.what,
      reason: row.reason,
      by: row.by,
      at: row.at,
      changes: told,
      more: (count.get(row.id) ?? 0) - told.length,
      ...(row.undoneBy === null ? {} : { undoneBy: row.undoneBy }),
      ...(row.undoes === null ? {} : { undoes: row.undoes }),
    };
  };

  /** Changes many rows in a thread, as one act. Throws an HttpProblem. */
  const inThread = async (act: HistoryTask['act'], person: string, words: string): Promise<Undone> => {
    const release = turn.take(() => words);
    try {
      const done = await pool.run(
        'changeBack',
        { catalogue: db.name, act, person, at: clock() },
        { pool: 'long', person },
      );
      if ('refused' in done) throw new HttpProblem(done.refused.status, done.refused.title, done.refused.detail);
      return done;
    } finally {
      release();
    }
  };

  return {
    list(limit: number): HistoryAct[] {
      let left = TOLD_IN_ALL;
      return acts.all(limit).map((row) => {
        const seen = view(row, left);
        left -= seen.changes.length;
        return seen;
      });
    },
    /**
     * Does one thing under one name, in one transaction. Answers the act's number, or undefined when nothing changed.
     */
    write(of: Omit<Act, 'at'>, doIt: (book: Ledger) => void): number | undefined {
      const busy = turn.busy();
      // A write would wait for the other's transaction, and everybody with it.
      if (busy !== undefined) throw new HttpProblem(503, 'Not now', busy);
      return db.transaction(() => {
        const record = recorder(db, { ...of, at: clock() });
        doIt(ledger(db, record.note, true));
        return record.id();
      })();
    },
    undo: (id: number, person: string): Promise<Undone> =>
      inThread({ undo: id }, person, `${person} is undoing act ${id}. Try again when it is done.`),
    takeOutDemo: (person: string): Promise<Undone> =>
      inThread('take out the demo', person, `${person} is removing the demo data. Try again when it is done.`),
  };
}

export type HistoryStore = ReturnType<typeof historyStore>;
