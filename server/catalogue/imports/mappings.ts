import type { ColumnMapping, SheetMapping } from '@kerabat/contract';
import type { Db } from '../../base/db/open.js';
import { signatureOf } from './mapping.js';

interface MappingRow {
  readonly tbl: string;
  readonly columns: string;
  readonly fixed: string;
  readonly by: string;
  readonly at: string;
}

const SQL = {
  find: `SELECT tbl, columns, fixed, person AS "by", used_at AS at FROM mapping WHERE signature = ?`,
  keep: `INSERT INTO mapping (signature, tbl, columns, fixed, person, used_at) VALUES (?, ?, ?, ?, ?, ?)
    ON CONFLICT (signature) DO UPDATE SET tbl = excluded.tbl, columns = excluded.columns, fixed =
    excluded.fixed, person = excluded.person, used_at = excluded.used_at`,
};

/** Column matchings that were used before. */
export function mappingStore(jobs: Db, clock: () => string) {
  const find = jobs.prepare<[string], MappingRow>(SQL.find);
  const keep = jobs.prepare<[string, string, string, string, string, string]>(SQL.keep);
  return {
    /** The mapping as it was matched last time for the same headings; undefined when they are new. */
    recall(mapping: SheetMapping): { mapping: SheetMapping; by: string; at: string } | undefined {
      const row = find.get(signatureOf(mapping));
      if (!row) return undefined;
      const columns = JSON.parse(row.columns) as ColumnMapping[];
      // The nth column of a heading is the nth of that heading then.
      const left = [...columns];
      const matched = mapping.columns.map(({ heading }): ColumnMapping => {
        const at = left.findIndex((c) => c.heading === heading);
        return at < 0 ? { heading, to: null } : (left.splice(at, 1)[0] ?? { heading, to: null });
      });
      return {
        mapping: {
          ...mapping,
          table: row.tbl,
          columns: matched,
          fixed: JSON.parse(row.fixed) as Record<string, string>,
        },
        by: row.by,
        at: row.at,
      };
    },
    keep(mapping: SheetMapping, person: string): void {
      if (mapping.table === null) return;
      keep.run(
        signatureOf(mapping),
        mapping.table,
        JSON.stringify(mapping.columns),
        JSON.stringify(mapping.fixed),
        person,
        clock(),
      );
    },
  };
}

export type MappingStore = ReturnType<typeof mappingStore>;
