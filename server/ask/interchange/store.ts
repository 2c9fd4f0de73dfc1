import type { InterchangeAnswer, InterchangeEntry, InterchangeStep } from '@kerabat/contract';
import {
  type InterchangeNode,
  oneUnitWith,
  type Outcomes,
  pathsOfInterchange,
  type Reach,
  type Step,
  walkInterchange,
  wantsReview,
} from '@kerabat/core/find/interchange';
import type { Settings } from '@kerabat/core/named/settings';
import { keeper } from '../../base/db/kept.js';
import type { Db } from '../../base/db/open.js';
import { notFound } from '../../base/http/problem.js';
import { type GraphReader, idOf, interchangeGraph, type NamedNumber } from './graph.js';

const SQL = {
  unitId: `SELECT id FROM unit WHERE key = ?`,
  unitKey: `SELECT key FROM unit WHERE id = ?`,
  numberId: `SELECT id FROM number WHERE id = ?`,
  linkKey: `SELECT 1 AS found FROM link WHERE key = ?`,
  namesKey: `SELECT 1 AS found FROM number n JOIN maker m ON m.id = n.maker_id WHERE m.key = ? AND n.written = ?
    AND n.unit_id IS NOT NULL`,
};

const NO_INTERCHANGE = { entries: [], byGeometry: [], byGeometryCount: 0, truncated: true };

/** A node in an address: "u:12", "n:40". */
export const isNode = (text: string): text is InterchangeNode => /^[un]:\d{1,12}$/.test(text);

/** Whether there is a link of this key, or a number that names a unit. */
function linkFinder(db: Db): (key: string) => boolean {
  const linkKey = db.prepare<[string], { found: 1 }>(SQL.linkKey);
  const namesKey = db.prepare<[string, string], { found: 1 }>(SQL.namesKey);
  return (key) => {
    const names = /^names:([^:]+):(.+)$/.exec(key);
    return (names ? namesKey.get(names[1] ?? '', names[2] ?? '') : linkKey.get(key)) !== undefined;
  };
}

/** Where a walk begins. Throws an HttpProblem where there is no such unit or number. */
function starts(db: Db): (key: string) => InterchangeNode {
  const unitId = db.prepare<[string], { id: number }>(SQL.unitId);
  const numberId = db.prepare<[number], { id: number }>(SQL.numberId);

  /** Where a walk begins: at a unit, or at a number of which no unit is recorded ("n:40"). */
  const startOf = (key: string): InterchangeNode => {
    if (key.startsWith('n:') && isNode(key)) {
      if (!numberId.get(idOf(key))) throw notFound('There is no such number in the catalogue.');
      return key;
    }
    const start = unitId.get(key);
    if (!start) throw notFound(`There is no unit "${key}" in the catalogue.`);
    return `u:${start.id}`;
  };
  return startOf;
}

/**
 * Interchange of a unit: one entry for each unit, with all its numbers; a number without a unit record is an entry of
 * its own.
 */
export function interchangeStore(db: Db, outcomes: () => ReadonlyMap<string, Outcomes> = () => new Map()) {
  const unitId = db.prepare<[string], { id: number }>(SQL.unitId);
  const unitKey = db.prepare<[number], { key: string }>(SQL.unitKey);
  const startOf = starts(db);
  const reader = interchangeGraph(db, outcomes);

  const kept = keeper(db);
  /** Walks that were made, for as long as catalogue, outcomes and settings are what they were. */
  let walks:
    | {
        readonly outcomes: unknown;
        readonly settings: Settings;
        readonly of: (key: string) => InterchangeAnswer['entries'];
      }
    | undefined;

  const store = {
    reader,
    /** `tired`: the limit of work was met before everything was seen. */
    interchange(
      key: string,
      settings: Settings,
      reach: Reach = { depth: settings.interchangeDepth },
    ): { answer: InterchangeAnswer; tired: boolean } {
      const start = startOf(key);
      const graph = reader();
      const interchange = walkInterchange(start, graph.source, settings, reach);
      if (interchange.tired && reach.giveUpAt !== undefined)
        return { answer: { unitId: key, name: '', node: start, ...NO_INTERCHANGE }, tired: true };
      const ownUnit = start.startsWith('u:') ? idOf(start) : undefined;
      graph.read([
        start,
        ...interchange.entries.flatMap((e) => [e.node, ...e.paths.flat().flatMap((step) => [step.from, step.to])]),
      ]);
      const entries = entriesOf(interchange, graph, key, ownUnit);
      const answer = {
        unitId: key,
        name: graph.words(start),
        node: start,
        ...NO_INTERCHANGE,
        entries,
        truncated: interchange.truncated,
      };
      return { answer, tired: interchange.tired };
    },
    /** The cheapest few paths from a unit to one of its interchange. */
    paths(
      key: string,
      target: InterchangeNode,
      settings: Settings,
      count: number,
      reach: Reach,
    ): { paths: InterchangeStep[][]; tired: boolean } {
      const graph = reader();
      const { paths, tired } = pathsOfInterchange(startOf(key), target, graph.source, settings, count, reach);
      graph.read(paths.flat().flatMap((step) => [step.from, step.to]));
      return { paths: paths.map((path) => path.map((step) => stepView(step, graph))), tired };
    },
    hasLink: linkFinder(db),
    /** The units that are one unit with this one by "same" links and shared numbers, this one among them. */
    sameUnits(key: string, settings: Settings): Set<string> {
      const start = unitId.get(key);
      if (!start) return new Set([key]);
      const units = oneUnitWith(`u:${start.id}`, reader().source, settings).filter((node) => node.startsWith('u:'));
      return new Set([key, ...units.flatMap((node) => unitKey.get(idOf(node))?.key ?? [])]);
    },
  };
  return {
    ...store,
    /** All interchange of a unit, as a job asks for them again and again. */
    entriesOf(key: string, settings: Settings): InterchangeAnswer['entries'] {
      const now = outcomes();
      if (walks?.outcomes !== now || walks.settings !== settings)
        walks = { outcomes: now, settings, of: kept((unit) => store.interchange(unit, settings).answer.entries) };
      return walks.of(key);
    },
  };
}

