import { valueWords } from '../../attribute/index.js';
import { clearanceOf, studNeeded } from '../needed.js';
import { bothLengths, figure } from '../rule.js';
import { add, line, numbers, set, toUnit, toVehicle, valueAt, type Mismatch, type RemedyRow } from './row.js';

const MASTERS = ['brake-master', 'clutch-master'] as const;
const rodOf = (m: Mismatch): string => valueWords('rod-length', m.sides.vehicle.get('rod-length')?.value ?? null);
const tooLong = (m: Mismatch): number => Number(m.unit) - Number(m.vehicle);
/** Free length of the studs to order: what is needed, and two millimetres to show; not a number without their thread. */
const studMm = (m: Mismatch): number => Math.ceil((studNeeded(Number(m.unit), m.sides)?.mm ?? NaN) + 2);
/** How far the clearance is from the middle of its target, positive when the pin reaches too far. */
const gapMissing = (m: Mismatch): number =>
  (m.practice.gapMin + m.practice.gapMax) / 2 - clearanceOf(m.attribute === 'recess-depth', Number(m.vehicle), Number(m.unit), m.sides, m.practice).gapMm;
const pilotOf = (m: Mismatch) => {
  const pilot = figure(m.sides.unit, 'pilot');
  return pilot === undefined ? {} : { sizeMm: pilot };
};
const tenths = (mm: number): number => Math.round(mm * 10) / 10;
const BRACKET_MM = 6;

