import { connectReading } from '../db/open.js';
import { writeExport, type ExportFormat } from './write.js';

export interface ExportTask {
  readonly catalogue: string;
  readonly format: ExportFormat;
  readonly folder: string;
  readonly now: string;
}

/** Writes an export over a connection of its own, so that nobody waits for it. Answers the path of the file. */
export async function writeOut({ catalogue, format, folder, now }: ExportTask): Promise<string> {
  const db = connectReading(catalogue);
  try {
    return await writeExport(db, format, folder, now);
  } finally {
    db.close();
  }
}
