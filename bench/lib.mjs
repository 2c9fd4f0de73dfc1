// What the parts of the bench share: programs to start and stop, and one way to print a figure beside its reference.
import { spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import autocannon from 'autocannon';

/** A ratio is the middle of so many pairs. */
export const ROUNDS = 5;
const SECONDS = 3;

export const ROOT = new URL('..', import.meta.url).pathname;
export const median = (values) => quantile(values, 0.5);
export const quantile = (values, share) => [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))];

/** Starts a program and waits for its address; says how long that took. */
export function start(args) {
  const began = performance.now();
  const child = spawn(process.execPath, args, { cwd: ROOT, stdio: ['ignore', 'pipe', 'inherit'] });
  return new Promise((done, fail) => {
    let said = '';
    child.stdout.on('data', (chunk) => {
      said += chunk;
      const address = /ready: (http:\/\/127\.0\.0\.1:\d+)\//.exec(said)?.[1];
      if (address) done({ address, child, ms: performance.now() - began });
    });
    child.on('exit', (code) => fail(new Error(`${args[0]} ended with ${code}`)));
  });
}
export const end = ({ child }) => new Promise((done) => child.removeAllListeners('exit').on('exit', done).kill('SIGTERM'));
export const megabytes = ({ child }) => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${child.pid}/status`, 'utf8'))[1]) / 1024;

export function report(name, figure, reference, ratio, wanted) {
  console.log(`${name.padEnd(40)} ${figure.padEnd(22)} ${reference.padEnd(26)} ratio ${ratio.padEnd(22)} wanted ${wanted}`);
}

/** Requests per second of two addresses in turn, A B A B …: the ratio of each pair, so that a drifting machine cancels out. */
export async function duel(name, ours, bare, wanted, connections = 20) {
  const run = async (url) => (await autocannon({ url, connections, duration: SECONDS })).requests.average;
  const pairs = [];
  await run(ours);
  await run(bare);
  for (let i = 0; i < ROUNDS; i++) pairs.push([await run(ours), await run(bare)]);
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
