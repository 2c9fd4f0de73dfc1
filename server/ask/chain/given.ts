import {
  type ChainAnswer as ChainAnswerView,
  type ChainEdit,
  type ChainRequest,
  readFace,
  writeFace,
} from '@kerabat/contract';
import type { ChainAnswer } from '@kerabat/core/job';
import type { Figures, Fix } from '@kerabat/core/judge/check';
import type { ChainInput } from '@kerabat/core/judge/verdict';
import { attribute, type AttributeName } from '@kerabat/core/named/attribute';
import { type Settings, settingsProblem } from '@kerabat/core/named/settings';
import { findThread } from '@kerabat/core/named/thread';
import { sentenceOf } from '@kerabat/core/tell/words';
import type { ChainFact, ChainFault, Edit, EditBody, Joint, Part } from '@kerabat/core/vehicle/chain';
import { fillLayout } from '@kerabat/core/vehicle/layout';
import { HttpProblem } from '../../base/http/problem.js';

/** So many faults are told of one request. */
const TOLD = 20;

/** Faults of a chain as a 400 with a pointer for each. */
export function refused(faults: readonly ChainFault[]): HttpProblem {
  const errors = faults.slice(0, TOLD).map(({ pointer, sentence }) => ({ pointer, detail: sentence }));
  return new HttpProblem(
    400,
    'Not understood',
    errors
      .slice(0, 3)
      .map((e) => e.detail)
      .join(' '),
    { errors },
  );
}

type GivenFact = ChainRequest['parts'][number]['facts'][number];

/** A request as the core takes it. Throws a 400 that names each value that its attribute cannot have. */
export function inputOf(request: ChainRequest, standard: Settings): ChainInput {
  const faults: ChainFault[] = [];
  const facts = (given: readonly GivenFact[], base: string): ChainFact[] =>
    given.map((fact, i) => {
      const problem = valueProblem(fact);
      if (problem !== undefined) faults.push({ pointer: `${base}/${i}/value`, sentence: problem });
      return factOf(fact);
    });
  const parts = request.parts.map(
    (part, i): Part => ({ ...part, facts: facts(part.facts, `/parts/${i}/facts`) }) as Part,
  );
  const edits = request.edits.map((edit, i) => editOf(edit, (given) => facts(given, `/edits/${i}/facts`)));
  // "practice" is the old name of "settings".
  for (const name of ['practice', 'settings'] as const)
    for (const [key, value] of Object.entries(request[name] ?? {})) {
      const sentence = settingsProblem(key, value);
      if (sentence !== undefined) faults.push({ pointer: `/${name}/${key}`, sentence });
    }
  if (faults.length > 0) throw refused(faults);
  const known = { parts, joints: request.joints.map(jointOf) };
  return {
    ...(request.layout === undefined ? known : fillLayout(request.layout, known)),
    edits,
    listed: (request.listed ?? []) as ChainInput['listed'],
    overrides: (request.overrides ?? []) as NonNullable<ChainInput['overrides']>,
    unanswered: (request.unanswered ?? []) as NonNullable<ChainInput['unanswered']>,
    settings: { ...standard, ...request.practice, ...request.settings },
    whole: request.layout !== undefined,
    ...(request.circuits === undefined ? {} : { circuits: request.circuits }),
  };
}

/** Why an attribute cannot have a value, as a sentence. */
function valueProblem({ attribute: name, value }: GivenFact): string | undefined {
  if (value === null) return undefined;
  const row = attribute(name as AttributeName);
  const figure = row.kind === 'quantity' || row.kind === 'count';
  if (figure !== (typeof value === 'number'))
    return figure ? `The ${row.words} is a figure, not "${value}".` : `The ${row.words} is a word, not ${value}.`;
  if (row.kind === 'choice' && !row.choices?.includes(String(value)))
    return `"${value}" is not a ${row.words}; it is one of ${row.choices?.join(', ')}.`;
  if (row.kind === 'thread' && !findThread(String(value))) return `"${value}" is no thread of a standard series.`;
  return undefined;
}

/** A thread in any writing is kept under its standard designation. */
function factOf(fact: GivenFact): ChainFact {
  const { value } = fact;
  const thread = attribute(fact.attribute as AttributeName).kind === 'thread' && typeof value === 'string';
  return { ...fact, value: thread ? (findThread(value)?.designation ?? value) : value } as ChainFact;
}

type GivenJoint = ChainRequest['joints'][number];
const jointOf = ({ between: [a, b], ...joint }: GivenJoint): Joint =>
  ({ ...joint, between: [readFace(a), readFace(b)] }) as Joint;

function editOf(edit: ChainEdit, facts: (given: readonly GivenFact[]) => ChainFact[]): Edit {
  switch (edit.do) {
    case 'put':
    case 'set':
      return { ...edit, facts: facts(edit.facts) } as Edit;
    case 'part': {
      const { id, kind, unit, set, box, facts: given } = edit;
      const named = { ...(unit === undefined ? {} : { unit }), ...(set === undefined ? {} : { set }) };
      const part = { id, kind, ...named, facts: facts(given) };
      return { id, do: 'part', part, ...(box === undefined ? {} : { box }) } as Edit;
    }
    case 'join':
      return { ...edit, joint: jointOf(edit.joint) } as Edit;
    case 'plug':
      return { ...edit, face: readFace(edit.face) };
    default:
      return edit as Edit;
  }
}

/** An edit of a fix as it is written: a part that is added is named by its edit. */
function bodyView(edit: EditBody): Record<string, unknown> {
  if (edit.do === 'part') return { do: 'part', ...edit.part };
  if (edit.do === 'plug') return { ...edit, face: writeFace(edit.face) };
  if (edit.do !== 'join') return { ...edit };
  const { line: _line, between, ...joint } = edit.joint;
  return { ...edit, joint: { ...joint, between: between.map(writeFace) } };
}

/** A fix as one edit, or as several that belong together. */
export const fixView = ({ edits }: Pick<Fix, 'edits'>): ChainFixView => {
  const [first, ...more] = edits.map(bodyView);
  return (more.length === 0 && first ? first : { do: 'several', edits: edits.map(bodyView) }) as ChainFixView;
};
type ChainFixView = NonNullable<ChainAnswerView['joints'][number]['checks'][number]['fixes']>[number];

/** Figures as they are written: a port of a part is one face. */
function figuresView(values: Figures): Figures {
  const { part, port, ...rest } = values;
  return typeof part === 'string' && typeof port === 'string'
    ? { port: writeFace({ part, face: port }), ...rest }
    : values;
}

/** An answer with the sentence of each check. */
export function answerView(answer: ChainAnswer): ChainAnswerView {
  return {
    ...answer,
    joints: answer.joints.map((joint) => ({
      id: joint.id,
      between: joint.between.map(writeFace),
      is: joint.is,
      state: joint.state,
      checks: joint.checks.map((check) => {
        const { code, rank, state, rests, values, answers, fixes } = check;
        const sentence = sentenceOf(check, joint);
        const asked = answers.map(({ line: _line, ...one }) => one);
        const view = { code, rank, state, rests, values: figuresView(values), sentence, answers: asked };
        return fixes.length === 0 ? view : { ...view, fixes: fixes.map(fixView) };
      }),
    })),
  } as ChainAnswerView;
}
