import { lookup } from '../base/lookup/index.js';
import { type Answer, type Check, CHECKS, type JudgedJoint } from '../judge/check/index.js';
import { attribute, type AttributeName, attributeWords, findAttribute, valueWords } from '../named/attribute/index.js';
import { faceName, type FaceRef } from '../vehicle/chain/index.js';
import { type Slot, slotOfPart } from '../vehicle/place/index.js';
import { measureOf } from './measurements.js';
import { endName } from './network.js';
import { isOfTheVehicle, readAt, readsOfNext } from './places.data.js';
import type { Measure } from './shown.types.js';

/** What a check has on its two sides, its arithmetic, and what answers it, at the place that is worked on. */

/** What the vehicle has and what the new unit has, where the check compares two faces. */
export function sidesOf(
  check: Check,
  { between }: JudgedJoint,
  slot: string,
): [string | undefined, string | undefined] {
  const row = CHECKS.find((r) => r.code === check.code);
  if (!row) return [undefined, undefined];
  const unit = between.find((ref) => slotOfPart(ref.part) === slot);
  const other = between.find((ref) => ref !== unit);
  const nameOf = (ref: FaceRef | undefined): AttributeName =>
    row.joint === 'wiring'
      ? (findAttribute(ref?.face ?? '')?.name ?? 'sensor')
      : ref === between[0]
        ? row.a
        : (row.b ?? row.a);
  const say = (ref: FaceRef | undefined): string | undefined => {
    const known = ref === undefined ? undefined : lookup(check.values, faceName(ref));
    if (known === undefined || typeof known === 'boolean') return undefined;
    if (known === null) return check.state === 'not-known' ? undefined : 'none';
    return valueWords(nameOf(ref), known);
  };
  return [say(other), say(unit)];
}

export function workingOf({ code, values }: Check): { working?: string } {
  if (code === 'push.gap' && typeof values['gap'] === 'number')
    return {
      working:
        `recess ${values['recess']} + plate ${values['plate']} − insert ${values['insert']} − rod ` +
        `${values['pin']} = ${values['gap']} ± ${values['doubt']} mm; target ${values['low']} to ` +
        `${values['high']} mm`,
    };
  const figures = Object.entries(values).filter(([, v]) => typeof v === 'number');
  return figures.length < 3 ? {} : { working: figures.map(([name, v]) => `${name} ${v}`).join(', ') };
}

/**
 * Answers as entries: on the new unit, or on what it meets, each at the place of its part. `fresh`: parts where another
 * unit goes in.
 */
export function measuresOf(
  { code, answers }: Check,
  { between }: Pick<JudgedJoint, 'between'>,
  slot: string,
  fresh: ReadonlySet<string>,
): Measure[] {
  const seen = new Set<string>();
  return answers.flatMap((answer) => {
    const { part, attribute: name } = answer;
    if (name === undefined || answer.how === 'decide') return [];
    // The bore of the unit that comes off is measured, that of the new one is asked.
    const ofOld = code === 'place.bore' && answer.how === 'measure';
    const own = slotOfPart(part);
    const ofUnit = (own === slot ? !ofOld : own !== undefined && fresh.has(part)) && !isOfTheVehicle(name);
    const side = ofUnit ? ('unit' as const) : ('vehicle' as const);
    // What a place reads of its neighbour is read there, unless the neighbour is new as well.
    const at =
      own === undefined
        ? (readAt(part) ?? unitAt(between) ?? slot)
        : !ofUnit && readsOfNext(slot, part, name)
          ? slot
          : own;
    // A booster has two mounts; without a word the one at the bulkhead is meant.
    const face = answer.position === 'master' && side === 'unit' ? 'master' : undefined;
    const position = attribute(name).perPort ? portOf(answer, between) : face;
    const key = `${at} ${side} ${name} ${position ?? ''}`;
    if (seen.has(key)) return [];
    seen.add(key);
    return [{ ...measureOf(at, side, name, position), what: attributeWords(name, position) }];
  });
}

/** The place of the unit that a joint is of: what that meets is read there, whichever place is worked on. */
const unitAt = (between: JudgedJoint['between']): Slot | undefined =>
  between.flatMap((ref) => slotOfPart(ref.part) ?? [])[0];

/** The port that is meant: of a line, the one that it sits in. */
function portOf({ part, line, position }: Answer, between: JudgedJoint['between']): string | undefined {
  if (line) return line.position;
  if (slotOfPart(part) !== undefined || position === undefined) return position;
  const port = between.find((ref) => slotOfPart(ref.part) !== undefined);
  return port?.face ?? endName(part, position);
}
