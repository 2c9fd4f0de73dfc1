import { Worker } from 'node:worker_threads';
import type { IdentifyAnswer } from '@kerabat/contract';
import type { UnitKind } from '@kerabat/core/unit';
import type { Db } from '../db/open.js';
import { HttpProblem } from '../http/problem.js';
import { identifier, type IdentifyAsk } from './identifier.js';

/** Up to so many units a question is answered in a few milliseconds; more go to a thread of their own. */
const INLINE_UNITS = 2000;

interface Waiting {
  readonly done: (answer: IdentifyAnswer) => void;
  readonly fail: (error: Error) => void;
}
/** As much of a worker thread as is needed here. */
export type Thread = Pick<Worker, 'postMessage' | 'terminate'> & {
  on(event: 'message', hear: (reply: WorkerReply) => void): unknown;
  on(event: 'error' | 'exit', hear: () => void): unknown;
};

export type WorkerReply = { readonly id: number } & ({ readonly answer: IdentifyAnswer } | { readonly problem: string });

/**
 * Answers identifications: small pools at once, large ones in a worker thread that reads the catalogue file itself, so
 * that the event loop is never held. A worker that dies fails the questions it had and is started again by the next one.
 */
export function identifyService(catalogue: Db, start: (file: string) => Thread = startThread) {
  const inline = identifier(catalogue);
  const file = catalogue.name;
  const waiting = new Map<number, Waiting>();
  let worker: Thread | undefined;
  let asked = 0;

  const fail = (sentence: string): void => {
    worker = undefined;
    for (const { fail: refuse } of waiting.values()) refuse(new HttpProblem(503, 'Not now', sentence));
    waiting.clear();
  };
  const started = (): Thread => {
    if (worker) return worker;
    const made = start(file);
    made.on('message', (reply: WorkerReply) => {
      const waits = waiting.get(reply.id);
      waiting.delete(reply.id);
      if ('answer' in reply) waits?.done(reply.answer);
      else waits?.fail(new Error(reply.problem));
    });
    made.on('error', () => fail('The identification broke down. Ask again: nothing was lost.'));
    made.on('exit', () => {
      if (worker === made) fail('The identification was stopped. Ask again: nothing was lost.');
    });
    worker = made;
    return made;
  };

  return {
    answer(ask: IdentifyAsk): Promise<IdentifyAnswer> {
      const own = file === ':memory:' || inline.size(ask.kinds) <= INLINE_UNITS;
      if (own) return Promise.resolve(inline.answer(ask));
      const id = ++asked;
      const promise = new Promise<IdentifyAnswer>((done, refuse) => waiting.set(id, { done, fail: refuse }));
      started().postMessage({ id, ask });
      return promise;
    },
    /** Reads a large pool ahead of the first question for it. */
    warm(kinds: readonly UnitKind[]): void {
      if (file !== ':memory:' && inline.size(kinds) > INLINE_UNITS) started().postMessage({ id: 0, warm: kinds });
    },
    async close(): Promise<void> {
      await worker?.terminate();
    },
  };
}

function startThread(file: string): Thread {
  const worker = new Worker(new URL('worker.js', import.meta.url), { workerData: { file } });
  worker.unref();
  return worker;
}

export type IdentifyService = ReturnType<typeof identifyService>;
