import { type Settings, STANDARD_SETTINGS } from '../../named/settings/index.js';
import { READING_SIGMAS } from '../../vehicle/reading/index.js';
import { type Engagement, engagementOf, findThread } from '../../named/thread/index.js';

/** Push rods: the clearance between booster and master, and how much thread stays engaged. */

export interface RodGapInput {
  /** From the master's mating face to the bottom of its recess. */
  readonly recessMm: number;
  /** From the booster's mating face to the tip of its pin. */
  readonly pinMm: number;
  /** A spacer or gasket between the faces adds. Absent: taken as none, and said so. */
  readonly plateMm?: number;
  /** A piece in the master's recess takes away. Absent: taken as none, and said so. */
  readonly insertMm?: number;
  /** The unit maker's own figures, where there are any. */
  readonly target?: { readonly min: number; readonly max: number };
  /** Pitch of the pin's adjuster, mm per turn. */
  readonly pitchMm?: number;
  readonly pedalRatio?: number;
}

export interface RodGap {
  readonly gapMm: number;
  /** Two standard errors of the readings together: so much the clearance may be off. */
  readonly doubtMm: number;
  /** "open": what the readings leave open reaches to no clearance. */
  readonly verdict: 'no-clearance' | 'open' | 'tight' | 'within' | 'loose';
  /** What nobody measured and was taken as none. */
  readonly assumed?: string;
  readonly sentence: string;
  readonly working: string;
  /** Turns of the adjuster to the middle of the target; positive lengthens the pin. */
  readonly turns?: number;
  /** What the clearance takes from the pedal, mm at the pad. */
  readonly pedalFreeTravelMm?: number;
  readonly caution?: string;
}

/**
 * A figure to hundredths, or as finely as it takes to tell it from the limits that it is judged by: 0.513 is not "0.51,
 * over 0.51".
 */
function shownApart(value: number, limits: readonly number[]): string {
  for (const digits of [2, 3, 4]) {
    const shown = value.toFixed(digits);
    if (limits.every((limit) => Math.abs(value - limit) < 1e-9 || Number(shown) !== limit)) return shown;
  }
  return value.toFixed(5);
}

/** Spacer and insert that nobody measured. */
function assumedIn({ plateMm, insertMm }: RodGapInput): string | undefined {
  const none = [plateMm === undefined ? 'no spacer' : '', insertMm === undefined ? 'no insert' : ''].filter(Boolean);
  return none.length === 0 ? undefined : `Taken with ${none.join(' and ')}: measure it where there is one.`;
}

const DRAG =
  'Do not drive, and do not bolt up: without clearance the ports stay covered, the brakes drag, heat and lock.';

/**
 * Rod clearance = recess + plate − insert − pin, against the target range (a setting, or the maker's own). No clearance
 * is a stop, and one that the readings leave open is treated as none. Turns = (gap − middle of the target) / pitch;
 * pedal free travel = gap × pedal ratio. Source: statics of
 * the pin between two faces.
 */
export function rodGap(input: RodGapInput, settings: Settings = STANDARD_SETTINGS): RodGap {
  const [plate, insert] = [input.plateMm ?? 0, input.insertMm ?? 0];
  const { min, max } = input.target ?? { min: settings.gapMin, max: settings.gapMax };
  const gapMm = input.recessMm + plate - insert - input.pinMm;
  const readings = [input.recessMm, input.pinMm, input.plateMm, input.insertMm].filter((one) => one !== undefined);
  const doubtMm = READING_SIGMAS * settings.sigmaCaliper * Math.sqrt(readings.length);
  const shown = shownApart(gapMm, [0, min, max]);
  const says = `${shown} mm (${(gapMm / 25.4).toFixed(4)} in) ± ${doubtMm.toFixed(2)} mm`;
  const assumed = assumedIn(input);
  const aim = (min + max) / 2;
  const extra = {
    doubtMm,
    ...(assumed === undefined ? {} : { assumed }),
    working:
      `recess ${input.recessMm} + plate ${plate} − insert ${insert} − pin ${input.pinMm} = ` +
      `${shown} mm ± ${doubtMm.toFixed(2)} (${READING_SIGMAS} standard errors of ${readings.length} readings); ` +
      `target ${min} to ${max} mm`,
    ...(input.pitchMm === undefined ? {} : { turns: (gapMm - aim) / input.pitchMm }),
    ...(input.pedalRatio === undefined ? {} : { pedalFreeTravelMm: gapMm * input.pedalRatio }),
  };
  if (gapMm <= 1e-9) {
    return {
      gapMm,
      verdict: 'no-clearance',
      sentence: `Clearance ${says}: the master cannot release, the brakes drag and heat. Stop.`,
      caution: DRAG,
      ...extra,
    };
  }
  if (gapMm - doubtMm <= 1e-9)
    return {
      gapMm,
      verdict: 'open',
      sentence: `Clearance ${says}: not known to clear. Treat it as none until it is measured with a depth gauge.`,
      caution: DRAG,
      ...extra,
    };
  if (gapMm < min - 1e-9)
    return { gapMm, verdict: 'tight', sentence: `Clearance ${says} is under ${min} mm: shorten the pin.`, ...extra };
  if (gapMm > max + 1e-9)
    return {
      gapMm,
      verdict: 'loose',
      sentence: `Clearance ${says} is over ${max} mm: pedal travel is lost; lengthen the pin.`,
      ...extra,
    };
  return { gapMm, verdict: 'within', sentence: `Clearance ${says} is within ${min} to ${max} mm.`, ...extra };
}

