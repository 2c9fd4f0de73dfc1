import type { AttributeName } from '../../named/attribute/index.js';
import type { UnitKind } from '../../named/unit/index.js';
import type { Value } from '../../vehicle/chain/index.js';
import type { Slot } from '../../vehicle/place/index.js';
import type { Draw } from './draw.js';
import type { TrueLayout } from './layouts.js';
import { fact, type TrueFact } from './types.js';
import { withUnbooked } from './unbooked.js';

/**
 * What units are like, and what the vehicles that they were made for offer them: for each place a design whose two
 * sides go together, in figures as the trade has them.
 */

export const THREADS = ['3/8-24 UNF', '7/16-24 UNS', 'M10x1.0', 'M12x1.0', '7/16-20 UNF'];
const FLARES = ['inverted-flare', 'bubble-flare'];
export const BORES = [17.463, 19.05, 20.638, 22.225, 23.813, 25.4, 26.988];
const CALIPER_BORES = [42, 48, 54, 57, 60];
const hundredths = (mm: number): number => Math.round(mm * 100) / 100;

/** What the places of one vehicle have in common. */
export interface Frame {
  readonly layout: TrueLayout;
  readonly concentric: boolean;
  /** The face between booster and master, and how far the pin stands out of it. */
  readonly face: { readonly spacing: number; readonly pilot: number; readonly pin: number; readonly pocket: number };
  readonly flare: string;
  readonly fluid: string;
  readonly seals: string;
}

/** A design: what the unit has, and what the vehicle has for it. */
export interface Design {
  readonly slot: Slot;
  readonly kind: UnitKind;
  readonly own: readonly TrueFact[];
  readonly side: readonly TrueFact[];
}

export function frameOf(layout: TrueLayout, concentric: boolean, draw: Draw): Frame {
  const pin = draw.between(12, 16, 0.1);
  const mineral = draw.happens(0.08);
  return {
    layout,
    concentric,
    face: {
      spacing: draw.between(60, 110, 1),
      pilot: draw.between(30, 50, 0.5),
      pin,
      pocket: hundredths(pin + draw.between(0.3, 0.45, 0.01)),
    },
    flare: draw.one(FLARES),
    fluid: mineral ? 'mineral' : draw.one(['DOT 3', 'DOT 4', 'DOT 4']),
    seals: mineral ? 'NBR' : draw.one(['EPDM', 'EPDM', 'SBR']),
  };
}

/** One end of a line and the port that it sits in. */
const end = (position: string, draw: Draw, seat: string): TrueFact[] => [
  fact('port-thread', draw.one(THREADS), position),
  fact('port-seat', seat, position),
];
const studs = (draw: Draw): TrueFact[] => [
  fact('stud-spacing', draw.between(50, 110, 1)),
  fact('pilot', draw.between(24, 50, 0.5)),
  fact('flange-angle', draw.one([0, 90])),
];
const rod = (draw: Draw): TrueFact[] => [
  fact('rod-kind', 'fork'),
  fact('rod-length', draw.between(90, 160, 1)),
  fact('clevis-pin', draw.one([8, 9.5, 10])),
];

export function brakeMaster(frame: Frame, draw: Draw): Design {
  const { layout, face, fluid, seals, flare } = frame;
  const boosted = layout.assistance !== 'none';
  const ports = layout.outlets.flatMap(({ position, feeds }): TrueFact[] => [
    ...end(position, draw, flare),
    fact('port-feeds', feeds, position),
  ]);
  const mount = boosted
    ? [fact('stud-spacing', face.spacing), fact('pilot', face.pilot)]
    : layout.lever
      ? []
      : [...studs(draw), ...rod(draw)];
  const nipple = fact('feed-nipple', draw.apart('nipple').happens(0.5) ? 'present' : null);
  const shared = [...mount, ...ports, fact('reservoir', 'integral'), fact('sensor', null), nipple];
  return {
    slot: 'brake-master',
    kind: 'brake-master',
    own: [
      ...shared,
      fact('bore', draw.one(BORES)),
      fact('bore-form', 'straight'),
      fact('port-count', layout.outlets.length),
      fact('seals', seals),
      ...(boosted ? [fact('rod-kind', null), fact('rod-length', null), fact('recess-depth', face.pocket)] : []),
    ],
    side: [...shared, fact('fluid', fluid), ...(boosted ? [fact('booster-pin', face.pin)] : [])],
  };
}

