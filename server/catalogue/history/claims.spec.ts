import fc from 'fast-check';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { AuditAnswer, Finding, UnitDetail, Workspace } from '@kerabat/contract';
import { SOURCE_KINDS, SOURCES_FROM_WEAKEST, type SourceKind } from '@kerabat/core/named/unit';
import { type Db, openDatabase } from '../../base/db/open.js';
import { judgedRowsOf } from '../../jobs/gather.js';
import { testServer, type TestServer } from '../../testing/harness.js';
import { claimsOver, standIns } from './claims.js';
import { type Ledger, ledger } from './ledger.js';

describe('what several sources say of one thing', () => {
  let db: Db;
  let book: Ledger;
  beforeEach(() => {
    db = openDatabase(':memory:', 'catalogue');
    book = ledger(db, () => undefined);
  });

  /** A unit, and a source for each name: its kind and the day of its issue. */
  function given(sources: readonly (readonly [SourceKind, string])[]): void {
    db.exec(`INSERT INTO source (id, key, kind, title, issued) VALUES (99, 'own', 'unit-maker', 'own', '2001-01-01');
      INSERT INTO maker (id, key, name, role) VALUES (1, 'm', 'M', 'units');
      INSERT INTO unit (id, key, kind, name, maker_id, source_id) VALUES (1, 'u', 'slave', 'U', 1, 99)`);
    const add = db.prepare(`INSERT INTO source (id, key, kind, title, issued) VALUES (?, ?, ?, ?, ?)`);
    sources.forEach(([kind, issued], i) => add.run(i + 1, `s${i + 1}`, kind, `list ${i + 1}`, issued));
  }
  const fact = (num: number, source_id: number) => ({
    ...BORE,
    presence: 'recorded',
    num,
    txt: null,
    tolerance: null,
    source_id,
  });
  const BORE = { unit_id: 1, attribute: 'bore', position: '' };
  const stands = () => book.get('unit_fact', BORE);
  const beside = () =>
    db.prepare(`SELECT source_id, said ->> 'num' AS num FROM beside ORDER BY source_id`).all() as {
      source_id: number;
      num: number;
    }[];

  const list = fc.record({
    kind: fc.constantFrom(...SOURCE_KINDS),
    issued: fc.constantFrom('1999-01-01', '2004-05-06', '2010-01-01'),
    num: fc.constantFrom(19.05, 20.64, 22.22),
  });

  it('the best of them is used, the others are kept, and the order in which they come changes nothing', () => {
    fc.assert(
      fc.property(
        fc.array(list, { minLength: 1, maxLength: 5 }).chain((lists) =>
          fc.tuple(
            fc.constant(lists),
            fc.shuffledSubarray(
              lists.map((_, i) => i),
              { minLength: lists.length },
            ),
          ),
        ),
        ([lists, order]) => {
          const outcomes = [lists.map((_, i) => i), order].map((inOrder) => {
            db = openDatabase(':memory:', 'catalogue');
            book = ledger(db, () => undefined);
            given(lists.map(({ kind, issued }) => [kind, issued]));
            const put = claimsOver(db, book);
            for (const i of inOrder) put('unit_fact', fact(lists[i]?.num ?? 0, i + 1));
            const used = { stands: stands(), beside: beside() };
            expect(used.beside.length).toBe(lists.length - 1);
            const ranks = lists.map(({ kind }) => SOURCES_FROM_WEAKEST.indexOf(kind));
            expect(ranks[Number(used.stands?.['source_id']) - 1]).toBe(Math.max(...ranks));
            // Taken out one after another, the next best stands in, until nobody has said anything.
            const took = [];
            for (let left = stands(); left; left = stands()) {
              took.push(ranks[Number(left['source_id']) - 1]);
              book.remove('unit_fact', BORE);
              standIns(db, book)('unit_fact', BORE);
            }
            expect(took).toEqual(ranks.toSorted((a, b) => b - a));
            expect(beside()).toEqual([]);
            db.close();
            return used;
          });
          expect(outcomes[1]).toEqual(outcomes[0]);
        },
      ),
      { numRuns: 25 },
    );
  });
  it('a source that says something new corrects itself, and no other', () => {
    given([
      ['maker-bulletin', '1999-01-01'],
      ['unsourced', '2020-01-01'],
    ]);
    const put = claimsOver(db, book);
    put('unit_fact', fact(19.05, 1));
    expect(put('unit_fact', fact(22.22, 2))).toBe('added');
    expect(put('unit_fact', fact(25.4, 2))).toBe('changed');
    expect(put('unit_fact', fact(20.64, 1))).toBe('changed');
    expect(stands()).toMatchObject({ num: 20.64, source_id: 1 });
    expect(beside()).toEqual([{ source_id: 2, num: 25.4 }]);
  });
});