/** Ways out at pedal, rod, bulkhead and booster face. */
// prettier-ignore
export const ROD_AND_MOUNT: readonly RemedyRow[] = [
  {
    id: 'old-rod', answers: ['rod-length', 'rod-kind', 'rod-end', 'rod-retention', 'clevis-pin'], order: 1, minutes: 10,
    risk: 'the ball end and its retention must be the same; the rod may not come out of the old unit',
    when: (m) => typeof valueAt(m.sides.vehicle, 'rod-length') === 'number',
    words: () => 'Take the old rod over into the new unit',
    operations: (m) => [`Keep the old unit until its rod (${rodOf(m)}) is out`, 'Fit the old rod with its retention, and try that it does not pull out'],
    parts: (m) => [line('move', 'old-rod', `Old rod, ${rodOf(m)}`, 'the new rod is another')],
    changes: (m) => toVehicle(m, 'rod-length', 'rod-kind', 'rod-end', 'rod-retention', 'clevis-pin', 'rod-thread', 'rod-engaged', 'rod-adjust'),
  },
  {
    id: 'adjustable-rod', answers: ['rod-length'], order: 3, minutes: 20, tools: ['caliper'],
    risk: 'enough thread must stay in the fork; lock nut tight',
    when: (m) => typeof m.vehicle === 'number',
    words: (m) => `Fit an adjustable rod set to ${rodOf(m)}`,
    parts: (m) => [line('order', 'adjustable-rod', `Adjustable push rod with fork and lock nut, to reach ${rodOf(m)}`, 'the rod in the box has another length', 1, { kind: 'adjustable-rod' })],
    changes: (m) => [...toVehicle(m, 'rod-length', 'rod-kind', 'clevis-pin'), set('unit', 'rod-adjust', 20)],
  },
  {
    id: 'cut-rod', answers: ['rod-length'], order: 5, minutes: 30, tools: ['fine saw', 'file', 'die'],
    risk: 'too little thread left in the fork pulls off; it cannot be put back',
    when: (m) => numbers(m) && tooLong(m) > 0 && typeof valueAt(m.sides.unit, 'rod-thread') === 'string',
    words: (m) => `Shorten the new rod by ${bothLengths(tooLong(m))} at its threaded end`,
    operations: (m) => [`Run a nut on first, cut ${tooLong(m).toFixed(1)} mm off the threaded end, deburr, run the nut off over the cut`, 'Measure how much thread is in the fork'],
    parts: (m) => [line('make', 'cut-rod', `Rod shortened by ${tooLong(m).toFixed(1)} mm`, 'the new rod is too long')],
    changes: (m) => [add('unit', 'rod-length', -tooLong(m)), add('unit', 'rod-engaged', -tooLong(m))],
  },
  {
    id: 'weld-rod', answers: ['rod-length'], order: 9, minutes: 60, skill: 'licensed welder',
    risk: 'a cut and welded pedal link that breaks is a pedal without brakes; many inspectors refuse it',
    when: (m) => numbers(m) && valueAt(m.sides.unit, 'rod-thread') === null,
    words: () => 'Have the rod cut and welded to length by a licensed welder, and have it approved',
    parts: () => [line('make', 'weld-rod', 'Rod cut and welded by a licensed welder, with his paper', 'the rod has no thread to adjust')],
    changes: (m) => toVehicle(m, 'rod-length'),
  },
  {
    id: 'bushing', answers: ['clevis-pin'], order: 2, minutes: 10, risk: 'a loose bushing eats pedal travel',
    when: (m) => numbers(m) && Number(m.unit) > Number(m.vehicle),
    words: (m) => `Bushing ${valueWords('clevis-pin', m.vehicle)} in ${valueWords('clevis-pin', m.unit)} for the fork`,
    parts: (m) => [line('order', 'bushing', `Clevis pin with bushing, ${valueWords('clevis-pin', m.vehicle)} in ${valueWords('clevis-pin', m.unit)}`, 'the fork is wider than the pin', 1, { kind: 'clevis-set' })],
    changes: (m) => toVehicle(m, 'clevis-pin'),
  },
  {
    id: 'nuts', answers: ['stud-thread'], order: 1, minutes: 0, risk: 'inch and metric nuts look alike',
    words: (m) => `Flange nuts ${String(m.vehicle)} for the studs that are there`,
    parts: (m) => [line('order', 'nuts', `Flange nut ${String(m.vehicle)}, self-locking`, 'the studs have another thread than the nuts in the box', 2)],
    changes: (m) => toVehicle(m, 'stud-thread'),
  },
  {
    id: 'longer-stud', answers: ['flange-thickness'], order: 4, minutes: 30, tools: ['stud extractor'],
    risk: 'a stud that turns in the bulkhead; use the property class of the old one',
    when: (m) => numbers(m) && studMm(m) > 0,
    words: (m) => `Longer studs, ${studMm(m)} mm free length`,
    parts: (m) => [line('order', 'longer-stud', `Stud ${String(valueAt(m.sides.vehicle, 'stud-thread') ?? '(thread to be gauged)')}, ${studMm(m)} mm free length`, 'flange, bracket and nut need more', 2, { kind: 'stud' })],
    changes: (m) => [set('vehicle', 'stud-length', studMm(m))],
  },
  {
    id: 'bracket', answers: ['stud-spacing', 'flange-angle', 'pilot'], kinds: MASTERS, order: 6, minutes: 120, skill: 'machinist',
    risk: 'it must not flex under a panic stop; it brings the unit forward and shortens the rod’s reach',
    when: (m) => m.sides.vehicle.get('booster-pin') === undefined,
    words: () => `Bracket from ${BRACKET_MM} mm steel angle between unit and bulkhead`,
    operations: () => ['Make a paper template from both bolt patterns', `Bracket from ${BRACKET_MM} mm steel, edges deburred, painted`, 'Bolt it up and have the pedal pressed hard: nothing may move'],
    parts: () => [line('make', 'bracket', `Bracket, steel ${BRACKET_MM} mm, drilled to both patterns`, 'bolt patterns or angles differ'), line('order', 'bracket-bolts', 'Bolts and self-locking nuts for the bracket, class 8.8 or better', 'bracket', 2)],
    changes: (m) => [...toVehicle(m, 'stud-spacing', 'flange-angle', 'pilot'), add('unit', 'reach-front', BRACKET_MM), add('unit', 'rod-length', -BRACKET_MM)],
  },
  {
    id: 'cut-out', answers: ['reach-behind'], order: 8, minutes: 90, skill: 'engineer’s approval', tools: ['hole saw', 'file', 'zinc paint'],
    risk: 'a bulkhead carries load and keeps fire out: approval first, edges sealed',
    when: numbers,
    words: (m) => `Cut-out in the bulkhead, ${Math.ceil(Number(m.unit) + m.practice.clearance)} mm deep`,
    parts: () => [line('make', 'cut-out', 'Cut-out in the bulkhead, edges painted and sealed', 'the unit projects behind the flange')],
    changes: (m) => [set('vehicle', 'room-behind', Math.ceil(Number(m.unit) + 2 * m.practice.clearance))],
  },
  {
    id: 'spacer', answers: ['recess-depth', 'booster-pin'], order: 5, minutes: 60, skill: 'machinist',
    risk: 'it brings the master forward and takes thread from the studs; faces flat and parallel',
    when: (m) => numbers(m) && gapMissing(m) > 0,
    words: (m) => `Spacer plate ${bothLengths(tenths(gapMissing(m)))} between booster and master, with a second seal ring`,
    parts: (m) => [
      line('make', 'spacer', `Spacer plate ${tenths(gapMissing(m)).toFixed(1)} mm, faces parallel, recess for the seal ring`, 'the booster’s pin reaches too far'),
      line('order', 'spacer-ring', 'Seal ring between booster and spacer', 'one more face to seal', 1, { kind: 'booster-seal', ...pilotOf(m) }),
    ],
    changes: (m) => {
      const [key, by] = ['plate', tenths(gapMissing(m))] as const;
      const plate = m.sides.vehicle.get(key) === undefined ? set('vehicle', key, by) : add('vehicle', key, by);
      return [plate, add('unit', 'reach-front', by)];
    },
  },
  {
    id: 'shim', answers: ['recess-depth', 'booster-pin'], order: 5, minutes: 45, skill: 'machinist',
    risk: 'a loose piece in the recess; it must sit flat and be held',
    when: (m) => numbers(m) && gapMissing(m) < 0 && m.attribute === 'recess-depth',
    words: (m) => `Hardened insert ${bothLengths(tenths(-gapMissing(m)))} in the master’s recess`,
    parts: (m) => [line('make', 'shim', `Hardened insert ${tenths(-gapMissing(m)).toFixed(1)} mm for the master’s recess`, 'the booster’s pin does not reach')],
    changes: (m) => {
      const by = tenths(-gapMissing(m));
      return [m.sides.unit.get('insert') === undefined ? set('unit', 'insert', by) : add('unit', 'insert', by)];
    },
  },
  {
    id: 'ring', answers: ['seal-ring'], order: 1, minutes: 0, risk: 'a ring of the wrong section leaks vacuum',
    words: (m) => `Seal ring ${valueWords('seal-ring', m.unit)}`,
    parts: (m) => [line('order', 'booster-seal', `Seal ring between booster and master, ${valueWords('seal-ring', m.unit)}`, 'the new master takes another ring', 1, { kind: 'booster-seal', sizeMm: Number(m.unit) })],
    changes: (m) => toUnit(m, 'seal-ring'),
  },
  {
    id: 'swap-bleeder', answers: ['bleeder'], order: 1, minutes: 5, risk: 'air stays at the top where nothing lets it out',
    when: (m) => m.unit === 'bottom' || m.unit === 'side',
    words: () => 'Swap bleeder and line, so that the bleeder is highest',
    parts: () => [line('make', 'swap-bleeder', 'Bleeder moved to the highest hole', 'it was shipped in the other one')],
    changes: () => [set('unit', 'bleeder', 'top')],
  },
];
