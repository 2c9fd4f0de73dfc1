import { EventEmitter } from 'node:events';
import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { STANDARD_SETTINGS } from '@kerabat/core/named/settings';
import { type Db, openDatabase } from '../../base/db/open.js';
import { loadCatalogue } from '../../catalogue/imports/load.js';
import { DEMO } from '../../testing/harness.js';
import { identifier, type IdentifyAsk } from './identifier.js';
import { identifyService, type Thread, type WorkerReply } from './service.js';

/** A thread that answers only when the test lets it. */
class HeldThread extends EventEmitter {
  readonly asked: { id: number; ask?: IdentifyAsk }[] = [];
  postMessage = (message: { id: number; ask?: IdentifyAsk }): void => void this.asked.push(message);
  terminate = vi.fn(async () => 0);
  reply(reply: WorkerReply): void {
    this.emit('message', reply);
  }
}

const ask: IdentifyAsk = {
  kinds: ['brake-master'],
  evidence: [],
  fitted: [],
  unitIs: 'off',
  limit: 5,
  settings: STANDARD_SETTINGS,
};

describe('a large pool', () => {
  let folder: string;
  let db: Db;
  let threads: HeldThread[];
  const service = () =>
    identifyService(db, () => {
      threads.push(new HeldThread());
      return threads.at(-1) as Thread;
    });

  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), 'kerabat-identify-'));
    db = openDatabase(join(folder, 'catalogue.sqlite'), 'catalogue');
    loadCatalogue(db, DEMO, '2024-01-01');
    threads = [];
    const add = db.prepare(
      "INSERT INTO unit (key, kind, name, maker_id, source_id) VALUES (?, 'brake-master', 'made', " +
        '(SELECT MIN(id) FROM maker), (SELECT MIN(id) FROM source))',
    );
    db.transaction(() => Array.from({ length: 2000 }, (_, i) => add.run(`made-${i}`)))();
  });
  afterEach(() => {
    db.close();
    rmSync(folder, { recursive: true });
  });

  it('is asked in a thread of its own; a small one is answered on the spot', async () => {
    const engine = service();
    expect((await engine.answer({ ...ask, kinds: ['slave'] })).pool).toBeLessThan(30);
    expect(threads).toHaveLength(0);
    const asked = engine.answer(ask);
    const answer = identifier(db).answer(ask);
    expect(answer.pool).toBeGreaterThan(2000);
    threads[0]?.reply({ id: threads[0].asked[0]?.id ?? -1, answer });
    expect(await asked).toEqual(answer);
  });
  it('refuses in words what a thread that died had to answer, and the next question starts another', async () => {
    const engine = service();
    const [first, second] = [engine.answer(ask), engine.answer(ask)];
    threads[0]?.emit('exit');
    for (const lost of [first, second]) await expect(lost).rejects.toThrow('Ask again: nothing was lost');
    const third = engine.answer(ask);
    expect(threads).toHaveLength(2);
    threads[1]?.reply({ id: threads[1].asked[0]?.id ?? -1, problem: 'disk I/O error' });
    await expect(third).rejects.toThrow('disk I/O error');
  });
  it('is read ahead when the program starts, and let go when it ends', async () => {
    const engine = service();
    engine.warm(['slave']);
    expect(threads).toHaveLength(0);
    engine.warm(['brake-master']);
    expect(threads[0]?.asked).toMatchObject([{ warm: ['brake-master'] }]);
    await engine.close();
    expect(threads[0]?.terminate).toHaveBeenCalled();
  });
  const turn = () => new Promise(setImmediate);
  it('is brought up after the catalogue changed, by whichever connection', async () => {
    const engine = identifier(db);
    const before = engine.answer(ask).pool;
    const other = openDatabase(join(folder, 'catalogue.sqlite'), 'catalogue');
    other.exec("DELETE FROM unit WHERE key = 'made-7'");
    await turn();
    expect(engine.answer(ask).pool).toBe(before - 1);
    db.exec("DELETE FROM unit WHERE key = 'made-8'");
    expect(engine.answer(ask).pool).toBe(before - 2);
    const bore = (value: number): IdentifyAsk => ({
      ...ask,
      evidence: [{ attribute: 'bore', kind: 'quantity', value: { value, unit: 'mm' }, instrument: 'caliper' }],
    });
    const fits = (value: number) =>
      engine
        .answer(bore(value))
        .candidates.filter((c) => c.agrees.length > 0)
        .map((c) => c.unitId);
    expect(fits(61)).toEqual([]);
    const record = `INSERT INTO unit_fact (unit_id, attribute, presence, num, source_id) SELECT id, 'bore',
      'recorded', 61, source_id FROM unit WHERE key = 'made-9'`;
    other.exec(record);
    await turn();
    expect(fits(61)).toEqual(['made-9']);
    other.exec('UPDATE unit_fact SET num = 62 WHERE num = 61');
    await turn();
    expect([fits(61), fits(62)]).toEqual([[], ['made-9']]);
    other.close();
  });
  it('is kept on the disk for the next start, and a catalogue put back from a copy is not taken for it', async () => {
    const first = identifier(db);
    const pool = first.answer(ask).pool;
    await turn();
    const file = join(folder, 'pools', 'brake-master.pool');
    expect(statSync(file).mode & 0o077).toBe(0);
    // Written between two starts: the file is brought up.
    db.exec(
      "INSERT INTO unit (key, kind, name, maker_id, source_id) SELECT 'made-x', kind, name, maker_id, " +
        "source_id FROM unit WHERE key = 'made-1'",
    );
    expect(identifier(db).answer(ask).pool).toBe(pool + 1);
    // Another unit in the place of one that was there: the numbers do not add up, and everything is read anew.
    db.exec("UPDATE unit SET touched = touched - 5 WHERE key = 'made-2'; UPDATE unit_fact SET num = 1 WHERE 0");
    expect(identifier(db).answer(ask).pool).toBe(pool + 1);
    for (const damage of [Buffer.from('half a'), readFileSync(file).fill(7, 100, 200)]) {
      writeFileSync(file, damage);
      expect(identifier(db).answer(ask).pool).toBe(pool + 1);
    }
  });
});
