import type { AttributeName } from '../../named/attribute/index.js';
import { AT_PEDAL, conversionsOf, larger } from './conversions.js';
import { type Design, designsFor, frameOf, lookAlike } from './designs.js';
import { changedDesign, fitted } from './altered.js';
import { CHANCE } from './chances.js';
import { Draw } from './draw.js';
import { TRUE_LAYOUTS } from './layouts.js';
import {
  holeOf,
  type Arm,
  type Entry,
  type Listed,
  type Offer,
  type Quality,
  type TrueConverted,
  type TrueFact,
  type TrueKit,
  type TruePlace,
  type TrueUnit,
  type TrueVehicle,
  type World,
} from './types.js';

/**
 * A workshop that never was: vehicles of every layout that really go together, the units that were made for them, and a
 * catalogue that is kept as well as such catalogues are. The seed decides all of it.
 */

const QUALITIES: readonly Quality[] = [
  { name: 'kept', holes: 0.03 },
  { name: 'patchy', holes: 0.15 },
  { name: 'poor', holes: 0.35 },
];

/** Everything of a world that is filled while its vehicles are drawn. */
class Making {
  readonly units = new Map<string, TrueUnit>();
  readonly kits: TrueKit[] = [];
  readonly listed: Listed[] = [];
  readonly offers: Offer[] = [];
  readonly lies = new Map<string, string>();
  constructor(readonly arm: Arm) {}

  unit(
    id: string,
    maker: string,
    design: Pick<Design, 'kind'>,
    facts: readonly TrueFact[],
    draw: Draw,
    differs?: AttributeName,
  ): TrueUnit {
    const letter = id.slice(-1).toUpperCase();
    const number = `${maker.slice(0, 1).toUpperCase()} ${1000 + this.units.size * 7}`;
    const ports = facts.filter(({ attribute }) => attribute === 'port-thread').map(({ value }) => String(value));
    const boxed = design.kind === 'brake-master' && draw.happens(CHANCE.box);
    const unit: TrueUnit = {
      id,
      kind: design.kind,
      maker,
      name: `${design.kind} ${id.toUpperCase()}`,
      number,
      ...(draw.happens(CHANCE.superseded) ? { formerly: `${number.slice(0, 1)} ${500 + this.units.size}` } : {}),
      facts: [
        ...facts,
        { attribute: 'casting-number', value: String(20000 + draw.below(9000) * 3 + letter.charCodeAt(0)) },
        { attribute: 'label-code', value: `${letter}${String.fromCharCode(65 + draw.below(26))}${this.units.size}` },
      ],
      box: boxed
        ? [...new Set(ports)].map((thread) => ({
            item: 'bench-bleed' as const,
            thread,
            quantity: ports.filter((one) => one === thread).length,
          }))
        : [],
      ...(differs === undefined ? {} : { differs }),
    };
    this.units.set(id, unit);
    return unit;
  }

  /** A seal kit for a unit; in the arm of lies now and then of another bore than its list says. */
  kitFor(unit: TrueUnit, draw: Draw): void {
    const bore = Number(unit.facts.find(({ attribute }) => attribute === 'bore')?.value);
    if (Number.isNaN(bore)) return;
    const wrong = this.arm === 'lies' && draw.happens(CHANCE.wrongKit);
    const id = `k-${unit.id}`;
    if (wrong) this.lies.set(id, `a kit that is listed for ${unit.name}, and is of another bore`);
    this.kits.push({ id, unit: unit.id, boreMm: wrong ? bore + 1.588 : bore });
  }

  list(from: string, to: string, kind: Listed['kind']): void {
    this.listed.push({ from, to, kind });
  }
}

/** A world of a seed: so many vehicles, and for each of their places a unit, one as good, and look-alikes. */
export function worldOf(seed: string, arm: Arm, vehicles = 4): World {
  const draw = new Draw(`world ${seed}`);
  const quality = draw.one(QUALITIES);
  const making = new Making(arm);
  const made = Array.from({ length: vehicles }, (_, i) => vehicleOf(i, making, draw.apart(`vehicle ${i}`)));
  const { units, kits, listed, offers, lies } = making;
  const miscopied = arm === 'lies' ? copiedWrong(making, draw.apart('copies')) : new Map<string, TrueFact[]>();
  const holes = holesIn(units, made, quality, draw.apart('holes'));
  return { seed, arm, quality, units, kits, vehicles: made, holes, miscopied, listed, offers, lies };
}

/** What nobody recorded: each fact of each unit and place with the chance of the catalogue. */
function holesIn(
  units: World['units'],
  vehicles: readonly TrueVehicle[],
  { holes: chance }: Quality,
  draw: Draw,
): ReadonlySet<string> {
  const of = (whose: string, facts: readonly TrueFact[]): string[] =>
    facts.filter(() => draw.happens(chance)).map((one) => holeOf(whose, one));
  return new Set([
    ...[...units.values()].flatMap(({ id, facts }) => of(id, facts)),
    ...vehicles.flatMap(({ id, places }) => places.flatMap(({ slot, works }) => of(`${id}/${slot}`, works))),
  ]);
}

