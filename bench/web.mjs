// npm run bench -- web: what the interface weighs and how fast it answers, each beside a reference measured in the same
// run. The blank page is the same program at an address where nothing is: frame and framework without a view.
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import Database from 'better-sqlite3';
import { callAt } from '@kerabat/contract/calling';
import { dragged, sampledInPage } from './dragging.mjs';
import { facesOf, stageChange } from './faces.mjs';
import { addMadeUnits } from './made-units.mjs';
import {
  end,
  few,
  inBrowser,
  median,
  quantile,
  report,
  ROOT,
  ROUNDS,
  start,
  twoBareRequests,
  withDemo,
} from './lib.mjs';

/**
 * The scripts that the page loads before anything is shown: those named in index.html and all they import statically.
 */
export function initialScripts() {
  const dist = join(ROOT, 'web/dist/browser');
  const seen = new Set();
  const visit = (file) => {
    if (seen.has(file)) return;
    seen.add(file);
    const text = readFileSync(join(dist, file), 'utf8');
    for (const [, name] of text.matchAll(/(?:from|import)"\.\/([\w-]+\.js)"/g)) visit(name);
  };
  for (const [, name] of readFileSync(join(dist, 'index.html'), 'utf8').matchAll(/(?:src|href)="([\w-]+\.js)"/g))
    visit(name);
  const sizes = [...seen].map((file) => readFileSync(join(dist, file)));
  return {
    raw: sizes.reduce((sum, s) => sum + s.length, 0) / 1024,
    zipped: sizes.reduce((sum, s) => sum + gzipSync(s).length, 0) / 1024,
  };
}

const VIEWS = [
  '/jobs',
  '/jobs/1/identify',
  '/jobs/6/fit/joints',
  '/jobs/3/interchange',
  '/library',
  '/tools',
  '/settings',
  '/numbers?q=30718',
  '/jobs/3/kit',
  '/jobs/5/fit/measure',
];

/** When the main part of a view is on the page, in ms after the first byte: the middle of some fresh contexts. */
async function painted(browser, address, path, there) {
  const times = [];
  for (let i = 0; i < ROUNDS; i++) {
    const context = await browser.createBrowserContext();
    const page = await context.newPage();
    await page.evaluateOnNewDocument((selector) => {
      const watch = new MutationObserver(() => {
        if (!document.querySelector(selector)) return;
        watch.disconnect();
        requestAnimationFrame(() => performance.mark('there'));
      });
      watch.observe(document, { childList: true, subtree: true });
    }, there);
    await page.goto(address + path);
    await page.waitForFunction(() => performance.getEntriesByName('there').length > 0);
    times.push(
      await page.evaluate(
        () =>
          performance.getEntriesByName('there')[0].startTime -
          performance.getEntriesByType('navigation')[0].responseStart,
      ),
    );
    await context.close();
  }
  return median(times);
}

/** A job with a unit of which nothing is known. */
async function bareUnit(address) {
  const call = callAt(address, 'Bench');
  const { id } = await call('post', '/jobs', {
    body: {
      asker: 'Bench',
      request: 'replace',
      complaints: [],
      words: '',
      vehicleId: 'q2',
      built: null,
      options: [],
      slot: 'brake-master',
    },
  });
  await call('put', '/jobs/{id}/decisions/{subject}', {
    at: { id, subject: 'unit:brake-master' },
    seen: 0,
    body: { value: { choice: 'own:brake-master', detail: 'bare' }, reason: 'bench' },
  });
  return id;
}

/**
 * From a value that is typed and sent to the drawing that shows it, the check on the server included; from the same
 * keys to their echo, which is what a bare Angular field takes; and two bare requests.
 */
