import { positionWords, valueWords, type AttributeName } from '../attribute/index.js';
import { slotKey } from '../identify/evidence.js';
import type { Practice } from '../practice/index.js';
import { seatsMeet } from '../seat/index.js';
import { findThread, mate } from '../thread/index.js';
import type { UnitKind } from '../unit/index.js';
import type { Mismatch } from './remedies/row.js';
import { fits, misfit, unknown, withChange, type RuleResult } from './rule.js';
import { checkOf, measureOf } from './row.js';
import type { Check, Measure, Sides, VehicleSide } from './types.js';

export interface LineEnd {
  readonly position: string;
  readonly feeds?: string;
  /** null: the line has no thread (a spigot). */
  readonly thread?: string | null;
  readonly seat?: string;
  readonly tube?: string;
  /** Where it comes to: another place when it is bent over. */
  readonly reaches: string;
}

/** A check as it was found, with what the table of remedies needs to know of it. */
export interface Found {
  readonly check: Check;
  readonly mismatch?: Mismatch;
}

/** The lines that the vehicle brings to this unit, by the port they sat in; one that is joined to another by a tee is part of that. */
export function lineEnds(vehicle: VehicleSide): LineEnd[] {
  const text = (name: 'port-feeds' | 'port-seat' | 'tube', position: string): string | undefined => {
    const value = vehicle.get(slotKey(name, position))?.value;
    return typeof value === 'string' ? value : undefined;
  };
  return portsOf(vehicle)
    .filter((position) => !vehicle.has(`line-joined@${position}`))
    .map((position) => {
      const [feeds, seat, tube] = [text('port-feeds', position), text('port-seat', position), text('tube', position)];
      const thread = vehicle.get(slotKey('port-thread', position))?.value as string | null | undefined;
      const reaches = String(vehicle.get(`line-reaches@${position}`)?.value ?? position);
      return {
        position,
        reaches,
        ...(feeds && { feeds }),
        ...(thread === undefined ? {} : { thread }),
        ...(seat && { seat }),
        ...(tube && { tube }),
      };
    });
}

/** Positions that any port fact of a side names, sorted. */
const portsOf = (side: VehicleSide): string[] =>
  [...new Set([...side.keys()].filter((key) => key.startsWith('port-')).map((key) => key.split('@')[1] ?? ''))]
    .filter((p) => p !== '')
    .sort();

interface Port {
  readonly position: string;
  readonly feeds?: string;
}

/** A line with the port that it goes to. `presumed`: which port feeds it is not on record, and another one may be meant. */
interface Assigned {
  readonly end: LineEnd;
  readonly port?: Port;
  readonly presumed: boolean;
}

/**
 * Checks every line of the vehicle against the unit's ports. A line goes to the port that feeds its axle; where that is not
 * recorded, to the port in the same place. Then place, thread and seat are checked; ports that are left over want a plug. A
 * mismatch at a port that was only presumed is "not known" as long as another port may be the right one.
 */
export function checkLines(kind: UnitKind, sides: Sides, practice: Practice): Found[] {
  const ends = lineEnds(sides.vehicle);
  if (ends.length === 0) {
    const result = unknown('Which lines come to this unit is not known: look at the old one.');
    const check = checkOf('lines', 'lines', undefined, undefined, 'each line finds its port', result);
    return [{ check: { ...check, measures: [measureOf('vehicle', 'port-thread', 'rear-left')] } }];
  }
  const ports = portsOf(sides.unit).map((position): Port => {
    const feeds = sides.unit.get(slotKey('port-feeds', position))?.value;
    return { position, ...(typeof feeds === 'string' ? { feeds } : {}) };
  });
  const assigned = assign(ends, ports);
  const taken = new Set(assigned.flatMap(({ port }) => port?.position ?? []));
  const free = ports.filter((port) => !taken.has(port.position));
  const at = { kind, sides, practice };
  return [
    ...assigned.flatMap((line) =>
      line.port ? checkEnd(line, line.port, free, at) : [noPort(line, ports, assigned, at)],
    ),
    ...joined(sides.vehicle),
    ...free.map((port) => ({ check: spare(port.position, sides) })),
  ];
}

/** Lines that a tee has joined to another one. */
const joined = (vehicle: VehicleSide): Found[] =>
  [...vehicle].flatMap(([key, known]) => {
    const [name, position = ''] = key.split('@');
    if (name !== 'line-joined') return [];
    const with_ = positionWords(String(known.value));
    return [
      {
        check: checkOf(
          `line@${position}`,
          `line, ${positionWords(position)}`,
          'joined',
          with_,
          'a port that feeds the same',
          fits(`It goes to the port at ${with_}.`),
        ),
      },
    ];
  });

type At = Pick<Mismatch, 'kind' | 'sides' | 'practice'>;

