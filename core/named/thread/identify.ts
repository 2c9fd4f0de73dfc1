import { type Instrument, type Settings, sigmaOf, STANDARD_SETTINGS } from '../settings/index.js';
import { BRAKE_THREADS } from './brake.data.js';
import { SERIES } from './series.data.js';
import { type BrakeThread, type Gender, minorDiameter, type SeriesThread } from './types.js';

/**
 * Which thread is in the hand. Every thread of the standards competes, not only what brakes use: what is none of theirs
 * is said to be none, with the standard thread that it is.
 */

/** A length over several threads, with what was counted: pitches, or crests, of which there is one more. */
export type OverThreads = { readonly lengthMm: number } & ({ readonly pitches: number } | { readonly crests: number });

export interface ThreadReading {
  readonly gender: Gender;
  readonly diameterMm: number;
  readonly instrument: Instrument;
  /** Pitch by a gauge, mm per turn; undefined when it was not taken. */
  readonly pitchMm?: number;
  readonly over?: OverThreads;
  /** A second diameter further up the thread, and how far apart the two were taken. */
  readonly taper?: { readonly secondMm: number; readonly apartMm: number };
}

export interface ThreadCandidate {
  readonly thread: BrakeThread;
  readonly probability: number;
}
export type ThreadCheck = 'pitch' | 'pitch-over-several' | 'taper' | 'measure-again';

export interface ThreadIdentity {
  /**
   * Threads that hydraulics use, best first. What is wanting to 1 speaks for `other`, or for no standard thread at all.
   */
  readonly candidates: readonly ThreadCandidate[];
  readonly verdict: 'one' | 'several' | 'none';
  /** The standard thread that hydraulics do not use and that this is, or nearly is, with the share of all of those. */
  readonly other?: { readonly thread: SeriesThread; readonly probability: number };
  /** What it is most easily taken for. */
  readonly confusedWith: readonly BrakeThread[];
  readonly nextCheck?: ThreadCheck;
  /** The pitch that was reckoned with, mm. */
  readonly pitchMm?: number;
  /** No thread at all is within four standard errors: a reading is wrong, or the thread is worn or in no standard. */
  readonly beyond: boolean;
}

/**
 * One thread in so many on a hydraulic part is one that hydraulics do not use: studs and odd repairs. Source: settings.
 */
const ODD = 0.02;
/**
 * Further than so many standard errors in diameter or pitch it is not this thread. Source: formulas of the trade, 4 σ.
 */
const FAR = 4;
/**
 * How much speaks for a thread that is in no standard, or a reading that is wrong: as much as for one in five at three
 * standard errors. A far reading never becomes sure by being alone.
 */
const NO_STANDARD = Math.log(0.2) - 0.5 * 3 ** 2;
/** From this share on one thread is named alone. */
const SURE = 0.95;
/** Tapered threads of pipes have 1 in 16 (ISO 7-1, ASME B1.20.1). */
const TAPER = 1 / 16;
const SHOWN = 0.01;

/**
 * Tolerance of the crest over the pitch that its settings were made for, 1 mm. Source: ISO 965-1, T_d = 180 P^(2/3) −
 * 3.15 / √P µm.
 */
export const crestTolerance = (pitchMm: number): number =>
  (180 * pitchMm ** (2 / 3) - 3.15 / Math.sqrt(pitchMm)) / 176.85;
/** The same of the mouth: T_D1 = 230 P^0.7 µm from 1 mm on, 433 P − 190 P^1.22 below. Source: ISO 965-1. */
export const mouthTolerance = (pitchMm: number): number =>
  (pitchMm >= 1 ? 230 * pitchMm ** 0.7 : 433 * pitchMm - 190 * pitchMm ** 1.22) / 230;

const isBrake = (thread: SeriesThread): thread is BrakeThread => 'usedFor' in thread;
const ALL: readonly SeriesThread[] = [
  ...BRAKE_THREADS,
  // Dryseal and parallel female pipe threads are those of their names as far as a caliper can tell.
  ...SERIES.filter(
    ({ designation }) =>
      !BRAKE_THREADS.some((one) => one.designation === designation) && !/NPTF$|^Rp /.test(designation),
  ),
];

/** Where a reading of a thread centres, and how it spreads, before the instrument. */
export function expected(thread: SeriesThread, male: boolean, settings: Settings): { at: number; spread: number } {
  const scale = male ? crestTolerance(thread.pitchMm) : mouthTolerance(thread.pitchMm);
  if (male) {
    const end = isBrake(thread) ? thread.maleEndMm : thread.majorMm;
    return { at: end - settings.maleCrest * scale, spread: settings.maleSpread * scale };
  }
  const mouth = (isBrake(thread) ? thread.femaleMouthMm : undefined) ?? minorDiameter(thread);
  return { at: mouth + settings.femaleMouth * scale, spread: settings.femaleSpread * scale };
}

