import type { Db } from '../../base/db/open.js';
import { type FactColumn, PLAIN_COLUMNS, PORT_COLUMNS } from '../imports/fact-columns.js';
import { type TableName, TABLES, type TableShape } from '../imports/tables.js';
import { lookup } from '@kerabat/core/base/lookup';
import { FACE_POSITIONS } from '@kerabat/core/named/unit';

export interface ExportTable {
  readonly table: TableName;
  /** The file of the import format without its ending. */
  readonly name: string;
  readonly columns: readonly string[];
  rows(): IterableIterator<readonly string[]>;
}

const FACES = FACE_POSITIONS.map((face) => `'${face}'`).join(', ');
const SOURCE = `(SELECT key FROM source WHERE id = source_id)`;
const MAKER = `(SELECT key FROM maker WHERE id = maker_id)`;
const UNIT = `(SELECT key FROM unit WHERE id = unit_id)`;
const KIT = `(SELECT key FROM kit WHERE id = kit_id)`;
const VEHICLE = `(SELECT key FROM vehicle WHERE id = vehicle_id)`;
const LINK = `(SELECT key FROM link WHERE id = link_id)`;
const OF_NUMBER = `FROM number n JOIN maker m ON m.id = n.maker_id`;
const end = (side: string): string =>
  `CASE WHEN l.${side}_unit IS NOT NULL THEN 'unit:' || (SELECT key FROM unit WHERE id = l.${side}_unit) ELSE
    (SELECT m.key || ':' || n.written ${OF_NUMBER} WHERE n.id = l.${side}_number) END`;

/** Tables whose rows are rows of the database, by the columns of their file. */
const PLAIN: Readonly<Partial<Record<TableName, string>>> = {
  sources: `SELECT key AS source, kind, title, issued, note, CASE made_up WHEN 1 THEN 'yes' ELSE 'no' END AS
    made_up FROM source ORDER BY id`,
  makers: `SELECT key AS maker, name, role, LTRIM(ignored_marks, ' ') AS ignored_marks, prefix, CASE made_up
    WHEN 1 THEN 'yes' ELSE 'no' END AS made_up FROM maker ORDER BY id`,
  vehicles: `SELECT key AS vehicle, ${MAKER} AS maker, series, name, built_from, built_to, weight_class,
    gearbox, assistance, driving_side, brake_layout, clutch_layout, note, ${SOURCE} AS source FROM vehicle ORDER
    BY id`,
  vehicleOptions: `SELECT ${VEHICLE} AS vehicle, code, meaning FROM vehicle_option`,
  access: `SELECT ${VEHICLE} AS vehicle, slot, comes_off, minutes, breaks, ${SOURCE} AS source FROM vehicle_access
    ORDER BY vehicle_id, seq`,
  unitNotes: `SELECT ${UNIT} AS unit, about, txt AS text, ${SOURCE} AS source FROM unit_note`,
  kits: `SELECT key AS kit, kind, name, ${MAKER} AS maker, bore AS bore_mm, bore_large AS bore_large_mm, seals,
    ${SOURCE} AS source FROM kit ORDER BY id`,
  kitContents: `SELECT ${KIT} AS kit, item, quantity, note, NULLIF(size, 0) AS size_mm, (SELECT key FROM kit
    WHERE id = holds_kit) AS contains_kit FROM kit_content ORDER BY kit_id, seq`,
  unitPieces: `SELECT ${UNIT} AS unit, item, quantity, ${SOURCE} AS source, NULLIF(size, 0) AS size_mm, CASE
    stays WHEN 1 THEN 'yes' ELSE '' END AS stays FROM unit_piece`,
  kitUnits: `SELECT ${KIT} AS kit, ${UNIT} AS unit, built_from, built_to, ${SOURCE} AS source FROM kit_unit`,
  fittings: `SELECT key AS fitting, kind, name, thread, seat, tube, grade, volume_ml, size AS size_mm, size_to
    AS size_to_mm, length AS length_mm, ${SOURCE} AS source FROM fitting ORDER BY id`,
  fittingEnds: `SELECT (SELECT key FROM fitting WHERE id = fitting_id) AS fitting, position, gender, thread,
    seat FROM fitting_end`,
  fittingPieces: `SELECT (SELECT key FROM fitting WHERE id = fitting_id) AS fitting, NULLIF(thread, '') AS
    thread, NULLIF(size, 0) AS size_mm, quantity FROM fitting_piece`,
  numbers: `SELECT ${MAKER} AS issuer, written AS number, kind, status, CASE WHEN unit_id IS NOT NULL THEN
    'unit:' || ${UNIT} WHEN kit_id IS NOT NULL THEN 'kit:' || ${KIT}
      WHEN fitting_id IS NOT NULL THEN 'fitting:' || (SELECT key FROM fitting WHERE id = fitting_id) END AS
    leads_to, note, condition, ${SOURCE} AS source FROM number ORDER BY id`,
  stock: `SELECT s.supplier, m.key AS issuer, n.written AS number, s.quantity, s.told_on AS date, s.price FROM
    stock s JOIN number n ON n.id = s.number_id JOIN maker m ON m.id = n.maker_id`,
  boxes: `SELECT m.key AS issuer, n.written AS number, b.item, b.presence, b.kind, b.quantity, b.thread, b.size
    AS size_mm, (SELECT key FROM source WHERE id = b.source_id) AS source
    FROM box_item b JOIN number n ON n.id = b.number_id JOIN maker m ON m.id = n.maker_id`,
  chains: `SELECT ${VEHICLE} AS vehicle, slot, ${UNIT} AS unit, built_from, built_to, option_code AS option,
    mated_set, ${SOURCE} AS source FROM said_chain_entry ORDER BY
    id IS NULL, id, source_id`,
  links: `SELECT l.key AS link, l.kind, ${end('from')} AS "from", ${end('to')} AS "to", CASE l.both_ways WHEN 1
    THEN 'yes' ELSE 'no' END AS both_ways FROM link l ORDER BY l.id`,
  assertions: `SELECT ${LINK} AS link, ${SOURCE} AS source, asserted_on AS date, person, note FROM assertion`,
  conditions: `SELECT ${LINK} AS link, kind, txt AS text, number FROM condition ORDER BY link_id, seq`,
};

