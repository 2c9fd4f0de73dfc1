import { attribute, type AttributeName } from '../../named/attribute/index.js';
import type { Fact, UnitDesign } from '../../named/unit/index.js';
import { markKey, slotKey } from '../../vehicle/reading/index.js';

/** A recorded value: null is "has none". */
export type Answer = number | string | null;

/** One attribute (of one port) over the whole pool. */
export interface Column {
  readonly attribute: AttributeName;
  readonly position?: string;
  /** For each unit 0 when it is not recorded, otherwise 1 + the place of its value among the answers. */
  readonly codes: Uint32Array;
  /** The units that it is recorded for, where they are few: then a sum needs only these. */
  readonly recorded?: Uint32Array;
  /** The different recorded values, in the order in which the pool has them. */
  readonly answers: readonly Answer[];
  /** For marks: each answer as it is compared, without spaces and punctuation. */
  readonly keys?: readonly (string | undefined)[];
  /** For a bore: what each answer reads like at the mouth, where that is another size. */
  readonly mouths?: readonly (number | undefined)[];
  /** The same thing under another name of its place: it can be told so, but is not worth proposing as a check. */
  readonly alias?: true;
}

/**
 * The units that may stand in a place, attribute by attribute. It is fixed before any evidence, and small: a hundred
 * thousand units with thirty attributes take some ten megabytes. Units are in the order of their ids, so that a tie
 * between two places is always broken the same way.
 */
export interface Pool {
  readonly units: readonly string[];
  readonly columns: ReadonlyMap<string, Column>;
  /** The ports of each unit whose ports are all recorded. */
  readonly ports: readonly (readonly string[] | undefined)[];
}

/** A unit of a vehicle's record: when and with which option it was fitted. */
export interface Fitted {
  readonly unitId: string;
  readonly builtFrom: string | null;
  readonly builtTo: string | null;
  readonly option: string | null;
}

interface Growing {
  readonly attribute: AttributeName;
  readonly position?: string;
  codes: number[] | Uint32Array;
  readonly answers: Answer[];
  readonly mouths: (number | undefined)[];
  readonly codeOf: Map<Answer | string, number>;
  /** Marks as they are compared, as far as they were made before. */
  readonly keys?: readonly (string | undefined)[];
}

/** The ports of a unit whose ports are all recorded. */
type Ports = readonly string[] | undefined;

/** Builds a pool one unit at a time, in the order of their ids; throws when the order is broken. */
export function poolBuilder(): { add(id: string, facts: readonly Fact[]): void; done(): Pool } {
  const units: string[] = [];
  const columns = new Map<string, Growing>();
  const ports: Ports[] = [];
  return {
    add(id, facts) {
      const last = units.at(-1);
      if (last !== undefined && last >= id)
        throw new Error(`Units of a pool come in the order of their ids: ${last}, then ${id}`);
      units.push(id);
      ports.push(fill(columns, units.length - 1, facts));
    },
    done() {
      for (const column of columns.values()) {
        const codes = column.codes as number[];
        while (codes.length < units.length) codes.push(0);
        if (isOfPort(column)) for (let i = 0; i < ports.length; i++) markMissingPort(column, i, ports[i], columns);
      }
      return finished(units, columns, ports);
    },
  };
}

/** Writes the facts of one unit into its row. Answers its ports, where all of them are recorded. */
function fill(columns: Map<string, Growing>, place: number, facts: readonly Fact[]): Ports {
  const put = (name: AttributeName, position: string | undefined, value: Answer, mouth?: number): void => {
    const column = columnFor(columns, name, position);
    if (Array.isArray(column.codes)) while (column.codes.length <= place) column.codes.push(0);
    column.codes[place] = codeFor(column, value, mouth);
  };
  const mouth = mouthOf(facts);
  for (const fact of facts)
    put(fact.attribute, fact.position, fact.value, fact.attribute === 'bore' ? mouth : undefined);
  for (const [name, value] of impliedBy(facts)) put(name, undefined, value);
  const all = allPorts(facts);
  if (all?.length === 1)
    for (const fact of facts) if (fact.position === all[0]) put(fact.attribute, 'single', fact.value);
  return all;
}

const isOfPort = ({ position, attribute: name }: Growing): boolean => position !== undefined && name !== 'tube';

function finished(units: readonly string[], columns: ReadonlyMap<string, Growing>, ports: readonly Ports[]): Pool {
  const single = ports.every((p) => p === undefined || p.length !== 1 || p[0] === 'single');
  return {
    units,
    ports,
    columns: new Map(
      [...columns].map(([key, column]) => [key, compact(column, column.position === 'single' && !single)]),
    ),
  };
}

/**
 * A pool with some of its units recorded otherwise, and with units that it did not have: what a whole new reading of
 * all of them would come to, without it. The pool that was stays as it was.
 */
