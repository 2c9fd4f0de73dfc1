import { faceName, faceOf, partsById } from './faces.js';
import type { Chain, ChainFault, Change, Edit, EditedChain, Joint, Part, Stacked } from './types.js';

type Put = Extract<Edit, { do: 'put' }>;

/** What an edit is about: two edits of one target contradict each other. */
function targetsOf(edit: Edit): string[] {
  switch (edit.do) {
    case 'put':
    case 'remove':
      return [`place ${edit.at}`];
    case 'part':
      return [`place ${edit.part.id}`];
    case 'join':
      // Where a line goes by itself gives way to where somebody puts it.
      return edit.follows ? [] : [`joint ${edit.joint.id}`];
    case 'plug':
      return [`face ${faceName(edit.face)}`];
    case 'set':
      return edit.facts.map((f) => `${f.attribute}${f.position === undefined ? '' : `, ${f.position},`} of ${edit.at}`);
    case 'stack':
      return [`${edit.item} in ${edit.joint}`];
  }
}

/** What is wrong with a set of edits: names twice, contradictions, targets that are not there. */
function editFaults(chain: Chain, edits: readonly Edit[]): ChainFault[] {
  const faults: ChainFault[] = [];
  const by = new Map<string, number>();
  const ids = new Set<string>();
  const places = new Set([
    ...chain.parts.map((p) => p.id),
    ...edits.flatMap((e) => (e.do === 'part' ? [e.part.id] : [])),
  ]);
  const removed = new Set(edits.flatMap((e) => (e.do === 'remove' ? [e.at] : [])));
  // A conversion brings places that the vehicle does not have.
  for (const edit of edits) if (edit.do === 'put' && edit.conversion !== undefined) places.add(edit.at);
  const joints = new Set([
    ...chain.joints.map((j) => j.id),
    ...edits.flatMap((e) => (e.do === 'join' ? [e.joint.id] : [])),
  ]);
  const at = (i: number, rest: string, sentence: string): void =>
    void faults.push({ pointer: `/edits/${i}${rest}`, sentence });
  edits.forEach((edit, i) => {
    if (ids.has(edit.id)) at(i, '/id', `Two edits are called "${edit.id}".`);
    ids.add(edit.id);
    for (const target of targetsOf(edit)) {
      const other = by.get(target);
      const first = other === undefined ? undefined : edits[other];
      if (first) at(i, '', `"${edit.id}" and "${first.id}" contradict each other: both change the ${target}.`);
      by.set(target, i);
    }
    const place = 'at' in edit ? edit.at : undefined;
    if (place !== undefined && !places.has(place)) at(i, '/at', `There is no place "${place}" to ${edit.do}.`);
    else if (edit.do === 'set' && removed.has(edit.at)) at(i, '/at', `"${edit.at}" is removed by another edit.`);
    if (edit.do === 'part' && chain.parts.some((p) => p.id === edit.part.id))
      at(i, '/part/id', `There is a place "${edit.part.id}" already: put something there instead.`);
    if (edit.do === 'stack' && !joints.has(edit.joint)) at(i, '/joint', `There is no joint "${edit.joint}".`);
    if (edit.do === 'plug' && !places.has(edit.face.part)) at(i, '/face', `There is no part "${edit.face.part}".`);
  });
  return faults;
}

/**
 * A chain with a set of edits made to it, or why they cannot be made together. The set has no order: places are put,
 * removed and added first, then joints are made, then faces closed, then values corrected, then stacks laid; two edits
 * of one target contradict. A joint of a place that was removed goes with it.
 */
export function applyEdits(
  chain: Chain,
  edits: readonly Edit[],
): EditedChain | { readonly faults: readonly ChainFault[] } {
  const before = made.get(edits);
  if (before?.parts === chain.parts && before.joints === chain.joints) return before.then;
  const then = edited(chain, edits);
  made.set(edits, { parts: chain.parts, joints: chain.joints, then });
  return then;
}
/** Chains and edits are values: what was made of them last stays. */
const made = new WeakMap<
  readonly Edit[],
  Pick<Chain, 'parts' | 'joints'> & { readonly then: ReturnType<typeof edited> }
>();

function edited(chain: Chain, edits: readonly Edit[]): EditedChain | { readonly faults: readonly ChainFault[] } {
  const faults = editFaults(chain, edits);
  if (faults.length > 0) return { faults };
  const sorted = [...edits].sort((a, b) => (a.id < b.id ? -1 : 1));
  const changes = new Map<string, Change>(chain.parts.map((part) => [part.id, 'kept']));
  const putBy = new Map<string, Put>();
  const parts = new Map(chain.parts.map((part) => [part.id, part]));
  for (const edit of sorted) {
    if (edit.do === 'put') {
      parts.set(edit.at, occupant(edit, parts.get(edit.at)));
      putBy.set(edit.at, edit);
      changes.set(edit.at, 'new');
    } else if (edit.do === 'part') {
      parts.set(edit.part.id, edit.part);
      changes.set(edit.part.id, 'new');
    } else if (edit.do === 'remove') {
      parts.delete(edit.at);
      changes.set(edit.at, 'removed');
    }
  }
  const touched = new Set<string>();
  const joints = new Map(chain.joints.map((joint) => [joint.id, joint]));
  const joins = sorted.filter((edit) => edit.do === 'join');
  for (const edit of [...joins.filter((j) => j.follows), ...joins.filter((j) => !j.follows)]) {
    joints.set(edit.joint.id, edit.joint);
    if (edit.follows !== true) touched.add(edit.joint.id);
  }
  for (const edit of sorted) {
    if (edit.do !== 'set') continue;
    const part = parts.get(edit.at);
    if (!part) continue;
    const facts = edit.facts.map((fact) => ({ rests: 'measured' as const, ...fact }));
    const changed = facts.filter((fact) => fact.instead);
    const stays = part.facts.filter(
      (f) => !changed.some((c) => c.attribute === f.attribute && c.position === f.position),
    );
    parts.set(part.id, { ...part, facts: [...stays, ...facts] });
    if (changes.get(part.id) === 'kept') changes.set(part.id, 'corrected');
  }
  for (const edit of sorted) {
    if (edit.do !== 'stack') continue;
    const joint = joints.get(edit.joint);
    if (!joint) continue;
    joints.set(joint.id, { ...joint, stack: [...(joint.stack ?? []), stacked(edit)] });
    touched.add(joint.id);
  }
  const plugs = new Set(sorted.flatMap((edit) => (edit.do === 'plug' ? [faceName(edit.face)] : [])));
  const closed = (joint: Joint): boolean => joint.between.some((ref) => plugs.has(faceName(ref)));
  const there = (joint: Joint): boolean => joint.between.every((ref) => parts.has(ref.part));
  return {
    parts: [...parts.values()],
    joints: [...joints.values()].filter((joint) => there(joint) && !closed(joint)),
    changes,
    putBy,
    plugs,
    touched,
  };
}

