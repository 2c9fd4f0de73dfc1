import type { DecisionRequest } from '@kerabat/contract';
import { adjustmentOf, FOUND, isCause, LOOK_ALIKES } from '@kerabat/core/find/ask';
import { readSubject } from '@kerabat/core/job';
import { KIT_ANSWERS, SEALED } from '@kerabat/core/list/kit';
import { LOOKS } from '@kerabat/core/list/look';
import { findFluid } from '@kerabat/core/named/fluid';
import { ITEMS } from '@kerabat/core/named/item';
import { PRESENCES } from '@kerabat/core/vehicle/chain';
import { findSlot } from '@kerabat/core/vehicle/place';
import { findConversion } from '@kerabat/core/work/conversion';
import { badRequest } from '../http/problem.js';
import type { Stores } from './needs.js';
import { ownKind } from './choose.js';

/** Refuses a decision about something that cannot be decided, or with a choice that is not there. */
export function checkSubject(subject: string, { value, reason }: DecisionRequest, stores: Stores): void {
  const about = readSubject(subject);
  if (!about || ('slot' in about && !findSlot(about.slot)))
    throw badRequest(`"${subject}" is not something that is decided in a job.`);
  if (about.about === 'fluid') {
    if (!findFluid(value.choice))
      throw badRequest(`"${value.choice}" is not a fluid grade that is known here.`, '/value/choice');
    return;
  }
  if (about.about === 'conversion') {
    if (!findConversion(value.choice))
      throw badRequest(`"${value.choice}" is not a conversion that is known here.`, '/value/choice');
    return;
  }
  if (about.about === 'found') {
    if (!isCause(about.cause)) throw badRequest(`"${about.cause}" is no cause that is known here.`, '/subject');
    if (!FOUND.some((answer) => answer === value.choice))
      throw badRequest('It was this (yes), or it was ruled out (no).', '/value/choice');
    const turned = LOOK_ALIKES.some((look) => look.id === about.cause && look.turned);
    const read = turned && value.detail ? adjustmentOf(value.detail) : undefined;
    if (read && 'problem' in read) throw badRequest(read.problem, '/value/detail');
    return;
  }
  if (about.about === 'look') {
    const row = LOOKS.find(({ look }) => look === about.look.split('@')[0]);
    if (!row) throw badRequest(`"${about.look}" is nothing that is looked at.`, '/subject');
    if (!row.answers.some(({ id }) => id === value.choice))
      throw badRequest(
        `"${value.choice}" is no answer here: ${row.answers.map((a) => a.id).join(', ')}.`,
        '/value/choice',
      );
    return;
  }
  if (about.about === 'box') {
    if (!ITEMS.some((item) => item === about.item))
      throw badRequest(`"${about.item}" is not an item that a box can hold.`, '/subject');
    if (!PRESENCES.some((presence) => presence === value.choice && presence !== 'not-known'))
      throw badRequest('An item of a box is with it or without it.', '/value/choice');
    return;
  }
  const { about: kind, slot } = about;
  const own = kind === 'unit' ? ownKind(value.choice) : undefined;
  if (own !== undefined) {
    if (!findSlot(slot)?.kinds.includes(own))
      throw badRequest(`A ${own} is not a unit for this place.`, '/value/choice');
  } else if (kind === 'old' || kind === 'unit') {
    const unit = stores.units.design(value.choice);
    if (!unit) throw badRequest(`There is no unit "${value.choice}" in the catalogue.`, '/value/choice');
    if (!findSlot(slot)?.kinds.includes(unit.kind))
      throw badRequest(`${unit.name} is not a unit for this place.`, '/value/choice');
  }
  if (kind === 'kit' && value.detail !== undefined && !KIT_ANSWERS.some((answer) => answer === value.detail))
    throw badRequest(`What its maker answered is ${KIT_ANSWERS.join(' or ')}.`, '/value/detail');
  if (kind === 'reseal' && !findSlot(slot)?.kinds.some((k) => SEALED.includes(k)))
    throw badRequest('A unit of this place is not sealed anew.', '/subject');
  if (kind === 'at' && !['on-vehicle', 'off', 'lost'].includes(value.choice))
    throw badRequest('A unit is on-vehicle, off or lost.', '/value/choice');
  if (kind === 'override' && reason.trim() === '')
    throw badRequest('To override a joint takes a reason: it is printed on the parts list.', '/reason');
}

/**
 * The choices of a conversion, as a decision keeps them: "warning=fitted;rod=old". What cannot be read chooses nothing.
 */
export const readChoices = (detail: string | undefined): Record<string, string> =>
  Object.fromEntries(
    (detail ?? '')
      .split(';')
      .flatMap((pair) => (/^[\w-]+=[\w-]+$/.test(pair) ? [pair.split('=') as [string, string]] : [])),
  );
