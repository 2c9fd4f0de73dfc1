import type { DecisionRequest } from '@kerabat/contract';
import { adjustmentOf, FOUND, isCause, LOOK_ALIKES } from '@kerabat/core/find/ask';
import { ownKind, QUESTION_ENDS, readQuestion, readSubject, type Subject } from '@kerabat/core/job';
import { readNotes } from '@kerabat/core/judge/fix';
import { KIT_ANSWERS, SEALED } from '@kerabat/core/list/kit';
import { lookRow } from '@kerabat/core/list/look';
import { findFluid } from '@kerabat/core/named/fluid';
import { ITEMS } from '@kerabat/core/named/item';
import { PRESENCES } from '@kerabat/core/vehicle/chain';
import { findSlot, isPlaceState, PLACE_STATE_ROWS, placeStateRow } from '@kerabat/core/vehicle/place';
import { findConversion } from '@kerabat/core/work/conversion';
import { badRequest } from '../base/http/problem.js';
import type { Stores } from './needs.js';

/** What can be decided of each subject: which choices there are, and what may be said with one. */

/** Why a part of a decision cannot be taken: the place in it, and a sentence. */
interface Fault {
  readonly at: '/subject' | '/value/choice' | '/value/detail' | '/reason';
  readonly sentence: string;
}
type Check<About extends Subject['about']> = (
  subject: Extract<Subject, { readonly about: About }>,
  request: DecisionRequest,
  stores: Pick<Stores, 'units'>,
) => Fault | undefined;

const choiceFault = (sentence: string): Fault => ({ at: '/value/choice', sentence });
const noDetail = ({ value }: DecisionRequest): Fault | undefined =>
  value.detail === undefined || value.detail === ''
    ? undefined
    : { at: '/value/detail', sentence: 'Nothing more is said with this decision.' };
const shortDetail = ({ value }: DecisionRequest): Fault | undefined =>
  (value.detail ?? '').length > 80
    ? { at: '/value/detail', sentence: 'A number or a name has at most 80 characters.' }
    : undefined;

/** A unit of the catalogue, or one in the hand by its dimensions, that suits the place. */
function unitFault(slot: string, choice: string, { units }: Pick<Stores, 'units'>): Fault | undefined {
  const own = ownKind(choice);
  const unit = own === undefined ? units.design(choice) : undefined;
  if (own === undefined && !unit) return choiceFault(`There is no unit "${choice}" in the catalogue.`);
  const kind = own ?? unit?.kind;
  if (kind && findSlot(slot)?.kinds.includes(kind)) return undefined;
  return choiceFault(`${unit?.name ?? `A ${own ?? ''}`} is not a unit for this place.`);
}

/** A way keeps its pieces; every other fix is its name alone. */
function fixFault(fix: string, request: DecisionRequest): Fault | undefined {
  if (!fix.startsWith('way@')) return noDetail(request);
  return readNotes(request.value.detail ?? '')
    ? undefined
    : { at: '/value/detail', sentence: 'A way is one to four pieces: ["adapter" or "reflare", key, thread, seat].' };
}

const foundFault: Check<'found'> = ({ cause }, { value }) => {
  if (!isCause(cause)) return { at: '/subject', sentence: `"${cause}" is no cause that is known here.` };
  if (!FOUND.some((answer) => answer === value.choice))
    return choiceFault('It was this (yes), or it was ruled out (no).');
  const turned = LOOK_ALIKES.some((look) => look.id === cause && look.turned);
  const read = turned && value.detail ? adjustmentOf(value.detail) : undefined;
  return read && 'problem' in read ? { at: '/value/detail', sentence: read.problem } : undefined;
};

const lookFault: Check<'look'> = ({ look }, request) => {
  const row = lookRow(look);
  if (!row) return { at: '/subject', sentence: `"${look}" is nothing that is looked at.` };
  if (!row.answers.some(({ id }) => id === request.value.choice))
    return choiceFault(`"${request.value.choice}" is no answer here: ${row.answers.map((a) => a.id).join(', ')}.`);
  return noDetail(request);
};

const boxFault: Check<'box'> = ({ item }, request) => {
  if (!ITEMS.some((one) => one === item))
    return { at: '/subject', sentence: `"${item}" is not an item that a box can hold.` };
  if (!PRESENCES.some((presence) => presence === request.value.choice && presence !== 'not-known'))
    return choiceFault('An item of a box is with it or without it.');
  return noDetail(request);
};

