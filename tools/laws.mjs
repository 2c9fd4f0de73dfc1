// npm run laws [-- SEED]: the property tests with the day's seed and thirty times as many cases as in the tests.
import { join } from 'node:path';
import { ensureBuilt, ROOT, run } from './setup.mjs';

await ensureBuilt();
const seed = process.argv[2] ?? new Date().toISOString().slice(0, 10).replaceAll('-', '');
console.log(`seed ${seed}`);
const env = { ...process.env, KERABAT_SEED: seed, KERABAT_RUNS: process.env.KERABAT_RUNS ?? '30' };
run('npx', ['vitest', 'run', '--root', ROOT, '--testTimeout=3600000', join(ROOT, 'core')], { env, why: 'The laws' });
