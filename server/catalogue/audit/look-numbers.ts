import { cyclesIn, forksIn } from '@kerabat/core/find/audit';
import type { Db } from '../../base/db/open.js';
import { type Add, MOST_ROWS } from './finding.js';
import type { Graph } from './graph.js';

export function ownedTwice(db: Db, add: Add): void {
  const twice = db.prepare<[], { makerId: number; maker: string; key: string; targets: number; writings: string }>(
    `SELECT n.maker_id AS makerId, m.name AS maker, n.key, COUNT(DISTINCT COALESCE('u' || n.unit_id, 'k' ||
      n.kit_id, 'f' || n.fitting_id)) AS targets, GROUP_CONCAT(n.written, ' and ') AS writings
     FROM number n JOIN maker m ON m.id = n.maker_id WHERE n.kind = 'order' GROUP BY n.key, n.maker_id HAVING
      COUNT(*) > 1 AND targets > 1`,
  );
  const owners = db.prepare<[number, string], { written: string; unitId: number | null; words: string }>(
    `SELECT n.written, n.unit_id AS unitId, COALESCE(u.name, k.name, f.name, '') AS words FROM number n LEFT
      JOIN unit u ON u.id = n.unit_id LEFT JOIN kit k ON k.id = n.kit_id
     LEFT JOIN fitting f ON f.id = n.fitting_id WHERE n.maker_id = ? AND n.key = ? ORDER BY n.id`,
  );
  for (const { makerId, maker, key } of twice.all()) {
    const rows = owners.all(makerId, key);
    add({
      rule: 'owned-twice',
      sentence:
        `${maker} ${rows.map((r) => `${r.written} leads to ${r.words || 'nothing'}`).join(', and ')}: by ` +
        'the maker’s own rule that is one number.',
      rows: rows.map((r) => ({ kept: 'number', key: { maker_id: makerId, written: r.written } })),
      units: rows.flatMap((r) => (r.unitId === null ? [] : [r.unitId])),
    });
  }
}

export function bothWays(db: Db, add: Add): void {
  const stated = db.prepare<[], { key: string; from: string; to: string }>(
    `SELECT l.key, f.written AS "from", t.written AS "to" FROM link l JOIN number f ON f.id = l.from_number JOIN
      number t ON t.id = l.to_number WHERE l.kind = 'superseded-by' AND l.both_ways = 1`,
  );
  for (const { key, from, to } of stated.iterate()) {
    add({
      rule: 'used-both-ways',
      sentence: `${from} was superseded by ${to}, and the link is said to hold both ways.`,
      rows: [{ kept: 'link', key: { key } }],
      units: [],
    });
  }
  const back = db.prepare<
    [],
    { key: string; other: string; kind: string; from: string; to: string; unit: number | null }
  >(
    `SELECT l.key, o.key AS other, o.kind, f.written AS "from", t.written AS "to", f.unit_id AS unit FROM link l
     JOIN link o ON o.from_number = l.to_number AND o.to_number = l.from_number AND o.kind IN ('drop-in',
      'with-changes')
     JOIN number f ON f.id = l.from_number JOIN number t ON t.id = l.to_number WHERE l.kind = 'superseded-by'
      AND l.both_ways = 0`,
  );
  for (const { key, other, kind, from, to, unit } of back.iterate()) {
    add({
      rule: 'used-both-ways',
      sentence:
        `${from} was superseded by ${to}, one way; another claim (${kind}) offers ${from} in the place ` + `of ${to}.`,
      rows: [
        { kept: 'link', key: { key } },
        { kept: 'link', key: { key: other } },
      ],
      units: unit === null ? [] : [unit],
    });
  }
}

export function supersessions(db: Db, { firstUnit, classes }: Graph, add: Add): void {
  const [from, to, ids]: [number[], number[], number[]] = [[], [], []];
  const links = db.prepare<[], [number, number, number]>(
    `SELECT id, from_number, to_number FROM link WHERE kind = 'superseded-by' AND from_number IS NOT NULL AND
      to_number IS NOT NULL`,
  );
  for (const [id, a, b] of links.raw().iterate()) {
    ids.push(id);
    from.push(a);
    to.push(b);
  }
  const edges = { nodes: firstUnit, from, to };
  const named = db.prepare<[number], { key: string; from: string; to: string; unit: number | null }>(
    `SELECT l.key, mf.name || ' ' || f.written AS "from", mt.name || ' ' || t.written AS "to", f.unit_id AS unit
      FROM link l JOIN number f ON f.id = l.from_number JOIN maker mf ON mf.id = f.maker_id
     JOIN number t ON t.id = l.to_number JOIN maker mt ON mt.id = t.maker_id WHERE l.id = ?`,
  );
  const tell = (rule: 'supersession-cycle' | 'supersession-fork', way: readonly number[]): void => {
    // Past what is told only the count is wanted.
    const read = add.wants(rule) ? way.slice(0, MOST_ROWS).flatMap((i) => named.get(ids[i] ?? -1) ?? []) : [];
    const steps = read.map((l) => (rule === 'supersession-cycle' ? `${l.from} by ${l.to}` : l.to));
    const sentence =
      rule === 'supersession-cycle'
        ? `Superseded in a circle: ${steps.join(', ')}.`
        : `${read[0]?.from ?? ''} was superseded by ${steps.join(' and by ')}.`;
    add({
      rule,
      sentence,
      rows: read.map((l) => ({ kept: 'link', key: { key: l.key } })),
      units: read.flatMap((l) => (l.unit === null ? [] : [l.unit])),
    });
  };
  for (const cycle of cyclesIn(edges)) tell('supersession-cycle', cycle);
  for (const fork of forksIn(edges, classes)) tell('supersession-fork', fork);
}

export function noSource(db: Db, add: Add): void {
  const bare = db.prepare<[], { key: string; kind: string; from: string; to: string }>(
    `SELECT l.key, l.kind, COALESCE((SELECT written FROM number WHERE id = l.from_number), (SELECT name FROM
      unit WHERE id = l.from_unit)) AS "from",
       COALESCE((SELECT written FROM number WHERE id = l.to_number), (SELECT name FROM unit WHERE id =
      l.to_unit)) AS "to"
     FROM link l WHERE NOT EXISTS (SELECT 1 FROM assertion a WHERE a.link_id = l.id)`,
  );
  for (const { key, kind, from, to } of bare.iterate()) {
    add({
      rule: 'no-source',
      sentence: `Nobody is named who says “${from} ${kind} ${to}”.`,
      rows: [{ kept: 'link', key: { key } }],
      units: [],
    });
  }
  const facts = db.prepare<[], { unitId: number; unit: string; n: number }>(
    `SELECT u.id AS unitId, u.name AS unit, COUNT(*) AS n FROM unit_fact f JOIN source s ON s.id = f.source_id
      JOIN unit u ON u.id = f.unit_id WHERE s.kind = 'unsourced' GROUP BY u.id`,
  );
  const some = db.prepare<[number], { attribute: string; position: string }>(
    `SELECT f.attribute, f.position FROM unit_fact f JOIN source s ON s.id = f.source_id WHERE f.unit_id = ? AND
      s.kind = 'unsourced'`,
  );
  for (const { unitId, unit, n } of facts.all()) {
    add({
      rule: 'no-source',
      sentence: `${n} ${n === 1 ? 'fact' : 'facts'} of ${unit} ${n === 1 ? 'has' : 'have'} no source.`,
      rows: some
        .all(unitId)
        .map(({ attribute, position }) => ({ kept: 'unit_fact', key: { unit_id: unitId, attribute, position } })),
      units: [unitId],
    });
  }
}
