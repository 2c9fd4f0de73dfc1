import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type RunningServer, startServer } from '../testing/program.js';
import { random } from './random.js';

/** So many kills are part of the tests; `npm run hostile` makes ten times as many. */
const KILLS = Number(process.env['HOSTILE_KILLS'] ?? 3);

/** A round in which no list is done by then is killed all the same. */
const MOST_MS = 10_000;

let data: string;
beforeAll(() => {
  data = mkdtempSync(join(tmpdir(), 'kerabat-kills-'));
});
afterAll(() => rmSync(data, { recursive: true, force: true }));

/** What the server has said is kept. */
interface Acknowledged {
  readonly evidence: number[];
  readonly jobs: number[];
  readonly links: string[];
  readonly accepted: string[];
  /** Imports that were said to be done, by the number of their list. */
  readonly lists: number[];
  readonly photographs: { readonly id: number; readonly size: number }[];
  undone: number;
}

/** Writes of every kind, each after the other, until the server is gone. */
async function write(server: RunningServer, round: number, kept: Acknowledged): Promise<void> {
  const post = async (path: string, body?: unknown): Promise<Record<string, unknown>> => {
    const raw = body instanceof Uint8Array;
    const headers = {
      'kerabat-person': 'Ilse',
      ...(raw
        ? { 'content-type': 'image/jpeg' }
        : body === undefined || body instanceof FormData
          ? {}
          : { 'content-type': 'application/json' }),
    };
    const sent =
      body === undefined ? {} : { body: (raw || body instanceof FormData ? body : JSON.stringify(body)) as BodyInit };
    const answer = await fetch(`${server.address}/api/v1${path}`, { method: 'POST', headers, ...sent });
    if (!answer.ok) throw new Error(`${path}: ${answer.status}`);
    return (await answer.json()) as Record<string, unknown>;
  };
  const job = {
    asker: 'Gate',
    request: 'replace',
    complaints: [],
    words: '',
    vehicleId: 'v12',
    built: null,
    options: [],
    slot: 'brake-master',
  };
  const entries = async (): Promise<void> => {
    for (let i = 0; ; i++) {
      kept.evidence.push(Number((await post('/jobs/1/bench-line', { line: `bore 26.${i % 10} cal` }))['id']));
      if (i % 4 === 0) kept.jobs.push(Number((await post('/jobs', job))['id']));
    }
  };
  const pictures = async (): Promise<void> => {
    for (;;) {
      const picture = new Uint8Array(900_000);
      picture.set([0xff, 0xd8, 0xff, 0xc0, 0, 17, 8, 4, 0, 6, 0, 3]);
      picture.set([0xff, 0xd9], picture.length - 2);
      kept.photographs.push({
        id: Number((await post('/jobs/1/photographs?slot=booster&shows=it', picture))['id']),
        size: picture.length,
      });
    }
  };
  const catalogue = async (): Promise<void> => {
    for (let i = 0; ; i++) {
      const units = Array.from({ length: 400 }, (_, n) => `many-${round}-${i}-${n},slave,made,ardfrith,ard-cat`);
      const form = new FormData();
      form.set('dryRun', 'false');
      form.set('file', new Blob([`unit,kind,name,maker,source\n${units.join('\n')}\n`]), 'units.csv');
      let view = await post('/imports', form);
      while (view['state'] === 'looking' || view['state'] === 'running') {
        await new Promise((done) => setTimeout(done, 10));
        view = (await (await fetch(`${server.address}/api/v1/imports/${String(view['id'])}`)).json()) as Record<
          string,
          unknown
        >;
      }
      if (view['state'] === 'done') kept.lists.push(round * 1000 + i);
      const link = await post('/links', {
        from: `unit:many-${round}-${i}-0`,
        to: `unit:many-${round}-${i}-1`,
        kind: 'drop-in',
      });
      kept.links.push(String(link['link']));
      const { acts } = (await (await fetch(`${server.address}/api/v1/history?limit=1`)).json()) as {
        acts: { id: number }[];
      };
      if (i % 3 === 2) {
        kept.links.pop();
        await post(`/history/${acts[0]?.id ?? 0}/undo`);
        kept.undone++;
      }
    }
  };
  const settlements = async (): Promise<void> => {
    for (;;) {
      const { state, findings } = (await (await fetch(`${server.address}/api/v1/audit`)).json()) as {
        state: string;
        findings: { fingerprint: string; accepted?: object }[];
      };
      const open = findings.find((f) => !f.accepted);
      if (state === 'done' && open) {
        const answer = await fetch(`${server.address}/api/v1/audit/settle`, {
          method: 'POST',
          headers: { 'kerabat-person': 'Ilse', 'content-type': 'application/json' },
          body: JSON.stringify({ fingerprint: open.fingerprint, reason: 'as it is', act: { kind: 'accept' } }),
        });
        if (answer.status === 204) kept.accepted.push(open.fingerprint);
      }
      await new Promise((done) => setTimeout(done, 50));
    }
  };
  // Each goes on until its next answer does not come any more.
  await Promise.all(
    [entries(), pictures(), catalogue(), settlements()].map((work) => work.catch((error: unknown) => error)),
  );
}

