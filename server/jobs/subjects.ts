import type { DecisionRequest } from '@kerabat/contract';
import { findSlot } from '@kerabat/core/strip';
import { findConversion } from '@kerabat/core/conversion';
import { findFluid } from '@kerabat/core/fluid';
import { badRequest } from '../http/problem.js';
import type { Stores } from '../main/stores.js';
import { ownKind } from './choose.js';

/** Refuses a decision about something that cannot be decided, or with a choice that is not there. */
export function checkSubject(subject: string, { value, reason }: DecisionRequest, stores: Stores): void {
  const [kind = '', ...rest] = subject.split(':');
  const about = rest.join(':');
  const slot = about.split('/')[0] ?? '';
  const unknown = (): never => {
    throw badRequest(`"${subject}" is not something that is decided in a job.`);
  };
  if (kind === 'fluid' && about === '') {
    if (!findFluid(value.choice))
      throw badRequest(`"${value.choice}" is not a fluid grade that is known here.`, '/value/choice');
    return;
  }
  if (kind === 'conversion' && about === '') {
    if (!findConversion(value.choice))
      throw badRequest(`"${value.choice}" is not a conversion that is known here.`, '/value/choice');
    return;
  }
  if (!['old', 'unit', 'kit', 'slot', 'at', 'remedy', 'override', 'wanted'].includes(kind) || !findSlot(slot))
    unknown();
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
  if (kind === 'at' && !['on-vehicle', 'off', 'lost'].includes(value.choice))
    throw badRequest('A unit is on-vehicle, off or lost.', '/value/choice');
  if (kind === 'override' && reason.trim() === '')
    throw badRequest('To override a joint takes a reason: it is printed on the slip.', '/reason');
}

/** The choices of a conversion, as a decision keeps them: "warning=fitted;rod=old". What cannot be read chooses nothing. */
export const readChoices = (detail: string | undefined): Record<string, string> =>
  Object.fromEntries(
    (detail ?? '')
      .split(';')
      .flatMap((pair) => (/^[\w-]+=[\w-]+$/.test(pair) ? [pair.split('=') as [string, string]] : [])),
  );
