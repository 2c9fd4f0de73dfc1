import type { IdentifyAnswer } from '@kerabat/contract';
import { findAttribute, type AttributeName } from '@kerabat/core/attribute';
import { identify, poolBuilder, type Candidate, type Evidence, type Fitted, type Pool, type UnitIs } from '@kerabat/core/identify';
import type { Practice } from '@kerabat/core/practice';
import type { Fact, UnitKind } from '@kerabat/core/unit';
import { unitStore } from '../catalogue/units.js';
import type { Db } from '../db/open.js';
import { kinStore } from '../kin/store.js';

/** What is asked of the engine. It crosses to a worker thread: plain values only. */
export interface IdentifyAsk {
  readonly kinds: readonly UnitKind[];
  readonly evidence: readonly Evidence[];
  readonly fitted: readonly Fitted[];
  readonly built?: string;
  readonly unitIs: UnitIs;
  readonly limit: number;
  readonly practice: Practice;
}

interface FactOfPool {
  readonly unit: string;
  readonly attribute: string | null;
  readonly position: string;
  readonly presence: 'recorded' | 'none';
  readonly num: number | null;
  readonly txt: string | null;
}

const SQL = {
  facts: `SELECT u.key AS unit, f.attribute, f.position, f.presence, f.num, f.txt FROM unit u LEFT JOIN unit_fact f ON f.unit_id = u.id
    WHERE u.kind IN (SELECT value FROM json_each(?)) ORDER BY u.key`,
  count: `SELECT COUNT(*) AS n FROM unit WHERE kind IN (SELECT value FROM json_each(?))`,
  changes: `SELECT total_changes() AS n`,
};

/** The pools of a catalogue, kept in memory until the catalogue changes, and the engine over them. */
export function identifier(db: Db) {
  const facts = db.prepare<[string], FactOfPool>(SQL.facts);
  const count = db.prepare<[string], { n: number }>(SQL.count);
  const changes = db.prepare<[], { n: number }>(SQL.changes);
  const units = unitStore(db);
  const kin = kinStore(db);
  const pools = new Map<string, { readonly stamp: string; readonly pool: Pool }>();

  /** Changes with every write to the catalogue, by this connection or another. */
  const stamp = (): string => `${String(db.pragma('data_version', { simple: true }))}/${changes.get()?.n ?? 0}`;

  const poolOfKinds = (kinds: readonly UnitKind[]): Pool => {
    const key = JSON.stringify([...kinds].sort());
    const now = stamp();
    const known = pools.get(key);
    if (known?.stamp === now) return known.pool;
    const pool = readPool(facts.iterate(key));
    pools.set(key, { stamp: now, pool });
    return pool;
  };

  return {
    size: (kinds: readonly UnitKind[]): number => count.get(JSON.stringify(kinds))?.n ?? 0,
    answer(ask: IdentifyAsk): IdentifyAnswer {
      const classOf = (id: string): string => [...kin.sameUnits(id, ask.practice)].sort()[0] ?? id;
      const found = identify(poolOfKinds(ask.kinds), { ...ask, classOf });
      const named = (c: Candidate) => {
        const head = units.head(c.unitId);
        return { unitId: c.unitId, name: head?.name ?? c.unitId, maker: head?.maker ?? '', probability: c.probability };
      };
      return {
        ...found,
        candidates: found.candidates.map((c) => ({
          ...named(c),
          prior: c.prior,
          recorded: c.recorded,
          numbers: units.numbers(c.unitId),
          fitted: fittedWords(ask.fitted, c.unitId),
          agrees: [...c.agrees],
          disagrees: [...c.disagrees],
          unrecorded: [...c.unrecorded],
        })),
        eliminated: found.eliminated.map((c) => ({ ...named(c), because: c.disagrees.length > 0 ? [...c.disagrees] : [...c.unrecorded] })),
        didYouRead: [...found.didYouRead],
        nextChecks: found.nextChecks.map((check) => ({ ...check, answers: [...check.answers] })),
      };
    },
  };
}

export type Identifier = ReturnType<typeof identifier>;

function readPool(rows: Iterable<FactOfPool>): Pool {
  const builder = poolBuilder();
  let unit: string | undefined;
  let facts: Fact[] = [];
  for (const row of rows) {
    if (row.unit !== unit) {
      if (unit !== undefined) builder.add(unit, facts);
      unit = row.unit;
      facts = [];
    }
    // Attributes that this version does not know are left out.
    if (row.attribute === null || !findAttribute(row.attribute)) continue;
    const value = row.presence === 'none' ? null : (row.num ?? row.txt);
    facts.push({ attribute: row.attribute as AttributeName, value, source: '', ...(row.position === '' ? {} : { position: row.position }) });
  }
  if (unit !== undefined) builder.add(unit, facts);
  return builder.done();
}

function fittedWords(fitted: readonly Fitted[], unitId: string): string {
  const entries = fitted.filter((f) => f.unitId === unitId);
  if (entries.length === 0) return fitted.length === 0 ? '' : 'not recorded for this vehicle';
  return entries
    .map(({ builtFrom, builtTo, option }) => {
      const range = builtFrom || builtTo ? `built ${builtFrom ?? 'from the start'} to ${builtTo ?? 'the end'}` : 'all build months';
      return `${range}${option ? `, option ${option}` : ''}`;
    })
    .join('; ');
}