async function typedToDrawn(page, address) {
  const [ours, fields, bare] = [[], [], []];
  for (let i = 0; i < few(20, 1); i++) {
    const id = await bareUnit(address);
    await page.goto(`${address}/jobs/${id}/fit/joints?joint=brake-master/rod`, { waitUntil: 'networkidle0' });
    const took = await page.evaluate(async (value) => {
      const frame = () => new Promise((next) => requestAnimationFrame(next));
      while (!document.querySelector('[data-key="b:rod-length"] input')) await frame();
      const field = document.querySelector('[data-key="b:rod-length"] input');
      const echo = () => document.querySelector('app-joint-sheet .echo').textContent.includes(`${value} mm`);
      await frame();
      const typed = performance.now();
      field.value = `${value} cal`;
      field.dispatchEvent(new Event('input'));
      while (!echo()) await new Promise((next) => setTimeout(next, 1));
      await frame();
      const told = performance.now() - typed;
      await frame();
      const began = performance.now();
      field.form.requestSubmit();
      while (!document.querySelector('[data-key="b:rod-length"]')?.textContent.includes(`${value} mm`))
        await new Promise((next) => setTimeout(next, 1));
      await frame();
      return { told, drawn: performance.now() - began };
    }, 100 + i);
    ours.push(took.drawn);
    fields.push(took.told);
    bare.push(await page.evaluate(twoBareRequests));
  }
  return { ours: quantile(ours, 0.95), field: quantile(fields, 0.95), bare: quantile(bare, 0.95) };
}

/**
 * Scrolls through a list of units from its head to its foot: rows that stand in the page at most, the longest task, and
 * how long a jump takes to show its rows.
 */
async function scrolled(page, address) {
  await page.goto(`${address}/library`, { waitUntil: 'networkidle0' });
  return page.evaluate(
    async (times) => {
      const frame = () => new Promise((next) => requestAnimationFrame(next));
      const view = document.querySelector('app-unit-list cdk-virtual-scroll-viewport');
      const tasks = [];
      new globalThis.PerformanceObserver((list) =>
        tasks.push(...list.getEntries().map(({ duration }) => duration)),
      ).observe({
        type: 'longtask',
      });
      let rows = 0;
      const jumps = [];
      for (let i = 1; i <= times; i++) {
        // A wheel, then a jump.
        for (let step = 0; step < 10; step++) {
          view.scrollBy(0, 120);
          await frame();
          rows = Math.max(rows, document.querySelectorAll('app-unit-list tr').length);
        }
        const began = performance.now();
        view.scrollTo(0, (view.scrollHeight * i) / (times + 1));
        await frame();
        await frame();
        while (document.querySelector('app-unit-list .skeleton')) await new Promise((next) => setTimeout(next, 1));
        jumps.push(performance.now() - began);
      }
      await new Promise((next) => setTimeout(next, 100));
      return { longest: Math.max(0, ...tasks), jump: jumps.sort((a, b) => a - b)[times >> 1], rows };
    },
    few(25, 3),
  );
}

/** Memory of the page after so many views, without what can be swept, in MB. */
async function memory(browser, address, paths) {
  const context = await browser.createBrowserContext();
  const page = await context.newPage();
  await page.goto(address + paths[0], { waitUntil: 'networkidle0' });
  for (const path of paths.slice(1)) {
    await page.evaluate((to) => {
      history.pushState(null, '', to);
      dispatchEvent(new PopStateEvent('popstate'));
    }, path);
    await page.waitForNetworkIdle({ idleTime: 100 });
  }
  const session = await page.createCDPSession();
  await session.send('HeapProfiler.collectGarbage');
  const { JSHeapUsedSize } = await page.metrics();
  await context.close();
  return JSHeapUsedSize / 1024 / 1024;
}

export const webBench = () => inBrowser(inPages);

