import { createHash } from 'node:crypto';
import { mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { deserialize, serialize } from 'node:v8';
import { patchPool, type Pool, poolBuilder } from '@kerabat/core/find/identify';
import { ATTRIBUTES, findAttribute } from '@kerabat/core/named/attribute';
import type { Fact, UnitKind } from '@kerabat/core/named/unit';
import { stampOf } from '../../base/db/kept.js';
import type { Db } from '../../base/db/open.js';

/**
 * The pools of a catalogue, kept in memory and brought up by the units that were written since; large ones on the disk
 * too.
 */

/** Attribute, position, number and text of one fact; neither number nor text is "has none". */
type FactOfPool = readonly [attribute: string, position: string, num: number | null, txt: string | null];

interface UnitRow {
  readonly unit: string;
  readonly touched: number;
  readonly facts: string;
}

const KINDS = `kind IN (SELECT value FROM json_each(?))`;
// A unit's facts come as one value: a hundred thousand rows cross into JavaScript far sooner than two million.
const UNIT = `SELECT key AS unit, touched,
    (SELECT json_group_array(json_array(attribute, position, num, txt)) FROM unit_fact WHERE unit_id = unit.id)
  AS facts FROM unit`;
/** Small enough that the sum of a million of them is exact. */
const MODULUS = 1_000_000_007;
const SQL = {
  all: `${UNIT} WHERE ${KINDS} ORDER BY key`,
  since: `${UNIT} WHERE ${KINDS} AND touched >= ? ORDER BY key LIMIT (? + 0)`,
  before: `SELECT COUNT(*) AS n, COALESCE(SUM(touched % ${MODULUS}), 0) AS sum FROM unit WHERE ${KINDS} AND
    touched < ?`,
};

/** More units than this are read anew all together. */
const PATCHED = 3000;
/** A pool of so many units is worth a file. */
const WORTH_A_FILE = 2000;

/** A pool with when each of its units was last written. */
interface Kept {
  readonly pool: Pool;
  readonly touched: Float64Array;
  /** The highest of them: those that have it are looked at again. */
  readonly last: number;
  /** The facts of those, as they were read. */
  readonly lastFacts: ReadonlyMap<string, string>;
}

export function poolKeeper(db: Db) {
  const all = db.prepare<[string], UnitRow>(SQL.all);
  const since = db.prepare<[string, number, number], UnitRow>(SQL.since);
  const before = db.prepare<[string, number], { n: number; sum: number }>(SQL.before);
  const stamp = stampOf(db);
  const known = new Map<string, { stamp: string; kept: Kept }>();
  const file = db.memory
    ? undefined
    : (kinds: string): string => join(dirname(db.name), 'pools', `${nameOf(kinds)}.pool`);

  const readAll = (kinds: string): Kept => {
    const builder = poolBuilder();
    const touched: number[] = [];
    let last = 0;
    let lastFacts = new Map<string, string>();
    for (const row of all.iterate(kinds)) {
      builder.add(row.unit, factsOf(row.facts));
      touched.push(row.touched);
      if (row.touched > last) [last, lastFacts] = [row.touched, new Map()];
      if (row.touched === last) lastFacts.set(row.unit, row.facts);
    }
    return { pool: builder.done(), touched: Float64Array.from(touched), last, lastFacts };
  };

  /** What was kept, brought up; undefined when too much was written, or something else than what was kept is there. */
  const broughtUp = (kinds: string, was: Kept): Kept | undefined => {
    const rows = since.all(kinds, was.last, PATCHED + 1);
    if (rows.length > PATCHED) return undefined;
    const written = new Set(rows.map((row) => row.unit));
    const { n, sum } = before.get(kinds, was.last) ?? { n: -1, sum: -1 };
    let [left, leftSum] = [0, 0];
    was.pool.units.forEach((unit, i) => {
      if (written.has(unit)) return;
      left++;
      leftSum += (was.touched[i] as number) % MODULUS;
    });
    // Units that went, and a catalogue that was put back from a copy, do not add up.
    if (left !== n || leftSum !== sum) return undefined;
    const changed = rows.filter((row) => was.lastFacts.get(row.unit) !== row.facts);
    if (changed.length === 0) return was;
    const pool = patchPool(
      was.pool,
      changed.map((row) => ({ id: row.unit, facts: factsOf(row.facts) })),
    );
    const at = new Map(was.pool.units.map((unit, i) => [unit, was.touched[i] as number]));
    for (const row of rows) at.set(row.unit, row.touched);
    const last = Math.max(...rows.map((row) => row.touched));
    const lastFacts = new Map(rows.filter((row) => row.touched === last).map((row) => [row.unit, row.facts]));
    return { pool, touched: Float64Array.from(pool.units, (unit) => at.get(unit) ?? 0), last, lastFacts };
  };

  return (kinds: readonly UnitKind[]): Pool => {
    const [key, now] = [JSON.stringify([...kinds].sort()), stamp()];
    const there = known.get(key);
    if (there?.stamp === now) return there.kept.pool;
    const path = file?.(key);
    const was = there?.kept ?? (path === undefined ? undefined : load(path));
    const kept = (was && broughtUp(key, was)) ?? readAll(key);
    known.set(key, { stamp: now, kept });
    if (path !== undefined && kept.pool.units.length >= WORTH_A_FILE && (was === undefined || kept !== was))
      setImmediate(() => save(path, kept));
    return kept.pool;
  };
}

function factsOf(json: string): Fact[] {
  const known: Fact[] = [];
  for (const [name, position, num, txt] of JSON.parse(json) as FactOfPool[]) {
    // Attributes that this version does not know are left out.
    const row = findAttribute(name);
    if (row)
      known.push({ attribute: row.name, value: num ?? txt, source: '', ...(position === '' ? {} : { position }) });
  }
  return known;
}

/** Which program wrote a file: another one may know other attributes, or keep pools in another form. */
const FORM = createHash('sha256')
  .update(`3 ${process.version} ${ATTRIBUTES.map((a) => `${a.name}/${a.kind}`).join()}`)
  .digest();
const nameOf = (kinds: string): string => (JSON.parse(kinds) as string[]).join('+');

/** A pool as it was kept; undefined when there is none, or a file that was not written whole by this very program. */
function load(path: string): Kept | undefined {
  let bytes: Buffer;
  try {
    bytes = readFileSync(path);
  } catch {
    // There is none yet: it is read from the catalogue, as before.
    return undefined;
  }
  const [form, sum, body] = [bytes.subarray(0, 32), bytes.subarray(32, 64), bytes.subarray(64)];
  if (!form.equals(FORM) || !sum.equals(createHash('sha256').update(body).digest())) return undefined;
  return deserialize(body) as Kept;
}

/**
 * Keeps a pool for the next start. It is only a copy: where it cannot be written, the next start reads the catalogue.
 */
function save(path: string, kept: Kept): void {
  const body = serialize(kept);
  try {
    mkdirSync(dirname(path), { recursive: true, mode: 0o700 });
    writeFileSync(`${path}.part`, Buffer.concat([FORM, createHash('sha256').update(body).digest(), body]), {
      mode: 0o600,
    });
    renameSync(`${path}.part`, path);
  } catch {
    // A directory that can only be read, or a full disk: nothing rests on this file.
  }
}
