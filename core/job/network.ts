import { isUnassigned } from '../judge/check/index.js';
import { spacesOf } from '../judge/joint/index.js';
import {
  faceName,
  faceRef,
  type FaceRef,
  type ChainFact,
  type Joint,
  type Part,
  partRow,
} from '../vehicle/chain/index.js';
import { type LayoutName, type LayoutRow, LAYOUTS } from '../vehicle/layout/index.js';
import { type Slot, standingAt } from '../vehicle/place/index.js';
import type { Draft } from './draft.js';
import { assign, linesOfOutlets, type Outlet, portsIn } from './ports.js';
import type { JobRows } from './types.js';

/**
 * What lies between master and wheels: lines, hoses, blocks, tees, modulators, by the layout of the vehicle and what is
 * recorded of it.
 */

const layoutOf = (name: LayoutName | undefined) => LAYOUTS.find((row) => row.layout === name);
const isUnit = (part: Part | undefined): boolean => part !== undefined && partRow(part.kind).unit !== undefined;

/** The parts of the units of a vehicle at a place, by its layout. */
export const standing = (slot: Slot, { layouts }: Pick<JobRows, 'layouts'>): readonly string[] =>
  standingAt(
    slot,
    Object.values(layouts ?? {}).flatMap((name) => layoutOf(name)?.parts.map(({ id }) => id) ?? []),
  );

/** Whether a layout is known to have no part of a kind: a handlebar has no pedal and no bulkhead. */
export const lacks = (name: LayoutName | undefined, kind: Part['kind']): boolean =>
  layoutOf(name)?.parts.every((part) => part.kind !== kind) === true;

/** How an end between the units is called where it is read: "rear-line-from". */
export const endName = (part: string, at: string): string => `${part}-${at}`;

/** Facts that were read at the ends of a part between the units, wherever somebody stood. */
const readAtEnds = (id: string, { places }: JobRows): ChainFact[] =>
  places.flatMap(({ read }) =>
    read.flatMap((fact): ChainFact[] => {
      const at = fact.position?.startsWith(`${id}-`) === true ? fact.position.slice(id.length + 1) : undefined;
      return at !== undefined && isOfEnd(fact) ? [{ ...fact, position: at }] : [];
    }),
  );
const isOfEnd = ({ attribute }: ChainFact): boolean => attribute === 'port-thread' || attribute === 'port-seat';

/** Whether a position is an end between the units of a layout, and no port of a unit. */
export const isEndBetween = (position: string, { layouts }: Pick<JobRows, 'layouts'>): boolean =>
  Object.values(layouts ?? {}).some((name) =>
    layoutOf(name)?.joints.some(
      ({ kind, between }) =>
        kind === 'port' && between.some(({ part, face }) => endName(part, face ?? '') === position),
    ),
  );

/** The kind of line that comes to a unit by the layout: a hose, or a rigid line. */
export function endKind(unit: string, rows: Pick<JobRows, 'layouts'>): 'line' | 'hose' | undefined {
  for (const name of Object.values(rows.layouts ?? {})) {
    const row = layoutOf(name);
    const joint = row?.joints.find((j) => j.kind === 'port' && j.between[0].part === unit);
    const end = row?.parts.find((p) => p.id === joint?.between[1].part);
    if (end?.kind === 'line' || end?.kind === 'hose') return end.kind;
  }
  return undefined;
}

/** The outlets of a unit in a layout, each with what its line leads to. */
function outletsOf(unit: string, { parts, joints }: LayoutRow): Outlet[] {
  const byId = new Map(parts.map((part) => [part.id, part]));
  const beyond = joints.filter(({ between }) => between.every(({ part }) => part !== unit));
  const { all, of, root } = spacesOf(beyond, byId);
  return joints.flatMap(({ kind, between }): Outlet[] => {
    const own = between.find(({ part }) => part === unit);
    const other = between.find((ref) => ref !== own);
    const far = other && byId.get(other.part);
    if (kind !== 'port' || !own || !far || isUnit(far)) return [];
    const space = root(of(far, other.face ?? ''));
    // What comes to a wheel or a fork feeds nothing further.
    const ends = partRow(byId.get(unit)?.kind ?? 'line').fed === true;
    const reached = ends ? [] : all.flatMap((one) => (isFed(one.part) && root(one.space) === space ? one.part.id : []));
    const feeds = feedsAt(byId.get(unit) ?? { facts: [] }, own.face ?? '');
    return [{ at: own.face ?? '', reached, ...(feeds === undefined ? {} : { feeds }) }];
  });
}

