import { STANDARD_PRACTICE, sigmaOf, type Instrument, type Practice } from '../practice/index.js';
import { BRAKE_THREADS } from './brake.data.js';
import { minorDiameter, type BrakeThread } from './types.js';

export interface ThreadReading {
  readonly gender: 'male' | 'female';
  readonly diameterMm: number;
  readonly instrument: Instrument;
  /** Measured pitch in mm per turn; undefined when it was not taken. */
  readonly pitchMm?: number;
}

export interface ThreadCandidate {
  readonly thread: BrakeThread;
  readonly probability: number;
}

/** Making and wear: how far a real thread's crest lies from the basic diameter, and how that spreads (mm). */
const MALE = { offset: -0.08, spread: 0.06 };
const FEMALE = { offset: 0.1, spread: 0.08 };
const PITCH_SIGMA_MM = 0.02;

/**
 * Which brake threads a measured diameter, and pitch if taken, support; probabilities over all of them, best first.
 * Male readings centre on the end diameter − 0.08, female ones on the mouth diameter + 0.10 (workshop practice).
 */
export function threadsFromMeasurement(
  reading: ThreadReading,
  practice: Practice = STANDARD_PRACTICE,
  threads: readonly BrakeThread[] = BRAKE_THREADS,
): ThreadCandidate[] {
  const { offset, spread } = reading.gender === 'male' ? MALE : FEMALE;
  const sigma = Math.hypot(sigmaOf(reading.instrument, practice), spread);
  const logs = threads.map((thread) => {
    const basic = reading.gender === 'male' ? thread.maleEndMm : (thread.femaleMouthMm ?? minorDiameter(thread));
    const diameter = (reading.diameterMm - basic - offset) / sigma;
    const pitch = reading.pitchMm === undefined ? 0 : (reading.pitchMm - thread.pitchMm) / PITCH_SIGMA_MM;
    return -0.5 * (diameter ** 2 + pitch ** 2);
  });
  const best = Math.max(...logs);
  const weights = logs.map((log) => Math.exp(log - best));
  const total = weights.reduce((sum, w) => sum + w, 0);
  return threads
    .map((thread, i) => ({ thread, probability: (weights[i] ?? 0) / total }))
    .sort((x, y) => y.probability - x.probability);
}

/** A pitch read over several threads: length over n pitches / n, in mm. */
export const pitchOver = (lengthMm: number, threads: number): number => lengthMm / threads;
