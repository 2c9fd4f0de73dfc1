// What a value that is dragged in Feel takes to its figures and its chart, and what drawing the bands does to the page;
// for bench/web.mjs.
import { few } from './lib.mjs';

/**
 * Drags the bore of a job’s master with the mouse: to the figures, and to the curves of the chart; beside a text that
 * is simply written.
 */
export async function dragged(page, address) {
  await page.goto(`${address}/jobs/3/feel`, { waitUntil: 'networkidle0' });
  const at = await page.evaluate(async () => {
    const frame = () => new Promise((next) => requestAnimationFrame(next));
    [...document.querySelectorAll('button')].find((b) => b.textContent.includes('Assume what is usual'))?.click();
    while (!document.querySelector('app-line-chart path[d]')) await frame();
    const slider = document.querySelector('input[aria-label="then, bore of the master"]');
    slider.scrollIntoView({ block: 'center' });
    const seen = (globalThis.seen = { told: [], drawn: [], began: 0 });
    slider.addEventListener('input', () => (seen.began = performance.now()), { capture: true });
    const watch = (selector, list) =>
      new MutationObserver(() => {
        if (seen.began > 0) list.push([seen.began, performance.now() - seen.began]);
      }).observe(document.querySelector(selector), {
        subtree: true,
        childList: true,
        characterData: true,
        attributes: true,
      });
    watch('app-feel-cases', seen.told);
    watch('app-line-chart', seen.drawn);
    await new Promise((next) => setTimeout(next, 500));
    const { left, top, width, height } = slider.getBoundingClientRect();
    return { x: left + width / 2, y: top + height / 2, width };
  });
  await page.mouse.move(at.x, at.y);
  await page.mouse.down();
  for (let i = 1; i <= few(25, 3); i++) {
    await page.mouse.move(at.x + (i * at.width) / 80, at.y);
    await new Promise((next) => setTimeout(next, 200));
  }
  await page.mouse.up();
  return page.evaluate(async () => {
    // Of every step what came first in the figures, and last in the chart.
    const { told, drawn } = globalThis.seen;
    const middle = (list) => list.sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? Number.NaN;
    const steps = (list, better) => [
      ...list.reduce((all, [began, took]) => all.set(began, better(all.get(began) ?? took, took)), new Map()).values(),
    ];
    const bare = [];
    for (let i = 0; i < 25; i++) {
      const text = document.createElement('p');
      document.body.append(text);
      const began = performance.now();
      text.textContent = String(i);
      await new Promise((next) => requestAnimationFrame(next));
      bare.push(performance.now() - began);
      text.remove();
    }
    return { told: middle(steps(told, Math.min)), drawn: middle(steps(drawn, Math.max)), bare: middle(bare) };
  });
}

/* global PerformanceObserver */
/** Draws 20 000 times in the thread: how long it takes, and the longest that the page is held up meanwhile. */
export async function sampledInPage(page) {
  return page.evaluate(async () => {
    const press = (words) =>
      [...document.querySelectorAll('button, mat-expansion-panel-header')]
        .find((b) => b.textContent.includes(words))
        ?.click();
    press('How sure are the figures');
    await new Promise((next) => setTimeout(next, 600));
    const held = [];
    const watch = new PerformanceObserver((list) => held.push(...list.getEntries().map(({ duration }) => duration)));
    watch.observe({ entryTypes: ['longtask'] });
    const began = performance.now();
    press('Draw 20000 times');
    while (!document.querySelector('app-feel-bands table')) await new Promise((next) => setTimeout(next, 5));
    const took = performance.now() - began;
    await new Promise((next) => setTimeout(next, 100));
    return { took, longest: Math.max(0, ...held) };
  });
}
