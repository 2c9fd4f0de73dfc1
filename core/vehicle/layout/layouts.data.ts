import { faceRef, type FaceRef, type Joint, type JointKind, type Part, type PartKind } from '../chain/index.js';

/** How a vehicle's hydraulics are laid out: its places and the joints between them. What is recorded of a vehicle fills the places. */
export interface LayoutRow {
  readonly layout: string;
  readonly words: string;
  readonly parts: readonly Part[];
  readonly joints: readonly Joint[];
}

type Piece = Pick<LayoutRow, 'parts' | 'joints'>;

const place = (id: string, kind: PartKind, facts: Part['facts'] = []): Part => ({ id, kind, facts });
/** A face by its part and its name; a part alone where it has one of the kind. */
type At = string | FaceRef;
const at = faceRef;
const faceOf = (where: At): FaceRef => (typeof where === 'string' ? faceRef(where) : where);
const joint = (id: string, kind: JointKind, a: At, b: At, through?: string): Joint => ({
  id,
  kind,
  between: [faceOf(a), faceOf(b)],
  ...(through === undefined ? {} : { through }),
});
const all = (...pieces: readonly Piece[]): Piece => ({
  parts: pieces.flatMap((piece) => piece.parts),
  joints: pieces.flatMap((piece) => piece.joints),
});

/** What a port of a master feeds, as a fact of the layout. */
const feeds = (position: string, value: string) => ({ attribute: 'port-feeds', position, value }) as const;
/** Circuits of a part with several, by the names of its ports. */
const circuits = (ports: Readonly<Record<string, '1' | '2'>>): Part['facts'] =>
  Object.entries(ports).map(([position, value]) => ({ attribute: 'port-circuit', position, value }));

/** Pedal, booster and brake master on the bulkhead, with its reservoir. `ports` of the master, by what each feeds. */
function boosted(ports: Readonly<Record<string, string>>): Piece {
  return {
    parts: [
      place('pedal', 'pedal'),
      place('bulkhead', 'bulkhead'),
      place('booster', 'booster'),
      place('master', 'brake-master', Object.entries(ports).map(([port, what]) => feeds(port, what))),
      place('reservoir', 'reservoir'),
    ],
    joints: [
      joint('rod', 'rod', 'pedal', 'booster'),
      joint('bulkhead-mount', 'mount', 'bulkhead', at('booster', 'bulkhead')),
      joint('master-mount', 'mount', at('booster', 'master'), 'master'),
      joint('push', 'push', 'booster', 'master', 'master-mount'),
      joint('reservoir-neck', 'neck', 'master', 'reservoir'),
    ],
  };
}

/** Pedal (or lever) and a master without a booster. */
function unboosted(ports: Readonly<Record<string, string>>, at = ''): Piece {
  const id = (name: string): string => (at === '' ? name : `${at}-${name}`);
  return {
    parts: [
      place(id('pedal'), 'pedal'),
      place(id('bulkhead'), 'bulkhead'),
      place(id('master'), 'brake-master', Object.entries(ports).map(([port, what]) => feeds(port, what))),
      place(id('reservoir'), 'reservoir'),
    ],
    joints: [
      joint(id('rod'), 'rod', id('pedal'), id('master')),
      joint(id('master-mount'), 'mount', id('bulkhead'), id('master')),
      joint(id('reservoir-neck'), 'neck', id('master'), id('reservoir')),
    ],
  };
}

const VACUUM: Piece = {
  parts: [place('vacuum-hose', 'hose')],
  joints: [joint('vacuum', 'tail', at('booster', 'vacuum'), 'vacuum-hose')],
};
const PUMP: Piece = {
  parts: [place('pump', 'pump')],
  joints: [joint('supply', 'supply', 'pump', 'booster')],
};

/** A line between two openings; both its ends are made. */
const line = (id: string, from: At, to: At): Piece => ({
  parts: [place(id, 'line')],
  joints: [joint(`${id}-from`, 'port', from, at(id, 'from')), joint(`${id}-to`, 'port', to, at(id, 'to'))],
});

