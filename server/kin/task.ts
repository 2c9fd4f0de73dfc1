import type { KinAnswer, KinStep } from '@kerabat/contract';
import type { KinNode, Outcomes } from '@kerabat/core/kin';
import type { Practice } from '@kerabat/core/practice';
import { readingOf } from '../work/reading.js';
import { kinStore } from './store.js';

export interface KinTask {
  readonly file: string;
  readonly key: string;
  readonly practice: Practice;
  readonly depth: number;
  readonly outcomes: ReadonlyMap<string, Outcomes>;
}
export interface PathsTask extends KinTask {
  readonly target: KinNode;
  readonly count: number;
}
/** Walks that are too long for the loop, in a thread. */
export const kinOf = ({ file, key, practice, depth, outcomes }: KinTask): KinAnswer =>
  kinStore(readingOf(file), () => outcomes).kin(key, practice, { depth }).answer;

export const pathsOf = ({ file, key, target, practice, count, depth, outcomes }: PathsTask): KinStep[][] =>
  kinStore(readingOf(file), () => outcomes).paths(key, target, practice, count, { depth }).paths;
