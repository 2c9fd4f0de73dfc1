import type { InterchangeAnswer, InterchangeStep } from '@kerabat/contract';
import type { InterchangeNode, Outcomes } from '@kerabat/core/find/interchange';
import type { Settings } from '@kerabat/core/named/settings';
import { readingOf } from '../../base/work/reading.js';
import { interchangeStore } from './store.js';

export interface InterchangeTask {
  readonly file: string;
  readonly key: string;
  readonly settings: Settings;
  readonly depth: number;
  readonly outcomes: ReadonlyMap<string, Outcomes>;
}
export interface PathsTask extends InterchangeTask {
  readonly target: InterchangeNode;
  readonly count: number;
}
/** Walks that are too long for the loop, in a thread. */
export const interchangeOf = ({ file, key, settings, depth, outcomes }: InterchangeTask): InterchangeAnswer =>
  interchangeStore(readingOf(file), () => outcomes).interchange(key, settings, { depth }).answer;

export const pathsOf = ({ file, key, target, settings, count, depth, outcomes }: PathsTask): InterchangeStep[][] =>
  interchangeStore(readingOf(file), () => outcomes).paths(key, target, settings, count, { depth }).paths;

declare module '../../base/work/tasks.js' {
  interface Tasks {
    readonly interchange: { readonly task: InterchangeTask; readonly answer: InterchangeAnswer };
    readonly interchangePaths: { readonly task: PathsTask; readonly answer: InterchangeStep[][] };
  }
}
