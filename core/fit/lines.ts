import { positionWords, valueWords } from '../attribute/index.js';
import { slotKey } from '../identify/evidence.js';
import { tubesFor } from '../line/index.js';
import type { Practice } from '../practice/index.js';
import { findSeat, seatsMeet } from '../seat/index.js';
import type { SlipProposal } from '../slip/types.js';
import { findThread, mate } from '../thread/index.js';
import { factOf, portPositions, textOf, type UnitDesign } from '../unit/index.js';
import { changed, fits, misfit, unknown, type RuleResult } from './rules.js';
import { checkOf, measureOf } from './row.js';
import type { Check, Remedy, VehicleSide } from './types.js';

/** Flares that can be made new on a cut tube. */
const FLARES = ['inverted-flare', 'bubble-flare'];

interface LineEnd {
  readonly position: string;
  readonly feeds?: string;
  /** null: the line has no thread (a spigot). */
  readonly thread?: string | null;
  readonly seat?: string;
  readonly tube?: string;
}

/** The lines that the vehicle brings to this unit, by the port they sat in. */
export function lineEnds(vehicle: VehicleSide): LineEnd[] {
  const positions = [...vehicle.keys()].filter((key) => key.startsWith('port-')).map((key) => key.split('@')[1] ?? '');
  const text = (name: 'port-feeds' | 'port-thread' | 'port-seat' | 'tube', position: string): string | undefined => {
    const value = vehicle.get(slotKey(name, position))?.value;
    return typeof value === 'string' ? value : undefined;
  };
  return [...new Set(positions)]
    .filter((position) => position !== '')
    .sort()
    .map((position) => {
      const [feeds, seat, tube] = [text('port-feeds', position), text('port-seat', position), text('tube', position)];
      const thread = vehicle.get(slotKey('port-thread', position))?.value as string | null | undefined;
      return { position, ...(feeds && { feeds }), ...(thread === undefined ? {} : { thread }), ...(seat && { seat }), ...(tube && { tube }) };
    });
}

/**
 * Checks every line of the vehicle against the unit's ports. A line goes to the port that feeds its axle; where that is
 * not recorded, to the port in the same place. Then place, thread and seat are checked; ports that are left over want a plug.
 */
export function checkLines(vehicle: VehicleSide, unit: UnitDesign, accepted: ReadonlySet<string>, practice: Practice): Check[] {
  const ends = lineEnds(vehicle);
  const free = new Set(portPositions(unit.facts));
  if (ends.length === 0) {
    const result = unknown('Which lines come to this unit is not known: look at the old one.');
    return [
      { ...checkOf('lines', 'lines', undefined, undefined, 'each line finds its port', result), measure: measureOf('vehicle', 'port-thread', 'rear-left') },
    ];
  }
  const checks = ends.flatMap((end) => {
    const port = portFor(end, unit, free);
    if (!port) return [noPort(end, free.size === 0 && portPositions(unit.facts).length === 0)];
    free.delete(port);
    return checkEnd(end, port, unit, accepted, practice);
  });
  return [...checks, ...[...free].sort().map((position) => spare(position, unit))];
}

function portFor(end: LineEnd, unit: UnitDesign, free: ReadonlySet<string>): string | undefined {
  const feedsOf = (position: string): string | undefined => textOf(unit.facts, 'port-feeds', position);
  const feeding = [...free].filter((p) => end.feeds !== undefined && feedsOf(p) === end.feeds);
  if (feeding.includes(end.position)) return end.position;
  if (feeding[0] !== undefined) return feeding[0];
  if (!free.has(end.position)) return undefined;
  const wrongAxle = end.feeds !== undefined && feedsOf(end.position) !== undefined;
  return wrongAxle ? undefined : end.position;
}

function noPort(end: LineEnd, portsUnknown: boolean): Check {
  const what = end.feeds ? `the line that feeds ${end.feeds}` : `the line at ${positionWords(end.position)}`;
  const result = portsUnknown
    ? unknown(`The ports of this unit are not recorded: look at it before ${what} is counted on.`)
    : misfit(`There is no port for ${what}.`);
  return checkOf(
    `line@${end.position}`,
    `line, ${positionWords(end.position)}`,
    end.feeds && `feeds ${end.feeds}`,
    undefined,
    'a port that feeds the same',
    result,
  );
}

function checkEnd(end: LineEnd, port: string, unit: UnitDesign, accepted: ReadonlySet<string>, practice: Practice): Check[] {
  const label = end.feeds && !['slave', 'all'].includes(end.feeds) ? `${end.feeds} line` : `line ${positionWords(end.position)}`;
  const portThread = factOf(unit.facts, 'port-thread', port)?.value as string | null | undefined;
  const portSeat = textOf(unit.facts, 'port-seat', port);
  const place = checkOf(
    `place@${end.position}`,
    `${label}: place of the port`,
    positionWords(end.position),
    positionWords(port),
    'the same place',
    placeResult(end, port, accepted),
  );
  const thread = checkOf(
    `thread@${end.position}`,
    `${label}: thread`,
    threadWords(end.thread),
    threadWords(portThread),
    'nut and port mate',
    threadResult(end, portThread, portSeat, accepted, practice),
  );
  const seat = checkOf(
    `seat@${end.position}`,
    `${label}: seat`,
    end.seat && valueWords('port-seat', end.seat),
    portSeat && valueWords('port-seat', portSeat),
    'the same form',
    seatResult(end, portThread ?? undefined, portSeat, accepted),
  );
  const reused = thread.state === 'fits' && seat.state === 'fits';
  /** What is not known is measured on the side that lacks it. */
  const withMeasure = (check: Check, onUnit: unknown, name: 'port-thread' | 'port-seat'): Check => {
    if (check.state !== 'not-known') return check;
    return { ...check, measure: onUnit === undefined ? measureOf('unit', name, port) : measureOf('vehicle', name, end.position) };
  };
  const settledSeat = reused ? { ...seat, slip: [reuse(end, label)] } : withMeasure(seat, portSeat, 'port-seat');
  return [place, withMeasure(thread, portThread, 'port-thread'), settledSeat];
}

