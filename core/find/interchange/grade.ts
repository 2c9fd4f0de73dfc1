import type { Grade, LinkKind, Step } from './types.js';

const STEP_GRADE: Readonly<Record<LinkKind, Grade>> = {
  same: 'same',
  'superseded-by': 'same',
  'drop-in': 'drop-in',
  'with-changes': 'with-changes',
  'does-not-fit': 'does-not-fit',
};
const GRADE_ORDER: readonly Grade[] = ['same', 'drop-in', 'with-changes', 'does-not-fit'];

/** 0 for the best grade. */
export const gradeRank = (grade: Grade): number => GRADE_ORDER.indexOf(grade);

export const worseGrade = (a: Grade, b: Grade): Grade => (gradeRank(b) > gradeRank(a) ? b : a);

/** What one step makes of a way: any condition makes it one with changes. */
export const gradeOfStep = (step: Pick<Step, 'kind' | 'conditions'>): Grade =>
  step.conditions.length > 0 && step.kind !== 'does-not-fit' ? 'with-changes' : STEP_GRADE[step.kind];
