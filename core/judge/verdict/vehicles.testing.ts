import fc from 'fast-check';
import { attribute, type AttributeName } from '../../named/attribute/index.js';
import { STANDARD_SETTINGS } from '../../named/settings/index.js';
import {
  type ChainFact,
  type Edit,
  type Face,
  facesOf,
  type Joint,
  sureAt,
  type Part,
  partRow,
} from '../../vehicle/chain/index.js';
import { fillLayout, LAYOUT_NAMES, type LayoutName } from '../../vehicle/layout/index.js';
import { attributeOf, type CheckRow, CHECKS, positionOf } from '../check/index.js';
import type { ChainInput } from './types.js';

/** Whole, true vehicles of every layout, whose every joint fits; then edits of them, and facts hidden from them. */

const THREADS = ['3/8-24 UNF', '7/16-24 UNS', 'M10x1.0', 'M12x1.0'];
const SEATS = ['inverted-flare', 'bubble-flare'];

/** A value that an attribute can have, by a number that the generator draws. */
function valueFor(name: AttributeName, draw: number): string | number {
  const row = attribute(name);
  if (name === 'port-seat') return SEATS[draw % SEATS.length] ?? 'inverted-flare';
  if (row.kind === 'thread') return THREADS[draw % THREADS.length] ?? 'M10x1.0';
  if (row.kind === 'choice') return row.choices?.[draw % row.choices.length] ?? '';
  if (row.kind === 'count') return 2 + (draw % 3);
  if (row.kind === 'mark') return `P${draw % 5}`;
  const { min, max } = row.usual ?? { min: 1, max: 10 };
  return Math.round((min + ((max - min) * ((draw % 89) + 5)) / 100) * 10) / 10;
}

/** Pairs of values that fit each other where the two faces do not have the same. */
const PAIRS: Readonly<Partial<Record<CheckRow['code'], readonly [number, number]>>> = {
  'push.gap': [21.6, 22],
  'push.force': [4000, 6000],
  'fork.travel': [14, 16],
  'wheel.size': [406.4, 381],
  'wheel.sweep': [190, 160],
  'wheel.spokes': [60, 40],
  'supply.flow': [8, 6],
  'supply.pressure': [9, 7],
  'supply.returns': [2, 2],
  'room.front': [400, 200],
  'room.left': [200, 100],
  'room.right': [200, 100],
  'room.up': [200, 100],
  'room.behind': [60, 20],
};
/** Checks whose further facts the generator leaves to the tests of their rules. */
const LEFT_OUT: readonly CheckRow['code'][] = [
  'mount.stud-length',
  'port.bolt',
  'rod.engaged',
  'rod.linkage',
  'mount.torque',
  'port.gender',
  'port.feeds',
  'supply.fluid',
];

interface Draft {
  readonly parts: Map<string, ChainFact[]>;
  readonly input: { parts: readonly Part[]; joints: readonly Joint[] };
}

const partsOf = (draft: Draft): Part[] =>
  draft.input.parts.map((part) => ({ ...part, facts: draft.parts.get(part.id) ?? [] }));

/** Gives a face a fact, unless it has one already; answers what it has. */
function give(draft: Draft, face: Face, name: AttributeName, value: ChainFact['value']): ChainFact['value'] {
  const known = sureAt({ ...face, part: { ...face.part, facts: draft.parts.get(face.part.id) ?? [] } }, name);
  if (known) return known.value;
  const position = positionOf(face, name);
  draft.parts.get(face.part.id)?.push({ attribute: name, ...(position === undefined ? {} : { position }), value });
  return value;
}

/** A true vehicle of a layout: `draws` decide its values. */
export function vehicleOf(
  layout: LayoutName,
  draws: readonly number[],
): Pick<ChainInput, 'parts' | 'joints' | 'whole'> {
  const base = fillLayout(layout, { parts: [], joints: [] });
  const draft: Draft = { parts: new Map(base.parts.map((part) => [part.id, [...part.facts]])), input: base };
  let at = 0;
  const draw = (): number => draws[at++ % draws.length] ?? 0;
  for (const joint of base.joints) {
    const faces = facesOf(joint, new Map(partsOf(draft).map((part) => [part.id, part])));
    if ('because' in faces) throw new Error(`${joint.id}: ${faces.because}`);
    const [a, b] = faces;
    for (const row of CHECKS) {
      if (row.joint !== joint.kind || LEFT_OUT.includes(row.code)) continue;
      if (row.first?.includes(a.part.kind) === false || row.second?.includes(b.part.kind) === false) continue;
      if (row.asked !== 'always' && draw() % 3 !== 0) continue;
      const pair = PAIRS[row.code];
      const name = attributeOf({ row, a, b }, 'a');
      if (pair) {
        give(draft, a, row.a, pair[0]);
        give(draft, b, row.b ?? row.a, pair[1]);
      } else {
        const known = sureAt({ ...b, part: { ...b.part, facts: draft.parts.get(b.part.id) ?? [] } }, name)?.value;
        const value = give(draft, a, name, known === undefined ? valueFor(name, draw()) : known);
        give(draft, b, name, value);
      }
      if (row.code === 'push.gap') {
        give(draft, b, 'insert', null);
        give(draft, a, 'pin-adjustable', draw() % 2 === 0 ? 'fixed' : 'adjustable');
      }
    }
  }
  for (const part of base.parts) {
    const facts = draft.parts.get(part.id) ?? [];
    if (part.kind === 'reservoir' && part.id !== 'vacuum-reservoir') facts.push({ attribute: 'fluid', value: 'DOT 4' });
    const { unit, fluid, faces } = partRow(part.kind);
    if (unit !== undefined && fluid !== undefined) {
      facts.push({ attribute: 'seals', value: 'EPDM' }, { attribute: 'bore', value: 15 + (draw() % 12) });
      // A handlebar master has no reservoir of its own in the layout: its cap names the fluid.
      if (
        part.kind === 'brake-master' &&
        faces.length > 0 &&
        !base.joints.some((j) => j.kind === 'neck' && j.between.some((ref) => ref.part === part.id))
      )
        facts.push({ attribute: 'fluid', value: 'DOT 4' });
    }
  }
  const joints = base.joints.map((joint) => (joint.kind === 'mount' ? { ...joint, stack: [] } : joint));
  const parts = partsOf(draft).map((part) =>
    partRow(part.kind).unit === undefined ? part : { ...part, unit: `old ${part.id}` },
  );
  return { parts, joints, whole: true };
}

