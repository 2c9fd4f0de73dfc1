import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import { StartProblem } from '../base/db/open.js';

export interface ServeArguments {
  readonly data: string;
  readonly port: number;
  readonly empty: boolean;
  /** A database that is missing beside a used one is made anew, empty. */
  readonly createMissing: boolean;
  /** Where the bench instruments are, on this machine. */
  readonly instruments: number;
  /** Address of the chassis-number service. */
  readonly chassis: string;
}

/**
 * Reads `--data DIR --port N --empty --create-missing --instruments N --chassis URL`. Throws a StartProblem in plain
 * words.
 */
export function readArguments(args: readonly string[], standardData: string): ServeArguments {
  let values: {
    data?: string;
    port?: string;
    empty?: boolean;
    'create-missing'?: boolean;
    instruments?: string;
    chassis?: string;
  };
  try {
    const text = { type: 'string' } as const;
    const flag = { type: 'boolean' } as const;
    const options = { data: text, port: text, empty: flag, 'create-missing': flag, instruments: text, chassis: text };
    ({ values } = parseArgs({ args: [...args], options }));
  } catch (error) {
    throw new StartProblem(
      `${(error as Error).message} Known are --data DIR, --port N, --empty, --create-missing, ` +
        '--instruments N and --chassis URL.',
    );
  }
  const chassis = values.chassis ?? 'http://127.0.0.1:4882';
  if (!URL.canParse(chassis))
    throw new StartProblem(`--chassis must be an address like http://127.0.0.1:4882, not "${chassis}".`);
  return {
    data: values.data ?? standardData,
    port: portOf('--port', values.port ?? '4870'),
    empty: values.empty ?? false,
    createMissing: values['create-missing'] ?? false,
    instruments: portOf('--instruments', values.instruments ?? '4880'),
    chassis: chassis.replace(/\/$/, ''),
  };
}

function portOf(name: string, text: string): number {
  const port = Number(text);
  if (!Number.isInteger(port) || port < 0 || port > 65535)
    throw new StartProblem(`${name} must be a whole number from 0 to 65535, not "${text}".`);
  return port;
}

/** Reads `WHAT [--data DIR]` of a command; `usage` says how it is called. Throws a StartProblem in plain words. */
export function readWhat(args: readonly string[], usage: string): { readonly what: string; readonly data: string } {
  let read;
  try {
    read = parseArgs({ args: [...args], allowPositionals: true, options: { data: { type: 'string' } } });
  } catch (error) {
    throw new StartProblem(`${(error as Error).message} ${usage}`);
  }
  const [what] = read.positionals;
  if (!what) throw new StartProblem(usage);
  return { what, data: read.values.data ?? fileURLToPath(new URL('../../../data', import.meta.url)) };
}
