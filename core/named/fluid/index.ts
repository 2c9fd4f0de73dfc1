import type { FourState } from '../../base/state/index.js';

export { type Bottle, type Bottles, bottlesFor } from './bottles.js';

/** Fluid grades and seal materials, and which may meet. */

export type FluidBase = 'glycol' | 'silicone' | 'mineral' | 'central' | 'steering';

export interface FluidRow {
  readonly grade: string;
  readonly base: FluidBase;
  /** Least boiling points in °C; undefined where the standard sets none. */
  readonly dryBoiling?: number;
  readonly wetBoiling?: number;
  /** Most viscosity at −40 °C in mm²/s. */
  readonly viscosity?: number;
  readonly note: string;
  readonly source: string;
}

// prettier-ignore
export const FLUIDS: readonly FluidRow[] = [
  { grade: 'DOT 3', base: 'glycol', dryBoiling: 205, wetBoiling: 140, viscosity: 1500, note: '', source: 'FMVSS 116' },
  { grade: 'DOT 4', base: 'glycol', dryBoiling: 230, wetBoiling: 155, viscosity: 1800, note: '', source: 'FMVSS 116' },
  { grade: 'DOT 5', base: 'silicone', dryBoiling: 260, wetBoiling: 180, viscosity: 900, note: 'purple by rule; not for anti-lock units; does not mix with glycol', source: 'FMVSS 116' },
  { grade: 'DOT 5.1', base: 'glycol', dryBoiling: 260, wetBoiling: 180, viscosity: 900, note: 'clear to amber by rule, like DOT 3 and DOT 4', source: 'FMVSS 116' },
  { grade: 'ISO class 3', base: 'glycol', dryBoiling: 205, wetBoiling: 140, viscosity: 1500, note: '', source: 'ISO 4925' },
  { grade: 'ISO class 4', base: 'glycol', dryBoiling: 230, wetBoiling: 155, viscosity: 1500, note: '', source: 'ISO 4925' },
  { grade: 'ISO class 5-1', base: 'glycol', dryBoiling: 260, wetBoiling: 180, viscosity: 900, note: '', source: 'ISO 4925' },
  { grade: 'ISO class 6', base: 'glycol', dryBoiling: 250, wetBoiling: 165, viscosity: 750, note: 'low viscosity for stability control', source: 'ISO 4925' },
  { grade: 'ISO class 7', base: 'glycol', dryBoiling: 260, wetBoiling: 180, viscosity: 750, note: 'low viscosity', source: 'ISO 4925:2020; check the edition at hand' },
  { grade: 'mineral', base: 'mineral', note: 'brake and clutch mineral oil, often green; ruins EPDM, SBR and natural rubber', source: 'ISO 7308' },
  { grade: 'central hydraulic', base: 'central', note: 'synthetic oil of central hydraulics; its kinds do not interchange with each other or with steering oil: the cap names it', source: 'vehicle makers’ data' },
  { grade: 'steering oil', base: 'steering', note: 'transmission-type oil of power steering; does not interchange with central-hydraulic oil', source: 'vehicle makers’ data' },
];

/** What a seal does in a fluid: survives it, is ruined by it, or nobody can say without its maker. */
const SURVIVES: Readonly<Record<FluidBase, 'fits'>> = {
  glycol: 'fits',
  silicone: 'fits',
  mineral: 'fits',
  central: 'fits',
  steering: 'fits',
};
const GLYCOL_ONLY = {
  glycol: 'fits',
  silicone: 'fits',
  mineral: 'does-not-fit',
  central: 'does-not-fit',
  steering: 'does-not-fit',
} as const;
const OIL_ONLY = {
  glycol: 'does-not-fit',
  silicone: 'not-known',
  mineral: 'fits',
  central: 'fits',
  steering: 'fits',
} as const;

/**
 * Seal materials against bases. FMVSS 116 and ISO 4925 for glycol and silicone, ISO 7308 for mineral oil; others by
 * seal makers’ tables.
 */
export const SEAL_MATERIALS = {
  EPDM: GLYCOL_ONLY,
  SBR: GLYCOL_ONLY,
  'natural rubber': GLYCOL_ONLY,
  NBR: OIL_ONLY,
  HNBR: OIL_ONLY,
  FKM: OIL_ONLY,
  CR: { glycol: 'not-known', silicone: 'not-known', mineral: 'not-known', central: 'not-known', steering: 'not-known' },
  PTFE: SURVIVES,
  VMQ: {
    glycol: 'not-known',
    silicone: 'does-not-fit',
    mineral: 'does-not-fit',
    central: 'does-not-fit',
    steering: 'does-not-fit',
  },
} as const satisfies Readonly<Record<string, Readonly<Record<FluidBase, 'fits' | 'does-not-fit' | 'not-known'>>>>;
export type SealMaterial = keyof typeof SEAL_MATERIALS;

