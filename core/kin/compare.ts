import { attribute, attributeWords, valueWords } from '../attribute/index.js';
import { JOINTS, type CheckRow } from '../fit/joints.data.js';
import { remediesFor } from '../fit/remedies/index.js';
import type { RuleResult } from '../fit/rule.js';
import { applyRule } from '../fit/rules/index.js';
import type { Remedy, Sides } from '../fit/types.js';
import type { Answer } from '../identify/index.js';
import type { Practice } from '../practice/index.js';
import type { Fact, UnitKind } from '../unit/index.js';

/** What is compared between two units of a kind, and how one answer stands to the other. */

const PORTS: readonly CheckRow[] = [
  { attribute: 'port-thread', rule: 'thread' },
  { attribute: 'port-seat', rule: 'choice' },
  { attribute: 'port-feeds', rule: 'choice' },
];

/** What goes together and works otherwise: it is no joint, and still not the same unit. */
const WORKS: Readonly<Record<UnitKind, readonly CheckRow[]>> = (() => {
  const stepped: readonly CheckRow[] = [
    { attribute: 'bore-form', rule: 'choice' },
    { attribute: 'bore-large', rule: 'length', tolerance: 0.06 },
  ];
  return {
    'brake-master': stepped,
    'clutch-master': stepped,
    slave: stepped,
    'wheel-cylinder': stepped,
    caliper: [
      { attribute: 'piston-count', rule: 'choice' },
      { attribute: 'disc', rule: 'length', tolerance: 1 },
    ],
    booster: [
      { attribute: 'diaphragms', rule: 'choice' },
      { attribute: 'diaphragm', rule: 'length', tolerance: 6 },
      { attribute: 'supply-ports', rule: 'choice' },
    ],
  };
})();

/** What is compared between two units of a kind: the checks of the Fit stage, each against the same side of the other unit. */
export function checksOf(kind: UnitKind): CheckRow[] {
  const rows = JOINTS.filter((joint) => joint.kinds.includes(kind))
    .flatMap((joint) => joint.checks)
    .filter((row) => row.only === undefined);
  const compared = rows.map((row) => {
    if (row.rule === 'rod-gap') return { attribute: row.attribute, rule: 'length', tolerance: 0.25 } as const;
    return row.rule === 'seals' ? ({ attribute: row.attribute, rule: 'choice' } as const) : row;
  });
  return [...new Map([...compared, ...PORTS, ...WORKS[kind]].map((row) => [row.attribute, row])).values()];
}

/** How a unit with `answer` stands in the place of one with `wanted`. */
export function compare(row: CheckRow, kind: UnitKind, wanted: Answer, answer: Answer, practice: Practice): Comparison {
  if (wanted === answer) return { state: 'fits', sentence: '' };
  if (attribute(row.attribute).perPort) {
    if (wanted === null && row.attribute === 'port-thread')
      return { state: 'fits-with-change', sentence: '', slip: [PLUG] };
    if (wanted === null) return { state: 'fits', sentence: '' };
    if (answer === null) return { state: 'does-not-fit', sentence: '' };
  }
  const key = row.attribute;
  const sides: Sides = {
    vehicle: new Map([[key, { value: wanted, origin: 'old-unit' }]]),
    unit: new Map([[key, { value: answer, origin: 'unit-record' }]]),
  };
  const result = applyRule({ row, kind, vehicle: wanted, unit: answer, open: 0, sides, practice });
  if (row.rule === 'bore' && result.state === 'fits-with-change') return { ...result, state: 'does-not-fit' };
  if (result.state !== 'does-not-fit') return result;
  const remedies = remediesFor({
    kind,
    attribute: row.attribute,
    vehicle: wanted,
    unit: answer,
    sentence: result.sentence,
    sides,
    practice,
  });
  return {
    ...result,
    remedies: remedies.filter((remedy) => remedy.order <= MOST_INTRUSIVE && remedy.skill === 'ordinary'),
  };
}

/** A difference that takes more than this, or somebody else's bench, makes it another unit. */
const MOST_INTRUSIVE = 3;

/** How one unit stands to another at one attribute, and what closes the difference. */
export interface Comparison extends RuleResult {
  readonly remedies?: readonly Remedy[];
}

const PLUG = {
  key: 'plug',
  section: 'order',
  words: 'Plug the port that is left over',
  quantity: 1,
  reason: 'one port more',
} as const;

export interface FactDifference {
  readonly attribute: string;
  readonly position?: string;
  readonly sentence: string;
}

/**
 * Where two units of a kind differ at a joint or in what they do, as far as both are recorded. For "the same" and for "drop-in"
 * there should be nothing, or a condition that says it.
 */
export function differencesBetween(
  kind: UnitKind,
  wanted: readonly Fact[],
  other: readonly Fact[],
  practice: Practice,
): FactDifference[] {
  const rows = new Map<string, CheckRow>(checksOf(kind).map((row) => [row.attribute, row]));
  return wanted.flatMap((fact) => {
    const row = rows.get(fact.attribute);
    const same = other.find((o) => o.attribute === fact.attribute && o.position === fact.position);
    if (!row || !same) return [];
    const { state } = compare(row, kind, fact.value, same.value, practice);
    if (state === 'fits' || state === 'not-known') return [];
    const words = attributeWords(fact.attribute, fact.position);
    const sentence = `${words}: ${valueWords(fact.attribute, fact.value)} and ${valueWords(fact.attribute, same.value)}`;
    return [
      { attribute: fact.attribute, ...(fact.position === undefined ? {} : { position: fact.position }), sentence },
    ];
  });
}