describe('over the demo', () => {
  let server: TestServer;
  beforeAll(async () => {
    server = await testServer();
  });
  afterAll(() => server.close());

  /** Brings in what somebody said at the counter, as an import does. */
  const saidAtTheCounter = (row: Record<string, string | number | null>): void => {
    const db = server.databases.catalogue;
    const source_id = Number(db.prepare(`SELECT id FROM source WHERE key = 'talk'`).pluck().get());
    claimsOver(
      db,
      ledger(db, () => undefined),
    )('unit_fact', { ...row, source_id });
  };
  const boreOf = async (unit: string): Promise<unknown> =>
    ((await server.ask('GET', `/units/${unit}`)).body as UnitDetail).facts.find((f) => f.attribute === 'bore');
  async function found(rule: string): Promise<Finding> {
    for (let asked = 1; ; asked++) {
      const { state, findings } = (await server.ask('GET', '/audit')).body as AuditAnswer;
      const finding = findings.find((one) => one.rule === rule);
      if (finding) return finding;
      if (state !== 'running' || asked > 20) throw new Error(`nothing of ${rule}`);
    }
  }

  it('a difference is a finding of the audit, and the weaker one is taken out there', async () => {
    const before = await boreOf('wex-sm19');
    const unit_id = Number(
      server.databases.catalogue.prepare(`SELECT id FROM unit WHERE key = 'wex-sm19'`).pluck().get(),
    );
    const bore = { unit_id, attribute: 'bore', position: '' };
    saidAtTheCounter({ ...bore, presence: 'recorded', num: 22.22, txt: null, tolerance: null });
    expect(await boreOf('wex-sm19')).toEqual(before);

    const { fingerprint, sentence, rows } = await found('sources-differ');
    expect(sentence).toMatch(/ by .*, which is used, and .*22\.22.* by Said at the counter\./);
    const row = rows.find(({ kept }) => kept === 'beside');
    expect(row).toMatchObject({ words: expect.stringContaining('as Said at the counter has it'), removable: true });
    const act = { kind: 'remove', row: { kept: row?.kept, key: row?.key } };
    const settled = await server.ask('POST', '/audit/settle', {
      body: { fingerprint, reason: 'nobody said so', act },
    });
    expect(settled.status).toBe(204);
    expect(await boreOf('wex-sm19')).toEqual(before);
    await expect(found('sources-differ')).rejects.toThrow('nothing of');
  });

  it('of two listed units that differ neither is listed for the vehicle', async () => {
    const listed = async () => (await judgedRowsOf(4, server.stores)).listed.map(({ unit }) => unit);
    expect(await listed()).toEqual(['mor-c15t']);
    const db = server.databases.catalogue;
    const add = (key: string): void =>
      void db.exec(
        `INSERT INTO chain_entry (vehicle_id, slot, unit_id, built_from, built_to, option_code, mated_set, source_id)
           SELECT vehicle_id, slot, (SELECT id FROM unit WHERE key = '${key}'), built_from, built_to, option_code,
             mated_set, source_id FROM chain_entry WHERE unit_id = (SELECT id FROM unit WHERE key = 'mor-c15t')`,
      );
    add('mor-c22e');
    expect(await listed()).toEqual([]);
    db.exec(`DELETE FROM chain_entry WHERE slot = 'clutch-master' AND unit_id = (SELECT id FROM unit WHERE key =
      'mor-c22e') AND vehicle_id IN (SELECT vehicle_id FROM chain_entry WHERE unit_id = (SELECT id FROM unit WHERE
      key = 'mor-c15t'))`);
    expect(await listed()).toEqual(['mor-c15t']);
  });

  it('a row of a chain is listed by the kind of source that it has', async () => {
    const listed = async () =>
      (await judgedRowsOf(4, server.stores)).listed.map(({ by, vehicle }) => ({ by, vehicle }));
    expect(await listed()).toEqual([{ by: 'maker-bulletin', vehicle: true }]);
    server.databases.catalogue.exec(`UPDATE chain_entry SET source_id = (SELECT id FROM source WHERE key = 'talk')`);
    expect(await listed()).toEqual([{ by: 'unsourced', vehicle: true }]);
  });

  it('a fact that nobody is named for fits nothing', async () => {
    expect(((await server.ask('GET', '/jobs/3')).body as Workspace).safety.grade).toBe('safe');
    server.databases.catalogue.exec(`UPDATE unit_fact SET source_id = (SELECT id FROM source WHERE key = 'talk') `);
    const { safety } = (await server.ask('GET', '/jobs/3')).body as Workspace;
    expect(safety.grade).toBe('not-safe');
    expect(safety.blockers.map(({ sentence }) => sentence).join(' ')).toContain('by a record that names nobody');
  });
});
