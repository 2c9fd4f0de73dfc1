/* eslint-disable kerabat/no-outside-keys --
   columns are those of KEPT, a closed list; this is the inner loop of every import. */
import type { Db } from '../../base/db/open.js';
import { KEPT, type Kept, type KeptName } from './kept.js';

export type Cell = string | number | null;
export type Cells = Readonly<Record<string, Cell>>;
/** What is said of a row: undefined is "nothing is said". */
export type Said = Readonly<Record<string, Cell | undefined>>;
export type Effect = 'added' | 'changed' | 'same';

/** One row as it was and as it is; null where it was not there. */
export interface Change {
  readonly kept: KeptName;
  readonly key: Cells;
  readonly before: Cells | null;
  readonly after: Cells | null;
}

const list = (columns: readonly string[]): string => columns.join(', ');
const are = (columns: readonly string[]): string => columns.map((c) => `${c} = ?`).join(' AND ');

/**
 * Writes rows of the catalogue so that what changed is known: a row is added, changed or the same as it was. `note`
 * hears of each change (and of each addition, when `additions` is asked for). Foreign keys and checks are the
 * database's to enforce.
 */
export function ledger(db: Db, note: (change: Change) => void, additions = false) {
  const tables = new Map(
    Object.entries(KEPT).map(([name, kept]) => [name as KeptName, tableOf(db, name as KeptName, kept)]),
  );
  const table = (name: KeptName) => {
    const found = tables.get(name);
    if (!found) throw new Error(`no table ${name}`);
    return found;
  };
  return {
    /** The row of a key as it stands; undefined when there is none. */
    get: (name: KeptName, key: Cells): Cells | undefined => table(name).get(key),
    /**
     * Adds the row, or brings the one of its key to what is said; what is not said stays, or is as `otherwise` has it.
     */
    put(name: KeptName, said: Said, otherwise?: Cells): Effect {
      const t = table(name);
      if (t.insert(said, otherwise)) {
        if (additions) note({ kept: name, key: t.keyOf(said), before: null, after: t.get(said) ?? null });
        return 'added';
      }
      const before = t.get(said);
      if (!before) throw new Error(`${name}: a row of another key is in the way`);
      const newest: string | undefined = t.newest;
      const isOlder = newest !== undefined && String(said[newest]) < String(before[newest]);
      if (isOlder || t.values.every((column) => said[column] === undefined || before[column] === said[column]))
        return 'same';
      const after = t.valuesOf(said, before);
      t.update(said, after);
      note({ kept: name, key: t.keyOf(said), before, after });
      return 'changed';
    },
    /** Takes a row out. Answers whether it was there. */
    remove(name: KeptName, key: Cells): boolean {
      const t = table(name);
      const before = t.get(key);
      if (!before) return false;
      t.remove(key);
      note({ kept: name, key: t.keyOf(key), before, after: null });
      return true;
    },
  };
}
export type Ledger = ReturnType<typeof ledger>;

function tableOf(db: Db, name: KeptName, { key, values, counted, newest }: Kept) {
  const columns = [...key, ...values];
  const marks = columns.map(() => '?').join(', ');
  const seq = counted ? `(SELECT COALESCE(MAX(${counted.column}), 0) + 1 FROM ${name} WHERE ${counted.owner} = ?)` : '';
  // A counted row has no unique index over its key: whether it is there is asked first.
  const absent = counted
    ? `SELECT ${marks}, ${seq} WHERE NOT EXISTS (SELECT 1 FROM ${name} WHERE ${are(key)})`
    : `VALUES (${marks})`;
  const insert = db.prepare<[Cell[]]>(
    `INSERT INTO ${name} (${list(columns)}${counted ? `, ${counted.column}` : ''})
      ${absent}${counted ? '' : ` ON CONFLICT (${list(key)}) DO NOTHING`}`,
  );
  const get = db.prepare<[Cell[]], Record<string, Cell>>(`SELECT ${list(values)} FROM ${name} WHERE ${are(key)}`);
  const update = db.prepare<[Cell[]]>(
    `UPDATE ${name} SET ${values.map((c) => `${c} = ?`).join(', ')} WHERE ${are(key)}`,
  );
  const remove = db.prepare<[Cell[]]>(`DELETE FROM ${name} WHERE ${are(key)}`);
  // Rows are told by lookup and never put together: in a long list that is most of what they would cost.
  const pick = (wanted: readonly string[], said: Said, otherwise?: Cells): Cell[] =>
    wanted.map((column) => {
      const value = said[column];
      return value === undefined ? (otherwise?.[column] ?? null) : value;
    });
  const record = (wanted: readonly string[], said: Said, otherwise?: Cells): Cells => {
    const cells = pick(wanted, said, otherwise);
    return Object.fromEntries(wanted.map((column, i) => [column, cells[i] ?? null]));
  };
  const owner = counted?.owner;
  return {
    values,
    newest,
    keyOf: (said: Said): Cells => record(key, said),
    valuesOf: (said: Said, otherwise?: Cells): Cells => record(values, said, otherwise),
    insert(said: Said, otherwise?: Cells): boolean {
      const cells = pick(columns, said, otherwise);
      if (owner !== undefined) cells.push(said[owner] ?? null, ...pick(key, said));
      return insert.run(cells).changes === 1;
    },
    get: (said: Said): Cells | undefined => get.get(pick(key, said)),
    update: (said: Said, after: Cells): void => void update.run([...pick(values, after), ...pick(key, said)]),
    remove: (said: Said): void => void remove.run(pick(key, said)),
  };
}
