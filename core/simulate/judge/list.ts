import type { TrueUnit, TrueVehicle } from '../world/index.js';
import type { Flaw } from './types.js';

/**
 * What lies on the bench when a master is changed, counted by hand: the unit, what the opened joints consume once, what
 * is needed to bleed it; against what was ordered. Whatever else was ordered is left over.
 */

/** A thing that was ordered, or that is needed. */
export interface Thing {
  readonly item: string;
  readonly quantity: number;
  readonly number?: string;
  readonly thread?: string;
}

/** Things that nobody counts here: tools, and what is only ordered when it is found to be bad. */
const UNCOUNTED = ['nut', 'tool', 'wrench'];

const named = ({ item, thread }: Thing): string => (thread === undefined ? item : `${item} ${thread}`);

/** What it takes to put a unit into a vehicle where everything goes together. */
export function thingsFor({ layout }: TrueVehicle, unit: TrueUnit): Thing[] {
  const ports = unit.facts.filter(({ attribute }) => attribute === 'port-thread').map(({ value }) => String(value));
  return [
    { item: 'unit', quantity: 1, number: unit.number },
    // A fitting for each port to bleed it on the bench.
    ...[...new Set(ports)].map((thread) => ({
      item: 'bench-bleed',
      thread,
      quantity: ports.filter((one) => one === thread).length,
    })),
    // The ring that keeps the vacuum in is squeezed once.
    ...(layout === 'front-rear-block' ? [{ item: 'booster-seal', quantity: 1 }] : []),
    { item: 'fluid', quantity: 1 },
  ];
}

/** What is missing on the bench, what is left over, and what has another number than it should. */
export function listFlaws(needed: readonly Thing[], ordered: readonly Thing[]): Flaw[] {
  const counted = ordered.filter(({ item }) => !UNCOUNTED.includes(item));
  const flaws: Flaw[] = [];
  for (const need of needed) {
    const own = counted.filter((thing) => named(thing) === named(need));
    const has = own.reduce((sum, { quantity }) => sum + quantity, 0);
    if (has < need.quantity)
      flaws.push({ what: 'too-few', at: named(need), sentence: `${has} of ${need.quantity} ${named(need)}` });
    // Fluid is bought by the bottle: more than enough is no fault.
    else if (has > need.quantity && need.item !== 'fluid')
      flaws.push({ what: 'too-many', at: named(need), sentence: `${has} for ${need.quantity} ${named(need)}` });
    for (const { number } of own)
      if (need.number !== undefined && number !== need.number)
        flaws.push({ what: 'wrong-thing', at: named(need), sentence: `${number ?? 'no number'} for ${need.number}` });
  }
  for (const thing of counted)
    if (!needed.some((need) => named(need) === named(thing)))
      flaws.push({ what: 'too-many', at: named(thing), sentence: `${named(thing)} is left over` });
  return flaws;
}
