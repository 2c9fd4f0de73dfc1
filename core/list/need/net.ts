import type { View } from '../../judge/check/index.js';
import type { BoxItem } from '../../vehicle/chain/index.js';
import { assign } from './assign.js';
import type { Bag, Foreseen, Have, List, ListLine, ListSection, Need, Sized } from './types.js';
import { leftOver } from './wants.js';

/**
 * Needs less haves. One physical thing may be asked for by several writers (the chain counts a tee that a fix brings
 * and a conversion foresees): those are laid over each other first, so that each thing is counted once. What lies in
 * boxes is then given to things so that as much as possible is covered, and what is left is ordered, moved over, made
 * or asked about. Both steps are largest flows, so that no line could be left out.
 */

/** One physical thing, so many times, with everything that asks for it. */
interface Thing extends Sized {
  readonly item: Need['item'];
  readonly unit?: string;
  readonly quantity: number;
  readonly section: ListSection;
  /** Parts of the chain that it goes on. */
  readonly at: readonly string[];
  readonly needs: readonly string[];
  readonly foreseen: readonly string[];
}

/** Items that only their words tell apart. */
const NAMELESS: ReadonlySet<Need['item']> = new Set<Need['item']>(['other', 'work', 'tool']);
/** Bottles of one grade come in sizes, and a valve is what it is for: each that was foreseen is a line of its own. */
const BY_WRITER: ReadonlySet<Need['item']> = new Set<Need['item']>([...NAMELESS, 'fluid', 'valve']);
/** Made or bought to the length of its place: two of them are one line only where they are the two sides of an axle. */
const MADE_TO_PLACE: ReadonlySet<Need['item']> = new Set<Need['item']>(['line', 'hose']);
const withoutSide = (id: string): string => id.replace(/-(left|right)/g, '');
const SIZES = ['thread', 'seat', 'tube', 'grade', 'ends'] as const;
/** Sizes within so many millimetres are one: rings and hoses are sold by whole millimetres. */
const ONE_SIZE_MM = 0.5;

/** Whether two things could be the same one, as far as both say it. */
function alike(a: Sized & { item: Need['item'] }, b: Sized & { item: Need['item'] }): boolean {
  if (a.item !== b.item || NAMELESS.has(a.item)) return false;
  if (SIZES.some((name) => a[name] !== undefined && b[name] !== undefined && a[name] !== b[name])) return false;
  return a.sizeMm === undefined || b.sizeMm === undefined || Math.abs(a.sizeMm - b.sizeMm) <= ONE_SIZE_MM;
}

const sizesOf = ({ thread, seat, tube, grade, sizeMm, ends }: Sized): Sized => ({
  ...(ends === undefined ? {} : { ends }),
  ...(thread === undefined ? {} : { thread }),
  ...(seat === undefined ? {} : { seat }),
  ...(tube === undefined ? {} : { tube }),
  ...(grade === undefined ? {} : { grade }),
  ...(sizeMm === undefined ? {} : { sizeMm }),
});
const specified = (thing: Sized): number => Object.keys(sizesOf(thing)).length;

/**
 * Lays what was foreseen over the things that are counted: what is the same thing is one, and what is left over is a
 * thing too.
 */
function overlay(things: readonly Thing[], foreseen: readonly Foreseen[]): Thing[] {
  const here = (f: Foreseen, t: Thing): boolean =>
    alike(f, t) && (f.at.length === 0 || t.at.length === 0 || f.at.some((place) => t.at.includes(place)));
  // What a fix moves over is all of it: then nothing of it is ordered.
  const goes = (f: Foreseen, t: Thing): boolean =>
    t.section === 'order' &&
    (f.section === 'order' ||
      f.section === 'words' ||
      f.section === 'perhaps' ||
      (f.section === 'move' && f.quantity === t.quantity));
  const flow = assign(
    foreseen,
    things,
    (f, t) => goes(f, t) && here(f, t),
    (_f, a, b) => specified(b) - specified(a),
  );
  const covered = things.map((thing, j): Thing => {
    const by = foreseen.filter((_, i) => (flow[i]?.[j] ?? 0) > 0);
    const whole = by.find((f) => (flow[foreseen.indexOf(f)]?.[j] ?? 0) === thing.quantity);
    return by.length === 0
      ? thing
      : {
          ...thing,
          ...(whole
            ? { ...sizesOf(whole), ...sizesOf(thing), section: whole.section === 'move' ? 'move' : thing.section }
            : {}),
          foreseen: [...thing.foreseen, ...by.map((f) => f.key)],
        };
  });
  const left = foreseen.flatMap((f, i): Thing[] => {
    const quantity = f.quantity - (flow[i] ?? []).reduce((sum, n) => sum + n, 0);
    if (quantity <= 0 || f.section === 'words') return [];
    return [{ item: f.item, ...sizesOf(f), quantity, section: f.section, at: f.at, needs: [], foreseen: [f.key] }];
  });
  return [...covered, ...left];
}

interface Boxed extends BoxItem {
  readonly place: string;
  readonly quantity: number;
}

