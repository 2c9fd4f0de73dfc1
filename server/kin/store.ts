import type { KinAnswer, KinEntry, KinStep } from '@kerabat/contract';
import { walkKin, type Condition, type KinLink, type KinNode, type KinSource, type Step } from '@kerabat/core/kin';
import type { Practice } from '@kerabat/core/practice';
import type { SourceKind } from '@kerabat/core/unit';
import type { Db } from '../db/open.js';
import { notFound } from '../http/problem.js';

interface LinkRow {
  readonly id: number;
  readonly kind: KinLink['kind'];
  readonly fromNumber: number | null;
  readonly fromUnit: number | null;
  readonly toNumber: number | null;
  readonly toUnit: number | null;
  readonly bothWays: 0 | 1;
}
interface AssertionRow {
  readonly id: string;
  readonly kind: SourceKind;
  readonly title: string;
  readonly issued: string;
  readonly date: string;
  readonly person: string;
  readonly note: string;
}

const LINK = `SELECT id, kind, from_number AS fromNumber, from_unit AS fromUnit, to_number AS toNumber, to_unit AS toUnit, both_ways AS bothWays FROM link`;
const NUMBER = `SELECT n.id, m.name AS issuer, n.written, n.status, n.kind AS numberKind, n.unit_id AS unitId, s.key, s.kind, s.title, s.issued
  FROM number n JOIN maker m ON m.id = n.maker_id JOIN source s ON s.id = n.source_id`;
const SQL = {
  ofUnit: `${LINK} WHERE from_unit = @id UNION ALL ${LINK} WHERE to_unit = @id`,
  ofNumber: `${LINK} WHERE from_number = @id UNION ALL ${LINK} WHERE to_number = @id`,
  assertions: `SELECT s.key AS id, s.kind, s.title, s.issued, a.asserted_on AS date, a.person, a.note
    FROM assertion a JOIN source s ON s.id = a.source_id WHERE a.link_id = ? ORDER BY a.asserted_on`,
  conditions: `SELECT kind, txt AS text, number FROM condition WHERE link_id = ? ORDER BY seq`,
  numbersOfUnit: `${NUMBER} WHERE n.unit_id = ? AND n.kind = 'order' ORDER BY n.status = 'current' DESC, n.id`,
  number: `${NUMBER} WHERE n.id = ?`,
  unitId: `SELECT id FROM unit WHERE key = ?`,
  unit: `SELECT key, name FROM unit WHERE id = ?`,
};

/** A number with the source that says what it leads to. */
export interface NamedNumber {
  readonly id: number;
  readonly issuer: string;
  readonly written: string;
  readonly status: string;
  readonly numberKind: string;
  readonly unitId: number | null;
  readonly key: string;
  readonly kind: SourceKind;
  readonly title: string;
  readonly issued: string;
}

