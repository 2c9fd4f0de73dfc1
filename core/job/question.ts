import { type AttributeName, findAttribute } from '../named/attribute/index.js';
import type { ChainInput } from '../judge/verdict/index.js';
import { partsOf, type Slot } from '../vehicle/place/index.js';
import type { Measure, ShownJoint } from './shown.types.js';
import { readSubject, type Subject } from './subject.js';

/**
 * A question that has no answer: nobody can see it where it is, or its source was asked and did not say. It is put
 * off, and asked once more in another way when nothing else is left to do: with more taken off, of another source.
 * Where that says nothing either it is not asked again; the check stays. Of a new unit it moves to when the part is
 * there.
 */

/** What is asked: of the vehicle or of the new unit, what, and where. */
export interface Question {
  readonly side: Measure['side'];
  readonly attribute: AttributeName;
  readonly position?: string;
}

/** How it ended; "nowhere" is the second time. */
export const QUESTION_ENDS = ['cannot-be-seen', 'no-answer', 'nowhere'] as const;
export type QuestionEnd = (typeof QUESTION_ENDS)[number];

/** "unit/stud-spacing/master" */
export const questionText = ({ side, attribute, position }: Question): string =>
  [side, attribute, ...(position === undefined ? [] : [position])].join('/');

/** Reads a question; undefined when it is none. */
export function readQuestion(text: string): Question | undefined {
  const [side = '', name = '', position, ...more] = text.split('/');
  const attribute = findAttribute(name)?.name;
  if ((side !== 'vehicle' && side !== 'unit') || attribute === undefined || more.length > 0) return undefined;
  return { side, attribute, ...(position === undefined ? {} : { position }) };
}

interface Decided {
  readonly subject: string;
  readonly value: { readonly choice: string } | null;
}
type Asked = Extract<Subject, { readonly about: 'asked' }>;

/** The questions of a job that ended without an answer, each with its place and how. */
function ended(decisions: readonly Decided[]): (Question & { readonly slot: string; readonly end: QuestionEnd })[] {
  return decisions.flatMap(({ subject: text, value }) => {
    const subject = value && readSubject(text);
    if (subject?.about !== 'asked') return [];
    const question = readQuestion((subject satisfies Asked).question);
    const end = QUESTION_ENDS.find((one) => one === value?.choice);
    return question && end ? [{ ...question, slot: subject.slot, end }] : [];
  });
}

/** How a question of a place ended; undefined where it is open. */
export const endOf = (question: Question, slot: string, decisions: readonly Decided[]): QuestionEnd | undefined =>
  ended(decisions).find((one) => one.slot === slot && questionText(one) === questionText(question))?.end;

/** What a source of the new unit was asked without an answer, of the parts of the chain. */
export const unansweredIn = (decisions: readonly Decided[]): NonNullable<ChainInput['unanswered']> =>
  ended(decisions).flatMap(({ slot, side, attribute, position, end }) =>
    end === 'cannot-be-seen' || side !== 'unit'
      ? []
      : partsOf(slot as Slot).flatMap((part) => [
          { part, attribute, ...(position === undefined ? {} : { position }) },
          // Of a booster with two mounts, the one at the bulkhead is meant where none is named.
          ...(position === undefined ? [{ part, attribute, position: 'bulkhead' }] : []),
        ]),
  );

/** Checks of which unit is there without those that cannot be seen on it. */
export function withoutEndedChecks<C extends { readonly attribute: string; readonly position?: string }, I>(
  identification: I & { readonly nextChecks: readonly C[] },
  slot: string,
  decisions: readonly Decided[],
): I & { readonly nextChecks: readonly C[] } {
  const gone = ended(decisions).filter((one) => one.slot === slot && one.side === 'vehicle');
  if (gone.length === 0) return identification;
  const isGone = ({ attribute, position }: C): boolean =>
    gone.some((one) => one.attribute === attribute && one.position === position);
  return { ...identification, nextChecks: identification.nextChecks.filter((check) => !isGone(check)) };
}

/**
 * Joints whose questions without an answer are put off until nothing else is left, and gone after the second time. What
 * was `read` twice and still does not decide cannot be read more finely that way: it is put off too, and gone after the
 * third time.
 */
export function withoutEnded(
  joints: readonly ShownJoint[],
  decisions: readonly Decided[],
  read: (measure: Measure) => number,
): ShownJoint[] {
  const ends = new Map(ended(decisions).map((one) => [`${one.slot}/${questionText(one)}`, one.end]));
  const again = (measure: Measure): Measure[] => {
    const end = ends.get(`${measure.slot}/${questionText(measure)}`);
    const tried = read(measure) + (end === undefined ? 0 : 1);
    if (end === 'nowhere' || tried > 2) return [];
    return [end === undefined && tried < 2 ? measure : { ...measure, again: true }];
  };
  return joints.map((joint) => ({
    ...joint,
    checks: joint.checks.map((check) => ({ ...check, measures: check.measures.flatMap(again) })),
  }));
}
