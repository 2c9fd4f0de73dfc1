// Fit: a whole chain checked, the largest demo conversion closed, and a value changed in the interface; each beside a
// plain reference.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { callAt } from '@kerabat/contract/calling';
import { checkChain, composeJob } from '@kerabat/core/job';
import { solveChain } from '@kerabat/core/judge/solve';
import { pino } from 'pino';
import { openDirectory } from '../server/dist/base/db/directory.js';
import { judgedRowsOf } from '../server/dist/jobs/gather.js';
import { storesOf } from '../server/dist/main/stores.js';
import { end, few, inBrowser, median, quantile, report, start, twoBareRequests, withDemo } from './lib.mjs';

const TIMES = few(200, 5);
const ASKED = few(9, 1);
const timed = (act) => {
  const began = performance.now();
  act();
  return performance.now() - began;
};

/** A hauler that gets hydraulic assistance, with every other place of its chain gone over too. */
async function wholeChain(address) {
  const call = callAt(address, 'Bench');
  const { id } = await call('post', '/jobs', {
    body: {
      asker: 'bench',
      request: 'convert',
      complaints: [],
      words: '',
      vehicleId: 'b7',
      built: '2005-07',
      options: [],
      slot: 'booster',
    },
  });
  const decide = (subject, choice, detail) =>
    call('put', '/jobs/{id}/decisions/{subject}', {
      at: { id, subject },
      seen: 0,
      body: { value: detail === undefined ? { choice } : { choice, detail }, reason: 'bench' },
    });
  // The pump that is there stays: it is measured.
  await decide('conversion:vacuum-to-hydraulic', 'vacuum-to-hydraulic', 'pump=keep');
  for (const [slot, unit] of [
    ['booster', 'cas-h40b'],
    ['brake-master', 'cas-tm31b'],
    ['front-brake', 'cas-k45b'],
    ['rear-brake', 'ard-w23b'],
  ]) {
    if (slot.endsWith('-brake')) await decide(`slot:${slot}`, 'in');
    await decide(`unit:${slot}`, unit);
  }
  for (const line of [
    'pump flow 6.5 l/min',
    'relief pressure 75 bar',
    'pressure thread M14x1.5',
    'pressure end flare-37',
    'room behind 30 ruler',
  ])
    await call('post', '/jobs/{id}/bench-line', { at: { id }, body: { line, slot: 'booster' } });
  return id;
}

/** The reference for a check: as many values looked up on two parts and compared, and nothing said about them. */
function plainLoop({ parts }, checks) {
  let same = 0;
  for (let i = 0; i < checks;) {
    for (const part of parts) {
      const other = parts[(i + 1) % parts.length];
      const facts = new Map(other.facts.map((fact) => [fact.attribute, fact.value]));
      for (const { attribute, value } of part.facts) if (i++ < checks && facts.get(attribute) === value) same++;
      i++;
    }
  }
  return same;
}

/** A thread that only answers: what starting one costs. */
const bareThread = () =>
  new Promise((done) => {
    const began = performance.now();
    new Worker('require("node:worker_threads").parentPort.postMessage(1)', { eval: true }).on('message', () =>
      done(performance.now() - began),
    );
  });

/** From Enter in a field to the joints as the server checked them again, on the page. */
async function inTheInterface(address) {
  const ours = [];
  const bare = [];
  await inBrowser(async (browser) => {
    const page = await browser.newPage();
    await page.evaluateOnNewDocument(() => localStorage.setItem('kerabat.person', 'Bench'));
    for (let i = 0; i < ASKED; i++) {
      const id = await wholeChain(address);
      await page.goto(`${address}/jobs/${id}/fit/joints?joint=booster/supply`, { waitUntil: 'networkidle0' });
      const took = await page.evaluate(async () => {
        const field = document.querySelector('app-joint-sheet input[aria-label^="returns of the pump"]');
        field.value = '1';
        field.dispatchEvent(new Event('input'));
        await new Promise((next) => requestAnimationFrame(next));
        const began = performance.now();
        field.form.requestSubmit();
        while (!document.querySelector('app-joint-sheet').textContent.includes('too little: supply 1'))
          await new Promise((next) => setTimeout(next, 1));
        await new Promise((next) => requestAnimationFrame(next));
        return performance.now() - began;
      });
      ours.push(took);
      bare.push(await page.evaluate(twoBareRequests));
    }
  });
  return { ours, bare };
}

export async function fitBench() {
  const data = mkdtempSync(join(tmpdir(), 'kerabat-bench-'));
  try {
    const serve = ['server/dist/main/serve.js', '--data', data, '--port', '0'];
    await withDemo(data);
    const first = await start(serve);
    const id = await wholeChain(first.address);
    await end(first);
    const directory = openDirectory(data, { program: 'bench', now: new Date().toISOString() });
    const stores = storesOf(directory, pino({ level: 'silent' }), () => new Date().toISOString());
    const chain = composeJob(await judgedRowsOf(id, stores));
    const { joints } = checkChain(chain);
    const checks = joints.flatMap((joint) => joint.checks).length;
    for (let i = 0; i < TIMES; i++) checkChain(chain);
    const ours = Array.from({ length: TIMES }, () => timed(() => checkChain(chain)));
    const plain = Array.from({ length: TIMES }, () => timed(() => plainLoop(chain, checks)));
    report(
      `chain of ${joints.length} joints, ${checks} checks`,
      `p50 ${median(ours).toFixed(2)}, p99 ${quantile(ours, 0.99).toFixed(2)} ms`,
      `plain loop ${median(plain).toFixed(3)} ms`,
      (median(ours) / median(plain)).toFixed(0),
      'under 5 ms',
    );

    const solved = Array.from({ length: few(20, 2) }, () => timed(() => solveChain(chain, {})));
    const { looked, ways } = solveChain(chain, {});
    report(
      `solver, ${looked} states, ${ways.length} ways`,
      `p50 ${median(solved).toFixed(0)} ms`,
      `that many checks ${(median(ours) * looked).toFixed(0)} ms`,
      (median(solved) / (median(ours) * looked)).toFixed(2),
      'under 500 ms',
    );
    await stores.close();
    directory.close();
    const server = await start(serve);
    const [asked, threads] = [[], []];
    for (let i = 0; i < ASKED; i++) {
      const began = performance.now();
      await (
        await fetch(`${server.address}/api/v1/jobs/${id}/solve`, {
          method: 'POST',
          headers: { 'content-type': 'application/json', 'kerabat-person': 'Bench' },
          body: '{}',
        })
      ).text();
      asked.push(performance.now() - began);
      threads.push(await bareThread());
    }
    report(
      'the same over HTTP, in a thread',
      `p50 ${median(asked).toFixed(0)} ms`,
      `bare thread ${median(threads).toFixed(0)} ms`,
      (median(asked) / median(threads)).toFixed(1),
      'under 500 ms',
    );

    const seen = await inTheInterface(server.address);
    report(
      'a value changed, joints checked again',
      `p50 ${median(seen.ours).toFixed(0)}, max ${Math.max(...seen.ours).toFixed(0)} ms`,
      `two bare requests ${median(seen.bare).toFixed(0)} ms`,
      (median(seen.ours) / median(seen.bare)).toFixed(1),
      'under 100 ms',
    );
    await end(server);
  } finally {
    rmSync(data, { recursive: true, force: true });
  }
}