const isFed = ({ kind }: Part): boolean => partRow(kind).fed === true;

/** Whether two outlets are the same for whoever works on them: nothing that is recorded tells their lines apart. */
const alikeIn =
  (unit: string, row: LayoutRow, rows: JobRows) =>
  (a: Outlet, b: Outlet): boolean => {
    const lineAt = ({ at }: Outlet): string =>
      row.joints
        .find(({ kind, between }) => kind === 'port' && between.some(({ part, face }) => part === unit && face === at))
        ?.between.find(({ part }) => part !== unit)?.part ?? '';
    const recorded = (outlet: Outlet): string =>
      JSON.stringify([
        rows.network?.find(({ part }) => part === lineAt(outlet))?.facts ?? [],
        readAtEnds(lineAt(outlet), rows),
        outlet.reached.map((id) => id.replace(/-?(left|right)/, '')),
      ]);
    return recorded(a) === recorded(b);
  };

/**
 * Adds what lies between the units of a vehicle. A line that the record of a place knows already is the line of the
 * layout, with its other end. True when every line of every layout was found, so that circuits can be judged as a
 * whole.
 */
export function addNetwork(rows: JobRows, draft: Draft): boolean {
  const names = Object.values(rows.layouts ?? {}).filter((name) => name !== undefined);
  if (names.length === 0) return false;
  const whole = names.map((name) => addLayout(name, rows, draft));
  const wet = [...draft.parts.values()].filter(
    (part) => partRow(part.kind).fed || part.kind === 'brake-master' || part.kind === 'clutch-master',
  );
  const met = new Set(draft.joints.flatMap((j) => (j.kind === 'port' ? j.between.map((ref) => ref.part) : [])));
  return whole.every(Boolean) && wet.every((part) => met.has(part.id));
}

/**
 * Lines of a layout that no record knows go to the port of their unit that feeds the same, whatever it is called: of
 * the unit that is there, and of the one that goes in.
 */
function portsByFunction(row: LayoutRow, joints: Joint[], draft: Draft): void {
  const units = row.parts.filter(isUnit);
  for (const unit of units) {
    const lines = new Map(
      joints.flatMap(({ between }) =>
        between.flatMap(({ part, face = '' }) => (part === unit.id ? [[face, feedsAt(unit, face)] as const] : [])),
      ),
    );
    if (lines.size === 0) continue;
    const put = draft.edits.find((edit) => edit.do === 'put' && edit.at === unit.id);
    const now = portsIn(draft.parts.get(unit.id)?.facts ?? []);
    const then = portsIn(put?.do === 'put' ? put.facts : []);
    // Where nobody knows the ports of the unit that is there, those of the one that goes in name them.
    const first = now.size > 0 ? now : then;
    if (first.size === 0) continue;
    const [there, goes] = [assign(lines, first), then.size > 0 ? assign(lines, then) : new Map<string, string>()];
    joints.forEach((joint, i) => {
      const side = joint.between.findIndex(({ part }) => part === unit.id);
      const at = joint.between[side]?.face ?? '';
      const found = there.get(at) ?? at;
      const [is, willBe] = [isUnassigned(found) ? at : found, goes.get(at)];
      if (side < 0) return;
      joints[i] = led(joint, side, faceRef(unit.id, is));
      if (willBe !== undefined && willBe !== is)
        draft.edits.push({
          id: `follow ${joint.id}`,
          do: 'join',
          follows: true,
          joint: led(joint, side, faceRef(unit.id, willBe)),
        });
    });
  }
}

const feedsAt = ({ facts }: Pick<Part, 'facts'>, at: string): string | undefined => {
  const value = facts.find((f) => f.attribute === 'port-feeds' && f.position === at)?.value;
  return typeof value === 'string' ? value : undefined;
};
const led = (joint: Joint, side: number, ref: FaceRef): Joint => ({
  ...joint,
  between: side === 0 ? [ref, joint.between[1]] : [joint.between[0], ref],
});

