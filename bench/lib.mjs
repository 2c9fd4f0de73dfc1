// What the parts of the bench share: programs to start and stop, and one way to print a figure beside its reference.
import { spawn } from 'node:child_process';
import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { Agent, get } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import autocannon from 'autocannon';
import puppeteer from 'puppeteer-core';

/** Everything once and a little, to see that it runs: its figures say nothing. */
const SMALL = process.argv[2] === 'small';
/** So many of something; a few of it to see that it runs. */
export const few = (many, some) => (SMALL ? some : many);

/** A ratio is the middle of so many pairs. */
export const ROUNDS = few(5, 1);
const SECONDS = few(3, 0.3);

/** A browser for as long as it is used. What waits for something that does not come ends after three minutes. */
export async function inBrowser(use) {
  const browser = await puppeteer.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    headless: true,
    protocolTimeout: 180_000,
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  try {
    return await use(browser);
  } finally {
    await browser.close();
  }
}

export const ROOT = new URL('..', import.meta.url).pathname;
export const median = (values) => quantile(values, 0.5);
export const quantile = (values, share) =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))];

/** Programs that were started and have not ended: whatever happens here, they end with it. */
const running = new Set();
const endAll = () => running.forEach((child) => child.kill('SIGKILL'));
process.on('exit', endAll);
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) {
  process.on(signal, () => process.exit(1));
}

/** Starts a program and waits for its address; says how long that took. */
export function start(args) {
  const began = performance.now();
  const child = spawn(process.execPath, args, { cwd: ROOT, stdio: ['ignore', 'pipe', 'inherit'] });
  running.add(child);
  child.on('exit', () => running.delete(child));
  return new Promise((done, fail) => {
    let said = '';
    child.stdout.on('data', (chunk) => {
      said += chunk;
      const address = /ready: (http:\/\/127\.0\.0\.1:\d+)\//.exec(said)?.[1];
      if (address) done({ address, child, ms: performance.now() - began });
    });
    child.once('exit', (code) => fail(new Error(`${args[0]} ended with ${code}`)));
  });
}
export const end = ({ child }) =>
  new Promise((done) => {
    if (child.exitCode !== null || child.signalCode !== null) return done();
    child.on('exit', done);
    child.kill('SIGTERM');
  });
const SERVE = 'server/dist/main/serve.js';
let template;
/** Fills a data directory as a first start does, with the demo: that is done once, and copied. */
export async function withDemo(data) {
  template ??= mkdtempSync(join(tmpdir(), 'kerabat-bench-demo-'));
  if (readdirSync(template).length === 0) {
    await end(await start([SERVE, '--data', template, '--port', '0']));
    process.on('exit', () => rmSync(template, { recursive: true, force: true }));
  }
  cpSync(template, data, { recursive: true });
}
export const megabytes = ({ child }) =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${child.pid}/status`, 'utf8'))[1]) / 1024;

const said = [];

export function report(name, figure, reference, ratio, wanted) {
  said.push({ name, figure });
  console.log(
    `${name.padEnd(40)} ${figure.padEnd(22)} ${reference.padEnd(26)} ratio ${ratio.padEnd(22)} wanted ${wanted}`,
  );
}

/** Runs a bench at one size, or at three sizes, and prints then how each figure grew. */
export async function atSizes(run, size, sizes = [10_000, 100_000, 1_000_000]) {
  if (size !== undefined) return run(size);
  const bySize = [];
  for (const one of sizes) {
    said.length = 0;
    console.log(`\n${one} numbers`);
    await run(one);
    bySize.push(new Map(said.map(({ name, figure }) => [name.replace(/\d+/g, 'n'), figure])));
  }
  console.log(`\n${'how each figure grows'.padEnd(44)} ${sizes.map((one) => String(one).padEnd(22)).join('')}`);
  for (const name of bySize.at(-1).keys())
    console.log(`${name.padEnd(44)} ${bySize.map((figures) => (figures.get(name) ?? '-').padEnd(22)).join('')}`);
}

/** One after the other and again, when both are warm. */
async function inTurn(run, ours, bare) {
  const pairs = [];
  for (let i = few(-1, 0); i < ROUNDS; i++) {
    const pair = [await run(ours), await run(bare)];
    if (i >= 0) pairs.push(pair);
  }
  return pairs;
}

/**
 * Requests per second of two addresses in turn, A B A B …: the ratio of each pair, so that a drifting machine cancels
 * out.
 */
export async function duel(name, ours, bare, wanted, connections = 20) {
  const run = async (url) => (await autocannon({ url, connections, duration: SECONDS })).requests.average;
  const pairs = await inTurn(run, ours, bare);
  const ratios = pairs.map(([a, b]) => a / b);
  const [a, b] = [0, 1].map((side) => median(pairs.map((pair) => pair[side])));
  report(
    name,
    `${a.toFixed(0)} requests/s`,
    `bare Koa ${b.toFixed(0)}`,
    `${median(ratios).toFixed(2)} (${Math.min(...ratios).toFixed(2)} to ${Math.max(...ratios).toFixed(2)})`,
    wanted,
  );
}

/**
 * Asks at a fixed rate, evenly, over at most so many connections; answers how long each request took. `stopped` ends it
 * early.
 */
export async function paced(urlOf, rate, seconds, connections = 50, stopped = () => false) {
  const agent = new Agent({ keepAlive: true, maxSockets: connections });
  const samples = [];
  const waiting = [];
  const began = performance.now();
  for (let i = 0; i < rate * seconds && !stopped(); i++) {
    const due = began + (i * 1000) / rate;
    const early = due - performance.now();
    if (early > 0) await new Promise((done) => setTimeout(done, early));
    const asked = performance.now();
    waiting.push(
      new Promise((done, fail) => {
        get(urlOf(i), { agent }, (answer) => {
          answer.resume();
          answer.on('end', () => {
            samples.push(performance.now() - asked);
            done();
          });
        }).on('error', fail);
      }),
    );
  }
  await Promise.all(waiting);
  agent.destroy();
  return samples;
}

/** Latency of two addresses at a fixed rate with 50 connections, in turn: the bare one's median over ours. */
export async function atRate(name, rate, ours, bare, wanted = 'at least 0.6') {
  const run = async (url) => median(await paced(() => url, rate, SECONDS));
  const pairs = await inTurn(run, ours, bare);
  const ratios = pairs.map(([a, b]) => b / a);
  const [a, b] = [0, 1].map((side) => median(pairs.map((pair) => pair[side])));
  report(
    `${name} at ${rate}/s`,
    `${a.toFixed(2)} ms`,
    `bare Koa ${b.toFixed(2)} ms`,
    `${median(ratios).toFixed(2)} (${Math.min(...ratios).toFixed(2)} to ${Math.max(...ratios).toFixed(2)})`,
    wanted,
  );
}

/**
 * How long the event loop of a server was held since this was last asked, in ms: p99 and longest. Start it with
 * loop-delay.mjs.
 */
export const loopDelay = (server) =>
  new Promise((done) => {
    const hear = (chunk) => {
      const said = /loop: (\{.*\})/.exec(String(chunk));
      if (!said) return;
      server.child.stdout.off('data', hear);
      done(JSON.parse(said[1]));
    };
    server.child.stdout.on('data', hear);
    server.child.kill('SIGUSR2');
  });

/** In the page: the least that a change which is sent and shown can take. */
export async function twoBareRequests() {
  const began = performance.now();
  await (await fetch('/api/v1/conversions')).text();
  await (await fetch('/api/v1/conversions')).text();
  await new Promise((next) => requestAnimationFrame(next));
  return performance.now() - began;
}
