import { STANDARD_SETTINGS, sigmaOf, type Instrument, type Settings } from '../settings/index.js';
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

/**
 * Which brake threads a measured diameter, and pitch if taken, support; probabilities over all of them, best first.
 * Male readings centre a little under the end diameter, female ones a little over the mouth diameter (settings).
 */
export function threadsFromMeasurement(
  reading: ThreadReading,
  practice: Settings = STANDARD_SETTINGS,
  threads: readonly BrakeThread[] = BRAKE_THREADS,
): ThreadCandidate[] {
  const male = reading.gender === 'male';
  const [offset, spread] = male
    ? [-practice.maleCrest, practice.maleSpread]
    : [practice.femaleMouth, practice.femaleSpread];
  const sigma = Math.hypot(sigmaOf(reading.instrument, practice), spread);
  const logs = threads.map((thread) => {
    const basic = male ? thread.maleEndMm : (thread.femaleMouthMm ?? minorDiameter(thread));
    const diameter = (reading.diameterMm - basic - offset) / sigma;
    const pitch = reading.pitchMm === undefined ? 0 : (reading.pitchMm - thread.pitchMm) / practice.pitchSigma;
    return -0.5 * (diameter ** 2 + pitch ** 2);
  });
  const best = Math.max(...logs);
  const weights = logs.map((log) => Math.exp(log - best));
  const total = weights.reduce((sum, w) => sum + w, 0);
  return threads
    .map((thread, i) => ({ thread, probability: (weights[i] ?? 0) / total }))
    .sort((x, y) => y.probability - x.probability);
}