export function patchPool(
  pool: Pool,
  changed: readonly { readonly id: string; readonly facts: readonly Fact[] }[],
): Pool {
  const known = new Set(pool.units);
  const units = [...pool.units, ...changed.map(({ id }) => id).filter((id) => !known.has(id))].sort();
  const places = new Map(units.map((id, i) => [id, i]));
  const moved = Uint32Array.from(pool.units, (id) => places.get(id) ?? 0);
  const columns = new Map([...pool.columns].map(([key, column]) => [key, growing(column, moved, units.length)]));
  const ports: Ports[] = Array<Ports>(units.length).fill(undefined);
  pool.ports.forEach((own, i) => (ports[moved[i] as number] = own));
  const before = new Set(columns.values());
  const touched = changed.map(({ id, facts }) => {
    const place = places.get(id) as number;
    for (const column of columns.values()) if (column.codes.length > place) column.codes[place] = 0;
    ports[place] = fill(columns, place, facts);
    return place;
  });
  for (const column of columns.values()) {
    if (Array.isArray(column.codes)) while (column.codes.length < units.length) column.codes.push(0);
    if (!isOfPort(column)) continue;
    // A port that nobody had before is one that every unit with known ports has not.
    const rows = before.has(column) ? touched : units.keys();
    for (const i of rows) markMissingPort(column, i, ports[i], columns);
  }
  const said = [...columns]
    .map(([key, column]) => [key, pruned(column)] as const)
    .filter(([, column]) => column.answers.length > 0);
  return finished(units, new Map(said), ports);
}

/** A column without the answers that no unit gives any more. */
function pruned(column: Growing): Growing {
  const used = new Uint8Array(column.answers.length + 1);
  for (const code of column.codes) used[code] = 1;
  if (column.answers.every((_, i) => used[i + 1] === 1)) return column;
  const place = new Uint32Array(column.answers.length + 1);
  const left = column.answers.flatMap((_, i) => (used[i + 1] === 1 ? [i] : []));
  left.forEach((i, at) => (place[i + 1] = at + 1));
  return {
    ...column,
    codes: Uint32Array.from(column.codes, (code) => place[code] as number),
    answers: left.map((i) => column.answers[i] ?? null),
    mouths: left.map((i) => column.mouths[i]),
    ...(column.keys === undefined ? {} : { keys: left.map((i) => column.keys?.[i]) }),
  };
}

/** A column as it can be written on, its rows where they are then. */
function growing(column: Column, moved: Uint32Array, size: number): Growing {
  const codes = new Uint32Array(size);
  for (let i = 0; i < moved.length; i++) codes[moved[i] as number] = column.codes[i] as number;
  const mouths = column.answers.map((_, i) => column.mouths?.[i]);
  const { attribute: name, position, answers } = column;
  return {
    attribute: name,
    ...(position === undefined ? {} : { position }),
    codes,
    answers: [...answers],
    ...(column.keys === undefined ? {} : { keys: column.keys }),
    mouths,
    codeOf: new Map(answers.map((answer, i) => [answerKey(answer, mouths[i]), i + 1])),
  };
}

/** A pool of whole unit records, in any order. */
export function poolOf(designs: readonly UnitDesign[]): Pool {
  const builder = poolBuilder();
  for (const unit of [...designs].sort((a, b) => (a.id < b.id ? -1 : 1))) builder.add(unit.id, unit.facts);
  return builder.done();
}

/** Where a unit stands in the pool; -1 when it is not there. */
export function placeOf(pool: Pool, id: string): number {
  let [low, high] = [0, pool.units.length - 1];
  while (low <= high) {
    const middle = (low + high) >> 1;
    const there = pool.units[middle] ?? '';
    if (there === id) return middle;
    if (there < id) low = middle + 1;
    else high = middle - 1;
  }
  return -1;
}

/**
 * What a vehicle's record says of its units, as two more attributes: the option and the build months each belongs to.
 */
export function vehicleColumns(pool: Pool, fitted: readonly Fitted[]): Column[] {
  const column = (name: 'option-code' | 'build-month', valueOf: (f: Fitted) => string | null): Column => {
    const growing = newColumn(name);
    const codes = new Uint32Array(pool.units.length);
    for (const id of new Set(fitted.map((f) => f.unitId))) {
      const values = [...new Set(fitted.filter((f) => f.unitId === id).map(valueOf))];
      const place = placeOf(pool, id);
      // A unit that is fitted both with and without the option says nothing about it.
      if (place < 0 || (values.includes(null) && values.length > 1)) continue;
      codes[place] = codeFor(growing, values[0] === null ? null : values.join(','));
    }
    return { attribute: name, codes, ...recordedOf(codes), answers: growing.answers };
  };
  const made: Column[] = [];
  if (fitted.some((f) => f.option !== null)) made.push(column('option-code', (f) => f.option));
  if (fitted.some((f) => f.builtFrom !== null || f.builtTo !== null))
    made.push(column('build-month', (f) => `${f.builtFrom ?? ''}..${f.builtTo ?? ''}`));
  return made;
}

