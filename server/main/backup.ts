import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { fileURLToPath } from 'node:url';
import { create } from 'tar';
import { openDatabases, StartProblem } from '../db/open.js';

const DATABASES = ['catalogue', 'jobs'] as const;

/** npm run backup -- FILE [--data DIR]: both databases, consistent each in itself, in one tar file; the server may run. */
async function main(): Promise<number> {
  const { values, positionals } = parseArgs({ allowPositionals: true, options: { data: { type: 'string' } } });
  const [file] = positionals;
  if (!file) return fail('Say where the backup goes: npm run backup -- FILE [--data DIR]', 2);
  const data = values.data ?? fileURLToPath(new URL('../../../data', import.meta.url));
  if (!existsSync(join(data, 'jobs.sqlite'))) return fail(`There is no database in ${data}: nothing to back up.`, 1);
  if (existsSync(file)) return fail(`${file} is there already; nothing was written. Choose another name.`, 1);
  const work = mkdtempSync(join(tmpdir(), 'kerabat-backup-'));
  try {
    const open = openDatabases(data);
    for (const name of DATABASES) await open[name].backup(join(work, `${name}.sqlite`));
    open.catalogue.close();
    open.jobs.close();
    await create(
      { file, cwd: work, portable: true },
      DATABASES.map((name) => `${name}.sqlite`),
    );
    console.log(`Backed up to ${file}. To restore: tar -xf ${file} -C an-empty-folder, then npm start -- --data that-folder.`);
    return 0;
  } catch (error) {
    if (error instanceof StartProblem) return fail(error.message, 1);
    return fail(`The backup could not be written: ${(error as Error).message}`, 1);
  } finally {
    rmSync(work, { recursive: true, force: true });
  }
}

function fail(sentence: string, code: number): number {
  console.error(sentence);
  return code;
}

process.exitCode = await main();
