import { type Settings, STANDARD_SETTINGS } from '../settings/index.js';
import { makeUpMm } from './taper.js';
import { flankAngle, minorDiameter, pitchDiameter, type SeriesThread } from './types.js';

export const MATE_VERDICTS = [
  'mates',
  'taper mismatch',
  'will not start',
  'falls through',
  'loose',
  'starts, then binds',
] as const;
export type MateVerdict = (typeof MATE_VERDICTS)[number];

export interface Mating {
  readonly verdict: MateVerdict;
  readonly sentence: string;
  /** D_female − D_male, mm. */
  readonly deltaMm: number;
  /** Difference of the pitch diameters, mm. */
  readonly deltaPitchDiameterMm: number;
  /** |P_female − P_male| per turn, mm. */
  readonly driftMm: number;
  /** Share of the thread height that engages. */
  readonly engagement: number;
  /** Turns after which the flanks bind; undefined when the pitches are equal. */
  readonly bindsAfterTurns?: number;
  /** Both are tapered: how far the male goes in by hand, mm. */
  readonly makeUpMm?: number;
}

/** Two pitches are one when they differ by less than a gauge can show (0.002 mm). */
const SAME_PITCH_MM = 0.002;

/**
 * Whether a male thread goes into a female one, and what happens when it does not. Geometry of basic profiles
 * (ISO 68-1, ISO 228-1, ASME B1.1); flank allowance and turns available are settings. The order of the tests matters:
 * taper, start, engagement, pitch. `turns` is what the nut has; a tube nut has `settings.nutTurns`.
 */
export function mate(
  male: SeriesThread,
  female: SeriesThread,
  settings: Settings = STANDARD_SETTINGS,
  turns: number = settings.nutTurns,
): Mating {
  const a = settings.flankAllowance;
  const deltaMm = female.majorMm - male.majorMm;
  const driftMm = Math.abs(female.pitchMm - male.pitchMm);
  const minor = minorDiameter(female);
  const engagement = (male.majorMm - minor) / (female.majorMm - minor);
  const deltaPitchDiameterMm = pitchDiameter(female) - pitchDiameter(male);
  const halfAngle = ((flankAngle(female.family) / 2) * Math.PI) / 180;
  const play = Math.max(deltaPitchDiameterMm, 0) * Math.tan(halfAngle) + a;
  const samePitch = driftMm < SAME_PITCH_MM;
  const sameAngle = flankAngle(male.family) === flankAngle(female.family);
  const bindsAfterTurns = samePitch ? undefined : play / driftMm;

  const makeUp = male.tapered && female.tapered ? makeUpMm(male, female) : undefined;
  const own = makeUpMm(male, male) ?? 0;

  const verdict = ((): MateVerdict => {
    if (male.tapered !== female.tapered) return 'taper mismatch';
    if (male.tapered && makeUp !== undefined && makeUp > 0 && engagement <= settings.fallsThroughBelow)
      return 'falls through';
    if (male.tapered && makeUp !== undefined) return tapered(makeUp, own, male, female, bindsAfterTurns);
    if (deltaMm < -a) return 'will not start';
    if (engagement <= settings.fallsThroughBelow) return 'falls through';
    if (samePitch && Math.abs(deltaMm) <= a) return sameAngle ? 'mates' : 'loose';
    if (bindsAfterTurns === undefined || bindsAfterTurns >= turns) return 'loose';
    return 'starts, then binds';
  })();
  const figures = { deltaMm, deltaPitchDiameterMm, driftMm, engagement };
  const binding = bindsAfterTurns === undefined ? {} : { bindsAfterTurns };
  const taper = makeUp === undefined ? {} : { makeUpMm: makeUp };
  const sentence =
    makeUp === undefined
      ? sentenceFor(verdict, male, female, engagement, bindsAfterTurns)
      : taperSentence(verdict, male, female, makeUp, bindsAfterTurns);
  return { verdict, sentence, ...figures, ...binding, ...taper };
}

/**
 * Two tapers of one pitch and angle seal where they go in about as far as their own do; another pitch binds on the way.
 */
function tapered(
  makeUp: number,
  own: number,
  male: SeriesThread,
  female: SeriesThread,
  bindsAfter: number | undefined,
): MateVerdict {
  if (makeUp <= 0) return 'will not start';
  if (bindsAfter !== undefined && bindsAfter < Math.min(makeUp, own) / male.pitchMm) return 'starts, then binds';
  const alike = bindsAfter === undefined && flankAngle(male.family) === flankAngle(female.family);
  return alike && Math.abs(makeUp - own) <= own / 2 ? 'mates' : 'loose';
}

function taperSentence(
  verdict: MateVerdict,
  male: SeriesThread,
  female: SeriesThread,
  makeUp: number,
  turns: number | undefined,
): string {
  const pair = `${male.designation} in ${female.designation}`;
  const deep = `${makeUp.toFixed(1)} mm by hand, ${(makeUp / male.pitchMm).toFixed(1)} turns`;
  switch (verdict) {
    case 'falls through':
      return `${pair}: so small that nothing holds it.`;
    case 'mates':
      return (
        `${pair}: goes in ${deep}, then a wrench and a sealant make it tight. It is no joint for the ` +
        'flare of a line.'
      );
    case 'starts, then binds':
      return (
        `${pair}: another pitch; it binds after about ${(turns ?? 0).toFixed(1)} turns, before its taper ` +
        'is tight. It leaks.'
      );
    case 'will not start':
      return `${pair}: too large to start by hand.`;
    default:
      return (
        `${pair}: both tapered, but not alike: it goes in ${deep}, and its flanks do not close on each ` +
        'other. It leaks.'
      );
  }
}

function sentenceFor(
  verdict: MateVerdict,
  male: SeriesThread,
  female: SeriesThread,
  engagement: number,
  turns: number | undefined,
): string {
  const pair = `${male.designation} in ${female.designation}`;
  switch (verdict) {
    case 'mates':
      return `${pair}: the threads mate. The seats must be of the same form too.`;
    case 'taper mismatch':
      if (male.family === 'R' && male.tapered && female.designation.startsWith('Rp '))
        return (
          `${pair}: a pipe joint of ISO 7 that seals with a sealant. It is no joint for the flare seat of ` +
          'a brake line.'
        );
      return `${pair}: one is tapered, the other parallel. They do not seal on each other.`;
    case 'will not start':
      return `${pair}: the male thread is too large to start.`;
    case 'falls through':
      return `${pair}: the male thread is so small that nothing holds it.`;
    case 'loose':
      return `${pair}: goes home on ${Math.round(engagement * 100)} % of its thread and strips under pressure.`;
    case 'starts, then binds':
      return (
        `${pair}: starts by hand, binds after about ${(turns ?? 0).toFixed(1)} turns and stops before ` +
        'the seat closes. It feels right and leaks.'
      );
  }
}
