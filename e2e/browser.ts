import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import puppeteer, { type Browser, type Page } from 'puppeteer-core';
import { afterAll, beforeAll, onTestFinished } from 'vitest';
import { prepared, type Prepared } from './prepared.js';
import { demoDirectory, type RunningServer, startServer } from '../server/testing/program.js';

const require = createRequire(import.meta.url);
const AXE = readFileSync(require.resolve('axe-core/axe.min.js'), 'utf8');

/** So long something is waited for that will come, ms: machines are busy. What never comes is found all the same. */
export const PATIENCE = 60_000;

const launch = (): Promise<Browser> =>
  puppeteer.launch({
    executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
    headless: true,
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
    ],
  });

/**
 * A person at a screen (the one in front: a page behind another is not drawn): what they can do with keys and see in
 * words. Errors of the page fail the journey.
 */
export class Seat {
  readonly errors: string[] = [];

  private constructor(
    readonly page: Page,
    private readonly address: string,
  ) {}

  /** `name` is who works there; each seat has storage of its own. It is left when the test ends, unless it stays. */
  static async take(
    browser: Browser,
    address: string,
    { name = 'Ilse', width = 1280, height = 800, touch = false, dark = false, stays = false } = {},
  ): Promise<Seat> {
    // The first at the browser finds what others left in its cache, and nothing else; a second has one of their own.
    const isFirst = !taken.has(browser);
    const context = isFirst ? browser.defaultBrowserContext() : await browser.createBrowserContext();
    const page = await context.newPage();
    if (isFirst) await clear(page, address);
    if (isFirst) taken.add(browser);
    const leave = async (): Promise<void> => {
      await page.close();
      if (isFirst) taken.delete(browser);
      else await context.close();
    };
    if (stays) left.push(leave);
    else onTestFinished(leave);
    await page.setViewport({ width, height, hasTouch: touch, isMobile: touch });
    const seat = new Seat(page, address);
    page.on('pageerror', (error) => seat.errors.push(String(error)));
    page.on('console', (message) => {
      if (message.type() === 'error' && !message.text().includes('Failed to load resource'))
        seat.errors.push(message.text());
    });
    await page.evaluateOnNewDocument(
      (who: string, theme: string) => {
        if (who !== '' && localStorage.getItem('kerabat.person') === null) localStorage.setItem('kerabat.person', who);
        localStorage.setItem('kerabat.theme', theme);
      },
      name,
      dark ? 'dark' : 'light',
    );
    return seat;
  }

  async go(path: string): Promise<void> {
    await this.page.goto(this.address + path, { waitUntil: 'load' });
    await this.page.waitForSelector('h1, .problem', { timeout: PATIENCE });
    // Only so that less is waited for below: what a journey looks for is waited for where it is looked for.
    await this.page.waitForNetworkIdle({ idleTime: 150, timeout: 10_000 }).catch(() => undefined);
  }

  /** Goes to another view of the page that is there, as a link does. */
  async turnTo(path: string): Promise<void> {
    if (!this.page.url().startsWith(this.address)) return this.go(path);
    await this.page.evaluate((to) => {
      history.pushState({}, '', to);
      dispatchEvent(new PopStateEvent('popstate', { state: {} }));
    }, path);
    await this.page.waitForFunction(
      (to) => location.pathname.startsWith(to),
      { timeout: PATIENCE },
      path.split('?')[0] ?? path,
    );
    await this.page.waitForNetworkIdle({ idleTime: 150, timeout: 10_000 }).catch(() => undefined);
    // The heading that is there at first is that of the view before.
    await this.page.waitForSelector('h1, .problem', { timeout: PATIENCE });
  }

  /** How far the work can be scrolled sideways, in px. */
  sideways(): Promise<number> {
    return this.page.evaluate(() => {
      const main = document.querySelector('main');
      return main ? main.scrollWidth - main.clientWidth : 999;
    });
  }

  /**
   * What can be pressed and is smaller than so many px, with its label or field taken together. Links within a sentence
   * are left out.
   */
  smallTargets(least: number): Promise<string[]> {
    return this.page.evaluate((px) => {
      const PRESSED = 'a[href], button, input, textarea, [role=tab], [role=combobox], mat-expansion-panel-header';
      return [...document.querySelectorAll<HTMLElement>(PRESSED)].flatMap((one) => {
        const own = one.getBoundingClientRect();
        const style = getComputedStyle(one);
        const away =
          style.visibility === 'hidden' || own.width < 2 || own.right < 0 || one.closest('[hidden]') !== null;
        if (away || (one.matches('a') && style.display === 'inline')) return [];
        const whole = (one.closest('mat-form-field, mat-checkbox, mat-radio-button') ?? one).getBoundingClientRect();
        const [width, height] = [Math.max(own.width, whole.width), Math.max(own.height, whole.height)];
        const words = one.getAttribute('aria-label') ?? one.textContent ?? '';
        return width < px - 0.5 || height < px - 0.5
          ? [`${words.trim()}: ${Math.round(width)} x ${Math.round(height)}`]
          : [];
      });
    }, least);
  }

