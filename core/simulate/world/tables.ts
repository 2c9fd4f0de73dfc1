import { attribute, type AttributeName, columnOf } from '../../named/attribute/index.js';
import { findThread } from '../../named/thread/index.js';
import type { UnitKind } from '../../named/unit/index.js';
import { THREADS } from './designs.js';
import { isUnbooked } from './unbooked.js';
import {
  type Entry,
  holeOf,
  type TableRow,
  type TrueFact,
  type TruePlace,
  type TrueUnit,
  type TrueVehicle,
  type World,
} from './types.js';

/** The catalogue of a world, as files have it: what somebody recorded of what is true, with its holes. */

const LIST = 'list';
const BOOK = 'book';
/** What a book says of the neighbours of a place under that place's name, or not at all. */
const NOT_OF_THE_SIDE: readonly AttributeName[] = ['booster-pin', 'recess-depth'];

const cellOf = ({ value }: TrueFact): string => (value === null ? 'none' : String(value));
const row = (facts: readonly TrueFact[]): TableRow =>
  Object.fromEntries(facts.map((one) => [columnOf(attribute(one.attribute)), cellOf(one)]));
const pick = (facts: readonly TrueFact[], name: AttributeName, position: string): string => {
  const found = facts.find((one) => one.attribute === name && one.position === position);
  return found ? cellOf(found) : '';
};
const isOfPort = ({ attribute: name }: TrueFact): boolean => attribute(name).perPort === true;
const isOfFace = ({ position, attribute: name }: TrueFact): boolean =>
  position !== undefined && !isOfPort({ attribute: name, value: null });

/** What somebody recorded of units and of vehicles. */
interface Recorded {
  readonly units: readonly { readonly unit: TrueUnit; readonly facts: readonly TrueFact[] }[];
  readonly places: readonly {
    readonly vehicle: TrueVehicle;
    readonly place: TruePlace;
    readonly facts: readonly TrueFact[];
  }[];
}
type Tables = Readonly<Record<string, readonly TableRow[]>>;

const sourceOf = ({ maker }: TrueUnit): string => (maker === 'units' ? BOOK : LIST);
const positionsOf = (facts: readonly TrueFact[]): string[] => [
  ...new Set(facts.filter(isOfPort).flatMap(({ position }) => (position === undefined ? [] : [position]))),
];

const ORIGINS: Tables = {
  'sources.csv': [
    { source: LIST, kind: 'aftermarket-list', title: 'A list of units', issued: '2015-01-10', made_up: 'yes' },
    { source: BOOK, kind: 'maker-bulletin', title: 'A parts book', issued: '1999-03-01', made_up: 'yes' },
  ],
  'makers.csv': [
    { maker: 'vehicles', name: 'Maker of vehicles', role: 'vehicles', made_up: 'yes' },
    { maker: 'units', name: 'Maker of units', role: 'units', made_up: 'yes' },
    { maker: 'others', name: 'Maker of others', role: 'aftermarket', made_up: 'yes' },
  ],
};

const unitTables = ({ units }: Recorded): Tables => ({
  'units.csv': units.map(({ unit, facts }) => ({
    unit: unit.id,
    kind: unit.kind,
    name: unit.name,
    maker: unit.maker,
    source: sourceOf(unit),
    ...row(facts.filter(({ position }) => position === undefined)),
  })),
  'unit-faces.csv': units
    .filter(({ unit }) => unit.facts.some(isOfFace))
    .map(({ unit, facts }) => ({
      unit: unit.id,
      face: 'master',
      source: sourceOf(unit),
      ...row(facts.filter(isOfFace)),
    })),
  'ports.csv': units.flatMap(({ unit, facts }) =>
    positionsOf(unit.facts).map((position) => ({
      unit: unit.id,
      position,
      source: sourceOf(unit),
      thread: pick(facts, 'port-thread', position),
      seat: pick(facts, 'port-seat', position),
      // What a port feeds is the design of a master: whoever lists it says that.
      feeds: pick(unit.facts, 'port-feeds', position),
    })),
  ),
});

const vehicleTables = (vehicles: World['vehicles'], { places }: Recorded): Tables => ({
  'vehicles.csv': vehicles.map(({ id, built, layout, clutch }) => ({
    vehicle: id,
    maker: 'vehicles',
    series: 'series',
    name: `vehicle ${id}`,
    built_from: `${Number(built.slice(0, 4)) - 4}-01`,
    built_to: `${Number(built.slice(0, 4)) + 4}-12`,
    source: BOOK,
    assistance: layout.assistance,
    gearbox: clutch === undefined ? 'self-shifting' : 'manual',
    brake_layout: layout.name,
    clutch_layout: clutch ?? '',
  })),
  'vehicle-options.csv': vehicles.flatMap(({ id, book }) =>
    book.flatMap(({ option }) =>
      option === undefined ? [] : [{ vehicle: id, code: option, meaning: 'another unit' }],
    ),
  ),
  'vehicle-sides.csv': places.map(({ vehicle, place, facts }) => ({
    vehicle: vehicle.id,
    slot: place.slot,
    source: BOOK,
    ...row(facts.filter((one) => !isOfPort(one) && !NOT_OF_THE_SIDE.includes(one.attribute))),
  })),
  'vehicle-lines.csv': places.flatMap(({ vehicle, place, facts }) =>
    positionsOf(place.side).map((position) => ({
      vehicle: vehicle.id,
      slot: place.slot,
      position,
      source: BOOK,
      thread: pick(facts, 'port-thread', position),
      seat: pick(facts, 'port-seat', position),
      feeds: pick(place.side, 'port-feeds', position),
    })),
  ),
  'chains.csv': vehicles.flatMap(({ id, book }) =>
    book.map(({ slot, unit, builtFrom, builtTo, option }: Entry) => ({
      vehicle: id,
      slot,
      unit,
      built_from: builtFrom ?? '',
      built_to: builtTo ?? '',
      option: option ?? '',
      source: BOOK,
    })),
  ),
});

