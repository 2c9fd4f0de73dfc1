import { spawn, type ChildProcess } from 'node:child_process';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = fileURLToPath(new URL('../..', import.meta.url));

export interface RunningServer {
  readonly address: string;
  readonly data: string;
  readonly process: ChildProcess;
  /** What it has said so far. */
  said(): string;
  /** Ends the program and throws its data away. */
  end(): Promise<void>;
  /** Kills it where it stands; its data stay. */
  kill(): Promise<void>;
}

/**
 * Starts the real server program over a data directory of its own and waits until it says that it is ready. `user`:
 * under another name than ours.
 */
export function startServer(
  args: readonly string[] = [],
  data = mkdtempSync(join(tmpdir(), 'kerabat-e2e-')),
  user?: number,
): Promise<RunningServer> {
  const child = spawn(
    process.execPath,
    [join(ROOT, 'server/dist/main/serve.js'), '--data', data, '--port', '0', ...args],
    {
      stdio: ['ignore', 'pipe', 'pipe'],
      ...(user === undefined ? {} : { uid: user, gid: user }),
    },
  );
  let said = '';
  return new Promise((done, fail) => {
    const hear = (chunk: Buffer): void => {
      said += chunk.toString();
      const address = /ready: (http:\/\/127\.0\.0\.1:\d+)\//.exec(said)?.[1];
      if (address)
        done({ address, data, process: child, said: () => said, end: () => end(child, data), kill: () => kill(child) });
    };
    child.stdout.on('data', hear);
    child.stderr.on('data', hear);
    child.on('exit', (code) => fail(new Error(`The server ended with ${code}: ${said}`)));
  });
}

let template: Promise<string> | undefined;
/** A data directory as it is after a first start with the demo: made once for a process, and copied. */
export async function demoDirectory(): Promise<string> {
  template ??= (async () => {
    const made = mkdtempSync(join(tmpdir(), 'kerabat-e2e-demo-'));
    process.once('exit', () => rmSync(made, { recursive: true, force: true }));
    await ended((await startServer([], made)).process);
    return made;
  })();
  const data = mkdtempSync(join(tmpdir(), 'kerabat-e2e-'));
  cpSync(await template, data, { recursive: true });
  return data;
}

function kill(child: ChildProcess): Promise<void> {
  return new Promise((done) => {
    child.on('exit', () => done());
    child.kill('SIGKILL');
  });
}

function ended(child: ChildProcess): Promise<void> {
  return new Promise((done) => {
    child.on('exit', () => done());
    child.kill('SIGTERM');
  });
}

async function end(child: ChildProcess, data: string): Promise<void> {
  await ended(child);
  rmSync(data, { recursive: true, force: true });
}