/** A line, a hose and a wheel unit. */
const wheel = (corner: string, kind: 'caliper' | 'wheel-cylinder', from: At): Piece => ({
  parts: [place(`${corner}-line`, 'line'), place(`${corner}-hose`, 'hose'), place(corner, kind)],
  joints: [
    joint(`${corner}-line-from`, 'port', from, at(`${corner}-line`, 'from')),
    joint(`${corner}-line-to`, 'port', at(`${corner}-hose`, 'line'), at(`${corner}-line`, 'to')),
    joint(`${corner}-unit`, 'port', at(corner, 'in'), at(`${corner}-hose`, 'unit')),
  ],
});

/** A wheel unit on a rigid line. */
const rigid = (corner: string, kind: 'caliper' | 'wheel-cylinder', from: At): Piece => ({
  parts: [place(`${corner}-line`, 'line'), place(corner, kind)],
  joints: [joint(`${corner}-line-from`, 'port', from, at(`${corner}-line`, 'from')), joint(`${corner}-unit`, 'port', at(corner, 'in'), at(`${corner}-line`, 'to'))],
});

/** One hose to a rear axle, and a tee on it. */
const rearAxle = (from: At, kind: 'caliper' | 'wheel-cylinder' = 'wheel-cylinder'): Piece =>
  all(
    line('rear-line', from, at('rear-hose', 'line')),
    { parts: [place('rear-hose', 'hose'), place('rear-tee', 'tee')], joints: [joint('rear-tee-in', 'port', at('rear-tee', 'in'), at('rear-hose', 'unit'))] },
    rigid('rear-left', kind, at('rear-tee', 'left')),
    rigid('rear-right', kind, at('rear-tee', 'right')),
  );

const modulator: Part = place(
  'modulator',
  'modulator',
  circuits({ 'in-1': '1', 'in-2': '2', 'front-left': '1', 'front-right': '1', 'rear-left': '2', 'rear-right': '2' }),
);

/** A clutch: pedal, master, line, slave, fork. */
function clutch(shared: boolean, concentric = false): Piece {
  return {
    parts: [
      place('clutch-pedal', 'pedal'),
      place('clutch-bulkhead', 'bulkhead'),
      place('clutch-master', 'clutch-master'),
      place('clutch-line', 'line'),
      ...(concentric ? [] : [place('clutch-hose', 'hose')]),
      place('slave', 'slave'),
      place('gearbox', 'gearbox'),
      place('fork', 'fork'),
      place('clutch-reservoir', 'reservoir'),
      ...(shared ? [place('clutch-feed-hose', 'hose')] : []),
    ],
    joints: [
      joint('clutch-rod', 'rod', 'clutch-pedal', 'clutch-master'),
      joint('clutch-mount', 'mount', 'clutch-bulkhead', 'clutch-master'),
      ...(shared
        ? [
            joint('clutch-feed', 'tail', 'clutch-master', at('clutch-feed-hose', 'master')),
            joint('clutch-feed-top', 'tail', 'clutch-reservoir', at('clutch-feed-hose', 'reservoir')),
          ]
        : [joint('clutch-neck', 'neck', 'clutch-master', 'clutch-reservoir')]),
      joint('clutch-line-from', 'port', at('clutch-master', 'out'), at('clutch-line', 'from')),
      ...(concentric
        ? [joint('clutch-line-to', 'port', at('slave', 'in'), at('clutch-line', 'to'))]
        : [
            joint('clutch-line-to', 'port', at('clutch-hose', 'line'), at('clutch-line', 'to')),
            joint('slave-in', 'port', at('slave', 'in'), at('clutch-hose', 'unit')),
          ]),
      joint('slave-mount', 'mount', 'gearbox', 'slave'),
      joint('slave-fork', 'fork', 'fork', 'slave'),
    ],
  };
}

const BLOCK = (...fed: readonly string[]): Piece => ({ parts: [place('block', 'block', fed.map((at) => feeds(at, at)))], joints: [] });

const row = <N extends string>(layout: N, words: string, piece: Piece) => ({ layout, words, ...piece });