/** Lines whose own port feeds them first, then those that find one elsewhere, then those that can only be presumed. */
function assign(ends: readonly LineEnd[], ports: readonly Port[]): Assigned[] {
  const free = new Map(ports.map((port) => [port.position, port]));
  const found = new Map<string, Assigned>();
  const take = (end: LineEnd, port: Port | undefined, presumed: boolean): void => {
    if (!port || found.has(end.position)) return;
    free.delete(port.position);
    found.set(end.position, { end, port, presumed });
  };
  const feeds = (end: LineEnd, port: Port | undefined): boolean => end.feeds !== undefined && port?.feeds === end.feeds;
  for (const end of ends) if (feeds(end, free.get(end.position))) take(end, free.get(end.position), false);
  for (const end of ends)
    take(
      end,
      [...free.values()].find((port) => feeds(end, port)),
      false,
    );
  for (const end of ends) {
    const own = free.get(end.position);
    if (own && (own.feeds === undefined || end.feeds === undefined)) take(end, own, true);
  }
  return ends.map((end) => found.get(end.position) ?? { end, presumed: false });
}

const feedsWords = (end: LineEnd): string =>
  end.feeds ? `the line that feeds ${end.feeds}` : `the line at ${positionWords(end.position)}`;

function noPort({ end }: Assigned, ports: readonly Port[], assigned: readonly Assigned[], at: At): Found {
  const what = feedsWords(end);
  const id = `line@${end.position}`;
  const row = (result: RuleResult): Check =>
    checkOf(
      id,
      `line, ${positionWords(end.position)}`,
      end.feeds && `feeds ${end.feeds}`,
      undefined,
      'a port that feeds the same',
      result,
    );
  if (ports.length === 0) {
    const result = unknown(`The ports of this unit are not recorded: look at it before ${what} is counted on.`);
    return { check: { ...row(result), measures: [measureOf('unit', 'port-thread', end.position)] } };
  }
  const silent = ports.filter((port) => port.feeds === undefined);
  const count = at.sides.unit.get('port-count')?.value;
  if (silent.length > 0 || (typeof count === 'number' && count > ports.length)) {
    const result = unknown(
      `Which port is for ${what} is not known: follow the lines, and look into every port of the unit.`,
    );
    // A port that is counted and not described is looked for where the line comes to.
    const there =
      silent.length > 0
        ? silent.map((port) => measureOf('unit', 'port-feeds', port.position))
        : [measureOf('unit', 'port-thread', end.position)];
    return { check: { ...row(result), measures: there } };
  }
  const sibling = assigned.find((other) => other.port && other.end.feeds !== undefined && other.end.feeds === end.feeds)
    ?.end.position;
  const check = row(misfit(`There is no port for ${what}.`));
  return { check, mismatch: mismatch(at, 'no-port', check, end, undefined, sibling) };
}

function mismatch(
  at: At,
  attribute: Mismatch['attribute'],
  check: Check,
  end: LineEnd,
  port: Port | undefined,
  sibling?: string,
): Mismatch {
  return {
    ...at,
    attribute,
    vehicle: check.vehicle ?? null,
    unit: check.unit ?? null,
    sentence: check.sentence,
    at: end.position,
    ...(port ? { port: port.position } : {}),
    ...(end.feeds === undefined ? {} : { feeds: end.feeds }),
    ...(sibling === undefined ? {} : { sibling }),
  };
}

function checkEnd({ end, presumed }: Assigned, port: Port, free: readonly Port[], at: At): Found[] {
  const { sides, practice } = at;
  const label =
    end.feeds && !['slave', 'all'].includes(end.feeds) ? `${end.feeds} line` : `line ${positionWords(end.position)}`;
  const portThread = sides.unit.get(slotKey('port-thread', port.position))?.value as string | null | undefined;
  const seatValue = sides.unit.get(slotKey('port-seat', port.position))?.value;
  const portSeat = typeof seatValue === 'string' ? seatValue : undefined;
  const elsewhere = presumed && free.some((other) => other.feeds === undefined || end.feeds === undefined);
  const open = (result: RuleResult): RuleResult =>
    elsewhere && result.state === 'does-not-fit'
      ? unknown(`${result.sentence} But which port is for ${feedsWords(end)} is not known: follow the line.`)
      : result;
  const row = (
    name: AttributeName | 'place',
    ours: string | undefined,
    theirs: string | undefined,
    rule: string,
    result: RuleResult,
  ): Found => {
    const short = name === 'place' ? 'place of the port' : name.replace('port-', '');
    const check = checkOf(
      `${name.replace('port-', '')}@${end.position}`,
      `${label}: ${short}`,
      theirs,
      ours,
      rule,
      open(result),
    );
    if (check.state === 'not-known')
      return {
        check: { ...check, measures: name === 'place' ? [] : lineMeasures(name, ours, theirs, end, port, elsewhere) },
      };
    return check.state === 'does-not-fit' ? { check, mismatch: mismatch(at, name, check, end, port) } : { check };
  };
  const place = row(
    'place',
    positionWords(port.position),
    positionWords(end.reaches),
    'the same place',
    placeResult(end, port),
  );
  const thread = row(
    'port-thread',
    threadWords(portThread),
    threadWords(end.thread),
    'nut and port mate',
    threadResult(end, portThread, practice),
  );
  const seat = row(
    'port-seat',
    portSeat && valueWords('port-seat', portSeat),
    end.seat && valueWords('port-seat', end.seat),
    'the same form',
    seatResult(end, portSeat),
  );
  const reused = thread.check.state === 'fits' && seat.check.state === 'fits' && !madeNew(sides, end);
  return [place, thread, reused ? { check: { ...seat.check, slip: [reuse(end, label)] } } : seat];
}

