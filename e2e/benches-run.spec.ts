import { spawn } from 'node:child_process';
import { expect, it } from 'vitest';
import { ROOT } from '../server/testing/program.js';

/** What parts of the bench report, by the beginning of a line: those that need no browser and no large catalogue. */
const PARTS = {
  fit: 'a value changed, joints checked again',
  chain: 'chain of',
  feel: 'feel: 4 set-ups',
  lines: 'lines: a thread named',
  calls: 'one entered value',
};

it('benches run to their end, small, and say their figures beside a reference', async () => {
  const bench = spawn(process.execPath, ['bench/bench.mjs', 'small', ...Object.keys(PARTS)], {
    cwd: ROOT,
    stdio: ['ignore', 'pipe', 'pipe'],
    env: process.env,
  });
  let [said, wrong] = ['', ''];
  bench.stdout.on('data', (chunk: Buffer) => (said += chunk.toString()));
  bench.stderr.on('data', (chunk: Buffer) => (wrong += chunk.toString()));
  const code = await new Promise((done) => bench.on('exit', done));
  expect({ code, wrong: code === 0 ? '' : `${said.slice(-300)}${wrong.slice(-2000)}` }).toEqual({ code: 0, wrong: '' });
  const lines = said.split('\n');
  const silent = Object.entries(PARTS).filter(([, words]) => !lines.some((line) => line.startsWith(words)));
  expect(silent).toEqual([]);
  expect(said).not.toMatch(/NaN|undefined/);
});
