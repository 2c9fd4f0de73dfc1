import type { JointView, Workspace } from '@kerabat/contract';

/** The one thing to do next in a job: what it is called, where it is done, and what has the focus there. */
export interface NextAct {
  readonly words: string;
  /** Below the job: ['fit', 'joints']. */
  readonly path: readonly string[];
  readonly joint?: string;
  readonly slot?: string;
  /** A selector of what takes the focus there. */
  readonly focus?: string;
  /** A paper to print instead of a place to go to. */
  readonly paper?: string;
}

/** The first unit that can be chosen. */
const CHOOSE = 'app-interchange-view button[aria-label^="Choose"]';

type Work = Workspace['work'][number];

/**
 * What a specialist does next, by the order of the work: say what was asked, identify, choose, close each joint,
 * measure what is missing, settle fluid and kit, look at what stays, order, print. Undefined only while nothing is
 * loaded.
 */
export function nextAct(w: Workspace): NextAct {
  if (w.work.length === 0) return { words: 'Say which unit it is about', path: ['ask'], focus: '#asker' };
  if (w.job.state !== 'open') return { words: 'Print the work card', path: ['fit', 'card'], paper: 'work-card' };
  if (w.safety.nothing) return { words: 'Close the job: nothing to order', path: ['ask'], focus: '.close-job' };
  const unknown = w.work.find((work) => work.old === undefined && work.chosen === undefined && !work.resealed);
  if (unknown) return identifying(unknown);
  const unchosen = w.work.find((work) => work.chosen === undefined && !work.resealed);
  if (unchosen)
    return {
      words: `Choose a ${unchosen.words}`,
      path: ['interchange'],
      slot: unchosen.slot,
      focus: CHOOSE,
    };
  return closing(w) ?? settling(w) ?? ordering(w);
}

function identifying({ slot, words, identification }: Work): NextAct {
  const [check] = identification.nextChecks;
  const best = identification.candidates[0];
  if (identification.verdict === 'enough' && best)
    return {
      words: `Confirm: ${best.maker} ${best.name}`,
      path: ['identify'],
      slot,
      focus: 'app-candidates button[aria-label^="This is it"]',
    };
  if (check)
    return {
      words: `Check ${check.words} of the ${words}`,
      path: ['identify'],
      slot,
      focus: 'app-unit-sheet input, app-next-checks button, #bench-line',
    };
  return { words: `Identify the ${words}`, path: ['identify'], slot, focus: '#bench-line' };
}

const decides = (joint: JointView) => joint.checks.filter((check) => !check.tells);

/** The gravest joint first: what has no fix, then what has one, then what is to be measured. */
function closing(w: Workspace): NextAct | undefined {
  const all = w.work.flatMap((work) => work.joints.map((joint) => ({ work, joint, id: `${work.slot}/${joint.id}` })));
  const open = all.filter(({ id }) => !w.safety.overridden.some((o) => o.joint === id));
  for (const { work, joint, id } of open.filter((one) => one.joint.state === 'does-not-fit')) {
    const bad = decides(joint).filter((check) => check.state === 'does-not-fit');
    const wanted = bad.find((check) => check.decides === 'wanted');
    if (wanted)
      return {
        words: `Confirm: ${wanted.words}`,
        path: ['fit', 'joints'],
        joint: id,
        slot: work.slot,
        focus: 'app-joint-sheet .confirm',
      };
    if (bad.some((check) => check.fixes.length === 0))
      return {
        words: `Choose another ${work.words}: ${joint.words} has no fix`,
        path: ['interchange'],
        slot: work.slot,
        focus: CHOOSE,
      };
    return {
      words: `Fix: ${joint.words}`,
      path: ['fit', 'joints'],
      joint: id,
      slot: work.slot,
      focus: 'app-fixes button',
    };
  }
  for (const { work, joint, id } of open.filter((one) => one.joint.state === 'not-known')) {
    const first = decides(joint).flatMap((check) => check.measures)[0];
    if (first)
      return {
        words: `Measure ${first.what}`,
        path: ['fit', 'joints'],
        joint: id,
        slot: work.slot,
        focus: 'app-joint-sheet app-measure-field :is(input, mat-select)',
      };
  }
  return undefined;
}

function settling(w: Workspace): NextAct | undefined {
  const fluid = w.fluids.find((f) => f.state === 'does-not-fit' || f.state === 'not-known');
  if (fluid && !w.safety.mayOrder)
    return { words: `Settle the ${fluid.system} fluid`, path: ['kit'], focus: '.fluid button, .fluid a' };
  if (w.safety.mayOrder) return undefined;
  const [reason] = w.safety.blockers;
  return (
    reason && {
      words: reason.words,
      path: reason.joint ? ['fit', 'joints'] : ['kit'],
      ...(reason.joint ? { joint: reason.joint } : {}),
    }
  );
}

function ordering(w: Workspace): NextAct {
  const looks = w.looks.filter((look) => look.answer === undefined).length;
  if (looks > 0)
    return {
      words: `Look at what stays: ${looks} open`,
      path: ['fit', 'look'],
      focus: 'app-look-stage button, app-look-stage mat-button-toggle button',
    };
  if (w.partsList.length > 0)
    return { words: 'Note that the order is placed', path: ['fit', 'joints'], focus: '.place-order' };
  return { words: 'Print the work card', path: ['fit', 'card'], paper: 'work-card' };
}
