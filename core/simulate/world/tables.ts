import type { Draw } from './draw.js';
import type { TableRow, TrueFact, TrueUnit, TrueVehicle, World } from './types.js';

/** The catalogue of a world, as files have it: what somebody recorded of what is true, with its holes. */

const LIST = 'list';
const BOOK = 'book';
const IN_MM = new Set(['bore', 'stud-spacing', 'pilot', 'rod-length', 'clevis-pin', 'recess-depth', 'booster-pin']);

/** Column of an attribute: "stud_spacing_mm". */
const columnOf = ({ attribute }: TrueFact): string =>
  `${attribute.replaceAll('-', '_')}${IN_MM.has(attribute) ? '_mm' : attribute === 'flange-angle' ? '_deg' : ''}`;
const cellOf = ({ value }: TrueFact): string => (value === null ? 'none' : String(value));

const row = (facts: readonly TrueFact[]): TableRow =>
  Object.fromEntries(facts.map((one) => [columnOf(one), cellOf(one)]));
const pick = (facts: readonly TrueFact[], attribute: string, position: string): string => {
  const found = facts.find((one) => one.attribute === attribute && one.position === position);
  return found ? cellOf(found) : '';
};

/** Units and vehicles with what somebody recorded of them. */
interface Recorded {
  readonly units: readonly { readonly unit: TrueUnit; readonly facts: readonly TrueFact[] }[];
  readonly vehicles: readonly { readonly vehicle: TrueVehicle; readonly facts: readonly TrueFact[] }[];
}
type Tables = Readonly<Record<string, readonly TableRow[]>>;

const sourceOf = ({ maker }: TrueUnit): string => (maker === 'units' ? BOOK : LIST);
const positionsOf = (facts: readonly TrueFact[]): string[] => [
  ...new Set(facts.flatMap(({ position }) => (position === undefined ? [] : [position]))),
];
const isBoosted = ({ layout }: TrueVehicle): boolean => layout === 'front-rear-block';
/** With a booster the studs are the booster's. */
const ON_THE_BOOSTER = ['stud-spacing', 'pilot'];

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

const unitTables = ({ units, vehicles }: Recorded): Tables => ({
  'units.csv': [
    ...units.map(({ unit, facts }) => ({
      unit: unit.id,
      kind: 'brake-master',
      name: unit.name,
      maker: unit.maker,
      source: sourceOf(unit),
      ...row(facts.filter(({ position, attribute }) => position === undefined && attribute !== 'fluid')),
    })),
    ...vehicles
      .filter(({ vehicle }) => isBoosted(vehicle))
      .map(({ vehicle, facts }) => ({
        unit: `b-${vehicle.id}`,
        kind: 'booster',
        name: `booster of ${vehicle.id}`,
        maker: 'units',
        source: BOOK,
        booster_supply: 'vacuum',
        ...row(facts.filter(({ attribute }) => attribute === 'booster-pin')),
      })),
  ],
  'unit-faces.csv': vehicles
    .filter(({ vehicle }) => isBoosted(vehicle))
    .map(({ vehicle, facts }) => ({
      unit: `b-${vehicle.id}`,
      face: 'master',
      source: BOOK,
      stud_count: '2',
      ...row(facts.filter(({ attribute }) => ON_THE_BOOSTER.includes(attribute))),
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

const vehicleTables = ({ vehicles }: Recorded): Tables => ({
  'vehicles.csv': vehicles.map(({ vehicle }) => ({
    vehicle: vehicle.id,
    maker: 'vehicles',
    series: 'series',
    name: `vehicle ${vehicle.id}`,
    built_from: `${Number(vehicle.built.slice(0, 4)) - 4}-01`,
    built_to: `${Number(vehicle.built.slice(0, 4)) + 4}-12`,
    source: BOOK,
    assistance: isBoosted(vehicle) ? 'vacuum' : 'none',
    brake_layout: vehicle.layout,
  })),
  'vehicle-sides.csv': vehicles.map(({ vehicle, facts }) => ({
    vehicle: vehicle.id,
    slot: 'brake-master',
    source: BOOK,
    ...row(
      facts.filter(
        ({ position, attribute }) =>
          position === undefined &&
          attribute !== 'booster-pin' &&
          !(isBoosted(vehicle) && ON_THE_BOOSTER.includes(attribute)),
      ),
    ),
  })),
  'vehicle-lines.csv': vehicles.flatMap(({ vehicle, facts }) =>
    positionsOf(vehicle.works).map((position) => ({
      vehicle: vehicle.id,
      slot: 'brake-master',
      position,
      source: BOOK,
      thread: pick(facts, 'port-thread', position),
      seat: pick(facts, 'port-seat', position),
      feeds: pick(vehicle.works, 'port-feeds', position),
    })),
  ),
  'chains.csv': [
    ...vehicles.map(({ vehicle }) => ({
      vehicle: vehicle.id,
      slot: 'brake-master',
      unit: vehicle.recorded,
      source: BOOK,
    })),
    ...vehicles
      .filter(({ vehicle }) => isBoosted(vehicle))
      .map(({ vehicle }) => ({ vehicle: vehicle.id, slot: 'booster', unit: `b-${vehicle.id}`, source: BOOK })),
  ],
});

const numberTables = (units: World['units'], listed: World['listed']): Tables => {
  const number = (id: string): string => `${units.get(id)?.maker}:${units.get(id)?.number}`;
  return {
    'numbers.csv': [...units.values()].flatMap((unit): TableRow[] => [
      {
        issuer: unit.maker,
        number: unit.number,
        kind: 'order',
        status: 'current',
        leads_to: `unit:${unit.id}`,
        source: sourceOf(unit),
      },
      ...unit.facts
        .filter(({ attribute }) => attribute === 'casting-number')
        .map((mark) => ({
          issuer: unit.maker,
          number: String(mark.value),
          kind: 'casting',
          status: 'unknown',
          leads_to: '',
          source: LIST,
        })),
    ]),
    'links.csv': listed.map(({ from, to, kind }, i) => ({
      link: `l${i}`,
      kind,
      from: number(from),
      to: number(to),
      both_ways: 'yes',
    })),
    'assertions.csv': listed.map((_, i) => ({ link: `l${i}`, source: LIST, date: '2015-01-10' })),
  };
};

/** Everything that the catalogue says: of what is true, what was recorded, with the holes that its quality has. */
export function tablesOf({ quality, units, vehicles, listed }: Omit<World, 'tables'>, draw: Draw): Tables {
  const known = (facts: readonly TrueFact[]): TrueFact[] => facts.filter(() => !draw.happens(quality.holes));
  const recorded: Recorded = {
    units: [...units.values()].map((unit) => ({ unit, facts: known(unit.facts) })),
    vehicles: vehicles.map((vehicle) => ({ vehicle, facts: known(vehicle.works) })),
  };
  return { ...ORIGINS, ...vehicleTables(recorded), ...unitTables(recorded), ...numberTables(units, listed) };
}