const numberTables = ({ units, listed, kits }: World): Tables => {
  const keyOf = (id: string): string => `${units.get(id)?.maker}:${units.get(id)?.number}`;
  const all = [...units.values()];
  const links = [
    ...listed.map(({ from, to, kind }) => ({ kind, from: keyOf(from), to: keyOf(to), both_ways: 'yes' })),
    ...all.flatMap(({ id, maker, formerly }) =>
      formerly === undefined
        ? []
        : [{ kind: 'superseded-by', from: `${maker}:${formerly}`, to: keyOf(id), both_ways: 'no' }],
    ),
  ];
  return {
    'numbers.csv': [
      ...all.flatMap((unit): TableRow[] => {
        const { maker, number, formerly, id, facts } = unit;
        const own = { issuer: maker, kind: 'order', source: sourceOf(unit) };
        return [
          { ...own, number, status: 'current', leads_to: `unit:${id}` },
          ...(formerly === undefined ? [] : [{ ...own, number: formerly, status: 'superseded', leads_to: '' }]),
          ...facts
            .filter(({ attribute: name }) => name === 'casting-number')
            .map((mark) => ({
              ...own,
              number: String(mark.value),
              kind: 'casting',
              status: 'unknown',
              leads_to: '',
              source: LIST,
            })),
        ];
      }),
      ...kits.map(({ id }) => ({
        issuer: 'units',
        kind: 'order',
        source: BOOK,
        number: numberOf(id),
        status: 'current',
        leads_to: `kit:${id}`,
      })),
    ],
    'links.csv': links.map((link, i) => ({ link: `l${i}`, ...link })),
    'assertions.csv': links.map((_, i) => ({ link: `l${i}`, source: LIST, date: '2015-01-10' })),
    'boxes.csv': all.flatMap(({ maker, number, box }) =>
      box.map(({ item, quantity, thread }) => ({
        issuer: maker,
        number,
        item: `${item} ${thread ?? ''}`.trim(),
        kind: item,
        presence: 'included',
        quantity: String(quantity),
        thread: thread ?? '',
        source: LIST,
      })),
    ),
  };
};
/** The number of a kit: "K 0PA". */
export const numberOf = (kit: string): string => `K ${kit.slice(2).toUpperCase()}`;

const kitTables = ({ kits, units }: World): Tables => {
  const kindOf = (id: string): UnitKind => units.get(id)?.kind ?? 'brake-master';
  const listedBore = (id: string): string =>
    String(units.get(id)?.facts.find((f) => f.attribute === 'bore')?.value ?? '');
  return {
    // What the list says of a kit: the bore of the unit that it is listed for.
    'kits.csv': kits.map(({ id, unit }) => ({
      kit: id,
      kind: kindOf(unit),
      name: `kit ${id}`,
      maker: 'units',
      bore_mm: listedBore(unit),
      seals: String(units.get(unit)?.facts.find((f) => f.attribute === 'seals')?.value ?? ''),
      source: BOOK,
    })),
    'kit-contents.csv': kits.map(({ id }) => ({ kit: id, item: 'primary seal', quantity: '2' })),
    'kit-units.csv': kits.map(({ id, unit }) => ({ kit: id, unit, source: BOOK })),
  };
};

/** Adapters from every thread to every other, with flares of one kind. */
const FITTINGS: Tables = {
  'fittings.csv': THREADS.flatMap((a) =>
    THREADS.filter((b) => b !== a).map((b) => ({
      fitting: `${slug(a)}-${slug(b)}`,
      kind: 'adapter',
      name: `adapter ${a} to ${b}`,
      source: LIST,
      thread: '',
    })),
  ),
  'fitting-ends.csv': THREADS.flatMap((a) =>
    THREADS.filter((b) => b !== a).flatMap((b) => [
      { fitting: `${slug(a)}-${slug(b)}`, position: 'in', gender: 'male', thread: a, seat: 'inverted-flare' },
      { fitting: `${slug(a)}-${slug(b)}`, position: 'out', gender: 'female', thread: b, seat: 'inverted-flare' },
    ]),
  ),
};
function slug(thread: string): string {
  return (findThread(thread)?.designation ?? thread).replace(/[^A-Za-z0-9]+/g, '').toLowerCase();
}

/** Everything that the catalogue says, by file: of what is true, what was recorded, as it was recorded. */
export function tablesOf(world: World): Tables {
  const { holes, miscopied, units, vehicles } = world;
  const booked = (whose: string, kind: UnitKind, facts: readonly TrueFact[]): TrueFact[] =>
    facts.filter((one) => !isUnbooked(kind, one) && !holes.has(holeOf(whose, one)));
  const recorded: Recorded = {
    units: [...units.values()].map((unit) => ({
      unit,
      facts: booked(unit.id, unit.kind, miscopied.get(unit.id) ?? unit.facts),
    })),
    places: vehicles.flatMap((vehicle) =>
      vehicle.places.map((place) => ({
        vehicle,
        place,
        facts: booked(`${vehicle.id}/${place.slot}`, place.kind, place.works),
      })),
    ),
  };
  return {
    ...ORIGINS,
    ...vehicleTables(vehicles, recorded),
    ...unitTables(recorded),
    ...numberTables(world),
    ...kitTables(world),
    ...FITTINGS,
  };
}
