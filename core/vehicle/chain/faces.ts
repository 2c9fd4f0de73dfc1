import type { AttributeName } from '../../named/attribute/index.js';
import type { Gender } from '../../named/thread/index.js';
import { settle } from '../reading/index.js';
import { type FaceRow, partRow, type PartRow, type Role, ROLES } from './parts.data.js';
import type { Chain, ChainFact, FaceRef, Joint, Part } from './types.js';
import { type JointKind, RESTS, type Rests } from './vocabulary.js';

export const faceRef = (part: string, face?: string): FaceRef => (face === undefined ? { part } : { part, face });
/** The name of a face among others: a key, and what a figure is told under. It is written and never read. */
export const faceName = ({ part, face }: FaceRef): string => (face === undefined ? part : `${part}@${face}`);
export const sameFace = (a: FaceRef, b: FaceRef): boolean => a.part === b.part && a.face === b.face;

/** A face of a part, found. */
export interface Face {
  readonly ref: FaceRef;
  /** The name of its reference. */
  readonly label: string;
  readonly part: Part;
  /** The name of the face: a row of the table of parts, or a port. */
  readonly at: string;
  readonly role: Role;
  readonly row?: FaceRow;
}

/** Names of the ports of a part that its facts describe, sorted. */
export function portsOf(part: Part): readonly string[] {
  if (partRow(part.kind).ports === undefined) return [];
  const before = ports.get(part);
  if (before) return before;
  const named = part.facts.filter(
    (f) => f.attribute.startsWith('port-') && f.position !== undefined && f.value !== null,
  );
  const found = [...new Set(named.map((f) => f.position ?? ''))].sort();
  ports.set(part, found);
  return found;
}
const ports = new WeakMap<Part, readonly string[]>();

/**
 * The face that a joint means by a reference, or why there is none. A port is any name after the "@"; every other face
 * is one of its kind of part. With two faces of a kind the reference has to name one, unless the roles leave only one.
 */
export function faceOf(
  joint: Joint,
  side: 0 | 1,
  parts: ReadonlyMap<string, Part>,
): Face | { readonly because: string } {
  const ref = joint.between[side];
  const { part: id, face: at } = ref;
  const part = parts.get(id);
  if (!part) return { because: `There is no part "${id}".` };
  const row = partRow(part.kind);
  if (joint.kind === 'port') return portFace(side, ref, part, at);
  if (joint.kind === 'wiring') return plugFace(ref, part, at);
  if (joint.kind === 'tail' && part.kind === 'hose') return tailFace(ref, part, at);
  const faces = row.faces.filter((f) => f.joint === joint.kind && (at === undefined || f.at === at));
  const [only] = faces;
  if (only === undefined)
    return { because: `A ${row.words} has no face for this: ${faceName(ref)} in a joint of kind ${joint.kind}.` };
  if (faces.length > 1)
    return { because: `A ${row.words} has several: say ${faces.map((f) => `${id}@${f.at}`).join(' or ')}.` };
  return { ref, label: faceName(ref), part, at: only.at, role: only.role, row: only };
}

function portFace(side: 0 | 1, ref: FaceRef, part: Part, at: string | undefined): Face | { because: string } {
  const row = partRow(part.kind);
  if (row.ports === undefined) return { because: `A ${row.words} has no ports.` };
  if (at !== undefined) return { ref, label: faceName(ref), part, at, role: side === 0 ? 'port' : 'end' };
  const there = portsOf(part);
  if (there.length > 1) return { because: `Say which port of ${part.id}: ${there.join(', ')}.` };
  return { ref, label: faceName(ref), part, at: there[0] ?? 'port', role: side === 0 ? 'port' : 'end' };
}

/** A hose has two tails, which a joint may name. */
function tailFace(ref: FaceRef, part: Part, at = 'tail'): Face | { because: string } {
  const row = partRow(part.kind).faces.find((f) => f.joint === 'tail');
  return row
    ? { ref, label: faceName(ref), part, at, role: row.role, row }
    : { because: `A ${part.kind} has no tail.` };
}

