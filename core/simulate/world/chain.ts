import type { AttributeName } from '../../named/attribute/index.js';
import type { Chain, ChainFact, FaceRef, Joint, Part } from '../../vehicle/chain/index.js';
import type { Slot } from '../../vehicle/place/index.js';
import type { TrueLayout } from './layouts.js';
import { wheelsFed } from './layouts.js';
import type { TrueFact, TruePlace, TrueUnit, TrueVehicle, World } from './types.js';

/** A vehicle as it really is, as a chain of parts that meet: what the plain judge looks at. */

/** What is done to a vehicle: other units in its places, and a conversion that changes what they meet. */
export interface Done {
  readonly units: ReadonlyMap<Slot, string>;
  readonly conversion?: string;
}

/** A vehicle with what was done to it. Throws on a unit that the world has not: a programming error. */
export function builtWith({ units }: Pick<World, 'units'>, vehicle: TrueVehicle, done: Done): Built {
  const converted = vehicle.conversions.find(({ id }) => id === done.conversion);
  const places = new Map<Slot, TruePlace>(vehicle.places.map((place) => [place.slot, place]));
  for (const place of converted?.places ?? []) {
    const before = places.get(place.slot);
    // A place that the conversion brings has its unit only when somebody puts one in.
    if (before)
      places.set(
        place.slot,
        lineMade({ ...place, unit: before.unit }, units.get(done.units.get(place.slot) ?? ''), (position) =>
          isOfNoLine(position, vehicle.layout),
        ),
      );
    else if (done.units.has(place.slot))
      places.set(place.slot, toItsUnit(place, units.get(done.units.get(place.slot) ?? '')));
  }
  return {
    layout: converted?.layout ?? vehicle.layout,
    places: [...places.values()].map(({ slot, kind, side, unit }): Occupied => {
      const id = done.units.get(slot) ?? unit;
      const found = units.get(id);
      if (!found) throw new Error(`no unit "${id}"`);
      return { slot, kind, side, unit: found, fresh: done.units.has(slot) };
    }),
  };
}
/** An outlet that the vehicle has no line for: its line is made, to the port that it goes into. */
const isOfNoLine = (position: string, { outlets }: TrueLayout): boolean =>
  !outlets.some((one) => one.position === position);
const lineMade = (place: TruePlace, unit: TrueUnit | undefined, isMade: (position: string) => boolean): TruePlace => ({
  ...place,
  side: place.side.map((one) => {
    if (one.position === undefined || !isMade(one.position) || place.kind !== 'brake-master') return one;
    const own = unit?.facts.find(({ attribute, position }) => attribute === one.attribute && position === one.position);
    return own ? { ...one, value: own.value } : one;
  }),
});
/** Lines and hoses of a place that a conversion brings are made to the unit that goes in: there were none. */
const toItsUnit = (place: TruePlace, unit: TrueUnit | undefined): TruePlace => ({
  ...place,
  side: place.side.map((one) => {
    const made = ['port-thread', 'port-seat', 'vacuum-hose', 'feed-hose'].includes(one.attribute);
    const own = unit?.facts.find(({ attribute, position }) => attribute === one.attribute && position === one.position);
    return made && own ? { ...one, value: own.value } : one;
  }),
});

/** A vehicle as a chain, with what was done to it; as it is where nothing was. */
export const chainWith = (
  world: Pick<World, 'units'>,
  vehicle: TrueVehicle,
  done: Done = { units: new Map() },
): Chain => chainOf(builtWith(world, vehicle, done));

/** A place with the unit that is in it. */
export interface Occupied extends Pick<TruePlace, 'slot' | 'kind' | 'side'> {
  readonly unit: TrueUnit;
  /** The unit is a new one: nothing that was made on the old one is on it. */
  readonly fresh: boolean;
}
export interface Built {
  readonly layout: TrueLayout;
  readonly places: readonly Occupied[];
}

const of = (facts: readonly TrueFact[], ...names: readonly AttributeName[]): ChainFact[] =>
  facts.filter(({ attribute }) => names.includes(attribute));
const at = (facts: readonly ChainFact[], position: string): ChainFact[] => facts.map((one) => ({ ...one, position }));
const face = (part: string, name?: string): FaceRef => (name === undefined ? { part } : { part, face: name });

