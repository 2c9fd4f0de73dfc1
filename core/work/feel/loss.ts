import { pistonArea } from '../../named/bore/index.js';
import { type ClutchInput, clutchTravel, slaveArea } from './clutch.js';

/** Travel that does not arrive: what would explain it, and of a clutch which pair of units restores it. */

/** Pressure of the air, MPa (ISO 2533). */
const AIR = 0.101325;

/**
 * Air at rest, mm³, that takes so much fluid at a pressure. Source: gas law at constant temperature, V₀ (1 − p_atm / (p
 * + p_atm)).
 */
export const airFor = (volume: number, pressure: number): number => volume / (1 - AIR / (pressure + AIR));

export interface PedalLoss {
  /** Fluid that went where it should not, mm³. */
  readonly volume: number;
  /**
   * Air that would explain it, as a volume at rest, mm³; and swelling, mm³ for each MPa. Absent where nothing is lost.
   */
  readonly air?: number;
  readonly swelling?: number;
}

/**
 * A brake pedal that goes further than it should, at a line pressure: the fluid that is lost, and what would explain
 * it. Nearly all of air’s travel is used up early, a swelling hose’s grows with the pressure: a second measurement at
 * another push tells them apart.
 */
export function pedalLoss(
  expected: number,
  measured: number,
  { pedalRatio, bore, pressure }: { readonly pedalRatio: number; readonly bore: number; readonly pressure: number },
): PedalLoss {
  const volume = ((measured - expected) / pedalRatio) * pistonArea(bore);
  return {
    volume,
    ...(volume > 0 && pressure > 0 ? { air: airFor(volume, pressure), swelling: volume / pressure } : {}),
  };
}

export interface ClutchMeasured {
  /** What the slave really moves. */
  readonly slaveTravel: number;
  /** Line pressure when the clutch releases, MPa; absent: what hangs on it is not said. */
  readonly pressure?: number;
  /** Pitch of the rod’s thread, mm. */
  readonly pitch?: number;
  /** Free travel that is wanted at the pedal. */
  readonly freeWanted?: number;
}

export interface ClutchLoss {
  /** What the units should give. */
  readonly expected: number;
  /** Slave travel that does not arrive; below 0: more arrives than should, and a value is wrong. */
  readonly lost: number;
  readonly share: number;
  /** The same as a volume, mm³. */
  readonly volume: number;
  /** Air that would explain it, as a volume at rest, mm³. */
  readonly air?: number;
  /** Swelling that would explain it, mm³ for each MPa. */
  readonly swelling?: number;
  /** Play in pedal, rod and bushings that would explain it, as travel of the pedal. */
  readonly play: number;
  /** Turns of the rod that bring free travel to what is wanted; above 0: the rod becomes longer. */
  readonly turns?: number;
}

/**
 * Expected against measured slave travel. Air takes fluid by the gas law; a swelling hose takes its volume in
 * proportion to the pressure; play takes travel before the master moves. Turns = Δ free travel / (pedal ratio × pitch).
 * Undefined while the free travel is not known, or nothing moves. Source: gas law at constant temperature, volume of
 * the fluid.
 */
export function clutchLoss(input: ClutchInput, measured: ClutchMeasured): ClutchLoss | undefined {
  const { slaveTravel: expected, masterStroke } = clutchTravel(input);
  if (expected === undefined || masterStroke === undefined || expected <= 0) return undefined;
  const lost = expected - measured.slaveTravel;
  const volume = lost * slaveArea(input.slave);
  const { pressure, pitch, freeWanted } = measured;
  const under = pressure !== undefined && pressure > 0 && lost > 0;
  return {
    expected,
    lost,
    share: lost / expected,
    volume,
    ...(under ? { air: airFor(volume, pressure), swelling: volume / pressure } : {}),
    play: (volume / pistonArea(input.masterBore)) * input.pedalRatio,
    ...(pitch !== undefined && pitch > 0 && freeWanted !== undefined && input.freeTravel !== undefined
      ? { turns: (input.freeTravel - freeWanted) / (input.pedalRatio * pitch) }
      : {}),
  };
}

export interface ClutchPair {
  /** Which of the two is another one. */
  readonly changes: 'master' | 'slave';
  readonly bore: number;
  readonly slaveTravel: number;
  /** Pedal force over what it is now. */
  readonly effort: number;
  readonly enough: boolean;
  /** Beyond the longest stroke of the slave. */
  readonly tooFar: boolean;
}

/**
 * Sizes of master or slave, one of them changed, that bring the wanted travel: enough and not too far first, of those
 * the lightest pedal. Undefined while the free travel is not known or nothing is wanted; a concentric slave keeps its
 * ring.
 */
export function clutchPairs(input: ClutchInput, sizes: readonly number[]): readonly ClutchPair[] | undefined {
  if (input.freeTravel === undefined || input.wanted === undefined) return undefined;
  const now = pistonArea(input.masterBore) / slaveArea(input.slave);
  const made = (changes: ClutchPair['changes'], bore: number): ClutchPair[] => {
    const other: ClutchInput = changes === 'master' ? { ...input, masterBore: bore } : { ...input, slave: { bore } };
    const { slaveTravel, advice } = clutchTravel(other);
    if (slaveTravel === undefined) return [];
    return [
      {
        changes,
        bore,
        slaveTravel,
        effort: pistonArea(other.masterBore) / slaveArea(other.slave) / now,
        enough: advice.includes('enough'),
        tooFar: advice.includes('over-travel'),
      },
    ];
  };
  const all = [
    ...sizes.flatMap((bore) => made('master', bore)),
    ...('bore' in input.slave ? sizes.flatMap((bore) => made('slave', bore)) : []),
  ];
  const rank = ({ enough, tooFar }: ClutchPair): number => (enough && !tooFar ? 0 : enough ? 1 : 2);
  return all.sort((a, b) => rank(a) - rank(b) || (rank(a) === 2 ? b.effort - a.effort : a.effort - b.effort));
}
