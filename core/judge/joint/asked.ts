import { worst } from '../../base/state/index.js';
import { attribute, type AttributeName } from '../../named/attribute/index.js';
import { type ChainFact, knownAt, partRow, type Value } from '../../vehicle/chain/index.js';
import { type Answer, type Check, CHECKS, type JudgedJoint, type View } from '../check/index.js';
import { answersFor, isNew } from './judge.js';
import { asOneFace } from './vehicle.js';

/**
 * What a conversion wants answered and no joint turns on: looked at all the same, so that nothing it asks ends in
 * silence.
 */

/** Attributes that a check of the table turns on: they are asked there. */
const TURNED: ReadonlySet<string> = new Set(CHECKS.flatMap((row) => [row.a, row.b ?? row.a]));

/** What is asked of a part, and what was said to it at its place: there may be no part yet that could hold it. */
export interface Asked {
  readonly part: string;
  readonly attribute: AttributeName;
  readonly said?: readonly ChainFact[];
  /** What the new unit has to be: its role in the conversion. Nothing where any answer will do. */
  readonly is?: readonly Value[];
}

/** Everything that is asked of a part and no check turns on, as a joint of its own for each part. */
export function judgeAsked(view: View, asked: readonly Asked[]): JudgedJoint[] {
  const byPart = new Map<string, Check[]>();
  for (const { part, attribute: name, said = [], is } of asked) {
    if ((!is && TURNED.has(name)) || !isNew(view, part)) continue;
    const check = is ? roleCheck(part, name, is, view) : checkOf(part, name, said, view);
    byPart.set(part, [...(byPart.get(part) ?? []), check]);
  }
  return [...byPart].map(([part, checks]) => ({
    id: `asked:${part}`,
    between: [{ part }, { part }],
    is: 'new',
    state: worst(checks.map((check) => check.state)),
    checks,
  }));
}

/** Whether the unit that goes in is what its role asks for. */
function roleCheck(id: string, name: AttributeName, is: readonly Value[], view: View): Check {
  const part = view.parts.get(id);
  const known = part && knownAt(asOneFace(part), name);
  const values = { attribute: name, value: known?.value ?? null, wanted: is.map((one) => one ?? '').join(' | ') };
  const base = { code: 'place.role', rank: 'must', fixes: [], values } as const;
  if (part && (known?.value === undefined || known.disputed))
    return { ...base, state: 'not-known', rests: 'not-known', answers: answersFor(part, name, undefined, view) };
  const right = known?.value !== undefined && is.includes(known.value);
  return { ...base, state: right ? 'fits' : 'does-not-fit', rests: known?.rests ?? 'not-known', answers: [] };
}

function checkOf(id: string, name: AttributeName, said: readonly ChainFact[], view: View): Check {
  const met = (view.jointsOf.get(id) ?? []).flatMap((joint) => joint.between.map((ref) => ref.part));
  const { tool, kind, spot } = attribute(name);
  const ofVehicle = spot === 'vehicle';
  const there = [id, ...met].flatMap((part) => view.parts.get(part) ?? []);
  const before = view.now.get(id);
  const found = [...there, ...(before ? [before] : [])]
    .map((part) => (ofVehicle && part.id === id ? { ...part, facts: [...part.facts, ...said] } : part))
    .map((part) => knownAt(asOneFace(part), name))
    .find((known) => known !== undefined);
  const base = { code: 'place.asked', rank: 'must', fixes: [] } as const;
  if (found && !found.disputed)
    return { ...base, state: 'fits', rests: found.rests, values: { attribute: name, value: found.value }, answers: [] };
  // What is of the vehicle is looked at on it, and not on the new unit nor at another place.
  const others = met.filter((part) => part !== id);
  const near = others.find((part) => partRow(view.parts.get(part)?.kind ?? 'line').unit === undefined);
  const at = ofVehicle ? (near ?? others[0] ?? id) : id;
  const look: Answer =
    tool === undefined || kind !== 'quantity'
      ? { how: 'look', part: at, attribute: name }
      : { how: 'measure', part: at, attribute: name, tool };
  const answers: Answer[] = at === id ? [look, { how: 'ask', part: id, attribute: name }] : [look];
  return { ...base, state: 'not-known', rests: 'not-known', values: { attribute: name, value: null }, answers };
}
