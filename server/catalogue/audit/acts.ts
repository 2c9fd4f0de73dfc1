import type { RowKey, Settlement } from '@kerabat/contract';
import { readQuantity, toBase } from '@kerabat/core/base/units';
import { CONDITION_KINDS, LINK_KINDS } from '@kerabat/core/find/interchange';
import { attribute, type AttributeName } from '@kerabat/core/named/attribute';
import type { Db } from '../../base/db/open.js';
import { badRequest, conflict, notFound } from '../../base/http/problem.js';
import { standIns } from '../history/claims.js';
import { isKept, type KeptName } from '../history/kept.js';
import type { Cells, Ledger } from '../history/ledger.js';
import { readCell } from '../imports/fact-columns.js';
import { finders } from '../imports/names.js';
import { NEW_SOURCE } from '../imports/new-rows.js';
import type { RowReader } from './rows.js';

/** What settling a finding does to the catalogue, each written into the book of one act. */

type Act<Kind extends Settlement['act']['kind']> = Extract<Settlement['act'], { readonly kind: Kind }>;

/** What is known first hand, here. Answers its source. */
export function hereIn(book: Ledger, db: Db, today: string): number {
  book.put(
    'source',
    { key: 'here', kind: 'measured' },
    { title: 'Found here, in the workshop', issued: today, ...NEW_SOURCE },
  );
  return finders(db).source('here');
}

/** A value as somebody typed it, as the columns of the row. Throws a 400 with the sentence. */
function columnsFor(db: Db, kept: KeptName, key: Cells, field: string, text: string): Cells {
  const value = text.trim();
  if (kept === 'unit_fact' || kept === 'vehicle_fact') {
    const row = attribute(String(key['attribute']) as AttributeName);
    const cell = readCell(row.dimension === 'length' ? asMillimetres(value) : value, row);
    if (typeof cell === 'string') throw badRequest(cell, '/act/value');
    if (!cell)
      throw badRequest('Nothing is written here. To say that it is not known, take the fact out.', '/act/value');
    return { ...cell };
  }
  if (kept === 'kit') return { [field]: Number(asMillimetres(value)) };
  if (kept === 'number' && field === 'leads_to')
    return value === '' ? { unit_id: null, kit_id: null, fitting_id: null } : finders(db).target(value);
  if (kept === 'number') return { status: oneOf(value, ['current', 'superseded', 'withdrawn', 'unknown']) };
  if (field === 'both_ways') return { both_ways: oneOf(value, ['yes', 'no']) === 'yes' ? 1 : 0 };
  return { kind: oneOf(value, LINK_KINDS) };
}

/** Acts on the rows of a catalogue. Each throws an HttpProblem where it cannot be done. */
export function settlingActs(db: Db, rows: RowReader, clock: () => string) {
  const linkId = db.prepare<[string], number>(`SELECT id FROM link WHERE key = ?`).pluck();
  const saidOf = db.prepare<[number], { source_id: number; asserted_on: string }>(
    `SELECT source_id, asserted_on FROM assertion WHERE link_id = ?`,
  );
  const conditionsOf = db.prepare<[number], string>(`SELECT txt FROM condition WHERE link_id = ?`).pluck();

  const rowOf = (row: RowKey): { kept: KeptName; key: Cells } => {
    if (!isKept(row.kept)) throw badRequest(`There are no rows called "${row.kept}".`, '/act/row/kept');
    return { kept: row.kept, key: row.key };
  };
  const viewOf = (row: RowKey) => {
    const { kept, key } = rowOf(row);
    const view = rows.view(kept, key);
    if (!view) throw notFound('The row is not there any more: somebody has settled it. Look again.');
    return { kept, key, view };
  };
  const link = (key: string): number => {
    const id = linkId.get(key);
    if (id === undefined) throw notFound(`There is no link "${key}" any more.`);
    return id;
  };

  const correct = (book: Ledger, what: Act<'correct'>): void => {
    const { kept, key, view } = viewOf(what.row);
    const now = view.fields.find((f) => f.field === what.field);
    if (!now) throw badRequest(`"${what.field}" cannot be put right here.`, '/act/field');
    if (now.value !== what.seen)
      throw conflict(`It reads ${now.value} by now; you saw ${what.seen}. Look again.`, now.value, what.value);
    const before = book.get(kept, key);
    book.put(kept, { ...key, ...before, ...columnsFor(db, kept, key, what.field, what.value) });
  };
  const remove = (book: Ledger, what: Act<'remove'>): void => {
    const { kept, key, view } = viewOf(what.row);
    if (!view.removable) throw badRequest('Only claims can be taken out; things stay.', '/act/row');
    if (view.link !== undefined) {
      // What is said of the link goes with it, and comes back with it.
      const link_id = link(view.link);
      for (const txt of conditionsOf.all(link_id)) book.remove('condition', { link_id, txt });
      for (const said of saidOf.all(link_id)) book.remove('assertion', { link_id, ...said });
    }
    book.remove(kept, key);
    standIns(db, book)(kept, key);
  };
  const doesNotFit = (book: Ledger, what: Act<'does-not-fit'>, person: string, reason: string): void => {
    const link_id = link(what.link);
    const before = book.get('link', { key: what.link });
    book.put('link', { key: what.link, ...before, kind: 'does-not-fit' });
    const source_id = hereIn(book, db, clock().slice(0, 10));
    book.put('assertion', { link_id, source_id, asserted_on: clock().slice(0, 10), person, note: reason });
  };

  return (book: Ledger, { act, reason }: Settlement, person: string): void => {
    switch (act.kind) {
      case 'accept':
        return;
      case 'correct':
        return correct(book, act);
      case 'remove':
        return remove(book, act);
      case 'condition': {
        const { text, kind, number = '' } = act.condition;
        book.put('condition', { link_id: link(act.link), txt: text, kind: oneOf(kind, CONDITION_KINDS), number });
        return;
      }
      case 'does-not-fit':
        return doesNotFit(book, act, person, reason);
    }
  };
}

export function oneOf(value: string, values: readonly string[]): string {
  if (!values.includes(value)) throw badRequest(`"${value}" is not one of ${values.join(', ')}.`);
  return value;
}

/** "13/16 in", "20,64" or "20.64±0.1" as plain millimetres. */
function asMillimetres(text: string): string {
  if (text === '' || text === 'none' || /^\d+(\.\d+)?(±\d+(\.\d+)?)?$/.test(text)) return text;
  const reading = readQuantity(text, { expects: 'length' });
  if (!reading.quantity) throw badRequest(reading.problem ?? `"${text}" cannot be read.`, '/act/value');
  return String(Number(toBase(reading.quantity).toFixed(6)));
}
