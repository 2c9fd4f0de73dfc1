import type { AttributeName } from '../../named/attribute/index.js';
import { findThread } from '../../named/thread/index.js';
import { ownReservoirOf } from '../check/index.js';
import { copy, fact, type FixCase, type FixRow, make, move, nowFace, numberAt, oldFace, order, setOn, textAt, valueAt } from './row.js';

/** A connector moves with its sensor where both threads are the same, or one of them is not known. */
function sensorMoves(c: FixCase): boolean {
  const old = nowFace(c, c.b);
  if (c.b.at !== 'sensor' || !old) return true;
  // One that is capped has no opening for it.
  if (valueAt(c.b, 'sensor-thread') === null) return false;
  const [ours, theirs] = [c.b, old].map((face) => findThread(textAt(face, 'sensor-thread') ?? '')?.designation);
  return ours === undefined || theirs === undefined || ours === theirs;
}
/** A valve screws into the new body where both threads are the same, or one of them is not known. */
function valveMoves(c: FixCase): boolean {
  const old = nowFace(c, c.b);
  const [ours, theirs] = [c.b, old].map((face) => face && textAt(face, 'valve-thread'));
  return ours === undefined || theirs === undefined || ours === theirs;
}
const plug = ({ b }: FixCase): AttributeName => b.at as AttributeName;
const plugs = (c: FixCase) => ({ plug: c.b.at, vehicle: valueAt(c.a, plug(c)) ?? null, unit: valueAt(c.b, plug(c)) ?? null });
const isRemote = (face: { readonly value?: unknown } | undefined, value: unknown): boolean => value === 'remote' || face?.value === 'remote';
const toRemote = (c: FixCase): boolean => isRemote(undefined, c.found.values['now']) || isRemote(undefined, c.found.values['then']);
/** A feed hose with its two clamps, of the size of the unit's nipple where it is known. */
const feed = ({ b }: FixCase) => {
  const mm = numberAt(b, 'feed-hose');
  return [order('feed-hose', 'feed-hose', 1, mm === undefined ? {} : { sizeMm: mm }), order('clamps', 'hose-clamp', 2)];
};
const valveOf = (c: FixCase) => ({ valve: c.found.values['now'] ?? null, own: c.found.values['then'] ?? null });

/** What a hydraulic booster wants of its pump, and what the pump gives. */
const PUMP = [['flow-wanted', 'pump-flow'], ['pressure-wanted', 'relief-pressure'], ['returns-wanted', 'pump-returns']] as const; // prettier-ignore

const spacerMm = (c: FixCase): number =>
  Math.ceil((numberAt(c.b, 'overhang') ?? 0) + c.view.settings.clearance - (numberAt(c.a, 'spoke-room') ?? 0));

