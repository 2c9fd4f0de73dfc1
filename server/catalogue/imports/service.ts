import { randomUUID } from 'node:crypto';
import { createReadStream, existsSync, mkdirSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import type { Logger } from 'pino';
import type { ImportPlan, ImportView, MatchRequest, SheetPlan } from '@kerabat/contract';
import type { Db } from '../../base/db/open.js';
import { badRequest, HttpProblem, notFound } from '../../base/http/problem.js';
import { TaskEnded, type WorkPool } from '../../base/work/pool.js';
import type { WriteTurn } from '../history/turn.js';
import { isTable } from './columns.js';
import { LIMITS } from './files/limits.js';
import type { MappingStore } from './mappings.js';
import { matchColumns, planProblems } from './plan.js';
import { rejectsFile } from './run.js';
import type { Looked, LookTask } from './task.js';

/** Files of so many imports are kept for their rejects and for another try. */
const KEPT = 10;

interface Session {
  view: ImportView;
  readonly folder: string;
  readonly path: string;
  readonly hearers: Set<(view: ImportView) => void>;
  /** In which encoding it was found to be. */
  encoding?: ImportPlan['encoding'] | undefined;
  /** Ends what is being done with it. */
  end?: () => void;
}
/** What is to be done as soon as a file has been looked at, when the sender said so. */
export interface AtOnce {
  readonly plan?: ImportPlan;
  readonly dryRun: boolean;
}

const encodingOf = (encoding: ImportPlan['encoding']): Pick<LookTask, 'encoding'> => (encoding ? { encoding } : {});

export interface ImportTools {
  readonly pool: WorkPool;
  readonly turn: WriteTurn;
  /** Where files are put while they are worked on. */
  readonly work: string;
  readonly log: Logger;
  readonly clock: () => string;
  /** Called when rows were written. */
  readonly written: () => void;
}

const BUSY = ['looking', 'running'];

/**
 * Imports from the first byte to the last row. Reading and writing are done in a thread; here is only what is known of
 * them.
 */
export function importService(
  catalogue: Db,
  mappings: MappingStore,
  { pool, turn, work, log, clock, written }: ImportTools,
) {
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

  const fail = (session: Session, problem: string): void => {
    log.warn({ file: session.view.file, size: session.view.size, by: session.view.by }, `import failed: ${problem}`);
    change(session, { state: 'failed', problem });
  };
  /** Tells how a task ended that gave no answer of its own. */
  const broken = (session: Session, error: unknown): void => {
    if (error instanceof TaskEnded && error.why === 'cancelled') return change(session, { state: 'cancelled' });
    if (error instanceof TaskEnded && error.why === 'memory')
      return fail(
        session,
        'The file needs more memory than an import may have. Send it as CSV, or in parts. Nothing of it was taken.',
      );
    if (error instanceof TaskEnded)
      return fail(session, `${error.message} Send the file in parts. Nothing of it was taken.`);
    if (error instanceof HttpProblem) return fail(session, error.detail);
    const number = randomUUID().slice(0, 8);
    log.error({ error, number, file: session.view.file }, 'import broke down');
    fail(
      session,
      `Server error ${number}: the import broke down, and nothing of it was taken. The log has the ` +
        'details under this number.',
    );
  };

  const planned = ({ guesses }: Looked): Pick<ImportView, 'plan' | 'remembered'> => {
    const recalled = guesses.map((guess) => mappings.recall(guess));
    const newest = recalled.flatMap((r) => (r ? [r] : [])).sort((a, b) => b.at.localeCompare(a.at))[0];
    const sheets = guesses.map((guess, i) => recalled[i]?.plan ?? guess);
    return {
      plan: { sheets, rejects: 'hand-back' },
      ...(newest ? { remembered: { by: newest.by, at: newest.at } } : {}),
    };
  };
  const taskOf = (session: Session, encoding: ImportPlan['encoding']): LookTask => ({
    path: session.path,
    fileName: session.view.file,
    folder: session.folder,
    ...encodingOf(encoding),
  });

  const look = async (session: Session, encoding: ImportPlan['encoding'], then: () => void): Promise<void> => {
    change(session, { state: 'looking', progress: { words: 'reading', rows: 0, share: 0 } });
    const ended = new AbortController();
    session.end = () => ended.abort();
    try {
      const options = {
        pool: 'long',
        person: session.view.by,
        signal: ended.signal,
        timeMs: LIMITS.lookSeconds * 1000,
      } as const;
      const reply = await pool.run('look', taskOf(session, encoding), options);
      if ('problem' in reply) return fail(session, reply.problem);
      if ('cancelled' in reply) return change(session, { state: 'cancelled' });
      session.encoding = reply.encoding;
      // Who asked to go on at once hears of the next state only.
      session.view = { ...session.view, state: 'looked', sheets: [...reply.seen], ...planned(reply) };
      then();
      if (session.view.state === 'looked') change(session, {});
    } catch (error) {
      broken(session, error);
    }
  };

  const run = (session: Session, plan: ImportPlan, dryRun: boolean, person: string): void => {
    const problems = planProblems(plan);
    if (problems.length > 0) throw badRequest(problems.join(' '), '/plan');
    if (BUSY.includes(session.view.state))
      throw new HttpProblem(409, 'Not now', 'This import is still being worked on. Wait for it, or cancel it.');
    const release = turn.take(() => {
      const { by, file, progress } = session.view;
      return (
        `${by} is bringing in ${file} (${Math.round(progress.share * 100)} %). Try again when it is ` +
        'done; what you entered is kept on the page.'
      );
    });
    const { report: _, problem: __, ...rest } = session.view;
    session.view = { ...rest, by: person };
    change(session, {
      state: 'running',
      plan,
      progress: { words: dryRun ? 'checking' : 'writing', rows: 0, share: 0 },
    });
    void carryOut(session, plan, dryRun, person).finally(release);
  };
  const carryOut = async (session: Session, plan: ImportPlan, dryRun: boolean, person: string): Promise<void> => {
    const stop = new SharedArrayBuffer(4);
    session.end = () => void Atomics.store(new Int32Array(stop), 0, 1);
    try {
      const asked = { plan, dryRun, person, now: clock(), fileName: session.view.file, folder: session.folder };
      const task = {
        ...taskOf(session, plan.encoding ?? session.encoding),
        run: asked,
        catalogue: catalogue.name,
        stop,
      };
      const reply = await pool.run('bringIn', task, {
        pool: 'long',
        person,
        tell: (progress: ImportView['progress']) => change(session, { progress }),
      });
      if ('cancelled' in reply) return change(session, { state: 'cancelled' });
      if ('problem' in reply) return fail(session, reply.problem);
      if (!dryRun && reply.report.refused === undefined) for (const sheet of plan.sheets) mappings.keep(sheet, person);
      change(session, { state: dryRun ? 'looked' : 'done', report: reply.report });
      if (!dryRun) written();
    } catch (error) {
      broken(session, error);
    }
  };

  return {
    /** A place for a file that is about to come. */
    place(): { id: string; path: string; folder: string } {
      const id = randomUUID();
      const folder = join(work, `import-${id}`);
      mkdirSync(folder);
      return { id, folder, path: join(folder, 'file') };
    },
    discard(folder: string): void {
      rmSync(folder, { recursive: true, force: true });
    },
    /** The file is there: look at it, and go on when that was asked for. */
    received(
      { id, path, folder }: { id: string; path: string; folder: string },
      file: string,
      person: string,
      atOnce?: AtOnce,
    ): ImportView {
      const progress = { words: 'reading', rows: 0, share: 0 };
      const session: Session = {
        folder,
        path,
        hearers: new Set(),
        view: { id, file, size: statSync(path).size, state: 'looking', by: person, progress, sheets: [] },
      };
      sessions.set(id, session);
      forgetOld();
      void look(session, atOnce?.plan?.encoding, () => {
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
      if (!heading)
        throw badRequest('There is no such line in the sheet, or it is too far down for a heading.', '/headingLine');
      if (table !== null && !isTable(table)) throw badRequest(`There is no table "${table}".`, '/table');
      const columns =
        table === null
          ? heading.cells.map((cell) => ({ heading: cell, to: null }))
          : matchColumns(heading.cells, table);
      return { sheet, table, headingLine, columns, fixed: {} };
    },
    /** Reads the file again in another encoding. */
    lookAgain(id: string, encoding: ImportPlan['encoding']): ImportView {
      const session = find(id);
      if (BUSY.includes(session.view.state))
        throw new HttpProblem(409, 'Not now', 'This import is still being worked on.');
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
    rejects(id: string, sheet: number) {
      const session = find(id);
      const path = join(session.folder, rejectsFile(sheet));
      if (!Number.isInteger(sheet) || !existsSync(path)) throw notFound('Nothing of this sheet was rejected.');
      return {
        name: `rejected-${session.view.sheets[sheet]?.sheet ?? String(sheet)}.csv`,
        stream: createReadStream(path),
      };
    },
  };
}

export type ImportService = ReturnType<typeof importService>;