interface FactRow {
  readonly attribute: string;
  readonly presence: 'recorded' | 'none';
  readonly num: number | null;
  readonly txt: string | null;
  readonly tolerance: number | null;
  readonly [head: string]: unknown;
}

/** Tables with a column for each attribute: facts in the order of their rows, and what the head of a row is. */
const FACTS: Readonly<
  Partial<
    Record<
      TableName,
      { readonly sql: string; readonly head: readonly string[]; readonly columns: readonly FactColumn[] }
    >
  >
> = {
  vehicleSides: {
    sql: `SELECT ${VEHICLE} AS vehicle, slot, ${SOURCE} AS source, attribute, presence, num, txt, tolerance FROM
      said_vehicle_fact WHERE position = '' ORDER BY vehicle_id, slot, source_id`,
    head: ['vehicle', 'slot', 'source'],
    columns: PLAIN_COLUMNS,
  },
  vehicleLines: {
    sql: `SELECT ${VEHICLE} AS vehicle, slot, position, ${SOURCE} AS source, attribute, presence, num, txt,
      tolerance FROM said_vehicle_fact WHERE position <> '' ORDER BY vehicle_id, slot, position, source_id`,
    head: ['vehicle', 'slot', 'position', 'source'],
    columns: PORT_COLUMNS,
  },
  units: {
    // A unit of which its own source says nothing more is a row without facts.
    sql: `SELECT u.key AS unit, u.kind, u.name, m.key AS maker, s.key AS source, u.note, f.attribute,
      f.presence, f.num, f.txt, f.tolerance
      FROM unit u JOIN maker m ON m.id = u.maker_id JOIN source s ON s.id = u.source_id
      LEFT JOIN said_unit_fact f ON f.unit_id = u.id AND f.position = '' AND f.source_id = u.source_id ORDER BY u.id`,
    head: ['unit', 'kind', 'name', 'maker', 'source', 'note'],
    columns: PLAIN_COLUMNS,
  },
  unitFacts: {
    sql: `SELECT u.key AS unit, s.key AS source, f.attribute, f.presence, f.num, f.txt, f.tolerance
      FROM said_unit_fact f JOIN unit u ON u.id = f.unit_id JOIN source s ON s.id = f.source_id WHERE f.position = ''
      AND f.source_id <> u.source_id ORDER BY f.unit_id, f.source_id`,
    head: ['unit', 'source'],
    columns: PLAIN_COLUMNS,
  },
  ports: {
    sql: `SELECT ${UNIT} AS unit, position, ${SOURCE} AS source, attribute, presence, num, txt, tolerance FROM
      said_unit_fact WHERE position <> '' AND position NOT IN (${FACES}) ORDER BY unit_id, position, source_id`,
    head: ['unit', 'position', 'source'],
    columns: PORT_COLUMNS,
  },
  unitFaces: {
    sql: `SELECT ${UNIT} AS unit, position AS face, ${SOURCE} AS source, attribute, presence, num, txt,
      tolerance FROM said_unit_fact WHERE position IN (${FACES}) ORDER BY unit_id, position, source_id`,
    head: ['unit', 'face', 'source'],
    columns: PLAIN_COLUMNS,
  },
  vehicleParts: {
    sql: `SELECT ${VEHICLE} AS vehicle, part, position, built_from, built_to, option_code AS option, mated_set,
      ${SOURCE} AS source, attribute, presence, num, txt, tolerance
      FROM said_vehicle_part_fact ORDER BY vehicle_id, part, built_from, option_code, position, source_id`,
    head: ['vehicle', 'part', 'position', 'built_from', 'built_to', 'option', 'mated_set', 'source'],
    columns: [...PORT_COLUMNS, ...PLAIN_COLUMNS],
  },
};

