import { lookup } from '../../base/lookup/index.js';
import { pedalTravelAt } from './brakes.js';
import { effortFor } from './effort.js';
import {
  FEEL_FIELDS,
  FEEL_PATHS,
  type FeelInputs,
  type FeelKey,
  type FeelKinds,
  isAsked,
  setUpOf,
} from './fields.data.js';
import type { FeelLimits } from './limits.js';
import type { SetUp, Vehicle } from './types.js';
import type { BoreWanted, Window } from './which-bore.js';

/** How sure figures are that rest on assumptions: the assumed values are drawn many times, each within its band. */

/** A set-up to sample: its values, and for those that are only assumed the bands that they may lie in. */
export interface Uncertain {
  readonly inputs: FeelInputs;
  readonly kinds: FeelKinds;
  readonly bands: Readonly<Partial<Record<FeelKey, Window>>>;
  /** Wheel units by name: where they stay, what is not known of them is the same in both set-ups. */
  readonly units?: { readonly front?: string; readonly rear?: string };
}

/** The middle, and between what ninety of a hundred draws lie. */
export interface Band {
  readonly low: number;
  readonly middle: number;
  readonly high: number;
}
export interface SetUpBands {
  /** Pedal force and travel of an everyday stop; absent where too few draws have one. */
  readonly effort?: Band;
  readonly travel?: Band;
  /** The same over those of the first set-up, draw by draw. */
  readonly effortRatio?: Band;
  readonly travelRatio?: Band;
}
export interface BoreBands {
  readonly bore: number;
  readonly effort?: Band;
  readonly travel?: Band;
  /** In which share of the draws it comes within the windows. */
  readonly within: number;
}
export interface Sampled {
  readonly samples: number;
  readonly setUps: readonly SetUpBands[];
  readonly bores: readonly BoreBands[];
}
export interface SampleAsk {
  readonly setUps: readonly Uncertain[];
  /** Bores tried in the place of this set-up’s, with the windows that are wanted. */
  readonly which?: { readonly of: number; readonly sizes: readonly number[]; readonly wanted: BoreWanted };
  readonly samples: number;
  readonly seed: number;
  readonly limits: FeelLimits;
}

