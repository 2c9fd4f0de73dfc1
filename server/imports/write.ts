import { looseKey, numberKey } from '@kerabat/core/number';
import { findThread } from '@kerabat/core/thread';
import type { Db } from '../db/open.js';
import { PLAIN_COLUMNS, PORT_COLUMNS, readCell, type FactColumn } from './fact-columns.js';
import type { Manifest, Row } from './read.js';
import type { TableName } from './tables.js';

const SQL = {
  source: `INSERT INTO source (key, kind, title, issued, note) VALUES (@source, @kind, @title, @issued, @note)
    ON CONFLICT (key) DO UPDATE SET kind = excluded.kind, title = excluded.title, issued = excluded.issued, note = excluded.note`,
  maker: `INSERT INTO maker (key, name, role, ignored_marks, prefix) VALUES (@maker, @name, @role, @ignored, @prefix)
    ON CONFLICT (key) DO UPDATE SET name = excluded.name, role = excluded.role, ignored_marks = excluded.ignored_marks, prefix = excluded.prefix`,
  vehicle: `INSERT INTO vehicle (key, maker_id, series, name, built_from, built_to, weight_class, gearbox, assistance, driving_side, note, source_id)
    VALUES (@vehicle, @makerId, @series, @name, @built_from, NULLIF(@built_to, ''), @weight_class, @gearbox, @assistance, @driving_side, @note, @sourceId)
    ON CONFLICT (key) DO UPDATE SET maker_id = excluded.maker_id, series = excluded.series, name = excluded.name, built_from = excluded.built_from,
      built_to = excluded.built_to, weight_class = excluded.weight_class, gearbox = excluded.gearbox, assistance = excluded.assistance,
      driving_side = excluded.driving_side, note = excluded.note, source_id = excluded.source_id`,
  option: `INSERT INTO vehicle_option (vehicle_id, code, meaning) VALUES (@vehicleId, @code, @meaning)
    ON CONFLICT DO UPDATE SET meaning = excluded.meaning`,
  vehicleFact: `INSERT INTO vehicle_fact (vehicle_id, slot, attribute, position, presence, num, txt, tolerance, source_id)
    VALUES (@ownerId, @slot, @attribute, @position, @presence, @num, @txt, @tolerance, @sourceId)
    ON CONFLICT DO UPDATE SET presence = excluded.presence, num = excluded.num, txt = excluded.txt, tolerance = excluded.tolerance, source_id = excluded.source_id`,
  unit: `INSERT INTO unit (key, kind, name, maker_id, note, source_id) VALUES (@unit, @kind, @name, @makerId, @note, @sourceId)
    ON CONFLICT (key) DO UPDATE SET kind = excluded.kind, name = excluded.name, maker_id = excluded.maker_id, note = excluded.note, source_id = excluded.source_id`,
  unitFact: `INSERT INTO unit_fact (unit_id, attribute, position, presence, num, txt, tolerance, source_id)
    VALUES (@ownerId, @attribute, @position, @presence, @num, @txt, @tolerance, @sourceId)
    ON CONFLICT DO UPDATE SET presence = excluded.presence, num = excluded.num, txt = excluded.txt, tolerance = excluded.tolerance, source_id = excluded.source_id`,
  kit: `INSERT INTO kit (key, kind, name, maker_id, bore, bore_large, seals, source_id)
    VALUES (@kit, @kind, @name, @makerId, @bore, @boreLarge, NULLIF(@seals, ''), @sourceId)
    ON CONFLICT (key) DO UPDATE SET kind = excluded.kind, name = excluded.name, maker_id = excluded.maker_id, bore = excluded.bore,
      bore_large = excluded.bore_large, seals = excluded.seals, source_id = excluded.source_id`,
  kitContent: `INSERT INTO kit_content (kit_id, seq, item, quantity, note)
    VALUES (@kitId, COALESCE((SELECT seq FROM kit_content WHERE kit_id = @kitId AND item = @item), (SELECT COALESCE(MAX(seq), 0) + 1 FROM kit_content WHERE kit_id = @kitId)), @item, @quantity, @note)
    ON CONFLICT DO UPDATE SET item = excluded.item, quantity = excluded.quantity, note = excluded.note`,
  kitUnit: `INSERT INTO kit_unit (kit_id, unit_id, source_id) VALUES (@kitId, @unitId, @sourceId) ON CONFLICT DO UPDATE SET source_id = excluded.source_id`,
  fitting: `INSERT INTO fitting (key, kind, name, thread, seat, tube, grade, volume_ml, source_id)
    VALUES (@fitting, @kind, @name, @thread, NULLIF(@seat, ''), NULLIF(@tube, ''), NULLIF(@grade, ''), @volume, @sourceId)
    ON CONFLICT (key) DO UPDATE SET kind = excluded.kind, name = excluded.name, thread = excluded.thread, seat = excluded.seat,
      tube = excluded.tube, grade = excluded.grade, volume_ml = excluded.volume_ml, source_id = excluded.source_id`,
  number: `INSERT INTO number (maker_id, written, key, loose, kind, status, unit_id, kit_id, fitting_id, note, source_id)
    VALUES (@makerId, @number, @key, @loose, @kind, @status, @unitId, @kitId, @fittingId, @note, @sourceId)
    ON CONFLICT (maker_id, written) DO UPDATE SET key = excluded.key, loose = excluded.loose, kind = excluded.kind, status = excluded.status,
      unit_id = excluded.unit_id, kit_id = excluded.kit_id, fitting_id = excluded.fitting_id, note = excluded.note, source_id = excluded.source_id`,
  box: `INSERT INTO box_item (number_id, item, presence, source_id) VALUES (@numberId, @item, @presence, @sourceId)
    ON CONFLICT DO UPDATE SET presence = excluded.presence, source_id = excluded.source_id`,
  stock: `INSERT INTO stock (number_id, supplier, quantity, told_on) VALUES (@numberId, @supplier, @quantity, @date)
    ON CONFLICT DO UPDATE SET quantity = excluded.quantity, told_on = excluded.told_on WHERE excluded.told_on >= told_on`,
  chain: `INSERT INTO chain_entry (vehicle_id, slot, unit_id, built_from, built_to, option_code, mated_set, source_id)
    VALUES (@vehicleId, @slot, @unitId, @built_from, @built_to, @option, @mated_set, @sourceId)
    ON CONFLICT DO UPDATE SET built_to = excluded.built_to, mated_set = excluded.mated_set, source_id = excluded.source_id`,
  link: `INSERT INTO link (key, kind, from_number, from_unit, to_number, to_unit, both_ways)
    VALUES (@link, @kind, @fromNumber, @fromUnit, @toNumber, @toUnit, @bothWays)
    ON CONFLICT (key) DO UPDATE SET kind = excluded.kind, from_number = excluded.from_number, from_unit = excluded.from_unit,
      to_number = excluded.to_number, to_unit = excluded.to_unit, both_ways = excluded.both_ways`,
  assertion: `INSERT INTO assertion (link_id, source_id, asserted_on, person, note) VALUES (@linkId, @sourceId, @date, @person, @note)
    ON CONFLICT DO UPDATE SET person = excluded.person, note = excluded.note`,
  condition: `INSERT INTO condition (link_id, seq, kind, txt, number)
    VALUES (@linkId, COALESCE((SELECT seq FROM condition WHERE link_id = @linkId AND txt = @text), (SELECT COALESCE(MAX(seq), 0) + 1 FROM condition WHERE link_id = @linkId)), @kind, @text, @number)
    ON CONFLICT DO UPDATE SET kind = excluded.kind, number = excluded.number`,
  imported: `INSERT INTO import (name, dated, source, loaded_at) SELECT @name, @date, @source, @now
    WHERE NOT EXISTS (SELECT 1 FROM import WHERE name = @name AND dated = @date)`,
};