/** Every layout that comes through the door. Full air brakes and brake-by-wire are not ours. */
// prettier-ignore
const ROWS = [
  row('one-circuit', 'one circuit: one line to a block, drums all round', all(
    unboosted({ out: 'all' }), line('main-line', at('master', 'out'), at('block', 'in')), BLOCK('in', 'front-left', 'front-right', 'rear'),
    wheel('front-left', 'wheel-cylinder', at('block', 'front-left')), wheel('front-right', 'wheel-cylinder', at('block', 'front-right')), rearAxle(at('block', 'rear')),
  )),
  row('front-rear', 'two circuits, front and rear; two front lines', all(
    boosted({ 'front-left': 'front', 'front-right': 'front', rear: 'rear' }), VACUUM,
    wheel('front-left', 'caliper', at('master', 'front-left')), wheel('front-right', 'caliper', at('master', 'front-right')), rearAxle(at('master', 'rear')),
  )),
  row('front-rear-block', 'two circuits, front and rear; one front line to a block', all(
    boosted({ front: 'front', rear: 'rear' }), VACUUM, line('front-line', at('master', 'front'), at('block', 'in')), BLOCK('in', 'front-left', 'front-right'),
    wheel('front-left', 'caliper', at('block', 'front-left')), wheel('front-right', 'caliper', at('block', 'front-right')), rearAxle(at('master', 'rear')),
  )),
  row('front-rear-unboosted', 'two circuits, front and rear, without booster', all(
    unboosted({ front: 'front', rear: 'rear' }), line('front-line', at('master', 'front'), at('block', 'in')), BLOCK('in', 'front-left', 'front-right'),
    wheel('front-left', 'wheel-cylinder', at('block', 'front-left')), wheel('front-right', 'wheel-cylinder', at('block', 'front-right')), rearAxle(at('master', 'rear')),
  )),
  row('diagonal', 'two circuits, crosswise', all(
    boosted({ 'front-left': '1', 'rear-right': '1', 'front-right': '2', 'rear-left': '2' }), VACUUM,
    wheel('front-left', 'caliper', at('master', 'front-left')), wheel('front-right', 'caliper', at('master', 'front-right')),
    wheel('rear-left', 'wheel-cylinder', at('master', 'rear-left')), wheel('rear-right', 'wheel-cylinder', at('master', 'rear-right')),
  )),
  row('modulator', 'two circuits through a modulator, two in and four out', all(
    boosted({ front: 'front', rear: 'rear' }), VACUUM, { parts: [modulator], joints: [] },
    line('line-1', at('master', 'front'), at('modulator', 'in-1')), line('line-2', at('master', 'rear'), at('modulator', 'in-2')),
    wheel('front-left', 'caliper', at('modulator', 'front-left')), wheel('front-right', 'caliper', at('modulator', 'front-right')),
    wheel('rear-left', 'caliper', at('modulator', 'rear-left')), wheel('rear-right', 'caliper', at('modulator', 'rear-right')),
  )),
  row('servo-in-line', 'one circuit with a servo in the line after the master', all(
    unboosted({ out: 'all' }), line('servo-line', at('master', 'out'), at('servo', 'in')), { parts: [place('servo', 'valve', [feeds('in', 'all'), feeds('out', 'all')])], joints: [] },
    line('main-line', at('servo', 'out'), at('block', 'in')), BLOCK('in', 'front-left', 'front-right', 'rear'),
    wheel('front-left', 'wheel-cylinder', at('block', 'front-left')), wheel('front-right', 'wheel-cylinder', at('block', 'front-right')), rearAxle(at('block', 'rear')),
  )),
  row('pump-fed', 'two circuits, hydraulic booster fed by a pump', all(
    boosted({ front: 'front', rear: 'rear' }), PUMP, line('front-line', at('master', 'front'), at('block', 'in')), BLOCK('in', 'front-left', 'front-right'),
    wheel('front-left', 'caliper', at('block', 'front-left')), wheel('front-right', 'caliper', at('block', 'front-right')), rearAxle(at('master', 'rear')),
  )),
  row('twin-masters', 'two masters with a balance bar', all(
    unboosted({ out: 'front' }, 'front'), unboosted({ out: 'rear' }, 'rear'),
    line('front-line', at('front-master', 'out'), at('block', 'in')), BLOCK('in', 'front-left', 'front-right'),
    wheel('front-left', 'caliper', at('block', 'front-left')), wheel('front-right', 'caliper', at('block', 'front-right')), rearAxle(at('rear-master', 'out')),
  )),
  row('two-pedals', 'two pedals, a master each, with an equalising pipe; a wheel each', all(
    unboosted({ out: 'left', equal: 'left' }, 'left'), unboosted({ out: 'right', equal: 'right' }, 'right'),
    line('equalising-pipe', at('left-master', 'equal'), at('right-master', 'equal')),
    wheel('rear-left', 'wheel-cylinder', at('left-master', 'out')), wheel('rear-right', 'wheel-cylinder', at('right-master', 'out')),
  )),
  row('two-leading-shoes', 'one circuit; two cylinders with a bridge pipe in each front drum', all(
    unboosted({ out: 'all' }), line('main-line', at('master', 'out'), at('block', 'in')), BLOCK('in', 'front-left', 'front-right', 'rear'),
    wheel('front-left', 'wheel-cylinder', at('block', 'front-left')), wheel('front-right', 'wheel-cylinder', at('block', 'front-right')), rearAxle(at('block', 'rear')),
    { parts: [place('front-left-2', 'wheel-cylinder'), place('front-right-2', 'wheel-cylinder')], joints: [] },
    line('front-left-bridge', at('front-left', 'bridge'), at('front-left-2', 'in')), line('front-right-bridge', at('front-right', 'bridge'), at('front-right-2', 'in')),
  )),
  row('handlebar', 'handlebar master and one or two calipers', all(
    { parts: [place('master', 'brake-master', [feeds('out', 'front')]), place('front-hose', 'hose'), place('front', 'caliper')],
      joints: [joint('hose-from', 'port', at('master', 'out'), at('front-hose', 'master')), joint('front-unit', 'port', at('front', 'in'), at('front-hose', 'unit'))] },
  )),
  row('foot', 'foot master and a rear caliper', all(
    { parts: [place('pedal', 'pedal'), place('master', 'brake-master', [feeds('out', 'rear')]), place('rear-hose', 'hose'), place('rear', 'caliper')],
      joints: [joint('rod', 'rod', 'pedal', 'master'), joint('hose-from', 'port', at('master', 'out'), at('rear-hose', 'master')), joint('rear-unit', 'port', at('rear', 'in'), at('rear-hose', 'unit'))] },
  )),
  row('clutch', 'clutch with a reservoir of its own', clutch(false)),
  row('clutch-shared', 'clutch fed from the brake reservoir', clutch(true)),
  row('clutch-concentric', 'clutch with a slave around the shaft', clutch(false, true)),
] as const satisfies readonly LayoutRow[];

