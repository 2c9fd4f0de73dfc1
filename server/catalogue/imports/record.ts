import type { Db } from '../../base/db/open.js';

export interface ImportRecord {
  readonly name: string;
  readonly date: string;
  readonly source: string;
  readonly person: string;
  readonly now: string;
  readonly added: number;
  readonly changed: number;
  readonly rejected: number;
  /** The act under which its changes are kept; undefined when it changed nothing that was there. */
  readonly actId: number | undefined;
}

const IMPORTED = `INSERT INTO import (name, dated, source, loaded_at, person, added, changed, rejected, act_id)
  VALUES (@name, @date, @source, @now, @person, @added, @changed, @rejected, @actId)`;

/** Keeps that an import was made. One that added and changed nothing leaves no trace. */
export function recordImport(db: Db, record: ImportRecord): void {
  if (record.added + record.changed > 0) db.prepare(IMPORTED).run({ ...record, actId: record.actId ?? null });
}
