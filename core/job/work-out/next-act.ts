import { BY_RECORD, SAID } from './choose.js';
import { CONTRADICTORY, excludedKey, seenKey, unsaidKey, whichKey } from './safety.js';
import { endOf } from '../question.js';
import { findSlot } from '../../vehicle/place/index.js';
import type { Measure, ShownCheck } from '../shown.types.js';
import type { NextAct, SlotWork, Workspace } from './workspace.js';

type Done = Omit<Workspace, 'next'>;

/**
 * What a specialist does next, by the order of the work: say what was asked, identify, choose, close each joint,
 * measure what is missing, settle fluid and kit, look at what stays, order, print.
 */
export function nextAct(w: Done): NextAct {
  if (w.work.length === 0) return { words: 'Say which unit it is about', act: 'say-what', target: { stage: 'ask' } };
  if (w.job.state !== 'open')
    return looking(w) ?? { words: 'Print the work card', act: 'print', target: { stage: 'card' } };
  if (w.safety.nothing !== undefined)
    return { words: 'Close the job: nothing to order', act: 'close', target: { stage: 'ask' } };
  const disputed = w.safety.grade === 'safe' ? undefined : w.work.find(({ disputes }) => disputes.length > 0);
  const [dispute] = disputed?.disputes ?? [];
  if (disputed && dispute)
    return {
      words: `Take back a reading: ${dispute.words}`,
      act: 'dispute',
      target: { stage: 'identify', place: disputed.slot },
    };
  const unknown = w.work.find(
    (work) => work.old === undefined && work.chosen === undefined && !work.brought && isNamed(work),
  );
  if (unknown) return identifying(unknown);
  const unchosen = w.work.find((work) => work.chosen === undefined && !work.resealed && !work.left);
  if (unchosen)
    return {
      words: `Choose a ${unchosen.words}`,
      act: 'choose',
      target: { stage: w.conversions.length > 0 ? 'plan' : 'interchange', place: unchosen.slot },
    };
  const open = w.work.find(({ slot }) =>
    w.safety.blockers.some(({ key }) => key === whichKey(slot) || key === unsaidKey(slot)),
  );
  if (open) return identifying(open);
  const contradicted = resolving(w);
  if (contradicted) return contradicted;
  const unsealed = w.work.find((work) => work.resealed && !work.kits.some((kit) => kit.chosen));
  if (unsealed)
    return {
      words: `Take a seal kit for the ${unsealed.words}`,
      act: 'kit',
      target: { stage: 'kit', place: unsealed.slot },
    };
  const unbored = w.work.find(({ kitBore }) => kitBore && !kitBore.again);
  if (unbored?.kitBore) return measuringBore(unbored, `Measure the bore of the ${unbored.words}`);
  const asked = w.safety.grade === 'on-listing' ? anotherWay(w) : undefined;
  return closing(w) ?? settling(w) ?? lookingAtTheOld(w) ?? asked ?? ordering(w);
}

/** Where what was seen contradicts itself or the unit that is taken to be there: read again, look further, say it. */
function resolving(w: Done): NextAct | undefined {
  const is = (key: string): boolean => w.safety.blockers.some((one) => one.key === key);
  const work = w.work.find(
    ({ slot, identification, oldBy }) =>
      is(excludedKey(slot)) ||
      (is(CONTRADICTORY) && identification.verdict === 'contradictory' && oldBy?.startsWith(SAID) !== true),
  );
  if (!work) return undefined;
  const { slot: place, words, readAgain, identification } = work;
  const target = { stage: 'identify', place } as const;
  if (readAgain) return readingAgain(readAgain, work);
  const [check] = identification.nextChecks;
  if (check && !is(excludedKey(place))) return checking(work, check);
  return { words: `Say which ${words} it is`, act: 'confirm-unit', target };
}

const readingAgain = (measure: Measure, { slot: place, words }: Pick<SlotWork, 'slot' | 'words'>): NextAct => ({
  words: `Read once more: ${measure.what} of the ${words}`,
  act: 'read-again',
  target: { stage: 'identify', place, fact: measure.attribute },
});

const measuringBore = ({ slot: place }: SlotWork, words: string): NextAct => ({
  words,
  act: 'measure',
  target: { stage: 'kit', place, fact: 'bore' },
});

