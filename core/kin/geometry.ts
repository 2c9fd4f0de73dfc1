import { attribute, attributeWords, valueWords } from '../attribute/index.js';
import { JOINTS, type CheckRow } from '../fit/joints.data.js';
import { applyRule, type RuleResult } from '../fit/rules.js';
import type { Answer, Column, Pool } from '../identify/index.js';
import { placeOf } from '../identify/index.js';
import type { Practice } from '../practice/index.js';
import type { UnitKind } from '../unit/index.js';

/** Where another unit differs from the wanted one, and what closes the difference. */
export interface Difference {
  readonly attribute: string;
  readonly sentence: string;
  readonly change: string;
}

/** A unit whose joints match those of the wanted one, as far as both are recorded. Nobody has said that it fits. */
export interface GeometricKin {
  readonly unitId: string;
  readonly matched: number;
  readonly differences: readonly Difference[];
  /** What is not recorded of it, in words: to be measured before it is counted on. */
  readonly open: readonly string[];
}

export interface GeometrySearch {
  readonly found: readonly GeometricKin[];
  /** How many there are in all. */
  readonly count: number;
  /** Why nothing can be said, when too little of the wanted unit is recorded. */
  readonly because?: string;
}

/** With fewer recorded joints than this a match would say nothing. */
const LEAST_COMPARED = 4;
/** With more unknown joints than this a unit is not worth showing. */
const MOST_OPEN = 3;
/** With more changes than this it is another unit. */
const MOST_CHANGES = 3;

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
function checksOf(kind: UnitKind): CheckRow[] {
  const rows = JOINTS.filter((joint) => joint.kinds.includes(kind)).flatMap((joint) => joint.checks);
  const compared = rows.map((row) => {
    if (row.rule === 'rod-gap') return { attribute: row.attribute, rule: 'length', tolerance: 0.25 } as const;
    return row.rule === 'seals' ? ({ attribute: row.attribute, rule: 'choice' } as const) : row;
  });
  return [...new Map([...compared, ...PORTS, ...WORKS[kind]].map((row) => [row.attribute, row])).values()];
}

const [SAME, CHANGE, OPEN, REJECT] = [0, 1, 2, 3];

interface Compared {
  readonly column: Column;
  readonly row: CheckRow;
  readonly wanted: Answer;
  /** By code: how a unit with this answer stands to the wanted one. */
  readonly verdicts: Uint8Array;
}

/**
 * Units that nobody lists and that would go into the place of a unit of the pool: every joint that is recorded of it matches
 * within the tolerances of the Fit stage, or but for a few changes that are named. Fewest changes first, then fewest
 * unknowns, then by id. The bore must be the same: another bore is an upgrade, and somebody has to want it. `without` are units that are
 * known kin already.
 */
export function kinByGeometry(
  pool: Pool,
  unitId: string,
  kind: UnitKind,
  practice: Practice,
  limit: number,
  without: ReadonlySet<string> = new Set(),
): GeometrySearch {
  const place = placeOf(pool, unitId);
  const compared = place < 0 ? [] : comparedColumns(pool, place, kind, practice);
  if (compared.length < LEAST_COMPARED) {
    return { found: [], count: 0, because: `Only ${compared.length} of the joints of this unit are recorded; ${LEAST_COMPARED} are the least to compare by.` };
  }
  const size = pool.units.length;
  const rejected = new Uint8Array(size);
  const changes = new Uint8Array(size);
  const opens = new Uint8Array(size);
  for (const { column, verdicts } of compared) {
    const { codes } = column;
    for (let i = 0; i < size; i++) {
      const verdict = verdicts[codes[i] as number];
      if (verdict === SAME) continue;
      if (verdict === REJECT) rejected[i] = 1;
      else if (verdict === CHANGE) changes[i] = (changes[i] as number) + 1;
      else opens[i] = (opens[i] as number) + 1;
    }
  }
  const places: number[] = [];
  for (let i = 0; i < size; i++) {
    if (rejected[i] === 1 || i === place || (changes[i] as number) > MOST_CHANGES || (opens[i] as number) > MOST_OPEN) continue;
    if (!without.has(pool.units[i] ?? '')) places.push(i);
  }
  const rank = (i: number): number => (changes[i] as number) * 16 + (opens[i] as number);
  places.sort((a, b) => rank(a) - rank(b) || a - b);
  return { found: places.slice(0, limit).map((i) => described(pool.units[i] ?? '', i, compared, kind, practice)), count: places.length };
}

function comparedColumns(pool: Pool, place: number, kind: UnitKind, practice: Practice): Compared[] {
  const rows = new Map(checksOf(kind).map((row) => [row.attribute, row]));
  return [...pool.columns.values()].flatMap((column) => {
    const row = rows.get(column.attribute);
    const code = column.codes[place] ?? 0;
    if (!row || column.alias || code === 0) return [];
    const wanted = column.answers[code - 1] ?? null;
    const verdicts = Uint8Array.from([OPEN, ...column.answers.map((answer) => verdictOf(compare(row, kind, wanted, answer, practice)))]);
    return [{ column, row, wanted, verdicts }];
  });
}

function compare(row: CheckRow, kind: UnitKind, wanted: Answer, answer: Answer, practice: Practice): RuleResult {
  if (wanted === answer) return { state: 'fits', sentence: '' };
  if (attribute(row.attribute).perPort) {
    if (wanted === null && row.attribute === 'port-thread') return { state: 'fits-with-change', sentence: '', slip: [PLUG] };
    if (wanted === null) return { state: 'fits', sentence: '' };
    if (answer === null) return { state: 'does-not-fit', sentence: '' };
  }
  const result = applyRule({ row, kind, vehicle: wanted, unit: answer, accepted: NOTHING, practice });
  return row.rule === 'bore' && result.state === 'fits-with-change' ? { ...result, state: 'does-not-fit' } : result;
}

const NOTHING: ReadonlySet<string> = new Set();
const PLUG = { key: 'plug', section: 'order', words: 'Plug the port that is left over', quantity: 1, reason: 'one port more' } as const;

/** A mismatch with a way out is a change; one without is none that fits. */
function verdictOf(result: RuleResult): number {
  if (result.state === 'fits') return SAME as number;
  if (result.state === 'not-known') return OPEN as number;
  return (result.state === 'fits-with-change' || (result.remedies?.length ?? 0) > 0 ? CHANGE : REJECT) as number;
}

function described(unitId: string, place: number, compared: readonly Compared[], kind: UnitKind, practice: Practice): GeometricKin {
  const differences: Difference[] = [];
  const open: string[] = [];
  let matched = 0;
  for (const { column, row, wanted, verdicts } of compared) {
    const code = column.codes[place] ?? 0;
    const words = attributeWords(column.attribute, column.position);
    if (verdicts[code] === OPEN) open.push(words);
    else if (verdicts[code] === SAME) matched++;
    else {
      const answer = column.answers[code - 1] ?? null;
      const result = compare(row, kind, wanted, answer, practice);
      const sentence = `${words}: ${valueWords(column.attribute, wanted)} there, ${valueWords(column.attribute, answer)} here`;
      differences.push({ attribute: column.attribute, sentence, change: result.remedies?.[0]?.words ?? result.slip?.[0]?.words ?? result.sentence });
    }
  }
  return { unitId, matched, differences, open };
}
