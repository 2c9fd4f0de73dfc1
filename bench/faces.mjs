// What of a view is in sight before anything is scrolled: the px that a job's frame takes above the work, and the words
// of the work; and how long it takes from one stage to the next.
import { few, median } from './lib.mjs';

const STAGES = ['ask', 'identify', 'interchange', 'fit/joints', 'feel', 'lines/ports', 'kit'];

/** Each stage with what it shows, at a width and a height. */
export async function facesOf(page, address, job, size) {
  await page.setViewport(size);
  const rows = [];
  // 4: texts alone.
  for (const stage of STAGES) {
    await page.goto(`${address}/jobs/${job}/${stage}`, { waitUntil: 'networkidle0' });
    const seen = await page.evaluate(() => {
      const [head, bar] = ['app-job-page header', 'app-job-page .bar'].map((selector) =>
        document.querySelector(selector).getBoundingClientRect(),
      );
      let words = 0;
      const walk = document.createTreeWalker(document.querySelector('.work'), 4);
      while (walk.nextNode()) {
        const range = document.createRange();
        range.selectNodeContents(walk.currentNode);
        const box = range.getBoundingClientRect();
        if (box.width < 2 || box.top > globalThis.innerHeight || box.bottom < 0) continue;
        words += walk.currentNode.textContent.split(/\s+/).filter((word) => /\w/.test(word)).length;
      }
      return { above: Math.round(bar.bottom - head.top), words };
    });
    rows.push({ stage, ...seen });
  }
  return rows;
}

/** From a key to the next stage being drawn, the middle of some; and the same key on a page that only counts it. */
export async function stageChange(page, address, job) {
  await page.setViewport({ width: 1280, height: 800 });
  await page.goto(`${address}/jobs/${job}/fit/joints`, { waitUntil: 'networkidle0' });
  return page
    .evaluate(
      async (times) => {
        const frame = () => new Promise((next) => requestAnimationFrame(next));
        const press = (key) => {
          const event = new globalThis.KeyboardEvent('keydown', { key, bubbles: true });
          document.body.dispatchEvent(event);
        };
        const to = async (key, selector) => {
          const began = performance.now();
          press(key);
          while (!document.querySelector(selector)) await new Promise((next) => setTimeout(next, 1));
          await frame();
          return performance.now() - began;
        };
        // Both have been seen once: what is loaded the first time is another figure.
        await to('7', 'app-kit-stage h2');
        await to('4', 'app-joint-sheet svg');
        const [turns, bare] = [[], []];
        for (let i = 0; i < times; i++) {
          turns.push(await to('7', 'app-kit-stage h2'), await to('4', 'app-joint-sheet svg'));
          const began = performance.now();
          press('F24');
          await frame();
          bare.push(performance.now() - began);
        }
        return { turns, bare };
      },
      few(15, 1),
    )
    .then(({ turns, bare }) => ({ turn: median(turns), bare: median(bare) }));
}
