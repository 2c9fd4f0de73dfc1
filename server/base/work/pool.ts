import { join } from 'node:path';
import { MessageChannel, type MessagePort, type Transferable } from 'node:worker_threads';
import { Piscina } from 'piscina';
import { HOME } from '../home.js';
import { HttpProblem } from '../http/problem.js';
import { type Carried, unpacked } from './carried.js';
import type { TaskName, Tasks } from './tasks.js';

/** Threads run the built program, wherever this file runs from. */
const THREAD = join(HOME, 'dist', 'main', 'worker.js');

/**
 * What somebody waits for, what takes its time, and what nobody waits for. `most`: so many may be under way or waiting.
 */
const POOLS = {
  quick: { maxThreads: 1, most: 50, memoryMb: 256, timeMs: 10_000, threads: 1 },
  long: { maxThreads: 2, most: 20, memoryMb: 768, timeMs: 30 * 60_000, threads: 0 },
  background: { maxThreads: 1, most: 2, memoryMb: 1024, timeMs: 30 * 60_000, threads: 0 },
} as const;
export type PoolName = keyof typeof POOLS;

/** So many tasks of one pool may be under way or waiting for one person. */
const FOR_EACH_PERSON = 4;

/**
 * A task that was ended from outside; `why` tells whether its limits or a person did it. Whoever waits for it is told
 * so: nothing is broken.
 */
export class TaskEnded extends HttpProblem {
  constructor(
    readonly why: 'time' | 'memory' | 'cancelled',
    sentence: string,
  ) {
    super(503, 'Not finished', sentence);
  }
}

export interface TaskOptions {
  readonly pool?: PoolName;
  /** Who asks. Each person has a share of the threads. */
  readonly person: string;
  readonly signal?: AbortSignal;
  /** After so long it is stopped; without it, what its pool allows. */
  readonly timeMs?: number;
  /** Hears what the task tells on its way. */
  readonly tell?: (told: never) => void;
  readonly transfer?: readonly Transferable[];
}

/**
 * Threads for what would hold everybody up: with a queue, a share for each person, limits on time and memory, and an
 * end to each task.
 */
export function workPool() {
  const pools = new Map<PoolName, Piscina>();
  const counts = new Map<string, number>();
  const poolOf = (name: PoolName): Piscina => {
    const known = pools.get(name);
    if (known) return known;
    const { threads, maxThreads, memoryMb } = POOLS[name];
    const made = new Piscina({
      filename: THREAD,
      minThreads: threads,
      maxThreads,
      idleTimeout: 20_000,
      resourceLimits: { maxOldGenerationSizeMb: memoryMb },
    });
    // What goes wrong with a thread is told to whoever has a task in it.
    made.on('error', () => undefined);
    pools.set(name, made);
    return made;
  };

  const run = async <N extends TaskName>(
    name: N,
    task: Tasks[N]['task'],
    options: TaskOptions,
  ): Promise<Tasks[N]['answer']> => {
    const { pool = 'quick', person, signal, timeMs = POOLS[pool].timeMs, tell, transfer = [] } = options;
    const [share, all] = [`${pool}/${person}`, `${pool}/`];
    if (person !== '' && (counts.get(share) ?? 0) >= FOR_EACH_PERSON)
      throw new HttpProblem(
        429,
        'Too many at once',
        `${FOR_EACH_PERSON} of these are under way for you: wait for one of them, or cancel it.`,
      );
    if ((counts.get(all) ?? 0) >= POOLS[pool].most)
      throw new HttpProblem(503, 'Busy', 'Much is under way just now: try again in a moment.');
    const channel = tell ? new MessageChannel() : undefined;
    channel?.port1.on('message', (told: unknown) => tell?.(told as never));
    const limit = AbortSignal.timeout(timeMs);
    const count = (by: 1 | -1): void =>
      new Set([share, all]).forEach((of) => counts.set(of, (counts.get(of) ?? 0) + by));
    count(1);
    try {
      const given: { task: unknown; port?: MessagePort } = { task, ...(channel ? { port: channel.port2 } : {}) };
      const result = (await poolOf(pool).run(given, {
        name,
        signal: signal ? AbortSignal.any([signal, limit]) : limit,
        transferList: [...transfer, ...(channel ? [channel.port2] : [])] as never[],
      })) as Carried<Tasks[N]['answer']>;
      return unpacked(result);
    } catch (error) {
      throw endOf(error, limit, timeMs, signal);
    } finally {
      count(-1);
      if (counts.get(share) === 0) counts.delete(share);
      channel?.port1.close();
    }
  };
  return {
    run,
    async close(): Promise<void> {
      await Promise.all([...pools.values()].map((pool) => pool.destroy()));
      pools.clear();
    },
  };
}
export type WorkPool = ReturnType<typeof workPool>;

function endOf(error: unknown, limit: AbortSignal, timeMs: number, signal?: AbortSignal): unknown {
  if (signal?.aborted) return new TaskEnded('cancelled', 'It was cancelled.');
  if (limit.aborted)
    return new TaskEnded('time', `It took longer than ${Math.max(1, Math.round(timeMs / 1000))} s and was stopped.`);
  if (!(error instanceof Error)) return error;
  if ('code' in error && error.code === 'ERR_WORKER_OUT_OF_MEMORY')
    return new TaskEnded('memory', 'It wanted more memory than it may have and was stopped.');
  // The package has no other word for it.
  // eslint-disable-next-line no-restricted-syntax
  if (error.message.includes('Terminating worker thread')) return new TaskEnded('cancelled', 'It was stopped.');
  return error;
}
