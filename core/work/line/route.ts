import { Heap } from '../../base/search/index.js';
import { type Opening, openingKey } from '../../named/fitting/index.js';
import { findSeat, type SeatForm } from '../../named/seat/index.js';
import { type Settings, STANDARD_SETTINGS } from '../../named/settings/index.js';
import { endRow, interchangeableTubes, LINE_OPERATIONS, type LineOperation, tubesFor } from '../../named/tube/index.js';
import type { FittingIndex } from './fittings.js';
import type { Route, RouteAct, RouteAnswer, RouteDoubt, RouteLine, RouteQuestion, RouteStep } from './route.types.js';

/**
 * Ways from a port to a line, best first. A search over what is open: a state is an opening (thread, seat, gender), a
 * step joins a piece of the catalogue or makes a new end. Adapters in a row, tools that are not there and joints are
 * labels of a way, since a limit on them does not add up along it.
 */

/** Minutes that a step takes on the bench. Source: settings. */
const MINUTES: Readonly<Record<RouteAct, number>> = {
  'screw-in': 5,
  adapter: 5,
  union: 5,
  'made-line': 25,
  reflare: 15,
  tee: 15,
  plug: 3,
  'other-hose': 25,
};
/** So many ways are told. */
const TOLD = 6;
/** So many ways to one state are followed; a worse one than these cannot be among the best. */
const PER_STATE = 3;

interface Label {
  readonly open: Opening;
  /** The last step; those before it are told by what came before. Nothing is copied for a way that is never told. */
  readonly step?: RouteStep;
  readonly from?: Label;
  readonly cost: readonly number[];
  /** Its pieces are still to be tried: it stands in the queue where the best of them could. */
  readonly defers?: true;
  readonly leakJoints: number;
  /** Pieces between the port and the line. */
  readonly pieces: number;
  readonly minutes: number;
  readonly price: number;
  readonly unpriced: number;
  readonly lacking: number;
  readonly needs: readonly LineOperation[];
  readonly done: boolean;
}
type Figures = Omit<Label, 'open' | 'step' | 'from' | 'cost' | 'defers'>;

/**
 * What is compared, the weightiest first: a tool that is not there, pieces between, joints that can leak, minutes,
 * price.
 */
const costOf = (l: Figures): readonly number[] => [
  l.lacking,
  l.pieces,
  l.leakJoints,
  l.minutes,
  l.unpriced,
  l.price,
  l.done ? 0 : 1,
];
function before({ cost: a }: Label, { cost: b }: Label): boolean {
  for (let i = 0; i < a.length; i++) {
    const [x, y] = [a[i] as number, b[i] as number];
    if (x !== y) return x < y;
  }
  return false;
}

/** The steps of a way, from the port on. */
function stepsOf(label: Label): RouteStep[] {
  const steps: RouteStep[] = [];
  for (let at: Label | undefined = label; at; at = at.from) if (at.step) steps.unshift(at.step);
  return steps;
}
/** Whether a way has had this opening before. */
function hasBeen(label: Label, key: string): boolean {
  for (let at: Label | undefined = label; at; at = at.from) if (openingKey(at.open) === key) return true;
  return false;
}

/** What a line’s end is: a nut goes into a port, the nut of a 37° or 45° flare goes over a cone. */
export const lineOpening = ({ nut, flare }: Pick<RouteLine, 'nut' | 'flare'>): Opening | undefined => {
  const seat = findSeat(flare)?.form;
  return seat && { gender: seat === 'flare-37' || seat === 'flare-45' ? 'female' : 'male', thread: nut, seat };
};
const joins = (a: Opening, b: Opening): boolean => a.gender !== b.gender && a.thread === b.thread && a.seat === b.seat;