const ROD = ['rod-length', 'rod-kind', 'clevis-pin'] as const;
const MOUNT = ['stud-spacing', 'pilot', 'flange-angle'] as const;
const SUPPLY = [
  'booster-supply',
  'pump-flow',
  'relief-pressure',
  'pump-returns',
  'pressure-thread',
  'pressure-end',
  'return-hose',
  'assist-fluid',
] as const;

/** Parts and joints that are put together bit by bit. */
class Made {
  readonly parts: Part[] = [];
  readonly joints: Joint[] = [];
  part(id: string, kind: Part['kind'], facts: readonly ChainFact[], unit?: string): void {
    if (!this.parts.some((one) => one.id === id))
      this.parts.push({ id, kind, facts, ...(unit === undefined ? {} : { unit }) });
  }
  join(id: string, kind: Joint['kind'], a: FaceRef, b: FaceRef, through?: string): void {
    this.joints.push({
      id,
      kind,
      between: [a, b],
      ...(kind === 'mount' ? { stack: [] } : {}),
      ...(through === undefined ? {} : { through }),
    });
  }
  /** The line or hose in a port, with the end that the vehicle has there. */
  line(unit: string, what: 'line' | 'hose', position: string, side: readonly TrueFact[]): string {
    const id = `${unit} ${what} ${position}`;
    this.part(
      id,
      what,
      at(
        of(side, 'port-thread', 'port-seat').filter((one) => one.position === position),
        'end',
      ),
    );
    this.join(id, 'port', face(unit, position), face(id, 'end'));
    return id;
  }
}

/** The chain from pedal to wheels and fork with these units in their places. */
export function chainOf({ layout, places }: Built): Chain {
  const made = new Made();
  const by = new Map(places.map((place) => [place.slot, place]));
  brakes(layout, by, made);
  clutch(by, made);
  return made;
}

type Places = ReadonlyMap<Slot, Occupied>;

function brakes(layout: TrueLayout, by: Places, made: Made): void {
  const [master, servo] = [by.get('brake-master'), by.get('booster')];
  if (!master) return;
  const pedalSide = servo ?? master;
  made.part('pedal', 'pedal', of(pedalSide.side, ...ROD));
  made.part('bulkhead', 'bulkhead', of(pedalSide.side, ...MOUNT));
  made.part('master', 'brake-master', master.unit.facts, master.unit.id);
  if (servo) boosted(servo, master, made);
  else if (!layout.lever) {
    made.join('rod', 'rod', face('pedal'), face('master'));
    made.join('mount', 'mount', face('bulkhead'), face('master'));
  }
  made.part('reservoir', 'reservoir', of(master.side, 'fluid'));
  const ports = new Set(master.unit.facts.filter((f) => f.attribute === 'port-feeds').map((f) => f.position ?? ''));
  const [only] = ports;
  for (const { position, wheels } of layout.outlets) {
    const line = made.line('master', 'line', position, master.side);
    // A line stays where it is; where the unit has one port alone, it goes there.
    const port = !ports.has(position) && ports.size === 1 && only !== undefined ? only : position;
    if (port !== position) {
      made.joints.splice(-1);
      made.join(line, 'port', face('master', port), face(line, 'end'));
    }
    for (const wheel of wheels)
      made.join(`${wheel} far`, 'port', face(`${wheel} ${endOf(layout, wheel)} single`, 'line'), face(line, 'to'));
  }
  for (const end of ['front', 'rear'] as const)
    for (const wheel of wheelsFed(layout, end)) wheelAt(wheel, endOf(layout, wheel), by.get(`${end}-brake`), made);
}

/** A booster with what was made on it when its master was fitted: that is there as long as that booster is. */
function asMade(servo: readonly TrueFact[], master: readonly TrueFact[]): readonly TrueFact[] {
  const own = ['stud-spacing', 'pilot'] as const;
  return [
    ...servo.filter(
      (f) => f.attribute !== 'booster-pin' && !(f.position === 'master' && own.some((name) => name === f.attribute)),
    ),
    ...at(of(master, ...own), 'master'),
    ...of(master, 'booster-pin'),
  ];
}