const madeNew = (sides: Sides, end: LineEnd): boolean =>
  sides.vehicle.get(slotKey('port-thread', end.position))?.changedBy !== undefined;

/** What is not known is measured on the side that lacks it; where the port itself is in doubt, the line is followed. */
function lineMeasures(
  name: AttributeName,
  ours: string | undefined,
  theirs: string | undefined,
  end: LineEnd,
  port: Port,
  elsewhere: boolean,
): Measure[] {
  const missing = [
    ...(ours === undefined ? [measureOf('unit', name, port.position)] : []),
    ...(theirs === undefined ? [measureOf('vehicle', name, end.position)] : []),
  ];
  if (missing.length > 0 || !elsewhere) return missing;
  return [
    end.feeds === undefined
      ? measureOf('vehicle', 'port-feeds', end.position)
      : measureOf('unit', 'port-feeds', port.position),
  ];
}

function placeResult(end: LineEnd, port: Port): RuleResult {
  if (port.position === end.reaches)
    return fits(
      end.reaches === end.position
        ? 'The port is where it was.'
        : `The line is bent over to ${positionWords(end.reaches)}.`,
    );
  return misfit(
    `The port that feeds ${end.feeds ?? 'this line'} is at ${positionWords(port.position)}, the line comes to ${positionWords(end.reaches)}.`,
  );
}

/** A line whose nut and flare both go into the new port stays. */
const reuse = (end: LineEnd, label: string) =>
  ({
    key: `reuse@${end.position}`,
    section: 'reuse',
    words: `The ${label} with its nut`,
    quantity: 1,
    reason: 'turn it home, loosen it and turn it home again, so that the flare beds on the new seat',
  }) as const;

const threadWords = (thread: string | null | undefined): string | undefined => (thread === null ? 'no thread' : thread);

function threadResult(end: LineEnd, port: string | null | undefined, practice: Practice): RuleResult {
  if (port === undefined) return unknown('The thread of this port is not recorded: gauge it on the new unit.');
  if (end.thread === undefined) return unknown('The thread of the line’s nut is not known: gauge the removed nut.');
  if (port === null || end.thread === null) {
    return port === end.thread
      ? fits('Neither has a thread: the line is held another way.')
      : misfit(
          port === null
            ? `The port has no thread; the line has a nut ${end.thread ?? ''}.`
            : `The port has ${port}; the line has no nut.`,
        );
  }
  const [male, female] = [findThread(end.thread), findThread(port)];
  if (!male || !female) return unknown(`"${male ? port : end.thread}" is no thread of a standard series: gauge it.`);
  const mating = mate(male, female, practice);
  return mating.verdict === 'mates' ? fits(mating.sentence) : misfit(mating.sentence);
}

function seatResult(end: LineEnd, port: string | undefined): RuleResult {
  if (!port) return unknown('The seat of this port is not recorded: look into it on the new unit.');
  if (!end.seat) return unknown('The flare of the line is not known: look at its end.');
  const meeting = seatsMeet(port, end.seat);
  return meeting.meets ? fits(meeting.sentence) : misfit(meeting.sentence);
}

function spare(position: string, sides: Sides): Check {
  const value = sides.unit.get(slotKey('port-thread', position))?.value;
  const thread = typeof value === 'string' ? value : undefined;
  const words = `Blanking plug ${thread ?? '(thread to be gauged)'} for the ${positionWords(position)} port`;
  const result = withChange(`The ${positionWords(position)} port has no line on this vehicle: plug it.`, {
    key: `plug@${position}`,
    section: 'order',
    words,
    quantity: 1,
    reason: 'spare port',
    wants: { kind: 'plug', ...(thread ? { thread } : {}) },
  });
  return checkOf(`spare@${position}`, `spare port, ${positionWords(position)}`, 'no line', thread, 'plugged', result);
}
