import { attribute, valueWords, type AttributeName } from '../../attribute/index.js';
import { findThread } from '../../thread/index.js';
import { line, numbers, set, toUnit, toVehicle, valueAt, type Mismatch, type RemedyRow } from './row.js';

const SENSORS = ['sensor', 'level-sensor', 'brake-light-switch', 'cruise-switch', 'start-switch'] as const satisfies readonly AttributeName[];
const name = (m: Mismatch): AttributeName => m.attribute as AttributeName;
const what = (m: Mismatch): string => (m.attribute === 'sensor' ? 'sensor' : attribute(name(m)).words.replace(' connector', ''));
const bothPlugs = (m: Mismatch): boolean => m.vehicle !== null && m.unit !== null;
/** The thread is the same, or not known on one side. */
const threadAllows = (m: Mismatch): boolean => {
  const [ours, theirs] = [valueAt(m.sides.unit, 'sensor-thread'), valueAt(m.sides.vehicle, 'sensor-thread')].map((t) => findThread(String(t ?? ''))?.designation);
  return m.attribute !== 'sensor' || ours === undefined || theirs === undefined || ours === theirs;
};
const toRemote = (m: Mismatch): boolean => m.unit === 'remote' || m.vehicle === 'remote';
const REMOTE_PARTS = (m: Mismatch, reason: string) => {
  const bore = m.sides.unit.get('feed-hose')?.value;
  return [
    line('order', 'feed-hose', 'Feed hose for brake fluid', reason, 1, { kind: 'feed-hose', ...(typeof bore === 'number' ? { sizeMm: bore } : {}) }),
    line('order', 'clamps', 'Hose clamp for the feed hose', 'the job stops for one missing clamp', 2, { kind: 'hose-clamp' }),
  ];
};

