import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { Worker } from 'node:worker_threads';
import type { AuditAnswer, Finding } from '@kerabat/contract';
import { auditRow } from '@kerabat/core/audit';
import type { Db } from '../db/open.js';
import type { AcceptanceStore } from './acceptances.js';
import { lookThrough } from './look.js';
import { rowReader } from './rows.js';
import { told, type Told } from './told.js';

export type AuditReply = { readonly progress: AuditAnswer['progress'] } | { readonly looked: Told } | { readonly problem: string };

const THREAD = join(dirname(createRequire(import.meta.url).resolve('@kerabat/server/package.json')), 'dist', 'audit', 'worker.js');

/** Keeps the last audit and makes a new one, in a thread, when the catalogue has changed since. */
export function auditService(catalogue: Db, acceptances: AcceptanceStore, clock: () => string) {
  const rows = rowReader(catalogue);
  let last: { looked: Told; at: string; version: string } | undefined;
  let running: { worker: Worker; progress: AuditAnswer['progress']; done: Promise<void> } | undefined;
  let problem: string | undefined;

  /** Changes with every write, of this connection and of others. */
  const version = (): string =>
    `${String(catalogue.pragma('data_version', { simple: true }))}.${String(catalogue.prepare('SELECT total_changes()').pluck().get())}`;

  const start = (): Promise<void> => {
    const began = version();
    if (running) return running.done;
    problem = undefined;
    if (catalogue.name === ':memory:') {
      last = {
        looked: told(
          catalogue,
          lookThrough(catalogue, () => undefined),
        ),
        at: clock(),
        version: began,
      };
      return Promise.resolve();
    }
    const worker = new Worker(THREAD, { workerData: { file: catalogue.name } });
    const done = new Promise<void>((settled) => {
      worker.on('message', (reply: AuditReply) => {
        if ('progress' in reply) {
          if (running) running.progress = reply.progress;
        } else if ('looked' in reply) last = { looked: reply.looked, at: clock(), version: began };
        else problem = `The audit broke down: ${reply.problem}`;
      });
      worker.on('error', (error) => (problem = `The audit broke down: ${error.message}`));
      worker.on('exit', () => {
        running = undefined;
        settled();
      });
    });
    running = { worker, progress: { words: 'reading', share: 0 }, done };
    return done;
  };

  return {
    rows,
    /** The last audit of the catalogue as it is; waits a moment for one that is being made, and says when it is not done. */
    async answer(patience = 1500): Promise<AuditAnswer> {
      if (last?.version !== version() && problem === undefined) await Promise.race([start(), new Promise((enough) => setTimeout(enough, patience).unref())]);
      // A failure is told to whoever asked; the next one to ask has it made again.
      const failed = problem;
      problem = undefined;
      const state = running ? 'running' : failed === undefined ? 'done' : 'failed';
      const accepted = acceptances.all();
      const findings = (last?.looked.findings ?? []).map((finding): Finding => {
        const known = accepted.get(finding.fingerprint);
        return known ? { ...finding, accepted: known } : finding;
      });
      const rank = (f: Finding): number => (f.accepted ? 0 : 1000) + auditRow(f.rule).harm * 50 + Math.min(49, f.vehicles);
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
    find: (fingerprint: string): Finding | undefined => last?.looked.findings.find((f) => f.fingerprint === fingerprint),
    async close(): Promise<void> {
      await running?.worker.terminate();
    },
  };
}

export type AuditService = ReturnType<typeof auditService>;
