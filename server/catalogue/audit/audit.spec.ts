import { pino } from 'pino';
import { mkdtempSync, renameSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { AuditAnswer, Finding, HistoryAct, Settlement } from '@kerabat/contract';
import { openDatabase } from '../../base/db/open.js';
import { workPool } from '../../base/work/pool.js';
import { wallClock } from '../../main/stores.js';
import { testServer, type TestServer } from '../../testing/harness.js';
import { acceptanceStore } from './acceptances.js';
import { auditService } from './service.js';
import { STANDARD_SETTINGS } from '@kerabat/core/named/settings';

let server: TestServer;
beforeEach(async () => {
  server = await testServer();
});
afterEach(() => server.close());

/** The audit of the catalogue as it is: asked again while it is being made, which a busy machine takes its time for. */
async function audit(): Promise<AuditAnswer> {
  for (let asked = 1; ; asked++) {
    const answer = (await server.ask('GET', '/audit')).body as AuditAnswer;
    if (answer.state !== 'running' || asked === 15) return answer;
  }
}
const found = async (words: string): Promise<Finding> => {
  const finding = (await audit()).findings.find((f) => f.sentence.includes(words));
  if (!finding) throw new Error(`nothing was found about "${words}"`);
  return finding;
};
const settle = (finding: Finding, act: Settlement['act'], reason = 'looked at it', person = 'Ilse') =>
  server.ask('POST', '/audit/settle', { body: { fingerprint: finding.fingerprint, reason, act }, person });
const history = async (): Promise<HistoryAct[]> => (await server.ask('GET', '/history')).body.acts as HistoryAct[];
const db = () => server.databases.catalogue;

describe('the audit', () => {
  it('finds each kind of contradiction, the most harmful first', async () => {
    const { findings, counts, state } = await audit();
    expect(state).toBe('done');
    expect(findings.map((f) => f.rule)).toEqual([
      'two-bores',
      'kit-bore',
      'silent-difference',
      'silent-difference',
      'looks-like-inches',
      'owned-twice',
      'used-both-ways',
      'supersession-cycle',
      'supersession-fork',
      'no-source',
    ]);
    expect(counts).toMatchObject({ 'silent-difference': 2, 'two-bores': 1 });
    expect(findings.every((f) => f.rows.length > 0)).toBe(true);
  });
  it('two bores: tells both facts and every claim on the way between the units', async () => {
    const { rows, vehicles } = await found('claims say that they are one unit');
    expect(rows.map((r) => r.kept)).toEqual(['unit_fact', 'unit_fact', 'number', 'link', 'number']);
    expect(rows.find((r) => r.link)?.source).toContain('Skarrow rebuilt units list');
    expect(vehicles).toBeGreaterThan(0);
  });
  it('sizes that are one size under two names are no contradiction', async () => {
    db()
      .prepare(
        `UPDATE unit_fact SET num = 25.43 WHERE attribute = 'bore' AND unit_id = (SELECT id FROM unit WHERE key
          = 'ard-w28e')`,
      )
      .run();
    expect((await audit()).counts['two-bores']).toBeUndefined();
  });
  it('a condition that says the difference makes it no contradiction', async () => {
    const finding = await found('slave 2088 is called');
    const link = finding.rows[0]?.link ?? '';
    expect(
      (
        await settle(finding, {
          kind: 'condition',
          link,
          condition: { kind: 'move-over', text: 'Move the foot over from the old slave' },
        })
      ).status,
    ).toBe(204);
    expect((await audit()).findings.some((f) => f.sentence.includes('slave 2088 is called'))).toBe(false);
    expect(
      db().prepare(`SELECT kind, txt FROM condition WHERE link_id = (SELECT id FROM link WHERE key = ?)`).all(link),
    ).toEqual([{ kind: 'move-over', txt: 'Move the foot over from the old slave' }]);
  });
  it('an old way back, a link of nobody and facts of nobody are found too', async () => {
    const id = (written: string): number =>
      db().prepare(`SELECT id FROM number WHERE written = ?`).pluck().get(written) as number;
    db()
      .prepare(`INSERT INTO link (key, kind, from_number, to_number, both_ways) VALUES ('back', 'drop-in', ?, ?, 0)`)
      .run(id('4419-02-9'), id('4419-01-1'));
    db()
      .prepare(
        `UPDATE unit_fact SET source_id = (SELECT id FROM source WHERE key = 'talk') WHERE attribute = 'pilot'
          AND unit_id = (SELECT id FROM unit WHERE key = 'ard-sm19')`,
      )
      .run();
    db()
      .prepare(
        `UPDATE unit_fact SET num = 3.15 WHERE attribute = 'stud-spacing' AND unit_id = (SELECT id FROM unit
          WHERE key = 'ard-tm22q')`,
      )
      .run();
    const sentences = (await audit()).findings.map((f) => f.sentence);
    expect(sentences).toContain(
      '4419-01-1 was superseded by 4419-02-9, one way; another claim (drop-in) offers 4419-01-1 in the ' +
        'place of 4419-02-9.',
    );
    expect(sentences).toContain('Nobody is named who says “4419-02-9 drop-in 4419-01-1”.');
    expect(sentences).toContain('1 fact of single master 19 has no source.');
    expect(sentences).toContain(
      'The stud spacing of tandem master 22 Q is recorded as 3.15 mm: it looks like inches (80.01 mm).',
    );
  });
});

describe('settling', () => {
  it('puts a value right, in any writing; taken back, the contradiction is there again', async () => {
    const finding = await found('looks like inches');
    const row = finding.rows[0];
    if (!row) throw new Error('no row');
    const act = {
      kind: 'correct',
      row: { kept: row.kept, key: row.key },
      field: 'bore',
      seen: '0.8125',
      value: '13/16 in',
    } as const;
    expect((await settle(finding, act)).status).toBe(204);
    expect(db().prepare(`SELECT bore FROM kit WHERE key = 'ks-w20'`).pluck().get()).toBe(20.6375);
    expect((await audit()).counts['looks-like-inches']).toBeUndefined();
    const [last] = await history();
    expect(last).toMatchObject({
      by: 'Ilse',
      reason: 'looked at it',
      changes: [{ words: 'kit ks-w20', before: 'bore 0.8125', after: 'bore 20.6375' }],
    });
    expect((await server.ask('POST', `/history/${last?.id}/undo`)).status).toBe(200);
    expect((await audit()).counts['looks-like-inches']).toBe(1);
    expect((await history()).map((a) => [a.undoes !== undefined, a.undoneBy !== undefined])).toEqual([
      [true, false],
      [false, true],
    ]);
    expect((await server.ask('POST', `/history/${last?.id}/undo`)).body.detail).toContain('undone already');
  });
  it('a link taken out goes with all that is said of it, and comes back with it', async () => {
    const finding = await found('claims say that they are one unit');
    const row = finding.rows.find((r) => r.link);
    if (!row) throw new Error('no link');
    const said = (): unknown => [
      db().prepare(`SELECT * FROM link WHERE key = 'l901'`).all(),
      db().prepare(`SELECT * FROM assertion WHERE link_id = (SELECT id FROM link WHERE key = 'l901')`).all(),
    ];
    const before = said();
    await settle(finding, { kind: 'remove', row: { kept: row.kept, key: row.key } });
    expect(said()).toEqual([[], []]);
    expect((await audit()).counts['two-bores']).toBeUndefined();
    const [last] = await history();
    await server.ask('POST', `/history/${last?.id}/undo`);
    expect(said()).toEqual(before);
  });
  it('marked as does-not-fit, a link warns from now on, with who found it out', async () => {
    const finding = await found('tandem master 22 universal is called');
    const link = finding.rows[0]?.link ?? '';
    await settle(finding, { kind: 'does-not-fit', link }, 'seats differ, held side by side', 'Jorun');
    expect(db().prepare(`SELECT kind FROM link WHERE key = ?`).pluck().get(link)).toBe('does-not-fit');
    expect(
      db()
        .prepare(
          `SELECT a.person, a.note, s.kind FROM assertion a JOIN source s ON s.id = a.source_id WHERE a.link_id
            = (SELECT id FROM link WHERE key = ?)`,
        )
        .all(link),
    ).toContainEqual({ person: 'Jorun', note: 'seats differ, held side by side', kind: 'measured' });
  });
  it('accepted with a reason, it is quiet until something in it changes', async () => {
    const finding = await found('was superseded by Quellmar');
    await settle(finding, { kind: 'accept' }, 'left and right of one pair');
    const accepted = await found('was superseded by Quellmar');
    expect(accepted.accepted).toMatchObject({ reason: 'left and right of one pair', by: 'Ilse' });
    expect((await audit()).findings.at(-1)?.fingerprint).toBe(finding.fingerprint);
    expect((await settle(finding, { kind: 'accept' })).status).toBe(409);
    expect((await server.ask('POST', `/audit/acceptances/${accepted.accepted?.id}/withdraw`)).status).toBe(204);
    expect((await found('was superseded by Quellmar')).accepted).toBeUndefined();
  });
  it('of two people who put the same right, the second is told', async () => {
    const finding = await found('looks like inches');
    const row = finding.rows[0];
    if (!row) throw new Error('no row');
    const act = (value: string) =>
      ({ kind: 'correct', row: { kept: row.kept, key: row.key }, field: 'bore', seen: '0.8125', value }) as const;
    await settle(finding, act('20.64'));
    expect(await settle(finding, act('19.05'), 'x', 'Jorun')).toMatchObject({
      status: 412,
      body: { theirs: '20.64', mine: '19.05' },
    });
  });
  it('what was changed again cannot be taken back over it', async () => {
    const finding = await found('looks like inches');
    const row = finding.rows[0];
    if (!row) throw new Error('no row');
    await settle(finding, {
      kind: 'correct',
      row: { kept: row.kept, key: row.key },
      field: 'bore',
      seen: '0.8125',
      value: '20.64',
    });
    const [first] = await history();
    await settle(
      finding,
      { kind: 'correct', row: { kept: row.kept, key: row.key }, field: 'bore', seen: '20.64', value: '20.6375' },
      'exact',
      'Jorun',
    );
    expect((await server.ask('POST', `/history/${first?.id}/undo`)).body.detail).toContain('changed again by Jorun');
  });
  it('is tied to its finding: rows, fields and links that the finding does not show are left alone', async () => {
    const [inches, harmless] = [await found('looks like inches'), await found('was superseded by Quellmar')];
    const other = harmless.rows.find((row) => row.link !== undefined);
    const before = db().prepare('SELECT * FROM link ORDER BY id').all();
    const acts = [
      { kind: 'remove', row: { kept: 'link', key: { key: other?.link ?? '' } } },
      { kind: 'does-not-fit', link: other?.link ?? '' },
      { kind: 'condition', link: other?.link ?? '', condition: { kind: 'check', text: 'x' } },
      { kind: 'remove', row: { kept: 'unit_fact', key: { unit_id: 1, attribute: 'bore', position: '' } } },
      {
        kind: 'correct',
        row: { kept: inches.rows[0]?.kept, key: inches.rows[0]?.key },
        field: 'constructor',
        seen: '',
        value: '1',
      },
    ] as const;
    for (const act of acts)
      expect(await settle(inches, act as never)).toMatchObject({
        status: 400,
        body: { detail: expect.stringContaining('does not concern') as string },
      });
    expect(db().prepare('SELECT * FROM link ORDER BY id').all()).toEqual(before);
  });
  it.each([
    ['without a reason', { reason: '  ' }, 400, 'reason must not be empty'],
    ['without a name', { person: '' }, 401, 'Say who you are'],
    ['a finding that is gone', { fingerprint: 'x' }, 404, 'not there any more'],
    ['a value that is none', { act: { value: 'about twenty' } }, 400, 'not a number with a unit'],
    ['a field that is none', { act: { field: 'colour' } }, 400, 'does not concern'],
    ['rows that are none', { act: { row: { kept: 'sqlite_master', key: { name: 'x' } } } }, 400, 'does not concern'],
  ])('%s is refused in words', async (_, change, status, words) => {
    const finding = await found('looks like inches');
    const row = finding.rows[0];
    const { person = 'Ilse', act: part = {}, ...rest } = change as { person?: string; act?: object };
    const act = {
      kind: 'correct',
      row: { kept: row?.kept, key: row?.key },
      field: 'bore',
      seen: '0.8125',
      value: '20.64',
      ...part,
    };
    const answer = await server.ask('POST', '/audit/settle', {
      body: { fingerprint: finding.fingerprint, reason: 'x', act, ...rest },
      person,
    });
    expect(answer.status).toBe(status);
    expect(answer.body.detail).toContain(words);
    expect(await history()).toEqual([]);
  });
});

describe('a claim of one’s own', () => {
  const claim = (over: object = {}) =>
    server.ask('POST', '/links', {
      body: {
        from: 'unit:ard-tm20t',
        to: 'unit:ard-tm19t',
        kind: 'with-changes',
        source: 'bench',
        page: 'sheet 4',
        conditions: [{ kind: 'rod', text: 'Shorten the rod' }],
        ...over,
      },
    });
  it('is interchange at once, with its source and its condition, and can be taken back', async () => {
    expect((await claim()).status).toBe(201);
    const entry = async () =>
      (await server.ask('GET', '/units/ard-tm20t/interchange')).body.entries.find(
        (e: { unitId: string }) => e.unitId === 'ard-tm19t',
      );
    expect(await entry()).toMatchObject({
      grade: 'with-changes',
      conditions: [{ text: 'Shorten the rod' }],
      paths: [[{ assertions: [{ sourceKind: 'measured', person: 'Ilse' }] }]],
    });
    expect((await claim()).status).toBe(409);
    await server.ask('POST', `/history/${(await history())[0]?.id}/undo`);
    expect(await entry()).toBeUndefined();
  });
  it.each([
    ['to itself', { to: 'unit:ard-tm20t' }, 'must not lead to itself'],
    ['to a number that is not there', { to: 'ardfrith:A 99-999' }, 'There is no number "A 99-999"'],
    ['of a source without the page', { page: undefined }, 'on which page or drawing of "bench"'],
    ['of a source that is not there', { source: 'nobody' }, 'There is no source "nobody"'],
    ['of a kind that is none', { kind: 'cousin' }, 'must be one of'],
  ])('%s is refused, and nothing of it stays', async (_, over, words) => {
    const before = db().prepare('SELECT COUNT(*) FROM link').pluck().get();
    expect((await claim(over)).body.detail).toContain(words);
    expect(db().prepare('SELECT COUNT(*) FROM link').pluck().get()).toBe(before);
  });
});

it('over files the audit is made in a thread, and waits for no import', async () => {
  const filed = await testServer();
  try {
    let answer: AuditAnswer;
    do answer = (await filed.ask('GET', '/audit')).body as AuditAnswer;
    while (answer.state === 'running');
    expect(answer).toMatchObject({ state: 'done', counts: { 'two-bores': 1 } });
  } finally {
    await filed.close();
  }
});

it('an audit that breaks down says so, and is made again for the next one who asks', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'kerabat-audit-'));
  const file = join(folder, 'catalogue.sqlite');
  const catalogue = openDatabase(file, 'catalogue');
  const pool = workPool();
  const service = auditService(
    catalogue,
    acceptanceStore(openDatabase(':memory:', 'jobs'), wallClock),
    { current: () => STANDARD_SETTINGS },
    pool,
    pino({ level: 'silent' }),
    wallClock,
  );
  renameSync(file, `${file}.away`);
  expect(await service.answer(20_000)).toMatchObject({
    state: 'failed',
    problem: expect.stringContaining('broke down') as string,
  });
  renameSync(`${file}.away`, file);
  expect(await service.answer(20_000)).toMatchObject({ state: 'done', findings: [] });
  await pool.close();
  catalogue.close();
  rmSync(folder, { recursive: true, force: true });
});