/** Units of which a list says something that is not so: two ports changed places, or a figure of another line. */
function copiedWrong({ units, lies }: Making, draw: Draw): Map<string, TrueFact[]> {
  const wrong = new Map<string, TrueFact[]>();
  for (const { id, facts } of units.values()) {
    const threads = facts.filter(({ attribute }) => attribute === 'port-thread');
    const [one, other] = threads;
    if (one && other && one.value !== other.value && draw.happens(CHANCE.swapped)) {
      const swap = (f: TrueFact): TrueFact =>
        f === one ? { ...f, value: other.value } : f === other ? { ...f, value: one.value } : f;
      wrong.set(id, facts.map(swap));
      lies.set(id, 'recorded with two of its ports changed round');
    } else if (draw.happens(CHANCE.copied)) {
      const other = draw.one([-6, 6, 10]);
      wrong.set(
        id,
        facts.map((f) => (f.attribute === 'stud-spacing' ? { ...f, value: Number(f.value) + other } : f)),
      );
      lies.set(id, 'recorded with the stud spacing of another line');
    }
  }
  return wrong;
}

function vehicleOf(i: number, making: Making, draw: Draw): TrueVehicle {
  const layout = draw.one(TRUE_LAYOUTS);
  const clutch = draw.happens(CHANCE.clutch)
    ? draw.one(['clutch', 'clutch-shared', 'clutch-concentric'] as const)
    : undefined;
  const frame = frameOf(layout, clutch === 'clutch-concentric', draw);
  const designs = designsFor(frame, clutch !== undefined, draw.apart('designs'));
  const built = `${1985 + draw.below(20)}-0${1 + draw.below(9)}`;
  const id = `v${i}`;
  const places = designs.map((design, j) =>
    placeOf(`${i}${'pqrstu'[j] ?? 'z'}`, design, built, making, draw.apart(design.slot)),
  );
  const meeting = asTheyMeet(
    places.map(({ place }) => place),
    making.units,
  );
  const conversions = conversionsOf(
    frame,
    places.map(({ design }) => design),
    clutch !== undefined,
    draw.apart('conversions'),
  ).map(({ id: conversion, layout: to, designs: brought }): TrueConverted => ({
    id: conversion,
    layout: to,
    places: brought.map((design, j) => {
      const own = draw.apart(`${conversion} ${design.slot}`);
      const right = offered(
        `${i}${conversion.slice(0, 3)}${j}`,
        design,
        { vehicle: id, slot: design.slot, purpose: conversion },
        making,
        own,
      );
      return {
        slot: design.slot,
        kind: design.kind,
        unit: right,
        recorded: right,
        side: asItIs(design.side, ...keptAt(design.slot, places, meeting)),
        works: design.side,
      };
    }),
  }));
  for (const [j, { design }] of places.entries())
    if (design.own.some(({ attribute }) => attribute === 'bore'))
      offered(
        `${i}up${j}`,
        { ...design, own: larger(design.own) },
        { vehicle: id, slot: design.slot, purpose: 'upgrade' },
        making,
        draw.apart(`upgrade ${j}`),
      );
  return {
    id,
    layout,
    clutch,
    built,
    options: places.flatMap(({ option }) => option ?? []),
    places: meeting,
    book: places.flatMap(({ book }) => book),
    conversions,
  };
}

/**
 * What a place keeps through a conversion, as the works made it and as it really is. A booster that is brought comes
 * between pedal and bulkhead and the master that was there.
 */
function keptAt(
  slot: string,
  places: readonly Made[],
  now: readonly TruePlace[],
): [readonly TrueFact[] | undefined, readonly TrueFact[] | undefined] {
  const of = (name: string) => [
    places.find(({ place }) => place.slot === name)?.design.side,
    now.find((place) => place.slot === name)?.side,
  ];
  const [made, really] = of(slot);
  if (made || slot !== 'booster') return [made, really];
  const [was, is] = of('brake-master');
  const atPedal = (facts: readonly TrueFact[] | undefined) =>
    facts?.filter(({ attribute, position }) => position === undefined && AT_PEDAL.some((name) => name === attribute));
  return [atPedal(was), atPedal(is)];
}

/** What a conversion keeps of a place is as it really is: on an altered vehicle as that was made. */
const asItIs = (
  side: readonly TrueFact[],
  made: readonly TrueFact[] = [],
  really: readonly TrueFact[] = [],
): readonly TrueFact[] =>
  side.map((fact) => {
    const isIt = (one: TrueFact): boolean => one.attribute === fact.attribute && one.position === fact.position;
    const [was, is] = [made.find(isIt), really.find(isIt)];
    return was && is && fact.value === was.value ? { ...fact, value: is.value } : fact;
  });

