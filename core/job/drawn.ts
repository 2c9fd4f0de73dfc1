import { lookup } from '../base/lookup/index.js';
import { CHECKS, type JudgedJoint } from '../judge/check/index.js';
import type { AttributeName } from '../named/attribute/index.js';
import {
  faceName,
  applyEdits,
  attributesOf,
  type Chain,
  type ChainFact,
  knownBy,
  type Face,
  facesOf,
  type Joint,
  type JointKind,
  sureAt,
  type Part,
  type PartKind,
  partsById,
  type Value,
} from '../vehicle/chain/index.js';
import { slotOfPart } from '../vehicle/place/index.js';
import { slotKey } from '../vehicle/reading/index.js';
import type { JudgedChain } from './fixes.js';
import { partWords } from './names.js';

/** What a drawing of a joint or of a part is made from: the facts at its faces, and how the faces are called. */

export interface DrawnFactView {
  readonly attribute: AttributeName;
  readonly position?: string;
  readonly value: Value;
}

export interface ShownFace {
  readonly part: string;
  readonly kind: PartKind;
  readonly words: string;
  /** Whether it is of the unit that is worked on, or of what it meets. */
  readonly side: 'vehicle' | 'unit';
  /** The port that its readings are entered for. */
  readonly position?: string;
  readonly facts: readonly DrawnFactView[];
}

/** The two faces of a joint that is drawn, the one with the first role first. */
export interface ShownFaces {
  readonly kind: JointKind;
  readonly faces: readonly [ShownFace, ShownFace];
  /** The clearance at a booster's rod in mm, where it is known. */
  readonly gap?: number;
}

export interface Drawer {
  readonly facesFor: (joint: JudgedJoint, slot: string) => ShownFaces | undefined;
}

/** What is known at the faces of the joints of a judged chain, as it will be. */
export function drawerOf(judged: JudgedChain): Drawer {
  const then = applyEdits(judged.input, judged.input.edits);
  if ('faults' in then) return { facesFor: () => undefined };
  const parts = partsById(then);
  const byId = new Map(then.joints.map((joint) => [joint.id, joint]));
  return {
    facesFor: (judgedJoint, slot) => {
      const joint = byId.get(judgedJoint.id);
      return joint && facesShown(joint, judgedJoint, slot, parts, then);
    },
  };
}

function facesShown(
  joint: Joint,
  judged: JudgedJoint,
  slot: string,
  parts: ReadonlyMap<string, Part>,
  chain: Chain,
): ShownFaces | undefined {
  const faces = facesOf(joint, parts);
  if ('because' in faces) return undefined;
  const mount = joint.through === undefined ? undefined : chain.joints.find((j) => j.id === joint.through);
  const beside = mount && facesOf(mount, parts);
  const unit = faces.find((face) => slotOfPart(face.part.id) === slot) ?? faces[1];
  const view = (face: Face, i: 0 | 1): ShownFace => ({
    part: face.part.id,
    kind: face.part.kind,
    words: partWords(face.part),
    side: face === unit ? 'unit' : 'vehicle',
    ...(joint.kind === 'port' ? { position: face.part.line?.position ?? face.at } : {}),
    facts: [...factsAt(face, judged, beside && !('because' in beside) ? beside[i] : undefined)].map(
      ([attribute, value]) => ({ attribute, value }),
    ),
  });
  const gap = judged.checks.find((check) => check.code === 'push.gap')?.values['gap'];
  return {
    kind: joint.kind,
    faces: [view(faces[0], 0), view(faces[1], 1)],
    ...(typeof gap === 'number' ? { gap } : {}),
  };
}

/** What is known at a face, what a check took for it, and what is known at the mount that it is reached through. */
function factsAt(face: Face, judged: JudgedJoint, beside: Face | undefined): ReadonlyMap<AttributeName, Value> {
  const facts = new Map<AttributeName, Value>();
  for (const at of beside ? [beside, face] : [face])
    for (const attribute of attributesOf(at.part)) {
      const known = sureAt(at, attribute);
      if (known) facts.set(attribute, known.value);
    }
  for (const check of judged.checks) {
    const row = CHECKS.find((r) => r.code === check.code);
    const ref = judged.between.find((r) => r.part === face.part.id);
    const value = ref === undefined ? undefined : lookup(check.values, faceName(ref));
    if (!row || (typeof value !== 'number' && typeof value !== 'string')) continue;
    const name = ref === judged.between[0] ? row.a : (row.b ?? row.a);
    if (!facts.has(name) && check.state !== 'not-known') facts.set(name, value);
  }
  return facts;
}

/** What a silhouette is drawn from. */
const SILHOUETTE: readonly AttributeName[] = [
  'bore',
  'bore-form',
  'bore-large',
  'mouth',
  'port-count',
  'port-distance',
  'port-thread',
  'port-side',
  'stud-spacing',
  'pilot',
  'flange-angle',
  'reservoir',
  'reservoir-size',
  'reach-front',
  'rod-kind',
  'rod-length',
  'clevis-pin',
  'diaphragm',
  'diaphragms',
  'booster-supply',
  'supply-ports',
  'booster-pin',
  'piston-count',
  'caliper-form',
  'slave-form',
  'carrier-spacing',
  'disc',
  'disc-thickness',
  'tube',
  'hose-length',
  'travel',
  'foot',
  'bleeder',
  'pedal-ratio',
];

/** The facts of a part that its drawing needs, each once: a reading before a record. */
export function silhouetteOf(part: Part | undefined): DrawnFactView[] {
  const things = new Map<string, ChainFact[]>();
  for (const fact of part?.facts ?? []) {
    const key = slotKey(fact.attribute, fact.position);
    if (SILHOUETTE.includes(fact.attribute)) things.set(key, [...(things.get(key) ?? []), fact]);
  }
  return [...things.values()].flatMap((facts): DrawnFactView[] => {
    const [first, known] = [facts[0], knownBy(facts)];
    if (!first || !known || known.disputed) return [];
    const { attribute, position } = first;
    return [{ attribute, ...(position === undefined ? {} : { position }), value: known.value }];
  });
}