const askedFault: Check<'asked'> = ({ question }, { value }) => {
  const asked = readQuestion(question);
  if (!asked) return { at: '/subject', sentence: `"${question}" is nothing that is asked.` };
  const whom = (value.detail ?? '').trim();
  if (!QUESTION_ENDS.some((end) => end === value.choice))
    return choiceFault('A question ends in cannot-be-seen, no-answer or nowhere.');
  if (value.choice !== 'no-answer')
    return whom === '' ? undefined : { at: '/value/detail', sentence: 'Nothing more is said with this decision.' };
  if (asked.side !== 'unit')
    return choiceFault('Only of the new unit a source can be asked: the vehicle is looked at.');
  if (whom === '') return { at: '/value/detail', sentence: 'Say who was asked.' };
  return whom.length > 80 ? { at: '/value/detail', sentence: 'A name has at most 80 characters.' } : undefined;
};

/** A state of the table; one that says which unit, or where, says it. */
function placeFault(
  { slot, side }: Extract<Subject, { readonly about: 'place' }>,
  request: DecisionRequest,
  stores: Pick<Stores, 'units'>,
): Fault | undefined {
  const { choice, detail = '' } = request.value;
  if (!isPlaceState(choice)) {
    const states = PLACE_STATE_ROWS.map(({ state }) => state).join(', ');
    return choiceFault(`"${choice}" is no state of a place: ${states}.`);
  }
  if (side !== undefined && !AXLES.includes(slot))
    return { at: '/subject', sentence: `The ${findSlot(slot)?.words ?? slot} has no left and right.` };
  const { says } = placeStateRow(choice);
  if (says === undefined) return noDetail(request);
  if (detail === '') return undefined;
  if (says === 'unit')
    return (
      unitFault(slot, detail, stores) && {
        at: '/value/detail',
        sentence: `There is no unit "${detail}" for this place.`,
      }
    );
  return detail.length > 80 ? { at: '/value/detail', sentence: 'A place is told in 80 characters.' } : undefined;
}
const AXLES: readonly string[] = ['front-brake', 'rear-brake'];

/** What a decision of each subject may say. */
const CHECKS: { readonly [About in Subject['about']]: Check<About> } = {
  fluid: (_, request) =>
    findFluid(request.value.choice)
      ? noDetail(request)
      : choiceFault(`"${request.value.choice}" is not a fluid grade that is known here.`),
  conversion: ({ conversion }, { value }) => {
    if (!findConversion(value.choice)) return choiceFault(`"${value.choice}" is not a conversion that is known here.`);
    if (conversion !== undefined && conversion !== value.choice)
      return choiceFault(`"${value.choice}" is decided under "conversion:${value.choice}", not under "${conversion}".`);
    return /^([\w-]+=[\w-]+(;[\w-]+=[\w-]+)*)?$/.test(value.detail ?? '')
      ? undefined
      : { at: '/value/detail', sentence: 'Choices of a conversion are written choice=option;choice=option.' };
  },
  found: foundFault,
  look: lookFault,
  box: boxFault,
  asked: askedFault,
  fix: ({ fix }, request) => fixFault(fix, request),
  override: (_, request) =>
    request.reason.trim() === ''
      ? { at: '/reason', sentence: 'To override a joint takes a reason: it is printed on the parts list.' }
      : noDetail(request),
  unit: ({ slot }, request, stores) => unitFault(slot, request.value.choice, stores) ?? shortDetail(request),
  old: ({ slot }, request, stores) =>
    ownKind(request.value.choice) === undefined
      ? (unitFault(slot, request.value.choice, stores) ?? noDetail(request))
      : choiceFault(`There is no unit "${request.value.choice}" in the catalogue.`),
  kit: (_, { value }) =>
    value.detail !== undefined && !KIT_ANSWERS.some((answer) => answer === value.detail)
      ? { at: '/value/detail', sentence: `What its maker answered is ${KIT_ANSWERS.join(' or ')}.` }
      : undefined,
  reseal: ({ slot }, request) =>
    findSlot(slot)?.kinds.some((kind) => SEALED.includes(kind))
      ? noDetail(request)
      : { at: '/subject', sentence: 'A unit of this place is not sealed anew.' },
  at: (_, request) =>
    ['on-vehicle', 'off', 'lost'].includes(request.value.choice)
      ? noDetail(request)
      : choiceFault('A unit is on-vehicle, off or lost.'),
  place: placeFault,
  slot: (_, request) => noDetail(request),
  wanted: (_, request) => noDetail(request),
};

/** Refuses a decision about something that cannot be decided, or with a choice that is not there. */
export function checkSubject(text: string, request: DecisionRequest, stores: Stores): void {
  const subject = readSubject(text);
  if (!subject || ('slot' in subject && !findSlot(subject.slot)))
    throw badRequest(`"${text}" is not something that is decided in a job.`);
  const check = CHECKS[subject.about] as Check<Subject['about']>;
  const fault = check(subject as never, request, stores);
  if (fault) throw badRequest(fault.sentence, fault.at);
}