/** The whole catalogue in the tables of the import format, in the order in which they are loaded. */
export function exportTables(db: Db): ExportTable[] {
  return (Object.keys(TABLES) as TableName[]).flatMap((table): ExportTable[] => {
    const shape: TableShape = TABLES[table];
    const name = shape.file.replace(/\.csv$/, '');
    const columns = [...shape.columns, ...shape.optional];
    const plain = PLAIN[table];
    if (plain !== undefined) return [{ table, name, columns, rows: () => plainRows(db, plain, columns) }];
    const facts = FACTS[table];
    // Cross-references are a way to bring links in; they go out as links.
    return facts ? [{ table, name, columns, rows: () => factRows(db, facts, columns) }] : [];
  });
}

const text = (value: unknown): string =>
  value === null || value === undefined ? '' : String(value as string | number);

function* plainRows(db: Db, sql: string, columns: readonly string[]): IterableIterator<string[]> {
  for (const row of db.prepare<[], Record<string, unknown>>(sql).iterate())
    yield columns.map((column) => text(lookup(row, column)));
}

/** Facts that follow one another and have the same head are one row. */
function* factRows(
  db: Db,
  { sql, head, columns }: NonNullable<(typeof FACTS)[TableName]>,
  order: readonly string[],
): IterableIterator<string[]> {
  const headings = new Map<string, string>(columns.map((c) => [c.attribute, c.heading]));
  let [current, key] = [new Map<string, string>(), ''];
  const row = (): string[] => order.map((column) => current.get(column) ?? '');
  for (const fact of db.prepare<[], FactRow>(sql).iterate()) {
    const values = head.map((column) => text(lookup(fact, column)));
    const nextKey = values.join('\u0000');
    if (nextKey !== key) {
      if (key !== '') yield row();
      key = nextKey;
      current = new Map(head.map((column, i) => [column, values[i] ?? '']));
    }
    const heading = headings.get(fact.attribute);
    if (heading !== undefined) current.set(heading, factText(fact));
  }
  if (key !== '') yield row();
}

function factText({ presence, num, txt, tolerance }: FactRow): string {
  if (presence === 'none') return 'none';
  return num === null ? text(txt) : `${num}${tolerance === null ? '' : `±${tolerance}`}`;
}