export function booster({ layout, face }: Frame, draw: Draw): Design {
  const pumped = layout.assistance === 'pump';
  const shared = [
    fact('stud-spacing', draw.between(80, 130, 1)),
    ...rod(draw).slice(1),
    fact('booster-supply', pumped ? 'pump' : 'vacuum'),
    ...(pumped ? [] : [fact('vacuum-hose', draw.one([9, 11, 12]))]),
    ...(pumped
      ? [
          fact('pressure-thread', draw.one(['M14x1.5', 'M16x1.5'])),
          fact('pressure-end', 'o-ring'),
          fact('return-hose', 10),
          fact('assist-fluid', 'steering-fluid'),
        ]
      : []),
  ];
  return {
    slot: 'booster',
    kind: 'booster',
    own: [
      ...shared,
      fact('stud-spacing', face.spacing, 'master'),
      fact('pilot', face.pilot, 'master'),
      fact('booster-pin', face.pin),
      fact('pin-adjustable', 'fixed'),
      ...(pumped
        ? [fact('flow-wanted', 6), fact('pressure-wanted', 10), fact('returns-wanted', 1)]
        : [fact('diaphragms', 1), fact('diaphragm', draw.one([200, 230, 250]))]),
    ],
    side: [
      ...shared,
      fact('recess-depth', face.pocket),
      ...(pumped ? [fact('pump-flow', 8), fact('relief-pressure', 12), fact('pump-returns', 2)] : []),
    ],
  };
}

export function wheelUnit(
  slot: 'front-brake' | 'rear-brake',
  { layout, fluid, seals, flare }: Frame,
  draw: Draw,
): Design {
  const kind = slot === 'front-brake' ? layout.front : layout.rear;
  const caliper = kind === 'caliper';
  const meets = [
    ...end('single', draw, caliper && draw.happens(0.5) ? 'banjo' : flare),
    ...(caliper
      ? [
          fact('carrier-spacing', draw.between(90, 160, 1)),
          fact('offset', draw.between(10, 40, 0.5)),
          fact('disc', draw.between(240, 330, 2)),
        ]
      : [fact('pilot', draw.between(20, 36, 0.5))]),
  ];
  return {
    slot,
    kind,
    own: [
      ...meets,
      fact('bore', draw.one(caliper ? CALIPER_BORES : BORES)),
      fact('port-count', 1),
      fact('seals', seals),
      fact('bleeder', 'top'),
      ...(caliper ? [fact('piston-count', 1)] : [fact('bore-form', 'straight')]),
    ],
    side: [...meets, fact('fluid', fluid)],
  };
}

export function clutchMaster({ fluid, seals, flare }: Frame, draw: Draw): Design {
  const remote = draw.happens(0.4);
  const meets = [
    ...studs(draw),
    ...rod(draw),
    ...end('front-left', draw, flare),
    fact('port-feeds', 'slave', 'front-left'),
    fact('reservoir', remote ? 'remote' : 'integral'),
    fact('sensor', null),
    ...(remote ? [fact('feed-hose', draw.one([8, 11]))] : []),
  ];
  return {
    slot: 'clutch-master',
    kind: 'clutch-master',
    own: [
      ...meets,
      ...(remote ? [] : [fact('feed-hose', null)]),
      fact('bore', draw.one(BORES)),
      fact('bore-form', 'straight'),
      fact('port-count', 1),
      fact('seals', seals),
    ],
    side: [...meets, fact('fluid', fluid)],
  };
}

