/** Under which marks a number is kept when its maker says nothing of them. */
const IGNORED_MARKS = ' -./';

/** How a row begins of which a list says no more. */
export const NEW_SOURCE = { note: '', made_up: 0 };
export const NEW_MAKER = { ignored_marks: IGNORED_MARKS, prefix: '', made_up: 0 };
export const NUMBER = { kind: 'order', status: 'unknown', note: '', condition: '' };
export const ASSERTION = { person: '', note: '' };
export const CONDITION = { number: '' };
