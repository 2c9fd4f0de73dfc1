import type { Job, NextAct } from '@kerabat/contract';

/** Where the next thing to do is done on the screen: below the job, and what takes the focus there. */

type Request = Job['request'];

/** Below the job, by stage. */
const PATHS: Readonly<Record<NextAct['target']['stage'], readonly string[]>> = {
  ask: ['ask'],
  identify: ['identify'],
  interchange: ['interchange'],
  joints: ['fit', 'joints'],
  kit: ['kit'],
  plan: ['fit', 'plan'],
  look: ['fit', 'look'],
  card: ['fit', 'card'],
};

/** The field of a measurement, or its list. */
const FIELD = ':is(input, mat-select)';

/** What chooses a unit; one whose numbers are listed no longer is never proposed. */
const CHOOSE = 'button[aria-label^="Choose "]:not([aria-label^="Choose all the same"])';

/** What takes the focus: the very thing, then what would do. */
const FOCUS: Readonly<Record<NextAct['act'], (fact: string, request: Request) => readonly string[]>> = {
  'say-what': () => ['#asker', 'app-ask-form input'],
  print: () => [],
  close: () => ['.close-job'],
  'confirm-unit': () => ['app-candidates button[aria-label^="This is it"]'],
  // Never one of the likely answers: Enter would record what nobody saw.
  check: (fact) => [
    `app-unit-sheet [data-fact="${fact}"] ${FIELD}`,
    `app-next-checks [data-fact="${fact}"] button:is([aria-label^="other "], [aria-label^="enter "])`,
  ],
  // A second reading stands beside the first, so that the two can be compared.
  'read-again': () => ['#bench-line'],
  // Which reading is wrong nobody knows yet: the focus is on the question.
  dispute: () => ['app-disputes section'],
  identify: () => ['#bench-line'],
  // Who wants another unit is not led to the same one under another number.
  choose: (_, request) => [
    ...(request === 'upgrade' || request === 'convert' ? [`[data-grade="with-changes"] ${CHOOSE}`] : []),
    // A conversion has its own units for each role.
    'app-plan-view button[aria-label^="Add "]',
    `app-interchange-view ${CHOOSE}`,
  ],
  'confirm-wanted': () => ['app-joint-sheet .confirm'],
  fix: () => ['app-fixes button[aria-label^="Apply"]'],
  measure: (fact) => [
    `app-joint-sheet [data-fact="${fact}"] ${FIELD}`,
    `app-joint-sheet app-measure-field ${FIELD}`,
    `app-kit-stage app-measure-field ${FIELD}`,
  ],
  fluid: () => ['.grades [data-state="fits"]', 'app-kit-stage p a'],
  kit: () => ['app-kit-stage button[aria-label^="Take "]'],
  reason: () => ['app-joint-sheet button', 'app-kit-stage button[aria-label^="Take "]'],
  look: () => ['app-look app-answers.open'],
  order: () => ['.place-order'],
};
/** Where nothing of these is there: the stage itself, so that the keys go on from it. */
const STAGE = '.stage h2';

export interface PlaceOnScreen {
  readonly path: readonly string[];
  /** Selectors, the best first. */
  readonly focus: readonly string[];
  /** A paper to print instead of a place to go to. */
  readonly paper?: string;
}

export function onScreen({ act, target }: NextAct, request: Request): PlaceOnScreen {
  const focus = FOCUS[act](CSS.escape(target.fact ?? ''), request);
  return {
    path: PATHS[target.stage],
    focus: focus.length === 0 ? [] : [...focus, ...(act === 'check' ? ['#bench-line'] : []), STAGE],
    ...(act === 'print' ? { paper: 'work-card' } : {}),
  };
}
