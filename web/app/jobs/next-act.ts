import type { NextAct } from '@kerabat/contract';

/** Where the next thing to do is done on the screen: below the job, and what takes the focus there. */

/** Below the job, by stage. */
const PATHS: Readonly<Record<NextAct['target']['stage'], readonly string[]>> = {
  ask: ['ask'],
  identify: ['identify'],
  interchange: ['interchange'],
  joints: ['fit', 'joints'],
  kit: ['kit'],
  look: ['fit', 'look'],
  card: ['fit', 'card'],
};

/** A selector of what takes the focus. */
const FOCUS: Readonly<Record<NextAct['act'], string | undefined>> = {
  'say-what': '#asker',
  print: undefined,
  close: '.close-job',
  'confirm-unit': 'app-candidates button[aria-label^="This is it"]',
  check: 'app-unit-sheet input, app-next-checks button, #bench-line',
  identify: '#bench-line',
  choose: 'app-interchange-view button[aria-label^="Choose"]',
  'confirm-wanted': 'app-joint-sheet .confirm',
  fix: 'app-fixes button',
  measure: 'app-joint-sheet app-measure-field :is(input, mat-select)',
  fluid: '.fluid button, .fluid a',
  reason: undefined,
  look: 'app-look-stage button, app-look-stage mat-button-toggle button',
  order: '.place-order',
};

export interface PlaceOnScreen {
  readonly path: readonly string[];
  readonly focus?: string;
  /** A paper to print instead of a place to go to. */
  readonly paper?: string;
}

export function onScreen({ act, target }: NextAct): PlaceOnScreen {
  const focus = FOCUS[act];
  return {
    path: PATHS[target.stage],
    ...(focus === undefined ? {} : { focus }),
    ...(act === 'print' ? { paper: 'work-card' } : {}),
  };
}
