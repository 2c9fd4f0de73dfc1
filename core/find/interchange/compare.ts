import type { FourState } from '../../base/state/index.js';
import { type CheckRow, CHECKS, type Fix, RULES, type View } from '../../judge/check/index.js';
import { fixesFor } from '../../judge/fix/index.js';
import { DESIGN } from '../../judge/joint/index.js';
import { attribute, type AttributeName, attributeWords, valueWords } from '../../named/attribute/index.js';
import type { Settings } from '../../named/settings/index.js';
import type { Fact, UnitKind } from '../../named/unit/index.js';
import {
  type ChainFact,
  type Face,
  type Part,
  type PartKind,
  partRow,
  PARTS,
  PLUGS,
  ROLES,
} from '../../vehicle/chain/index.js';
import type { Answer } from '../identify/index.js';

/** What is compared between two units of a kind, and how one answer stands to the other: by the table of joints. */

/** An attribute of a unit with the check that turns on it, and the side of the joint that the unit is. */
export interface CompareRow {
  readonly attribute: AttributeName;
  /** Undefined for what no joint turns on: it works otherwise, and is still not the same unit. */
  readonly check?: CheckRow;
  readonly side: 0 | 1;
}

/** Checks that say nothing of whether one unit goes in for another. */
const OF_THE_VEHICLE: readonly CheckRow['rule'][] = ['linkage', 'torque', 'rod-engaged', 'pedal-height', 'gender'];

/** What is compared between two units of a kind: each attribute of a face that it has. */
export function checksOf(kind: UnitKind): readonly CompareRow[] {
  const before = known.get(kind);
  if (before) return before;
  const part = partRow(kind);
  const sideOf = (row: CheckRow): 0 | 1 | undefined => {
    if (row.joint === 'port') return part.ports === undefined ? undefined : 0;
    const face = part.faces.find(
      (f) => f.joint === row.joint && meets(f.role === ROLES[row.joint][0] ? row.first : row.second, kind),
    );
    return face && (face.role === ROLES[row.joint][0] ? 0 : 1);
  };
  const rows = CHECKS.filter((row) => !OF_THE_VEHICLE.includes(row.rule)).flatMap((check): CompareRow[] => {
    const side = sideOf(check);
    if (side === undefined) return [];
    if (check.joint === 'wiring') return PLUGS.map((plug) => ({ attribute: plug, check, side }));
    return [{ attribute: side === 0 ? check.a : (check.b ?? check.a), check, side }];
  });
  // A port more is told at the port.
  const works = ([...DESIGN, 'bore', 'seals', 'reservoir'] as const).filter((name) => name !== 'port-count');
  const all = new Map<AttributeName, CompareRow>(works.map((name) => [name, { attribute: name, side: 1 }]));
  for (const row of rows) if (!all.has(row.attribute)) all.set(row.attribute, row);
  const found = [...all.values()];
  known.set(kind, found);
  return found;
}
const known = new Map<UnitKind, readonly CompareRow[]>();
const meets = (kinds: readonly PartKind[] | undefined, kind: PartKind): boolean => kinds?.includes(kind) ?? true;

/** How one unit stands to another at one attribute, and the fix that closes the difference. */
export interface Comparison {
  readonly state: FourState;
  readonly fix?: Fix;
}

/**
 * Rules that ask for at most or at least so much: what the vehicle has beyond what the wanted unit needs, nobody
 * recorded.
 */
const ONE_SIDED: Readonly<Partial<Record<CheckRow['rule'], 'less' | 'more'>>> = {
  room: 'less',
  'at-least-b': 'less',
  'at-least-named': 'less',
  'at-most-b': 'more',
  'stud-length': 'less',
};

/** A difference that takes more than this, or somebody else's bench, makes it another unit. */
const MOST_INTRUSIVE = 3;

/** How a unit with `answer` stands in the place of one with `wanted`. */
export function compare(
  row: CompareRow,
  kind: UnitKind,
  wanted: Answer,
  answer: Answer,
  settings: Settings,
): Comparison {
  const { attribute: name, check } = row;
  if (wanted === answer) return { state: 'fits' };
  if (attribute(name).perPort) {
    if (wanted === null) return { state: name === 'port-thread' ? 'fits-with-change' : 'fits' };
    if (answer === null) return { state: 'does-not-fit' };
  }
  if (!check) return { state: sameDesign(name, wanted, answer, settings) ? 'fits' : 'does-not-fit' };
  const sided = ONE_SIDED[check.rule];
  if (sided !== undefined || check.rule === 'gap') {
    if (typeof wanted !== 'number' || typeof answer !== 'number')
      return { state: sided === 'less' && answer === null ? 'fits' : 'not-known' };
    // Another recess or rod comes to a clearance within one target as far as the target is wide.
    if (check.rule === 'gap')
      return { state: Math.abs(answer - wanted) <= settings.gapMax - settings.gapMin ? 'fits' : 'does-not-fit' };
    return { state: (sided === 'less' ? answer <= wanted : answer >= wanted) ? 'fits' : 'not-known' };
  }
  return judged(row, check, kind, wanted, answer, settings);
}

