// What the parts of the bench share: programs to start and stop, and one way to print a figure beside its reference.
import { spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';

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
