import type { UnitKind } from '@kerabat/core/unit';
import type { Db } from '../db/open.js';

const SQL = {
  /** Units that a vehicle of the same series has in a place, the vehicle's own too. */
  siblings: `SELECT u.key AS unitId, v.name AS vehicle FROM chain_entry c JOIN unit u ON u.id = c.unit_id JOIN vehicle v ON v.id = c.vehicle_id
    WHERE c.slot = ? AND u.kind = ? AND (v.maker_id, v.series) = (SELECT maker_id, series FROM vehicle WHERE key = ?) ORDER BY v.built_from`,
  others: `SELECT u.key AS unitId, '' AS vehicle FROM unit u WHERE u.kind = ? ORDER BY u.key LIMIT 300`,
  sister: `SELECT v.key FROM chain_entry c JOIN unit u ON u.id = c.unit_id JOIN vehicle v ON v.id = c.vehicle_id
    WHERE u.key = ? AND c.slot = ? AND v.key <> ? AND (v.maker_id, v.series) = (SELECT maker_id, series FROM vehicle WHERE key = ?)
    ORDER BY v.built_from LIMIT 1`,
  mated: `SELECT DISTINCT c.mated_set AS side FROM chain_entry c JOIN unit u ON u.id = c.unit_id WHERE u.key = ? AND c.slot = ? AND c.mated_set <> ''`,
};

/** Units of sister vehicles, and sides of production changes. */
export function siblingStore(db: Db) {
  const siblings = db.prepare<[string, string, string], { unitId: string; vehicle: string }>(SQL.siblings);
  const others = db.prepare<[string], { unitId: string; vehicle: string }>(SQL.others);
  const sister = db.prepare<[string, string, string, string], string>(SQL.sister).pluck();
  const mated = db.prepare<[string, string], { side: string }>(SQL.mated);

  return {
    /** Units of a kind for a place, with the sister vehicle that has each; those that no sister has come last, with "". */
    forPlace(slot: string, kind: UnitKind, vehicleId: string): Map<string, string> {
      const seen = new Map<string, string>();
      for (const { unitId, vehicle } of [...siblings.all(slot, kind, vehicleId), ...others.all(kind)]) {
        if (!seen.get(unitId)) seen.set(unitId, vehicle);
      }
      return seen;
    },
    /** The vehicle of the same series that has a unit in a place. */
    sisterWith: (unitId: string, slot: string, vehicleId: string): string | undefined =>
      sister.get(unitId, slot, vehicleId, vehicleId),
    /** The side of a production change that a unit belongs to in a place; undefined when none, or more than one. */
    sideOf(unitId: string, slot: string): string | undefined {
      const sides = mated.all(unitId, slot);
      return sides.length === 1 ? sides[0]?.side : undefined;
    },
  };
}
