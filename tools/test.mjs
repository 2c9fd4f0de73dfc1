// npm test: everything that must hold, in three rows beside each other, in each the fastest first. The last line
// counts the tests.
import { spawn } from 'node:child_process';
import { readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensureChromium, fail, folder, ready, ROOT, say } from './setup.mjs';

await ready('database', 'server');
const chromium = ensureChromium();
const reports = join(ROOT, '.reports');
rmSync(reports, { recursive: true, force: true });
folder(reports);

/** How long each part took. */
const took = [];

/** What is under way: it ends with this program. */
const running = new Set();
process.on('exit', () => running.forEach((child) => child.kill()));
function begin(command, args, options) {
  const child = spawn(command, args, options);
  running.add(child);
  child.on('exit', () => running.delete(child));
  return child;
}

/** Runs checks one after another, beside what else is going on; answers what the first that failed had to say. */
async function checks(list) {
  for (const [why, args] of list) {
    const child = begin('npx', args, { cwd: ROOT, stdio: ['ignore', 'pipe', 'pipe'] });
    let said = '';
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => (said += chunk));
    const code = await new Promise((done) => child.on('exit', done));
    if (code !== 0) return `${said.slice(-6000)}\n${why} did not pass. See above.`;
  }
  return undefined;
}

/**
 * Runs one suite with a JSON report and counts it. A suite that ends without a report, or without a test, is a failure.
 * What a quiet one says is shown when it has ended: it runs beside another.
 */
async function suite(name, command, args, { cwd = ROOT, quiet = false } = {}) {
  say(name);
  const began = performance.now();
  const file = join(reports, `${name.replace(/\W+/g, '-')}.json`);
  const child = begin(command, args(file), {
    cwd,
    stdio: quiet ? ['ignore', 'pipe', 'pipe'] : 'inherit',
    env: { ...process.env, CHROMIUM: chromium },
  });
  let said = '';
  for (const stream of [child.stdout, child.stderr]) stream?.on('data', (chunk) => (said += chunk));
  const code = await new Promise((done) => child.on('exit', done));
  if (said !== '') console.log(said);
  took.push(`${name}: ${Math.round((performance.now() - began) / 1000)} s`);
  try {
    const report = JSON.parse(readFileSync(file, 'utf8'));
    const { numPassedTests: passed, numFailedTests: failed, numFailedTestSuites: broken } = report;
    const none = passed + failed === 0 ? 1 : 0;
    const other = none || (code === 0 ? 0 : 1);
    return { passed, failed: failed || broken || other, told: told(name, report) };
  } catch {
    return { passed: 0, failed: 1, told: [`${name} ended without a report.`] };
  }
}

/**
 * What failed in a suite, said again at the end where it is not scrolled away: each test with its first line of why.
 */
function told(name, { testResults }) {
  return testResults.flatMap((file) => {
    const failed = file.assertionResults.filter((test) => test.status === 'failed');
    const tests = failed.map(
      (test) => `${test.fullName}\n    ${test.failureMessages.join('\n').slice(0, 600).replaceAll('\n', '\n    ')}`,
    );
    const whole = failed.length === 0 && file.status === 'failed' ? [`could not be run: ${file.message}`] : [];
    return [...tests, ...whole].map((what) => `${name} · ${file.name.replace(ROOT, '')} · ${what}`);
  });
}

const vitest = (config) => (file) => [
  'vitest',
  'run',
  '--config',
  config,
  '--reporter=default',
  '--reporter=json',
  `--outputFile.json=${file}`,
];
/** What needs a browser: it waits for its pages most of the time, and leaves a processor to the others. */
async function inTheBrowser() {
  await ready('interface');
  return suite('journeys in the browser', 'npx', vitest('e2e/vitest.config.ts'), { quiet: true });
}

/** What needs none, what fails fastest first. */
async function withoutABrowser() {
  const failed = await checks([
    ['Checking the types of the tests', ['tsc', '-p', 'tsconfig.test.json', '--noEmit']],
    ['Lint', ['eslint', '.', '--max-warnings', '0']],
    [
      'Layers',
      ['depcruise', '--config', '.dependency-cruiser.cjs', '--output-type', 'err', 'core', 'contract', 'server', 'web'],
    ],
    ['Format (npm run format mends it)', ['prettier', '--check', '--log-level', 'warn', '.']],
  ]);
  if (failed) fail(failed);
  return suite('core, contract and server', 'npx', vitest('vitest.config.ts'));
}

/** Components: one thread, which waits for nothing. */
function components() {
  const ng = (file) => [
    'ng',
    'test',
    '--watch=false',
    '--reporters=default',
    '--reporters=json',
    `--output-file=${file}`,
  ];
  return suite('interface', 'npx', ng, { cwd: join(ROOT, 'web'), quiet: true });
}

say('types, lint, layers, format, then core and server; the interface and the journeys beside them');
const results = await Promise.all([withoutABrowser(), components(), inTheBrowser()]);
const sum = (key) => results.reduce((total, result) => total + result[key], 0);
if (sum('passed') + sum('failed') === 0) fail('No test was run.');
for (const result of results) for (const line of result.told) console.log(`FAILED ${line}`);
console.log(took.join('; '));
console.log(`tests: ${sum('passed')} passed, ${sum('failed')} failed`);
process.exitCode = sum('failed') === 0 ? 0 : 1;
