// npm run coverage: which lines of core, contract and server their tests reach; the pages go into .reports/coverage.
import { join } from 'node:path';
import { ready, ROOT, run } from './setup.mjs';

await ready('database', 'server');
run('npx', [
  'vitest',
  'run',
  '--coverage',
  '--coverage.provider=v8',
  '--coverage.include=core/**/*.ts',
  '--coverage.include=contract/**/*.ts',
  '--coverage.include=server/**/*.ts',
  '--coverage.reporter=text-summary',
  '--coverage.reporter=html',
  `--coverage.reportsDirectory=${join(ROOT, '.reports/coverage')}`,
  ...process.argv.slice(2),
]);