export interface RodCutInput {
  /** Designation of the rod's thread. */
  readonly rodThread: string;
  /** Thread outside the fork: counted turns, or a length. */
  readonly turnsShowing?: number;
  readonly exposedMm?: number;
  /** Whole length of the rod's thread. */
  readonly threadLengthMm?: number;
  /** Thread engaged in the fork now, when it was measured rather than worked out. */
  readonly engagedMm?: number;
  /** How much is to be cut off, or how much shorter the rod has to become. */
  readonly cutMm?: number;
}

export interface RodCut {
  /** Thread outside the fork now, and after the cut with the fork screwed on as far as before. */
  readonly exposedMm: number;
  readonly exposedAfterMm: number;
  /** What stays engaged, and by how much the rod could be made shorter at all; left out when `because` says why. */
  readonly engagement?: Engagement & { readonly maxShorterMm: number };
  readonly because?: string;
  readonly caution?: string;
}

const CUT =
  'A cut rod has lost what it was made with: deburr it and run a die over the thread. A welded one ' +
  'is work for a licensed welder, or not done at all.';

/**
 * What a rod shows outside its fork, what it has engaged, and what stays after a cut. Exposed = turns × pitch; engaged
 * = thread length − exposed, or as measured. The fork follows the cut end as far as exposed thread is left; what the
 * cut takes beyond that it takes from the engagement. A thread that is none, or a missing length, is answered with
 * "because".
 */
export function rodCut(
  input: RodCutInput,
  settings: Settings = STANDARD_SETTINGS,
): RodCut | { readonly because: string } {
  const thread = findThread(input.rodThread);
  if (!thread) return { because: `"${input.rodThread}" is no thread of a standard series: gauge the rod.` };
  const exposedMm =
    input.exposedMm ?? (input.turnsShowing === undefined ? undefined : input.turnsShowing * thread.pitchMm);
  if (exposedMm === undefined) return { because: 'Count the turns showing, or measure the thread outside the fork.' };
  const cut = input.cutMm ?? 0;
  const followed = Math.min(cut, exposedMm);
  const shown = { exposedMm, exposedAfterMm: exposedMm - followed, ...(cut > 0 ? { caution: CUT } : {}) };
  const engaged =
    input.engagedMm ?? (input.threadLengthMm === undefined ? undefined : input.threadLengthMm - exposedMm);
  if (engaged === undefined)
    return {
      ...shown,
      because: 'How much is engaged cannot be said without the length of the rod’s thread, or what is in the fork.',
    };
  if (engaged <= 0)
    return {
      ...shown,
      because: `The thread showing (${exposedMm.toFixed(1)} mm) would be all there is: measure again.`,
    };
  const after = engagementOf(engaged - (cut - followed), thread, settings);
  return { ...shown, engagement: { ...after, maxShorterMm: exposedMm + Math.max(0, engaged - after.leastMm) } };
}

export interface RodCompareInput {
  /**
   * By depth from the same face, by turns showing × pitch, or by a transfer mark: two lengths that were taken the same
   * way.
   */
  readonly by: 'depth' | 'turns' | 'mark';
  readonly oldValue: number;
  readonly newValue: number;
  /** For turns. */
  readonly rodThread?: string;
}

export type RodCompare =
  { readonly differenceMm: number; readonly sentence: string; readonly working: string } | { readonly because: string };

/**
 * How much longer the new rod stands than the old one, by the way in which both were measured. More turns showing is a
 * longer rod.
 */
export function compareRods({ by, oldValue, newValue, rodThread }: RodCompareInput): RodCompare {
  const thread = rodThread === undefined ? undefined : findThread(rodThread);
  if (by === 'turns' && !thread)
    return { because: 'Turns showing say a length only with the thread of the rod: gauge it.' };
  const scale = by === 'turns' ? (thread?.pitchMm ?? 0) : 1;
  const differenceMm = (newValue - oldValue) * scale;
  const both = `${Math.abs(differenceMm).toFixed(2)} mm · ${(Math.abs(differenceMm) / 25.4).toFixed(3)} in`;
  const working =
    by === 'turns'
      ? `(${newValue} − ${oldValue}) turns × ${scale} mm = ${differenceMm.toFixed(2)} mm`
      : `${newValue} − ${oldValue} = ${differenceMm.toFixed(2)} mm`;
  if (Math.abs(differenceMm) < 0.05) return { differenceMm, sentence: 'Both rods stand alike.', working };
  const says = `The new rod stands ${both} ${differenceMm > 0 ? 'longer' : 'shorter'}.`;
  if (by !== 'turns') return { differenceMm, sentence: says, working };
  const turns = Math.abs(newValue - oldValue);
  const back =
    `Where it is the very same rod, turn it ${differenceMm > 0 ? 'in' : 'out'} ${turns} ` +
    `${turns === 1 ? 'turn' : 'turns'}.`;
  const other = 'Of another rod the turns say nothing: measure from the flange face to the middle of the pin.';
  return { differenceMm, sentence: `${says} ${back} ${other}`, working };
}
