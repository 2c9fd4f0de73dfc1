// What every command needs before it can run: Node, packages, the build, and for the journeys a browser.
// Plain JavaScript with nothing but Node, since nothing is installed yet when it first runs.
import { execFileSync, spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = fileURLToPath(new URL('..', import.meta.url));
export const say = (text) => console.log(`· ${text}`);

/** Ends the command with a sentence a person can act on. */
export function fail(text) {
  console.error(`\n${text}`);
  process.exit(1);
}

/** Runs a program with its output shown; ends the command when it fails. */
export function run(
  command,
  args,
  { cwd = ROOT, quiet = false, why = `${command} ${args.join(' ')}`, env = process.env } = {},
) {
  const done = spawnSync(command, args, {
    cwd,
    env,
    stdio: quiet ? ['ignore', 'pipe', 'pipe'] : 'inherit',
    encoding: 'utf8',
  });
  if (done.status === 0) return;
  if (quiet) console.error(`${done.stdout ?? ''}${done.stderr ?? ''}`.slice(-6000));
  fail(`${why} did not work${done.error ? `: ${done.error.message}` : ''}. See above.`);
}

const has = (program) => spawnSync('sh', ['-c', `command -v ${program}`]).status === 0;
const age = (path) => (existsSync(path) ? statSync(path).mtimeMs : 0);
const stamp = (name) => join(ROOT, 'node_modules', `.kerabat-${name}`);

export function ensureNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19))
    fail(`Kerabat wants Node 20.19 or newer; this is ${process.versions.node}.`);
}

/** Runs a program beside others; what it says is shown when it fails, and ends the command. */
async function beside(command, args, { cwd = ROOT, why, env = process.env }) {
  const child = spawn(command, args, { cwd, env, stdio: ['ignore', 'pipe', 'pipe'] });
  let said = '';
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => (said += chunk));
  const code = await new Promise((done) => {
    child.on('error', (error) => done((said += error.message)));
    child.on('exit', done);
  });
  if (code !== 0) fail(`${said.slice(-6000)}\n${why} did not work. See above.`);
}

/** Newest change below a folder, leaving out what is built or installed. */
function newest(folder) {
  let latest = 0;
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    if (['node_modules', 'dist', '.angular'].includes(entry.name) || entry.name.endsWith('.spec.ts')) continue;
    const path = join(folder, entry.name);
    latest = Math.max(latest, entry.isDirectory() ? newest(path) : age(path));
  }
  return latest;
}
const sources = (...names) => Math.max(...names.map((name) => newest(join(ROOT, name))));

/** Nothing of the packages is run before it is known that it may be: the database is compiled by a step of its own. */
const install = () =>
  beside('npm', ['ci', '--ignore-scripts', '--no-audit', '--no-fund', '--loglevel=error'], {
    why: 'Installing the packages',
  });

const TOOLCHAIN =
  'Install g++, make and python3 (apt-get install g++ make python3), delete node_modules and try again.';
/** On all processors, where no prebuilt one fits. */
async function database() {
  const missing = ['g++', 'make', 'python3'].filter((program) => !has(program));
  await beside('npm', ['rebuild', 'better-sqlite3', 'esbuild', '--loglevel=error'], {
    why: `${missing.length > 0 ? `${missing.join(', ')} is missing. ` : ''}${TOOLCHAIN} Building the database`,
    env: { ...process.env, JOBS: 'max' },
  });
  try {
    execFileSync(process.execPath, ['-e', "new (require('better-sqlite3'))(':memory:')"], { cwd: ROOT, stdio: 'pipe' });
  } catch {
    fail(`The database package was not built. ${TOOLCHAIN}`);
  }
}

/**
 * What has to be there before anything runs: how each is made, by what it is told to be old, and what has to be there
 * before it.
 */
const STEPS = {
  packages: {
    words: 'packages',
    isThere: () => age(stamp('packages')) >= age(join(ROOT, 'package-lock.json')),
    act: install,
    after: [],
  },
  database: {
    words: 'the database, compiled where no prebuilt one fits',
    isThere: () => age(stamp('database')) >= age(stamp('packages')) && age(stamp('database')) > 0,
    act: database,
    after: ['packages'],
  },
  server: {
    words: 'core, contract and server',
    isThere: () =>
      existsSync(join(ROOT, 'server/dist/main/serve.js')) &&
      age(stamp('server')) >= sources('core', 'contract', 'server'),
    act: () => beside('npx', ['tsc', '-b', 'server'], { why: 'Building the server' }),
    after: ['packages'],
  },
  interface: {
    words: 'the interface',
    isThere: () =>
      existsSync(join(ROOT, 'web/dist/browser/index.html')) &&
      age(stamp('interface')) >= sources('core', 'contract', 'web'),
    act: () => beside('npx', ['ng', 'build'], { cwd: join(ROOT, 'web'), why: 'Building the interface' }),
    after: ['packages', 'server'],
  },
};

/** Makes what is not there of these, each as soon as what it needs is there, and says how far it is. */
export async function ready(...names) {
  ensureNode();
  const wanted = names.flatMap((name) => [...STEPS[name].after, name]);
  const missing = [...new Set(wanted)].filter((name) => !STEPS[name].isThere());
  // What rests on something that is made anew is made anew as well.
  const steps = Object.keys(STEPS).filter(
    (name) =>
      wanted.includes(name) && (missing.includes(name) || STEPS[name].after.some((one) => missing.includes(one))),
  );
  const began = performance.now();
  const seconds = () => `${Math.round((performance.now() - began) / 1000)} s`;
  let done = 0;
  const made = new Map();
  for (const name of steps) {
    const { words, act, after } = STEPS[name];
    made.set(
      name,
      Promise.all(after.map((one) => made.get(one))).then(async () => {
        say(`${words} …  (${done} of ${steps.length} done, ${seconds()})`);
        await act();
        writeFileSync(stamp(name), '');
        done += 1;
        say(`${words}: done  (${done} of ${steps.length}, ${seconds()})`);
      }),
    );
  }
  await Promise.all(made.values());
}

/** Everything that the app needs. */
export const ensureBuilt = () => ready('database', 'interface');

const CHROMIUM = ['/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'];

/** The browser for the journeys; installed by apt when it is missing and this user may. */
export function ensureChromium() {
  const found = () => process.env.CHROMIUM ?? CHROMIUM.find((path) => existsSync(path));
  if (found()) return found();
  if (process.getuid?.() === 0 && has('apt-get')) {
    say('installing Chromium …');
    run('apt-get', ['update', '-qq'], { quiet: true, why: 'apt-get update' });
    run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'chromium'], {
      quiet: true,
      why: 'Installing Chromium',
    });
  }
  return (
    found() ?? fail('The journeys need Chromium. Install it (apt-get install chromium) or set CHROMIUM to its path.')
  );
}

export function folder(path) {
  mkdirSync(path, { recursive: true });
  return path;
}
