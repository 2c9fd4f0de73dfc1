import type { AttributeName } from '../../named/attribute/index.js';
import type { Value } from '../../vehicle/chain/index.js';
import { Draw } from './draw.js';
import { tablesOf } from './tables.js';
import type { Arm, Listed, Quality, TrueFact, TrueUnit, TrueVehicle, World } from './types.js';

/**
 * A workshop that never was: families of masters, vehicles that really go together, and a catalogue of them that is
 * kept as well as such catalogues are. The seed decides all of it.
 */

const QUALITIES: readonly Quality[] = [
  { name: 'kept', holes: 0.03 },
  { name: 'patchy', holes: 0.15 },
  { name: 'poor', holes: 0.35 },
];

const LAYOUTS = ['one-circuit', 'front-rear-unboosted', 'front-rear-block'] as const;
const THREADS = ['3/8-24 UNF', '7/16-24 UNS', 'M10x1.0', 'M12x1.0', '7/16-20 UNF'];
const SEATS = ['inverted-flare', 'bubble-flare'];
const BORES = [17.463, 19.05, 20.638, 22.225, 23.813, 25.4, 26.988];
/** Ports of a master by layout: its name, and what it feeds. */
const PORTS = {
  'one-circuit': [['front-left', 'all']],
  'front-rear-unboosted': [
    ['front-left', 'front'],
    ['rear-left', 'rear'],
  ],
  'front-rear-block': [
    ['front-left', 'front'],
    ['rear-left', 'rear'],
  ],
} as const satisfies Readonly<Record<(typeof LAYOUTS)[number], readonly (readonly [string, string])[]>>;

/** Chances of what workshops meet. */
const CHANCE = {
  /** A unit as good as the recorded one was fitted last time. */
  twin: 0.05,
  /** Another unit was fitted last time, and the vehicle was made to take it: a nut, studs, a rod. */
  altered: 0.05,
  /** A listing is of a unit that does not go. */
  wrongListing: 0.25,
  /** Both ports have threads of their own. */
  unlikePorts: 0.5,
};

const fact = (attribute: AttributeName, value: Value, position?: string): TrueFact => ({
  attribute,
  value,
  ...(position === undefined ? {} : { position }),
});

/** In what a look-alike can differ, and how: by so much that nobody would argue. */
const DIFFERENCES: readonly {
  readonly attribute: AttributeName;
  readonly other: (value: Value, draw: Draw) => Value;
  readonly boosted?: boolean;
}[] = [
  { attribute: 'stud-spacing', other: (value, draw) => Number(value) + draw.one([-8, -5, 5, 8]) },
  { attribute: 'pilot', other: (value, draw) => Number(value) + draw.one([-4, 3, 5]) },
  { attribute: 'rod-length', other: (value, draw) => Number(value) + draw.one([-18, 15, 25]), boosted: false },
  { attribute: 'clevis-pin', other: (value, draw) => Number(value) + draw.one([-1.5, 2]), boosted: false },
  { attribute: 'recess-depth', other: (value, draw) => Number(value) + draw.one([-3, 5]), boosted: true },
  { attribute: 'port-thread', other: (value, draw) => draw.one(THREADS.filter((one) => one !== value)) },
  { attribute: 'port-seat', other: (value) => SEATS.find((one) => one !== value) ?? value },
];

/** What one family of masters has, and the vehicle that it was made for offers. */
function family(
  index: number,
  draw: Draw,
): { readonly layout: (typeof LAYOUTS)[number]; readonly own: TrueFact[]; readonly side: TrueFact[] } {
  const layout = draw.one(LAYOUTS);
  const boosted = layout === 'front-rear-block';
  const bore = draw.one(BORES);
  const spacing = draw.between(60, 110, 1);
  const spigot = draw.between(30, 50, 0.5);
  const angle = draw.one([0, 90]);
  const rod = draw.between(90, 160, 1);
  const pin = draw.one([8, 9.5, 10]);
  const tip = draw.between(12, 16, 0.1);
  const thread = draw.one(THREADS);
  const ports = PORTS[layout].flatMap(([position, feeds], i): TrueFact[] => [
    fact('port-thread', i > 0 && draw.happens(CHANCE.unlikePorts) ? draw.one(THREADS) : thread, position),
    fact('port-seat', SEATS[index % 2] ?? 'inverted-flare', position),
    fact('port-feeds', feeds, position),
  ]);
  const shared: TrueFact[] = [
    fact('stud-spacing', spacing),
    fact('pilot', spigot),
    fact('reservoir', 'integral'),
    fact('sensor', null),
    ...(boosted
      ? []
      : [fact('flange-angle', angle), fact('rod-kind', 'fork'), fact('rod-length', rod), fact('clevis-pin', pin)]),
  ];
  return {
    layout,
    own: [
      ...shared,
      ...ports,
      fact('bore', bore),
      fact('bore-form', 'straight'),
      fact('port-count', PORTS[layout].length),
      fact('seals', 'EPDM'),
      fact('fluid', 'DOT 4'),
      ...(boosted
        ? [fact('rod-kind', null), fact('recess-depth', Math.round((tip + draw.between(0.3, 0.45, 0.01)) * 100) / 100)]
        : []),
    ],
    side: [...shared, ...ports, fact('fluid', 'DOT 4'), ...(boosted ? [fact('booster-pin', tip)] : [])],
  };
}