/** Finds ways from a port to a line, or says why there is none. */
export function findRoutes(
  question: RouteQuestion,
  index: FittingIndex,
  settings: Settings = STANDARD_SETTINGS,
): RouteAnswer {
  const { port, line, second } = question;
  if (!line) return closed(port, index);
  if (line.flare === 'compression' || second?.flare === 'compression')
    return { routes: [], none: 'compression', looked: 0 };
  if (!lineOpening(line) || (second && !lineOpening(second))) return { routes: [], none: 'no-flare', looked: 0 };
  const { found, looked } = second
    ? teed(question, line, second, index, settings)
    : search(question, line, index, settings);
  const routes = found.map((label) => routeOf(label, index));
  const none = routes.some(({ acceptable }) => acceptable) ? undefined : second ? 'two-lines' : 'no-way';
  return { routes, looked, ...(none === undefined ? {} : { none }) };
}

function closed(port: Opening, index: FittingIndex): RouteAnswer {
  const item = index.plug(port);
  const plug: RouteStep = { do: 'plug', thread: port.thread, ...(item ? { item } : {}) };
  return { routes: [routeOf(taken(start(port), plug, { leak: 1, price: item?.price }), index)], looked: 1 };
}

const NOTHING: Figures = {
  leakJoints: 0,
  pieces: 0,
  minutes: 0,
  price: 0,
  unpriced: 0,
  lacking: 0,
  needs: [],
  done: false,
};
const start = (open: Opening): Label => ({ ...NOTHING, open, cost: costOf(NOTHING) });

interface Taken {
  readonly leak: number;
  readonly piece?: true;
  /** Undefined: it costs something that nobody told; 0: nothing is bought. */
  readonly price: number | undefined;
  readonly needs?: LineOperation | undefined;
  readonly lacks?: boolean;
  /** What is open after it; absent where the line is joined. */
  readonly open?: Opening;
}

/** A way with one step more. */
function taken(from: Label, step: RouteStep, { leak, piece, price, needs, lacks, open }: Taken): Label {
  const figures: Figures = {
    leakJoints: from.leakJoints + leak,
    pieces: from.pieces + (piece ? 1 : 0),
    minutes: from.minutes + MINUTES[step.do],
    price: from.price + (price ?? 0),
    unpriced: from.unpriced + (price === undefined ? 1 : 0),
    lacking: from.lacking + (lacks ? 1 : 0),
    needs: needs === undefined ? from.needs : [...from.needs, needs],
    done: open === undefined,
  };
  return { ...figures, open: open ?? from.open, step, from, cost: costOf(figures) };
}

type Scope = Pick<RouteQuestion, 'have' | 'avoid' | 'port'>;

/**
 * Best-first over what is open. It ends by itself: no state is met twice on one way, and pieces in a row are limited.
 */
function search(question: Scope, line: RouteLine, index: FittingIndex, settings: Settings, most = TOLD) {
  const queue = new Heap<Label>(before);
  queue.push(start(question.port));
  const met = new Map<string, number>();
  const found = new Map<string, Label>();
  let looked = 0;
  for (let label = queue.pop(); label !== undefined && found.size < most; label = queue.pop()) {
    if (label.done) {
      const name = signature(label);
      if (!found.has(name)) found.set(name, label);
      continue;
    }
    if (label.defers) {
      for (const next of pieces(label, question, index)) queue.push(next);
      continue;
    }
    const state = `${openingKey(label.open)} ${label.pieces}`;
    const times = met.get(state) ?? 0;
    if (times >= PER_STATE) continue;
    met.set(state, times + 1);
    looked++;
    for (const next of ends(label, question, line, index)) queue.push(next);
    if (label.pieces < settings.lineMostAdapters) queue.push(deferred(label));
  }
  return { found: [...found.values()], looked };
}

/** The least that a way costs with one piece more: most are never tried, since enough better ways are found before. */
function deferred(label: Label): Label {
  const least = {
    ...label,
    pieces: label.pieces + 1,
    leakJoints: label.leakJoints + 1,
    minutes: label.minutes + MINUTES.adapter,
  };
  return { ...label, cost: costOf(least), defers: true };
}

