import { worst } from '../../base/state/index.js';
import type { ChainFact, Part } from '../../vehicle/chain/index.js';
import { type Answer, type Check, CHECKS, type JudgedJoint, type View } from '../check/index.js';
import { answersFor, isNew, isSameUnit } from './judge.js';
import { PATH_READS } from './paths.js';

/**
 * What nobody is named for shows that something does not fit, and never that it does: a must that fits by it alone is
 * not known. Like for like stays quiet.
 */
export function vouched(joint: JudgedJoint, view: View): JudgedJoint {
  if (joint.checks.every((check) => check.rests !== 'listed')) return joint;
  const checks = joint.checks.map((check): Check => {
    if (check.rests !== 'listed' || check.state === 'does-not-fit') return check;
    const parts = partsOf(joint, check, view);
    // A figure that nobody is named for is measured before one that was read is read again.
    if (check.state === 'not-known') return check.coarse ? { ...check, answers: answersOf(parts, check, view) } : check;
    const fresh = parts.filter((part) => isNew(view, part.id));
    if (fresh.length > 0 && fresh.every((part) => isSameUnit(view, part.id)))
      return { ...check, state: 'fits', rests: 'as-it-was' };
    // What is looked at on receipt where it fits is as much a must as it was where nobody knows that it does.
    const soft = CHECKS.some((row) => row.code === check.code && row.soft === true);
    return {
      ...check,
      ...(soft ? { rank: 'must' as const } : {}),
      state: 'not-known',
      answers: answersOf(parts, check, view),
    };
  });
  return { ...joint, checks, state: worst(checks.flatMap(({ rank, state }) => (rank === 'tells' ? [] : [state]))) };
}

/** The parts that a check is about: those that meet, and the one that its figures name. */
function partsOf({ between }: JudgedJoint, { values }: Check, view: View): Part[] {
  const names = new Set([
    ...between.map((ref) => ref.part),
    ...(values['part'] === undefined ? [] : [String(values['part'])]),
  ]);
  return [...names].flatMap((name) => view.parts.get(name) ?? []);
}

/** What is asked where a check rests on nobody: what it reads of its parts, as far as nobody measured it. */
function answersOf(parts: readonly Part[], { code }: Check, view: View): Answer[] {
  const row = CHECKS.find((one) => one.code === code);
  const reads: readonly string[] = row ? [row.a, row.b ?? row.a] : PATH_READS;
  return parts
    .filter(isThere(view))
    .flatMap((part) =>
      part.facts
        .filter((fact) => fact.rests === 'listed' && reads.includes(fact.attribute) && isBare(fact, part))
        .flatMap((fact) => answersFor(part, fact.attribute, fact.position, view)),
    );
}
/** What is on the vehicle, or comes as a unit: an adapter is made to what it meets, and that is asked. */
const isThere =
  (view: View) =>
  ({ id }: Part): boolean =>
    view.now.has(id) || view.then.putBy.has(id);
/** A figure of the part itself, that no reading of it stands beside: a rod that comes from elsewhere is read there. */
const isBare = ({ attribute, position, instead }: ChainFact, { facts }: Part): boolean =>
  instead !== true &&
  !facts.some((one) => one.rests === 'measured' && one.attribute === attribute && one.position === position);

/**
 * What its sources were asked and did not say is looked at when the part is there: a must whose every answer was asked
 * for waits until then, and stays open.
 */
export function withoutAnswer(joint: JudgedJoint, view: View): JudgedJoint {
  if (view.unanswered.size === 0) return joint;
  const checks = joint.checks.map((check): Check => {
    const asked = check.answers.filter((answer) => answer.attribute !== undefined);
    const closed = asked.length > 0 && asked.every((answer) => view.unanswered.has(questionOf(answer)));
    if (check.state !== 'not-known' || check.rank !== 'must' || !closed) return check;
    return { ...check, rank: 'receive', unanswered: true };
  });
  return { ...joint, checks };
}

/** The name under which a question was asked: "booster stud-spacing master". */
const questionOf = ({ part, attribute, position }: Answer): string =>
  `${part} ${attribute ?? ''} ${position ?? ''}`.trim();