/**
 * A box item that is there and could be the thing. One that does not say for what it is made is meant for its own unit.
 * A bottle whose grade and amount no box tells covers nothing: too little fluid would be ordered.
 */
const covers = (thing: Thing, box: Boxed): boolean =>
  box.presence === 'with' &&
  box.item !== 'fluid' &&
  (alike(thing, box) || bleeds(thing, box)) &&
  (isMadeFor(box, thing) || thing.at.includes(box.place));
/** A plug of the port's thread bleeds it on the bench as a fitting with its hose does. */
const bleeds = (thing: Thing, box: Boxed): boolean =>
  thing.item === 'bench-bleed' && box.item === 'plug' && box.thread !== undefined && box.thread === thing.thread;
const isMadeFor = (box: Sized, thing: Sized): boolean =>
  SIZES.some((name) => box[name] !== undefined && box[name] === thing[name]) ||
  (box.sizeMm !== undefined && thing.sizeMm !== undefined);

/**
 * The parts list of needs and of what writers foresee, in rounds: each round of writers is laid over what is counted
 * already.
 */
export function net(
  needs: readonly Need[],
  rounds: readonly (readonly Foreseen[])[],
  view: View,
  stays: ReadonlySet<string>,
  bags: readonly Bag[] = [],
): List {
  const counted = needs.map((need): Thing => ({
    item: need.item,
    ...(need.unit === undefined ? {} : { unit: need.unit }),
    ...sizesOf(need),
    quantity: need.quantity,
    section: need.item === 'unit' && need.at.some((place) => stays.has(place)) ? 'stays' : 'order',
    at: need.at,
    needs: [need.id],
    foreseen: [],
  }));
  const things = rounds.reduce<Thing[]>(overlay, counted);
  const inBoxes = [...view.then.putBy.values()].map((put): Bag => ({
    place: put.at,
    items: stays.has(put.at) ? [] : (put.box ?? []),
  }));
  const boxes = [...inBoxes, ...bags].flatMap(({ place, items }) =>
    items.map((box): Boxed => ({ ...box, place, quantity: box.quantity ?? Number.MAX_SAFE_INTEGER })),
  );
  const orders = things.filter((thing) => thing.section === 'order');
  const flow = assign(orders, boxes, covers, (_t, a, b) => specified(b) - specified(a));

  const haves: Have[] = [];
  const lines = new Map<string, ListLine & { quantity: number; needs: string[]; foreseen: string[] }>();
  const add = (section: ListSection, thing: Thing, quantity: number): void => {
    if (quantity <= 0) return;
    // What is made, moved or done is told apart by who foresaw it.
    const own =
      MADE_TO_PLACE.has(thing.item) && thing.needs.length > 0
        ? thing.at.map(withoutSide).join(' ')
        : BY_WRITER.has(thing.item) || (thing.needs.length === 0 && section !== 'order')
          ? thing.foreseen.join(' ')
          : '';
    const key = JSON.stringify([section, thing.item, thing.unit, sizesOf(thing), own]);
    const line = lines.get(key);
    if (line) {
      line.quantity += quantity;
      line.needs.push(...thing.needs);
      line.foreseen.push(...thing.foreseen);
      return;
    }
    const { item, unit } = thing;
    lines.set(key, {
      section,
      item,
      ...(unit === undefined ? {} : { unit }),
      ...sizesOf(thing),
      quantity,
      needs: [...thing.needs],
      foreseen: [...thing.foreseen],
    });
  };
  for (const thing of things) {
    const taken = (flow[orders.indexOf(thing)] ?? []).reduce((sum, n) => sum + n, 0);
    let open = taken;
    for (const need of needs.filter(({ id }) => thing.needs.includes(id))) {
      const quantity = Math.min(open, need.quantity);
      if (quantity > 0) haves.push({ need: need.id, from: 'box', quantity });
      open -= quantity;
    }
    add('box', thing, taken);
    const rest = thing.quantity - taken;
    const section = sectionOf(thing, boxes, view);
    const from = section === 'move' ? 'moved' : section === 'stays' ? 'stays' : undefined;
    if (from !== undefined && rest > 0) for (const need of thing.needs) haves.push({ need, from, quantity: rest });
    add(section, thing, rest);
  }
  return {
    needs,
    haves,
    list: [...lines.values()].map(({ foreseen, ...line }) => (foreseen.length === 0 ? line : { ...line, foreseen })),
  };
}

/** Where what no box covers comes from. */
function sectionOf(thing: Thing, boxes: readonly Boxed[], view: View): ListSection {
  if (thing.section !== 'order' || thing.item === 'unit') return thing.section;
  const here = boxes.filter((box) => thing.at.includes(box.place) && alike(thing, box));
  if (here.some((box) => box.presence === 'not-known') && !here.some((box) => box.presence === 'with')) return 'ask';
  const leftOut = here.find((box) => box.presence === 'without');
  return (leftOut && leftOver(thing.item, leftOut.place, view)) ?? 'order';
}