/** Ways out for what hangs on a unit: sensors, reservoir, valves, supply, wheel. */
// prettier-ignore
export const HANGING: readonly RemedyRow[] = [
  {
    id: 'sensor', answers: SENSORS, per: 'attribute', order: 2, minutes: 10, risk: 'same thread needed; new sealing washer', tools: ['sensor socket'],
    when: (m) => bothPlugs(m) && threadAllows(m),
    words: (m) => `Move the old ${what(m)} over`,
    parts: (m) => [
      line('move', m.attribute, `${what(m).replace(/^./, (c) => c.toUpperCase())} with connector ${valueWords(name(m), m.vehicle)}`, 'same place, other connector'),
      ...(m.attribute === 'sensor' ? [line('order', 'sensor-washer', 'Sealing washer for the sensor', 'never reuse a crushed washer')] : []),
    ],
    changes: (m) => toVehicle(m, name(m)),
  },
  {
    id: 'harness', answers: SENSORS, per: 'attribute', order: 5, minutes: 40, risk: 'a joint under the bonnet corrodes: crimp, seal, test the warning', tools: ['crimping tool', 'multimeter'],
    when: bothPlugs,
    words: (m) => `Make up a harness from ${valueWords(name(m), m.vehicle)} to ${valueWords(name(m), m.unit)}`,
    parts: (m) => [line('order', `harness-${m.attribute}`, `Plug ${valueWords(name(m), m.unit)} with pigtail, sealed crimps`, 'the plug of the vehicle is another', 1, { kind: 'harness' })],
    changes: (m) => toUnit(m, name(m)),
  },
  {
    id: 'old-reservoir', answers: ['reservoir'], order: 2, minutes: 15, risk: 'old grommets leak: new ones; clean it with brake fluid only',
    when: (m) => !toRemote(m) && typeof valueAt(m.sides.unit, 'grommet-spacing') === 'number' && valueAt(m.sides.unit, 'grommet-spacing') === valueAt(m.sides.vehicle, 'grommet-spacing'),
    words: () => 'Move the old reservoir over, on new grommets',
    parts: () => [line('move', 'old-reservoir', 'Old reservoir', 'its grommets are as far apart'), line('order', 'grommets', 'Reservoir grommet', 'old ones leak', 2, { kind: 'grommet' })],
    changes: (m) => toVehicle(m, 'reservoir', 'grommet-size', 'feed-nipple', 'level-sensor'),
  },
  {
    id: 'reservoir', answers: ['reservoir'], order: 3, minutes: 20, risk: 'room above the unit, and the cap must stay reachable',
    words: (m) => (toRemote(m) ? 'Mount the new reservoir where it clears, with a new feed hose and two clamps' : 'Fit the reservoir that belongs to the new unit'),
    parts: (m) => (toRemote(m) ? REMOTE_PARTS(m, m.sentence) : [line('order', 'reservoir', 'Reservoir with grommets for the new unit', m.sentence)]),
    changes: (m) => toUnit(m, 'reservoir', 'grommet-spacing', 'grommet-size'),
  },
  {
    id: 'remote-reservoir', answers: ['reach-up'], order: 5, minutes: 45, risk: 'the hose must fall all the way to the unit',
    when: (m) => m.kind !== 'booster',
    words: () => 'Remote reservoir where there is room, with feed hose and clamps',
    parts: (m) => [line('order', 'remote-reservoir', 'Remote reservoir with bracket', m.sentence), ...REMOTE_PARTS(m, 'remote reservoir')],
    changes: () => [set('unit', 'reach-up', null), set('unit', 'reservoir', 'remote'), set('vehicle', 'reservoir', 'remote')],
  },
  {
    id: 'grommets', answers: ['grommet-size'], order: 1, minutes: 5, risk: 'a grommet that only nearly fits leaks',
    words: (m) => `Grommets for necks of ${valueWords('grommet-size', m.vehicle)}`,
    parts: (m) => [line('order', 'grommets', `Reservoir grommet, neck ${valueWords('grommet-size', m.vehicle)}`, 'the old reservoir has other necks', 2, { kind: 'grommet' })],
    changes: (m) => toVehicle(m, 'grommet-size'),
  },
  {
    id: 'feed-hose', answers: ['feed-hose'], order: 1, minutes: 5, risk: 'brake-fluid hose only; fuel hose dissolves',
    words: (m) => `Feed hose ${valueWords('feed-hose', m.unit)} with a reducer and clamps`,
    parts: (m) => [...REMOTE_PARTS(m, m.sentence), line('order', 'reducer', 'Reducer for the feed hose', m.sentence)],
    changes: (m) => toUnit(m, 'feed-hose'),
  },
  {
    id: 'own-clutch-reservoir', answers: ['feed-nipple'], order: 3, minutes: 30, risk: 'above the clutch master, and reachable',
    words: () => 'A reservoir of its own for the clutch',
    parts: (m) => [line('order', 'clutch-reservoir', 'Remote reservoir for the clutch, with bracket', m.sentence), ...REMOTE_PARTS(m, 'reservoir for the clutch')],
    changes: () => [set('vehicle', 'clutch-feed', 'own-reservoir')],
  },
  {
    id: 'tap-nipple', answers: ['feed-nipple'], order: 6, minutes: 40, skill: 'machinist', risk: 'a plastic reservoir cracks; swarf in the fluid: reservoir off and washed',
    words: () => 'Have a threaded feed nipple put into the reservoir, reservoir off',
    parts: (m) => [line('order', 'nipple', 'Threaded feed nipple with seal', m.sentence), line('make', 'tap-nipple', 'Nipple tapped into the reservoir, reservoir off and washed', m.sentence)],
    changes: () => [set('unit', 'feed-nipple', 'present')],
  },
  {
    id: 'valve-over', answers: ['valve-in-body'], order: 3, minutes: 20, tools: ['flare wrench'], risk: 'threads differ between old and new valves: gauge first',
    when: (m) => m.unit === null && m.vehicle !== null,
    words: (m) => `Move the ${String(m.vehicle)} valve over from the old unit`,
    parts: (m) => [line('move', 'valve-over', `${String(m.vehicle)} valve`, m.sentence)],
    changes: (m) => toVehicle(m, 'valve-in-body'),
  },
  {
    id: 'valve-in-line', answers: ['valve-in-body'], order: 5, minutes: 60, tools: ['flaring tool'], risk: 'set for another vehicle it does harm: the same knee and slope as the old one',
    when: (m) => m.unit === null && m.vehicle !== null,
    words: (m) => `A ${String(m.vehicle)} valve in the line, with its bracket`,
    parts: (m) => [line('order', 'valve-in-line', `${String(m.vehicle)} valve for the line, same knee and slope`, m.sentence, 1, { kind: 'valve' })],
    changes: (m) => [set('vehicle', 'line-valve', m.vehicle)],
  },
  {
    id: 'valve-out', answers: ['valve-in-body'], order: 4, minutes: 30, tools: ['flare wrench'], risk: 'take out the one that is not the vehicle’s; union of the right seat',
    when: (m) => m.unit !== null && valueAt(m.sides.vehicle, 'line-valve') === m.unit,
    words: () => 'Take the valve out of the line, union in its place',
    parts: (m) => [line('order', 'valve-union', 'Union for the line in place of the valve', m.sentence, 1, { kind: 'union' })],
    changes: () => [set('vehicle', 'line-valve', null)],
  },
  {
    id: 'residual-out', answers: ['valve-in-body'], order: 5, minutes: 30, skill: 'machinist', risk: 'the seat stays in; look that nothing blocks the port',
    when: (m) => m.unit === 'residual' && m.sides.vehicle.get('drums-at')?.value === 'none',
    words: () => 'Take the residual valve out of the body',
    parts: (m) => [line('make', 'residual-out', 'Residual valve taken out of the body', m.sentence)],
    changes: () => [set('unit', 'valve-in-body', null)],
  },
  {
    id: 'larger-pump', answers: ['flow-wanted', 'pressure-wanted', 'returns-wanted'], order: 6, minutes: 120, tools: ['pulley puller'], risk: 'its pulley must run in line; the steering feels it too',
    words: (m) => `A pump that gives ${valueWords(name(m), m.unit)}, with a second return`,
    parts: (m) => [line('order', 'larger-pump', `Pump with ${attribute(name(m)).words.replace(' that the booster wants', '').replace(' that are wanted', '')} ${valueWords(name(m), m.unit)} and a second return`, m.sentence)],
    changes: (m) =>
      ([['flow-wanted', 'pump-flow'], ['pressure-wanted', 'relief-pressure'], ['returns-wanted', 'pump-returns']] as const).flatMap(([wanted, has]) => {
        const [need, have] = [valueAt(m.sides.unit, wanted), valueAt(m.sides.vehicle, has)];
        return typeof need === 'number' && !(typeof have === 'number' && have >= need) ? [set('vehicle', has, need)] : [];
      }),
  },
  {
    id: 'pressure-hose', answers: ['pressure-thread', 'pressure-end'], order: 4, minutes: 30, risk: 'pressure hoses are made by a hose maker and tested: never a low-pressure hose',
    words: (m) => `Pressure hose made up with ${String(valueAt(m.sides.unit, 'pressure-thread') ?? 'the booster’s thread')}, ${String(valueAt(m.sides.unit, 'pressure-end') ?? 'its end')}, at the booster`,
    parts: (m) => [line('order', 'pressure-hose', `Pressure hose, booster end ${String(valueAt(m.sides.unit, 'pressure-thread') ?? '')} ${String(valueAt(m.sides.unit, 'pressure-end') ?? '')}`, m.sentence, 1, { kind: 'pressure-hose' })],
    changes: (m) => toUnit(m, 'pressure-thread', 'pressure-end'),
  },
  {
    id: 'small-hose', answers: ['vacuum-hose', 'return-hose'], per: 'attribute', order: 2, minutes: 15, risk: 'vacuum hose does not collapse, return hose stands oil and heat',
    words: (m) => `Hose ${valueWords(name(m), m.unit)} with a reducer and clamps`,
    parts: (m) => [line('order', `${m.attribute}-new`, `${attribute(name(m)).words.replace(' inside diameter', '')} ${valueWords(name(m), m.unit)}, reducer, two clamps`, m.sentence)],
    changes: (m) => toUnit(m, name(m)),
  },
  {
    id: 'carrier', answers: ['carrier-spacing', 'offset'], kinds: ['caliper'], order: 4, minutes: 30, risk: 'bolts to the maker’s torque, never reused where he says so',
    words: () => 'The carrier that belongs to the caliper, with its bolts',
    parts: (m) => [line('order', 'carrier', 'Carrier for the caliper, with bolts', m.sentence)],
    changes: (m) => toVehicle(m, 'carrier-spacing', 'offset'),
  },
  {
    id: 'disc', answers: ['disc', 'disc-thickness'], kinds: ['caliper'], order: 4, minutes: 40, risk: 'both sides of an axle, with new pads; look at the room in the wheel',
    words: (m) => `Discs ${valueWords('disc', valueAt(m.sides.unit, 'disc') ?? null)} on both sides, with pads`,
    parts: (m) => [line('order', 'discs', `Disc ${valueWords('disc', valueAt(m.sides.unit, 'disc') ?? null)}`, m.sentence, 2), line('order', 'pads', 'Pads for the axle', 'new discs want new pads')],
    changes: (m) => toUnit(m, 'disc', 'disc-thickness'),
  },
  {
    id: 'wheel-spacer', answers: ['overhang'], kinds: ['caliper'], order: 6, minutes: 30, skill: 'engineer’s approval', risk: 'longer bolts; without a hub fit the bolts carry the wheel; the track grows',
    when: numbers,
    words: (m) => `Wheel spacer ${spacerMm(m)} mm with hub fit${hub(m)}, longer wheel bolts`,
    parts: (m) => [
      line('order', 'wheel-spacer', `Wheel spacer ${spacerMm(m)} mm with hub fit${hub(m)}`, m.sentence, 2),
      line('order', 'wheel-bolts', `Wheel bolts longer by ${spacerMm(m)} mm`, 'spacer', 1, { kind: 'wheel-bolts' }),
    ],
    changes: (m) => [set('vehicle', 'spoke-room', Number(m.unit) + m.practice.clearance)],
  },
];

const spacerMm = (m: Mismatch): number => Math.ceil(Number(m.unit) + m.practice.clearance - Number(m.vehicle));
const hub = (m: Mismatch): string => {
  const known = valueAt(m.sides.vehicle, 'hub-bore');
  return typeof known === 'number' ? ` ${valueWords('hub-bore', known)}` : ' (measure the spigot)';
};
