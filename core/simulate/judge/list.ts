import type { Edit } from '../../vehicle/chain/index.js';
import type { Built, Occupied, TrueFact, TrueKit, TrueVehicle } from '../world/index.js';
import { numberOf, wheelsAt } from '../world/index.js';
import { piecesOf } from './pieces.js';
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

/** What was done beside putting units in: a conversion, and fixes by their names, each with what it changed. */
export interface Extra {
  readonly conversion?: string;
  readonly fixes?: readonly { readonly fix: string; readonly edits: readonly Edit[] }[];
}

/** What it takes to make the one vehicle of the other, where everything goes together then. */
export function thingsFor(now: TrueVehicle, then: Built, { conversion, fixes = [] }: Extra = {}): Thing[] {
  const fresh = then.places.filter((place) => place.fresh);
  const units = fresh.map((place): Thing => ({
    item: `unit ${place.slot}`,
    quantity: countOf(place, then),
    number: place.unit.number,
  }));
  const boxed = fresh.flatMap((place) =>
    place.unit.box.map((item) => ({ ...item, quantity: item.quantity * countOf(place, then) })),
  );
  const pieces = fixes.filter(({ fix }) => fix !== 'own-clutch-reservoir' || drawsByHose(then)).flatMap(piecesOf);
  // What a fix makes of the end of a hose goes before what it was.
  const seats = new Map(
    fixes.flatMap(({ edits }) =>
      edits.flatMap((e) =>
        e.do === 'set' ? e.facts.flatMap((f) => (f.attribute === 'port-seat' ? [[e.at, f.value] as const] : [])) : [],
      ),
    ),
  );
  const needs = [
    ...units,
    ...consumedBy(fresh, then, seats),
    ...broughtTo(now, then),
    ...valveFor(conversion),
    ...pieces,
  ];
  return less(summed(needs), boxed);
}

/** A clutch master without a reservoir on it draws by a hose. */
const drawsByHose = ({ places }: Built): boolean =>
  places.some(
    ({ slot, unit }) =>
      slot === 'clutch-master' && unit.facts.some((f) => f.attribute === 'reservoir' && f.value === 'remote'),
  );

/** What is in the vehicle then and was not: what no unit is, and what no unit comes with. */
function broughtTo(now: TrueVehicle, then: Built): Thing[] {
  type Vehicle = Pick<Built, 'layout'> & { readonly places: readonly Pick<Occupied, 'slot' | 'side' | 'kind'>[] };
  const at = ({ places }: Vehicle, slot: Occupied['slot']) => places.find((place) => place.slot === slot);
  const sideOf = (built: Vehicle, name: TrueFact['attribute']): TrueFact['value'] | undefined =>
    at(built, 'booster')?.side.find(({ attribute }) => attribute === name)?.value;
  const one = (item: string, quantity = 1): Thing => ({ item, quantity });
  const [before, after] = [now, then].map((built) => ({
    pumped: sideOf(built, 'booster-supply') === 'pump',
    sucks: sideOf(built, 'vacuum-hose') !== undefined,
    clutch: at(built, 'slave') !== undefined,
    outlets: built.layout.outlets.length,
  }));
  if (!before || !after) return [];
  const discs = then.places.filter(
    ({ slot, fresh, unit }) => fresh && unit.kind === 'caliper' && at(now, slot)?.kind !== 'caliper',
  );
  return [
    ...discs.flatMap((place) => [one('disc', countOf(place, then)), one('carrier', countOf(place, then)), one('pads')]),
    ...(after.pumped && !before.pumped
      ? [one('pump'), one('pressure-hose', 2), one('return-hose'), one('assist-fluid')]
      : []),
    ...(after.sucks && !before.sucks ? [one('small-hose')] : []),
    ...(before.sucks && !after.sucks ? [one('vacuum-cap')] : []),
    // The line of the other axle gets its own outlet: it leaves the junction.
    ...(before.outlets === 1 && after.outlets === 2
      ? [one('plug'), one('union'), one('line'), one('tube-nut', 2)]
      : []),
    ...(after.clutch && !before.clutch && drawsByHose(then) ? [one('feed-hose'), one('hose-clamp')] : []),
    ...(after.clutch && !before.clutch
      ? [one('line'), one('hose'), one('hose-clip'), one('pedal-box'), one('start-switch')]
      : []),
  ];
}

/** What a conversion puts into the lines. */
const WITH_A_VALVE: readonly (string | undefined)[] = ['single-to-dual', 'drum-to-disc'];
const valveFor = (conversion: string | undefined): Thing[] =>
  WITH_A_VALVE.includes(conversion) ? [{ item: 'valve', quantity: 1 }] : [];

/** What it takes to seal the unit of a place anew: it comes off, and goes back. */
export function thingsToSeal(kit: TrueKit, slot: Occupied['slot'], built: Built): Thing[] {
  const off = built.places.filter((place) => place.slot === slot);
  const kits = off.map((place): Thing => ({ item: 'kit', quantity: countOf(place, built), number: numberOf(kit.id) }));
  return summed([...kits, ...consumedBy(off, built)]);
}

/** What sits in the port of a wheel unit then. */
const seatAt = ({ slot, side }: Occupied, seats: ReadonlyMap<string, unknown>): unknown =>
  [...seats].find(([at]) => at.startsWith(slot.replace(/-brake$/, '-')))?.[1] ??
  side.find(({ attribute }) => attribute === 'port-seat')?.value;

/** What is used up when the units of these places come off and others, or the same, go in. */
function consumedBy(off: readonly Occupied[], built: Built, seats: ReadonlyMap<string, unknown> = new Map()): Thing[] {
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
      seatAt(place, seats) === 'banjo' ? [{ item: 'crush-washer', quantity: 2 * countOf(place, built) }] : [],
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
