import { positionWords } from '../../attribute/index.js';
import { slotKey } from '../../identify/evidence.js';
import { tubesFor } from '../../line/index.js';
import { findSeat } from '../../seat/index.js';
import { findThread } from '../../thread/index.js';
import { hoseNeeded } from '../needed.js';
import { add, line, set, valueAt, type Mismatch, type RemedyRow } from './row.js';

/** Flares that can be made new on a cut tube. */
const FLARES: readonly unknown[] = ['inverted-flare', 'bubble-flare'];
const ADAPTER_MM = 25;

const at = (m: Mismatch): string => m.at ?? '';
const port = (m: Mismatch): string => m.port ?? '';
const threadOf = (m: Mismatch): string => String(valueAt(m.sides.unit, 'port-thread', port(m)) ?? '');
const seatOf = (m: Mismatch): string => String(valueAt(m.sides.unit, 'port-seat', port(m)) ?? '');
const lineThread = (m: Mismatch): string => String(valueAt(m.sides.vehicle, 'port-thread', at(m)) ?? '');
const lineSeat = (m: Mismatch): string => String(valueAt(m.sides.vehicle, 'port-seat', at(m)) ?? '');
const tubeOf = (m: Mismatch): string => String(valueAt(m.sides.vehicle, 'tube', at(m)) ?? '');
const asPort = (m: Mismatch) => [
  set('vehicle', slotKey('port-thread', at(m)), valueAt(m.sides.unit, 'port-thread', port(m)) ?? null),
  set('vehicle', slotKey('port-seat', at(m)), valueAt(m.sides.unit, 'port-seat', port(m)) ?? null),
];
const bothThreads = (m: Mismatch): boolean => findThread(threadOf(m)) !== undefined && findThread(lineThread(m)) !== undefined;
const sideOfPort = (m: Mismatch): 'left' | 'right' | undefined => (port(m).endsWith('left') ? 'left' : port(m).endsWith('right') ? 'right' : undefined);

