import type { ChainEntry, Vehicle, VehicleDetail, VehicleSearch } from '@kerabat/contract';
import type { PartFact } from '@kerabat/core/job';
import type { Fact } from '@kerabat/core/named/unit';
import type { LayoutName } from '@kerabat/core/vehicle/layout';
import { keeper } from '../../base/db/kept.js';
import type { Db } from '../../base/db/open.js';
import { groupBy } from '../../base/db/rows.js';
import { notFound } from '../../base/http/problem.js';
import { factOfRow, type FactRow } from './facts.js';

interface VehicleRow {
  readonly id: number;
  readonly key: string;
  readonly maker: string;
  readonly series: string;
  readonly name: string;
  readonly builtFrom: string;
  readonly builtTo: string | null;
  readonly weightClass: string;
  readonly gearbox: string;
  readonly assistance: string;
  readonly drivingSide: string;
  readonly note: string;
}

export interface VehicleQuery {
  readonly q: string;
  readonly maker: string;
  readonly series: string;
  readonly built: string;
  readonly option: string;
  readonly assistance: string;
  readonly limit: number;
}

interface Option {
  readonly vehicleId: number;
  readonly code: string;
  readonly meaning: string;
}

interface PartFactRow extends FactRow, Omit<PartFact, 'fact'> {}

const VEHICLE = `SELECT v.id, v.key, m.name AS maker, v.series, v.name, v.built_from AS builtFrom, v.built_to AS
  builtTo, v.weight_class AS weightClass,
  v.gearbox, v.assistance, v.driving_side AS drivingSide, v.note FROM vehicle v JOIN maker m ON m.id =
  v.maker_id`;
const SQL = {
  all: `${VEHICLE} ORDER BY m.name, v.series, v.built_from`,
  byKey: `${VEHICLE} WHERE v.key = ?`,
  options: `SELECT vehicle_id AS vehicleId, code, meaning FROM vehicle_option ORDER BY code`,
  optionsOf: `SELECT vehicle_id AS vehicleId, code, meaning FROM vehicle_option WHERE vehicle_id = ? ORDER BY code`,
  chain: `SELECT c.slot, u.key AS unitId, u.name AS unitName, NULLIF(c.built_from, '') AS builtFrom,
    NULLIF(c.built_to, '') AS builtTo,
    NULLIF(c.option_code, '') AS option, NULLIF(c.mated_set, '') AS matedSet, s.kind AS sourceKind
    FROM chain_entry c JOIN source s ON s.id = c.source_id JOIN unit u ON u.id = c.unit_id JOIN vehicle v ON v.id =
    c.vehicle_id WHERE v.key = ?
    ORDER BY c.slot, c.built_from, u.key`,
  layouts: `SELECT NULLIF(brake_layout, '') AS brake, NULLIF(clutch_layout, '') AS clutch FROM vehicle WHERE key = ?`,
  partFacts: `SELECT f.part, f.built_from AS builtFrom, f.built_to AS builtTo, f.option_code AS option,
    f.mated_set AS matedSet,
    f.attribute, f.position, f.presence, f.num, f.txt, f.tolerance, s.title AS source, s.kind AS sourceKind
    FROM vehicle_part_fact f JOIN vehicle v ON v.id = f.vehicle_id JOIN source s ON s.id = f.source_id WHERE
    v.key = ?
    ORDER BY f.part, f.built_from, f.option_code`,
  access: `SELECT a.comes_off AS comesOff, a.minutes, a.breaks FROM vehicle_access a JOIN vehicle v ON v.id =
    a.vehicle_id WHERE v.key = ? AND a.slot = ? ORDER BY a.seq`,
  facts: `SELECT f.attribute, f.position, f.presence, f.num, f.txt, f.tolerance, s.title AS source, s.kind AS sourceKind
    FROM vehicle_fact f JOIN vehicle v ON v.id = f.vehicle_id JOIN source s ON s.id = f.source_id WHERE v.key =
    ? AND f.slot = ?`,
};

