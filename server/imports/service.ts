import { randomUUID } from 'node:crypto';
import { createReadStream, existsSync, mkdirSync, rmSync, statSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { Worker } from 'node:worker_threads';
import type { ImportPlan, ImportView, MatchRequest, SheetPlan, SheetSeen } from '@kerabat/contract';
import type { Db } from '../db/open.js';
import { badRequest, HttpProblem, notFound } from '../http/problem.js';
import { isTable } from './columns.js';
import type { MappingStore } from './mappings.js';
import { guessSheet, matchColumns, planProblems } from './plan.js';
import { rejectsFile } from './run.js';
import type { ImportReply, ImportWork } from './worker.js';

/** The thread runs the built program, wherever this file runs from. */
const THREAD = join(dirname(createRequire(import.meta.url).resolve('@kerabat/server/package.json')), 'dist', 'imports', 'worker.js');
/** Files of so many imports are kept for their rejects and for another try. */
const KEPT = 10;
/** A reader that needs more memory is stopped, and the server goes on. */
const THREAD_MEMORY_MB = 512;

interface Session {
  view: ImportView;
  readonly folder: string;
  readonly path: string;
  readonly hearers: Set<(view: ImportView) => void>;
  /** In which encoding it was found to be. */
  encoding?: ImportPlan['encoding'] | undefined;
  worker?: Worker;
  stop?: Int32Array;
}
/** What is to be done as soon as a file has been looked at, when the sender said so. */
export interface AtOnce {
  readonly plan?: ImportPlan;
  readonly dryRun: boolean;
}

const encodingOf = (encoding: ImportPlan['encoding']): Pick<ImportWork, 'encoding'> => (encoding ? { encoding } : {});

const BUSY = ['looking', 'running'];

/** Imports from the first byte to the last row. Reading and writing are done in a thread; here is only what is known of them. */
export function importService(catalogue: Db, mappings: MappingStore, clock: () => string) {
  const root = join(dirname(catalogue.name), 'imports');
  const inMemory = catalogue.name === ':memory:';
  // What a killed program left behind belongs to nobody.
  if (!inMemory) rmSync(root, { recursive: true, force: true });
  const sessions = new Map<string, Session>();

  const find = (id: string): Session => {
    const session = sessions.get(id);
    if (!session) throw notFound('There is no such import any more. Send the file again.');
    return session;
  };
  const change = (session: Session, part: Partial<ImportView>): void => {
    session.view = { ...session.view, ...part };
    for (const hear of session.hearers) hear(session.view);
  };
  const forgetOld = (): void => {
    for (const [id, session] of sessions) {
      if (sessions.size <= KEPT) return;
      if (BUSY.includes(session.view.state)) continue;
      rmSync(session.folder, { recursive: true, force: true });
      sessions.delete(id);
    }
  };

  const work = (session: Session, task: Pick<ImportWork, 'run' | 'encoding'>, done: (reply: ImportReply) => void): void => {
    const stop = new SharedArrayBuffer(4);
    const data: ImportWork = { path: session.path, fileName: session.view.file, folder: session.folder, stop, ...task };
    const worker = new Worker(THREAD, { workerData: data, resourceLimits: { maxOldGenerationSizeMb: THREAD_MEMORY_MB } });
    session.worker = worker;
    session.stop = new Int32Array(stop);
    let ended = false;
    const end = (reply: ImportReply): void => {
      if (ended) return;
      ended = true;
      delete session.worker;
      done(reply);
    };
    worker.on('message', (reply: ImportReply) => ('progress' in reply ? change(session, { progress: reply.progress }) : end(reply)));
    worker.on('error', (error: NodeJS.ErrnoException) =>
      end({
        problem:
          error.code === 'ERR_WORKER_OUT_OF_MEMORY'
            ? 'The file wants more memory than an import may have. Send it as CSV, or in parts. Nothing of it was kept.'
            : `The import broke down, and nothing of it was kept: ${error.message}`,
      }),
    );
    worker.on('exit', () => end({ problem: 'The import was stopped, and nothing of it was kept.' }));
  };

  const planned = (seen: readonly SheetSeen[]): Pick<ImportView, 'plan' | 'remembered'> => {
    const guesses = seen.map(({ sheet, lines }) => guessSheet(sheet, lines));
    const recalled = guesses.map((guess) => mappings.recall(guess));
    const newest = recalled.flatMap((r) => (r ? [r] : [])).sort((a, b) => b.at.localeCompare(a.at))[0];
    const sheets = guesses.map((guess, i) => recalled[i]?.plan ?? guess);
    return { plan: { sheets, rejects: 'hand-back' }, ...(newest ? { remembered: { by: newest.by, at: newest.at } } : {}) };
  };

  const look = (session: Session, encoding: ImportPlan['encoding'], then: () => void): void => {
    change(session, { state: 'looking', progress: { words: 'reading', rows: 0, share: 0 } });
    work(session, encodingOf(encoding), (reply) => {
      if ('seen' in reply) {
        session.encoding = reply.encoding;
        // Who asked to go on at once hears of the next state only.
        session.view = { ...session.view, state: 'looked', sheets: [...reply.seen], ...planned(reply.seen) };
        then();
        if (session.view.state === 'looked') change(session, {});
      } else change(session, { state: 'failed', problem: 'problem' in reply ? reply.problem : 'It was cancelled.' });
    });
  };

  const run = (session: Session, plan: ImportPlan, dryRun: boolean, person: string): void => {
    const problems = planProblems(plan);
    if (problems.length > 0) throw badRequest(problems.join(' '), '/plan');
    if (BUSY.includes(session.view.state)) throw new HttpProblem(409, 'Not now', 'This import is still being worked on. Wait for it, or cancel it.');
    const other = [...sessions.values()].find((s) => s.view.state === 'running');
    if (other)
      throw new HttpProblem(409, 'Not now', `${other.view.by} is bringing in ${other.view.file}. Try again when it is done; what you have matched is kept.`);
    const { report: _, problem: __, ...rest } = session.view;
    session.view = { ...rest, by: person };
    change(session, { state: 'running', plan, progress: { words: dryRun ? 'checking' : 'writing', rows: 0, share: 0 } });
    const task = { plan, dryRun, person, now: clock(), fileName: session.view.file, folder: session.folder, catalogue: catalogue.name };
    work(session, { run: task, ...encodingOf(plan.encoding ?? session.encoding) }, (reply) => {
      if ('cancelled' in reply) return change(session, { state: 'cancelled' });
      if (!('report' in reply)) return change(session, { state: 'failed', problem: 'problem' in reply ? reply.problem : 'It could not be done.' });
      if (!dryRun && reply.report.refused === undefined) for (const sheet of plan.sheets) mappings.keep(sheet, person);
      change(session, { state: dryRun ? 'looked' : 'done', report: reply.report });
    });
  };

  return {
    /** A place for a file that is about to come. */
    place(): { id: string; path: string; folder: string } {
      if (inMemory) throw new HttpProblem(503, 'Not possible', 'A catalogue that is only in memory takes no imports.');
      const id = randomUUID();
      const folder = join(root, id);
      mkdirSync(folder, { recursive: true });
      return { id, folder, path: join(folder, 'file') };
    },
    discard(folder: string): void {
      rmSync(folder, { recursive: true, force: true });
    },
    /** The file is there: look at it, and go on when that was asked for. */
    received({ id, path, folder }: { id: string; path: string; folder: string }, file: string, person: string, atOnce?: AtOnce): ImportView {
      const progress = { words: 'reading', rows: 0, share: 0 };
      const session: Session = {
        folder,
        path,
        hearers: new Set(),
        view: { id, file, size: statSync(path).size, state: 'looking', by: person, progress, sheets: [] },
      };
      sessions.set(id, session);
      forgetOld();
      look(session, atOnce?.plan?.encoding, () => {
        const plan = atOnce?.plan ?? session.view.plan;
        if (!atOnce || !plan) return;
        try {
          run(session, plan, atOnce.dryRun, person);
        } catch (error) {
          if (!(error instanceof HttpProblem)) throw error;
          change(session, { state: 'failed', problem: error.detail });
        }
      });
      return session.view;
    },
    view: (id: string): ImportView => find(id).view,
    run(id: string, plan: ImportPlan, dryRun: boolean, person: string): ImportView {
      const session = find(id);
      run(session, plan, dryRun, person);
      return session.view;
    },
    /** A sheet as rows of a table that somebody names. */
    match(id: string, { sheet, table, headingLine }: MatchRequest): SheetPlan {
      const seen = find(id).view.sheets.find((s) => s.sheet === sheet);
      const heading = seen?.lines.find((line) => line.line === headingLine);
      if (!heading) throw badRequest('There is no such line in the sheet, or it is too far down for a heading.', '/headingLine');
      if (table !== null && !isTable(table)) throw badRequest(`There is no table "${table}".`, '/table');
      const columns = table === null ? heading.cells.map((cell) => ({ heading: cell, to: null })) : matchColumns(heading.cells, table);
      return { sheet, table, headingLine, columns, fixed: {} };
    },
    /** Reads the file again in another encoding. */
    lookAgain(id: string, encoding: ImportPlan['encoding']): ImportView {
      const session = find(id);
      if (BUSY.includes(session.view.state)) throw new HttpProblem(409, 'Not now', 'This import is still being worked on.');
      look(session, encoding, () => undefined);
      return session.view;
    },
    /** Stops what is being done; nothing of it stays. Answers at once; the state follows. */
    cancel(id: string): void {
      const session = find(id);
      if (session.stop) Atomics.store(session.stop, 0, 1);
      if (session.view.state === 'looking') void session.worker?.terminate();
    },
    listen(id: string, hear: (view: ImportView) => void): () => void {
      const session = find(id);
      session.hearers.add(hear);
      return () => session.hearers.delete(hear);
    },
    rejects(id: string, sheet: number) {
      const session = find(id);
      const path = join(session.folder, rejectsFile(sheet));
      if (!Number.isInteger(sheet) || !existsSync(path)) throw notFound('Nothing of this sheet was rejected.');
      return { name: `rejected-${session.view.sheets[sheet]?.sheet ?? String(sheet)}.csv`, stream: createReadStream(path) };
    },
    /** Who is writing into the catalogue just now, as a sentence. */
    writing(): string | undefined {
      const session = [...sessions.values()].find((s) => s.view.state === 'running');
      if (!session) return undefined;
      const { by, file, progress } = session.view;
      return `${by} is bringing in ${file} (${Math.round(progress.share * 100)} %). Try again when it is done; nothing was changed.`;
    },
    async close(): Promise<void> {
      await Promise.all([...sessions.values()].map((session) => session.worker?.terminate()));
    },
  };
}

export type ImportService = ReturnType<typeof importService>;
