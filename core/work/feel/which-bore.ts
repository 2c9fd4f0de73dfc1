import { type FeelSettings, pushed } from './brakes.js';
import { effortFor } from './effort.js';
import type { SetUp, Vehicle } from './types.js';

/** Which bore of the master brings travel and effort into a window. */

export interface Window {
  readonly from: number;
  readonly to: number;
}
export interface BoreWanted {
  /** Pedal travel at the deceleration of the effort; where none is given, at the standard one. */
  readonly travel?: Window;
  /** Pedal force at a deceleration (share of g). */
  readonly effort?: Window & { readonly at: number };
}
export interface RankedBore {
  readonly bore: number;
  /** Absent where no push reaches the deceleration. */
  readonly effort?: number;
  /** Absent where the way of the pistons is not known. */
  readonly travel?: number;
  readonly within: boolean;
  /** What it misses, in shares of the window's nearest edge; 0 within. */
  readonly misses: number;
}
export interface WhichBore {
  readonly ranked: readonly RankedBore[];
  readonly none?:
    | 'effort'
    | 'travel'
    | 'both'
    | 'effort-not-known'
    | 'travel-not-known'
    | 'beyond-grip'
    | 'no-sizes'
    | 'nothing-asked';
}

const miss = (value: number, { from, to }: Window): number =>
  value < from ? (from - value) / from : value > to ? (value - to) / to : 0;

/**
 * Bores ranked by how well they bring travel and effort into the windows, those within first and of them the nearest to
 * the middle. A stepped master keeps its step. Deceleration for the travel is that of the effort, else `everyday`. Says
 * why when none does.
 */
export function whichBore(
  vehicle: Vehicle,
  setUp: SetUp,
  wanted: BoreWanted,
  sizes: readonly number[],
  settings: FeelSettings & { readonly everyday: number; readonly dryGrip: number },
): WhichBore {
  if (!wanted.travel && !wanted.effort) return { ranked: [], none: 'nothing-asked' };
  if (sizes.length === 0) return { ranked: [], none: 'no-sizes' };
  const at = wanted.effort?.at ?? settings.everyday;
  // No push stops on a dry road what its tyres do not hold, and nothing is told of a vehicle that is not known.
  if (at >= settings.dryGrip) return { ranked: [], none: 'beyond-grip' };
  if (vehicle.mass === undefined || vehicle.tyreRadius === undefined) return { ranked: [], none: 'effort-not-known' };
  const { bore: was, largeBore } = setUp.master;
  const tried = [...new Set(sizes)].map((bore) => {
    const master = {
      ...setUp.master,
      bore,
      ...(largeBore === undefined ? {} : { largeBore: (largeBore * bore) / was }),
    };
    const other = { ...setUp, master };
    const effort = effortFor(at, vehicle, other, {}, settings);
    const travel = effort === undefined ? undefined : pushed(effort, vehicle, other, {}, settings).pedalTravel;
    const effortMiss = wanted.effort === undefined ? 0 : effort === undefined ? Infinity : miss(effort, wanted.effort);
    const travelMiss = wanted.travel === undefined ? 0 : travel === undefined ? Infinity : miss(travel, wanted.travel);
    const middle = (value: number | undefined, window: Window | undefined): number =>
      value === undefined || window === undefined ? 0 : Math.abs(value / ((window.from + window.to) / 2) - 1);
    return {
      bore,
      ...(effort === undefined ? {} : { effort }),
      ...(travel === undefined ? {} : { travel }),
      effortMiss,
      travelMiss,
      misses: Math.max(effortMiss, travelMiss),
      off: middle(effort, wanted.effort) + middle(travel, wanted.travel),
    };
  });
  tried.sort((a, b) => a.misses - b.misses || a.off - b.off || a.bore - b.bore);
  const ranked = tried.map(({ bore, effort, travel, misses }): RankedBore => ({
    bore,
    ...(effort === undefined ? {} : { effort }),
    ...(travel === undefined ? {} : { travel }),
    within: misses === 0,
    misses,
  }));
  if (ranked.some(({ within }) => within)) return { ranked };
  if (wanted.travel && tried.every(({ travel }) => travel === undefined)) return { ranked, none: 'travel-not-known' };
  const [byEffort, byTravel] = [tried.every((t) => t.effortMiss > 0), tried.every((t) => t.travelMiss > 0)];
  return { ranked, none: byEffort === byTravel ? 'both' : byEffort ? 'effort' : 'travel' };
}