/** Vehicles, searched by typed words; the facets narrow further and are never needed. */
export function vehicleStore(db: Db) {
  const all = db.prepare<[], VehicleRow>(SQL.all);
  const byKey = db.prepare<[string], VehicleRow>(SQL.byKey);
  const options = db.prepare<[], Option>(SQL.options);
  const optionsOf = db.prepare<[number], Option>(SQL.optionsOf);
  const chain = db.prepare<[string], ChainEntry>(SQL.chain);
  const facts = db.prepare<[string, string], FactRow>(SQL.facts);

  const layouts = db.prepare<[string], { brake: LayoutName | null; clutch: LayoutName | null }>(SQL.layouts);
  const partFacts = db.prepare<[string], PartFactRow>(SQL.partFacts);
  const access = db.prepare<[string, string], { comesOff: string; minutes: number | null; breaks: string }>(SQL.access);

  const view = ({ id: _id, key, ...rest }: VehicleRow, codes: readonly Option[]): Vehicle => ({
    id: key,
    ...rest,
    options: codes.map(({ code, meaning }) => ({ code, meaning })),
  });

  const kept = keeper(db);
  const placeFacts = kept((place): readonly Fact[] => {
    const [key = '', slot = ''] = JSON.parse(place) as [string, string];
    return facts.all(key, slot).flatMap(factOfRow);
  });
  const factsAt = (key: string, slot: string): Fact[] => [...placeFacts(JSON.stringify([key, slot]))];
  const chainAt = kept((key): readonly ChainEntry[] => chain.all(key));
  const partFactsAt = kept((key): readonly PartFact[] =>
    partFacts.all(key).map(({ part, builtFrom, builtTo, option, matedSet, ...row }) => {
      const [fact] = factOfRow(row);
      return { part, builtFrom, builtTo, option, matedSet, ...(fact ? { fact } : {}) };
    }),
  );
  const vehicleAt = kept((key): Vehicle | undefined => {
    const row = byKey.get(key);
    return row && view(row, optionsOf.all(row.id));
  });

  return {
    get: vehicleAt,
    detail(key: string): VehicleDetail {
      const row = byKey.get(key);
      if (!row) throw notFound(`There is no vehicle "${key}" in the catalogue.`);
      return { ...view(row, optionsOf.all(row.id)), chain: chain.all(key) };
    },
    chain: (key: string): readonly ChainEntry[] => chainAt(key),
    /** How its systems are laid out, where that is recorded. */
    layouts(key: string): { readonly brake?: LayoutName; readonly clutch?: LayoutName } {
      const { brake, clutch } = layouts.get(key) ?? {};
      return { ...(brake ? { brake } : {}), ...(clutch ? { clutch } : {}) };
    },
    /** What is recorded of lines, hoses and blocks, with the months and the option that it is for. */
    partFacts: partFactsAt,
    /** What has to come off before a place can be reached. */
    access: (key: string, slot: string) => access.all(key, slot),
    /** The vehicle's own side of the joints at a slot. */
    facts: factsAt,
    /** What is recorded of a vehicle at one place; what it says of the pedal goes for every place. */
    recordedAt(key: string, slot: string): Fact[] {
      const own = factsAt(key, slot);
      const pedal = factsAt(key, 'pedal').filter((fact) => !own.some((o) => o.attribute === fact.attribute));
      const drivingSide = byKey.get(key)?.drivingSide;
      const side: Fact[] = drivingSide ? [{ attribute: 'driving-side', value: drivingSide, source: '' }] : [];
      return [...side, ...pedal, ...own];
    },
    search(query: VehicleQuery): VehicleSearch {
      const codes = groupBy(options.all(), (o) => o.vehicleId);
      const words = query.q
        .toLowerCase()
        .split(/\s+/)
        .filter((w) => w !== '');
      const vehicles = all
        .all()
        .map((row) => view(row, codes.get(row.id) ?? []))
        .filter((v) => matches(v, query, words));
      return page(vehicles, query.limit);
    },
  };
}

/** The first of the vehicles that were found, and by what they can be narrowed. */
function page(vehicles: readonly Vehicle[], limit: number): VehicleSearch {
  return {
    vehicles: vehicles.slice(0, limit),
    total: vehicles.length,
    facets: {
      maker: tally(vehicles.map((v) => v.maker)),
      series: tally(vehicles.map((v) => v.series)),
      option: tally(vehicles.flatMap((v) => v.options.map((o) => o.code))),
      assistance: tally(vehicles.map((v) => v.assistance)),
    },
  };
}

function matches(v: Vehicle, query: VehicleQuery, words: readonly string[]): boolean {
  const text = [v.maker, v.series, v.name, v.weightClass, v.gearbox, v.assistance, ...v.options.map((o) => o.code)]
    .join(' ')
    .toLowerCase();
  const year = (word: string): boolean => /^(19|20)\d\d$/.test(word) && builtDuring(v, `${word}-01`, `${word}-12`);
  return (
    words.every((word) => text.includes(word) || year(word)) &&
    (query.maker === '' || v.maker === query.maker) &&
    (query.series === '' || v.series === query.series) &&
    (query.assistance === '' || v.assistance === query.assistance) &&
    (query.option === '' || v.options.some((o) => o.code === query.option)) &&
    (query.built === '' || builtDuring(v, query.built, query.built))
  );
}

const builtDuring = (v: Vehicle, from: string, to: string): boolean =>
  v.builtFrom <= to && (v.builtTo === null || v.builtTo >= from);

function tally(values: readonly string[]): { value: string; count: number }[] {
  const counts = new Map<string, number>();
  for (const value of values) if (value !== '') counts.set(value, (counts.get(value) ?? 0) + 1);
  return [...counts]
    .map(([value, count]) => ({ value, count }))
    .sort((a, b) => b.count - a.count || (a.value < b.value ? -1 : 1));
}

export type VehicleStore = ReturnType<typeof vehicleStore>;
