import { attribute, type AttributeName, attributeWords, valueWords } from '../../named/attribute/index.js';
import { findThread } from '../../named/thread/index.js';
import type { DrawnFact, FactKey } from './types.js';

/** Sizes for a drawing: what is known, or a usual size that is drawn dotted. */

export interface Size {
  readonly mm: number;
  readonly key: FactKey;
  readonly unknown: boolean;
}

export interface Facts {
  /** A length in mm; the usual one where nobody recorded it, or where what was recorded cannot be. */
  readonly size: (name: AttributeName, usual: number, position?: string) => Size;
  /** The recorded length, or undefined. */
  readonly mm: (name: AttributeName, position?: string) => number | undefined;
  /** A recorded angle in degrees. */
  readonly angle: (name: AttributeName) => number | undefined;
  readonly text: (name: AttributeName, position?: string) => string | undefined;
  readonly count: (name: AttributeName) => number | undefined;
  /** The largest diameter of a recorded thread, in mm. */
  readonly thread: (name: AttributeName, usual: number, position?: string) => Size;
  /** Recorded as "has none". */
  readonly none: (name: AttributeName) => boolean;
  readonly ports: readonly string[];
  readonly doubts: readonly string[];
}

export const keyOf = (name: AttributeName, position?: string): FactKey =>
  position === undefined ? name : `${name}@${position}`;

/**
 * Reads facts for a drawing. A length outside the range that its attribute can have is not drawn: the usual size stands
 * for it, dotted, and a doubt says so.
 */
export function factsFor(facts: readonly DrawnFact[]): Facts {
  const by = new Map(facts.map((fact) => [keyOf(fact.attribute, fact.position), fact.value]));
  const valueOf = (name: AttributeName, position?: string): DrawnFact['value'] | undefined =>
    by.get(keyOf(name, position));
  const mm = (name: AttributeName, position?: string): number | undefined => {
    const value = valueOf(name, position);
    return typeof value === 'number' && outside(name, value) === undefined ? value : undefined;
  };
  const thread = (name: AttributeName, usual: number, position?: string): Size => {
    const value = valueOf(name, position);
    const major = typeof value === 'string' ? findThread(value)?.majorMm : undefined;
    return { mm: major ?? usual, key: keyOf(name, position), unknown: major === undefined };
  };
  return {
    mm,
    thread,
    size: (name, usual, position) => {
      const known = mm(name, position);
      return { mm: known ?? usual, key: keyOf(name, position), unknown: known === undefined };
    },
    angle: (name) => {
      const value = valueOf(name);
      return typeof value === 'number' && Number.isFinite(value) ? value : undefined;
    },
    text: (name, position) => {
      const value = valueOf(name, position);
      return typeof value === 'string' ? value : undefined;
    },
    count: (name) => {
      const value = valueOf(name);
      return typeof value === 'number' ? value : undefined;
    },
    none: (name) => valueOf(name) === null,
    ports: [
      ...new Set(
        facts.flatMap((f) => (f.attribute.startsWith('port-') && f.position !== undefined ? [f.position] : [])),
      ),
    ].sort(),
    doubts: facts.flatMap(({ attribute: name, position, value }) => {
      const words = typeof value === 'number' ? outside(name, value) : undefined;
      return words === undefined
        ? []
        : [`${attributeWords(name, position)} ${valueWords(name, value)} is not drawn: ${words}`];
    }),
  };
}

/** What a length can be, where a value lies outside it. */
function outside(name: AttributeName, value: number): string | undefined {
  const { usual, kind, dimension } = attribute(name);
  if (kind !== 'quantity' || dimension !== 'length') return undefined;
  if (Number.isFinite(value) && (!usual || (value >= usual.min && value <= usual.max))) return undefined;
  return usual ? `${usual.what} is ${usual.min} to ${usual.max} mm` : 'no length';
}
