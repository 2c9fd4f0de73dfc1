import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import { lookup } from '@kerabat/core/base/lookup';
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

/** Something that the server can be told, by the command line or by the environment; the command line counts first. */
interface Option {
  readonly name: string;
  readonly env: string;
  /** What stands behind it; a flag has nothing, and is "yes" in the environment. */
  readonly takes?: string;
}

/** What the server can be told. The table in CONTRIBUTING.md says what each is. */
export const OPTIONS = [
  { name: 'data', env: 'KERABAT_DATA', takes: 'DIR' },
  { name: 'port', env: 'KERABAT_PORT', takes: 'N' },
  { name: 'empty', env: 'KERABAT_EMPTY' },
  { name: 'create-missing', env: 'KERABAT_CREATE_MISSING' },
  { name: 'instruments', env: 'KERABAT_INSTRUMENTS', takes: 'N' },
  { name: 'chassis', env: 'KERABAT_CHASSIS', takes: 'URL' },
] as const satisfies readonly Option[];
type Name = (typeof OPTIONS)[number]['name'];

type Environment = Readonly<Record<string, string | undefined>>;

const known = (): string => OPTIONS.map((one: Option) => `--${one.name}${one.takes ? ` ${one.takes}` : ''}`).join(', ');

/** What was said of each option; throws a StartProblem that names what is not known. */
function told(args: readonly string[], env: Environment): ReadonlyMap<Name, string> {
  const type = (one: Option) => ({ type: one.takes === undefined ? ('boolean' as const) : ('string' as const) });
  let values: Readonly<Record<string, string | boolean | undefined>>;
  try {
    ({ values } = parseArgs({
      args: [...args],
      options: Object.fromEntries(OPTIONS.map((one) => [one.name, type(one)])),
    }));
  } catch (error) {
    throw new StartProblem(`${(error as Error).message} Known are ${known()}.`);
  }
  return new Map(
    OPTIONS.flatMap((one: Option & { readonly name: Name }): [Name, string][] => {
      const said = lookup(values, one.name) ?? (lookup(env, one.env) || undefined);
      if (said === undefined) return [];
      if (one.takes === undefined && said !== true && said !== 'yes')
        throw new StartProblem(`${one.env} is "yes" or is not there, not "${String(said)}".`);
      return [[one.name, String(said)]];
    }),
  );
}

/**
 * What the server is told by its arguments and its environment, the arguments first. Throws a StartProblem in plain
 * words.
 */
export function readArguments(args: readonly string[], standardData: string, env: Environment = {}): ServeArguments {
  const said = told(args, env);
  const chassis = said.get('chassis') ?? 'http://127.0.0.1:4882';
  if (!URL.canParse(chassis))
    throw new StartProblem(`--chassis must be an address like http://127.0.0.1:4882, not "${chassis}".`);
  return {
    data: said.get('data') ?? standardData,
    port: portOf('--port', said.get('port') ?? '4870'),
    empty: said.has('empty'),
    createMissing: said.has('create-missing'),
    instruments: portOf('--instruments', said.get('instruments') ?? '4880'),
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
