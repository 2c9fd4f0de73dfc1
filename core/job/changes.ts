import { type ChainFact, type Edit, knownBy, sameFace } from '../vehicle/chain/index.js';
import type { Draft } from './draft.js';
import type { JobPlace } from './types.js';

/** A place with what a conversion changes on it: values set first, then sums, so that their order does not matter. */
export function withChanges(place: JobPlace): JobPlace {
  if (place.changes.length === 0) return place;
  const ordered = [...place.changes].sort((a, b) => Number(a.by !== undefined) - Number(b.by !== undefined));
  let { recorded, read, chosen } = place;
  for (const change of ordered) {
    const { attribute, position } = change;
    const isIt = (fact: { attribute: string; position?: string }): boolean =>
      fact.attribute === attribute && fact.position === position;
    const at = position === undefined ? {} : { position };
    if (change.face === 'vehicle') {
      const before = [...recorded, ...read].findLast(isIt)?.value;
      const value = changed(change, before);
      if (value === undefined) continue;
      // A change goes before what was recorded and read of the same thing.
      recorded = recorded.filter((f) => !isIt(f));
      read = [...read.filter((f) => !isIt(f)), { attribute, ...at, value, rests: 'recorded' }];
    } else if (chosen) {
      const value = changed(change, chosen.facts.find(isIt)?.value);
      if (value === undefined) continue;
      chosen = { ...chosen, facts: [...chosen.facts.filter((f) => !isIt(f)), { attribute, ...at, value, source: '' }] };
    }
  }
  return { ...place, recorded, read, ...(chosen ? { chosen } : {}) };
}

/** What is not known stays not known, however much is added to it. */
function changed(
  { to, by }: JobPlace['changes'][number],
  before: ChainFact['value'] | undefined,
): ChainFact['value'] | undefined {
  if (by === undefined) return to;
  return typeof before === 'number' ? before + by : undefined;
}

/** Whether an edit is one that a conversion makes. */
export const isOfConversion = ({ id }: Edit): boolean => id.startsWith('conversion ');

/** A fact as far as it can differ: what it is of, what it says and what that rests on. */
const nameOf = ({ attribute, position, value, rests }: ChainFact): string =>
  `${attribute}@${position ?? ''}=${String(value)} ${rests ?? ''}`;

const isOfOneThing = (a: ChainFact, b: ChainFact): boolean => a.attribute === b.attribute && a.position === b.position;
/** Several readings of one thing are one value, told once: at the first of them. */
function asOne(all: readonly ChainFact[], fact: ChainFact): ChainFact[] {
  if (all.length < 2) return [fact];
  if (all[0] !== fact) return [];
  const known = knownBy(all);
  return [known?.value === undefined ? fact : { ...fact, value: known.value, tolerance: known.tolerance }];
}

/**
 * What a conversion makes of a vehicle, as edits: facts of parts that are there, parts that were not, joints that are
 * made or led elsewhere; `leaves` are parts that somebody takes away. The vehicle as it is stays as it is: what it does
 * not have is never measured on it.
 */
export function conversionEdits(now: Draft, then: Draft, leaves: ReadonlySet<string> = new Set()): Edit[] {
  const parts = [...then.parts.values()].flatMap((part): Edit[] => {
    const before = now.parts.get(part.id);
    if (!before)
      return then.edits.some((e) => e.do === 'put' && e.at === part.id)
        ? []
        : [{ id: `conversion ${part.id}`, do: 'part', part }];
    const known = new Set(before.facts.map(nameOf));
    const facts = part.facts
      .filter((fact) => !known.has(nameOf(fact)))
      .flatMap((fact, _, all): ChainFact[] =>
        asOne(
          all.filter((one) => isOfOneThing(one, fact)),
          fact,
        ),
      )
      .map((fact): ChainFact => ({ ...fact, instead: true }));
    return facts.length === 0 ? [] : [{ id: `conversion ${part.id}`, do: 'set', at: part.id, facts }];
  });
  const joints = then.joints.flatMap((joint): Edit[] => {
    const before = now.joints.find((j) => j.id === joint.id);
    const same = before?.between.every((ref) => joint.between.some((other) => sameFace(ref, other))) === true;
    return same ? [] : [{ id: `conversion joint ${joint.id}`, do: 'join', joint }];
  });
  // What only the unit that comes off sat on goes with it: the plate behind a drum.
  const put = new Set([...leaves, ...then.edits.flatMap((edit) => (edit.do === 'put' ? [edit.at] : []))]);
  const gone = [...now.parts.keys()].filter((id) => {
    const met = now.joints.filter(({ between }) => between.some((ref) => ref.part === id));
    const withNew = met.every(({ between }) => between.some((ref) => ref.part !== id && put.has(ref.part)));
    return !then.parts.has(id) && met.length > 0 && withNew;
  });
  const away = [...leaves].filter((id) => now.parts.has(id));
  return [
    ...parts,
    ...joints,
    ...[...new Set([...away, ...gone])].map((id): Edit => ({ id: `conversion without ${id}`, do: 'remove', at: id })),
  ];
}
