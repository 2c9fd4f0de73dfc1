import { connectReading } from '../../base/db/open.js';
import { type ExportFormat, ExportProblem, writeExport } from './write.js';

export interface ExportTask {
  readonly catalogue: string;
  readonly format: ExportFormat;
  readonly folder: string;
  readonly now: string;
}

/** The path of the finished file, or why the catalogue cannot go out in this format. */
export type Exported = { readonly path: string } | { readonly problem: string };

/** Writes an export over a connection of its own, so that nobody waits for it. */
export async function writeOut({ catalogue, format, folder, now }: ExportTask): Promise<Exported> {
  const db = connectReading(catalogue);
  try {
    return { path: await writeExport(db, format, folder, now) };
  } catch (error) {
    if (error instanceof ExportProblem) return { problem: error.message };
    throw error;
  } finally {
    db.close();
  }
}

declare module '../../base/work/tasks.js' {
  interface Tasks {
    readonly writeOut: { readonly task: ExportTask; readonly answer: Exported };
  }
}
