import type { PartsListAddRequest, PartsListEditRequest } from '@kerabat/contract';
import type { PartsListEdit, PartsListLine } from '@kerabat/core/list/parts-list';
import type { Db } from '../../base/db/open.js';
import { conflict } from '../../base/http/problem.js';
import { type By, type JobEvents, writerOf } from './events.js';
import { addedOf, editOf, type PartsListRow } from './rows.js';

const COLUMNS = `key, version, by_hand AS byHand, section, words, number, reason, quantity, dropped, note`;
const SQL = {
  one: `SELECT ${COLUMNS} FROM parts_list_line WHERE job_id = ? AND key = ?`,
  all: `SELECT ${COLUMNS} FROM parts_list_line WHERE job_id = ? ORDER BY edited_at, key`,
  byHand: `SELECT COUNT(DISTINCT key) FROM parts_list_line WHERE job_id = ? AND by_hand = 1`,
  known: `SELECT key FROM parts_list_line WHERE job_id = ? AND uid = ?`,
  save: `INSERT INTO parts_list_line (job_id, key, version, by_hand, section, words, number, reason, quantity, dropped,
      note, person, edited_at, uid)
    VALUES (@jobId, @key, 1, @byHand, @section, @words, @number, @reason, @quantity, @dropped, @note, @person, @now,
      @uid)
    ON CONFLICT (job_id, key) DO UPDATE SET version = version + 1, quantity = excluded.quantity,
      dropped = excluded.dropped, note = excluded.note, person = excluded.person, edited_at = excluded.edited_at`,
};

/** Hand edits of computed lines, and lines added by hand. */
export function partsListRows(db: Db, events: JobEvents, exists: (id: number) => unknown) {
  const one = db.prepare<[number, string], PartsListRow>(SQL.one);
  const all = db.prepare<[number], PartsListRow>(SQL.all);
  const byHand = db.prepare<[number], number>(SQL.byHand).pluck() as { get(id: number): number | undefined };
  const known = db.prepare<[number, string], string>(SQL.known).pluck();
  const save = db.prepare<[Record<string, unknown>]>(SQL.save);

  /** The line as it was last edited, which the writer has seen; a sentence when somebody else was first. */
  const seenLine = (id: number, key: string, seen: number, edit: PartsListEditRequest): PartsListRow | undefined => {
    const before = one.get(id, key);
    if ((before?.version ?? 0) !== seen)
      throw conflict('Somebody else edited this line in the meantime.', before ?? null, edit);
    return before;
  };

  return {
    /** Hand edits of computed lines, and lines added by hand. */
    partsListByHand(id: number): { readonly edits: PartsListEdit[]; readonly added: PartsListLine[] } {
      const rows = all.all(id);
      return {
        edits: rows.filter((row) => row.byHand === 0).map(editOf),
        added: rows.filter((row) => row.byHand === 1).map(addedOf),
      };
    },
    /** Refuses an edit of a line that somebody else edited in the meantime. */
    checkSeen: (id: number, key: string, seen: number, edit: PartsListEditRequest): void =>
      void seenLine(id, key, seen, edit),
    editPartsList: (id: number, key: string, edit: PartsListEditRequest, seen: number, by: By): number =>
      events.write('line-edited', by, (now) => {
        exists(id);
        const before = seenLine(id, key, seen, edit);
        const stays = { section: null, words: null, number: null, reason: null, byHand: 0, ...before };
        save.run({
          ...stays,
          jobId: id,
          key,
          quantity: edit.quantity ?? before?.quantity ?? null,
          dropped: (edit.dropped ?? before?.dropped === 1) ? 1 : 0,
          note: edit.note ?? before?.note ?? null,
          person: writerOf(by).person,
          now,
          uid: null,
        });
        return { jobId: id, ref: key, answer: seen + 1 };
      }),
    /** Whether a line of this name was added by hand. */
    hasLine: (id: number, uid: string | undefined): boolean => uid !== undefined && known.get(id, uid) !== undefined,
    /** Adds a line by hand; one of a name that is there already is that one. */
    addToPartsList: (id: number, { uid, ...line }: PartsListAddRequest, by: By): string =>
      events.write('line-added', by, (now) => {
        exists(id);
        const there = uid === undefined ? undefined : known.get(id, uid);
        const key = there ?? `hand:${(byHand.get(id) ?? 0) + 1}`;
        if (there === undefined)
          save.run({
            number: null,
            ...line,
            jobId: id,
            key,
            byHand: 1,
            dropped: 0,
            note: null,
            person: writerOf(by).person,
            now,
            uid: uid ?? null,
          });
        return { jobId: id, ref: key, answer: key };
      }),
  };
}