async function inPages(browser) {
  const [data, large] = [0, 1].map(() => mkdtempSync(join(tmpdir(), 'kerabat-bench-')));
  try {
    const scripts = initialScripts();
    report(
      'scripts before anything is shown',
      `${scripts.zipped.toFixed(0)} kB gzipped`,
      `unpacked ${scripts.raw.toFixed(0)} kB`,
      (scripts.zipped / scripts.raw).toFixed(2),
      'under 180 kB',
    );
    await withDemo(data);
    const ours = await start(['server/dist/main/serve.js', '--data', data, '--port', '0']);
    const [jobs, blank] = [
      await painted(browser, ours.address, '/jobs', 'app-jobs-list td'),
      await painted(browser, ours.address, '/nowhere', 'app-not-found'),
    ];
    report(
      'list of jobs is there',
      `${jobs.toFixed(0)} ms`,
      `a blank page ${blank.toFixed(0)} ms`,
      (jobs / blank).toFixed(2),
      'at most 2',
    );
    const job = await painted(browser, ours.address, '/jobs/6/fit/joints', 'app-joint-sheet svg');
    report(
      'a joint is drawn',
      `${job.toFixed(0)} ms`,
      `a blank page ${blank.toFixed(0)} ms`,
      (job / blank).toFixed(2),
      '-',
    );
    const page = await browser.newPage();
    await page.evaluateOnNewDocument(() => localStorage.setItem('kerabat.person', 'Bench'));
    const typed = await typedToDrawn(page, ours.address);
    report(
      'typed to drawn, checked, p95',
      `${typed.ours.toFixed(0)} ms`,
      `a bare Angular field ${typed.field.toFixed(0)} ms`,
      (typed.ours / typed.field).toFixed(1),
      'at most 3 bare fields; 80 ms',
    );
    report(
      'the same beside its requests, p95',
      `${typed.ours.toFixed(0)} ms`,
      `two bare requests ${typed.bare.toFixed(0)} ms`,
      (typed.ours / typed.bare).toFixed(1),
      '-',
    );
    const changed = await stageChange(page, ours.address, 6);
    report(
      'from one stage to the next',
      `${changed.turn.toFixed(0)} ms`,
      `a frame after a key ${changed.bare.toFixed(1)} ms`,
      (changed.turn / changed.bare).toFixed(1),
      'under 100 ms',
    );
    for (const [size, most] of [
      [{ width: 1280, height: 800 }, 200],
      [{ width: 390, height: 844 }, 170],
    ])
      for (const { stage, above, words } of await facesOf(page, ours.address, 6, size))
        report(
          `${stage} at ${size.width} px`,
          `${above} px above, ${words} words`,
          `a screen of ${size.height} px`,
          (above / size.height).toFixed(2),
          `at most ${most} px, 300 words`,
        );
    await page.setViewport({ width: 1280, height: 800 });
    const drag = await dragged(page, ours.address);
    report(
      'a value dragged, to its figures',
      `${drag.told.toFixed(1)} ms`,
      `a text written ${drag.bare.toFixed(1)} ms`,
      (drag.told / drag.bare).toFixed(1),
      'under 16 ms',
    );
    report(
      'a value dragged, to its chart',
      `${drag.drawn.toFixed(0)} ms`,
      `a text written ${drag.bare.toFixed(1)} ms`,
      (drag.drawn / drag.bare).toFixed(0),
      'under 100 ms',
    );
    const draws = await sampledInPage(page);
    report(
      '20 000 draws in a thread',
      `${draws.took.toFixed(0)} ms`,
      `page held up ${draws.longest.toFixed(0)} ms`,
      (draws.took / Math.max(1, draws.longest)).toFixed(0),
      'under 1500 ms, held up under 50',
    );
    const [fifty, none] = [
      await memory(
        browser,
        ours.address,
        Array.from({ length: few(50, 3) }, (_, i) => VIEWS[i % VIEWS.length]),
      ),
      await memory(browser, ours.address, ['/nowhere']),
    ];
    report(
      'memory after 50 views',
      `${fifty.toFixed(1)} MB`,
      `a blank page ${none.toFixed(1)} MB`,
      (fifty / none).toFixed(1),
      '-',
    );
    await end(ours);
    await withDemo(large);
    const db = new Database(join(large, 'catalogue.sqlite'));
    addMadeUnits(db, few(60_000, 500));
    db.close();
    const many = await start(['server/dist/main/serve.js', '--data', large, '--port', '0']);
    const list = await scrolled(page, many.address);
    report('rows in the page of 60 000 units', `${list.rows} rows`, '-', '-', 'at most 80');
    report(
      'a jump in that list, to its rows',
      `${list.jump.toFixed(0)} ms`,
      'a frame 16.7 ms',
      (list.jump / 16.7).toFixed(1),
      'under 150 ms',
    );
    report(
      'longest task while it scrolls',
      `${list.longest.toFixed(0)} ms`,
      'a frame 16.7 ms',
      (list.longest / 16.7).toFixed(1),
      'at most 50 ms',
    );
    await end(many);
  } finally {
    for (const directory of [data, large]) rmSync(directory, { recursive: true, force: true });
  }
}