/** The pitch that was measured and its standard error: over n pitches a caliper’s error is shared by them. */
export function pitchOf(
  { pitchMm, over, instrument }: ThreadReading,
  settings: Settings,
): { pitchMm: number; sigma: number } | undefined {
  if (over) {
    const pitches = 'pitches' in over ? over.pitches : over.crests - 1;
    if (pitches >= 1)
      return {
        pitchMm: over.lengthMm / pitches,
        sigma: Math.max(0.004, (Math.SQRT2 * sigmaOf(instrument, settings)) / pitches),
      };
  }
  return pitchMm === undefined ? undefined : { pitchMm, sigma: settings.pitchSigma };
}

/**
 * Names the thread that was measured. Diameters and pitch in mm. Never throws. Source: Bayes over the standards’
 * tolerances.
 */
export function identifyThread(reading: ThreadReading, settings: Settings = STANDARD_SETTINGS): ThreadIdentity {
  const male = reading.gender === 'male';
  const instrument = sigmaOf(reading.instrument, settings);
  const pitch = pitchOf(reading, settings);
  const weighed = ALL.map((thread) => {
    const { at, spread } = expected(thread, male, settings);
    const sigma = Math.hypot(instrument, spread);
    const off = (reading.diameterMm - at) / sigma;
    const turn = pitch ? (pitch.pitchMm - thread.pitchMm) / pitch.sigma : 0;
    const log =
      Math.log(isBrake(thread) ? 1 : ODD) -
      0.5 * (off ** 2 + turn ** 2) -
      Math.log(sigma) +
      taperLog(thread, reading, instrument);
    return { thread, log, near: Math.abs(off) <= FAR && Math.abs(turn) <= FAR, apart: Math.hypot(off, turn) };
  });
  const near = weighed.filter((one) => one.near);
  if (near.length === 0) return beyond(weighed, pitch);
  const best = Math.max(...near.map(({ log }) => log));
  const none = Math.exp(NO_STANDARD - Math.log(instrument) - best);
  const total = near.reduce((sum, { log }) => sum + Math.exp(log - best), none);
  const shares = near
    .map(({ thread, log }) => ({ thread, probability: Math.exp(log - best) / total }))
    .sort((a, b) => b.probability - a.probability);
  const candidates = shares.filter((one): one is ThreadCandidate => isBrake(one.thread) && one.probability >= SHOWN);
  const odd = shares.filter(({ thread }) => !isBrake(thread));
  const oddShare = odd.reduce((sum, { probability }) => sum + probability, 0);
  const [first] = candidates;
  const verdict = !first || oddShare + none / total > 0.5 ? 'none' : first.probability >= SURE ? 'one' : 'several';
  const check = verdict === 'one' ? undefined : nextCheck(shares, reading);
  return {
    candidates,
    verdict,
    ...(odd[0] && oddShare >= SHOWN ? { other: { thread: odd[0].thread, probability: oddShare } } : {}),
    confusedWith: neighboursOf(first?.thread ?? odd[0]?.thread),
    ...(check ? { nextCheck: check } : {}),
    ...(pitch ? { pitchMm: pitch.pitchMm } : {}),
    beyond: false,
  };
}

/** Two diameters L apart differ by L / 16 on a taper, and not at all on a parallel thread. */
function taperLog(thread: SeriesThread, { taper, diameterMm }: ThreadReading, instrument: number): number {
  if (!taper || taper.apartMm <= 0) return 0;
  const should = thread.tapered ? taper.apartMm * TAPER : 0;
  return -0.5 * ((Math.abs(taper.secondMm - diameterMm) - should) / (Math.SQRT2 * instrument)) ** 2;
}

/** What parts the two that are likeliest. */
function nextCheck([first, second]: readonly { readonly thread: SeriesThread }[], reading: ThreadReading): ThreadCheck {
  if (reading.pitchMm === undefined && !reading.over) return 'pitch';
  if (!first || !second) return 'measure-again';
  if (first.thread.tapered !== second.thread.tapered && !reading.taper) return 'taper';
  if (Math.abs(first.thread.pitchMm - second.thread.pitchMm) > 0.005 && !reading.over) return 'pitch-over-several';
  return 'measure-again';
}

/** Threads of hydraulics within this of each other in diameter are taken for one another, mm. */
const ALIKE = 0.6;
function neighboursOf(thread: SeriesThread | undefined): readonly BrakeThread[] {
  if (!thread) return [];
  const apart = (one: SeriesThread): number =>
    Math.abs(one.majorMm - thread.majorMm) + Math.abs(one.pitchMm - thread.pitchMm);
  return BRAKE_THREADS.filter(
    (one) => one.designation !== thread.designation && Math.abs(one.majorMm - thread.majorMm) <= ALIKE,
  )
    .sort((a, b) => apart(a) - apart(b))
    .slice(0, 3);
}

/** Nothing of the standards is where the readings are: the nearest are told, and none is named. */
function beyond(
  weighed: readonly { readonly thread: SeriesThread; readonly apart: number }[],
  pitch: { readonly pitchMm: number } | undefined,
): ThreadIdentity {
  const nearest = [...weighed].sort((a, b) => a.apart - b.apart).map(({ thread }) => thread);
  return {
    candidates: [],
    verdict: 'none',
    confusedWith: nearest.filter(isBrake).slice(0, 3),
    nextCheck: 'measure-again',
    ...(pitch ? { pitchMm: pitch.pitchMm } : {}),
    beyond: true,
  };
}
