import { Worker } from 'node:worker_threads';
import type { IdentifyAnswer } from '@kerabat/contract';
import type { GeometrySearch } from '@kerabat/core/find/interchange';
import type { UnitKind } from '@kerabat/core/named/unit';
import type { Db } from '../../base/db/open.js';
import { HttpProblem } from '../../base/http/problem.js';
import { type GeometryAsk, identifier, type IdentifyAsk } from './identifier.js';

/** Up to so many units a question is answered in a few milliseconds; more go to a thread of their own. */
const INLINE_UNITS = 500;

interface Waiting {
  readonly done: (answer: never) => void;
  readonly fail: (error: Error) => void;
}
/** As much of a worker thread as is needed here. */
export type Thread = Pick<Worker, 'postMessage' | 'terminate'> & {
  on(event: 'message', hear: (reply: WorkerReply) => void): unknown;
  on(event: 'error' | 'exit', hear: () => void): unknown;
};

/** What a worker is told to do with its pools. */
export type PoolTask =
  { readonly ask: IdentifyAsk } | { readonly geometry: GeometryAsk } | { readonly warm: readonly UnitKind[] };
export type WorkerReply = { readonly id: number } & ({ readonly answer: unknown } | { readonly problem: string });

/**
 * Answers what is asked of a pool of units, which one it is or which would do by its joints: small pools at once, large
 * ones in a worker thread that reads the catalogue file itself, so that the event loop is never held. A worker that
 * dies fails the questions it had and is started again by the next one.
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
      if ('answer' in reply) waits?.done(reply.answer as never);
      else waits?.fail(new Error(reply.problem));
    });
    made.on('error', () => fail('The identification broke down. Ask again: nothing was lost.'));
    made.on('exit', () => {
      if (worker === made) fail('The identification was stopped. Ask again: nothing was lost.');
    });
    worker = made;
    return made;
  };

  const isLarge = (kinds: readonly UnitKind[]): boolean => file !== ':memory:' && inline.size(kinds) > INLINE_UNITS;
  const inThread = <T>(task: PoolTask): Promise<T> => {
    const id = ++asked;
    const promise = new Promise<T>((done, refuse) => waiting.set(id, { done, fail: refuse }));
    started().postMessage({ id, ...task });
    return promise;
  };

  return {
    async answer(ask: IdentifyAsk): Promise<IdentifyAnswer> {
      return isLarge(ask.kinds) ? inThread({ ask }) : inline.answer(ask);
    },
    /** Units that nobody lists and that would go in the place of one, by their joints. */
    async geometry(geometry: GeometryAsk): Promise<GeometrySearch> {
      return isLarge([geometry.kind]) ? inThread({ geometry }) : inline.geometry(geometry);
    },
    /** Reads a large pool ahead of the first question for it. */
    warm(kinds: readonly UnitKind[]): void {
      if (isLarge(kinds)) started().postMessage({ id: 0, warm: kinds });
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
