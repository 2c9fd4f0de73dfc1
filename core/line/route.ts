import { Heap } from '../search/heap.js';
import { findSeat, type SeatForm } from '../seat/index.js';
import { STANDARD_SETTINGS, type Settings } from '../settings/index.js';
import { endRow, LINE_OPERATIONS, type LineOperation } from './ends.data.js';
import { openingKey, type FittingIndex } from './fittings.js';
import type { Opening, Route, RouteAct, RouteAnswer, RouteDoubt, RouteLine, RouteQuestion, RouteStep } from './route.types.js'; // prettier-ignore
import { interchangeableTubes, tubesFor } from './tubes.data.js';

/**
 * Ways from a port to a line, best first. A search over what is open: a state is an opening (thread, seat, gender), a step joins a
 * piece of the catalogue or makes a new end. Adapters in a row, tools that are not there and joints are labels of a way, since a limit
 * on them does not add up along it.
 */

/** Minutes that a step takes on the bench. Source: practice. */
const MINUTES: Readonly<Record<RouteAct, number>> = { 'screw-in': 5, adapter: 5, union: 5, 'made-line': 25, reflare: 15, tee: 15, plug: 3, 'other-hose': 25 }; // prettier-ignore
/** So many ways are told. */
const TOLD = 6;
/** So many ways to one state are followed; a worse one than these cannot be among the best. */
const PER_STATE = 3;

interface Label {
  readonly open: Opening;
  readonly steps: readonly RouteStep[];
  readonly leakJoints: number;
  /** Pieces between the port and the line. */
  readonly pieces: number;
  readonly minutes: number;
  readonly price: number;
  readonly unpriced: number;
  readonly lacking: number;
  readonly needs: readonly LineOperation[];
  readonly been: ReadonlySet<string>;
  readonly done: boolean;
}

/** What is compared, the weightiest first: a tool that is not there, pieces between, joints that can leak, minutes, price. */
const costOf = (l: Label): readonly number[] => [l.lacking, l.pieces, l.leakJoints, l.minutes, l.unpriced, l.price, l.done ? 0 : 1]; // prettier-ignore
function before(a: Label, b: Label): boolean {
  const [x, y] = [costOf(a), costOf(b)];
  const i = x.findIndex((value, n) => value !== y[n]);
  return i >= 0 && (x[i] as number) < (y[i] as number);
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
  practice: Settings = STANDARD_SETTINGS,
): RouteAnswer {
  const { port, line, second } = question;
  if (!line) return closed(port, index);
  if (line.flare === 'compression' || second?.flare === 'compression')
    return { routes: [], none: 'compression', looked: 0 };
  if (!lineOpening(line) || (second && !lineOpening(second))) return { routes: [], none: 'no-flare', looked: 0 };
  const { found, looked } = second ? teed(question, line, second, index, practice) : search(question, line, index, practice); // prettier-ignore
  const routes = found.map((label) => routeOf(label, index));
  const none = routes.some(({ acceptable }) => acceptable) ? undefined : second ? 'two-lines' : 'no-way';
  return { routes, looked, ...(none === undefined ? {} : { none }) };
}

function closed(port: Opening, index: FittingIndex): RouteAnswer {
  const item = index.plug(port);
  const plug: RouteStep = { do: 'plug', thread: port.thread, ...(item ? { item } : {}) };
  return { routes: [routeOf(taken(start(port), plug, { leak: 1, price: item?.price }), index)], looked: 1 };
}

const start = (open: Opening): Label => ({
  open,
  steps: [],
  leakJoints: 0,
  pieces: 0,
  minutes: 0,
  price: 0,
  unpriced: 0,
  lacking: 0,
  needs: [],
  been: new Set([openingKey(open)]),
  done: false,
});

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
function taken(label: Label, step: RouteStep, { leak, piece, price, needs, lacks, open }: Taken): Label {
  return {
    open: open ?? label.open,
    steps: [...label.steps, step],
    leakJoints: label.leakJoints + leak,
    pieces: label.pieces + (piece ? 1 : 0),
    minutes: label.minutes + MINUTES[step.do],
    price: label.price + (price ?? 0),
    unpriced: label.unpriced + (price === undefined ? 1 : 0),
    lacking: label.lacking + (lacks ? 1 : 0),
    needs: needs === undefined ? label.needs : [...label.needs, needs],
    been: open ? new Set([...label.been, openingKey(open)]) : label.been,
    done: open === undefined,
  };
}

type Scope = Pick<RouteQuestion, 'have' | 'avoid' | 'port'>;

