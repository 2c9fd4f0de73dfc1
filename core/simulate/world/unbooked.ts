import type { UnitKind } from '../../named/unit/index.js';
import { fact, type TrueFact } from './types.js';

/**
 * What is so on every vehicle and can be seen or measured there, and stands in no parts book: nuts, rooms, switches,
 * the wheel. It goes together everywhere, so that a job is never wrong for it; but it is asked.
 */

interface Both {
  readonly own: readonly TrueFact[];
  readonly side: readonly TrueFact[];
}

const STUDS: Both = {
  own: [fact('stud-count', 2), fact('stud-thread', 'M8x1.25'), fact('flange-thickness', 10)],
  side: [fact('stud-count', 2), fact('stud-thread', 'M8x1.25'), fact('stud-length', 24), fact('under-nut', null)],
};
const PEDAL: Both = {
  own: [
    fact('rod-end', 'ball'),
    fact('rod-retention', 'ring'),
    fact('rod-adjust', null),
    fact('rod-engaged', 12),
    fact('rod-thread', null),
  ],
  side: [
    fact('rod-end', 'ball'),
    fact('rod-retention', 'ring'),
    fact('pedal-height', 180),
    fact('pedal-travel', 150),
    fact('free-travel', 5),
    fact('pedal-ratio', 5),
    fact('linkage', 'direct'),
    fact('driving-side', 'left'),
    fact('brake-light-switch', null),
    fact('cruise-switch', null),
    fact('start-switch', null),
  ],
};
const ROOM: Both = {
  own: (['reach-front', 'reach-behind', 'reach-left', 'reach-right', 'reach-up'] as const).map((one) => fact(one, 60)),
  side: (['room-front', 'room-behind', 'room-left', 'room-right', 'room-up'] as const).map((one) => fact(one, 400)),
};

/** No size is cast on the body, and no bore has another mouth. */
const BORE: Both = { own: [fact('bore-mark', null), fact('mouth', null)], side: [] };

const together = (...all: readonly Both[]): Both => ({
  own: all.flatMap(({ own }) => own),
  side: all.flatMap(({ side }) => side),
});

const HOSE: readonly TrueFact[] = [
  fact('hose-length', 400),
  fact('hose-lock', 330),
  fact('hose-droop', 340),
  fact('hose-bump', 300),
  fact('tab', null),
];

const MASTER = together(STUDS, PEDAL, ROOM, BORE, {
  own: [
    fact('sensor-thread', null),
    fact('valve-in-body', null),
    fact('insert', null),
    fact('force-limit', 9000),
    fact('seal-ring', 40),
    fact('reservoir-size', 100),
    fact('feed-nipple', null),
    fact('hose-offset', 5),
  ],
  side: [
    ...HOSE,
    fact('sensor-thread', null),
    fact('line-valve', null),
    fact('master-stands', 'above'),
    fact('plate', null),
    fact('seal-ring', 40),
    fact('reservoir-size', 100),
    fact('clutch-feed', 'own-reservoir'),
    fact('feed-nipple', null),
    fact('output-force', 3000),
  ],
});

const OF_A_KIND: Readonly<Record<UnitKind, Both>> = {
  'brake-master': MASTER,
  'clutch-master': MASTER,
  booster: together(STUDS, PEDAL, ROOM, {
    own: [fact('output-force', 3000), fact('pin-under-vacuum', null)],
    side: [fact('vacuum-source', 'engine'), fact('force-limit', 9000), fact('insert', null), fact('plate', null)],
  }),
  slave: together(STUDS, ROOM, PEDAL, BORE, { own: [fact('piston-reach', 60)], side: [] }),
  caliper: together(ROOM, BORE, {
    own: [
      fact('wheel-least', 330),
      fact('sweep', 150),
      fact('overhang', 20),
      fact('disc-thickness', 20),
      fact('hose-offset', 5),
    ],
    side: [
      fact('wheel-size', 381),
      fact('wheel-inside', 190),
      fact('spoke-room', 40),
      fact('hub-bore', 70),
      fact('disc-thickness', 20),
      ...HOSE,
    ],
  }),
  'wheel-cylinder': together(BORE, { own: [], side: [...HOSE] }),
};

/** What is so beside what is drawn of a unit and its place; what was drawn goes before it. */
export function withUnbooked(
  kind: UnitKind,
  { own, side }: Both,
): { readonly own: TrueFact[]; readonly side: TrueFact[] } {
  const more = (there: readonly TrueFact[], also: readonly TrueFact[]): TrueFact[] => [
    ...there,
    ...also.filter(({ attribute }) => !there.some((one) => one.attribute === attribute)),
  ];
  const sided = sidesOf(own);
  const both = together(OF_A_KIND[kind], sided);
  // A design that was made from another has its own ports.
  const asDrawn = (facts: readonly TrueFact[]): readonly TrueFact[] =>
    facts.map((one) => (one.attribute === 'port-side' ? (sided.own[0] ?? one) : one));
  return { own: more(asDrawn(own), both.own), side: more(asDrawn(side), both.side) };
}

/** On which side the ports are, where they are told apart by it. */
const sidesOf = (own: readonly TrueFact[]): Both => {
  const sides = own
    .filter(({ attribute }) => attribute === 'port-thread')
    .map(({ position }) => /-(left|right)$/.exec(position ?? '')?.[1]);
  const [first] = sides;
  if (first === undefined || sides.includes(undefined)) return together();
  const side = fact('port-side', sides.every((one) => one === first) ? first : 'both');
  return { own: [side], side: [side] };
};

/** Whether no book says it. */
export const isUnbooked = (kind: UnitKind, { attribute }: TrueFact): boolean => {
  const { own, side } = OF_A_KIND[kind];
  return attribute === 'port-side' || [...own, ...side].some((one) => one.attribute === attribute);
};