/** What a booster meets is the master that is really there, whatever the works had put in. */
const asTheyMeet = (places: readonly TruePlace[], units: ReadonlyMap<string, TrueUnit>): TruePlace[] => {
  const master = units.get(places.find(({ slot }) => slot === 'brake-master')?.unit ?? '');
  const recess = master?.facts.find(({ attribute }) => attribute === 'recess-depth');
  return places.map((place) =>
    place.slot !== 'booster' || !recess
      ? place
      : {
          ...place,
          side: place.side.map((one) => (one.attribute === 'recess-depth' ? { ...one, value: recess.value } : one)),
        },
  );
};

/** What sellers offer for a purpose: the right unit and one that only looks so, in either order. */
function offered(id: string, design: Design, offer: Omit<Offer, 'unit'>, making: Making, draw: Draw): string {
  const right = making.unit(`${id}x`, 'others', design, design.own, draw);
  const { facts, differs } = lookAlike(design, draw);
  const alike = making.unit(`${id}y`, 'others', design, facts, draw, differs);
  const both = draw.happens(0.3) ? [alike, right] : [right, alike];
  making.offers.push(...both.map((unit) => ({ ...offer, unit: unit.id })));
  return right.id;
}

interface Made {
  readonly place: TruePlace;
  /** The design that this vehicle was built with. */
  readonly design: Design;
  readonly book: readonly Entry[];
  /** The option that this vehicle has here. */
  readonly option?: string;
}

function placeOf(id: string, design: Design, built: string, making: Making, draw: Draw): Made {
  const { slot, kind } = design;
  const first = making.unit(`${id}a`, 'units', design, design.own, draw);
  making.kitFor(first, draw);
  const changed = draw.happens(CHANCE.change) ? 'month' : draw.happens(CHANCE.option) ? 'option' : undefined;
  const second = changed && changedDesign(design, draw);
  // Which of the two this vehicle was built with.
  const later = second !== undefined && draw.happens(0.5);
  const now = later ? second.design : design;
  const code = `H${id.toUpperCase()}`;
  let right = first;
  const entries: Entry[] = [{ slot, unit: first.id }];
  if (second) {
    const other = making.unit(`${id}e`, 'units', second.design, second.design.own, draw);
    making.kitFor(other, draw);
    if (later) right = other;
    const [year = '', month = ''] = built.split('-');
    // Built in the month of the change, or in the one before it: the old unit was used up to then.
    const before = `${year}-${String(Math.max(1, Number(month) - (later ? 1 : 0))).padStart(2, '0')}`;
    const after = `${year}-${String(Math.max(1, Number(month) - (later ? 1 : 0)) + 1).padStart(2, '0')}`;
    if (making.arm === 'lies' && draw.happens(CHANCE.oldList)) {
      making.list(other.id, first.id, 'drop-in');
      making.lies.set(
        first.id,
        `an old list gives it for ${other.name} too, which has had another ${second.differs} since the change`,
      );
    }
    const [only] = entries.splice(0);
    if (only)
      entries.push(
        ...(changed === 'month'
          ? [
              { ...only, builtTo: before },
              { slot, unit: other.id, builtFrom: after },
            ]
          : [only, { slot, unit: other.id, option: code }]),
      );
  }
  const alikes = family(id, now, right, making, draw);
  // A book that knows two units does not say which of the two vehicles its measures are of.
  const works = now.side.filter(({ attribute }) => attribute !== second?.differs);
  return {
    place: { slot, kind, recorded: right.id, works, ...fitted(right, alikes, now.side, draw) },
    design: now,
    book: entries,
    ...(changed === 'option' && later ? { option: code } : {}),
  };
}

/** What stands beside a unit on the shelf: one as good, and two that differ in one thing. */
function family(
  id: string,
  design: Design,
  right: TrueUnit,
  making: Making,
  draw: Draw,
): { readonly twin: TrueUnit; readonly alikes: readonly TrueUnit[] } {
  const twin = making.unit(`${id}b`, 'others', design, design.own, draw);
  making.list(right.id, twin.id, 'drop-in');
  const alikes = ['c', 'd'].map((letter) => {
    const { facts, differs } = lookAlike(design, draw);
    const alike = making.unit(`${id}${letter}`, 'others', design, facts, draw, differs);
    if (making.arm === 'lies' && draw.happens(CHANCE.wrongListing)) {
      making.list(right.id, alike.id, 'drop-in');
      making.lies.set(alike.id, `listed as a drop-in for ${right.name}, and its ${differs} is another`);
    } else if (draw.happens(0.5)) making.list(right.id, alike.id, 'does-not-fit');
    return alike;
  });
  return { twin, alikes };
}
