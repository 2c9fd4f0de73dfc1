import type { AttributeName } from '../../named/attribute/index.js';
import { BORES, brakeMaster, booster, type Design, type Frame, clutchOf, wheelUnit, whole } from './designs.js';
import type { Draw } from './draw.js';
import { type TrueLayout, TRUE_LAYOUTS } from './layouts.js';
import { fact, type TrueFact } from './types.js';

/**
 * What a conversion makes of a vehicle: for each unit that it brings a design whose two sides go together on the
 * vehicle as it is afterwards.
 */
export interface TrueConversion {
  readonly id: string;
  /** The brakes as they are afterwards. */
  readonly layout: TrueLayout;
  readonly designs: readonly Design[];
}

const layoutOf = (name: TrueLayout['name']): TrueLayout | undefined => TRUE_LAYOUTS.find((one) => one.name === name);
const without = (facts: readonly TrueFact[], ...names: readonly AttributeName[]): TrueFact[] =>
  facts.filter(({ attribute }) => !names.includes(attribute));
/** The next larger bore, or the largest that there is. */
export const larger = (own: readonly TrueFact[]): TrueFact[] =>
  own.map((one) =>
    one.attribute === 'bore'
      ? { ...one, value: BORES.find((bore) => bore > Number(one.value) + 0.5) ?? Number(one.value) + 3 }
      : one,
  );

/** The master with two outlets instead of those that it has: the lines that are there keep their ends. */
function twoOutlets({ own, side, ...rest }: Design, draw: Draw): Design {
  const ends = new Map(
    ['front-left', 'rear-left'].map((position) => {
      const [there] = side.filter((one) => one.position === position && one.attribute === 'port-thread');
      const [seat] = side.filter((one) => one.attribute === 'port-seat');
      return [
        position,
        [there?.value ?? draw.one(['3/8-24 UNF', 'M10x1.0']), seat?.value ?? 'inverted-flare'],
      ] as const;
    }),
  );
  const ports = [...ends].flatMap(([position, [thread, seat]]): TrueFact[] => [
    fact('port-thread', thread, position),
    fact('port-seat', seat, position),
    fact('port-feeds', position === 'front-left' ? 'front' : 'rear', position),
  ]);
  const plain = (facts: readonly TrueFact[]): TrueFact[] =>
    facts.filter(({ position, attribute }) => position === undefined && attribute !== 'port-count');
  return { ...rest, own: [...plain(own), fact('port-count', 2), ...ports], side: [...plain(side), ...ports] };
}

/** The same lines on a master of another frame. */
function onTheSameLines(made: Design, old: Design): Design {
  const lines = old.side.filter(({ position }) => position !== undefined);
  const here = (facts: readonly TrueFact[]): TrueFact[] => [
    ...facts.filter(({ position }) => position === undefined),
    ...lines,
  ];
  return { ...made, own: here(made.own), side: here(made.side) };
}

/** What a unit is bolted to and pushed by: that of the vehicle stays, whatever comes. */
export const AT_PEDAL = ['stud-spacing', 'rod-length', 'clevis-pin'] as const;
/** A booster of another frame that goes on the bulkhead and the pedal of the vehicle. */
function onTheSameStuds(made: Design, old: Design): Design {
  const there = (facts: readonly TrueFact[]): TrueFact[] =>
    facts.map((one) => {
      const same =
        one.position === undefined && AT_PEDAL.some((name) => name === one.attribute)
          ? old.side.find(({ attribute, position }) => attribute === one.attribute && position === undefined)
          : undefined;
      return same ? { ...one, value: same.value } : one;
    });
  return { ...made, own: there(made.own), side: there(made.side) };
}

/** What no drum has: it comes with the calipers that go in its place. */
const OF_DISCS = ['carrier-spacing', 'offset', 'disc', 'disc-thickness'] as const;
/** Calipers where drums are: the hoses that are there keep their ends, and there is neither carrier nor disc. */
const onTheSameHoses = (made: Design, old: Design): Design => ({
  ...made,
  side: [
    ...without(made.side, ...OF_DISCS, 'port-thread', 'port-seat'),
    ...old.side.filter(({ attribute }) => attribute === 'port-thread' || attribute === 'port-seat'),
  ],
});

/** Conversions that make sense on a vehicle of these designs, each with what it brings. */
export function conversionsOf(frame: Frame, designs: readonly Design[], clutch: boolean, draw: Draw): TrueConversion[] {
  const { layout } = frame;
  const at = (slot: Design['slot']): Design | undefined => designs.find((one) => one.slot === slot);
  const [master, front, servo] = [at('brake-master'), at('front-brake'), at('booster')];
  if (!master || layout.lever) return [];
  const found: TrueConversion[] = [];
  const add = (id: string, to: TrueLayout, ...brought: readonly Design[]): void =>
    void found.push({ id, layout: to, designs: brought.map(whole) });
  const assisted = layoutOf('front-rear-block');
  const unassisted = layoutOf('front-rear-unboosted');
  const eachAxle =
    assisted &&
    unassisted &&
    (layout.assistance === 'none' ? unassisted : { ...assisted, assistance: layout.assistance });
  if (eachAxle && layout.name === 'one-circuit')
    add('single-to-dual', { ...eachAxle, front: layout.front, rear: layout.rear }, twoOutlets(master, draw));
  if (eachAxle && layout.outlets.length === 3)
    add('three-to-two', { ...eachAxle, front: layout.front, rear: layout.rear }, twoOutlets(master, draw));
  add('universal-master', layout, master);
  add('sibling-master', layout, { ...master, own: larger(master.own) });
  if (front?.kind === 'caliper') add('larger-calipers', layout, { ...front, own: larger(front.own) });
  if (!servo) {
    const to: TrueLayout = { ...layout, assistance: 'vacuum' };
    const made = { ...frame, layout: to };
    add(
      'assist',
      to,
      onTheSameStuds(booster(made, draw.apart('assist')), master),
      onTheSameLines(brakeMaster(made, draw.apart('master')), master),
    );
  }
  if (servo && layout.assistance === 'vacuum') {
    const to: TrueLayout = { ...layout, assistance: 'pump' };
    const made = { ...frame, layout: to };
    add('vacuum-to-hydraulic', to, onTheSameStuds(booster(made, draw.apart('pump')), servo), master);
    const electric = (facts: readonly TrueFact[]): TrueFact[] => [
      ...without(facts, 'vacuum-hose', 'booster-supply', 'diaphragms', 'diaphragm'),
      fact('booster-supply', 'electric'),
    ];
    add('anti-lock', layout, { ...servo, own: electric(servo.own), side: electric(servo.side) });
  }
  if (front?.kind === 'wheel-cylinder') {
    const to: TrueLayout = { ...layout, front: 'caliper' };
    const discs = whole(wheelUnit('front-brake', { ...frame, layout: to }, draw.apart('disc')));
    found.push({
      id: 'drum-to-disc',
      layout: to,
      designs: [onTheSameHoses(discs, front), whole({ ...master, own: larger(master.own) })],
    });
  }
  if (!clutch) add('self-shifting-to-manual', layout, ...clutchOf(frame, draw.apart('clutch')));
  return found;
}
