import type { UnitKind } from '@kerabat/core/named/unit';
import type { Db } from '../../base/db/open.js';

const SQL = {
  /** Units that a vehicle of the same series has in a place, the vehicle's own too. */
  siblings: `SELECT u.key AS unitId, v.name AS vehicle FROM chain_entry c JOIN unit u ON u.id = c.unit_id JOIN
    vehicle v ON v.id = c.vehicle_id
    WHERE c.slot = ? AND u.kind = ? AND (v.maker_id, v.series) = (SELECT maker_id, series FROM vehicle WHERE key
    = ?) ORDER BY v.built_from`,
  others: `SELECT u.key AS unitId, '' AS vehicle FROM unit u WHERE u.kind = ? ORDER BY u.key LIMIT 300`,
  sister: `SELECT v.key FROM chain_entry c JOIN unit u ON u.id = c.unit_id JOIN vehicle v ON v.id = c.vehicle_id
    WHERE u.key = ? AND c.slot = ? AND v.key <> ? AND (v.maker_id, v.series) = (SELECT maker_id, series FROM
    vehicle WHERE key = ?)
    ORDER BY v.built_from LIMIT 1`,
  mated: `SELECT DISTINCT c.mated_set AS side FROM chain_entry c JOIN unit u ON u.id = c.unit_id WHERE u.key = ?
    AND c.slot = ? AND c.mated_set <> ''`,
};

export interface PairedRow {
  readonly vehicle: string;
  readonly unitId: string;
  readonly name: string;
  readonly bore: number | null;
  readonly booster: string | null;
}

/**
 * Two entries of a chain that can be on one vehicle: built in months that overlap, under options that do not exclude
 * each other.
 */
const together = (a: string, b: string): string =>
  `(${a}.built_to = '' OR ${b}.built_from <= ${a}.built_to) AND (${b}.built_to = '' OR ${a}.built_from <= ${b}.built_to)
    AND (${a}.option_code = '' OR ${b}.option_code IN ('', ${a}.option_code))`;

/** What makers paired with a wheel unit: the masters and boosters that vehicles on record have with it. */
const PAIRED = `SELECT DISTINCT v.name AS vehicle, m.key AS unitId, m.name, f.num AS bore, b.name AS booster
  FROM chain_entry w JOIN unit u ON u.id = w.unit_id JOIN vehicle v ON v.id = w.vehicle_id
    JOIN chain_entry cm ON cm.vehicle_id = v.id AND cm.slot = 'brake-master' AND ${together('w', 'cm')} JOIN
  unit m ON m.id = cm.unit_id
    LEFT JOIN unit_fact f ON f.unit_id = m.id AND f.attribute = 'bore' AND f.presence = 'recorded'
    LEFT JOIN chain_entry cb ON cb.vehicle_id = v.id AND cb.slot = 'booster' AND ${together('cm', 'cb')} LEFT
  JOIN unit b ON b.id = cb.unit_id
  WHERE u.key = ? ORDER BY v.built_from, v.name, f.num LIMIT 100`;

/** Units of sister vehicles, what makers paired, and sides of production changes. */
export function siblingStore(db: Db) {
  const siblings = db.prepare<[string, string, string], { unitId: string; vehicle: string }>(SQL.siblings);
  const others = db.prepare<[string], { unitId: string; vehicle: string }>(SQL.others);
  const sister = db.prepare<[string, string, string, string], string>(SQL.sister).pluck();
  const paired = db.prepare<[string], PairedRow>(PAIRED);
  const mated = db.prepare<[string, string], { side: string }>(SQL.mated);

  return {
    /**
     * Units of a kind for a place, with the sister vehicle that has each; those that no sister has come last, with "".
     */
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
    /** Masters and boosters that vehicles on record have with a wheel unit. */
    pairedWith: (unitId: string): PairedRow[] => paired.all(unitId),
    /** The side of a production change that a unit belongs to in a place; undefined when none, or more than one. */
    sideOf(unitId: string, slot: string): string | undefined {
      const sides = mated.all(unitId, slot);
      return sides.length === 1 ? sides[0]?.side : undefined;
    },
  };
}
