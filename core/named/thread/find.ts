import { BRAKE_THREADS } from './brake.data.js';
import { readThread } from './designation.js';
import { SERIES } from './series.data.js';
import type { SeriesThread } from './types.js';

const BY_NAME = new Map<string, SeriesThread>([...SERIES, ...BRAKE_THREADS].map((t) => [t.designation, t]));

/** The thread that a designation names, in any writing; undefined when it names none. */
export function findThread(designation: string): SeriesThread | undefined {
  const exact = BY_NAME.get(designation);
  if (exact) return exact;
  const read = readThread(designation);
  return read.designation === undefined ? undefined : BY_NAME.get(read.designation);
}