function placeResult(end: LineEnd, port: string, accepted: ReadonlySet<string>): RuleResult {
  if (port === end.position) return fits('The port is where it was.');
  const words = `Bend the ${end.feeds ?? ''} line over to ${positionWords(port)}; it must reach without pull`.replace(/\s+/g, ' ');
  const sentence = `The port that feeds ${end.feeds ?? 'this line'} is at ${positionWords(port)}, the line comes to ${positionWords(end.position)}.`;
  const slip: SlipProposal[] = [{ key: `reroute@${end.position}`, section: 'make', words, quantity: 1, reason: sentence }];
  return changed(
    sentence,
    { key: `reroute@${end.position}`, words, minutes: 20, risk: 'check the slack before the old unit comes off; a short line has to be made new', slip },
    accepted,
  );
}

/** A line whose nut and flare both go into the new port stays. */
const reuse = (end: LineEnd, label: string): SlipProposal => ({
  key: `reuse@${end.position}`,
  section: 'reuse',
  words: `The ${label} with its nut`,
  quantity: 1,
  reason: 'turn it home, loosen it and turn it home again, so that the flare beds on the new seat',
});

const threadWords = (thread: string | null | undefined): string | undefined => (thread === null ? 'no thread' : thread);

function threadResult(end: LineEnd, port: string | null | undefined, seat: string | undefined, accepted: ReadonlySet<string>, practice: Practice): RuleResult {
  if (port === undefined) return unknown('The thread of this port is not recorded: gauge it on the new unit.');
  if (end.thread === undefined) return unknown('The thread of the line’s nut is not known: gauge the removed nut.');
  if (port === null || end.thread === null) {
    return port === end.thread
      ? fits('Neither has a thread: the line is held another way.')
      : misfit(port === null ? `The port has no thread; the line has a nut ${end.thread ?? ''}.` : `The port has ${port}; the line has no nut.`);
  }
  const [male, female] = [findThread(end.thread), findThread(port)];
  if (!male || !female) return unknown(`"${male ? port : end.thread}" is no thread of a standard series: gauge it.`);
  const mating = mate(male, female, practice);
  if (mating.verdict === 'mates') return fits(mating.sentence);
  const remedy = reflare(end, port, seat);
  return remedy ? changed(mating.sentence, remedy, accepted) : misfit(mating.sentence);
}

function seatResult(end: LineEnd, thread: string | undefined, port: string | undefined, accepted: ReadonlySet<string>): RuleResult {
  if (!port) return unknown('The seat of this port is not recorded: look into it on the new unit.');
  if (!end.seat) return unknown('The flare of the line is not known: look at its end.');
  const meeting = seatsMeet(port, end.seat);
  if (meeting.meets) return fits(meeting.sentence);
  const remedy = thread ? reflare(end, thread, port) : undefined;
  return remedy ? changed(meeting.sentence, remedy, accepted) : misfit(meeting.sentence);
}

/** Cut, another nut, new flare: possible when the tube is known, takes the port's nut, and the port's seat is a flare. */
function reflare(end: LineEnd, thread: string, seat: string | undefined): Omit<Remedy, 'accepted'> | undefined {
  if (!end.tube || !seat || !FLARES.includes(seat) || !tubesFor(thread).some((tube) => tube.tube === end.tube)) return undefined;
  const form = findSeat(seat)?.name ?? seat;
  const key = `reflare@${end.position}`;
  const nut = `Tube nut ${thread} for ${end.tube} tube, ${findSeat(seat)?.nutForm ?? ''}`;
  return {
    key,
    words: `Cut the line, new nut ${thread}, ${form} on the same tube`,
    minutes: 15,
    risk: 'nut on before the flare; the line loses a few millimetres',
    slip: [
      {
        key: `${key}-nut`,
        section: 'order',
        words: nut,
        quantity: 1,
        reason: `port ${positionWords(end.position)} has ${thread}`,
        wants: { kind: 'tube-nut', thread, seat, tube: end.tube },
      },
      { key, section: 'make', words: `Line ${positionWords(end.position)}: ${form}`, quantity: 1, reason: 'seat and nut of the new port' },
    ],
  };
}

function spare(position: string, unit: UnitDesign): Check {
  const thread = textOf(unit.facts, 'port-thread', position);
  const words = `Blanking plug ${thread ?? '(thread to be gauged)'} for the ${positionWords(position)} port`;
  const result: RuleResult = {
    state: 'fits-with-change',
    sentence: `The ${positionWords(position)} port has no line on this vehicle: plug it.`,
    slip: [{ key: `plug@${position}`, section: 'order', words, quantity: 1, reason: 'spare port', wants: { kind: 'plug', ...(thread ? { thread } : {}) } }],
  };
  return checkOf(`spare@${position}`, `spare port, ${positionWords(position)}`, 'no line', thread, 'plugged', result);
}