  /**
   * Texts that lie over each other, and words that are cut off without an ellipsis. What is hidden, scrolled away or on
   * a layer of its own does not count.
   */
  overprinted(): Promise<string[]> {
    return this.page.evaluate(() => {
      const shown: { box: DOMRect; words: string; own: Element }[] = [];
      const wrong: string[] = [];
      const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
      const isHidden = (one: Element): boolean =>
        !one.checkVisibility({ visibilityProperty: true, opacityProperty: true });
      const AWAY = '.hidden-text, .skip, .cdk-overlay-container, .cdk-visually-hidden, header, .bar, #next-act, nav';
      while (walk.nextNode()) {
        const own = walk.currentNode.parentElement;
        const words = walk.currentNode.textContent?.trim() ?? '';
        if (!own || words === '' || isHidden(own) || own.closest(AWAY)) continue;
        const range = document.createRange();
        range.selectNodeContents(walk.currentNode);
        for (const whole of range.getClientRects()) {
          // What a window around it cuts off is not on the screen.
          let [left, top, right, bottom] = [whole.left, whole.top, whole.right, whole.bottom];
          for (let up: Element | null = own; up; up = up.parentElement) {
            const { overflowX, overflowY } = getComputedStyle(up);
            const edge = up.getBoundingClientRect();
            const style = getComputedStyle(up);
            // A window that cannot be scrolled cuts for good, unless it says so by an ellipsis.
            // Tabs have arrows for what is beyond theirs.
            const tabs = up.matches('.mat-mdc-tab-link-container, .mat-mdc-tab-label-container');
            const cutsX = ['hidden', 'clip'].includes(overflowX) && style.textOverflow !== 'ellipsis' && !tabs;
            const cutsY = ['hidden', 'clip'].includes(overflowY) && style.webkitLineClamp === 'none';
            const inSight = right - left > 2 && bottom - top > 2;
            const overX = Math.max(edge.left - left, right - edge.right);
            const overY = Math.max(edge.top - top, bottom - edge.bottom);
            const whollyOut = overX >= right - left || overY >= bottom - top;
            if (inSight && !whollyOut && ((cutsX && overX > 3) || (cutsY && overY > 3)))
              wrong.push(`"${words.slice(0, 40)}" is cut off by ${up.tagName.toLowerCase()} ${up.className}`);
            if (overflowX !== 'visible') [left, right] = [Math.max(left, edge.left), Math.min(right, edge.right)];
            if (overflowY !== 'visible') [top, bottom] = [Math.max(top, edge.top), Math.min(bottom, edge.bottom)];
          }
          const box = new DOMRect(left, top, right - left, bottom - top);
          if (right - left > 2 && bottom - top > 2 && bottom > 0 && right > 0) shown.push({ box, words, own });
        }
      }
      const across = (a: DOMRect, b: DOMRect): boolean =>
        Math.min(a.right, b.right) - Math.max(a.left, b.left) > 3 &&
        Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top) > 5;
      for (const [i, a] of shown.entries())
        for (const b of shown.slice(i + 1))
          if (a.own !== b.own && across(a.box, b.box))
            wrong.push(`"${a.words.slice(0, 40)}" over "${b.words.slice(0, 40)}"`);
      for (const one of document.querySelectorAll<HTMLElement>('button, a, th, td, .mat-mdc-form-field-text-suffix')) {
        const style = getComputedStyle(one);
        if (isHidden(one) || one.closest(AWAY) || style.textOverflow === 'ellipsis') continue;
        if (style.overflowX === 'hidden' && one.scrollWidth > one.clientWidth + 2)
          wrong.push(`"${one.textContent?.trim().slice(0, 40)}" is cut off`);
      }
      return [...new Set(wrong)];
    });
  }

  /** So many px of the screen a job's frame takes: title, chain and stages. */
  frameHeight(): Promise<number> {
    return this.page.evaluate(() => {
      const [head, bar] = ['app-job-page header', 'app-job-page .bar'].map((selector) =>
        document.querySelector(selector)?.getBoundingClientRect(),
      );
      return head && bar ? bar.bottom - head.top : 0;
    });
  }

  /** Words that are in sight, of the work alone. */
  wordsInSight(): Promise<number> {
    return this.page.evaluate(() => {
      const work = document.querySelector('.work') ?? document.querySelector('main');
      let count = 0;
      const walk = document.createTreeWalker(work ?? document.body, NodeFilter.SHOW_TEXT);
      while (walk.nextNode()) {
        const own = walk.currentNode.parentElement;
        if (!own?.checkVisibility({ visibilityProperty: true }) || own.closest('.hidden-text')) continue;
        const range = document.createRange();
        range.selectNodeContents(walk.currentNode);
        const box = range.getBoundingClientRect();
        if (box.width < 2 || box.top > innerHeight || box.bottom < 0) continue;
        count += (walk.currentNode.textContent ?? '').split(/\s+/).filter((word) => /\w/.test(word)).length;
      }
      return count;
    });
  }

  /** Keys that were pressed so far to get about; letters of what is typed are not counted. */
  strokes = 0;

  /** Presses keys one after another: "n", "Enter", "ArrowDown". */
  async keys(...keys: string[]): Promise<void> {
    await this.page.bringToFront();
    this.strokes += keys.length;
    for (const key of keys) await this.page.keyboard.press(key as Parameters<Page['keyboard']['press']>[0]);
  }

  async type(text: string): Promise<void> {
    await this.page.keyboard.type(text);
  }

  /** Puts the cursor into a field as soon as it is there. */
  async focus(selector: string): Promise<void> {
    await this.page.waitForSelector(selector, { timeout: PATIENCE });
    await this.page.focus(selector);
  }

  /** Goes on with Tab until the thing of this name has the focus; fails when the keyboard never gets there. */
  /** Whether a row of tabs has the focus, and one of them has the name: the arrows go from one to the next. */
  private isBesideTab(name: string): Promise<boolean> {
    return this.page.evaluate(
      (words) =>
        document.activeElement?.getAttribute('role') === 'tab' &&
        [...(document.activeElement.closest('[role=tablist]')?.querySelectorAll('[role=tab]') ?? [])].some((tab) =>
          tab.textContent?.replace(/\s+/g, ' ').includes(words),
        ),
      name,
    );
  }

  async tabTo(name: string, most = 90): Promise<void> {
    const seen: string[] = [];
    // A part of the page that is still on its way is waited for; whether the keyboard gets there is seen below.
    await this.page
      .waitForFunction(
        (words: string) =>
          [...document.querySelectorAll('a, button, input, select, textarea, summary, [tabindex]')].some((e) => {
            const labels =
              'labels' in e ? [...((e as HTMLInputElement).labels ?? [])].map((l) => l.textContent ?? '') : [];
            const by = (e.getAttribute('aria-labelledby') ?? '')
              .split(' ')
              .map((id) => document.getElementById(id)?.textContent ?? '');
            return [e.getAttribute('aria-label') ?? '', ...labels, ...by, e.textContent ?? '']
              .join(' ')
              .replace(/\s+/g, ' ')
              .includes(words);
          }),
        { timeout: PATIENCE },
        name,
      )
      .catch(() => undefined);
    for (let i = 0; i < most; i++) {
      const focused = await this.focused();
      if (focused.includes(name)) return;
      seen.push(focused);
      await this.keys((await this.isBesideTab(name)) ? 'ArrowRight' : 'Tab');
    }
    throw new Error(`Tab never reached "${name}"; it passed: ${[...new Set(seen)].join(' | ')}`);
  }

  /** Opens a list by its name and takes the option of these words. The list must be open before anybody types. */
  async choose(list: string, option: string): Promise<void> {
    await this.tabTo(list);
    await this.keys('Enter');
    await this.page.waitForSelector('mat-option', { timeout: PATIENCE });
    await this.type(option);
    const isActive = (timeout: number) =>
      this.page.waitForFunction(
        (words: string) => document.querySelector('mat-option.mat-mdc-option-active')?.textContent?.includes(words),
        { timeout },
        option,
      );
    // A busy machine parts the letters so far that the list takes them for two words: then it is walked through.
    await isActive(4000).catch(async () => {
      await this.keys('Home');
      for (let i = 0; i < 60; i++) {
        if (await isActive(150).then(Boolean, () => false)) return;
        await this.keys('ArrowDown');
      }
      await isActive(PATIENCE);
    });
    // A list that waits for another letter (200 ms) does not hear Enter; the page's own clock is asked, for it may lag.
    await this.page.evaluate(() => new Promise((done) => setTimeout(done, 250)));
    await this.keys('Enter');
    // A list of which several can be chosen stays open.
    if (await this.page.$('[role=listbox][aria-multiselectable=true]')) await this.keys('Escape');
    await this.page.waitForFunction(() => document.querySelector('mat-option') === null, { timeout: PATIENCE });
  }

  /**
   * Opens the menu of the button that has the focus, and waits until its first item has it: a key before that is the
   * button’s.
   */
  async openMenu(): Promise<void> {
    await this.keys('Enter');
    await this.page.waitForFunction(() => document.activeElement?.getAttribute('role') === 'menuitem', {
      timeout: PATIENCE,
    });
  }

  /** The name of what has the focus, as a reader would say it. */
  focused(): Promise<string> {
    return this.page.evaluate(() => {
      const e = document.activeElement;
      if (!e || e === document.body) return '';
      const labels = 'labels' in e ? [...((e as HTMLInputElement).labels ?? [])].map((l) => l.textContent ?? '') : [];
      const by = (e.getAttribute('aria-labelledby') ?? '')
        .split(' ')
        .map((id) => document.getElementById(id)?.textContent ?? '');
      // A part of the page is called by its label; what stands in it are other things.
      const own = e.matches('[role=region], [role=group]') ? '' : (e.textContent ?? '');
      return [e.getAttribute('aria-label') ?? '', ...labels, ...by, own].join(' ').replace(/\s+/g, ' ').trim();
    });
  }

  text(selector = 'body'): Promise<string> {
    return this.page.$eval(selector, (e) => ((e as HTMLElement).innerText ?? '').replace(/\s+/g, ' '));
  }

  /** Waits until the words are on the page (in the part that is named). */
  async see(words: string, selector = 'body'): Promise<void> {
    await this.page.bringToFront();
    try {
      await this.page.waitForFunction(
        (s: string, w: string) =>
          (document.querySelector<HTMLElement>(s)?.innerText ?? '').replace(/\s+/g, ' ').includes(w),
        { timeout: PATIENCE },
        selector,
        words,
      );
    } catch {
      throw new Error(
        `"${words}" did not appear in ${selector}; there is: ${(await this.text(selector)).slice(0, 1500)}`,
      );
    }
  }

  /** Presses with the mouse, once the thing has come to rest: what is still sliding in is missed otherwise. */
  async click(selector: string): Promise<void> {
    await this.page.bringToFront();
    await this.page.waitForSelector(selector, { timeout: PATIENCE });
    await this.page.waitForFunction(
      async (s: string) => {
        const place = (): string => JSON.stringify(document.querySelector(s)?.getBoundingClientRect() ?? null);
        const before = place();
        await new Promise((later) => setTimeout(later, 80));
        return before === place() && before !== 'null';
      },
      { timeout: PATIENCE },
      selector,
    );
    await this.page.click(selector);
  }

  /** What axe-core finds wrong with the view as it stands, by all its rules or by some: rule and place. */
  async axe(rules?: readonly string[]): Promise<string[]> {
    await this.page.evaluate(AXE);
    return this.page.evaluate(async (some: readonly string[] | null) => {
      const axe = (
        window as unknown as {
          axe: {
            run(
              o: unknown,
            ): Promise<{ violations: { id: string; nodes: { target: unknown[]; failureSummary?: string }[] }[] }>;
          };
        }
      ).axe;
      const { violations } = await axe.run({
        resultTypes: ['violations'],
        rules: { 'target-size': { enabled: true } },
        ...(some ? { runOnly: { type: 'rule', values: some } } : {}),
      });
      return violations.flatMap((v) => v.nodes.map((n) => `${v.id}: ${String(n.target[0])} ${n.failureSummary ?? ''}`));
    }, rules ?? null);
  }
}

