import { toBase } from '../../base/units/index.js';
import { attribute } from '../../named/attribute/index.js';
import { type Settings, sigmaOf } from '../../named/settings/index.js';
import { type Evidence, slotKey } from '../../vehicle/reading/index.js';

/** Readings that lie further apart than this many standard errors are two things, not one read twice. */
const DISAGREE_SIGMAS = 4;

/**
 * Several readings of one thing as one piece of evidence: their mean, weighted by what each instrument can tell, with a
 * standard error that shrinks with their number; the spread of making and wear never averages away. The same word noted
 * twice is one. Readings that disagree stay apart: which of them is odd is told, not averaged away. Source: variance of
 * a weighted mean.
 */
export function asOnePiece(evidence: readonly Evidence[], settings: Settings): Evidence[] {
  const groups = new Map<string, Evidence[]>();
  for (const item of evidence) {
    const key = slotKey(item.attribute, item.position);
    groups.set(key, [...(groups.get(key) ?? []), item]);
  }
  return [...groups.values()].flatMap((items) => (items.length === 1 ? items : together(items, settings)));
}

function together(items: readonly Evidence[], settings: Settings): Evidence[] {
  const clusters: Evidence[][] = [];
  for (const item of items) {
    const mate = clusters.find(([first]) => first !== undefined && isSame(first, item, settings));
    if (mate) mate.push(item);
    else clusters.push([item]);
  }
  return clusters.map((cluster) => merged(cluster, settings));
}

const errorOf = ({ instrument }: Evidence, settings: Settings): number => sigmaOf(instrument ?? 'ruler', settings);

function isSame(a: Evidence, b: Evidence, settings: Settings): boolean {
  if (a.kind !== 'quantity' || b.kind !== 'quantity') return a.kind === b.kind && a.value === b.value;
  const sigma = Math.hypot(errorOf(a, settings), errorOf(b, settings), settings.sigmaSpread);
  return Math.abs(toBase(a.value) - toBase(b.value)) <= DISAGREE_SIGMAS * sigma;
}

function merged(cluster: readonly Evidence[], settings: Settings): Evidence {
  const last = cluster.at(-1) as Evidence;
  if (cluster.length === 1 || last.kind !== 'quantity' || attribute(last.attribute).dimension !== 'length') return last;
  const weights = cluster.map((item) => 1 / errorOf(item, settings) ** 2);
  const all = weights.reduce((sum, w) => sum + w, 0);
  const mean =
    cluster.reduce((sum, item, i) => sum + toBase(item.value as typeof last.value) * (weights[i] ?? 0), 0) / all;
  return {
    ...last,
    value: { value: mean, unit: 'mm' },
    combined: { count: cluster.length, sigma: Math.sqrt(1 / all) },
  };
}
