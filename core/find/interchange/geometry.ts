import type { Fix } from '../../judge/check/index.js';
import { attributeWords, valueWords } from '../../named/attribute/index.js';
import type { Settings } from '../../named/settings/index.js';
import type { UnitKind } from '../../named/unit/index.js';
import { type Answer, type Column, placeOf, type Pool } from '../identify/index.js';
import { checksOf, compare, type CompareRow, type Comparison } from './compare.js';

/** Where another unit differs from the wanted one, and what closes the difference. */
export interface Difference {
  readonly attribute: string;
  readonly sentence: string;
  /** The fix that closes it. */
  readonly fix?: Fix;
}

/** A unit whose joints match those of the wanted one, as far as both are recorded. Nobody has said that it fits. */
export interface GeometricInterchange {
  readonly unitId: string;
  readonly matched: number;
  readonly differences: readonly Difference[];
  /** What is not recorded of it, in words: to be measured before it is counted on. */
  readonly open: readonly string[];
}

export interface GeometrySearch {
  readonly found: readonly GeometricInterchange[];
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

/** What another bore is another of. */
const BORES: readonly string[] = ['bore', 'bore-large'];

const [SAME, CHANGE, OPEN, REJECT] = [0, 1, 2, 3];

interface Compared {
  readonly column: Column;
  readonly row: CompareRow;
  readonly wanted: Answer;
  /** By code: how a unit with this answer stands to the wanted one. */
  readonly verdicts: Uint8Array;
}

/**
 * Units that nobody lists and that would go into the place of a unit of the pool: every joint that is recorded of it
 * matches within the tolerances of the Fit stage, or but for a few changes that are named. Fewest changes first, then
 * fewest unknowns, then by id. The bore must be the same unless `anyBore` is asked for: another bore is an upgrade, and
 * somebody has to want it. `without` are units that are known interchange already.
 */
export function interchangeByGeometry(
  pool: Pool,
  unitId: string,
  kind: UnitKind,
  settings: Settings,
  limit: number,
  without: ReadonlySet<string> = new Set(),
  anyBore = false,
): GeometrySearch {
  const place = placeOf(pool, unitId);
  const all = place < 0 ? [] : comparedColumns(pool, place, kind, settings);
  const compared = anyBore ? all.filter(({ column }) => !BORES.includes(column.attribute)) : all;
  if (compared.length < LEAST_COMPARED) {
    return {
      found: [],
      count: 0,
      because:
        `Only ${compared.length} of the joints of this unit are recorded; ${LEAST_COMPARED} are the ` +
        'least to compare by.',
    };
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
    if (rejected[i] === 1 || i === place || (changes[i] as number) > MOST_CHANGES || (opens[i] as number) > MOST_OPEN)
      continue;
    if (!without.has(pool.units[i] ?? '')) places.push(i);
  }
  const rank = (i: number): number => (changes[i] as number) * 16 + (opens[i] as number);
  places.sort((a, b) => rank(a) - rank(b) || a - b);
  return {
    found: places.slice(0, limit).map((i) => described(pool.units[i] ?? '', i, compared, kind, settings)),
    count: places.length,
  };
}

function comparedColumns(pool: Pool, place: number, kind: UnitKind, settings: Settings): Compared[] {
  const rows = new Map(checksOf(kind).map((row) => [row.attribute, row]));
  return [...pool.columns.values()].flatMap((column) => {
    const row = rows.get(column.attribute);
    const code = column.codes[place] ?? 0;
    if (!row || column.alias || code === 0) return [];
    const wanted = column.answers[code - 1] ?? null;
    const verdicts = Uint8Array.from([
      OPEN,
      ...column.answers.map((answer) => verdictOf(compare(row, kind, wanted, answer, settings))),
    ]);
    return [{ column, row, wanted, verdicts }];
  });
}

/** A mismatch with a way out is a change; one without is none that fits. */
function verdictOf(result: Comparison): number {
  if (result.state === 'fits') return SAME as number;
  if (result.state === 'not-known') return OPEN as number;
  return (result.state === 'fits-with-change' || result.fix !== undefined ? CHANGE : REJECT) as number;
}

function described(
  unitId: string,
  place: number,
  compared: readonly Compared[],
  kind: UnitKind,
  settings: Settings,
): GeometricInterchange {
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
      const result = compare(row, kind, wanted, answer, settings);
      const sentence =
        `${words}: ${valueWords(column.attribute, wanted)} there, ` + `${valueWords(column.attribute, answer)} here`;
      differences.push({
        attribute: column.attribute,
        sentence,
        ...(result.fix === undefined ? {} : { fix: result.fix }),
      });
    }
  }
  return { unitId, matched, differences, open };
}