/** Best-first over what is open. It ends by itself: no state is met twice on one way, and pieces in a row are limited. */
function search(question: Scope, line: RouteLine, index: FittingIndex, practice: Settings, most = TOLD) {
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
    const state = `${openingKey(label.open)} ${label.pieces}`;
    const times = met.get(state) ?? 0;
    if (times >= PER_STATE) continue;
    met.set(state, times + 1);
    looked++;
    for (const next of ends(label, question, line, index)) queue.push(next);
    if (label.pieces < practice.lineMostAdapters) for (const next of pieces(label, question, index)) queue.push(next);
  }
  return { found: [...found.values()], looked };
}

/** Two ways are one where the same is done with the same threads and seats. */
const signature = ({ steps }: Label): string =>
  steps.map((s) => `${s.do} ${s.thread ?? ''} ${s.seat ?? ''} ${s.line ?? ''} ${s.item?.ends.map(openingKey).join(',') ?? ''}`).join(' > '); // prettier-ignore

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
  yield taken(label, { do: 'reflare', thread: open.thread, seat: open.seat, ...(item ? { item } : {}) }, { leak: 1, price: item?.price, needs: operation, lacks }); // prettier-ignore
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
    yield taken(label, { do: kind === 'line' ? 'made-line' : 'other-hose', item: piece, thread: label.open.thread, seat: label.open.seat }, { leak: 2, price: piece.price }); // prettier-ignore
  }
}

/** Pieces between: an adapter, an inline connector, a short made-up line that leads on. */
function* pieces(label: Label, { avoid = [] }: Scope, index: FittingIndex): Generator<Label> {
  for (const { piece, end } of index.into(label.open)) {
    const open = piece.ends[end === 0 ? 1 : 0];
    if (piece.ends.length !== 2 || !open || piece.kind === 'hose' || avoid.includes(piece.kind)) continue;
    if (label.been.has(openingKey(open))) continue;
    const act = piece.kind === 'line' ? 'made-line' : piece.kind === 'union' ? 'union' : 'adapter';
    yield taken(label, { do: act, item: piece, thread: open.thread, seat: open.seat }, { leak: 1, piece: true, price: piece.price, open }); // prettier-ignore
  }
}

/** Two lines to one port: a tee, and from each of its arms the best way to a line. */
function teed(question: RouteQuestion, line: RouteLine, second: RouteLine, index: FittingIndex, practice: Settings) {
  let looked = 1;
  const known = new Map<string, Label | undefined>();
  const arm = (open: Opening, to: 1 | 2): Label | undefined => {
    const key = `${openingKey(open)} ${to}`;
    if (!known.has(key)) {
      const one = search({ ...question, port: open }, to === 1 ? line : second, index, { ...practice, lineMostAdapters: Math.min(1, practice.lineMostAdapters) }, 1); // prettier-ignore
      looked += one.looked;
      known.set(key, one.found[0]);
    }
    return known.get(key);
  };
  const found: Label[] = [];
  for (const { piece, end } of question.avoid?.includes('tee') ? [] : index.into(question.port)) {
    if (piece.kind !== 'tee' || piece.ends.length !== 3) continue;
    const [x, y] = piece.ends.filter((_, i) => i !== end) as [Opening, Opening];
    for (const [one, other] of [[arm(x, 1), arm(y, 2)], [arm(y, 1), arm(x, 2)]]) {
      if (!one || !other) continue;
      const tee = taken(start(question.port), { do: 'tee', item: piece }, { leak: 1, piece: true, price: piece.price });
      found.push(both(tee, one, other));
    }
  } // prettier-ignore
  const distinct = new Map(found.sort((a, b) => (before(a, b) ? -1 : before(b, a) ? 1 : 0)).reverse().map((l) => [signature(l), l])); // prettier-ignore
  return { found: [...distinct.values()].reverse().slice(0, TOLD), looked };
}

const both = (tee: Label, one: Label, other: Label): Label => ({
  ...tee,
  steps: [...tee.steps, ...one.steps.map((s): RouteStep => ({ ...s, line: 1 })), ...other.steps.map((s): RouteStep => ({ ...s, line: 2 }))], // prettier-ignore
  leakJoints: tee.leakJoints + one.leakJoints + other.leakJoints,
  pieces: tee.pieces + one.pieces + other.pieces,
  minutes: tee.minutes + one.minutes + other.minutes,
  price: tee.price + one.price + other.price,
  unpriced: tee.unpriced + one.unpriced + other.unpriced,
  lacking: tee.lacking + one.lacking + other.lacking,
  needs: [...one.needs, ...other.needs],
  done: true,
});

/** From two pieces in a row on they shake; a flare that most road rules do not take for brakes is not acceptable. */
function routeOf(label: Label, { count }: FittingIndex): Route {
  const { steps, leakJoints, minutes, price, unpriced, lacking, needs } = label;
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