/** What no joint turns on is the same, or it is another unit. Inch and metric names of one size are one size. */
function sameDesign(name: AttributeName, wanted: Answer, answer: Answer, settings: Settings): boolean {
  if (typeof wanted !== 'number' || typeof answer !== 'number') return false;
  const within = attribute(name).kind === 'count' ? 0 : settings.oneSizeWithin;
  return Math.abs(wanted - answer) <= within;
}

/** The rule of the check, with what the wanted unit has on the face that it meets. */
function judged(
  { attribute: name, side }: CompareRow,
  check: CheckRow,
  kind: UnitKind,
  wanted: Answer,
  answer: Answer,
  settings: Settings,
): Comparison {
  const at = check.joint === 'port' ? 'port' : check.joint === 'wiring' ? name : undefined;
  const partOf = (id: string, of: PartKind, unit: string, value: Answer): Part => ({
    id,
    kind: of,
    unit,
    facts: [
      { attribute: name, value: value as ChainFact['value'], ...(check.joint === 'port' ? { position: 'port' } : {}) },
    ],
  });
  const [was, is] = [partOf('unit', kind, 'wanted', wanted), partOf('unit', kind, 'other', answer)];
  const met = partOf('vehicle', counterpartOf(check, side), '', wanted);
  const faceOf = (part: Part, which: 0 | 1): Face => {
    const role = ROLES[check.joint][which];
    const found = partRow(part.kind).faces.find((f) => f.joint === check.joint && f.role === role);
    return {
      ref: { part: part.id },
      label: part.id,
      part,
      at: at ?? found?.at ?? '',
      role,
      ...(found && check.joint !== 'port' ? { row: found } : {}),
    };
  };
  const [a, b] = side === 0 ? [faceOf(is, 0), faceOf(met, 1)] : [faceOf(met, 0), faceOf(is, 1)];
  const value = (of: Answer) => ({ value: of as ChainFact['value'], tolerance: 0, rests: 'recorded' as const });
  const [va, vb] = side === 0 ? [value(answer), value(wanted)] : [value(wanted), value(answer)];
  const joint = { id: 'joint', kind: check.joint, between: [a.ref, b.ref] } as const;
  const view = viewOf(was, is, settings);
  const found = RULES[check.rule]({ row: check, joint, a, b, va, vb, view });
  if (found.state !== 'does-not-fit') return { state: found.state };
  const fixes = fixesFor({ code: check.code, joint, a, b, view, found });
  const fix = fixes.find((f) => f.order <= MOST_INTRUSIVE && f.skill === 'ordinary');
  return { state: found.state, ...(fix === undefined ? {} : { fix }) };
}

/** The kind of part that a unit meets there. */
function counterpartOf(check: CheckRow, side: 0 | 1): PartKind {
  if (check.joint === 'port') return 'line';
  const role = ROLES[check.joint][side === 0 ? 1 : 0];
  const only = side === 0 ? check.second : check.first;
  const found = PARTS.find(
    (p) =>
      meets(only, p.kind) && p.unit === undefined && p.faces.some((f) => f.joint === check.joint && f.role === role),
  );
  return (
    found?.kind ??
    PARTS.find((p) => meets(only, p.kind) && p.faces.some((f) => f.joint === check.joint && f.role === role))?.kind ??
    'room'
  );
}

/** Two units and nothing else. */
const viewOf = (was: Part, is: Part, settings: Settings): View => ({
  now: new Map([[was.id, was]]),
  nowJoints: new Map(),
  nowPorts: new Map(),
  then: {
    parts: [],
    joints: [],
    changes: new Map([[is.id, 'new']]),
    putBy: new Map(),
    plugs: new Set(),
    touched: new Set(),
  },
  jointsOf: new Map(),
  parts: new Map([[is.id, is]]),
  joints: new Map(),
  settings,
  variants: [],
  unanswered: new Set(),
  asks: new Set(),
});

export interface FactDifference {
  readonly attribute: string;
  readonly position?: string;
  readonly sentence: string;
}

/**
 * Where two units of a kind differ at a joint or in what they do, as far as both are recorded. For "the same" and for
 * "drop-in" there should be nothing, or a condition that says it.
 */
export function differencesBetween(
  kind: UnitKind,
  wanted: readonly Fact[],
  other: readonly Fact[],
  settings: Settings,
): FactDifference[] {
  const rows = new Map<string, CompareRow>(checksOf(kind).map((row) => [row.attribute, row]));
  return wanted.flatMap((fact) => {
    const row = rows.get(fact.attribute);
    const same = other.find((o) => o.attribute === fact.attribute && o.position === fact.position);
    if (!row || !same) return [];
    const { state } = compare(row, kind, fact.value, same.value, settings);
    if (state === 'fits' || state === 'not-known') return [];
    const words = attributeWords(fact.attribute, fact.position);
    const sentence =
      `${words}: ${valueWords(fact.attribute, fact.value)} and ` + `${valueWords(fact.attribute, same.value)}`;
    return [
      { attribute: fact.attribute, ...(fact.position === undefined ? {} : { position: fact.position }), sentence },
    ];
  });
}
