import { connectReading, type Db } from '../db/open.js';

const open = new Map<string, Db>();

/** This thread's own connection for reading a database file: opened by its first task, kept for the next ones. */
export function readingOf(file: string): Db {
  const known = open.get(file);
  if (known) return known;
  const db = connectReading(file);
  open.set(file, db);
  return db;
}
