// Runs one of the project's own programs after setting up what is missing: node tools/run.mjs FILE ARGS…
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { ensureBuilt, ROOT } from './setup.mjs';

await ensureBuilt();
const [file, ...args] = process.argv.slice(2);
process.exitCode = spawnSync(process.execPath, [join(ROOT, file), ...args], { stdio: 'inherit' }).status ?? 1;