/** The unit in a place as it really is, with what was made on it. */
export function unitThere(world: Pick<World, 'units'>, { places }: TrueVehicle, slot: string): readonly TrueFact[] {
  const place = places.find((one) => one.slot === slot);
  const facts = world.units.get(place?.unit ?? '')?.facts ?? [];
  const master = place?.kind === 'booster' ? places.find((one) => one.slot === 'brake-master') : undefined;
  return master ? asMade(facts, master.side) : facts;
}

function boosted(servo: Occupied, master: Occupied, made: Made): void {
  const facts = servo.fresh ? servo.unit.facts : asMade(servo.unit.facts, master.side);
  made.part('booster', 'booster', facts, servo.unit.id);
  made.join('rod', 'rod', face('pedal'), face('booster'));
  made.join('mount', 'mount', face('bulkhead'), face('booster', 'bulkhead'));
  made.join('master-mount', 'mount', face('booster', 'master'), face('master'));
  made.join('push', 'push', face('booster'), face('master'), 'master-mount');
  made.part('supply', 'pump', of(servo.side, ...SUPPLY));
  made.join('supply', 'supply', face('supply'), face('booster'));
  if (!servo.side.some(({ attribute }) => attribute === 'vacuum-hose')) return;
  made.part('vacuum-hose', 'hose', of(servo.side, 'vacuum-hose'));
  made.join('vacuum', 'tail', face('booster', 'vacuum'), face('vacuum-hose'));
}

/** What comes to a wheel unit: the rigid line of its axle, or a hose. */
const endOf = ({ rearOn }: TrueLayout, wheel: string): 'line' | 'hose' => (wheel.startsWith('rear') ? rearOn : 'hose');

function wheelAt(id: string, end: 'line' | 'hose', place: Occupied | undefined, made: Made): void {
  if (!place) return;
  const { kind, side, unit } = place;
  if (kind !== 'caliper' && kind !== 'wheel-cylinder') return;
  made.part(id, kind, unit.facts, unit.id);
  made.line(id, end, 'single', side);
  if (kind === 'caliper') {
    for (const joint of ['carrier', 'disc'] as const) {
      made.part(`${id}-${joint}`, joint, of(side, 'carrier-spacing', 'offset', 'disc'));
      made.join(`${id}-${joint}`, joint, face(`${id}-${joint}`), face(id));
    }
  } else {
    made.part(`${id}-plate`, 'backing-plate', of(side, 'pilot'));
    made.join(`${id}-mount`, 'mount', face(`${id}-plate`), face(id));
  }
}

function clutch(by: Places, made: Made): void {
  const [master, slave] = [by.get('clutch-master'), by.get('slave')];
  if (!master || !slave) return;
  made.part('clutch-pedal', 'pedal', of(master.side, ...ROD, 'pedal-travel', 'free-travel', 'pedal-ratio'));
  made.part('clutch-bulkhead', 'bulkhead', of(master.side, ...MOUNT));
  made.part('clutch-master', 'clutch-master', master.unit.facts, master.unit.id);
  made.join('clutch-rod', 'rod', face('clutch-pedal'), face('clutch-master'));
  made.join('clutch-mount', 'mount', face('clutch-bulkhead'), face('clutch-master'));
  made.part('clutch-reservoir', 'reservoir', of(master.side, 'fluid', 'reservoir'));
  made.join('clutch-neck', 'neck', face('clutch-master'), face('clutch-reservoir'));
  if (master.side.some(({ attribute }) => attribute === 'feed-hose')) {
    made.part('clutch-master-feed-hose', 'hose', of(master.side, 'feed-hose'));
    made.join('clutch-master-feed', 'tail', face('clutch-master'), face('clutch-master-feed-hose'));
  }
  const line = made.line('clutch-master', 'line', 'front-left', master.side);
  made.part('slave', 'slave', slave.unit.facts, slave.unit.id);
  made.part('gearbox', 'gearbox', of(slave.side, 'stud-spacing'));
  made.part('fork', 'fork', of(slave.side, 'travel', 'foot', 'bleeder'));
  made.join('slave-mount', 'mount', face('gearbox'), face('slave'));
  made.join('slave-fork', 'fork', face('fork'), face('slave'));
  const end = made.line('slave', 'line', 'single', slave.side);
  made.join('clutch far', 'port', face(end, 'to'), face(line, 'to'));
}
