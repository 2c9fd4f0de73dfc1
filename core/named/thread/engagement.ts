import { type Settings, STANDARD_SETTINGS } from '../settings/index.js';
import type { SeriesThread } from './types.js';

export interface Engagement {
  readonly engagedMm: number;
  readonly leastMm: number;
  readonly enough: boolean;
  readonly sentence: string;
  readonly working: string;
}

/**
 * Whether a length of engaged rod thread is enough: at least so many diameters (a setting). Source: shear of a steel
 * thread; one diameter carries what the rod carries, the rest is for wear and a fork that is worn at its mouth.
 */
export function engagementOf(
  engagedMm: number,
  thread: SeriesThread,
  settings: Settings = STANDARD_SETTINGS,
): Engagement {
  const leastMm = settings.rodEngagement * thread.majorMm;
  const enough = engagedMm >= leastMm - 1e-9;
  const says =
    `${engagedMm.toFixed(1)} mm of ${thread.designation} engaged ` +
    `(${(engagedMm / thread.pitchMm).toFixed(1)} turns)`;
  return {
    engagedMm,
    leastMm,
    enough,
    sentence: enough
      ? `${says}; ${leastMm.toFixed(1)} mm are wanted.`
      : `${says}, and ${leastMm.toFixed(1)} mm are wanted: the fork would pull off.`,
    working: `${settings.rodEngagement} × ${thread.majorMm} = ${leastMm.toFixed(1)} mm at least`,
  };
}