/** Plugs of a harness, each named by the attribute that its connector is recorded under. */
export const PLUGS = ['sensor', 'level-sensor', 'brake-light-switch', 'cruise-switch', 'start-switch'] as const;

function plugFace(ref: FaceRef, part: Part, at = 'sensor'): Face | { because: string } {
  const row = partRow(part.kind).faces.find((f) => f.joint === 'wiring');
  if (!row) return { because: `A ${partRow(part.kind).words} has no plug.` };
  if (!PLUGS.some((plug) => plug === at)) return { because: `"${at}" is no plug; one of ${PLUGS.join(', ')}.` };
  return { ref, label: faceName(ref), part, at, role: row.role, row };
}

type Faces = readonly [Face, Face] | { readonly because: string; readonly side: 0 | 1 };

/** Both faces of a joint in the order of its roles, or why it is none. */
export function facesOf(joint: Joint, parts: ReadonlyMap<string, Part>): Faces {
  let among = found.get(parts);
  if (!among) found.set(parts, (among = new Map()));
  const before = among.get(joint);
  if (before) return before;
  const faces = findFaces(joint, parts);
  among.set(joint, faces);
  return faces;
}
/** The faces of joints as they were found, among the parts of now and of then: rule after rule asks for them. */
const found = new WeakMap<ReadonlyMap<string, Part>, Map<Joint, Faces>>();

function findFaces(joint: Joint, parts: ReadonlyMap<string, Part>): Faces {
  const [a, b] = [faceOf(joint, 0, parts), faceOf(joint, 1, parts)];
  if ('because' in a) return { ...a, side: 0 };
  if ('because' in b) return { ...b, side: 1 };
  if (joint.kind === 'port') return portOrder(a, b);
  const [first, second] = ROLES[joint.kind];
  if (a.role === first && b.role === second) return [a, b];
  if (a.role === second && b.role === first) return [b, a];
  return { because: `${a.label} and ${b.label} are the same side of a joint of kind ${joint.kind}.`, side: 1 };
}

/** The female one first. An end that does not say its gender takes what the other one leaves. */
function portOrder(a: Face, b: Face): readonly [Face, Face] {
  const [of, to] = [genderOf(a), genderOf(b)];
  const female = of ?? (to === 'female' ? 'male' : 'female');
  return female === 'female'
    ? [
        { ...a, role: 'port' },
        { ...b, role: 'end' },
      ]
    : [
        { ...b, role: 'port' },
        { ...a, role: 'end' },
      ];
}

export function genderOf(face: Face): Gender | undefined {
  const own = rawFact(face, 'port-gender')?.value;
  if (own === 'male' || own === 'female') return own;
  const { ports } = partRow(face.part.kind);
  return ports === 'female' || ports === 'male' ? ports : undefined;
}

/** What is known of an attribute on a face: a value, how sure, and what it rests on. */
export interface Sure {
  readonly value: ChainFact['value'];
  readonly tolerance: number;
  readonly rests: Rests;
  readonly source?: string;
  /** A record that the reading contradicts: both are shown. */
  readonly against?: ChainFact['value'];
  readonly disputed?: undefined;
}

/**
 * Somebody said something of it, and not all of it can be true: there is no value until one of them is taken back. It
 * is not the same as "nobody said": nothing stands in for it.
 */
export interface Disputed {
  readonly value?: undefined;
  readonly tolerance: 0;
  readonly rests: 'not-known';
  readonly against?: undefined;
  readonly source?: undefined;
  readonly disputed: readonly ChainFact[];
}
export type Known = Sure | Disputed;

/** What is known for sure: nobody contradicts it. */
export const sureOf = (known: Known | undefined): Sure | undefined =>
  known === undefined || known.disputed ? undefined : known;
/** What is known for sure of a face. */
export const sureAt = (face: Face, name: AttributeName): Sure | undefined => sureOf(knownAt(face, name));