/** One entry for each unit, with its numbers, what lies in their boxes and who has them. */
function entriesOf(
  interchange: ReturnType<typeof walkInterchange>,
  graph: GraphReader,
  key: string,
  ownUnit: number | undefined,
): InterchangeEntry[] {
  const numbersOf = (node: InterchangeNode): readonly NamedNumber[] =>
    node.startsWith('u:') ? graph.numbersOf(idOf(node)) : [graph.number(idOf(node))].filter((n) => n !== undefined);
  const stock = graph.stockOf(interchange.entries.flatMap((e) => numbersOf(e.node).map((n) => n.id)));
  const boxes = graph.boxesOf(interchange.entries.flatMap((e) => numbersOf(e.node).map((n) => n.id)));
  return interchange.entries.flatMap((entry): InterchangeEntry[] => {
    const id = idOf(entry.node);
    const named = entry.node.startsWith('n:') ? graph.number(id) : undefined;
    // The number of a unit that has its own entry is told there; the wanted unit's own numbers are entries.
    if (named && named.unitId !== null && named.unitId !== ownUnit) return [];
    const record = entry.node.startsWith('u:') ? graph.unit(id) : undefined;
    return [
      {
        node: entry.node,
        ...(record
          ? { unitId: record.key }
          : named && ownUnit !== undefined && named.unitId === ownUnit
            ? { unitId: key }
            : {}),
        name: graph.words(entry.node),
        numbers: numbersOf(entry.node).map((n) => ({
          issuer: n.issuer,
          written: n.written,
          status: n.status,
          ...(boxes.has(n.id) ? { box: boxes.get(n.id) ?? '' } : {}),
          stock: (stock.get(n.id) ?? []).map(({ supplier, quantity, date, price }) => ({
            supplier,
            ...(quantity === null ? {} : { quantity }),
            date,
            ...(price === null ? {} : { price }),
          })),
        })),
        grade: entry.grade,
        ...(entry.disputed ? { disputed: refusalWords(entry.disputed.refusal) } : {}),
        trust: entry.trust,
        underFloor: entry.underFloor,
        conditions: [...entry.conditions],
        paths: entry.paths.map((path) => path.map((step) => stepView(step, graph))),
      },
    ];
  });
}

function stepView(step: Step, graph: GraphReader): InterchangeStep {
  return {
    link: step.link,
    from: graph.words(step.from),
    to: graph.words(step.to),
    kind: step.kind,
    direction: step.direction,
    trust: step.trust,
    conditions: [...step.conditions],
    assertions: step.assertions.map((a) => ({
      source: a.source.title,
      sourceKind: a.source.kind,
      date: a.date,
      ...(a.person === undefined ? {} : { person: a.person }),
      ...(a.note === undefined ? {} : { note: a.note }),
    })),
    ...(step.outcomes ? { outcomes: { ...step.outcomes } } : {}),
    ...(wantsReview(step) ? { review: true } : {}),
  };
}

const refusalWords = (step: Step): string => {
  const said = step.assertions.map((a) => `${a.source.title}${a.note ? `: ${a.note}` : ''}`).join('; ');
  return `disputed: ${said || 'somebody says that it does not fit'}`;
};

export type InterchangeStore = ReturnType<typeof interchangeStore>;
