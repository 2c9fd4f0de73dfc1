import { mkdtempSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { storageFault } from '../../base/db/faults.js';
import type { Db } from '../../base/db/open.js';
import { HttpProblem } from '../../base/http/problem.js';
import { TaskEnded, type WorkPool } from '../../base/work/pool.js';
import type { ExportFormat } from './write.js';

/** Writes exports in a thread, each into a folder of its own under `work`. */
export function exportService(catalogue: Db, pool: WorkPool, work: string, clock: () => string) {
  return {
    /** The path of the finished file; `discard` takes it away again. Throws an HttpProblem. */
    async write(
      format: ExportFormat,
      person: string,
      signal: AbortSignal,
    ): Promise<{ path: string; discard: () => void }> {
      let folder = '';
      const discard = (): void => rmSync(folder, { recursive: true, force: true });
      try {
        folder = mkdtempSync(join(work, 'export-'));
        const task = { catalogue: catalogue.name, format, folder, now: clock() };
        const written = await pool.run('writeOut', task, { pool: 'long', person, signal });
        if ('problem' in written) throw new HttpProblem(413, 'Too large', written.problem);
        return { path: written.path, discard };
      } catch (error) {
        if (folder !== '') discard();
        if (error instanceof TaskEnded)
          throw new HttpProblem(503, 'Not written', `The catalogue was not exported. ${error.message}`);
        if (storageFault(error)?.kind === 'full')
          throw new HttpProblem(
            507,
            'Disk full',
            'The disk is full: nothing was exported. Free some space and try again.',
          );
        throw error;
      }
    },
  };
}

export type ExportService = ReturnType<typeof exportService>;
