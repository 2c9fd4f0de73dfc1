// npm run screenshots: one current picture of each main view, from the demo data, at 1280x800.
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import puppeteer from 'puppeteer-core';

const ROOT = new URL('..', import.meta.url).pathname;
const VIEWS = [
  ['jobs', '/jobs'], ['conversion', '/jobs/5/fit/plan'], ['ask', '/jobs/2/ask'], ['identify', '/jobs/1/identify'], ['side-by-side', '/jobs/1/identify'], ['kin', '/jobs/3/kin'], ['kin-rings', '/units/ard-tm30e'], ['fit', '/jobs/6/fit'], ['feel', '/jobs/7/feel'],
  ['lines', '/jobs/3/lines'], ['kit', '/jobs/3/kit'], ['numbers', '/numbers?q=30718'], ['unit', '/units/ard-tm22vs'], ['bench', '/bench?thread=3%2F8-24%20UNF'], ['practice', '/practice'],
  ['bring-in', '/library/bring-in'], ['audit', '/library/audit'], ['library-dark', '/library', { dark: true }], ['measure-narrow', '/jobs/5/fit/measure', { width: 390, height: 844 }],
]; // prettier-ignore

const data = mkdtempSync(join(tmpdir(), 'kerabat-pictures-'));
const server = spawn(process.execPath, [join(ROOT, 'server/dist/main/serve.js'), '--data', data, '--port', '0'], {
  stdio: ['ignore', 'pipe', 'inherit'],
});
const address = await new Promise((done) => {
  server.stdout.on('data', (chunk) => {
    const ready = /ready: (http:\/\/127\.0\.0\.1:\d+)\//.exec(chunk)?.[1];
    if (ready) done(ready);
  });
});

/** A seventh job whose new master has another bore, so that Feel has something to compare. */
async function upgrade() {
  const send = (method, path, body, seen) =>
    fetch(`${address}/api/v1${path}`, {
      method,
      headers: {
        'content-type': 'application/json',
        'kerabat-person': 'Mara',
        ...(seen === undefined ? {} : { 'if-match': `"${seen}"` }),
      },
      body: JSON.stringify(body),
    });
  const ask = {
    asker: 'Tunnel Works, workshop',
    request: 'upgrade',
    complaint: null,
    words: '',
    vehicleId: 'v10',
    built: '1990-03',
    options: [],
    slot: 'brake-master',
  };
  await send('POST', '/jobs', ask);
  await send('PUT', '/jobs/7/decisions/old:brake-master', { value: { choice: 'ard-tm22v' }, reason: 'label read' }, 0);
  await send(
    'PUT',
    '/jobs/7/decisions/unit:brake-master',
    { value: { choice: 'ard-tm23v' }, reason: 'larger front calipers' },
    0,
  );
}

await upgrade();
const browser = await puppeteer.launch({
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  headless: true,
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});
for (const [name, path, { width = 1280, height = 800, dark = false } = {}] of VIEWS) {
  const page = await browser.newPage();
  await page.setViewport({ width, height });
  await page.evaluateOnNewDocument((theme) => {
    localStorage.setItem('kerabat.person', 'Ilse');
    localStorage.setItem('kerabat.theme', theme);
  }, dark ? 'dark' : 'light'); // prettier-ignore
  await page.goto(address + path, { waitUntil: 'networkidle0' });
  if (name === 'bench') await fillBench(page);
  if (name === 'kin-rings') {
    await page.click('app-kin-view button[aria-pressed]');
    await page.waitForSelector('app-ring-map svg');
  }
  if (name === 'bring-in') await bringIn(page);
  if (name === 'audit') await page.click('.finding summary');
  if (name === 'side-by-side') {
    await page.click('app-candidates button[aria-pressed]');
    await page.waitForSelector('app-compare-table svg');
    await page.$eval('.two', (e) => e.scrollIntoView());
  }
  await page.screenshot({ path: join(ROOT, `docs/screenshots/${name}.png`) });
  await page.close();
}
await browser.close();
server.kill('SIGTERM');
rmSync(data, { recursive: true, force: true });

async function fillBench(page) {
  const fields = await page.$$('app-bench-page input');
  for (const [i, text] of [[0, '25.2'], [1, '15/16'], [2, '1 in'], [3, '9.45'], [6, '3/8-24'], [7, 'M10x1']]) await fields[i]?.type(text); // prettier-ignore
}

/** A wholesaler's list, matched and seen before it goes in. */
async function bringIn(page) {
  const list = join(data, 'wholesale.csv');
  writeFileSync(
    list,
    `Tolvane wholesale, cross-reference list
Article;Brand;OE number;OE maker;Only if;Bore (in)
WX 9901;Wexlode;4400-01-8;Quellmar;;3/4
WX 9902;Wexlode;12-Apr;Quellmar;;3/4
WX 9903;Wexlode;A 23-816;Ardfrith;the sensor is moved over;7/8
WX 9904;Wexlod;A 23-816;Ardfrith;;7/8
`,
  );
  await (await page.$('input[type=file]')).uploadFile(list);
  await page.waitForSelector('app-sheet-match table');
  await page.select('[aria-label="how it will do of every row"]', 'with-changes');
  await page.select('[aria-label="source of every row"]', 'wex-list');
  await page.click('.line button:first-of-type:not(.act)');
  await page.waitForSelector('app-what-came-of-it table');
}