/** Browsers at whose own storage somebody sits. */
const taken = new WeakSet<Browser>();
/** Seats that stay longer than a test. */
const left: (() => Promise<void>)[] = [];

/** Everything that a page of this address has kept, but for the files that it was made of. */
async function clear(page: Page, address: string): Promise<void> {
  const session = await page.createCDPSession();
  const storageTypes = 'cookies,local_storage,indexeddb,service_workers,cache_storage';
  await session.send('Storage.clearDataForOrigin', { origin: address, storageTypes });
  await session.detach();
}

/** One browser for all files of a process, and one port: what the first loads, the others find in the cache. */
let shared: Promise<Browser> | undefined;
let port = '0';

/**
 * A browser and a server with the demo for the journeys of one file; `sit` gives a seat at it. `prepare` says how to
 * start the server.
 */
export function workshop(prepare: () => Promise<readonly string[]> = async () => []): Prepared & {
  readonly server: () => RunningServer;
  readonly sit: (options?: Parameters<typeof Seat.take>[2]) => Promise<Seat>;
} {
  let browser: Browser;
  let server: RunningServer;
  beforeAll(async () => {
    shared ??= launch();
    const args = ['--port', port, ...(await prepare())];
    [browser, server] = await Promise.all([shared, startServer(args, await demoDirectory())]);
    port = new URL(server.address).port;
  });
  afterAll(async () => {
    for (const leave of left.splice(0)) await leave();
    await server.end();
  });
  return {
    ...prepared(() => server.address),
    server: () => server,
    sit: (options) => Seat.take(browser, server.address, options),
  };
}
