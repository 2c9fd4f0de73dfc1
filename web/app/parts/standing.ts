import type { JobRow, Workspace } from '@kerabat/contract';
import type { FourState } from '@kerabat/core/base/state';

/** How a job stands in a few words, with the shape that says so before its colour does. */
export interface StandingWords {
  readonly words: string;
  readonly state: FourState;
  readonly look: JobRow['grade'];
}

const OF_GRADE: Readonly<Record<JobRow['grade'], StandingWords>> = {
  safe: { words: 'OK to order', state: 'fits', look: 'safe' },
  'on-listing': { words: 'On listing, not measured', state: 'fits-with-change', look: 'on-listing' },
  'not-safe': { words: 'Not OK to order', state: 'does-not-fit', look: 'not-safe' },
  nothing: { words: 'Nothing to order', state: 'fits', look: 'nothing' },
};

/** Of a job in the list: by its grade alone. */
export const standingOfGrade = (grade: JobRow['grade']): StandingWords => OF_GRADE[grade];

/** Of a job that is open, with how many reasons are behind it. */
export function standingOf({ grade, nothing, mayOrder, blockers }: Workspace['safety']): StandingWords {
  if (nothing !== undefined) return OF_GRADE.nothing;
  if (grade !== 'not-safe') return OF_GRADE[grade];
  if (mayOrder) return { words: 'Not OK, overridden', state: 'fits-with-change', look: 'on-listing' };
  const n = blockers.length;
  return { ...OF_GRADE[grade], ...(n === 0 ? {} : { words: `Not OK: ${n === 1 ? '1 reason' : `${n} reasons`}` }) };
}
