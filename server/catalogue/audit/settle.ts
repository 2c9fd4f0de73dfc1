import type { Finding, NewLink, RowKey, Settlement } from '@kerabat/contract';
import { lookup } from '@kerabat/core/base/lookup';
import { CONDITION_KINDS } from '@kerabat/core/find/interchange';
import type { Db } from '../../base/db/open.js';
import { badRequest, HttpProblem, notFound } from '../../base/http/problem.js';
import type { HistoryStore } from '../history/store.js';
import { Refused } from '../imports/names.js';
import { writer } from '../imports/write.js';
import type { AcceptanceStore } from './acceptances.js';
import { hereIn, oneOf, settlingActs } from './acts.js';
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
  const act = settlingActs(db, audit.rows, clock);

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
      const { from, to, kind, bothWays = kind === 'same', source = 'here', page, note = '', conditions = [] } = claim;
      if (source !== 'here' && page === undefined)
        throw badRequest(
          `Say on which page or drawing of "${source}" it stands; without one it is a claim of your own.`,
          '/page',
        );
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
            if (source === 'here') hereIn(book, db, clock().slice(0, 10));
            const write = writer(db, book);
            const put = (table: 'links' | 'assertions' | 'conditions', cells: Record<string, string>): void => {
              const effect = write(table, cells);
              if (typeof effect !== 'string') throw new Refused(effect.refused);
            };
            put('links', { link: key, kind, from, to, both_ways: bothWays ? 'yes' : 'no' });
            put('assertions', {
              link: key,
              source,
              date: claim.date ?? clock().slice(0, 10),
              person,
              note: [page, note].filter(Boolean).join(': '),
            });
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

export type Settler = ReturnType<typeof settler>;
