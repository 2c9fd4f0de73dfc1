import type { Db } from '../../base/db/open.js';
import { decisionRows } from './decisions.js';
import { type JobEvents, jobEvents } from './events.js';
import { evidenceRows } from './evidence.js';
import { askedRows } from './jobs.js';
import { partsListRows } from './parts-list.js';

/** Jobs and what people put into them. Every write goes through the events. */
export function jobStore(db: Db, clock: () => string, events: JobEvents = jobEvents(db, clock)) {
  const canRead = db.prepare<[], unknown>(`SELECT COUNT(*) FROM job`);
  const asked = askedRows(db, events);
  return {
    ...asked,
    ...evidenceRows(db, events, asked.get),
    ...decisionRows(db, events, asked.get),
    ...partsListRows(db, events, asked.get),
    events,
    canRead: (): boolean => {
      try {
        return canRead.get() !== undefined;
      } catch {
        return false;
      }
    },
  };
}

export type JobStore = ReturnType<typeof jobStore>;
