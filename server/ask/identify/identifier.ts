import type { IdentifyAnswer } from '@kerabat/contract';
import { type Candidate, type Fitted, identify, type UnitIs } from '@kerabat/core/find/identify';
import { type GeometrySearch, interchangeByGeometry } from '@kerabat/core/find/interchange';
import type { Settings } from '@kerabat/core/named/settings';
import type { UnitKind } from '@kerabat/core/named/unit';
import type { Evidence } from '@kerabat/core/vehicle/reading';
import { keeper, stampOf } from '../../base/db/kept.js';
import type { Db } from '../../base/db/open.js';
import { unitStore } from '../../catalogue/records/units.js';
import type { GeometryAsk } from '../interchange/needs.js';
import { interchangeStore } from '../interchange/store.js';
import { poolKeeper } from './pools.js';

/** What is asked of the engine. It crosses to a worker thread: plain values only. */
export interface IdentifyAsk {
  readonly kinds: readonly UnitKind[];
  readonly evidence: readonly Evidence[];
  readonly fitted: readonly Fitted[];
  readonly built?: string;
  readonly unitIs: UnitIs;
  readonly limit: number;
  readonly settings: Settings;
}

export type { GeometryAsk };

const SQL = {
  // Whether a pool is large is all that is asked: nobody waits until the last of a million is counted.
  count: `SELECT COUNT(*) AS n FROM (SELECT 1 FROM unit WHERE kind IN (SELECT value FROM json_each(?)) LIMIT 5000)`,
};

/** So many answers are kept. */
const ANSWERS = 100;
/** More classes than this are not worth keeping. */
const MOST_CLASSES = 20_000;

/** The pools of a catalogue, kept in memory until the catalogue changes, and the engine over them. */
export function identifier(db: Db) {
  const count = db.prepare<[string], { n: number }>(SQL.count);
  const units = unitStore(db);
  const interchange = interchangeStore(db);
  const pool = poolKeeper(db);
  const sizeOf = keeper(db)((kinds) => count.get(kinds)?.n ?? 0);
  const size = (kinds: readonly UnitKind[]): number => sizeOf(JSON.stringify([...kinds].sort()));
  const stamp = stampOf(db);

  let answers: { readonly stamp: string; readonly known: Map<string, IdentifyAnswer> } = {
    stamp: '',
    known: new Map(),
  };
  let classes: { readonly key: string; readonly of: Map<string, string> } | undefined;
  /** The interchange class of a unit, by its first member; kept until the catalogue or the settings changes. */
  function classesOf(settings: Settings): (id: string) => string {
    const key = `${stamp()} ${JSON.stringify(settings)}`;
    if (classes?.key !== key || classes.of.size > MOST_CLASSES) classes = { key, of: new Map() };
    const { of } = classes;
    return (id) => {
      const known = of.get(id) ?? [...interchange.sameUnits(id, settings)].sort()[0] ?? id;
      of.set(id, known);
      return known;
    };
  }

  return {
    size,
    /** Reads a pool ahead of the first question for it. */
    warm: (kinds: readonly UnitKind[]): void => void pool(kinds),
    geometry: ({ unitId, kind, without, limit, settings, anyBore }: GeometryAsk): GeometrySearch =>
      interchangeByGeometry(pool([kind]), unitId, kind, settings, limit, new Set(without), anyBore),
    /**
     * The same question about the same catalogue has the same answer: a job asks about all its places whenever one of
     * them changes.
     */
    answer(ask: IdentifyAsk): IdentifyAnswer {
      const now = stamp();
      if (answers.stamp !== now || answers.known.size >= ANSWERS) answers = { stamp: now, known: new Map() };
      const question = JSON.stringify(ask);
      const known = answers.known.get(question) ?? this.workOut(ask);
      answers.known.set(question, known);
      return known;
    },
    workOut(ask: IdentifyAsk): IdentifyAnswer {
      const classOf = classesOf(ask.settings);
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
        possible: [...found.possible],
        marks: found.marks.map(({ attribute, of }) => ({ attribute, of: [...of] })),
        didYouRead: [...found.didYouRead],
        nextChecks: found.nextChecks.map((check) => ({ ...check, answers: [...check.answers] })),
      };
    },
  };
}

export type Identifier = ReturnType<typeof identifier>;

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
