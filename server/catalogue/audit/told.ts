import type { Finding } from '@kerabat/contract';
import type { Db } from '../../base/db/open.js';
import { fingerprintOf, type Looked } from './finding.js';
import { rowReader } from './rows.js';

/** What an audit found, in words, with its rows as they stood. */
export interface Told {
  readonly findings: readonly Finding[];
  readonly counts: Readonly<Record<string, number>>;
}

/**
 * Reads the rows of what was found, and how many vehicles are concerned. Done where the audit is made: it is thousands
 * of small statements.
 */
export function told(db: Db, { found, counts }: Looked): Told {
  const rows = rowReader(db);
  const vehicles = db
    .prepare<[string], number>(
      `SELECT COUNT(DISTINCT vehicle_id) FROM chain_entry WHERE unit_id IN (SELECT value FROM json_each(?))`,
    )
    .pluck();
  const findings = found.map((one): Finding => ({
    fingerprint: fingerprintOf(one),
    rule: one.rule,
    sentence: one.sentence,
    vehicles: one.units.length === 0 ? 0 : (vehicles.get(JSON.stringify(one.units)) ?? 0),
    rows: one.rows.flatMap(({ kept, key }) => rows.view(kept, key) ?? []),
  }));
  return { findings, counts };
}