/** Fixes of what hangs on a unit: sensors, reservoirs, valves, what drives it, disc and wheel. */
// prettier-ignore
export const HANGING: readonly FixRow[] = [
  {
    fix: 'sensor', answers: ['wiring.plug'], per: 'attribute', order: 2, minutes: 10, tools: ['sensor socket'],
    edits: (c) => {
      const old = oldFace(c, c.b);
      const [ours, theirs] = [valueAt(c.b, plug(c)), valueAt(c.a, plug(c))];
      const both = typeof ours === 'string' && typeof theirs === 'string';
      const its = old && valueAt(old, plug(c));
      return both && sensorMoves(c) && (its === undefined || its === theirs) && c.view.now.has(c.b.part.id) ? setOn(c.b, ...copy(c.a, c.b, plug(c))) : [];
    },
    parts: (c) => [move('sensor', 'sensor'), ...(c.b.at === 'sensor' ? [order('washer', 'crush-washer')] : [])],
    values: plugs,
  },
  {
    fix: 'harness', answers: ['wiring.plug'], per: 'attribute', order: 5, minutes: 40, tools: ['crimping tool', 'multimeter'],
    edits: (c) => (typeof valueAt(c.b, plug(c)) === 'string' && typeof valueAt(c.a, plug(c)) === 'string' ? setOn(c.a, ...copy(c.b, c.a, plug(c))) : []),
    parts: () => [order('plug', 'harness')],
    values: plugs,
  },
  {
    fix: 'old-reservoir', answers: ['place.reservoir'], order: 2, minutes: 15,
    edits: (c) => {
      const [old, own] = [numberAt(c.a, 'grommet-spacing'), numberAt(c.b, 'grommet-spacing')];
      return !toRemote(c) && old !== undefined && old === own ? setOn(c.b, ...copy(c.a, c.b, 'reservoir', 'grommet-size', 'feed-nipple', 'level-sensor')) : [];
    },
    parts: () => [move('reservoir', 'reservoir'), order('grommets', 'grommet', 2)],
  },
  {
    // The reservoir that belongs to the new unit: a part of its own.
    fix: 'reservoir', answers: ['place.reservoir'], order: 3, minutes: 20,
    edits: (c) => [{ do: 'part', part: { id: ownReservoirOf(c.b.part.id), kind: 'reservoir', facts: [] } }],
    parts: (c) => (toRemote(c) ? feed(c) : [order('reservoir', 'reservoir')]),
    values: (c) => ({ remote: toRemote(c) }),
  },
  {
    fix: 'remote-reservoir', answers: ['room.up'], kinds: ['brake-master', 'clutch-master'], order: 5, minutes: 45,
    edits: (c) => [
      ...setOn(c.b, fact(c.b, 'reach-up', null), fact(c.b, 'reservoir', 'remote')),
      { do: 'part', part: { id: ownReservoirOf(c.b.part.id), kind: 'reservoir', facts: [] } },
    ],
    parts: (c) => [order('remote-reservoir', 'reservoir'), ...feed(c)],
  },
  {
    fix: 'grommets', answers: ['neck.size'], order: 1, minutes: 5,
    edits: (c) => setOn(c.a, ...copy(c.b, c.a, 'grommet-size')),
    parts: (c) => [order('grommets', 'grommet', 2, { sizeMm: numberAt(c.b, 'grommet-size') ?? 0 })],
    values: (c) => ({ neck: valueAt(c.b, 'grommet-size') ?? null }),
  },
  {
    fix: 'feed-hose', answers: ['tail.feed'], order: 1, minutes: 5,
    edits: (c) => setOn(c.b, ...copy(c.a, c.b, 'feed-hose')),
    parts: (c) => [order('feed-hose', 'feed-hose', 1, { sizeMm: numberAt(c.a, 'feed-hose') ?? 0 }), order('clamps', 'hose-clamp', 2), order('reducer', 'reducer')],
    values: (c) => ({ hose: valueAt(c.a, 'feed-hose') ?? null }),
  },
  {
    fix: 'own-clutch-reservoir', answers: ['vehicle.nipple'], order: 3, minutes: 30,
    edits: (c) => setOn(c.a, fact(c.a, 'clutch-feed', 'own-reservoir')),
    // One that sits on the master comes with it; the hose of a clutch that was not there is counted where it is.
    parts: (c) => {
      if (c.found.values['integral'] === true) return [];
      const brought = [...c.view.parts.values()].some((p) => p.kind === 'clutch-master' && !c.view.now.has(p.id));
      return [order('clutch-reservoir', 'reservoir'), ...(brought ? [] : feed(c))];
    },
  },
  {
    fix: 'tap-nipple', answers: ['vehicle.nipple'], order: 6, minutes: 40, skill: 'machinist',
    edits: (c) => (c.found.values['integral'] === true ? [] : setOn(c.b, fact(c.b, 'feed-nipple', 'present'))),
    parts: () => [order('nipple', 'nipple'), make('tap-nipple', 'work')],
  },
  {
    fix: 'valve-over', answers: ['vehicle.valve'], order: 3, minutes: 20, tools: ['flare wrench'],
    edits: (c) => (typeof c.found.values['now'] === 'string' && c.found.values['then'] === null && valveMoves(c) ? setOn(c.b, fact(c.b, 'valve-in-body', c.found.values['now'])) : []),
    parts: () => [move('valve', 'valve')],
    values: valveOf,
  },
  {
    fix: 'valve-in-line', answers: ['vehicle.valve', 'vehicle.residual'], order: 5, minutes: 60, tools: ['flaring tool'],
    edits: (c) => {
      const valve = c.found.values['now'];
      if (typeof valve !== 'string' || c.found.values['then'] !== null) return [];
      if (c.a.part.kind === 'valve') return setOn(c.a, fact(c.a, 'line-valve', valve));
      return [{ do: 'part', part: { id: 'line-valve', kind: 'valve', facts: [{ attribute: 'line-valve', value: valve }] } }];
    },
    parts: () => [order('valve', 'valve')],
    values: valveOf,
  },
  {
    fix: 'valve-out', answers: ['vehicle.valve'], order: 4, minutes: 30, tools: ['flare wrench'],
    edits: (c) => (c.a.part.kind === 'valve' && typeof c.found.values['then'] === 'string' && c.found.values['line'] === c.found.values['then'] ? setOn(c.a, fact(c.a, 'line-valve', null)) : []),
    parts: () => [order('union', 'union')],
    values: valveOf,
  },
  {
    fix: 'residual-out', answers: ['vehicle.valve'], order: 5, minutes: 30, skill: 'machinist',
    edits: (c) => (c.found.values['then'] === 'residual' && c.found.values['drums'] === false ? setOn(c.b, fact(c.b, 'valve-in-body', null)) : []),
    parts: () => [make('residual-out', 'work')],
    values: valveOf,
  },
  {
    fix: 'larger-pump', answers: ['supply.flow', 'supply.pressure', 'supply.returns'], order: 6, minutes: 120, tools: ['pulley puller'],
    edits: (c) => setOn(c.a, ...PUMP.flatMap(([wanted, has]) => {
      const [need, have] = [numberAt(c.b, wanted), numberAt(c.a, has)];
      return need !== undefined && !(have !== undefined && have >= need) ? [fact(c.a, has, need)] : [];
    })),
    parts: () => [order('pump', 'pump')],
    values: (c) => Object.fromEntries(PUMP.map(([wanted]) => [wanted, valueAt(c.b, wanted) ?? null])),
  },
  {
    fix: 'pressure-hose', answers: ['supply.thread', 'supply.end'], order: 4, minutes: 30,
    edits: (c) => setOn(c.a, ...copy(c.b, c.a, 'pressure-thread', 'pressure-end')),
    parts: () => [order('hose', 'pressure-hose')],
    values: (c) => ({ thread: valueAt(c.b, 'pressure-thread') ?? null, end: valueAt(c.b, 'pressure-end') ?? null }),
  },
  {
    fix: 'small-hose', answers: ['tail.vacuum', 'supply.return'], per: 'attribute', order: 2, minutes: 15,
    edits: (c) => (c.code === 'tail.vacuum' ? setOn(c.b, ...copy(c.a, c.b, 'vacuum-hose')) : setOn(c.a, ...copy(c.b, c.a, 'return-hose'))),
    parts: (c) => {
      const mm = c.code === 'tail.vacuum' ? numberAt(c.a, 'vacuum-hose') : numberAt(c.b, 'return-hose');
      return [order('hose', 'small-hose', 1, mm === undefined ? {} : { sizeMm: mm }), order('reducer', 'reducer'), order('clamps', 'hose-clamp', 2)];
    },
    values: (c) => ({ hose: (c.code === 'tail.vacuum' ? valueAt(c.a, 'vacuum-hose') : valueAt(c.b, 'return-hose')) ?? null, vacuum: c.code === 'tail.vacuum' }),
  },
  {
    // The carrier that belongs to the caliper, with its bolts.
    fix: 'carrier', answers: ['carrier.spacing', 'carrier.offset'], order: 4, minutes: 30,
    edits: (c) => setOn(c.a, ...copy(c.b, c.a, 'carrier-spacing', 'offset')),
    parts: () => [order('carrier', 'carrier')],
  },
  {
    fix: 'disc', answers: ['disc.diameter', 'disc.thickness'], order: 4, minutes: 40,
    edits: (c) => setOn(c.a, ...copy(c.b, c.a, 'disc', 'disc-thickness')),
    // One at each side; pads come by the axle.
    parts: () => [order('discs', 'disc'), { ...order('pads', 'pads'), per: 'axle' }],
    values: (c) => ({ disc: valueAt(c.b, 'disc') ?? null }),
  },
  {
    fix: 'wheel-spacer', answers: ['wheel.spokes'], order: 6, minutes: 30, skill: 'engineer’s approval',
    edits: (c) => (numberAt(c.a, 'spoke-room') === undefined ? [] : setOn(c.a, fact(c.a, 'spoke-room', (numberAt(c.b, 'overhang') ?? 0) + c.view.settings.clearance))),
    parts: (c) => [order('spacer', 'wheel-spacer', 1, { sizeMm: spacerMm(c) }), order('bolts', 'wheel-bolts')],
    values: (c) => ({ spacer: spacerMm(c), hub: valueAt(c.a, 'hub-bore') ?? null }),
  },
];