export const layouts = fc.constantFrom(...LAYOUT_NAMES);
export const draws = fc.array(fc.nat(1000), { minLength: 40, maxLength: 80 });

const STEPS = [0.2, -0.2, 0.6, -0.6, 5, -5];

/** Another value of the same attribute: near, or far. */
function another(fact: ChainFact, draw: number): ChainFact {
  if (typeof fact.value === 'number')
    return { ...fact, value: Math.max(0.3, fact.value + (STEPS[draw % STEPS.length] ?? 5)) };
  if (fact.value === null) return fact;
  return { ...fact, value: valueFor(fact.attribute, draw) };
}

/** A unit in place of one of a vehicle, with some facts that differ: in one of `every` draws. */
export function putAnother(
  vehicle: Pick<ChainInput, 'parts'>,
  which: number,
  draws: readonly number[],
  every: number,
  wanted: boolean,
): Edit {
  const units = vehicle.parts.filter((part) => part.unit !== undefined);
  const part = units[which % units.length] as Part;
  const facts = part.facts.map((fact, i) => {
    const draw = draws[i % draws.length] ?? 0;
    return fact.attribute.startsWith('port-') && !['port-thread', 'port-seat'].includes(fact.attribute)
      ? fact
      : draw % every === 0
        ? another(fact, draw)
        : fact;
  });
  return { id: `put ${part.id}`, do: 'put', at: part.id, kind: part.kind, unit: `new ${part.id}`, facts, wanted };
}

/**
 * A unit that differs in one fact alone, and the same order as somebody sees it who does not know that fact: not of the
 * new unit, and, as `bits` say, not of the one that comes off nor of what it meets.
 */
export function differInOne(
  vehicle: Pick<ChainInput, 'parts' | 'joints' | 'whole'>,
  which: number,
  fact: number,
  draw: number,
  bits: number,
): { readonly truth: ChainInput; readonly seen: ChainInput; readonly attribute: AttributeName } | undefined {
  const units = vehicle.parts.filter((part) => part.unit !== undefined);
  const part = units[which % units.length] as Part;
  const own = part.facts.filter((f) => !STRUCTURE.includes(f.attribute));
  const changed = own[fact % own.length];
  if (!changed) return undefined;
  const facts = part.facts.map((f) => (f === changed ? another(f, draw) : f));
  const put = (given: readonly ChainFact[]): Edit => ({
    id: 'put',
    do: 'put',
    at: part.id,
    kind: part.kind,
    unit: 'another',
    facts: given,
    wanted: true,
  });
  const isIt = (f: ChainFact): boolean => f.attribute === changed.attribute;
  const hidden = (p: Part): boolean => (p.id === part.id ? (bits & 1) !== 0 : (bits & 2) !== 0);
  const parts = vehicle.parts.map((p) => (hidden(p) ? { ...p, facts: p.facts.filter((f) => !isIt(f)) } : p));
  const known = facts.filter((f) => !isIt(f));
  return {
    truth: inputWith(vehicle, [put(facts)]),
    seen: inputWith({ ...vehicle, parts }, [put(known)]),
    attribute: changed.attribute,
  };
}

/** The same unit again. */
export function putAgain(vehicle: Pick<ChainInput, 'parts'>, which: number): Edit {
  const units = vehicle.parts.filter((part) => part.unit !== undefined);
  const part = units[which % units.length] as Part;
  return {
    id: 'again',
    do: 'put',
    at: part.id,
    kind: part.kind,
    ...(part.unit === undefined ? {} : { unit: part.unit }),
    facts: [],
  };
}

/** What names a port or its circuit belongs to the layout and is never hidden. */
const STRUCTURE: readonly string[] = ['port-feeds', 'port-circuit', 'port-gender'];

/** A chain with some facts hidden, on parts and in edits; the ones that `draws` hit. */
export function hide(input: ChainInput, draws: readonly number[], every: number): ChainInput {
  let at = 0;
  const stays = (fact: ChainFact): boolean =>
    STRUCTURE.includes(fact.attribute) || (draws[at++ % draws.length] ?? 1) % every !== 0;
  return {
    ...input,
    parts: input.parts.map((part) => ({ ...part, facts: part.facts.filter(stays) })),
    joints: input.joints.map((joint) => {
      if (joint.stack === undefined || (draws[at++ % draws.length] ?? 1) % every !== 0) return joint;
      const { stack: _stack, ...rest } = joint;
      return rest;
    }),
    edits: input.edits.map((edit) => (edit.do === 'put' ? { ...edit, facts: edit.facts.filter(stays) } : edit)),
  };
}

export const inputWith = (
  vehicle: Pick<ChainInput, 'parts' | 'joints' | 'whole'>,
  edits: readonly Edit[],
): ChainInput => ({
  ...vehicle,
  edits,
  listed: [],
  settings: STANDARD_SETTINGS,
});