/** A world of a seed: so many families, each with its own vehicle, a unit as good, and look-alikes. */
export function worldOf(seed: string, arm: Arm, families = 8): World {
  const draw = new Draw(`world ${seed}`);
  const quality = draw.one(QUALITIES);
  const units = new Map<string, TrueUnit>();
  const vehicles: TrueVehicle[] = [];
  const lies = new Map<string, string>();
  const listed: Listed[] = [];
  for (let i = 0; i < families; i++) {
    const own = draw.apart(`family ${i}`);
    const { layout, own: facts, side } = family(i, own);
    const marks = (letter: string): TrueFact[] => [
      fact('casting-number', String(20000 + own.below(9000) * 3 + letter.charCodeAt(0))),
      fact('label-code', `${letter}${String.fromCharCode(65 + own.below(26))}${i}`),
    ];
    const add = (letter: string, maker: string, given: readonly TrueFact[], differs?: AttributeName): TrueUnit => {
      const unit: TrueUnit = {
        id: `m${i}${letter}`,
        maker,
        name: `master ${i}${letter.toUpperCase()}`,
        number: `${maker.slice(0, 1).toUpperCase()} ${1000 + i * 10 + letter.charCodeAt(0)}`,
        facts: [...given, ...marks(letter.toUpperCase())],
        ...(differs === undefined ? {} : { differs }),
      };
      units.set(unit.id, unit);
      return unit;
    };
    const right = add('a', 'units', facts);
    const twin = add('b', 'others', facts);
    listed.push({ from: right.id, to: twin.id, kind: 'drop-in' });
    const boosted = layout === 'front-rear-block';
    const ways = DIFFERENCES.filter((way) => way.boosted === undefined || way.boosted === boosted);
    const alikes: TrueUnit[] = [];
    for (const letter of ['c', 'd']) {
      const way = own.one(ways);
      const at = facts.findIndex(({ attribute }) => attribute === way.attribute);
      const changed = facts.map((one, k) => (k === at ? { ...one, value: way.other(one.value, own) } : one));
      const alike = add(letter, 'others', changed, way.attribute);
      alikes.push(alike);
      if (arm === 'lies' && own.happens(CHANCE.wrongListing)) {
        listed.push({ from: right.id, to: alike.id, kind: 'drop-in' });
        lies.set(alike.id, `listed as a drop-in for ${right.name}, and its ${way.attribute} is another`);
      } else if (own.happens(0.5)) listed.push({ from: right.id, to: alike.id, kind: 'does-not-fit' });
    }
    vehicles.push({
      id: `v${i}`,
      layout,
      built: `${1985 + own.below(20)}-0${1 + own.below(9)}`,
      recorded: right.id,
      works: side,
      ...fitted(right, twin, alikes, side, own),
    });
  }
  const truth = { seed, arm, quality, units, vehicles, listed, lies };
  return { ...truth, tables: tablesOf(truth, draw.apart('tables')) };
}

/** What was fitted last time: mostly what the record says; now and then another unit, the vehicle made to take it. */
function fitted(
  right: TrueUnit,
  twin: TrueUnit,
  alikes: readonly TrueUnit[],
  side: readonly TrueFact[],
  draw: Draw,
): Pick<TrueVehicle, 'unit' | 'side' | 'altered'> {
  if (draw.happens(CHANCE.twin)) return { unit: twin.id, side };
  if (!draw.happens(CHANCE.altered)) return { unit: right.id, side };
  const alike = draw.one(alikes);
  const changed = alike.facts.find(
    ({ attribute, position, value }) =>
      attribute === alike.differs &&
      right.facts.some((one) => one.attribute === attribute && one.position === position && one.value !== value),
  );
  if (!changed) return { unit: right.id, side };
  // A deeper pocket was met by a longer pin; everything else was made the same.
  const deeper = changed.attribute === 'recess-depth';
  const was = Number(right.facts.find(({ attribute }) => attribute === 'recess-depth')?.value);
  const made = side.map((one) => {
    if (deeper && one.attribute === 'booster-pin')
      return { ...one, value: Math.round((Number(one.value) + Number(changed.value) - was) * 100) / 100 };
    return one.attribute === changed.attribute && one.position === changed.position
      ? { ...one, value: changed.value }
      : one;
  });
  return { unit: alike.id, side: made, altered: changed.attribute };
}
