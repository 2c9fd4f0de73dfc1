// Two hundred people write into one job at once (npm run bench -- write): how long each waits, beside a bare route that
// inserts a row; that nothing is lost, that no answer is older than its own write, and that of all who change one line
// at once exactly one does.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { end, few, quantile, report, start, withDemo } from './lib.mjs';

const WRITERS = few(200, 5);

/** Sends all at once; answers how long each waited, and what it was answered. */
async function together(send) {
  const asked = Array.from({ length: WRITERS }, async (_, i) => {
    const began = performance.now();
    const answer = await send(i);
    const body = await answer.json();
    return { ms: performance.now() - began, status: answer.status, body };
  });
  return Promise.all(asked);
}
const times = (answers, share) =>
  quantile(
    answers.map(({ ms }) => ms),
    share,
  );

export async function writeBench() {
  const folder = mkdtempSync(join(tmpdir(), 'kerabat-bench-write-'));
  try {
    await withDemo(join(folder, 'data'));
    const ours = await start(['server/dist/main/serve.js', '--data', join(folder, 'data'), '--port', '0']);
    const bare = await start(['bench/bare-writes.mjs', join(folder, 'bare.sqlite')]);
    const headers = (i, more = {}) => ({
      'content-type': 'application/json',
      'kerabat-person': `writer ${i}`,
      ...more,
    });
    const line = (i) => ({ section: 'order', words: `part ${i}`, quantity: 1, reason: 'bench' });
    const add = (words, more) => (i) =>
      fetch(`${ours.address}/api/v1/jobs/3/parts-list`, {
        method: 'POST',
        headers: headers(i, more),
        body: JSON.stringify({ ...line(i), words: `${words} ${i}` }),
      });
    const insert = (path) => (i) =>
      fetch(`${bare.address}${path}`, { method: 'POST', headers: headers(i), body: JSON.stringify(line(i)) });
    await together(insert('/'));
    await together(add('warm', {}));
    const plain = await together(insert('/'));
    // As long an answer as ours will be.
    await together(add('more', {}));
    const body = await (await fetch(`${ours.address}/api/v1/jobs/3`)).text();
    await fetch(`${bare.address}/answer`, { method: 'POST', headers: headers(0), body });
    await together(insert('/whole'));
    const asLong = await together(insert('/whole'));
    for (const [words, more, name, reference] of [
      ['short', {}, 'lines by hand at once', plain],
      ['whole', { prefer: 'return=representation' }, 'the same, each answered the job', asLong],
    ]) {
      const added = await together(add(words, more));
      const has = (partsList, i) => partsList.some((l) => l.words === `${words} ${i}`);
      const stale = added.filter(({ body }, i) => body.workspace && !has(body.workspace.partsList, i)).length;
      const { partsList } = await (await fetch(`${ours.address}/api/v1/jobs/3`)).json();
      const lost = added.filter((_, i) => !has(partsList, i)).length;
      report(
        `${WRITERS} ${name}, p99`,
        `${times(added, 0.99).toFixed(0)} ms, p50 ${times(added, 0.5).toFixed(0)}`,
        `bare route ${times(reference, 0.99).toFixed(0)} ms`,
        (times(added, 0.99) / times(reference, 0.99)).toFixed(1),
        `under 500 ms; lost ${lost}, stale ${stale}, refused ${added.filter(({ status }) => status !== 201).length}`,
      );
    }
    const edit = (i) =>
      fetch(`${ours.address}/api/v1/jobs/3/parts-list/${encodeURIComponent('brake-master/unit')}`, {
        method: 'PUT',
        headers: headers(i, { 'if-match': '"0"' }),
        body: JSON.stringify({ note: `note ${i}` }),
      });
    const edited = await together(edit);
    const taken = edited.filter(({ status }) => status === 200).length;
    report(
      `${WRITERS} change one line at once, p99`,
      `${times(edited, 0.99).toFixed(0)} ms, p50 ${times(edited, 0.5).toFixed(0)}`,
      `bare route ${times(plain, 0.99).toFixed(0)} ms`,
      (times(edited, 0.99) / times(plain, 0.99)).toFixed(1),
      `under 500 ms; ${taken} taken, ${edited.filter(({ status }) => status === 412).length} told that they were late`,
    );
    await Promise.all([end(ours), end(bare)]);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