/** The unit that is there already has its own facts when the edit brings none. */
function occupant({ at, kind, unit, set, facts }: Put, before: Part | undefined): Part {
  const same = unit !== undefined && before?.unit === unit;
  const side = set ?? (same ? before.set : undefined);
  return {
    id: at,
    kind,
    ...(unit === undefined ? {} : { unit }),
    ...(side === undefined ? {} : { set: side }),
    facts: same && facts.length === 0 ? before.facts : facts,
  };
}

const stacked = ({ item, sizeMm, towards }: Extract<Edit, { do: 'stack' }>): Stacked => ({
  item,
  sizeMm,
  ...(towards === undefined ? {} : { towards }),
});

/**
 * What is wrong with a chain: names twice, joints of parts or faces that are not there, a face that meets two others.
 * Two banjo eyes on one port are one joint with two eyes, and may. `before` names joints that there were before edits
 * were made.
 */
export function chainFaults(chain: Chain, base = '', before: ReadonlySet<string> = new Set()): ChainFault[] {
  const faults: ChainFault[] = [];
  const fault = (pointer: string, sentence: string): void =>
    void faults.push({ pointer: `${base}${pointer}`, sentence });
  const ids = new Set<string>();
  chain.parts.forEach((part, i) => {
    if (ids.has(part.id)) fault(`/parts/${i}/id`, `Two parts are called "${part.id}".`);
    ids.add(part.id);
  });
  const parts = partsById(chain);
  const jointIds = new Set<string>();
  const met = new Map<string, { readonly joint: Joint; readonly banjo: boolean }>();
  chain.joints.forEach((joint, i) => {
    if (jointIds.has(joint.id)) fault(`/joints/${i}/id`, `Two joints are called "${joint.id}".`);
    jointIds.add(joint.id);
    const faces = [faceOf(joint, 0, parts), faceOf(joint, 1, parts)] as const;
    for (const side of [0, 1] as const) {
      const face = faces[side];
      if ('because' in face) {
        // A joint that there was and whose face another kind of part has not is judged, not refused.
        if (!before.has(joint.id)) fault(`/joints/${i}/between/${side}`, face.because);
        continue;
      }
      // A plug in a harness, the room around a unit and a stud pattern may be shared; an opening may not.
      if (!['port', 'tail', 'push', 'neck'].includes(joint.kind)) continue;
      const key = `${joint.kind} ${face.part.id}@${face.at}`;
      const other = met.get(key);
      const eye = isEye(faces[side === 0 ? 1 : 0]);
      if (other && !(other.banjo && eye))
        fault(`/joints/${i}/between/${side}`, `${face.label} meets two others: ${other.joint.id} and ${joint.id}.`);
      met.set(key, { joint, banjo: eye });
    }
    if (joint.between[0].part === joint.between[1].part)
      fault(`/joints/${i}/between`, `${joint.id} joins ${joint.between[0].part} to itself.`);
    if (joint.through !== undefined && !chain.joints.some((j) => j.id === joint.through && j.kind === 'mount'))
      fault(`/joints/${i}/through`, `There is no mount "${joint.through}" that ${joint.id} could be reached through.`);
  });
  return [...faults, ...loops(chain, base)];
}

/** Whether the other end of a port joint is a banjo eye, of which several may sit on one bolt. */
const isEye = (other: ReturnType<typeof faceOf>): boolean =>
  !('because' in other) &&
  other.part.facts.some(
    (f) => f.attribute === 'port-seat' && f.value === 'banjo' && (f.position ?? other.at) === other.at,
  );

/** Mounts that lead back to where they began. */
function loops(chain: Chain, base: string): ChainFault[] {
  const parent = new Map<string, string>();
  const root = (id: string): string => {
    let at = id;
    for (let next = parent.get(at); next !== undefined; next = parent.get(at)) at = next;
    return at;
  };
  return chain.joints.flatMap((joint, i): ChainFault[] => {
    if (joint.kind !== 'mount') return [];
    const [a, b] = joint.between.map((ref) => root(ref.part)) as [string, string];
    if (a === b && joint.between[0].part !== joint.between[1].part)
      return [
        {
          pointer: `${base}/joints/${i}`,
          sentence: `${joint.id} closes a loop: ${joint.between.join(' and ')} are mounted to each other already.`,
        },
      ];
    if (a !== b) parent.set(a, b);
    return [];
  });
}
