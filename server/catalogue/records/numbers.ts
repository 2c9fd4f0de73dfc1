import type { NumberSearch, NumberView } from '@kerabat/contract';
import { looseKey, nearKeys, numberKey, numberProblem, searchKeys } from '@kerabat/core/named/number';
import { keeper } from '../../base/db/kept.js';
import type { Db } from '../../base/db/open.js';

export interface NumberRow {
  readonly id: number;
  readonly issuer: string;
  readonly ignored: string;
  readonly written: string;
  readonly key: string;
  readonly loose: string;
  readonly kind: NumberView['kind'];
  readonly status: NumberView['status'];
  readonly unitKey: string | null;
  readonly unitName: string | null;
  readonly kitKey: string | null;
  readonly kitName: string | null;
  readonly fittingKey: string | null;
  readonly fittingName: string | null;
  readonly note: string;
  readonly source: string;
}

export const NUMBER_COLUMNS = `SELECT n.id, m.name AS issuer, m.ignored_marks AS ignored, n.written, n.key,
  n.loose, n.kind, n.status,
    u.key AS unitKey, u.name AS unitName, k.key AS kitKey, k.name AS kitName, f.key AS fittingKey, f.name AS
  fittingName, n.note, s.title AS source
  FROM number n JOIN maker m ON m.id = n.maker_id JOIN source s ON s.id = n.source_id
  LEFT JOIN unit u ON u.id = n.unit_id LEFT JOIN kit k ON k.id = n.kit_id LEFT JOIN fitting f ON f.id =
  n.fitting_id`;

/** A LIMIT that is bound bare has the statement planned anew at each call, five times what it takes to run. */
export const NUMBERS_BY_LOOSE = `${NUMBER_COLUMNS}
  WHERE n.loose IN (SELECT value FROM json_each(?)) ORDER BY n.id LIMIT (? + 0)`;
/** Numbers that begin as somebody typed, in the order of the index. */
const BEGINS = `${NUMBER_COLUMNS} WHERE n.loose > @from AND n.loose < @to ORDER BY n.loose LIMIT (@limit + 0)`;
/** The number that stands at the end of a chain of supersessions. */
const SUCCESSOR = `WITH RECURSIVE chain (id, depth) AS (
    SELECT to_number, 1 FROM link WHERE from_number = @id AND kind = 'superseded-by' AND to_number IS NOT NULL
    UNION SELECT l.to_number, depth + 1 FROM chain c JOIN link l ON l.from_number = c.id
      WHERE l.kind = 'superseded-by' AND l.to_number IS NOT NULL AND depth < 20)
  ${NUMBER_COLUMNS} JOIN chain c ON c.id = n.id ORDER BY c.depth DESC LIMIT 1`;
export const PREFIXES = `SELECT DISTINCT prefix FROM maker WHERE prefix <> ''`;

export function numberView(row: NumberRow, successor?: NumberRow): NumberView {
  return {
    id: row.id,
    issuer: row.issuer,
    written: row.written,
    kind: row.kind,
    status: row.status,
    leadsTo: successor ? throughSuccessor(row, successor) : leadsTo(row),
    ...(successor ? { supersededBy: `${successor.issuer} ${successor.written}` } : {}),
    note: row.note,
    source: row.source,
  };
}

/** What a superseded number leads to: its own target where one is recorded, else that of the number to order now. */
function throughSuccessor(row: NumberRow, successor: NumberRow): NumberView['leadsTo'] {
  const own = leadsTo(row);
  return own.kind === 'nothing' ? leadsTo(successor) : own;
}

function leadsTo(row: NumberRow): NumberView['leadsTo'] {
  if (row.kind === 'casting')
    return { kind: 'mark', words: 'a casting mark, shared by variants: not a number to order by' };
  if (row.unitKey) return { kind: 'unit', id: row.unitKey, words: row.unitName ?? row.unitKey };
  if (row.kitKey) return { kind: 'kit', id: row.kitKey, words: row.kitName ?? row.kitKey };
  if (row.fittingKey) return { kind: 'fitting', id: row.fittingKey, words: row.fittingName ?? row.fittingKey };
  return { kind: 'nothing', words: 'known as a number; what it is for is not recorded' };
}

/** Part numbers in any writing. */
export function numberStore(db: Db) {
  const byLoose = db.prepare<[string, number], NumberRow>(NUMBERS_BY_LOOSE);
  const begins = db.prepare<[{ from: string; to: string; limit: number }], NumberRow>(BEGINS);
  const successor = db.prepare<[{ id: number }], NumberRow>(SUCCESSOR);
  const prefixes = db.prepare<[], string>(PREFIXES).pluck();
  const known = keeper(db)(() => prefixes.all());

  const view = (row: NumberRow): NumberView =>
    numberView(row, row.status === 'superseded' ? successor.get({ id: row.id }) : undefined);

  const misread = (loose: string, limit: number): NumberView[] => {
    const { likely, possible } = nearKeys(loose);
    const first = byLoose.all(JSON.stringify(likely), limit);
    const rest = first.length < limit ? byLoose.all(JSON.stringify(possible), limit - first.length) : [];
    return [...first, ...rest].map(view);
  };

  return {
    /**
     * Exact: written just so. Normalised: one number by its issuer's own rule. Near: the same letters and digits, but
     * the issuer's marks differ or its prefix was left off; it may be another number, so it is shown apart.
     */
    find(query: string, limit: number): NumberSearch {
      const problem = numberProblem(query);
      const answer = {
        query,
        exact: [] as NumberView[],
        normalised: [] as NumberView[],
        near: [] as NumberView[],
        misread: [] as NumberView[],
        begins: [] as NumberView[],
      };
      if (problem !== undefined) return { ...answer, problem };
      const keys = searchKeys(query, known('prefixes'));
      const typed = query.trim();
      for (const row of byLoose.all(JSON.stringify(keys), limit)) {
        const sameKey = row.loose === looseKey(query) && numberKey(query, { ignored: row.ignored }) === row.key;
        const list = row.written === typed ? answer.exact : sameKey ? answer.normalised : answer.near;
        list.push(view(row));
      }
      const loose = looseKey(query);
      // Of a number that is still being typed: two characters say enough to be worth a list.
      const longer = loose.length < 2 ? [] : begins.all({ from: loose, to: `${loose}\uffff`, limit }).map(view);
      if (answer.exact.length + answer.normalised.length + answer.near.length > 0) return { ...answer, begins: longer };
      return { ...answer, misread: misread(loose, limit), begins: longer };
    },
  };
}

export type NumberStore = ReturnType<typeof numberStore>;