/** The mouth of a stepped unit is not the bore it is named by. */
function mouthOf(facts: readonly Fact[]): number | undefined {
  const get = (name: AttributeName): Answer | undefined =>
    facts.find((f) => f.attribute === name && f.position === undefined)?.value;
  const mouth = get('mouth') ?? get('bore-large');
  return get('bore-form') === 'stepped' && typeof mouth === 'number' ? mouth : undefined;
}

/** Facts that follow from others: the mouth of a bore, the side of all ports, the size that is cast on the body. */
function impliedBy(facts: readonly Fact[]): [AttributeName, Answer][] {
  const get = (name: AttributeName): Answer | undefined =>
    facts.find((f) => f.attribute === name && f.position === undefined)?.value;
  const implied: [AttributeName, Answer][] = [];
  const bore = get('bore');
  if (bore !== undefined && get('bore-mark') === undefined) implied.push(['bore-mark', bore]);
  const mouth = get('bore-form') === 'stepped' ? get('bore-large') : bore;
  if (mouth !== undefined && get('mouth') === undefined) implied.push(['mouth', mouth]);
  const sides = new Set(portsOf(facts).map((p) => /(?:^|-)(left|right)$/.exec(p)?.[1]));
  if (get('port-side') === undefined && sides.size > 0 && !sides.has(undefined))
    implied.push(['port-side', sides.size === 2 ? 'both' : ([...sides][0] ?? null)]);
  return implied;
}

const portsOf = (facts: readonly Fact[]): string[] => [
  ...new Set(facts.filter((f) => attribute(f.attribute).perPort).flatMap((f) => f.position ?? [])),
];

function allPorts(facts: readonly Fact[]): string[] | undefined {
  const count = facts.find((f) => f.attribute === 'port-count')?.value;
  const ports = portsOf(facts);
  return typeof count === 'number' && ports.length >= count ? ports : undefined;
}

/** A unit whose ports are all known has none where it has none; the one port of a unit is also its "single" one. */
function markMissingPort(column: Growing, i: number, known: Ports, columns: ReadonlyMap<string, Growing>): void {
  if (!known || column.codes[i] !== 0 || known.includes(column.position ?? '')) return;
  const only = known.length === 1 ? known[0] : undefined;
  if (only !== undefined && (column.position === 'single' || only === 'single')) {
    const twin = columns.get(slotKey(column.attribute, only));
    const code = twin?.codes[i] ?? 0;
    column.codes[i] = code === 0 ? 0 : codeFor(column, twin?.answers[code - 1] ?? null);
  } else column.codes[i] = codeFor(column, null);
}

function columnFor(columns: Map<string, Growing>, name: AttributeName, position: string | undefined): Growing {
  const key = slotKey(name, position);
  const known = columns.get(key);
  if (known) return known;
  const made = newColumn(name, position);
  columns.set(key, made);
  return made;
}

const newColumn = (name: AttributeName, position?: string): Growing => ({
  attribute: name,
  ...(position === undefined ? {} : { position }),
  codes: [],
  answers: [],
  mouths: [],
  codeOf: new Map(),
});

const answerKey = (value: Answer, mouth: number | undefined): Answer | string =>
  mouth === undefined ? value : `${String(value)} at the mouth ${mouth}`;

function codeFor(column: Growing, value: Answer, mouth?: number): number {
  const key = answerKey(value, mouth);
  const known = column.codeOf.get(key);
  if (known !== undefined) return known;
  column.answers.push(value);
  column.mouths.push(mouth);
  column.codeOf.set(key, column.answers.length);
  return column.answers.length;
}

/** A column is walked by its recorded units where they are fewer than one in so many. */
const FEW = 4;

/** The places of the recorded units, where they are few. */
function recordedOf(codes: Uint32Array): Pick<Column, 'recorded'> {
  let count = 0;
  for (const code of codes) if (code !== 0) count++;
  if (count * FEW > codes.length) return {};
  const recorded = new Uint32Array(count);
  for (let i = 0, n = 0; n < count; i++) if (codes[i] !== 0) recorded[n++] = i;
  return { recorded };
}

function compact({ codes: grown, codeOf: _codeOf, mouths, keys, ...rest }: Growing, alias: boolean): Column {
  const codes = grown instanceof Uint32Array ? grown : Uint32Array.from(grown);
  return {
    ...rest,
    ...(mouths.some((m) => m !== undefined) ? { mouths } : {}),
    ...(attribute(rest.attribute).kind === 'mark'
      ? { keys: rest.answers.map((a, i) => (typeof a === 'string' ? (keys?.[i] ?? markKey(a)) : undefined)) }
      : {}),
    ...(alias ? { alias } : {}),
    codes,
    ...recordedOf(codes),
  };
}
