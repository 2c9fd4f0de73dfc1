import { setPriority } from 'node:os';
import { type LikelyJob, type Missing, type Saved, toRecord, tryJob } from '@kerabat/core/job';
import type { AttributeName } from '@kerabat/core/named/attribute';
import type { Settings } from '@kerabat/core/named/settings';
import type { Fact } from '@kerabat/core/named/unit';
import { connectReading, type Db } from '../../base/db/open.js';
import { fittingStore } from '../../catalogue/records/fittings.js';
import { kitStore } from '../../catalogue/records/kits.js';
import { siblingStore } from '../../catalogue/records/siblings.js';
import { stockStore } from '../../catalogue/records/stock.js';
import { unitStore } from '../../catalogue/records/units.js';
import { vehicleStore } from '../../catalogue/records/vehicles.js';
import { interchangeStore } from '../interchange/store.js';
import { jobReads } from '../reads/reads.js';

export interface RecordTask {
  readonly file: string;
  readonly settings: Settings;
  /** So many jobs are tried at most. */
  readonly jobs: number;
}
export interface RecordProgress {
  readonly done: number;
  readonly of: number;
}
/** A line with what its units and vehicles are called. */
export interface RecordLine extends Omit<ReturnType<typeof toRecord>[number], 'where'> {
  readonly where: readonly {
    readonly id: string;
    readonly slot: string;
    readonly minutes: number;
    readonly name: string;
    readonly number?: string;
  }[];
}
export interface RecordAnswer {
  readonly jobs: number;
  readonly lines: readonly RecordLine[];
}

const SQL = {
  fitted: `SELECT v.key AS vehicle, c.slot, u.key AS unit FROM chain_entry c JOIN vehicle v ON v.id = c.vehicle_id
    JOIN unit u ON u.id = c.unit_id ORDER BY v.key, c.slot, u.key`,
  usual: `SELECT attribute, position, num, txt, count(*) AS n FROM unit_fact WHERE presence = 'recorded'
    GROUP BY attribute, position, num, txt ORDER BY n DESC`,
};

/** Units of one interchange that are tried for the one that is fitted. */
const EACH = 2;

/**
 * Tries jobs of the catalogue as it is at one moment, over a connection of its own: for the units that its vehicles are
 * recorded with, what is listed instead of them.
 */
export function recordNext(
  { file, settings, jobs }: RecordTask,
  tell: (progress: RecordProgress) => void,
): RecordAnswer {
  // Nobody waits for it, and those who look something up must not.
  setPriority(10);
  const db = connectReading(file);
  try {
    db.exec('BEGIN');
    const [units, vehicles] = [unitStore(db), vehicleStore(db)];
    const interchange = interchangeStore(db, () => new Map());
    const reads = jobReads({
      units,
      vehicles,
      interchange,
      fittings: fittingStore(db),
      kits: kitStore(db),
      settings: { current: () => settings } as Parameters<typeof jobReads>[0]['settings'],
      siblings: siblingStore(db),
      stock: stockStore(db),
    });
    const likely = spread(
      likelyJobs(db, (unit) => interchange.entriesOf(unit, settings)),
      jobs,
    );
    const usual = usualIn(db);
    const saved = likely.flatMap((job, i): Saved[] => {
      tell({ done: i, of: likely.length });
      return tryJob(job, reads, settings, usual);
    });
    const named = (id: string, of: Missing['of']): { readonly name: string; readonly number?: string } => {
      if (of === 'vehicle') {
        const vehicle = vehicles.get(id);
        return { name: vehicle ? `${vehicle.maker} ${vehicle.name}` : id };
      }
      const unit = units.design(id);
      const [number] = units.numbers(id);
      return { name: unit ? `${unit.maker} ${unit.name}` : id, ...(number === undefined ? {} : { number }) };
    };
    return {
      jobs: likely.length,
      lines: toRecord(saved).map((line) => ({
        ...line,
        where: line.where.map((one) => ({ ...one, ...named(one.id, line.of) })),
      })),
    };
  } finally {
    db.close();
  }
}

/**
 * What may come over the counter: for each unit that a vehicle has the first that are listed instead of it, and as many
 * that sit in the same place of other vehicles.
 */
function likelyJobs(
  db: Db,
  interchange: (unit: string) => readonly { readonly unitId?: string; readonly grade: string }[],
): LikelyJob[] {
  const fitted = db.prepare(SQL.fitted).all() as { vehicle: string; slot: string; unit: string }[];
  return fitted.flatMap(({ vehicle, slot, unit }) => {
    const others = interchange(unit).flatMap(({ unitId, grade }) =>
      unitId === undefined || unitId === unit || grade === 'does-not-fit' ? [] : [unitId],
    );
    const elsewhere = fitted.flatMap((one) => (one.slot === slot && one.unit !== unit ? one.unit : []));
    const from = elsewhere.length === 0 ? 0 : vehicle.length % elsewhere.length;
    const chosen = [
      ...[...new Set(others)].slice(0, EACH),
      ...[...new Set([...elsewhere.slice(from), ...elsewhere])].slice(0, EACH),
    ];
    return [...new Set(chosen)].map((id) => ({ vehicle, slot, old: unit, chosen: id }));
  });
}

/** So many of a list, evenly over the whole of it. */
const spread = <T>(list: readonly T[], most: number): T[] =>
  list.length <= most
    ? [...list]
    : list.filter((_, i) => Math.floor((i * most) / list.length) !== Math.floor(((i - 1) * most) / list.length));

/** What a thing mostly is in this catalogue. */
function usualIn(db: Db): (attribute: AttributeName, position?: string) => Fact['value'] | undefined {
  const rows = db.prepare(SQL.usual).all() as {
    attribute: string;
    position: string;
    num: number | null;
    txt: string | null;
  }[];
  const first = new Map<string, Fact['value']>();
  for (const { attribute, position, num, txt } of rows)
    for (const key of [`${attribute} ${position}`, attribute]) if (!first.has(key)) first.set(key, num ?? txt);
  return (attribute, position = '') => first.get(`${attribute} ${position}`) ?? first.get(attribute);
}

declare module '../../base/work/tasks.js' {
  interface Tasks {
    readonly recordNext: { readonly task: RecordTask; readonly answer: RecordAnswer; readonly tells: RecordProgress };
  }
}
