import { EventEmitter } from 'node:events';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { STANDARD_PRACTICE } from '@kerabat/core/practice';
import { openDatabase, type Db } from '../db/open.js';
import { loadCatalogue } from '../imports/load.js';
import { DEMO } from '../testing/harness.js';
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
  practice: STANDARD_PRACTICE,
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
      "INSERT INTO unit (key, kind, name, maker_id, source_id) VALUES (?, 'brake-master', 'made', (SELECT MIN(id) FROM maker), (SELECT MIN(id) FROM source))",
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
  it('is read anew after the catalogue changed, by whichever connection', () => {
    const engine = identifier(db);
    const before = engine.answer(ask).pool;
    const other = openDatabase(join(folder, 'catalogue.sqlite'), 'catalogue');
    other.exec("DELETE FROM unit WHERE key = 'made-7'");
    other.close();
    expect(engine.answer(ask).pool).toBe(before - 1);
    db.exec("DELETE FROM unit WHERE key = 'made-8'");
    expect(engine.answer(ask).pool).toBe(before - 2);
  });
});