/** The facts of a part by their attribute. A part is a value: what was sorted once stays sorted. */
const sorted = new WeakMap<Part, Map<AttributeName, ChainFact[]>>();
function sortedFacts(part: Part): ReadonlyMap<AttributeName, readonly ChainFact[]> {
  let by = sorted.get(part);
  if (!by) {
    by = new Map();
    for (const fact of part.facts) {
      const before = by.get(fact.attribute);
      if (before) before.push(fact);
      else by.set(fact.attribute, [fact]);
    }
    sorted.set(part, by);
  }
  return by;
}
const NONE: readonly ChainFact[] = [];
const factsOf = (part: Part, name: AttributeName): readonly ChainFact[] => sortedFacts(part).get(name) ?? NONE;

/** What a part has facts about, each attribute once. */
export const attributesOf = (part: Part): readonly AttributeName[] => [...sortedFacts(part).keys()];

const isOf = (face: Face, fact: ChainFact): boolean => {
  if (fact.position === face.at) return true;
  if (fact.position !== undefined) return false;
  const row = partRow(face.part.kind);
  if (face.row === undefined) return row.ports !== undefined; // both ends of a line that names none
  return isAlone(face.row, row) || face.row.owns?.includes(fact.attribute) === true;
};

/** Whether a part has one face of its kind of joint, or none. */
function isAlone({ joint }: FaceRow, { faces }: PartRow): boolean {
  let found = 0;
  for (const other of faces) if (other.joint === joint) found += 1;
  return found <= 1;
}

const rawFact = (face: Face, name: AttributeName): ChainFact | undefined =>
  factsOf(face.part, name).find((fact) => isOf(face, fact));

/**
 * What a part is known to have at a face; undefined when nobody said anything. Readings of one thing are one value,
 * and disputed where they cannot be; so are two records of it. A reading that agrees with the record leaves the record;
 * one that does not goes before it, and both are shown.
 */
export const knownAt = (face: Face, name: AttributeName): Known | undefined =>
  knownBy(factsOf(face.part, name).filter((fact) => isOf(face, fact)));

/** What facts of one thing come to; undefined where there are none. */
export function knownBy(facts: readonly ChainFact[]): Known | undefined {
  const [only] = facts;
  if (only === undefined) return undefined;
  if (facts.length === 1) return known(only, undefined);
  const readings = facts.filter((f) => f.rests === 'measured');
  const settled = settle(readings, surest(facts.filter((f) => f.rests !== 'measured')));
  if (settled?.is === 'disputed') return { tolerance: 0, rests: 'not-known', disputed: settled.of };
  return settled && known(readBeside(settled.of, readings), settled.against);
}

/** What a list alone says and a reading bears out rests on the reading, and is as sure as that. */
function readBeside(fact: ChainFact, readings: readonly ChainFact[]): ChainFact {
  const read = fact.rests === 'listed' ? settle(readings, []) : undefined;
  if (read?.is !== 'known') return fact;
  return { ...fact, rests: 'measured', tolerance: read.of.tolerance ?? fact.tolerance ?? 0 };
}

const known = (fact: ChainFact, against: ChainFact['value'] | undefined): Sure => ({
  value: fact.value,
  tolerance: fact.tolerance ?? 0,
  rests: fact.rests ?? 'recorded',
  ...(fact.source === undefined ? {} : { source: fact.source }),
  ...(against === undefined ? {} : { against }),
});

/** Of what was not read here, what rests on the surest. */
function surest(facts: readonly ChainFact[]): readonly ChainFact[] {
  const rank = ({ rests = 'recorded' }: ChainFact): number => RESTS.indexOf(rests);
  const best = Math.min(...facts.map(rank));
  return facts.filter((fact) => rank(fact) === best);
}

/** The parts of a chain by their ids. A chain is a value: what was sorted once stays sorted. */
export function partsById({ parts }: Pick<Chain, 'parts'>): ReadonlyMap<string, Part> {
  const before = byId.get(parts);
  if (before) return before;
  const made = new Map(parts.map((part) => [part.id, part]));
  byId.set(parts, made);
  return made;
}
const byId = new WeakMap<readonly Part[], ReadonlyMap<string, Part>>();

/** The joints of a kind that a part takes part in. */
export const jointsOfPart = (chain: Chain, id: string, kind?: JointKind): Joint[] =>
  chain.joints.filter((j) => (kind === undefined || j.kind === kind) && j.between.some((ref) => ref.part === id));
