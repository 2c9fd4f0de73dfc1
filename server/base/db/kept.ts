import type { Db } from './open.js';

/**
 * Changes with every write to a database, by this connection or another. What others wrote is looked up once in a turn
 * of the event loop: within one turn everything that is read is of one state anyway.
 */
export function stampOf(db: Db): () => string {
  const changes = db.prepare<[], number>('SELECT total_changes()').pluck();
  let version: string | undefined;
  return () => {
    if (version === undefined) {
      version = String(db.pragma('data_version', { simple: true }));
      setImmediate(() => (version = undefined));
    }
    return `${version}/${changes.get() ?? 0}`;
  };
}

/** So many values of one kind are kept at most. */
const AT_MOST = 5000;

/** Remembers what was read, for as long as nothing is written to the database. */
export function keeper(db: Db): <T>(read: (key: string) => T) => (key: string) => T {
  const stamp = stampOf(db);
  return <T>(read: (key: string) => T) => {
    let known = new Map<string, T>();
    let of = '';
    return (key) => {
      const now = stamp();
      if (now !== of || known.size >= AT_MOST) [known, of] = [new Map<string, T>(), now];
      const before = known.get(key);
      if (before !== undefined || known.has(key)) return before as T;
      const value = read(key);
      known.set(key, value);
      return value;
    };
  };
}
