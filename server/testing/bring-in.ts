import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import type { ImportMapping, ImportReport, SheetMapping } from '@kerabat/contract';
import type { Db } from '../base/db/open.js';
import { openFile } from '../catalogue/imports/files/open.js';
import type { RawRow, Sheet } from '../catalogue/imports/files/sheet.js';
import { guessSheet } from '../catalogue/imports/mapping.js';
import { runImport } from '../catalogue/imports/run.js';

export interface BringIn {
  readonly dryRun?: boolean;
  readonly rejects?: ImportMapping['rejects'];
  /** Changes the guessed mapping of each sheet. */
  readonly mapping?: (sheet: SheetMapping) => SheetMapping;
  readonly cancelled?: () => boolean;
}

/** Brings a file in without a thread: read, guessed and run as the server does it. */
export async function bringIn(
  db: Db,
  path: string,
  { dryRun = false, rejects = 'hand-back', mapping = (sheet) => sheet, cancelled = () => false }: BringIn = {},
): Promise<ImportReport> {
  const folder = mkdtempSync(join(tmpdir(), 'kerabat-bring-in-'));
  try {
    const file = await openFile(path, basename(path), folder);
    const sheets: SheetMapping[] = [];
    for (const sheet of file.sheets) sheets.push(mapping(guessSheet(sheet.name, await beginningOf(sheet))));
    const task = {
      mapping: { sheets, rejects },
      dryRun,
      fileName: basename(path),
      person: 'Ilse',
      now: '2024-06-01T00:00:00Z',
      folder,
    };
    return await runImport(db, file, task, { cancelled, progress: () => undefined });
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

async function beginningOf(sheet: Sheet): Promise<readonly RawRow[]> {
  for await (const batch of sheet.rows()) return batch.slice(0, 12);
  return [];
}
