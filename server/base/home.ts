import { createRequire } from 'node:module';
import { dirname } from 'node:path';

/** The folder of the server's package, whether the program runs built or not. */
export const HOME = dirname(createRequire(import.meta.url).resolve('@kerabat/server/package.json'));
