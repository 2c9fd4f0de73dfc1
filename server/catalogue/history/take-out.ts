import type { Db } from '../../base/db/open.js';
import { recorder } from './acts.js';
import { standIns } from './claims.js';
import { KEPT, type Kept, type KeptName } from './kept.js';
import { type Cells, ledger } from './ledger.js';

/**
 * Rows of made-up sources, and what says something of them. What people here added about made-up things says nothing
 * without them.
 */
const MADE = `(SELECT id FROM source WHERE made_up = 1)`;
const UNITS = `(SELECT id FROM unit WHERE source_id IN ${MADE})`;
const VEHICLES = `(SELECT id FROM vehicle WHERE source_id IN ${MADE})`;
const KITS = `(SELECT id FROM kit WHERE source_id IN ${MADE})`;
const FITTINGS = `(SELECT id FROM fitting WHERE source_id IN ${MADE})`;
const NUMBERS = `(SELECT id FROM number WHERE source_id IN ${MADE})`;
const MADE_LINKS = `SELECT id FROM link l WHERE from_number IN ${NUMBERS} OR to_number IN ${NUMBERS} OR
  from_unit IN ${UNITS} OR to_unit IN ${UNITS}
  OR (EXISTS (SELECT 1 FROM assertion a WHERE a.link_id = l.id)
    AND NOT EXISTS (SELECT 1 FROM assertion a WHERE a.link_id = l.id AND a.source_id NOT IN ${MADE}))`;
/** Read once: which links go is no longer seen when their assertions are gone. */
const LINKS = `(SELECT id FROM temp.made_link)`;

/** In the order in which they can go: nothing before what rests on it. */
const GOES: readonly (readonly [KeptName, string])[] = [
  ['condition', `link_id IN ${LINKS}`],
  ['assertion', `link_id IN ${LINKS} OR source_id IN ${MADE}`],
  ['link', `id IN ${LINKS}`],
  ['beside', `source_id IN ${MADE} OR row_key ->> 'unit_id' IN ${UNITS} OR row_key ->> 'vehicle_id' IN ${VEHICLES}`],
  ['chain_entry', `vehicle_id IN ${VEHICLES} OR unit_id IN ${UNITS} OR source_id IN ${MADE}`],
  ['stock', `number_id IN ${NUMBERS}`],
  ['box_item', `number_id IN ${NUMBERS} OR source_id IN ${MADE}`],
  ['number', `id IN ${NUMBERS}`],
  ['fitting_end', `fitting_id IN ${FITTINGS}`],
  ['fitting_piece', `fitting_id IN ${FITTINGS}`],
  ['fitting', `id IN ${FITTINGS}`],
  ['kit_unit', `kit_id IN ${KITS} OR unit_id IN ${UNITS} OR source_id IN ${MADE}`],
  ['kit_content', `kit_id IN ${KITS} OR holds_kit IN ${KITS}`],
  ['unit_piece', `unit_id IN ${UNITS} OR source_id IN ${MADE}`],
  ['kit', `id IN ${KITS}`],
  ['unit_fact', `unit_id IN ${UNITS} OR source_id IN ${MADE}`],
  ['unit_note', `unit_id IN ${UNITS} OR source_id IN ${MADE}`],
  ['unit', `id IN ${UNITS}`],
  ['vehicle_access', `vehicle_id IN ${VEHICLES} OR source_id IN ${MADE}`],
  ['vehicle_part_fact', `vehicle_id IN ${VEHICLES} OR source_id IN ${MADE}`],
  ['vehicle_fact', `vehicle_id IN ${VEHICLES} OR source_id IN ${MADE}`],
  ['vehicle_option', `vehicle_id IN ${VEHICLES}`],
  ['vehicle', `id IN ${VEHICLES}`],
  [
    'maker',
    `made_up = 1 AND NOT EXISTS (SELECT 1 FROM unit WHERE maker_id = maker.id) AND NOT EXISTS (SELECT 1 FROM
      number WHERE maker_id = maker.id)
      AND NOT EXISTS (SELECT 1 FROM kit WHERE maker_id = maker.id) AND NOT EXISTS (SELECT 1 FROM vehicle WHERE
      maker_id = maker.id)`,
  ],
  ['source', `made_up = 1`],
];

/** A number of somebody's own that leads to a made-up thing leads nowhere from then on. */
const LED_ASTRAY = `SELECT maker_id, written FROM number WHERE source_id NOT IN ${MADE} AND (unit_id IN ${UNITS}
  OR kit_id IN ${KITS} OR fitting_id IN ${FITTINGS})`;

export interface DemoCounts {
  readonly units: number;
  readonly vehicles: number;
  readonly numbers: number;
  readonly links: number;
  /** Entries that people here made about made-up things: they go with them. */
  readonly own: number;
}

const counting = (db: Db, where: string): number =>
  db.prepare<[], number>(`SELECT COUNT(*) FROM ${where}`).pluck().get() ?? 0;

/** What there is of the demo in a catalogue. */
export const demoCounts = (db: Db): DemoCounts => ({
  units: counting(db, `unit WHERE id IN ${UNITS}`),
  vehicles: counting(db, `vehicle WHERE id IN ${VEHICLES}`),
  numbers: counting(db, `number WHERE id IN ${NUMBERS}`),
  links: counting(db, `(${MADE_LINKS})`),
  own:
    counting(db, `unit_fact WHERE unit_id IN ${UNITS} AND source_id NOT IN ${MADE}`) +
    counting(db, `vehicle_fact WHERE vehicle_id IN ${VEHICLES} AND source_id NOT IN ${MADE}`) +
    counting(db, `assertion WHERE link_id IN (${MADE_LINKS}) AND source_id NOT IN ${MADE}`) +
    counting(db, `kit_unit WHERE source_id NOT IN ${MADE} AND (kit_id IN ${KITS} OR unit_id IN ${UNITS})`) +
    counting(db, `chain_entry WHERE source_id NOT IN ${MADE} AND (vehicle_id IN ${VEHICLES} OR unit_id IN ${UNITS})`) +
    counting(db, `(${LED_ASTRAY})`),
});

/**
 * Takes everything out that the demo brought, as one act of the history: undone, it is there again. Answers the act's
 * number; undefined when there was nothing.
 */
export function takeOutDemo(db: Db, person: string, at: string): number | undefined {
  return db.transaction(() => {
    const record = recorder(db, { what: 'Removed the demo data', person, at });
    const book = ledger(db, record.note);
    const standIn = standIns(db, book);
    for (const key of db.prepare<[], Record<string, string | number>>(LED_ASTRAY).all()) {
      book.put('number', { ...key, ...book.get('number', key), unit_id: null, kit_id: null, fitting_id: null });
    }
    db.exec(`CREATE TEMP TABLE made_link AS ${MADE_LINKS}`);
    for (const [kept, where] of GOES) {
      const { key: columns, counted }: Kept = KEPT[kept];
      // Rows that are counted go from the last: undone, they come back from the first.
      const order = counted ? ` ORDER BY ${counted.column} DESC` : '';
      for (const key of db.prepare<[], Cells>(`SELECT ${columns.join(', ')} FROM ${kept} WHERE ${where}${order}`).all())
        if (book.remove(kept, key)) standIn(kept, key);
    }
    db.exec('DROP TABLE temp.made_link');
    return record.id();
  })();
}