/** Ways out where lines meet a unit. */
// prettier-ignore
export const LINE_REMEDIES: readonly RemedyRow[] = [
  {
    id: 'reroute', answers: ['place'], per: 'line', order: 2, minutes: 20, tools: ['bending pliers'],
    risk: 'check the slack before the old unit comes off; a short line has to be made new',
    words: (m) => `Bend the ${m.feeds ?? ''} line over to ${positionWords(port(m))}; it must reach without pull`.replace(/\s+/g, ' '),
    parts: (m) => [line('make', `reroute@${at(m)}`, `Bend the ${m.feeds ?? ''} line over to ${positionWords(port(m))}`.replace(/\s+/g, ' '), m.sentence)],
    changes: (m) => [set('vehicle', `line-reaches@${at(m)}`, port(m))],
  },
  {
    id: 'adapter', answers: ['port-thread', 'port-seat'], per: 'line', order: 3, minutes: 5, tools: ['flare wrench'],
    risk: 'two more faces that can leak; it stands out to the side; some inspectors refuse adapters',
    when: (m) => bothThreads(m) && FLARES.includes(seatOf(m)) && FLARES.includes(lineSeat(m)) && threadOf(m) !== lineThread(m),
    words: (m) => `Adapter, ${lineThread(m)} ${findSeat(lineSeat(m))?.name ?? ''} female to ${threadOf(m)} male`,
    parts: (m) => [line('order', `adapter@${at(m)}`, `Adapter ${lineThread(m)} female, ${threadOf(m)} male, ${findSeat(seatOf(m))?.name ?? ''}`, m.sentence, 1, { kind: 'adapter', thread: threadOf(m), seat: seatOf(m) })],
    changes: (m) => {
      const side = sideOfPort(m);
      return [...asPort(m), ...(side === undefined ? [] : [add('unit', `reach-${side}`, ADAPTER_MM)])];
    },
  },
  {
    id: 'reflare', answers: ['port-thread', 'port-seat'], per: 'line', order: 4, minutes: 15, tools: ['tube cutter', 'flaring tool', 'deburring tool'],
    risk: 'nut on before the flare; the line loses a few millimetres',
    when: (m) => tubeOf(m) !== '' && FLARES.includes(seatOf(m)) && tubesFor(threadOf(m)).some((tube) => tube.tube === tubeOf(m)),
    words: (m) => `Cut the line, new nut ${threadOf(m)}, ${findSeat(seatOf(m))?.name ?? seatOf(m)} on the same tube`,
    operations: (m) => ['Cut square, deburr, blow out', `Slide the nut ${threadOf(m)} on before the flare`, `Flare: ${findSeat(seatOf(m))?.name ?? seatOf(m)}; look at it with a glass`],
    parts: (m) => [
      line('order', `reflare@${at(m)}-nut`, `Tube nut ${threadOf(m)} for ${tubeOf(m)} tube, ${findSeat(seatOf(m))?.nutForm ?? ''}`, `port ${positionWords(port(m))} has ${threadOf(m)}`, 1, { kind: 'tube-nut', thread: threadOf(m), seat: seatOf(m), tube: tubeOf(m) }),
      line('make', `reflare@${at(m)}`, `Line ${positionWords(at(m))}: ${findSeat(seatOf(m))?.name ?? seatOf(m)}`, 'seat and nut of the new port'),
    ],
    changes: asPort,
  },
  {
    id: 'tee', answers: ['no-port'], per: 'line', order: 5, minutes: 40, tools: ['flare wrench', 'flaring tool', 'tube cutter'],
    risk: 'room for the tee; three more joints; start every one by hand before any is tightened',
    when: (m) => m.sibling !== undefined && lineThread(m) !== '' && FLARES.includes(lineSeat(m)),
    words: (m) => `Join it with the line at ${positionWords(m.sibling ?? '')} by a tee and a short line`,
    operations: () => ['Fix the tee to the body, never hang it on the lines', 'Start all three joints by hand, then tighten'],
    parts: (m) => [
      line('order', `tee@${at(m)}`, `Tee, ${lineThread(m)}, ${findSeat(lineSeat(m))?.name ?? ''}, with its bolt`, m.sentence, 1, { kind: 'tee', thread: lineThread(m), seat: lineSeat(m) }),
      line('order', `tee-line@${at(m)}`, 'Short line from tee to port', 'the tee sits beside the unit', 1, { kind: 'line', thread: lineThread(m), seat: lineSeat(m) }),
      line('order', `tee-nuts@${at(m)}`, `Tube nut ${lineThread(m)} for the short line`, 'one for each end', 2, { kind: 'tube-nut', thread: lineThread(m), seat: lineSeat(m), ...(tubeOf(m) === '' ? {} : { tube: tubeOf(m) }) }),
    ],
    changes: (m) => [set('vehicle', `line-joined@${at(m)}`, m.sibling ?? null)],
  },
  {
    id: 'tap-port', answers: ['port-thread'], per: 'line', order: 9, minutes: 90, skill: 'engineer’s approval', tools: ['drill', 'tap', 'seat cutter'],
    risk: 'a wall that is too thin bursts; swarf in the bore scores it at the first stroke: strip, tap, wash, rebuild',
    when: (m) => bothThreads(m) && seatOf(m) === 'banjo' && lineSeat(m) === 'banjo' && (findThread(lineThread(m))?.majorMm ?? 0) > (findThread(threadOf(m))?.majorMm ?? 0) + 0.8,
    words: (m) => `Have the port tapped to ${lineThread(m)}, unit stripped, with an engineer’s approval`,
    parts: (m) => [line('make', `tap-port@${at(m)}`, `Port tapped to ${lineThread(m)}`, m.sentence), line('order', 'tap-port-kit', 'Seal kit: the unit has to be stripped', 'swarf')],
    changes: (m) => [set('unit', slotKey('port-thread', port(m)), lineThread(m))],
  },
  {
    id: 'longer-hose', answers: ['hose-offset'], order: 2, minutes: 20, tools: ['flare wrench'],
    risk: 'a long hose rubs: turn both locks and press the springs',
    when: (m) => typeof m.vehicle === 'number',
    words: (m) => `Longer flexible hose, at least ${hoseMm(m)} mm`,
    parts: (m) => [
      line('order', 'longer-hose', `Flexible hose, at least ${hoseMm(m)} mm, ends as the old one`, m.sentence, 1, { kind: 'hose' }),
      line('order', 'hose-washers', 'Crush washer for the banjo eye, where it has one', 'two new washers for each eye', 2, { kind: 'crush-washer' }),
    ],
    changes: (m) => [set('vehicle', 'hose-length', hoseMm(m))],
  },
  {
    id: 'tab-off', answers: ['tab'], order: 4, minutes: 15, tools: ['file', 'paint'], risk: 'only a tab that carries nothing',
    words: () => 'Take the tab off and paint the edge',
    parts: () => [line('make', 'tab-off', 'Tab taken off, edge painted', 'it fouls the hose')],
    changes: () => [set('vehicle', 'tab', null)],
  },
];

/** Hoses come in steps of five millimetres. */
const hoseMm = (m: Mismatch): number => Math.ceil(hoseNeeded(m.sides, m.practice).mm / 5) * 5;
