import type { Built, Occupied, TrueKit } from '../world/index.js';
import { numberOf, wheelsAt } from '../world/index.js';
import type { Flaw } from './types.js';

/**
 * What lies on the bench when a unit is changed, counted by hand: the difference of the two vehicles, what the opened
 * joints consume once, what is needed to bleed, less what is in the boxes; against what was ordered. Whatever else was
 * ordered is left over.
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

/** Fluid comes by the bottle and clamps by the pair: more than enough is no fault. */
const BY_THE_BAG = ['fluid', 'hose-clamp'];

const named = ({ item, thread }: Thing): string => (thread === undefined ? item : `${item} ${thread}`);

/** How many units a place takes: an axle one at each wheel. */
const countOf = ({ slot }: Occupied, { layout }: Built): number =>
  slot === 'front-brake'
    ? wheelsAt(layout, 'front').length
    : slot === 'rear-brake'
      ? wheelsAt(layout, 'rear').length
      : 1;

const portsOf = ({ unit }: Occupied): string[] =>
  unit.facts.filter(({ attribute }) => attribute === 'port-thread').map(({ value }) => String(value));

/** What it takes to put the units that are fresh into a vehicle where everything goes together. */
export function thingsFor(built: Built): Thing[] {
  const fresh = built.places.filter((place) => place.fresh);
  const units = fresh.map((place): Thing => ({
    item: `unit ${place.slot}`,
    quantity: countOf(place, built),
    number: place.unit.number,
  }));
  const boxed = fresh.flatMap((place) =>
    place.unit.box.map((item) => ({ ...item, quantity: item.quantity * countOf(place, built) })),
  );
  return less(summed([...units, ...consumedBy(fresh, built)]), boxed);
}

/** What it takes to seal the unit of a place anew: it comes off, and goes back. */
export function thingsToSeal(kit: TrueKit, slot: Occupied['slot'], built: Built): Thing[] {
  const off = built.places.filter((place) => place.slot === slot);
  const kits = off.map((place): Thing => ({ item: 'kit', quantity: countOf(place, built), number: numberOf(kit.id) }));
  return summed([...kits, ...consumedBy(off, built)]);
}

/** What is used up when the units of these places come off and others, or the same, go in. */
function consumedBy(off: readonly Occupied[], built: Built): Thing[] {
  const at = (slot: Occupied['slot']): Occupied | undefined => off.find((place) => place.slot === slot);
  const bench = at('brake-master');
  return [
    // A brake master is bled on the bench: a fitting for each of its ports.
    ...(bench ? portsOf(bench) : []).map((thread): Thing => ({ item: 'bench-bleed', thread, quantity: 1 })),
    // The ring between booster and master keeps the vacuum in, and is squeezed once.
    ...(built.places.some(({ slot }) => slot === 'booster') && (bench || at('booster'))
      ? [{ item: 'booster-seal', quantity: 1 }]
      : []),
    // Two washers at each banjo eye that is opened.
    ...off.flatMap((place): Thing[] =>
      place.side.some(({ attribute, value }) => attribute === 'port-seat' && value === 'banjo')
        ? [{ item: 'crush-washer', quantity: 2 * countOf(place, built) }]
        : [],
    ),
    ...off.flatMap((place): Thing[] =>
      place.slot === 'clutch-master' && place.side.some(({ attribute }) => attribute === 'feed-hose')
        ? [{ item: 'hose-clamp', quantity: 1 }]
        : [],
    ),
    ...(off.some(({ slot }) => slot !== 'booster') ? [{ item: 'fluid', quantity: 1 }] : []),
  ];
}

function summed(things: readonly Thing[]): Thing[] {
  const by = new Map<string, Thing>();
  for (const thing of things) {
    const before = by.get(named(thing));
    by.set(named(thing), { ...thing, quantity: thing.quantity + (before?.quantity ?? 0) });
  }
  return [...by.values()];
}
const less = (needs: readonly Thing[], has: readonly Thing[]): Thing[] =>
  needs
    .map((need) => ({
      ...need,
      quantity:
        need.quantity -
        has.filter((one) => named(one) === named(need)).reduce((sum, { quantity }) => sum + quantity, 0),
    }))
    .filter(({ quantity }) => quantity > 0);

/**
 * What is missing on the bench, what is left over, and what has another number than it should. `askedFor` are items
 * that the list says it cannot name yet: whoever reads it does not forget them.
 */
export function listFlaws(
  needed: readonly Thing[],
  ordered: readonly Thing[],
  askedFor: readonly string[] = [],
): Flaw[] {
  const counted = ordered.filter(({ item }) => !UNCOUNTED.includes(item));
  const flaws: Flaw[] = [];
  for (const need of needed) {
    const own = counted.filter((thing) => named(thing) === named(need));
    const has = own.reduce((sum, { quantity }) => sum + quantity, 0);
    if (has < need.quantity && !askedFor.includes(need.item))
      flaws.push({ what: 'too-few', at: named(need), sentence: `${has} of ${need.quantity} ${named(need)}` });
    else if (has > need.quantity && !BY_THE_BAG.includes(need.item))
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
