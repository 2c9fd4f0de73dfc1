import { parentPort, workerData } from 'node:worker_threads';
import { connectReading } from '../../base/db/open.js';
import { identifier } from './identifier.js';
import type { PoolTask, WorkerReply } from './service.js';

/** The thread that identifies in large pools: the same engine over a read-only connection of its own. */
const { file } = workerData as { file: string };
const engine = identifier(connectReading(file));

parentPort?.on('message', ({ id, ...task }: { id: number } & PoolTask) => {
  const reply = answered(id, task);
  if (!('warm' in task)) parentPort?.postMessage(reply);
});

function answered(id: number, task: PoolTask): WorkerReply {
  try {
    if ('ask' in task) return { id, answer: engine.answer(task.ask) };
    if ('geometry' in task) return { id, answer: engine.geometry(task.geometry) };
    engine.warm(task.warm);
    return { id, answer: undefined };
  } catch (error) {
    return { id, problem: (error as Error).message };
  }
}