/** Two ways are one where the same is done with the same threads and seats. */
const signature = (label: Label): string =>
  stepsOf(label)
    .map(
      (s) =>
        `${s.do} ${s.thread ?? ''} ${s.seat ?? ''} ${s.line ?? ''} ${s.item?.ends.map(openingKey).join(',') ?? ''}`,
    )
    .join(' > ');

/** Ways to end: the line goes in as it is, gets another nut and flare, or another line or hose takes its place. */
function* ends(label: Label, { have, avoid = [] }: Scope, line: RouteLine, index: FittingIndex): Generator<Label> {
  const { open } = label;
  const own = lineOpening(line) as Opening;
  const at = { thread: open.thread, seat: open.seat };
  if (joins(open, own)) yield taken(label, { do: 'screw-in', ...at }, { leak: 1, price: 0 });
  else if (!line.hose) yield* reflared(label, have, line, index);
  if (!avoid.includes('line') && !line.hose) yield* replaced(label, line, 'line', index);
  if (!line.hose || avoid.includes('hose') || joins(open, own)) return;
  const made = [...replaced(label, line, 'hose', index)];
  yield* made;
  // A hose is ordered with the end that the port wants, never cut.
  if (made.length === 0) yield taken(label, { do: 'other-hose', ...at }, { leak: 1, price: undefined });
}

function* reflared(label: Label, have: RouteQuestion['have'], line: RouteLine, index: FittingIndex): Generator<Label> {
  const { open } = label;
  const tubes = interchangeableTubes(line.tube);
  const made = tubesFor(open.thread).some(({ tube }) => tubes.includes(tube));
  const item = index.nut(open.thread, open.seat, tubes);
  const operation = operationFor(open.seat);
  const own = lineOpening({ nut: open.thread, flare: open.seat as RouteLine['flare'] });
  if (operation === undefined || own === undefined || !joins(open, own) || !(made || item)) return;
  const lacks = have !== undefined && !have.includes(operation);
  yield taken(
    label,
    { do: 'reflare', thread: open.thread, seat: open.seat, ...(item ? { item } : {}) },
    { leak: 1, price: item?.price, needs: operation, lacks },
  );
}

const operationFor = (seat: SeatForm): LineOperation | undefined =>
  seat === 'inverted-flare' || seat === 'bubble-flare' || seat === 'flare-37' || seat === 'flare-45'
    ? endRow(seat).operation
    : undefined;

/** A made-up line or hose whose far end goes where the old one’s does, and that is long enough. */
function* replaced(label: Label, line: RouteLine, kind: 'line' | 'hose', index: FittingIndex): Generator<Label> {
  const far = line.far && lineOpening(line.far);
  if (!far) return;
  for (const { piece, end } of index.into(label.open)) {
    const other = piece.ends[end === 0 ? 1 : 0];
    if (piece.kind !== kind || piece.ends.length !== 2 || !other || openingKey(other) !== openingKey(far)) continue;
    if (line.lengthMm !== undefined && (piece.lengthMm === undefined || piece.lengthMm < line.lengthMm)) continue;
    yield taken(
      label,
      {
        do: kind === 'line' ? 'made-line' : 'other-hose',
        item: piece,
        thread: label.open.thread,
        seat: label.open.seat,
      },
      { leak: 2, price: piece.price },
    );
  }
}

/** Pieces between: an adapter, an inline connector, a short made-up line that leads on. */
function* pieces(label: Label, { avoid = [] }: Scope, index: FittingIndex): Generator<Label> {
  for (const { piece, end } of index.into(label.open)) {
    const open = piece.ends[end === 0 ? 1 : 0];
    if (piece.ends.length !== 2 || !open || piece.kind === 'hose' || avoid.includes(piece.kind)) continue;
    if (hasBeen(label, openingKey(open))) continue;
    const act = piece.kind === 'line' ? 'made-line' : piece.kind === 'union' ? 'union' : 'adapter';
    yield taken(
      label,
      { do: act, item: piece, thread: open.thread, seat: open.seat },
      { leak: 1, piece: true, price: piece.price, open },
    );
  }
}