/** Whether it has to be known which unit is there: not where one stays, unless another was fitted than is recorded. */
const isNamed = ({ left, state }: SlotWork): boolean =>
  !left || state === 'fitted-already' || state === 'off-and-back' || state === 'moves';

function identifying({ slot: place, words, identification, old, readAgain }: SlotWork): NextAct {
  const [check] = identification.nextChecks;
  const best = identification.candidates[0];
  const target = { stage: 'identify', place } as const;
  if (identification.verdict === 'contradictory' && readAgain) return readingAgain(readAgain, { slot: place, words });
  // Nobody is led to say by name what nobody saw.
  if (identification.verdict === 'enough' && best && old === undefined)
    return { words: `Confirm: ${best.maker} ${best.name}`, act: 'confirm-unit', target };
  if (check) return checking({ slot: place, words }, check);
  return { words: `Identify the ${words}`, act: 'identify', target };
}

const checking = (
  { slot: place, words }: Pick<SlotWork, 'slot' | 'words'>,
  check: SlotWork['identification']['nextChecks'][number],
): NextAct => ({
  words: `Check ${check.words} of the ${words}`,
  act: 'check',
  target: { stage: 'identify', place, fact: check.attribute },
});

/** Before the order the unit that is there is looked at: an order rests on more than the record then. */
function lookingAtTheOld(w: Done): NextAct | undefined {
  if (w.safety.grade !== 'on-listing') return undefined;
  const blind = w.work.find(
    ({ slot, identification }) =>
      identification.nextChecks.length > 0 && w.safety.onListing.some(({ key }) => key === seenKey(slot)),
  );
  const [check] = blind?.identification.nextChecks ?? [];
  return blind && check && blind.unitIs !== 'lost' ? checking(blind, check) : undefined;
}

const decides = (joint: { readonly checks: readonly ShownCheck[] }) => joint.checks.filter((check) => !check.tells);

/** The gravest joint first: what has no fix, then what has one, then what is to be measured. */
function closing(w: Done): NextAct | undefined {
  const all = w.work.flatMap((work) => work.joints.map((joint) => ({ work, joint, id: `${work.slot}/${joint.id}` })));
  const open = all.filter(({ id }) => !w.safety.overridden.some((o) => o.joint === id));
  for (const { work, joint, id } of open.filter((one) => one.joint.state === 'does-not-fit')) {
    const bad = decides(joint).filter((check) => check.state === 'does-not-fit');
    const wanted = bad.find((check) => check.decides === 'wanted');
    const target = { stage: 'joints', place: work.slot, joint: id } as const;
    if (wanted) return { words: `Confirm: ${wanted.words}`, act: 'confirm-wanted', target };
    const stuck = bad.find((check) => check.fixes.length === 0);
    if (stuck) return choosingAnother(w.work.find(({ slot, chosen }) => chosen && slot === stuck.of) ?? work, joint, w);
    return { words: `Fix: ${joint.words}`, act: 'fix', target };
  }
  for (const { work, joint, id } of open.filter((one) => one.joint.state === 'not-known')) {
    const first = decides(joint)
      .flatMap((check) => check.measures)
      .find(({ again }) => !again);
    if (first) return measuring(first, `Measure ${first.what}`, { work, id }, w);
  }
  return undefined;
}

const isUnseen = ({ oldBy, unitIs, brought }: SlotWork): boolean =>
  oldBy === BY_RECORD && unitIs !== 'lost' && !brought;

/** Another unit for a place that has no way out; of a joint between two that go in either may be another. */
function choosingAnother(work: SlotWork, joint: SlotWork['joints'][number], w: Done): NextAct {
  // What does not fit by the record of a unit that nobody saw: that one is looked at first.
  const [check] = work.identification.nextChecks;
  if (check && isUnseen(work)) return checking(work, check);
  const { words, with: beside } = joint;
  const other = w.work.find(({ slot, chosen, resealed }) => slot === beside && chosen && !resealed);
  const named = other ? `${work.words} or ${other.words}` : work.words;
  return {
    words: `Choose another ${named}: ${words} has no fix`,
    act: 'choose',
    target: { stage: 'interchange', place: work.slot, ...(other ? { or: other.slot } : {}) },
  };
}

