import { spawn } from 'node:child_process';
import { expect, it } from 'vitest';
import { ROOT } from '../server/testing/program.js';

/** What each part of the bench reports, by the beginning of one of its lines. */
const PARTS = {
  start: 'start with the demo loaded',
  ranking: 'evidence to new ranking',
  identify: 'identify among',
  fit: 'a value changed, joints checked again',
  chain: 'chain of',
  feel: 'feel: 4 set-ups',
  lines: 'lines: a thread named',
  calls: 'one entered value',
  hold: 'a conversion planned',
  job: 'demo: a line of measures written',
  write: '5 change one line at once',
  web: 'typed to drawn',
  interchange: 'number resolved',
  audit: 'audit of',
  rings: 'ring map of',
  import: 'import of',
};

it('every bench runs to its end, small, and says its figures beside a reference', async () => {
  const bench = spawn(process.execPath, ['bench/bench.mjs', 'small'], {
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