/** A key that a row names and nothing has: turned into the row's sentence. */
class Missing extends Error {}

/** Writes rows of catalogue files. `row` answers a sentence when a row names something that is not there. */
export function writer(db: Db) {
  const run = new Map(Object.entries(SQL).map(([name, sql]) => [name, db.prepare<[Record<string, unknown>]>(sql)]));
  const put = (name: keyof typeof SQL, values: Record<string, unknown>): void => void run.get(name)?.run(values);
  const finder = (table: string) => {
    const find = db.prepare<[string], { id: number }>(`SELECT id FROM ${table} WHERE key = ?`);
    return (key: string | undefined, what: string): number => {
      const hit = find.get(key ?? '');
      if (!hit) throw new Missing(`There is no ${what} "${key ?? ''}".`);
      return hit.id;
    };
  };
  const [source, maker, vehicle, unit, kit, fitting, link] = ['source', 'maker', 'vehicle', 'unit', 'kit', 'fitting', 'link'].map(finder) as [
    Find,
    Find,
    Find,
    Find,
    Find,
    Find,
    Find,
  ];
  const makerRule = db.prepare<[number], { ignored: string }>(`SELECT ignored_marks AS ignored FROM maker WHERE id = ?`);
  const findNumber = db.prepare<[number, string], { id: number }>(`SELECT id FROM number WHERE maker_id = ? AND written = ?`);

  const number = (issuer: string | undefined, written: string | undefined): number => {
    const hit = findNumber.get(maker(issuer, 'maker'), written ?? '');
    if (!hit) throw new Missing(`There is no number "${written ?? ''}" of "${issuer ?? ''}".`);
    return hit.id;
  };

  const facts = (statement: 'unitFact' | 'vehicleFact', columns: readonly FactColumn[], row: Row, owner: Record<string, unknown>): void => {
    for (const column of columns) {
      const cell = readCell(row.cells[column.heading] ?? '', column.row);
      if (typeof cell === 'string') throw new Missing(`${column.heading}: ${cell}`);
      if (cell) put(statement, { ...owner, attribute: column.attribute, ...cell });
    }
  };

  /** "unit:KEY" or "ISSUER:NUMBER" */
  const endpoint = (text: string | undefined): { unit: number | null; number: number | null } => {
    const [head = '', ...rest] = (text ?? '').split(':');
    const tail = rest.join(':');
    return head === 'unit' ? { unit: unit(tail, 'unit'), number: null } : { unit: null, number: number(head, tail) };
  };

  /** "unit:KEY", "kit:KEY", "fitting:KEY" or nothing known yet. */
  const target = (text: string): { unitId: number | null; kitId: number | null; fittingId: number | null } => {
    const [kind, key] = text.split(':');
    return {
      unitId: kind === 'unit' ? unit(key, 'unit') : null,
      kitId: kind === 'kit' ? kit(key, 'kit') : null,
      fittingId: kind === 'fitting' ? fitting(key, 'fitting') : null,
    };
  };

  const WRITE: Readonly<Record<TableName, (row: Row, c: Readonly<Record<string, string>>) => void>> = {
    sources: (_, c) => put('source', { note: '', ...c }),
    makers: (_, c) => put('maker', { ...c, ignored: c['ignored_marks'] === undefined ? ' -./' : ` ${c['ignored_marks']}`, prefix: c['prefix'] ?? '' }),
    vehicles: (_, c) =>
      put('vehicle', {
        weight_class: '',
        gearbox: '',
        assistance: '',
        driving_side: '',
        note: '',
        ...c,
        makerId: maker(c['maker'], 'maker'),
        sourceId: source(c['source'], 'source'),
      }),
    vehicleOptions: (_, c) => put('option', { ...c, vehicleId: vehicle(c['vehicle'], 'vehicle') }),
    vehicleSides: (row, c) =>
      facts('vehicleFact', PLAIN_COLUMNS, row, {
        ownerId: vehicle(c['vehicle'], 'vehicle'),
        slot: c['slot'],
        position: '',
        sourceId: source(c['source'], 'source'),
      }),
    vehicleLines: (row, c) =>
      facts('vehicleFact', PORT_COLUMNS, row, {
        ownerId: vehicle(c['vehicle'], 'vehicle'),
        slot: c['slot'],
        position: c['position'],
        sourceId: source(c['source'], 'source'),
      }),
    units: (row, c) => {
      put('unit', { note: '', ...c, makerId: maker(c['maker'], 'maker'), sourceId: source(c['source'], 'source') });
      facts('unitFact', PLAIN_COLUMNS, row, { ownerId: unit(c['unit'], 'unit'), position: '', sourceId: source(c['source'], 'source') });
    },
    ports: (row, c) =>
      facts('unitFact', PORT_COLUMNS, row, { ownerId: unit(c['unit'], 'unit'), position: c['position'], sourceId: source(c['source'], 'source') }),
    kits: (_, c) =>
      put('kit', {
        seals: '',
        ...c,
        makerId: maker(c['maker'], 'maker'),
        bore: Number(c['bore_mm']),
        boreLarge: c['bore_large_mm'] ? Number(c['bore_large_mm']) : null,
        sourceId: source(c['source'], 'source'),
      }),
    kitContents: (_, c) => put('kitContent', { note: '', ...c, quantity: Number(c['quantity']), kitId: kit(c['kit'], 'kit') }),
    kitUnits: (_, c) => put('kitUnit', { kitId: kit(c['kit'], 'kit'), unitId: unit(c['unit'], 'unit'), sourceId: source(c['source'], 'source') }),
    fittings: (_, c) =>
      put('fitting', {
        seat: '',
        tube: '',
        grade: '',
        ...c,
        thread: c['thread'] ? (findThread(c['thread'])?.designation ?? null) : null,
        volume: c['volume_ml'] ? Number(c['volume_ml']) : null,
        sourceId: source(c['source'], 'source'),
      }),
    numbers: (_, c) => {
      const makerId = maker(c['issuer'], 'maker');
      const written = c['number'] ?? '';
      const key = numberKey(written, { ignored: makerRule.get(makerId)?.ignored ?? '' });
      put('number', { note: '', ...c, makerId, key, loose: looseKey(written), ...target(c['leads_to'] ?? ''), sourceId: source(c['source'], 'source') });
    },
    boxes: (_, c) => put('box', { ...c, numberId: number(c['issuer'], c['number']), sourceId: source(c['source'], 'source') }),
    stock: (_, c) => put('stock', { ...c, quantity: Number(c['quantity']), numberId: number(c['issuer'], c['number']) }),
    chains: (_, c) =>
      put('chain', {
        built_from: '',
        built_to: '',
        option: '',
        mated_set: '',
        ...c,
        vehicleId: vehicle(c['vehicle'], 'vehicle'),
        unitId: unit(c['unit'], 'unit'),
        sourceId: source(c['source'], 'source'),
      }),
    links: (_, c) => {
      const [from, to] = [endpoint(c['from']), endpoint(c['to'])];
      if (c['from'] === c['to']) throw new Missing('A link must not lead to itself.');
      put('link', { ...c, fromNumber: from.number, fromUnit: from.unit, toNumber: to.number, toUnit: to.unit, bothWays: c['both_ways'] === 'yes' ? 1 : 0 });
    },
    assertions: (_, c) => put('assertion', { person: '', note: '', ...c, linkId: link(c['link'], 'link'), sourceId: source(c['source'], 'source') }),
    conditions: (_, c) => put('condition', { number: '', ...c, linkId: link(c['link'], 'link') }),
  };

  return {
    row(table: TableName, row: Row): string | undefined {
      try {
        WRITE[table](row, row.cells);
        return undefined;
      } catch (error) {
        if (error instanceof Missing) return error.message;
        throw error;
      }
    },
    imported: (manifest: Manifest, now: string): void => put('imported', { ...manifest, now }),
  };
}

type Find = (key: string | undefined, what: string) => number;
