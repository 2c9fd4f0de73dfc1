import type { Column } from './pool.js';

/** The probability of every unit of a pool, and the places of those that can matter to a sum. */
export interface Shares {
  readonly p: Float64Array;
  readonly live: Uint32Array;
  /** What those hold together. */
  readonly held: number;
}

/** All units that are left out together hold less than this; entropy and gain change by less than 10⁻⁴ bit. */
const NEGLIGIBLE = 1e-6;

/** Probabilities from their logarithms: e^x over its sum, without overflow. They take the place of the logarithms. */
export function sharesOf(logs: Float64Array): Shares {
  let top = -Infinity;
  for (let i = 0; i < logs.length; i++) if ((logs[i] as number) > top) top = logs[i] as number;
  // Units that were told alike stand beside each other in long rows: what was worked out for the last is not again.
  let [log, power, total] = [NaN, 0, 0];
  for (let i = 0; i < logs.length; i++) {
    if (logs[i] !== log) {
      log = logs[i] as number;
      power = Math.exp(log - top);
    }
    total += logs[i] = power;
  }
  for (let i = 0; i < logs.length; i++) logs[i] = (logs[i] as number) / total;
  return liveOf(logs);
}

/** The shares, and the places that hold anything worth summing. */
export function liveOf(p: Float64Array): Shares {
  const live = new Uint32Array(p.length);
  const line = NEGLIGIBLE / p.length;
  let [count, held] = [0, 0];
  for (let i = 0; i < p.length; i++)
    if ((p[i] as number) > line) {
      live[count++] = i;
      held += p[i] as number;
    }
  return { p, live: live.subarray(0, count), held };
}

/** The probability on each recorded answer of a column; place 0 is what no record says anything of. */
export function massesOf({ codes, answers, recorded }: Column, { p, live, held }: Shares): Float64Array {
  const mass = new Float64Array(answers.length + 1);
  const places = recorded && recorded.length < live.length ? recorded : live;
  let sum = 0;
  for (let n = 0; n < places.length; n++) {
    const i = places[n] as number;
    const code = codes[i] as number;
    sum += p[i] as number;
    mass[code] = (mass[code] as number) + (p[i] as number);
  }
  if (places === recorded) mass[0] = Math.max(0, held - sum);
  return mass;
}

/** H = −Σ p log₂ p, in bits. */
export function entropy({ p, live }: Shares): number {
  let [bits, share, own] = [0, NaN, 0];
  for (let n = 0; n < live.length; n++) {
    const i = live[n] as number;
    if (p[i] !== share) {
      share = p[i] as number;
      own = share * Math.log2(share);
    }
    bits -= own;
  }
  return bits;
}
