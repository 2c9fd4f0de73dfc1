import type { Logger } from 'pino';
import type { AuditAnswer, Finding } from '@kerabat/contract';
import { auditRow } from '@kerabat/core/find/audit';
import type { Db } from '../../base/db/open.js';
import type { SettingsStore } from '../../base/settings/store.js';
import type { WorkPool } from '../../base/work/pool.js';
import type { AcceptanceStore } from './acceptances.js';
import { rowReader } from './rows.js';
import type { AuditProgress } from './task.js';
import type { Told } from './told.js';

/** Keeps the last audit and makes a new one, in a thread, when the catalogue has changed since. */
export function auditService(
  catalogue: Db,
  acceptances: AcceptanceStore,
  settings: Pick<SettingsStore, 'current'>,
  pool: WorkPool,
  log: Logger,
  clock: () => string,
) {
  const rows = rowReader(catalogue);
  let last: { looked: Told; at: string; version: string } | undefined;
  let running: { progress: AuditProgress; done: Promise<void> } | undefined;
  let problem: string | undefined;

  /** Changes with every write, of this connection and of others, and with every setting. */
  const version = (): string =>
    `${JSON.stringify(settings.current())}.` +
    `${String(catalogue.pragma('data_version', { simple: true }))}.` +
    `${String(catalogue.prepare('SELECT total_changes()').pluck().get())}`;

  const start = (): Promise<void> => {
    if (running) return running.done;
    const began = version();
    problem = undefined;
    const tell = (progress: AuditProgress): void => {
      if (running) running.progress = progress;
    };
    const done = pool
      .run('audit', { file: catalogue.name, settings: settings.current() }, { pool: 'background', person: '', tell })
      .then(
        (looked) => void (last = { looked, at: clock(), version: began }),
        (error: unknown) => {
          log.error(error, 'audit broke down');
          problem = `The audit broke down: ${error instanceof Error ? error.message : 'nobody knows why'}`;
        },
      )
      .finally(() => (running = undefined));
    running = { progress: { words: 'reading', share: 0 }, done };
    return done;
  };

  return {
    rows,
    /**
     * The last audit of the catalogue as it is; waits a moment for one that is being made, and says when it is not
     * done.
     */
    async answer(patience = 1500): Promise<AuditAnswer> {
      if (last?.version !== version() && problem === undefined)
        await Promise.race([start(), new Promise((enough) => setTimeout(enough, patience).unref())]);
      // A failure is told to whoever asked; the next one to ask has it made again.
      const failed = problem;
      problem = undefined;
      const state = running ? 'running' : failed === undefined ? 'done' : 'failed';
      const accepted = acceptances.all();
      const findings = (last?.looked.findings ?? []).map((finding): Finding => {
        const known = accepted.get(finding.fingerprint);
        return known ? { ...finding, accepted: known } : finding;
      });
      const rank = (f: Finding): number =>
        (f.accepted ? 0 : 1000) + auditRow(f.rule).harm * 50 + Math.min(49, f.vehicles);
      return {
        state,
        ...(failed === undefined ? {} : { problem: failed }),
        progress: running?.progress ?? { words: '', share: 1 },
        ...(last ? { at: last.at } : {}),
        counts: { ...last?.looked.counts },
        findings: findings.sort((a, b) => rank(b) - rank(a)),
      };
    },
    /** What is known of one finding of the last audit. */
    find: (fingerprint: string): Finding | undefined =>
      last?.looked.findings.find((f) => f.fingerprint === fingerprint),
  };
}

export type AuditService = ReturnType<typeof auditService>;
