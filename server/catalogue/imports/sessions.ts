import { randomUUID } from 'node:crypto';
import { rmSync } from 'node:fs';
import type { Logger } from 'pino';
import type { ImportMapping, ImportView } from '@kerabat/contract';
import { HttpProblem, notFound } from '../../base/http/problem.js';
import { TaskEnded } from '../../base/work/pool.js';

/** Files of so many imports are kept for their rejects and for another try. */
const KEPT = 10;

/** One import: its file, and how far it is. */
export interface Session {
  view: ImportView;
  readonly folder: string;
  readonly path: string;
  readonly hearers: Set<(view: ImportView) => void>;
  /** In which encoding it was found to be. */
  encoding?: ImportMapping['encoding'] | undefined;
  /** Ends what is being done with it. */
  end?: () => void;
}

const BUSY = ['looking', 'running'];
export const isBusy = ({ view }: Session): boolean => BUSY.includes(view.state);

/** The imports that are known, and how each is told to those who watch it. */
export function importSessions(log: Logger) {
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
      if (isBusy(session)) continue;
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

  return {
    find,
    change,
    fail,
    broken,
    add(session: Session): void {
      sessions.set(session.view.id, session);
      forgetOld();
    },
  };
}
export type ImportSessions = ReturnType<typeof importSessions>;
