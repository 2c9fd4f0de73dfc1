import { randomUUID } from 'node:crypto';
import { createReadStream, existsSync, mkdirSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import type { ImportMapping, ImportView, MatchRequest, SheetMapping } from '@kerabat/contract';
import type { Db } from '../../base/db/open.js';
import { badRequest, HttpProblem, notFound } from '../../base/http/problem.js';
import { isTable } from './columns.js';
import type { MappingStore } from './mappings.js';
import { matchColumns } from './mapping.js';
import { rejectsFile } from './run.js';
import { importSessions, isBusy, type Session } from './sessions.js';
import { busy, type ImportTools, looking, running } from './under-way.js';

/** What is to be done as soon as a file has been looked at, when the sender said so. */
export interface AtOnce {
  readonly mapping?: ImportMapping;
  readonly dryRun: boolean;
}

/** The columns of a sheet as those of a table. */
function matched({ view }: Session, { sheet, table, headingLine }: MatchRequest): SheetMapping {
  const seen = view.sheets.find((s) => s.sheet === sheet);
  const heading = seen?.lines.find((line) => line.line === headingLine);
  if (!heading)
    throw badRequest('There is no such line in the sheet, or it is too far down for a heading.', '/headingLine');
  if (table !== null && !isTable(table)) throw badRequest(`There is no table "${table}".`, '/table');
  const columns =
    table === null ? heading.cells.map((cell) => ({ heading: cell, to: null })) : matchColumns(heading.cells, table);
  return { sheet, table, headingLine, columns, fixed: {} };
}

/** The rows of a sheet that could not be taken, as a file to put right and send again. */
function rejectsOf(session: Session, sheet: number) {
  const path = join(session.folder, rejectsFile(sheet));
  if (!Number.isInteger(sheet) || !existsSync(path)) throw notFound('Nothing of this sheet was rejected.');
  return {
    name: `rejected-${session.view.sheets[sheet]?.sheet ?? String(sheet)}.csv`,
    stream: createReadStream(path),
  };
}

/**
 * Imports from the first byte to the last row. Reading and writing are done in a thread; here is only what is known of
 * them.
 */
export function importService(catalogue: Db, mappings: MappingStore, tools: ImportTools) {
  const sessions = importSessions(tools.log);
  const { find, change } = sessions;
  const look = looking(sessions, mappings, tools.pool);
  const run = running(sessions, catalogue, mappings, tools);

  /** The file is there: look at it, and go on when that was asked for. */
  const received = (
    { id, path, folder }: { id: string; path: string; folder: string },
    file: string,
    person: string,
    atOnce?: AtOnce,
  ): ImportView => {
    const progress = { words: 'reading', rows: 0, share: 0 };
    const session: Session = {
      folder,
      path,
      hearers: new Set(),
      view: { id, file, size: statSync(path).size, state: 'looking', by: person, progress, sheets: [] },
    };
    sessions.add(session);
    void look(session, atOnce?.mapping?.encoding, () => {
      const mapping = atOnce?.mapping ?? session.view.mapping;
      if (!atOnce || !mapping) return;
      try {
        run(session, mapping, atOnce.dryRun, person);
      } catch (error) {
        if (!(error instanceof HttpProblem)) throw error;
        change(session, { state: 'failed', problem: error.detail });
      }
    });
    return session.view;
  };

  return {
    /** A place for a file that is about to come. */
    place(): { id: string; path: string; folder: string } {
      const id = randomUUID();
      const folder = join(tools.work, `import-${id}`);
      mkdirSync(folder);
      return { id, folder, path: join(folder, 'file') };
    },
    discard(folder: string): void {
      rmSync(folder, { recursive: true, force: true });
    },
    received,
    view: (id: string): ImportView => find(id).view,
    run(id: string, mapping: ImportMapping, dryRun: boolean, person: string): ImportView {
      const session = find(id);
      run(session, mapping, dryRun, person);
      return session.view;
    },
    /** A sheet as rows of a table that somebody names. */
    match: (id: string, asked: MatchRequest): SheetMapping => matched(find(id), asked),
    /** Reads the file again in another encoding. */
    lookAgain(id: string, encoding: ImportMapping['encoding']): ImportView {
      const session = find(id);
      if (isBusy(session)) throw busy('This import is still being worked on.');
      void look(session, encoding, () => undefined);
      return session.view;
    },
    /** Stops what is being done; nothing of it stays. Answers at once; the state follows. */
    cancel(id: string): void {
      const session = find(id);
      session.end?.();
    },
    listen(id: string, hear: (view: ImportView) => void): () => void {
      const session = find(id);
      session.hearers.add(hear);
      return () => session.hearers.delete(hear);
    },
    rejects: (id: string, sheet: number) => rejectsOf(find(id), sheet),
  };
}

export type ImportService = ReturnType<typeof importService>;
