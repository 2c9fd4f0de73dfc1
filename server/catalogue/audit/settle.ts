import type { Finding, NewLink, RowKey, Settlement } from '@kerabat/contract';
import { lookup } from '@kerabat/core/base/lookup';
import { readQuantity, toBase } from '@kerabat/core/base/units';
import { CONDITION_KINDS, LINK_KINDS } from '@kerabat/core/find/interchange';
import { attribute, type AttributeName } from '@kerabat/core/named/attribute';
import type { Db } from '../../base/db/open.js';
import { badRequest, conflict, HttpProblem, notFound } from '../../base/http/problem.js';
import { isKept, type KeptName } from '../history/kept.js';
import type { Cells, Ledger } from '../history/ledger.js';
import type { HistoryStore } from '../history/store.js';
import { readCell } from '../imports/fact-columns.js';
import { finders, Refused } from '../imports/names.js';
import { NEW_SOURCE } from '../imports/row-starts.js';
import { writer } from '../imports/write.js';
import type { AcceptanceStore } from './acceptances.js';
import type { AuditService } from './service.js';

/** Settling what the audit found, and claims that somebody here makes. Every act is in the history, under a name. */
export function settler(
  db: Db,
  history: HistoryStore,
  audit: AuditService,
  acceptances: AcceptanceStore,
  clock: () => string,
) {
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
    const view = audit.rows.view(kept, key);
    if (!view) throw notFound('The row is not there any more: somebody has settled it. Look again.');
    return { kept, key, view };
  };
  const link = (key: string): number => {
    const id = linkId.get(key);
    if (id === undefined) throw notFound(`There is no link "${key}" any more.`);
    return id;
  };

  /** A value as somebody typed it, as the columns of the row. Throws a 400 with the sentence. */
  const columnsFor = (kept: KeptName, key: Cells, field: string, text: string): Cells => {
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
  };

  const act = (book: Ledger, { act: what, reason }: Settlement, person: string): void => {
    switch (what.kind) {
      case 'accept':
        return;
      case 'correct': {
        const { kept, key, view } = viewOf(what.row);
        const now = view.fields.find((f) => f.field === what.field);
        if (!now) throw badRequest(`"${what.field}" cannot be put right here.`, '/act/field');
        if (now.value !== what.seen)
          throw conflict(`It reads ${now.value} by now; you saw ${what.seen}. Look again.`, now.value, what.value);
        const before = book.get(kept, key);
        book.put(kept, { ...key, ...before, ...columnsFor(kept, key, what.field, what.value) });
        return;
      }
      case 'remove': {
        const { kept, key, view } = viewOf(what.row);
        if (!view.removable) throw badRequest('Only claims can be taken out; things stay.', '/act/row');
        if (view.link !== undefined) {
          // What is said of the link goes with it, and comes back with it.
          const link_id = link(view.link);
          for (const txt of conditionsOf.all(link_id)) book.remove('condition', { link_id, txt });
          for (const said of saidOf.all(link_id)) book.remove('assertion', { link_id, ...said });
        }
        book.remove(kept, key);
        return;
      }
      case 'condition':
        book.put('condition', {
          link_id: link(what.link),
          txt: what.condition.text,
          kind: oneOf(what.condition.kind, CONDITION_KINDS),
          number: what.condition.number ?? '',
        });
        return;
      case 'does-not-fit': {
        const link_id = link(what.link);
        const before = book.get('link', { key: what.link });
        book.put('link', { key: what.link, ...before, kind: 'does-not-fit' });
        const source_id = here(book);
        book.put('assertion', { link_id, source_id, asserted_on: clock().slice(0, 10), person, note: reason });
        return;
      }
    }
  };

  /** What is known first hand, here. */
  const here = (book: Ledger): number => {
    book.put(
      'source',
      { key: 'here', kind: 'measured' },
      { title: 'Found here, in the workshop', issued: clock().slice(0, 10), ...NEW_SOURCE },
    );
    return finders(db).source('here');
  };

  return {
    /** Settles a finding of the last audit. Throws an HttpProblem where it cannot be done. */
    settle(settlement: Settlement, person: string): void {
      const finding = audit.find(settlement.fingerprint);
      if (!finding) throw notFound('This finding is not there any more. Look again.');
      const { reason } = settlement;
      if (settlement.act.kind === 'accept') return acceptances.accept(finding, reason, person);
      if (!isOffered(finding, settlement.act))
        throw badRequest('This finding does not concern what you want to change. Look again.', '/act');
      refusing(() =>
        history.write({ what: `Settled: ${finding.sentence}`.slice(0, 400), reason, person }, (book) =>
          act(book, settlement, person),
        ),
      );
    },
    /** A claim between two numbers or units, with its source. Answers the link's key. */
    addLink(claim: NewLink, person: string): string {
      const { from, to, kind, bothWays = kind === 'same', source = 'here', note = '', conditions = [] } = claim;
      const key = `made: ${from} ${kind} ${to}`;
      if (linkId.get(key) !== undefined)
        throw new HttpProblem(409, 'There already', 'This claim is in the catalogue already.');
      refusing(() =>
        history.write(
          {
            what:
              `Said: ${to} ${kind === 'does-not-fit' ? 'does not fit in the place of' : 'will do instead of'} ` +
              `${from}`,
            reason: note,
            person,
          },
          (book) => {
            if (source === 'here') here(book);
            const write = writer(db, book);
            const put = (table: 'links' | 'assertions' | 'conditions', cells: Record<string, string>): void => {
              const effect = write(table, cells);
              if (typeof effect !== 'string') throw new Refused(effect.refused);
            };
            put('links', { link: key, kind, from, to, both_ways: bothWays ? 'yes' : 'no' });
            put('assertions', { link: key, source, date: claim.date ?? clock().slice(0, 10), person, note });
            for (const condition of conditions)
              put('conditions', {
                link: key,
                kind: oneOf(condition.kind, CONDITION_KINDS),
                text: condition.text,
                number: condition.number ?? '',
              });
          },
        ),
      );
      return key;
    },
  };
}

/** Whether a finding offers an act: on one of its own rows, on a field that the row shows, on a link among its rows. */
function isOffered({ rows }: Finding, act: Settlement['act']): boolean {
  if (act.kind === 'accept') return true;
  if (act.kind === 'condition' || act.kind === 'does-not-fit') return rows.some((row) => row.link === act.link);
  const row = rows.find(({ kept, key }) => kept === act.row.kept && sameKey(key, act.row.key));
  if (!row) return false;
  return act.kind === 'remove' ? row.removable : row.fields.some((f) => f.field === act.field);
}

const sameKey = (a: RowKey['key'], b: RowKey['key']): boolean =>
  Object.keys(a).length === Object.keys(b).length &&
  Object.entries(a).every(([column, value]) => Object.hasOwn(b, column) && lookup(b, column) === value);

/** A name that nothing has, told as what was wrong with the request. */
function refusing(write: () => unknown): void {
  try {
    write();
  } catch (error) {
    if (error instanceof Refused) throw badRequest(error.message);
    throw error;
  }
}

function oneOf(value: string, values: readonly string[]): string {
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

export type Settler = ReturnType<typeof settler>;
