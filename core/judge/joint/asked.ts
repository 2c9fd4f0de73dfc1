import { worst } from '../../base/state/index.js';
import { attribute, type AttributeName } from '../../named/attribute/index.js';
import { knownAt } from '../../vehicle/chain/index.js';
import { type Answer, type Check, CHECKS, type JudgedJoint, type View } from '../check/index.js';
import { isNew } from './judge.js';
import { asOneFace } from './vehicle.js';

/**
 * What a conversion wants answered and no joint turns on: looked at all the same, so that nothing it asks ends in
 * silence.
 */

/** Attributes that a check of the table turns on: they are asked there. */
const TURNED: ReadonlySet<string> = new Set(CHECKS.flatMap((row) => [row.a, row.b ?? row.a]));

/** Everything that is asked of a part and no check turns on, as a joint of its own for each part. */
export function judgeAsked(
  view: View,
  asked: readonly { readonly part: string; readonly attribute: string }[],
): JudgedJoint[] {
  const byPart = new Map<string, Check[]>();
  for (const { part, attribute: name } of asked) {
    if (TURNED.has(name) || !isNew(view, part)) continue;
    byPart.set(part, [...(byPart.get(part) ?? []), checkOf(part, name as AttributeName, view)]);
  }
  return [...byPart].map(([part, checks]) => ({
    id: `asked:${part}`,
    between: [{ part }, { part }],
    is: 'new',
    state: worst(checks.map((check) => check.state)),
    checks,
  }));
}

function checkOf(id: string, name: AttributeName, view: View): Check {
  const met = (view.jointsOf.get(id) ?? []).flatMap((joint) => joint.between.map((ref) => ref.part));
  const there = [id, ...met].flatMap((part) => view.parts.get(part) ?? []);
  const before = view.now.get(id);
  const found = [...there, ...(before ? [before] : [])]
    .map((part) => knownAt(asOneFace(part), name))
    .find((known) => known !== undefined);
  const base = { code: 'place.asked', rank: 'must', fixes: [] } as const;
  if (found && !found.disputed)
    return { ...base, state: 'fits', rests: found.rests, values: { attribute: name, value: found.value }, answers: [] };
  const { tool, kind, spot } = attribute(name);
  // What is of the vehicle is looked at on it, and not on the new unit.
  const at = spot === 'vehicle' ? (met.find((part) => part !== id) ?? id) : id;
  const look: Answer =
    tool === undefined || kind !== 'quantity'
      ? { how: 'look', part: at, attribute: name }
      : { how: 'measure', part: at, attribute: name, tool };
  const answers: Answer[] = at === id ? [look, { how: 'ask', part: id, attribute: name }] : [look];
  return { ...base, state: 'not-known', rests: 'not-known', values: { attribute: name, value: null }, answers };
}
