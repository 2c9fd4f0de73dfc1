import { parentPort, workerData } from 'node:worker_threads';
import { plant } from '../trial/plant.js';
import { playWorld, type WorldAsk } from '../trial/run.js';
import { premises } from './premises.js';

/** A thread of a trial: plays the worlds that it is sent, one after the other. */

const { fault, ...ask } = workerData as Omit<WorldAsk, 'world' | 'jobs' | 'premises'> & { readonly fault?: string };
if (fault !== undefined) plant(fault);
parentPort?.on('message', (part: Pick<WorldAsk, 'world' | 'jobs'>) => {
  void playWorld({ ...ask, ...part, premises }).then(
    (played) => parentPort?.postMessage({ part, played }),
    (error: unknown) => {
      const failed = error instanceof Error ? (error.stack ?? error.message) : String(error);
      parentPort?.postMessage({ part, failed });
    },
  );
});
