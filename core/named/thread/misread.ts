import { type Settings, sigmaOf, STANDARD_SETTINGS } from '../settings/index.js';
import { BRAKE_THREADS } from './brake.data.js';
import { expected, pitchOf, type ThreadReading } from './identify.js';
import type { BrakeThread } from './types.js';

/** What may have gone wrong where readings of a thread do not agree. */

export const MISREADINGS = ['count', 'other-system', 'worn', 'contradicts'] as const;
export interface Misreading {
  readonly what: (typeof MISREADINGS)[number];
  /** The thread that it would be, were it so. */
  readonly thread: BrakeThread;
  /** What the other reading speaks for, where the two contradict. */
  readonly other?: BrakeThread;
}

/** Near enough to speak for a thread by itself, standard errors. */
const NEAR = 2.5;
/** A gauge of the other system lies down on two or three threads where its pitch differs by no more than this share. */
const LIES_NEAR = 0.07;
/** A thread that is worn or stretched reads small by up to this share of its diameter. */
const WORN = 0.05;

/**
 * Looks for the usual mistakes, the likeliest first: crests counted as pitches, a gauge of the wrong system, a worn
 * thread, two readings of which one is of another thread. Nothing where diameter and pitch agree, or no pitch was
 * taken.
 */
export function misreadings(reading: ThreadReading, settings: Settings = STANDARD_SETTINGS): readonly Misreading[] {
  const pitch = pitchOf(reading, settings);
  if (!pitch) return [];
  const male = reading.gender === 'male';
  const instrument = sigmaOf(reading.instrument, settings);
  const rows = BRAKE_THREADS.map((thread) => {
    const { at, spread } = expected(thread, male, settings);
    return {
      thread,
      off: (reading.diameterMm - at) / Math.hypot(instrument, spread),
      at,
      turn: Math.abs(pitch.pitchMm - thread.pitchMm) / pitch.sigma,
    };
  });
  if (rows.some(({ off, turn }) => Math.abs(off) <= NEAR && turn <= NEAR)) return [];
  const byDiameter = rows.filter(({ off }) => Math.abs(off) <= NEAR).sort((a, b) => Math.abs(a.off) - Math.abs(b.off));
  const byPitch = rows.filter(({ turn }) => turn <= NEAR);
  const found: Misreading[] = [];
  const counted = countOff(reading);
  const miscounted = byDiameter.find(({ thread }) =>
    counted.some((p) => Math.abs(p - thread.pitchMm) < 2 * pitch.sigma),
  );
  if (miscounted) found.push({ what: 'count', thread: miscounted.thread });
  const lies = reading.over
    ? undefined
    : byDiameter.find(({ thread }) => Math.abs(pitch.pitchMm / thread.pitchMm - 1) < LIES_NEAR);
  if (lies) found.push({ what: 'other-system', thread: lies.thread });
  // A worn crest is low, a worn mouth is wide.
  const worn = byPitch.find(({ at }) => {
    const short = (male ? at - reading.diameterMm : reading.diameterMm - at) / at;
    return short > 0 && short < WORN;
  });
  if (worn) found.push({ what: 'worn', thread: worn.thread });
  const [first] = byDiameter;
  const other = byPitch[0];
  if (found.length === 0 && first && other)
    found.push({ what: 'contradicts', thread: first.thread, other: other.thread });
  return found;
}

/** Pitches that the same length would give, had one more or one fewer been counted. */
function countOff({ over }: ThreadReading): readonly number[] {
  if (!over) return [];
  const pitches = 'pitches' in over ? over.pitches : over.crests - 1;
  return [pitches - 1, pitches + 1].filter((n) => n >= 1).map((n) => over.lengthMm / n);
}