/** Parts of a layout that lie between its units and carry brake fluid: a vacuum hose does not. */
function partsBetween({ parts, joints }: LayoutRow): readonly Part[] {
  const carries = new Set(
    joints.flatMap((joint) => (joint.kind === 'port' ? joint.between.map(({ part }) => part) : [])),
  );
  return parts.filter((part) => !isUnit(part) && carries.has(part.id) && partRow(part.kind).fluid !== undefined);
}

/** The end of a line that is away from the unit that it is recorded at. */
const FAR = 'far';

function addLayout(name: LayoutName, rows: JobRows, draft: Draft): boolean {
  const row = layoutOf(name);
  if (!row) return false;
  const base = new Map(row.parts.map((part) => [part.id, part]));
  const alias = new Map<string, { readonly id: string; readonly end: string }>();
  const joints: Joint[] = [];
  let whole = true;
  const linesAt = (unit: string): string[] =>
    draft.joints.flatMap((j) => {
      const { part, face: at } = j.between[0];
      return j.kind === 'port' && part === unit && at !== undefined ? [at] : [];
    });
  const linesOf = new Map(
    row.parts.filter(isUnit).map(({ id }) => {
      const feeds = new Map(linesAt(id).map((at) => [at, draft.feeds.get(faceName(faceRef(id, at)))] as const));
      return [id, linesOfOutlets(outletsOf(id, row), feeds, alikeIn(id, row, rows))] as const;
    }),
  );
  for (const joint of row.joints) {
    if (joint.kind !== 'port') continue;
    const refs = joint.between;
    const unit = refs.find(({ part }) => isUnit(base.get(part)));
    const other = refs.find((ref) => ref !== unit);
    if (!unit || !other) {
      joints.push(joint);
      continue;
    }
    const there = draft.parts.get(unit.part);
    const lines = linesAt(unit.part);
    const at = linesOf.get(unit.part)?.get(unit.face ?? '');
    const known = draft.joints.find(
      (j) => j.kind === 'port' && j.between[0].part === unit.part && j.between[0].face === at,
    );
    if (known && !isUnit(base.get(other.part))) {
      const line = known.between[1].part;
      const first = alias.get(other.part);
      // One line from unit to unit is recorded at both: what is recorded at the second is its other end.
      if (first)
        joints.push({ id: `${other.part}-whole`, kind: 'port', between: [faceRef(first.id, FAR), faceRef(line, FAR)] });
      else alias.set(other.part, { id: line, end: other.face ?? '' });
      continue;
    }
    // Which of the lines that are there it is nobody knows; one that is not there is asked about.
    if (!there || lines.length > 0) whole = false;
    if (there && lines.length === 0) joints.push(joint);
  }
  portsByFunction(row, joints, draft);
  for (const part of partsBetween(row)) {
    const recorded = rows.network?.find((n) => n.part === part.id);
    const known = alias.get(part.id);
    const facts = [...part.facts, ...(recorded?.facts ?? []), ...readAtEnds(part.id, rows)];
    const set = recorded?.set === undefined ? {} : { set: recorded.set };
    const named = (own: readonly ChainFact[]): ChainFact[] =>
      own.map((f) => (known && f.position === known.end ? { ...f, position: 'end' } : f));
    for (const side of recorded?.sides ?? [])
      draft.variants.push({ part: known?.id ?? part.id, set: side.set, facts: named([...part.facts, ...side.facts]) });
    if (!known) {
      draft.parts.set(part.id, { id: part.id, kind: part.kind, ...set, facts });
      continue;
    }
    const before = draft.parts.get(known.id);
    if (!before) continue;
    // What was found at the port goes before what the record says of that end.
    const more = named(facts).filter(
      (f) => !before.facts.some((o) => o.attribute === f.attribute && o.position === f.position),
    );
    draft.parts.set(known.id, { ...before, kind: part.kind, ...set, facts: [...before.facts, ...more] });
  }
  const renamed = (ref: FaceRef): FaceRef => {
    const known = alias.get(ref.part);
    return known ? faceRef(known.id, ref.face === known.end ? 'end' : ref.face) : ref;
  };
  const hasBoth = (joint: Joint): boolean => joint.between.every((ref) => draft.parts.has(ref.part));
  const made = joints.map((joint): Joint => ({
    ...joint,
    between: [renamed(joint.between[0]), renamed(joint.between[1])],
  }));
  draft.joints.push(...made.filter(hasBoth));
  return whole && made.every(hasBoth);
}