/** Enters a figure that a joint of a place waits for. */
const measuring = (
  measure: Measure,
  words: string,
  { work, id }: { readonly work: SlotWork; readonly id: string },
  w: Done,
): NextAct => ({
  words: `${words}${ofWhich(measure, w)}`,
  act: 'measure',
  target: {
    stage: 'joints',
    place: work.slot,
    joint: id,
    fact: measure.attribute,
    ...(measure.slot === work.slot ? {} : { at: measure.slot }),
  },
});

/** What could not be had the first time, when nothing else is left: another source, or another look. */
function anotherWay(w: Done): NextAct | undefined {
  const unbored = w.work.find(({ kitBore }) => kitBore);
  if (unbored) return measuringBore(unbored, `Look again: bore of the ${unbored.words}`);
  const overridden = new Set(w.safety.overridden.map(({ joint }) => joint));
  for (const work of w.work)
    for (const joint of work.joints) {
      const id = `${work.slot}/${joint.id}`;
      if (joint.state !== 'not-known' || overridden.has(id)) continue;
      const measure = decides(joint).flatMap((check) => check.measures)[0];
      if (!measure) continue;
      const how = measure.side === 'unit' ? 'Ask somebody else' : 'Look again';
      const first = measure.off === undefined ? '' : `, off first: ${measure.off}`;
      return measuring(measure, `${how}: ${measure.what}${first}`, { work, id }, w);
    }
  return undefined;
}

/** What is meant where both sides of a joint have it: the new unit, by its place. */
const ofWhich = ({ side, slot }: { readonly side: string; readonly slot: string }, { work }: Done): string =>
  side === 'unit' ? ` of the new ${work.find((one) => one.slot === slot)?.words ?? 'unit'}` : '';

function settling(w: Done): NextAct | undefined {
  if (w.safety.mayOrder) return undefined;
  const fluid = w.fluids.find((f) => f.state === 'does-not-fit' || f.state === 'not-known');
  const capless = fluid && fluid.state === 'not-known' && fluid.cap === undefined;
  const filled =
    capless && !fluid.brought ? w.work.find(({ slot }) => findSlot(slot)?.system === fluid.system) : undefined;
  const read = filled && endOf({ side: 'vehicle', attribute: 'fluid' }, filled.slot, w.decisions);
  if (filled && read !== 'nowhere')
    return {
      words: `${read === undefined ? 'Read' : 'Look again for'} the grade on the cap of the ${filled.words}`,
      act: 'check',
      target: { stage: 'identify', place: filled.slot, fact: 'fluid' },
    };
  if (fluid) return { words: `Settle the ${fluid.system} fluid`, act: 'fluid', target: { stage: 'kit' } };
  const another = anotherWay(w);
  if (another) return another;
  const [reason] = w.safety.blockers;
  if (!reason) return undefined;
  const joints = w.work.flatMap((work) => work.joints.map((joint) => ({ ...joint, id: `${work.slot}/${joint.id}` })));
  const wanted = joints
    .find(({ id }) => id === reason.joint)
    ?.checks.some((check) => check.decides === 'wanted' && check.state !== 'fits');
  if (wanted && reason.joint !== undefined)
    return {
      words: `Confirm: ${reason.words}`,
      act: 'confirm-wanted',
      target: { stage: 'joints', joint: reason.joint },
    };
  const target =
    reason.joint === undefined ? { stage: 'kit' as const } : { stage: 'joints' as const, joint: reason.joint };
  return { words: reason.words, act: 'reason', target };
}

function ordering(w: Done): NextAct {
  if (w.partsList.length > 0) return { words: 'Place the order', act: 'order', target: { stage: 'joints' } };
  return looking(w) ?? { words: 'Print the work card', act: 'print', target: { stage: 'card' } };
}

/** What stays is looked at while the vehicle is open: after the order, before the unit goes in. */
function looking(w: Done): NextAct | undefined {
  const open = w.looks.filter((look) => look.answer === undefined).length;
  return open === 0 ? undefined : { words: `Look at what stays: ${open} open`, act: 'look', target: { stage: 'look' } };
}
