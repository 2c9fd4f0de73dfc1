import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';

export interface StandIn {
  readonly port: number;
  /** Types a line into the program. */
  say(line: string): void;
  end(): Promise<void>;
}

/** Starts one of the programs of stand-ins/ on a port (any free one when it is 0), and waits until it is ready. */
export function standIn(name: 'instruments' | 'chassis', port = 0, args: readonly string[] = []): Promise<StandIn> {
  const file = fileURLToPath(new URL(`../../stand-ins/${name}.mjs`, import.meta.url));
  const child = spawn(process.execPath, [file, '--port', String(port), ...args], {
    stdio: ['pipe', 'pipe', 'inherit'],
  });
  const gone = new Promise<void>((done) => child.once('exit', () => done()));
  return new Promise((done, fail) => {
    child.once('error', fail);
    child.once('exit', (code) => fail(new Error(`${name} ended with ${code}`)));
    child.stdout.on('data', (chunk: Buffer) => {
      const found = /127\.0\.0\.1:(\d+)/.exec(chunk.toString())?.[1];
      if (found === undefined) return;
      done({
        port: Number(found),
        say: (line) => child.stdin.write(`${line}\n`),
        end: () => {
          child.kill('SIGTERM');
          return gone;
        },
      });
    });
  });
}

/** Waits until something holds; throws with the words after five seconds. */
export async function until(holds: () => boolean | Promise<boolean>, words: string): Promise<void> {
  const end = Date.now() + 5000;
  while (!(await holds())) {
    if (Date.now() > end) throw new Error(`It never came: ${words}`);
    await new Promise((done) => setTimeout(done, 20));
  }
}
