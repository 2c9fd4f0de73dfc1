import type { Logger } from 'pino';
import type { ImportMapping, ImportView } from '@kerabat/contract';
import type { Db } from '../../base/db/open.js';
import { badRequest, HttpProblem } from '../../base/http/problem.js';
import type { WorkPool } from '../../base/work/pool.js';
import type { WriteTurn } from '../history/turn.js';
import { LIMITS } from './files/limits.js';
import type { MappingStore } from './mappings.js';
import { mappingProblems } from './mapping.js';
import { type ImportSessions, isBusy, type Session } from './sessions.js';
import type { Looked, LookTask } from './task.js';

const encodingOf = (encoding: ImportMapping['encoding']): Pick<LookTask, 'encoding'> => (encoding ? { encoding } : {});

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

/** Why nothing else can be done with an import that is still worked on. */
export const busy = (sentence: string): HttpProblem => new HttpProblem(409, 'Not now', sentence);

const taskOf = (session: Session, encoding: ImportMapping['encoding']): LookTask => ({
  path: session.path,
  fileName: session.view.file,
  folder: session.folder,
  ...encodingOf(encoding),
});

/** Looks at a file in a thread: what is in it, and what its columns are taken for. */
export function looking({ change, fail, broken }: ImportSessions, mappings: MappingStore, pool: WorkPool) {
  const planned = ({ guesses }: Looked): Pick<ImportView, 'mapping' | 'remembered'> => {
    const recalled = guesses.map((guess) => mappings.recall(guess));
    const newest = recalled.flatMap((r) => (r ? [r] : [])).sort((a, b) => b.at.localeCompare(a.at))[0];
    const sheets = guesses.map((guess, i) => recalled[i]?.mapping ?? guess);
    return {
      mapping: { sheets, rejects: 'hand-back' },
      ...(newest ? { remembered: { by: newest.by, at: newest.at } } : {}),
    };
  };
  return async (session: Session, encoding: ImportMapping['encoding'], then: () => void): Promise<void> => {
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
}
export type Looking = ReturnType<typeof looking>;

/** Writes the rows of a file in a thread, or tries what would become of them; one import at a time. */
export function running(
  { change, fail, broken }: ImportSessions,
  catalogue: Db,
  mappings: MappingStore,
  { pool, turn, clock, written }: Omit<ImportTools, 'work' | 'log'>,
) {
  const carryOut = async (session: Session, mapping: ImportMapping, dryRun: boolean, person: string): Promise<void> => {
    const stop = new SharedArrayBuffer(4);
    session.end = () => void Atomics.store(new Int32Array(stop), 0, 1);
    try {
      const asked = { mapping, dryRun, person, now: clock(), fileName: session.view.file, folder: session.folder };
      const task = {
        ...taskOf(session, mapping.encoding ?? session.encoding),
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
      if (!dryRun && reply.report.refused === undefined)
        for (const sheet of mapping.sheets) mappings.keep(sheet, person);
      change(session, { state: dryRun ? 'looked' : 'done', report: reply.report });
      if (!dryRun) written();
    } catch (error) {
      broken(session, error);
    }
  };

  return (session: Session, mapping: ImportMapping, dryRun: boolean, person: string): void => {
    const problems = mappingProblems(mapping);
    if (problems.length > 0) throw badRequest(problems.join(' '), '/mapping');
    if (isBusy(session)) throw busy('This import is still being worked on. Wait for it, or cancel it.');
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
      mapping,
      progress: { words: dryRun ? 'checking' : 'writing', rows: 0, share: 0 },
    });
    void carryOut(session, mapping, dryRun, person).finally(release);
  };
}
export type Running = ReturnType<typeof running>;
