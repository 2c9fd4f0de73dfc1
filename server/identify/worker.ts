import { parentPort, workerData } from 'node:worker_threads';
import Database from 'better-sqlite3';
import { STANDARD_PRACTICE } from '@kerabat/core/practice';
import type { UnitKind } from '@kerabat/core/unit';
import { identifier, type IdentifyAsk } from './identifier.js';
import type { WorkerReply } from './service.js';

/** The thread that identifies in large pools: the same engine over a read-only connection of its own. */
const { file } = workerData as { file: string };
const engine = identifier(new Database(file, { readonly: true }));

parentPort?.on('message', (message: { id: number; ask?: IdentifyAsk; warm?: readonly UnitKind[] }) => {
  const ask = message.ask ?? { kinds: message.warm ?? [], evidence: [], fitted: [], unitIs: 'off' as const, limit: 1, practice: STANDARD_PRACTICE };
  const reply = answered(message.id, ask);
  if (message.ask) parentPort?.postMessage(reply);
});

function answered(id: number, ask: IdentifyAsk): WorkerReply {
  try {
    return { id, answer: engine.answer(ask) };
  } catch (error) {
    return { id, problem: (error as Error).message };
  }
}