/** Numbers from 0 to 1 that look like chance and are the same for the same seed. Source: mulberry32, public domain. */
export function chance(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** A value between `from` and `to` that most likely is `likely`: a triangle over the band. */
export function drawn(u: number, { from, to }: Window, likely: number): number {
  if (to <= from) return from;
  const mode = Math.min(to, Math.max(from, likely));
  const split = (mode - from) / (to - from);
  return u < split
    ? from + Math.sqrt(u * (to - from) * (mode - from))
    : to - Math.sqrt((1 - u) * (to - from) * (to - mode));
}

/** Draws between two words of progress. */
const STEP = 500;
/** Of fewer draws than this share nothing is said. */
const LEAST_SHARE = 0.5;
const [LOW, MIDDLE, HIGH] = [0.05, 0.5, 0.95];

/** Which end of the vehicle a value belongs to. */
const endOf = (key: FeelKey): 'front' | 'rear' | undefined =>
  key.startsWith('front') && key !== 'frontShare' ? 'front' : key.startsWith('rear') ? 'rear' : undefined;

/**
 * Draws what is not known again and again and says between what effort and travel lie; a value that two set-ups share
 * is drawn once for both, so that their ratio has only the doubt that belongs to it. Yields the draws made so far;
 * returns the bands.
 */
export function* sampleFeel({ setUps, which, samples, seed, limits }: SampleAsk): Generator<number, Sampled> {
  const random = chance(seed);
  const keys = FEEL_FIELDS.map(({ key }) => key).filter((key) => setUps.some(({ bands }) => bands[key]));
  const draws = setUps.map((setUp) => drawsOf(setUp, setUps[0] as Uncertain, keys));
  const shared = new Float64Array(keys.length);
  const found = setUps.map(() => columns(samples));
  const ratios = setUps.map(() => columns(samples));
  const bores = (which?.sizes ?? []).map((bore) => ({ bore, ...columns(samples), within: 0 }));
  for (let n = 0; n < samples; n++) {
    for (let i = 0; i < shared.length; i++) shared[i] = random();
    const stops = draws.map((made) => {
      if (!made) return undefined;
      for (const { place, other, set, band, likely } of made.values)
        set(drawn(other ? random() : (shared[place] as number), band, likely));
      return { vehicle: made.vehicle, setUp: made.setUp, ...stopOf(made.vehicle, made.setUp, limits.everyday, limits) };
    });
    stops.forEach((stop, i) => {
      keep(found[i], n, stop?.effort, stop?.travel);
      const first = stops[0];
      keep(ratios[i], n, over(stop?.effort, first?.effort), over(stop?.travel, first?.travel));
    });
    const base = which && stops[which.of];
    if (which && base)
      for (const one of bores) {
        const { bore: was, largeBore } = base.setUp.master;
        const master = {
          ...base.setUp.master,
          bore: one.bore,
          ...(largeBore === undefined ? {} : { largeBore: (largeBore * one.bore) / was }),
        };
        const stop = stopOf(
          base.vehicle,
          { ...base.setUp, master },
          which.wanted.effort?.at ?? limits.everyday,
          limits,
        );
        keep(one, n, stop.effort, stop.travel);
        if (isWithin(stop.effort, which.wanted.effort) && isWithin(stop.travel, which.wanted.travel)) one.within++;
      }
    if ((n + 1) % STEP === 0) yield n + 1;
  }
  return {
    samples,
    setUps: setUps.map((_, i) => ({
      ...named('effort', found[i]?.effort),
      ...named('travel', found[i]?.travel),
      ...(i === 0 ? {} : { ...named('effortRatio', ratios[i]?.effort), ...named('travelRatio', ratios[i]?.travel) }),
    })),
    bores: bores.map(({ bore, effort, travel, within }) => ({
      bore,
      ...named('effort', effort),
      ...named('travel', travel),
      within: within / samples,
    })),
  };
}

interface Columns {
  readonly effort: Float64Array;
  readonly travel: Float64Array;
}
const columns = (samples: number): Columns => ({
  effort: new Float64Array(samples),
  travel: new Float64Array(samples),
});
/** A draw without an answer is kept as such. */
function keep(into: Columns | undefined, n: number, effort = Number.NaN, travel = Number.NaN): void {
  if (!into) return;
  into.effort[n] = effort;
  into.travel[n] = travel;
}
const over = (a: number | undefined, b: number | undefined): number | undefined =>
  a === undefined || b === undefined || b === 0 ? undefined : a / b;
const isWithin = (value: number | undefined, window: Window | undefined): boolean =>
  window === undefined || (value !== undefined && value >= window.from && value <= window.to);

interface Drawn {
  /** Which of the shared draws it takes, unless it is another wheel unit’s own. */
  readonly place: number;
  readonly other: boolean;
  readonly band: Window;
  readonly likely: number;
  readonly set: (value: number) => void;
}

/**
 * A set-up whose assumed values are written anew for each draw: nothing is made again that stays. Undefined where a
 * value is missing.
 */
function drawsOf(
  { inputs, kinds, bands, units }: Uncertain,
  first: Uncertain,
  keys: readonly FeelKey[],
): { vehicle: Vehicle; setUp: SetUp; values: readonly Drawn[] } | undefined {
  // Made for these draws alone: it is written to.
  const own = setUpOf(inputs, kinds);
  if ('missing' in own) return undefined;
  const values = keys.flatMap((key, place): Drawn[] => {
    const [band, field] = [bands[key], FEEL_FIELDS.find((f) => f.key === key)];
    if (!band || !field || !isAsked(field, kinds)) return [];
    const end = endOf(key);
    // Other wheel units are other linings: what is not known of them is drawn for themselves.
    const other = end !== undefined && (units?.[end] !== first.units?.[end] || kinds[end] !== first.kinds[end]);
    const set = setterOf(own, key);
    return set ? [{ place, other, band, likely: inputs[key] ?? (band.from + band.to) / 2, set }] : [];
  });
  return { ...own, values };
}

/** Writes a value where it lies. */
export function setterOf(
  made: { readonly vehicle: Vehicle; readonly setUp: SetUp },
  key: FeelKey,
): ((value: number) => void) | undefined {
  if (key === 'frontCount' || key === 'rearCount') {
    const axle = made.setUp[key === 'frontCount' ? 'front' : 'rear'];
    if (axle.kind !== 'disc') return undefined;
    const [piston = 0] = axle.pistons;
    return (value) => {
      (axle as { pistons: readonly number[] }).pistons = Array.from(
        { length: Math.max(1, Math.round(value)) },
        () => piston,
      );
    };
  }
  const path = lookup(FEEL_PATHS, key)?.split('/') ?? [];
  const name = path.pop();
  const at = path.reduce<object | undefined>((of, part) => of && (Reflect.get(of, part) as object | undefined), made);
  if (name === undefined || at === undefined) return undefined;
  return (value) => Reflect.set(at, name, value);
}

function stopOf(vehicle: Vehicle, setUp: SetUp, at: number, limits: FeelLimits): { effort?: number; travel?: number } {
  const effort = effortFor(at, vehicle, setUp, {}, limits);
  if (effort === undefined) return {};
  const travel = pedalTravelAt(effort, vehicle, setUp, {}, limits);
  return { effort, ...(travel === undefined ? {} : { travel }) };
}

/** The band of a column of draws, when enough of them have an answer. */
function bandOf(column: Float64Array | undefined): Band | undefined {
  const known = (column ?? new Float64Array()).filter((value) => !Number.isNaN(value)).sort();
  if (known.length === 0 || known.length < LEAST_SHARE * (column?.length ?? 0)) return undefined;
  const at = (share: number): number => known[Math.min(known.length - 1, Math.floor(share * known.length))] as number;
  return { low: at(LOW), middle: at(MIDDLE), high: at(HIGH) };
}
const named = <K extends string>(key: K, column: Float64Array | undefined): { [P in K]?: Band } => {
  const band = bandOf(column);
  return (band === undefined ? {} : { [key]: band }) as { [P in K]?: Band };
};