export type LayoutName = (typeof ROWS)[number]['layout'];
export const LAYOUTS: readonly LayoutRow[] = ROWS;
export const LAYOUT_NAMES = ROWS.map((r) => r.layout) as readonly LayoutName[];

/** A layout's places and joints, with what is known of a vehicle in place of them; its further places and joints beside them. */
export function fillLayout(layout: LayoutName, known: Piece): Piece {
  const base = ROWS.find((r) => r.layout === layout);
  if (!base) return known;
  const [parts, joints] = [new Map(known.parts.map((p) => [p.id, p])), new Map(known.joints.map((j) => [j.id, j]))];
  // What the layout knows of its ports stays where the record of the unit says nothing of them.
  const filled = (from: Part): Part => {
    const own = parts.get(from.id);
    if (!own) return from;
    const more = from.facts.filter((f) => !own.facts.some((o) => o.attribute === f.attribute && o.position === f.position));
    return own.kind === from.kind ? { ...own, facts: [...own.facts, ...more] } : own;
  };
  return {
    parts: [...base.parts.map(filled), ...known.parts.filter((p) => !base.parts.some((b) => b.id === p.id))],
    joints: [...base.joints.map((j) => joints.get(j.id) ?? j), ...known.joints.filter((j) => !base.joints.some((b) => b.id === j.id))],
  };
}