describe('killed while it writes', () => {
  it(
    `${KILLS} times: whatever was acknowledged is there, and nothing that is half`,
    async () => {
      const kept: Acknowledged = {
        evidence: [],
        jobs: [],
        links: [],
        accepted: [],
        lists: [],
        photographs: [],
        undone: 0,
      };
      const r = random(4711);
      for (let round = 0; round < KILLS; round++) {
        const server = await startServer([], data);
        const before = kept.lists.length;
        const writing = write(server, round, kept);
        // Not before something of every kind has begun: a slow machine is killed later, not before it has done
        // anything.
        for (let waited = 0; kept.lists.length === before && waited < MOST_MS; waited += 20)
          await new Promise((done) => setTimeout(done, 20));
        await new Promise((done) => setTimeout(done, r.below(600)));
        await server.kill();
        await writing;
      }
      const server = await startServer([], data);
      await server.kill();
      const [jobs, catalogue] = ['jobs', 'catalogue'].map((name) => new Database(join(data, `${name}.sqlite`)));
      const ids = (db: Database.Database | undefined, sql: string): unknown[] => db?.prepare(sql).pluck().all() ?? [];
      const [evidence, opened, links, units] = [
        new Set(ids(jobs, 'SELECT id FROM evidence')),
        new Set(ids(jobs, 'SELECT id FROM job')),
        new Set(ids(catalogue, 'SELECT key FROM link')),
        ids(catalogue, `SELECT id FROM unit WHERE key LIKE 'many-%'`).length,
      ];
      const sizes = new Map(
        (
          jobs
            ?.prepare('SELECT photograph_id AS id, SUM(LENGTH(bytes)) AS size FROM photograph_part GROUP BY 1')
            .all() as { id: number; size: number }[]
        ).map((p) => [p.id, p.size]),
      );
      expect(kept.evidence.filter((id) => !evidence.has(id))).toEqual([]);
      expect(kept.jobs.filter((id) => !opened.has(id))).toEqual([]);
      expect(kept.links.filter((key) => !links.has(key))).toEqual([]);
      const accepted = new Set(ids(jobs, 'SELECT fingerprint FROM acceptance'));
      expect(kept.accepted.filter((fingerprint) => !accepted.has(fingerprint))).toEqual([]);
      expect(kept.photographs.filter(({ id, size }) => sizes.get(id) !== size)).toEqual([]);
      // A list is in the catalogue whole or not at all, and whole when it was said to be done.
      expect(units % 400).toBe(0);
      expect(units / 400).toBeGreaterThanOrEqual(kept.lists.length);
      expect(ids(jobs, 'SELECT COUNT(*) FROM photograph WHERE whole = 0')).toEqual([0]);
      for (const db of [jobs, catalogue]) {
        expect(db?.pragma('integrity_check', { simple: true })).toBe('ok');
        expect(db?.pragma('foreign_key_check')).toEqual([]);
        db?.close();
      }
      const { evidence: e, jobs: j, links: l, lists, photographs, undone, accepted: settled } = kept;
      console.log(
        `${KILLS} kills; acknowledged and found: ${e.length} entries, ${j.length} jobs, ` +
          `${photographs.length} photographs, ${lists.length} lists, ${l.length} claims, ${settled.length} ` +
          `settlements, ${undone} undone`,
      );
      expect(Math.min(e.length, lists.length)).toBeGreaterThan(0);
    },
    60_000 + KILLS * 20_000,
  );
});
