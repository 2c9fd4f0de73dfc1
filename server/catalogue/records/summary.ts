import type { CatalogueSummary } from '@kerabat/contract';
import type { Db } from '../../base/db/open.js';

const COUNTED = ['maker', 'vehicle', 'unit', 'number', 'link', 'kit', 'fitting', 'source'] as const;
const SQL = {
  imports: `SELECT name, dated, loaded_at AS loadedAt, person AS "by", added, changed, rejected FROM import
    ORDER BY id DESC`,
  sources: `SELECT key AS id, kind, title, issued AS date FROM source ORDER BY kind, title`,
  makers: `SELECT key AS id, name, role FROM maker ORDER BY name`,
};

/** What the catalogue holds, and where it comes from. */
export function summaryStore(db: Db) {
  const counts = COUNTED.map((table) => ({
    table,
    count: db.prepare<[], { n: number }>(`SELECT COUNT(*) AS n FROM ${table}`),
  }));
  const imports = db.prepare<[], CatalogueSummary['imports'][number]>(SQL.imports);
  const sources = db.prepare<[], CatalogueSummary['sources'][number]>(SQL.sources);
  const makers = db.prepare<[], CatalogueSummary['makers'][number]>(SQL.makers);
  return {
    get: (): CatalogueSummary => ({
      counts: Object.fromEntries(counts.map(({ table, count }) => [table, count.get()?.n ?? 0])),
      imports: imports.all(),
      sources: sources.all(),
      makers: makers.all(),
    }),
  };
}