/** The kin graph, read from the catalogue node by node. */
export function kinStore(db: Db) {
  const ofUnit = db.prepare<[{ id: number }], LinkRow>(SQL.ofUnit);
  const ofNumber = db.prepare<[{ id: number }], LinkRow>(SQL.ofNumber);
  const assertions = db.prepare<[number], AssertionRow>(SQL.assertions);
  const conditions = db.prepare<[number], Condition & { number: string }>(SQL.conditions);
  const numbersOfUnit = db.prepare<[number], NamedNumber>(SQL.numbersOfUnit);
  const unitId = db.prepare<[string], { id: number }>(SQL.unitId);
  const unit = db.prepare<[number], { key: string; name: string }>(SQL.unit);
  const number = db.prepare<[number], NamedNumber>(SQL.number);

  const linkOf = (row: LinkRow): KinLink => ({
    id: `l:${row.id}`,
    from: nodeOf(row.fromNumber, row.fromUnit),
    to: nodeOf(row.toNumber, row.toUnit),
    kind: row.kind,
    bothWays: row.bothWays === 1,
    conditions: conditions.all(row.id).map(({ kind, text, number: n }) => ({ kind, text, ...(n === '' ? {} : { number: n }) })),
    assertions: assertions.all(row.id).map((a) => ({
      source: { id: a.id, kind: a.kind, title: a.title, date: a.issued },
      date: a.date,
      ...(a.person === '' ? {} : { person: a.person }),
      ...(a.note === '' ? {} : { note: a.note }),
    })),
  });

  /** The graph for one walk, remembering the rows that it passes: the answer names them without asking again. */
  const reader = () => {
    const units = new Map<number, { key: string; name: string } | undefined>();
    const ofUnits = new Map<number, NamedNumber[]>();
    const numbers = new Map<number, NamedNumber | undefined>();
    const unitRow = (id: number) => remember(units, id, () => unit.get(id));
    const numberRow = (id: number) => remember(numbers, id, () => number.get(id));
    const numbersOf = (id: number) =>
      remember(ofUnits, id, () => {
        const rows = numbersOfUnit.all(id);
        for (const row of rows) numbers.set(row.id, row);
        return rows;
      });
    const source: KinSource = {
      linksOf(node) {
        const id = idOf(node);
        if (node.startsWith('u:')) return [...ofUnit.all({ id }).map(linkOf), ...numbersOf(id).map(namesLink)];
        const row = numberRow(id);
        const names = row?.unitId && row.numberKind === 'order' ? [namesLink(row)] : [];
        return [...ofNumber.all({ id }).map(linkOf), ...names];
      },
    };
    const words = (node: KinNode): string => {
      if (node.startsWith('u:')) return unitRow(idOf(node))?.name ?? node;
      const row = numberRow(idOf(node));
      return row ? `${row.issuer} ${row.written}` : node;
    };
    return { source, unitRow, numberRow, numbersOf, words };
  };

  return {
    reader,
    /** Kin of a unit: one entry for each unit, with all its numbers; a number without a unit record is an entry of its own. */
    kin(unitKey: string, practice: Practice, depth: number, grade: string, minTrust: number): KinAnswer {
      const start = unitId.get(unitKey);
      if (!start) throw notFound(`There is no unit "${unitKey}" in the catalogue.`);
      const { source, unitRow, numberRow, numbersOf, words } = reader();
      const kin = walkKin(`u:${start.id}`, source, practice, depth);
      const entries = kin.entries.flatMap((entry): KinEntry[] => {
        const id = idOf(entry.node);
        const named = entry.node.startsWith('n:') ? numberRow(id) : undefined;
        // The number of a unit that has its own entry is told there; the wanted unit's own numbers are entries.
        if (named && named.unitId !== null && named.unitId !== start.id) return [];
        const record = entry.node.startsWith('u:') ? unitRow(id) : undefined;
        return [
          {
            ...(record ? { unitId: record.key } : named?.unitId === start.id ? { unitId: unitKey } : {}),
            name: words(entry.node),
            numbers: (record ? numbersOf(id) : named ? [named] : []).map(({ issuer, written, status }) => ({ issuer, written, status })),
            grade: entry.grade,
            ...(entry.disputed ? { disputed: refusalWords(entry.disputed.refusal) } : {}),
            trust: entry.trust,
            conditions: [...entry.conditions],
            paths: entry.paths.map((path) => path.map((step) => stepView(step, words))),
          },
        ];
      });
      const wanted = entries.filter((e) => (grade === '' || e.grade === grade) && e.trust >= minTrust);
      return { unitId: unitKey, entries: wanted, truncated: kin.truncated };
    },
    /** The units that are one unit with this one by "same" links and shared numbers, this one among them. Supersession is no proof of it. */
    sameUnits(unitKey: string, practice: Practice): Set<string> {
      const start = unitId.get(unitKey);
      if (!start) return new Set([unitKey]);
      const same = walkKin(`u:${start.id}`, reader().source, practice).entries.filter(
        (e) => e.node.startsWith('u:') && e.paths[0]?.every((step) => step.kind === 'same'),
      );
      return new Set([unitKey, ...same.flatMap((e) => unit.get(Number(e.node.slice(2)))?.key ?? [])]);
    },
  };
}

const idOf = (node: KinNode): number => Number(node.slice(2));

function remember<K, V>(known: Map<K, V>, key: K, read: () => V): V {
  if (!known.has(key)) known.set(key, read());
  return known.get(key) as V;
}

const nodeOf = (numberId: number | null, unitId: number | null): KinNode => (numberId === null ? `u:${unitId ?? 0}` : `n:${numberId}`);

/** A number that leads to a unit is one with it, as surely as its source says so. */
function namesLink(row: NamedNumber): KinLink {
  const source = { id: row.key, kind: row.kind, title: row.title, date: row.issued };
  const assertions = [{ source, date: row.issued }];
  return { id: `names:${row.id}`, from: `n:${row.id}`, to: `u:${row.unitId ?? 0}`, kind: 'same', bothWays: true, conditions: [], assertions };
}

function stepView(step: Step, words: (node: KinNode) => string): KinStep {
  return {
    from: words(step.from),
    to: words(step.to),
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
  };
}

const refusalWords = (step: Step): string => {
  const said = step.assertions.map((a) => `${a.source.title}${a.note ? `: ${a.note}` : ''}`).join('; ');
  return `disputed: ${said || 'somebody says that it does not fit'}`;
};

export type KinStore = ReturnType<typeof kinStore>;
