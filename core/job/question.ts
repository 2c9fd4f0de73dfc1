import { type AttributeName, findAttribute } from '../named/attribute/index.js';
import type { ChainInput } from '../judge/verdict/index.js';
import { partsOf, type Slot } from '../vehicle/place/index.js';
import type { Measure, ShownJoint } from './shown.types.js';
import { readSubject, type Subject } from './subject.js';

/**
 * A question that has no answer: nobody can see it where it is, or its source was asked and did not say. The first
 * takes that way of answering away and never the check; the second moves the check to when the part is there.
 */

/** What is asked: of the vehicle or of the new unit, what, and where. */
export interface Question {
  readonly side: Measure['side'];
  readonly attribute: AttributeName;
  readonly position?: string;
}

export const QUESTION_ENDS = ['cannot-be-seen', 'no-answer'] as const;
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
function ended(decisions: readonly Decided[]): (Question & { readonly slot: string; readonly end: string })[] {
  return decisions.flatMap(({ subject: text, value }) => {
    const subject = value && readSubject(text);
    if (subject?.about !== 'asked') return [];
    const question = readQuestion((subject satisfies Asked).question);
    return question ? [{ ...question, slot: subject.slot, end: value?.choice ?? '' }] : [];
  });
}

/** What a source of the new unit was asked without an answer, of the parts of the chain. */
export const unansweredIn = (decisions: readonly Decided[]): NonNullable<ChainInput['unanswered']> =>
  ended(decisions).flatMap(({ slot, side, attribute, position, end }) =>
    end !== 'no-answer' || side !== 'unit'
      ? []
      : partsOf(slot as Slot).flatMap((part) => [
          { part, attribute, ...(position === undefined ? {} : { position }) },
          // Of a booster with two mounts, the one at the bulkhead is meant where none is named.
          ...(position === undefined ? [{ part, attribute, position: 'bulkhead' }] : []),
        ]),
  );

/** Joints without the ways of answering that were taken away. */
export function withoutEnded(joints: readonly ShownJoint[], decisions: readonly Decided[]): ShownJoint[] {
  const gone = new Set(ended(decisions).map((question) => `${question.slot}/${questionText(question)}`));
  if (gone.size === 0) return [...joints];
  return joints.map((joint) => ({
    ...joint,
    checks: joint.checks.map((check) => ({
      ...check,
      measures: check.measures.filter((measure) => !gone.has(`${measure.slot}/${questionText(measure)}`)),
    })),
  }));
}
