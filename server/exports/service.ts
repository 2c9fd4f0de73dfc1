import { mkdtempSync, rmSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { Worker } from 'node:worker_threads';
import type { Db } from '../db/open.js';
import { HttpProblem } from '../http/problem.js';
import type { ExportReply, ExportWork } from './worker.js';
import type { ExportFormat } from './write.js';

const THREAD = join(dirname(createRequire(import.meta.url).resolve('@kerabat/server/package.json')), 'dist', 'exports', 'worker.js');

/** Writes exports in a thread, each into a folder of its own. */
export function exportService(catalogue: Db, clock: () => string) {
  return {
    /** The path of the finished file; `discard` takes it away again. Throws an HttpProblem. */
    async write(format: ExportFormat): Promise<{ path: string; discard: () => void }> {
      if (catalogue.name === ':memory:') throw new HttpProblem(503, 'Not possible', 'A catalogue that is only in memory cannot be exported.');
      const folder = mkdtempSync(join(tmpdir(), 'kerabat-export-'));
      const discard = (): void => rmSync(folder, { recursive: true, force: true });
      try {
        return { path: await written({ catalogue: catalogue.name, format, folder, now: clock() }), discard };
      } catch (error) {
        discard();
        throw error;
      }
    },
  };
}

function written(workerData: ExportWork): Promise<string> {
  return new Promise((done, fail) => {
    const worker = new Worker(THREAD, { workerData });
    const broken = (why: string): void => fail(new HttpProblem(503, 'Not now', `The export could not be written: ${why}`));
    worker.on('message', (reply: ExportReply) => ('path' in reply ? done(reply.path) : broken(reply.problem)));
    worker.on('error', (error) => broken(error.message));
  });
}

export type ExportService = ReturnType<typeof exportService>;