export function slave({ concentric, fluid, seals, flare }: Frame, draw: Draw): Design {
  const foot = draw.happens(0.5) ? 'present' : null;
  const meets = [
    fact('stud-spacing', draw.between(44, 80, 1)),
    ...end('single', draw, flare),
    fact('port-feeds', 'slave', 'single'),
    fact('bleeder', draw.one(['top', 'side'])),
    fact('foot', foot),
  ];
  const [travel, bore] = [draw.between(12, 24, 0.5), draw.one(BORES)];
  return {
    slot: 'slave',
    kind: 'slave',
    own: [
      ...meets,
      fact('travel', travel + 2),
      fact('bore', bore),
      ...(concentric ? [fact('bore-inside', Math.max(12, Math.round(bore * 5) / 10))] : []),
      fact('bore-form', 'straight'),
      fact('port-count', 1),
      fact('seals', seals),
      fact('line-retention', 'thread'),
      fact('slave-form', concentric ? 'concentric' : 'outside'),
    ],
    side: [...meets, fact('travel', travel), fact('line-retention', 'thread'), fact('fluid', fluid)],
  };
}

/** Pedal travel less free travel, over the ratio of the pedal, as every vehicle here has them, mm. */
const CLUTCH_STROKE = 29;
/** How far a slave moves by what its master gives, mm, nothing lost on the way. */
const movedBy = (master: readonly TrueFact[], of: readonly TrueFact[]): number => {
  const figure = (facts: readonly TrueFact[], name: AttributeName): number =>
    Number(facts.find(({ attribute }) => attribute === name)?.value ?? 0);
  const ring = figure(of, 'bore') ** 2 - figure(of, 'bore-inside') ** 2;
  return (CLUTCH_STROKE * figure(master, 'bore') ** 2) / ring;
};
/** A clutch that releases: the fork wants less than its slave is moved, and the slave can go further than that. */
export function clutchOf(frame: Frame, draw: Draw): Design[] {
  const master = clutchMaster(frame, draw.apart('clutch'));
  const made = slave(frame, draw.apart('slave'));
  const bore = Number(master.own.find(({ attribute }) => attribute === 'bore')?.value);
  // A ring is larger, for what its shaft takes of it.
  const ring = BORES.filter((one) => one > 20 && one > bore * 0.95 && one < bore * 1.3);
  const near = frame.concentric ? ring : BORES.filter((one) => Math.abs(one / bore - 1) < 0.1);
  const own = made.own.map((one) =>
    one.attribute === 'bore' ? { ...one, value: draw.apart('bores').one(near) } : one,
  );
  const inside = Math.max(12, Math.round(Number(own.find(({ attribute }) => attribute === 'bore')?.value) * 5) / 10);
  const ringed = own.map((one) => (one.attribute === 'bore-inside' ? { ...one, value: inside } : one));
  const moved = movedBy(master.own, ringed);
  const travels = (facts: readonly TrueFact[], share: number): TrueFact[] =>
    facts.map((one) => (one.attribute === 'travel' ? { ...one, value: Math.round(moved * share * 2) / 2 } : one));
  const reaches = travels(ringed, 1.3);
  const reach = reaches.find(({ attribute }) => attribute === 'travel')?.value ?? null;
  return [master, { ...made, own: [...reaches, fact('piston-reach', reach)], side: travels(made.side, 0.6) }];
}

/** The design of each place of a vehicle. */
export function designsFor(frame: Frame, clutch: boolean, draw: Draw): Design[] {
  const { outlets } = frame.layout;
  const ends = (['front', 'rear'] as const).filter((axle) =>
    outlets.some(({ wheels }) => wheels.some((wheel) => wheel.startsWith(axle))),
  );
  const designs = [
    ...(frame.layout.assistance === 'none' ? [] : [booster(frame, draw.apart('booster'))]),
    brakeMaster(frame, draw.apart('master')),
    ...ends.map((axle) => wheelUnit(`${axle}-brake`, frame, draw.apart(axle))),
    ...(clutch ? clutchOf(frame, draw) : []),
  ];
  return designs.map(whole);
}
/** A design with what is so of every one of its kind. */
export const whole = (design: Design): Design => ({ ...design, ...withUnbooked(design.kind, design) });

