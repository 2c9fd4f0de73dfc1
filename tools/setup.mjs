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

/** Installs the packages when there are none, or when the lock file is newer than the last install. */
export function ensurePackages() {
  ensureNode();
  if (age(stamp('packages')) >= age(join(ROOT, 'package-lock.json'))) return;
  say('installing packages (the first time takes some minutes: the database is compiled) …');
  const missing = ['g++', 'make', 'python3'].filter((program) => !has(program));
  if (missing.length > 0)
    say(
      `${missing.join(', ')} not found: if no prebuilt database fits this machine, install them ` +
        '(apt-get install g++ make python3).',
    );
  run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], { why: 'Installing the packages' });
  try {
    execFileSync(process.execPath, ['-e', "new (require('better-sqlite3'))(':memory:')"], { cwd: ROOT, stdio: 'pipe' });
  } catch {
    fail(
      'The database package was not built. Install g++, make and python3 (apt-get install g++ make ' +
        'python3), delete node_modules and try again.',
    );
  }
  writeFileSync(stamp('packages'), '');
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

const sources = () => ['core', 'contract', 'server'].map((name) => newest(join(ROOT, name)));

/** Builds core, contract and server when something in them changed. */
export function ensureServerBuilt() {
  const isThere = existsSync(join(ROOT, 'server/dist/main/serve.js'));
  if (isThere && age(stamp('server')) >= Math.max(...sources())) return;
  say('building core, contract and server …');
  run('npx', ['tsc', '-b', 'server'], { why: 'Building the server' });
  writeFileSync(stamp('server'), '');
}

/** Builds the interface when something below it changed; other work may go on meanwhile. */
export async function ensureInterfaceBuilt() {
  const web = Math.max(newest(join(ROOT, 'web')), ...sources().slice(0, 2));
  if (age(stamp('web')) >= web && existsSync(join(ROOT, 'web/dist/browser/index.html'))) return;
  say('building the interface …');
  const child = spawn('npx', ['ng', 'build'], { cwd: join(ROOT, 'web'), stdio: ['ignore', 'pipe', 'pipe'] });
  let said = '';
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => (said += chunk));
  const code = await new Promise((done) => child.on('exit', done));
  if (code !== 0) fail(`${said.slice(-6000)}\nBuilding the interface did not work. See above.`);
  writeFileSync(stamp('web'), '');
}

/** Builds what is missing of both. */
export async function ensureBuilt() {
  ensureServerBuilt();
  await ensureInterfaceBuilt();
}

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
