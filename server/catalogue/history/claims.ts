import { lookup } from '@kerabat/core/base/lookup';
import { SOURCES_FROM_WEAKEST, type SourceKind } from '@kerabat/core/named/unit';
import type { Db } from '../../base/db/open.js';
import { KEPT, type KeptName } from './kept.js';
import type { Cells, Ledger, Said } from './ledger.js';

/** Rows that are what a source says of a thing: another source may say otherwise of the same. */
const CLAIMS = ['unit_fact', 'vehicle_fact', 'vehicle_part_fact', 'chain_entry'] as const;
type Claim = (typeof CLAIMS)[number];
const isClaim = (kept: KeptName): kept is Claim => CLAIMS.some((name) => name === kept);

interface SourceRow {
  readonly kind: SourceKind;
  readonly issued: string;
  readonly key: string;
}

/**
 * Which of two sources is used where they say different things: the kind that is trusted more, then the newer issue. Of
 * two that are alike in both, the one whose key comes last: so the order in which lists are brought in changes nothing.
 */
function betterSource(db: Db): (a: number, b: number) => boolean {
  const read = db.prepare<[number], SourceRow>(`SELECT kind, issued, key FROM source WHERE id = ?`);
  const rankOf = ({ kind }: SourceRow): number => SOURCES_FROM_WEAKEST.indexOf(kind);
  return (a, b) => {
    const [one, other] = [read.get(a), read.get(b)];
    if (!one || !other) return one !== undefined;
    if (rankOf(one) !== rankOf(other)) return rankOf(one) > rankOf(other);
    return one.issued === other.issued ? one.key > other.key : one.issued > other.issued;
  };
}

const columnsOf = (columns: readonly string[], row: Said): Cells =>
  Object.fromEntries(columns.map((column) => [column, lookup(row, column) ?? null]));

/** Where what is beside a row is kept. */
const besideKey = (kept: Claim, row: Said): { readonly kept: string; readonly row_key: string } => ({
  kept,
  row_key: JSON.stringify(columnsOf(KEPT[kept].key, row)),
});
const besideRow = (kept: Claim, row: Said): Cells => ({
  ...besideKey(kept, row),
  source_id: row['source_id'] ?? null,
  said: JSON.stringify(
    columnsOf(
      KEPT[kept].values.filter((column) => column !== 'id' && column !== 'source_id'),
      row,
    ),
  ),
});

/**
 * Writes as the ledger does, but for claims: what a weaker source says of a row that stands goes beside it, and what
 * stands by a weaker one goes beside what is written now. Nothing that anybody said is lost.
 */
export function claimsOver(db: Db, book: Pick<Ledger, 'get' | 'put' | 'remove'>): Ledger['put'] {
  const isBetter = betterSource(db);
  return (kept, said, otherwise) => {
    const source = said['source_id'];
    const stands =
      isClaim(kept) && typeof source === 'number' ? book.get(kept, columnsOf(KEPT[kept].key, said)) : undefined;
    if (!isClaim(kept) || typeof source !== 'number' || !stands || stands['source_id'] === source)
      return book.put(kept, said, otherwise);
    const now: Said = { ...otherwise, ...given(said) };
    if (isBetter(Number(stands['source_id']), source)) return book.put('beside', besideRow(kept, now));
    book.remove('beside', { ...besideKey(kept, said), source_id: source });
    book.put('beside', besideRow(kept, { ...said, ...stands }));
    // Nothing of what the other source said is left in the row.
    return book.put(kept, {
      ...columnsOf(
        KEPT[kept].values.filter((c) => c !== 'id'),
        now,
      ),
      ...columnsOf(KEPT[kept].key, said),
    });
  };
}
const given = (said: Said): Said => Object.fromEntries(Object.entries(said).filter(([, value]) => value !== undefined));

/** Puts the best of what is beside a row that was taken out in its place, if there is any. */
export function standIns(db: Db, book: Pick<Ledger, 'put' | 'remove'>): (kept: KeptName, key: Cells) => void {
  const isBetter = betterSource(db);
  const beside = db.prepare<[string, string], { source_id: number; said: string }>(
    `SELECT source_id, said FROM beside WHERE kept = ? AND row_key = ?`,
  );
  return (kept, key) => {
    if (!isClaim(kept)) return;
    const where = besideKey(kept, key);
    const [best] = beside.all(kept, where.row_key).sort((a, b) => (isBetter(a.source_id, b.source_id) ? -1 : 1));
    if (!best) return;
    book.remove('beside', { ...where, source_id: best.source_id });
    book.put(kept, {
      ...columnsOf(KEPT[kept].key, key),
      ...(JSON.parse(best.said) as Cells),
      source_id: best.source_id,
    });
  };
}
