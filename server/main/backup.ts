import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { create } from 'tar';
import { connectReading, StartProblem } from '../base/db/open.js';
import { DATABASE_FILES } from '../base/db/storage.js';
import { readWhat } from './arguments.js';

const USAGE = 'Say where the backup goes: npm run backup -- FILE [--data DIR]';

/**
 * npm run backup -- FILE [--data DIR]: both databases, consistent each in itself, in one tar file; the server may run.
 */
async function main(): Promise<number> {
  const { what: file, data } = readWhat(process.argv.slice(2), USAGE);
  const missing = DATABASE_FILES.filter((name) => !existsSync(join(data, name)));
  if (missing.length > 0) return fail(`There is no ${missing.join(' and no ')} in ${data}: nothing to back up.`, 1);
  if (existsSync(file)) return fail(`${file} is there already; nothing was written. Choose another name.`, 1);
  process.umask(0o077);
  const work = mkdtempSync(join(tmpdir(), 'kerabat-backup-'));
  try {
    for (const name of DATABASE_FILES) {
      const db = connectReading(join(data, name));
      await db.backup(join(work, name));
      db.close();
    }
    await create({ file, cwd: work, portable: true }, [...DATABASE_FILES]);
    console.log(
      `Backed up to ${file}. To restore: tar -xf ${file} -C an-empty-folder, then npm start -- --data that-folder.`,
    );
    return 0;
  } catch (error) {
    return fail(`The backup could not be written: ${(error as Error).message}`, 1);
  } finally {
    rmSync(work, { recursive: true, force: true });
  }
}

function fail(sentence: string, code: number): number {
  console.error(sentence);
  return code;
}

try {
  process.exitCode = await main();
} catch (error) {
  if (!(error instanceof StartProblem)) throw error;
  process.exitCode = fail(error.message, 2);
}