/** What a fluid of a base does to seals of a material. */
export const sealsAgainst = (seal: SealMaterial, base: FluidBase): 'fits' | 'does-not-fit' | 'not-known' =>
  SEAL_MATERIALS[seal][base];

/** The grade that people mean: "dot4", "DOT-5.1", "5.1", "mineral". */
export function findFluid(text: string): FluidRow | undefined {
  const key = squash(text);
  return FLUIDS.find((fluid) => squash(fluid.grade) === key || squash(fluid.grade) === `dot${key}`);
}

const squash = (text: string): string => text.toLowerCase().replace(/[^a-z0-9.]/g, '');

export interface FluidVerdict {
  readonly state: FourState;
  readonly sentence: string;
}

/** Low-viscosity grades are wanted for stability control; only there does viscosity decide. */
const LOW_VISCOSITY = 900;

/**
 * Whether a fluid may be filled where the cap names another and the seals are of these materials. The base must be the
 * same; the boiling points must reach what the cap wants; a low-viscosity grade is not replaced by a thicker one.
 * With neither cap nor seals known there is nothing to judge by; `null` is a system that has no cap yet, whose fluid is
 * decided by its seals.
 */
export function judgeFluid(
  offered: FluidRow,
  cap: FluidRow | undefined | null,
  seals: readonly SealMaterial[],
): FluidVerdict {
  const ruined = seals.filter((seal) => sealsAgainst(seal, offered.base) === 'does-not-fit');
  if (ruined.length > 0) {
    return no(
      `${offered.grade} is ${words(offered.base)} and ruins seals of ${ruined.join(', ')}. Never fill it here.`,
    );
  }
  const unsure = seals.filter((seal) => sealsAgainst(seal, offered.base) === 'not-known');
  if (unsure.length > 0)
    return unknown(`Whether seals of ${unsure.join(', ')} survive ${offered.grade} depends on their maker: ask.`);
  if (!cap) {
    if (seals.length === 0)
      return unknown(
        cap === null
          ? 'The seals are not known, and there is no cap yet: ask the maker of the units for their seal material.'
          : 'Neither the cap nor the seals are known: read the cap, or the seal material from the unit’s maker.',
      );
    if (cap === null)
      return { state: 'fits', sentence: `The seals survive ${offered.grade}: mark the new cap with it.` };
    return unknown(`The seals survive ${offered.grade}, but the cap has not been read: read which grade it names.`);
  }
  if (cap.base !== offered.base) {
    return no(
      `The cap names ${cap.grade} (${words(cap.base)}); ${offered.grade} is ${words(offered.base)}. The two never mix.`,
    );
  }
  const reaches =
    (offered.dryBoiling ?? 0) >= (cap.dryBoiling ?? 0) && (offered.wetBoiling ?? 0) >= (cap.wetBoiling ?? 0);
  if (!reaches)
    return no(
      `${offered.grade} boils too early: the cap names ${cap.grade}, at least ${cap.dryBoiling} °C dry ` +
        `and ${cap.wetBoiling} °C wet.`,
    );
  if ((cap.viscosity ?? Infinity) <= LOW_VISCOSITY && (offered.viscosity ?? Infinity) > (cap.viscosity ?? 0)) {
    return no(
      `${offered.grade} is too thick in the cold: the cap names ${cap.grade}, at most ${cap.viscosity} ` +
        'mm²/s at −40 °C.',
    );
  }
  if (offered.grade === cap.grade) return { state: 'fits', sentence: `${offered.grade}, as the cap says.` };
  return {
    state: 'fits',
    sentence: `${offered.grade} is at least what the cap names (${cap.grade}) and of the same base.`,
  };
}

/** Whether what the cap names and what the seals survive contradict each other; a sentence when they do. */
export function capAgainstSeals(cap: FluidRow, seals: readonly SealMaterial[]): string | undefined {
  const wrong = seals.filter((seal) => sealsAgainst(seal, cap.base) === 'does-not-fit');
  if (wrong.length === 0) return undefined;
  return (
    `The cap names ${cap.grade} but the seals are ${wrong.join(', ')}, which it ruins: the cap or ` +
    'the seals are not original. Do not fill before this is settled.'
  );
}

const words = (base: FluidBase): string =>
  ({
    glycol: 'glycol fluid',
    silicone: 'silicone fluid',
    mineral: 'mineral oil',
    central: 'central-hydraulic oil',
    steering: 'steering oil',
  })[base];
const no = (sentence: string): FluidVerdict => ({ state: 'does-not-fit', sentence });
const unknown = (sentence: string): FluidVerdict => ({ state: 'not-known', sentence });

/**
 * Fluid to buy in ml: what the lines and units hold, plus the flush of each axle or clutch line, plus waste as a share
 * of the sum (settings). All in ml.
 */
export function fluidNeeded(holds: number, flush: number, wasteShare: number): number {
  return (holds + flush) * (1 + wasteShare);
}
