import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { TrialReport } from '@kerabat/contract';
import { HOME } from '../../base/home.js';

/** The report of the last trial, as it ships; undefined where there is none. Throws where it is no JSON. */
export function lastTrial(file = join(HOME, '..', 'trial', 'last.json')) {
  let read: TrialReport | undefined;
  return (): TrialReport | undefined => {
    if (read) return read;
    let text: string;
    try {
      text = readFileSync(file, 'utf8');
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code === 'ENOENT') return undefined;
      throw error;
    }
    return (read = JSON.parse(text) as TrialReport);
  };
}
export type LastTrial = ReturnType<typeof lastTrial>;
