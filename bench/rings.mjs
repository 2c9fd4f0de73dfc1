// The ring map of a unit with 200 interchange: drawn, and moved, beside the same picture put into the page as bare
// text.
import { few, inBrowser, median, report } from './lib.mjs';

const INTERCHANGE = 200;
const TIMES = few(7, 1);

export async function ringsBench(address, unit) {
  const [drawn, bare, frames, idle] = [[], [], [], []];
  await inBrowser(async (browser) => {
    const page = await browser.newPage();
    await page.setViewport({ width: 1280, height: 800 });
    await page.evaluateOnNewDocument(() => localStorage.setItem('kerabat.person', 'Ilse'));
    // A hub has more interchange than is asked about here: the first 200 are shown.
    const interchange = await (await fetch(`${address}/api/v1/units/${unit}/interchange`)).json();
    if (interchange.entries.length < INTERCHANGE)
      throw new Error(`${unit} has only ${interchange.entries.length} interchange`);
    const body = JSON.stringify({ ...interchange, entries: interchange.entries.slice(0, INTERCHANGE) });
    await page.setRequestInterception(true);
    page.on('request', (request) => {
      if (/\/interchange\?/.test(request.url())) void request.respond({ contentType: 'application/json', body });
      else void request.continue();
    });
    for (let i = 0; i < TIMES; i++) {
      await page.goto(`${address}/units/${unit}`, { waitUntil: 'networkidle0' });
      drawn.push(await page.evaluate(draw, INTERCHANGE));
      frames.push(await page.evaluate(longestFrame, true));
      idle.push(await page.evaluate(longestFrame, false));
      bare.push(await page.evaluate(bareDraw));
    }
  });
  report(
    `ring map of ${INTERCHANGE} interchange drawn`,
    `${median(drawn).toFixed(0)} ms`,
    `bare SVG text ${median(bare).toFixed(0)} ms`,
    (median(drawn) / median(bare)).toFixed(1),
    'under 300 ms',
  );
  report(
    'longest frame while it is moved',
    `${Math.max(...frames).toFixed(0)} ms`,
    `page at rest ${Math.max(...idle).toFixed(0)} ms`,
    (Math.max(...frames) / Math.max(...idle)).toFixed(1),
    'at most 50 ms',
  );
}

/** In the page: from the click to the first frame with every point. */
async function draw(interchange) {
  const button = [...document.querySelectorAll('app-interchange-view button[aria-pressed]')].find((b) =>
    b.textContent.includes('rings'),
  );
  const began = performance.now();
  button.click();
  return new Promise((done) => {
    const look = () =>
      document.querySelectorAll('app-ring-map .point').length < interchange
        ? requestAnimationFrame(look)
        : requestAnimationFrame(() => done(performance.now() - began));
    look();
  });
}

async function longestFrame(move) {
  const svg = document.querySelector('app-ring-map svg');
  const send = (type, x) =>
    svg.dispatchEvent(new PointerEvent(type, { bubbles: true, clientX: 600 + x, clientY: 400 + x / 2 }));
  if (move) send('pointerdown', 0);
  let [longest, last] = [0, undefined];
  for (let i = 0; i < 60; i++) {
    const now = await new Promise((done) => requestAnimationFrame(done));
    if (last !== undefined) longest = Math.max(longest, now - last);
    last = now;
    if (move) send('pointermove', i * 3);
  }
  if (move) send('pointerup', 180);
  return longest;
}

async function bareDraw() {
  const svg = document.querySelector('app-ring-map svg').outerHTML;
  const place = document.createElement('div');
  document.body.append(place);
  const began = performance.now();
  place.innerHTML = svg;
  await new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)));
  return performance.now() - began;
}
