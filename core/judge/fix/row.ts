import { lookup } from '../../base/lookup/index.js';
import type { AttributeName } from '../../named/attribute/index.js';
import {
  type ChainFact,
  type EditBody,
  type Face,
  type Joint,
  sureAt,
  type PartKind,
  type Value,
} from '../../vehicle/chain/index.js';
import {
  type CheckCode,
  type Figures,
  type Finding,
  type Fix,
  type FixPart,
  positionOf,
  type Skill,
  type View,
} from '../check/index.js';

/**
 * A check that does not fit, as the table of fixes sees it: both faces, `a` the vehicle's and `b` the unit's where one
 * is new.
 */
export interface FixCase {
  readonly code: CheckCode;
  readonly joint: Pick<Joint, 'id' | 'kind' | 'through' | 'line'>;
  readonly a: Face;
  readonly b: Face;
  readonly view: View;
  readonly found: Pick<Finding, 'state' | 'values'>;
}

/** One row of the table of fixes. */
export interface FixRow {
  readonly fix: string;
  readonly answers: readonly CheckCode[];
  /** Only where the unit is one of these. */
  readonly kinds?: readonly PartKind[];
  /** It is offered once for each line, or for each attribute. */
  readonly per?: 'line' | 'attribute';
  readonly order: number;
  readonly minutes: number;
  readonly skill?: Skill;
  readonly tools?: readonly string[];
  /** What it changes; nothing where it cannot be done here. */
  readonly edits: (c: FixCase) => readonly EditBody[];
  readonly parts?: (c: FixCase) => readonly FixPart[];
  /** Figures that its words are made from. */
  readonly values?: (c: FixCase) => Figures;
}

/** A figure that the check came to: "over", "needed", or what one of its faces has. */
export function figure({ found }: Pick<FixCase, 'found'>, name: string): number | undefined {
  const value = lookup(found.values, name);
  return typeof value === 'number' ? value : undefined;
}

/** What is known of a face; undefined when nobody knows, null when it has none. */
export const valueAt = (face: Face, name: AttributeName): Value | undefined => sureAt(face, name)?.value;
export const textAt = (face: Face, name: AttributeName): string | undefined => {
  const value = valueAt(face, name);
  return typeof value === 'string' ? value : undefined;
};
export const numberAt = (face: Face, name: AttributeName): number | undefined => {
  const value = valueAt(face, name);
  return typeof value === 'number' ? value : undefined;
};

export const hundredths = (mm: number): number => Math.round(mm * 100) / 100;
export const tenths = (mm: number): number => Math.round(mm * 10) / 10;

/** A fact that a fix makes what it is: what was known before does not count any more. */
export const fact = (face: Face, attribute: AttributeName, value: Value): ChainFact => {
  const position = positionOf(face, attribute);
  return { attribute, ...(position === undefined ? {} : { position }), value, rests: 'recorded', instead: true };
};

/** The facts of one face as facts of the other: a part of one moves to the other, or is made to suit it. */
export function copy(from: Face, to: Face, ...names: readonly AttributeName[]): ChainFact[] {
  return names.flatMap((attribute) => {
    const known = sureAt(from, attribute);
    if (known === undefined) return [];
    const { value, tolerance, rests } = known;
    return [{ ...fact(to, attribute, value), tolerance, rests }];
  });
}
export const setOn = (face: Face, ...facts: readonly ChainFact[]): EditBody[] =>
  facts.length === 0 ? [] : [{ do: 'set', at: face.part.id, facts }];

/**
 * The unit that comes off at the place of a face, as that face; undefined where the same one goes in or nothing was
 * there.
 */
export function oldFace({ view }: FixCase, face: Face): Face | undefined {
  const part = view.now.get(face.part.id);
  return part && part.kind === face.part.kind && part.unit !== face.part.unit ? { ...face, part } : undefined;
}

/** What is at the place of a face now, as that face. */
export function nowFace({ view }: FixCase, face: Face): Face | undefined {
  const part = view.now.get(face.part.id);
  return part && part.kind === face.part.kind ? { ...face, part } : undefined;
}

type Sized = Partial<Pick<FixPart, 'thread' | 'seat' | 'tube' | 'sizeMm' | 'ends'>>;
const part =
  (section: FixPart['section']) =>
  (key: string, item: FixPart['item'], quantity = 1, sized: Sized = {}): FixPart => ({
    key,
    section,
    item,
    quantity,
    ...sized,
  });
/** What is ordered for a fix, moved over from the old unit, or made. */
export const [order, move, make] = [part('order'), part('move'), part('make')];

/** The fix of a row for a check, or none where it cannot be done. */
export function fixOf(row: FixRow, c: FixCase): Fix | undefined {
  const edits = row.edits(c);
  if (edits.length === 0) return undefined;
  const { fix, minutes, skill = 'ordinary', tools = [] } = row;
  const at = row.per === 'line' ? c.b.part.id : row.per === 'attribute' ? attributeOf(c) : undefined;
  return {
    fix,
    ...(at === undefined ? {} : { at }),
    ...(row.per === 'line' && c.b.part.line ? { line: c.b.part.line } : {}),
    edits,
    order: row.order,
    minutes,
    skill,
    tools,
    parts: row.parts?.(c) ?? [],
    values: row.values?.(c) ?? {},
  };
}

/** The attribute that a check turns on: the plug of the harness, or what its name says. */
export const attributeOf = ({ joint, b, code }: FixCase): string =>
  joint.kind === 'wiring' ? b.at : (OF_CODE[code] ?? code.split('.')[1] ?? code);
const OF_CODE: Readonly<Partial<Record<CheckCode, AttributeName>>> = {
  'tail.vacuum': 'vacuum-hose',
  'supply.return': 'return-hose',
};