/** Two lines to one port: a tee, and from each of its arms the best way to a line. */
function teed(question: RouteQuestion, line: RouteLine, second: RouteLine, index: FittingIndex, settings: Settings) {
  let looked = 1;
  const known = new Map<string, Label | undefined>();
  const arm = (open: Opening, to: 1 | 2): Label | undefined => {
    const key = `${openingKey(open)} ${to}`;
    if (!known.has(key)) {
      const one = search(
        { ...question, port: open },
        to === 1 ? line : second,
        index,
        { ...settings, lineMostAdapters: Math.min(1, settings.lineMostAdapters) },
        1,
      );
      looked += one.looked;
      known.set(key, one.found[0]);
    }
    return known.get(key);
  };
  const found: Label[] = [];
  for (const { piece, end } of question.avoid?.includes('tee') ? [] : index.into(question.port)) {
    if (piece.kind !== 'tee' || piece.ends.length !== 3) continue;
    const [x, y] = piece.ends.filter((_, i) => i !== end) as [Opening, Opening];
    for (const [one, other] of [
      [arm(x, 1), arm(y, 2)],
      [arm(y, 1), arm(x, 2)],
    ]) {
      if (!one || !other) continue;
      const tee = taken(start(question.port), { do: 'tee', item: piece }, { leak: 1, piece: true, price: piece.price });
      found.push(both(tee, one, other));
    }
  }
  const distinct = new Map(
    found
      .sort((a, b) => (before(a, b) ? -1 : before(b, a) ? 1 : 0))
      .reverse()
      .map((l) => [signature(l), l]),
  );
  return { found: [...distinct.values()].reverse().slice(0, TOLD), looked };
}

/** The tee with both of its arms: their steps one after the other, each told as its line’s. */
function both(tee: Label, one: Label, other: Label): Label {
  const sum = (of: (label: Label) => number): number => of(tee) + of(one) + of(other);
  const figures: Figures = {
    leakJoints: sum((l) => l.leakJoints),
    pieces: sum((l) => l.pieces),
    minutes: sum((l) => l.minutes),
    price: sum((l) => l.price),
    unpriced: sum((l) => l.unpriced),
    lacking: sum((l) => l.lacking),
    needs: [...one.needs, ...other.needs],
    done: true,
  };
  const arms = [
    ...stepsOf(one).map((s): RouteStep => ({ ...s, line: 1 })),
    ...stepsOf(other).map((s): RouteStep => ({ ...s, line: 2 })),
  ];
  const whole = { ...figures, cost: costOf(figures) };
  return arms.reduce((from: Label, step): Label => ({ ...whole, open: tee.open, step, from }), tee);
}

/** From two pieces in a row on they shake; a flare that most road rules do not take for brakes is not acceptable. */
function routeOf(label: Label, { count }: FittingIndex): Route {
  const { leakJoints, minutes, price, unpriced, lacking, needs } = label;
  const steps = stepsOf(label);
  const adapters = steps.filter((s) => s.do === 'adapter' || s.do === 'union').length;
  const single = steps.some((s) => s.do === 'reflare' && (s.seat === 'flare-37' || s.seat === 'flare-45'));
  const doubts: RouteDoubt[] = [
    ...(adapters > 1 ? (['stacked', 'shakes'] as const) : []),
    ...(lacking > 0 ? (['no-tool'] as const) : []),
    ...(single ? (['single-flare'] as const) : []),
    ...(steps.some((s) => s.do === 'reflare' && !s.item) && count > 0 ? (['no-nut'] as const) : []),
    ...(steps.some((s) => s.do === 'made-line' && s.item?.lengthMm === undefined) ? (['length'] as const) : []),
    ...(unpriced > 0 ? (['no-price'] as const) : []),
  ];
  return {
    steps,
    leakJoints,
    adapters,
    minutes,
    ...(unpriced === 0 ? { price: Math.round(price * 100) / 100 } : {}),
    acceptable: !single,
    doubts,
    needs: LINE_OPERATIONS.filter((operation) => needs.includes(operation)),
  };
}
