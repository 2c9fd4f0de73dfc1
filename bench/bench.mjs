// npm run bench [-- calls | fit | chain | feel | lines | interchange [NUMBERS] | import [NUMBERS] | hold |
// job [NUMBERS] | write | web | small [PART…]]: each
// figure beside a reference measured in the same run. Never part of the tests: machines are noisy.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { callsBench } from './calls.mjs';
import { chainBench } from './chains.mjs';
import { feelBench } from './feel.mjs';
import { linesBench } from './lines.mjs';
import { fitBench } from './fitting.mjs';
import { holdBench } from './holding.mjs';
import { identifyBench } from './identify.mjs';
import { importBench } from './importing.mjs';
import { rankingBench } from './ranking.mjs';
import { jobBench } from './jobs.mjs';
import { interchangeBench } from './interchange.mjs';
import { writeBench } from './writing.mjs';
import { duel, end, few, inBrowser, median, megabytes, report, ROUNDS, start, withDemo } from './lib.mjs';
import { initialScripts, webBench } from './web.mjs';

/** From the first byte of the page to a painted list that takes a key, in ms: median over fresh browsers' caches. */
async function jobsList(address) {
  const times = { ours: [], blank: [] };
  await inBrowser(async (browser) => {
    for (let i = 0; i < ROUNDS; i++) {
      const page = await (await browser.createBrowserContext()).newPage();
      await page.goto(`${address}/jobs`);
      await page.waitForFunction(() => performance.getEntriesByName('jobs-list-painted').length > 0);
      times.ours.push(
        await page.evaluate(
          () =>
            performance.getEntriesByName('jobs-list-painted')[0].startTime -
            performance.getEntriesByType('navigation')[0].responseStart,
        ),
      );
      const keyed = performance.now();
      await page.keyboard.press('n');
      await page.waitForFunction(() => location.pathname === '/jobs/new');
      if (performance.now() - keyed > 2000) console.log('the key n took over 2 s');
      await page.goto(`${address}/mark.svg`);
      times.blank.push(
        await page.evaluate(
          () =>
            performance.getEntriesByType('navigation')[0].loadEventEnd -
            performance.getEntriesByType('navigation')[0].responseStart,
        ),
      );
      await page.close();
    }
  });
  return { ours: median(times.ours), blank: median(times.blank) };
}

/** Everything but interchange at its full size, which takes some minutes of its own. */
async function all() {
  const data = mkdtempSync(join(tmpdir(), 'kerabat-bench-'));
  const serve = ['server/dist/main/serve.js', '--data', data, '--port', '0'];
  try {
    await withDemo(data);
    const ours = await start(serve);
    const bare = await start(['bench/bare.mjs', join(data, 'catalogue.sqlite')]);
    const [idle, idleBare] = [megabytes(ours), megabytes(bare)];
    report(
      'start with the demo loaded',
      `${ours.ms.toFixed(0)} ms`,
      `bare Koa ${bare.ms.toFixed(0)} ms`,
      (ours.ms / bare.ms).toFixed(2),
      'under 3000 ms',
    );
    await duel(
      'number look-up, 20 connections',
      `${ours.address}/api/v1/numbers?q=a23816`,
      `${bare.address}/numbers?q=a23816`,
      'at least 0.5',
    );
    await duel(
      'interchange of a unit, 20 connections',
      `${ours.address}/api/v1/units/ard-tm22vs/interchange`,
      `${bare.address}/interchange?unit=ard-tm22vs`,
      'at least 0.5',
    );
    report(
      'server memory at start',
      `${idle.toFixed(0)} MB`,
      `bare Koa ${idleBare.toFixed(0)} MB`,
      (idle / idleBare).toFixed(2),
      'under 150 MB',
    );
    report(
      'server memory after the load',
      `${megabytes(ours).toFixed(0)} MB`,
      `bare Koa ${megabytes(bare).toFixed(0)} MB`,
      (megabytes(ours) / megabytes(bare)).toFixed(2),
      'under 150 MB',
    );
    const scripts = initialScripts();
    report(
      'initial JavaScript, gzipped',
      `${scripts.zipped.toFixed(0)} kB`,
      `unpacked ${scripts.raw.toFixed(0)} kB`,
      (scripts.zipped / scripts.raw).toFixed(2),
      'at most 350 kB',
    );
    const list = await jobsList(ours.address);
    report(
      'jobs list painted after first byte',
      `${list.ours.toFixed(0)} ms`,
      `one still picture ${list.blank.toFixed(0)} ms`,
      (list.ours / list.blank).toFixed(1),
      'under 2000 ms',
    );
    await rankingBench(ours.address);
    await Promise.all([end(ours), end(bare)]);
    await identifyBench(data);
    await fitBench();
    chainBench();
    feelBench();
    linesBench();
  } finally {
    rmSync(data, { recursive: true, force: true });
  }
}

const [what, size] = process.argv.slice(2);
const parts = {
  interchange: interchangeBench,
  import: importBench,
  fit: fitBench,
  calls: callsBench,
  chain: chainBench,
  feel: feelBench,
  lines: linesBench,
  hold: holdBench,
  job: jobBench,
  write: writeBench,
  web: webBench,
};
/** Every part once and a little, or those that are named: whether it runs to its end (a test does this). */
async function small(names) {
  for (const name of names) await parts[name]();
  if (names.length > 0) return;
  await all();
  for (const part of [callsBench, holdBench, jobBench, writeBench, webBench]) await part();
  for (const part of [interchangeBench, importBench]) await part(few(1_000_000, 1500));
}
if (what === 'small') await small(process.argv.slice(3));
else if (what !== undefined && Object.hasOwn(parts, what))
  await parts[what](size === undefined ? undefined : Number(size));
else if (what === undefined) await all();
else throw new Error(`There is no bench "${what}": ${Object.keys(parts).join(', ')}, small.`);
