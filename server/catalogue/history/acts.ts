import type { Db } from '../../base/db/open.js';
import type { Change } from './ledger.js';

export interface Act {
  readonly what: string;
  readonly reason?: string;
  readonly person: string;
  readonly at: string;
  /** The act that this one takes back. */
  readonly undoes?: number;
}

const SQL = {
  act: `INSERT INTO act (what, reason, person, acted_at, undoes) VALUES (?, ?, ?, ?, ?)`,
  change: `INSERT INTO change (act_id, seq, kept, row_key, before, after) VALUES (?, ?, ?, ?, ?, ?)`,
};

/** Keeps one act with its changes, inside the transaction that makes them. An act that changes nothing is not kept. */
export function recorder(db: Db, act: Act) {
  const insertAct = db.prepare<[string, string, string, string, number | null]>(SQL.act);
  const insertChange = db.prepare<[number, number, string, string, string | null, string | null]>(SQL.change);
  let id: number | undefined;
  let seq = 0;
  const begun = (): number =>
    (id ??= Number(insertAct.run(act.what, act.reason ?? '', act.person, act.at, act.undoes ?? null).lastInsertRowid));
  const text = (cells: Change['before']): string | null => (cells === null ? null : JSON.stringify(cells));
  return {
    note(change: Change): void {
      insertChange.run(
        begun(),
        ++seq,
        change.kept,
        JSON.stringify(change.key),
        text(change.before),
        text(change.after),
      );
    },
    /** The act's number; undefined as long as nothing has changed. */
    id: (): number | undefined => id,
  };
}
