import { parseArgs } from 'node:util';
import { StartProblem } from '../db/open.js';

export interface ServeArguments {
  readonly data: string;
  readonly port: number;
  readonly empty: boolean;
}

/** Reads `--data DIR --port N --empty`. Throws a StartProblem in plain words. */
export function readArguments(args: readonly string[], standardData: string): ServeArguments {
  let values: { data?: string; port?: string; empty?: boolean };
  try {
    ({ values } = parseArgs({ args: [...args], options: { data: { type: 'string' }, port: { type: 'string' }, empty: { type: 'boolean' } } }));
  } catch (error) {
    throw new StartProblem(`${(error as Error).message} Known are --data DIR, --port N and --empty.`);
  }
  const port = Number(values.port ?? 4870);
  if (!Number.isInteger(port) || port < 0 || port > 65535) throw new StartProblem(`--port must be a whole number from 0 to 65535, not "${values.port ?? ''}".`);
  return { data: values.data ?? standardData, port, empty: values.empty ?? false };
}
