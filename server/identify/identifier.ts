import type { IdentifyAnswer } from '@kerabat/contract';
import { findAttribute } from '@kerabat/core/attribute';
import {
  identify,
  poolBuilder,
  type Candidate,
  type Evidence,
  type Fitted,
  type Pool,
  type UnitIs,
} from '@kerabat/core/identify';
import { kinByGeometry, type GeometrySearch } from '@kerabat/core/kin';
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

/** What is asked of the search by geometry. */
export interface GeometryAsk {
  readonly unitId: string;
  readonly kind: UnitKind;
  readonly without: readonly string[];
  readonly limit: number;
  readonly practice: Practice;
}

/** Attribute, position, number and text of one fact; neither number nor text is "has none". */
type FactOfPool = readonly [attribute: string, position: string, num: number | null, txt: string | null];

const SQL = {
  // A unit's facts come as one value: a hundred thousand rows cross into JavaScript far sooner than two million.
  facts: `SELECT key AS unit,
      (SELECT json_group_array(json_array(attribute, position, num, txt)) FROM unit_fact WHERE unit_id = unit.id) AS facts
    FROM unit WHERE kind IN (SELECT value FROM json_each(?)) ORDER BY key`,
  // Whether a pool is large is all that is asked: nobody waits until the last of a million is counted.
  count: `SELECT COUNT(*) AS n FROM (SELECT 1 FROM unit WHERE kind IN (SELECT value FROM json_each(?)) LIMIT 5000)`,
  changes: `SELECT total_changes() AS n`,
};

/** So many answers are kept. */
const ANSWERS = 100;
/** More classes than this are not worth keeping. */
const MOST_CLASSES = 20_000;

/** The pools of a catalogue, kept in memory until the catalogue changes, and the engine over them. */
export function identifier(db: Db) {
  const facts = db.prepare<[string], { unit: string; facts: string }>(SQL.facts);
  const count = db.prepare<[string], { n: number }>(SQL.count);
  const changes = db.prepare<[], { n: number }>(SQL.changes);
  const units = unitStore(db);
  const kin = kinStore(db);
  const pool = kept((key) => readPool(facts.iterate(key)));
  const size = kept((key) => count.get(key)?.n ?? 0);

  /** Changes with every write to the catalogue, by this connection or another. */
  const stamp = (): string => `${String(db.pragma('data_version', { simple: true }))}/${changes.get()?.n ?? 0}`;

  /** What is read of a set of kinds, kept until the catalogue changes. */
  function kept<T>(read: (key: string) => T): (kinds: readonly UnitKind[]) => T {
    const known = new Map<string, { readonly stamp: string; readonly value: T }>();
    return (kinds) => {
      const [key, now] = [JSON.stringify([...kinds].sort()), stamp()];
      const before = known.get(key);
      if (before?.stamp === now) return before.value;
      const value = read(key);
      known.set(key, { stamp: now, value });
      return value;
    };
  }

  let answers: { readonly stamp: string; readonly known: Map<string, IdentifyAnswer> } = {
    stamp: '',
    known: new Map(),
  };
  let classes: { readonly key: string; readonly of: Map<string, string> } | undefined;
  /** The interchange class of a unit, by its first member; kept until the catalogue or the practice changes. */
  function classesOf(practice: Practice): (id: string) => string {
    const key = `${stamp()} ${JSON.stringify(practice)}`;
    if (classes?.key !== key || classes.of.size > MOST_CLASSES) classes = { key, of: new Map() };
    const { of } = classes;
    return (id) => {
      const known = of.get(id) ?? [...kin.sameUnits(id, practice)].sort()[0] ?? id;
      of.set(id, known);
      return known;
    };
  }

  return {
    size,
    /** Reads a pool ahead of the first question for it. */
    warm: (kinds: readonly UnitKind[]): void => void pool(kinds),
    geometry: ({ unitId, kind, without, limit, practice }: GeometryAsk): GeometrySearch =>
      kinByGeometry(pool([kind]), unitId, kind, practice, limit, new Set(without)),
    /** The same question about the same catalogue has the same answer: a job asks about all its places whenever one of them changes. */
    answer(ask: IdentifyAsk): IdentifyAnswer {
      const now = stamp();
      if (answers.stamp !== now || answers.known.size >= ANSWERS) answers = { stamp: now, known: new Map() };
      const question = JSON.stringify(ask);
      const known = answers.known.get(question) ?? this.workOut(ask);
      answers.known.set(question, known);
      return known;
    },
    workOut(ask: IdentifyAsk): IdentifyAnswer {
      const classOf = classesOf(ask.practice);
      const found = identify(pool(ask.kinds), { ...ask, classOf });
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
        eliminated: found.eliminated.map((c) => ({
          ...named(c),
          because: c.disagrees.length > 0 ? [...c.disagrees] : [...c.unrecorded],
        })),
        didYouRead: [...found.didYouRead],
        nextChecks: found.nextChecks.map((check) => ({ ...check, answers: [...check.answers] })),
      };
    },
  };
}

export type Identifier = ReturnType<typeof identifier>;

function readPool(rows: Iterable<{ readonly unit: string; readonly facts: string }>): Pool {
  const builder = poolBuilder();
  for (const { unit, facts } of rows) {
    const known: Fact[] = [];
    for (const [name, position, num, txt] of JSON.parse(facts) as FactOfPool[]) {
      // Attributes that this version does not know are left out.
      const row = findAttribute(name);
      if (row)
        known.push({ attribute: row.name, value: num ?? txt, source: '', ...(position === '' ? {} : { position }) });
    }
    builder.add(unit, known);
  }
  return builder.done();
}

function fittedWords(fitted: readonly Fitted[], unitId: string): string {
  const entries = fitted.filter((f) => f.unitId === unitId);
  if (entries.length === 0) return fitted.length === 0 ? '' : 'not recorded for this vehicle';
  return entries
    .map(({ builtFrom, builtTo, option }) => {
      const range =
        builtFrom || builtTo ? `built ${builtFrom ?? 'from the start'} to ${builtTo ?? 'the end'}` : 'all build months';
      return `${range}${option ? `, option ${option}` : ''}`;
    })
    .join('; ');
}
