// npm run screenshots [-- VIEW …]: one current picture of each main view, or of those named, from the demo data, at
// 1280x800. npm run screenshots -- compare: takes them beside the kept ones and says how much of each differs; it ends
// with 1 when more than a fiftieth of one does.
import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import puppeteer from 'puppeteer-core';
import { callAt } from '@kerabat/contract/calling';

const ROOT = new URL('..', import.meta.url).pathname;
const VIEWS = [
  ['jobs', '/jobs'],
  ['conversion', '/jobs/5/fit/plan'],
  ['ask', '/jobs/2/ask'],
  ['identify', '/jobs/1/identify'],
  ['interchange', '/jobs/3/interchange'],
  ['fit', '/jobs/6/fit'],
  ['feel', '/jobs/7/feel', { press: 'Assume what is usual' }],
  ['lines', '/jobs/6/lines/ways'],
  ['make-a-line', '/tools/lines', { press: 'Make a line' }],
  ['kit', '/jobs/8/kit'],
  ['numbers', '/numbers?q=30718'],
  ['whole-chain', '/jobs/6/fit/whole'],
  ['tools', '/tools/thread?thread=3%2F8-24%20UNF'],
  ['settings', '/settings'],
  ['customer', '/jobs/3/customer'],
  ['bring-in', '/library/bring-in'],
  ['unit', '/units/ard-tm22vs'],
  ['what-to-record-dark', '/library/record', { press: 'Try it on this catalogue', dark: true }],
  ['measure-narrow', '/jobs/5/fit/measure', { width: 390, height: 844 }],
];

const compares = process.argv[2] === 'compare';
const wanted = process.argv.slice(compares ? 3 : 2);
/** Times of day and dates change; more than this share of a picture does not by itself. */
const MOST_DIFFERENT = 0.02;
const kept = (name) => join(ROOT, `docs/screenshots/${name}.png`);
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

const call = callAt(address, 'Mara');
async function open(asked, ...decided) {
  const body = { complaints: [], words: '', options: [], slot: 'brake-master', ...asked };
  const { id } = await call('post', '/jobs', { body });
  for (const [subject, choice, reason] of decided)
    await call('put', '/jobs/{id}/decisions/{subject}', {
      at: { id, subject },
      seen: 0,
      body: { value: { choice }, reason },
    });
}

/** A seventh job whose new master has another bore, so that Feel has something to compare. */
const upgrade = () =>
  open(
    { asker: 'Tunnel Works, workshop', request: 'upgrade', vehicleId: 'v10', built: '1990-03' },
    ['old:brake-master', 'ard-tm22v', 'label read'],
    ['unit:brake-master', 'ard-tm23v', 'larger front calipers'],
  );

/** An eighth job: the unit stays, and its seal kit is ordered alone. */
const kitAlone = () =>
  open(
    {
      asker: 'Quay Company, tug 3',
      request: 'replace',
      complaints: ['sinking-pedal'],
      vehicleId: 'q3',
      built: '1988-05',
    },
    ['old:brake-master', 'ard-tm22q', 'the bore is good'],
    ['reseal:brake-master', 'yes', 'the bore is good'],
    ['kit:brake-master', 'ka-22', 'the bore is good'],
  );

await upgrade();
await kitAlone();
const browser = await puppeteer.launch({
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  headless: true,
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});
for (const [name, path, { width = 1280, height = 800, dark = false, press } = {}] of VIEWS.filter(
  ([view]) => wanted.length === 0 || wanted.includes(view),
)) {
  const page = await browser.newPage();
  await page.setViewport({ width, height });
  await page.evaluateOnNewDocument(
    (theme) => {
      localStorage.setItem('kerabat.person', 'Ilse');
      localStorage.setItem('kerabat.theme', theme);
    },
    dark ? 'dark' : 'light',
  );
  await page.goto(address + path, { waitUntil: 'networkidle0' });
  if (name === 'tools') await fillTools(page);
  if (name === 'bring-in') await bringIn(page);
  if (press) {
    await page.locator(`:is(button, [role=tab]) ::-p-text(${press})`).click();
    await page.waitForNetworkIdle();
    // It is tried in a thread, and asked for until it is there.
    if (path === '/library/record') await page.waitForSelector('app-record-page app-data-table', { timeout: 120_000 });
  }
  const taken = await page.screenshot(compares ? {} : { path: kept(name) });
  if (compares) await compare(name, taken, await masks(page));
  await page.close();
}
await browser.close();
server.kill('SIGTERM');
rmSync(data, { recursive: true, force: true });

/** Where what changes by itself stands: dates, times of day and how long ago something was. */
function masks(page) {
  return page.evaluate(() => {
    const changes = /\d{4}-\d\d-\d\d|\b\d{1,2}:\d\d\b|\bago\b|just now/;
    const texts = document.createTreeWalker(document.body, globalThis.NodeFilter.SHOW_TEXT);
    const found = [];
    while (texts.nextNode())
      if (changes.test(texts.currentNode.textContent ?? '')) {
        const { x, y, width, height } = texts.currentNode.parentElement.getBoundingClientRect();
        found.push({ x, y, width, height });
      }
    return found;
  });
}

/** How much of a picture is otherwise than it was, outside its masks, drawn and counted in the browser. */
async function compare(name, taken, masked) {
  const page = await browser.newPage();
  const urls = [readFileSync(kept(name)), Buffer.from(taken)].map(
    (png) => `data:image/png;base64,${png.toString('base64')}`,
  );
  const share = await page.evaluate(
    async (pictures, rectangles) => {
      const pixels = await Promise.all(
        pictures.map(async (url) => {
          const image = new globalThis.Image();
          image.src = url;
          await image.decode();
          const canvas = new globalThis.OffscreenCanvas(image.width, image.height);
          const pen = canvas.getContext('2d');
          pen.drawImage(image, 0, 0);
          for (const { x, y, width, height } of rectangles) pen.fillRect(x, y, width, height);
          return pen.getImageData(0, 0, image.width, image.height);
        }),
      );
      const [before, now] = pixels;
      if (before.width !== now.width || before.height !== now.height) return 1;
      let different = 0;
      for (let i = 0; i < now.data.length; i += 4)
        if ([0, 1, 2].some((n) => Math.abs(now.data[i + n] - before.data[i + n]) > 24)) different++;
      return different / (now.data.length / 4);
    },
    urls,
    masked,
  );
  await page.close();
  const bad = share > MOST_DIFFERENT;
  if (bad) process.exitCode = 1;
  console.log(`${name.padEnd(18)} ${(share * 100).toFixed(2)} % differs${bad ? ': more than it may' : ''}`);
}

async function fillTools(page) {
  const fields = await page.$$('app-tools-page input');
  for (const [i, text] of [
    [0, '25.2'],
    [1, '15/16'],
    [2, '1 in'],
    [3, '9.45'],
    [6, '3/8-24'],
    [7, 'M10x1'],
  ])
    await fields[i]?.type(text);
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
  await choose(page, 'how it will do of every row', 'drop-in');
  await choose(page, 'source of every row', 'Wexlode');
  await page.locator('::-p-text(See what would happen)').click();
  await page.waitForSelector('app-what-came-of-it table');
}

/** One option of a list of the interface, by the list's label and words of the option. */
async function choose(page, label, words) {
  await page.locator(`mat-select[aria-label="${label}"]`).click();
  await page.locator(`mat-option ::-p-text(${words})`).click();
  await page.waitForSelector('mat-option', { hidden: true });
}
