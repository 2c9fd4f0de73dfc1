import type { Column } from './pool.js';

/** The probability of every unit of a pool, and the places of those that can matter to a sum. */
export interface Shares {
  readonly p: Float64Array;
  readonly live: Uint32Array;
}

/** All units that are left out together hold less than this; entropy and gain change by less than 10⁻⁴ bit. */
const NEGLIGIBLE = 1e-6;

/** Probabilities from their logarithms: e^x over its sum, without overflow. They take the place of the logarithms. */
export function sharesOf(logs: Float64Array): Shares {
  let top = -Infinity;
  for (let i = 0; i < logs.length; i++) if ((logs[i] as number) > top) top = logs[i] as number;
  let total = 0;
  for (let i = 0; i < logs.length; i++) total += logs[i] = Math.exp((logs[i] as number) - top);
  for (let i = 0; i < logs.length; i++) logs[i] = (logs[i] as number) / total;
  return { p: logs, live: liveOf(logs) };
}

/** The places that hold anything worth summing. */
export function liveOf(p: Float64Array): Uint32Array {
  const live = new Uint32Array(p.length);
  const line = NEGLIGIBLE / p.length;
  let count = 0;
  for (let i = 0; i < p.length; i++) if ((p[i] ?? 0) > line) live[count++] = i;
  return live.subarray(0, count);
}

/** The probability on each recorded answer of a column; place 0 is what no record says anything of. */
export function massesOf({ codes, answers }: Column, { p, live }: Shares): Float64Array {
  const mass = new Float64Array(answers.length + 1);
  for (let n = 0; n < live.length; n++) {
    const i = live[n] as number;
    const code = codes[i] as number;
    mass[code] = (mass[code] as number) + (p[i] as number);
  }
  return mass;
}

/** H = −Σ p log₂ p, in bits. */
export function entropy({ p, live }: Shares): number {
  let bits = 0;
  for (const i of live) bits -= (p[i] ?? 0) * Math.log2(p[i] ?? 1);
  return bits;
}
