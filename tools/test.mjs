// npm test: everything that must hold, in the order in which it fails fastest. The last line counts the tests.
import { spawnSync } from 'node:child_process';
import { readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuilt, ensureChromium, ensurePackages, fail, folder, ROOT, run, say } from './setup.mjs';

ensurePackages();
const chromium = ensureChromium();
const reports = join(ROOT, '.reports');
rmSync(reports, { recursive: true, force: true });
folder(reports);

say('types and build');
ensureBuilt();
run('npx', ['tsc', '-p', 'tsconfig.test.json', '--noEmit'], { why: 'Checking the types of the tests' });
say('lint, import directions, format');
run('npx', ['eslint', '.', '--max-warnings', '0'], { why: 'Lint' });
run('npx', ['prettier', '--check', '--log-level', 'warn', '.'], { why: 'Format (npm run format mends it)' });

/** Runs one suite with a JSON report and counts it. A suite that ends without a report, or without a test, is a failure. */
function suite(name, command, args, cwd = ROOT, env = {}) {
  say(name);
  const file = join(reports, `${name.replace(/\W+/g, '-')}.json`);
  const done = spawnSync(command, [...args(file)], { cwd, stdio: 'inherit', env: { ...process.env, CHROMIUM: chromium, ...env } });
  try {
    const { numPassedTests: passed, numFailedTests: failed, numFailedTestSuites: broken } = JSON.parse(readFileSync(file, 'utf8'));
    const none = passed + failed === 0 ? 1 : 0;
    return { passed, failed: failed || broken || none || (done.status === 0 ? 0 : 1) };
  } catch {
    console.error(`${name} ended without a report.`);
    return { passed: 0, failed: 1 };
  }
}

const vitest = (config) => (file) => ['vitest', 'run', '--config', config, '--reporter=default', '--reporter=json', `--outputFile.json=${file}`];
const results = [
  suite('core, contract and server', 'npx', vitest('vitest.config.ts')),
  suite('interface', 'npx', (file) => ['ng', 'test', '--watch=false', '--reporters=default', '--reporters=json', `--output-file=${file}`], join(ROOT, 'web')),
  suite('journeys in the browser', 'npx', vitest('e2e/vitest.config.ts')),
];
const sum = (key) => results.reduce((total, result) => total + result[key], 0);
if (sum('passed') + sum('failed') === 0) fail('No test was run.');
console.log(`tests: ${sum('passed')} passed, ${sum('failed')} failed`);
process.exitCode = sum('failed') === 0 ? 0 : 1;