/** In what a look-alike can differ, and how: by so much that nobody would argue. */
const mm =
  (...by: readonly number[]) =>
  (value: Value, draw: Draw): Value =>
    hundredths(Number(value) + draw.one(by));
/** No hose is thinner than six. */
const hose = (value: Value, draw: Draw): Value => (Number(value) < 8.5 ? mm(3) : mm(-2.5, 3))(value, draw);
const DIFFERENCES: readonly {
  readonly attribute: AttributeName;
  /** Only of units of this kind. */
  readonly kind?: UnitKind;
  readonly other: (value: Value, draw: Draw) => Value;
}[] = [
  { attribute: 'stud-spacing', other: mm(-8, -5, 5, 8) },
  { attribute: 'pilot', other: mm(-4, 3, 5) },
  { attribute: 'rod-length', other: mm(-18, 15, 25) },
  { attribute: 'clevis-pin', other: mm(-1.5, 2) },
  { attribute: 'recess-depth', other: mm(-3, 5) },
  { attribute: 'booster-pin', other: mm(-5, 2, 3) },
  { attribute: 'feed-hose', other: hose },
  { attribute: 'vacuum-hose', other: hose },
  // Less than its fork wants.
  { attribute: 'travel', other: (value) => Math.round(Number(value) * 0.8) / 2 },
  // Of a clutch: it moves its slave half as far.
  { attribute: 'bore', kind: 'slave', other: (value) => hundredths(Number(value) * 1.42) },
  { attribute: 'bore', kind: 'clutch-master', other: (value) => hundredths(Number(value) * 0.7) },
  { attribute: 'carrier-spacing', other: mm(-12, 8, 15) },
  { attribute: 'offset', other: mm(-6, 5) },
  { attribute: 'disc', other: mm(-20, 16) },
  { attribute: 'port-thread', other: (value, draw) => draw.one(THREADS.filter((one) => one !== value)) },
  { attribute: 'port-seat', other: (value, draw) => draw.one(FLARES.filter((one) => one !== value)) },
  { attribute: 'port-feeds', other: (value) => (value === 'front' ? 'rear' : 'front') },
  { attribute: 'bleeder', other: (value) => (value === 'top' ? 'side' : 'top') },
  { attribute: 'foot', other: () => null },
  { attribute: 'seals', other: (value) => (value === 'NBR' ? 'EPDM' : 'NBR') },
];

/** What a look-alike of a design has, and in what it differs. Both ports change what they feed, or none does. */
export function lookAlike(
  { own, kind }: Design,
  draw: Draw,
): { readonly facts: TrueFact[]; readonly differs: AttributeName } {
  const ways = DIFFERENCES.filter(({ attribute, kind: only }) =>
    own.some(
      (one) =>
        (only === undefined || only === kind) &&
        one.attribute === attribute &&
        one.value !== null &&
        (attribute !== 'port-feeds' || (kind === 'brake-master' && one.value !== 'all' && hasBothAxles(own))) &&
        (attribute !== 'bleeder' || kind === 'slave'),
    ),
  );
  const { attribute, other } = draw.one(ways);
  if (attribute === 'port-feeds')
    return {
      differs: attribute,
      facts: own.map((one) => (one.attribute === attribute ? { ...one, value: other(one.value, draw) } : one)),
    };
  const at = draw.one(own.flatMap((one, i) => (one.attribute === attribute && one.value !== null ? [i] : [])));
  const changed = other(own[at]?.value ?? null, draw);
  return {
    differs: attribute,
    facts: own.map((one, i) =>
      i === at || (attribute === 'travel' && one.attribute === 'piston-reach') ? { ...one, value: changed } : one,
    ),
  };
}
const hasBothAxles = (own: readonly TrueFact[]): boolean =>
  ['front', 'rear'].every((axle) => own.some(({ attribute, value }) => attribute === 'port-feeds' && value === axle));
