import type { Db } from '../../base/db/open.js';
import { lookup } from '@kerabat/core/base/lookup';

const NODES = `SELECT 'u' || u.id AS id, 'unit' AS what, u.name AS label, u.key AS key, m.name AS maker, u.kind
  AS kind, '' AS status FROM unit u JOIN maker m ON m.id = u.maker_id
  UNION ALL SELECT 'n' || n.id, 'number', n.written, n.key, m.name, n.kind, n.status FROM number n JOIN maker m
  ON m.id = n.maker_id`;
/** Links, and that a number names a unit, which is a "same" of its own. */
const EDGES = `SELECT l.key AS id, COALESCE('n' || l.from_number, 'u' || l.from_unit) AS source, COALESCE('n' ||
  l.to_number, 'u' || l.to_unit) AS target, l.kind, l.both_ways AS bothWays,
    COALESCE((SELECT GROUP_CONCAT(s.title || ' (' || a.asserted_on || ')', '; ') FROM assertion a JOIN source s
  ON s.id = a.source_id WHERE a.link_id = l.id), '') AS sources,
    COALESCE((SELECT GROUP_CONCAT(txt, '; ') FROM condition c WHERE c.link_id = l.id), '') AS conditions FROM
  link l
  UNION ALL SELECT 'names:' || m.key || ':' || n.written, 'n' || n.id, 'u' || n.unit_id, 'same', 1, s.title ||
  ' (' || s.issued || ')', ''
    FROM number n JOIN maker m ON m.id = n.maker_id JOIN source s ON s.id = n.source_id WHERE n.unit_id IS NOT
  NULL AND n.kind = 'order'`;

const NODE_DATA = ['what', 'label', 'key', 'maker', 'kind', 'status'];
const EDGE_DATA = ['kind', 'bothWays', 'sources', 'conditions'];

type Row = Readonly<Record<string, string | number>>;

/** The interchange graph as GraphML (graphml.graphdrawing.org), a piece of text at a time. */
export function* graphml(db: Db): IterableIterator<string> {
  yield '<?xml version="1.0" encoding="UTF-8"?>\n<graphml xmlns="http://graphml.graphdrawing.org/xmlns">\n';
  for (const name of NODE_DATA) yield `  <key id="node-${name}" for="node" attr.name="${name}" attr.type="string"/>\n`;
  for (const name of EDGE_DATA)
    yield (
      `  <key id="edge-${name}" for="edge" attr.name="${name}" ` +
      `attr.type="${name === 'bothWays' ? 'boolean' : 'string'}"/>\n`
    );
  yield '  <graph id="interchange" edgedefault="directed">\n';
  for (const row of db.prepare<[], Row>(NODES).iterate())
    yield `    <node id="${xml(row['id'])}">${data('node', NODE_DATA, row)}</node>\n`;
  for (const row of db.prepare<[], Row>(EDGES).iterate()) {
    const { id, source, target } = row;
    yield (
      `    <edge id="${xml(id)}" source="${xml(source)}" ` +
      `target="${xml(target)}">` +
      `${data('edge', EDGE_DATA, { ...row, bothWays: row['bothWays'] === 1 ? 'true' : 'false' })}</edge>\n`
    );
  }
  yield '  </graph>\n</graphml>\n';
}

const data = (of: string, names: readonly string[], row: Row): string =>
  names
    .map((name) => (lookup(row, name) === '' ? '' : `<data key="${of}-${name}">${xml(lookup(row, name))}</data>`))
    .join('');

/** Text in XML 1.0: what has a meaning is written as an entity, what has no place in it is left out. */
const xml = (value: string | number | undefined): string =>
  String(value ?? '')
    .replace(/[^\t\n\r\u0020-\ud7ff\ue000-\ufffd\u{10000}-\u{10ffff}]/gu, '')
    .replace(/[&<>"']/g, (character) => `&#${character.charCodeAt(0)};`);
