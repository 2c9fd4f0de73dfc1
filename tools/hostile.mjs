// npm run hostile [-- SEED]: the hostile suite at ten times the size that is part of the tests.
import { join } from 'node:path';
import { ensureBuilt, ROOT, run } from './setup.mjs';

await ensureBuilt();
const seed = process.argv[2] ?? String(Date.now() % 1_000_000);
console.log(`seed ${seed}`);
const env = {
  ...process.env,
  HOSTILE_REQUESTS: '30000',
  HOSTILE_KILLS: '50',
  HOSTILE_IMPORT_KILLS: '100',
  HOSTILE_SEED: seed,
  HOSTILE_SLOWEST_MS: '2000',
};
run('npx', ['vitest', 'run', '--root', ROOT, join(ROOT, 'server/hostile'), 'server/catalogue/imports/killed'], {
  env,
  why: 'The hostile suite',
});
