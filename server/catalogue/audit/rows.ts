import type { RowView } from '@kerabat/contract';
import { lookup } from '@kerabat/core/base/lookup';
import { LINK_KINDS } from '@kerabat/core/find/interchange';
import { attribute, type AttributeName } from '@kerabat/core/named/attribute';
import type { Db } from '../../base/db/open.js';
import { KEPT, type KeptName } from '../history/kept.js';
import type { Cells } from '../history/ledger.js';
import { rowWords } from '../history/words.js';

/** Claims can be taken out; things (units, numbers, makers) stay. */
const REMOVABLE: readonly KeptName[] = [
  'link',
  'unit_fact',
  'vehicle_fact',
  'beside',
  'kit_unit',
  'assertion',
  'condition',
];

/** What of a row can be put right, as it reads now; `leadsTo` says what a number leads to. */
function fieldsOf(
  kept: KeptName,
  row: Readonly<Record<string, string | number | null>>,
  leadsTo: (makerId: number, written: string) => string | undefined,
): RowView['fields'] {
  const text = (column: string): string => String(lookup(row, column) ?? '');
  if (kept === 'unit_fact' || kept === 'vehicle_fact') {
    const fact = attribute(text('attribute') as AttributeName);
    const value =
      row['presence'] === 'none'
        ? 'none'
        : row['num'] === null
          ? text('txt')
          : `${text('num')}${row['tolerance'] === null ? '' : `±${text('tolerance')}`}`;
    return [
      {
        field: 'value',
        words: fact.dimension === 'length' ? `${fact.words}, mm` : fact.words,
        value,
        ...(fact.choices ? { choices: [...fact.choices, 'none'] } : {}),
      },
    ];
  }
  if (kept === 'kit')
    return ['bore', 'bore_large'].flatMap((field) =>
      lookup(row, field) === null ? [] : [{ field, words: `${field.replace('_', ' ')}, mm`, value: text(field) }],
    );
  if (kept === 'number') {
    const leads = leadsTo(Number(row['maker_id']), text('written')) ?? '';
    return [
      { field: 'leads_to', words: 'leads to', value: leads },
      {
        field: 'status',
        words: 'status',
        value: text('status'),
        choices: ['current', 'superseded', 'withdrawn', 'unknown'],
      },
    ];
  }
  if (kept === 'link') {
    return [
      { field: 'kind', words: 'says', value: text('kind'), choices: [...LINK_KINDS] },
      {
        field: 'both_ways',
        words: 'both ways',
        value: row['both_ways'] === 1 ? 'yes' : 'no',
        choices: ['yes', 'no'],
      },
    ];
  }
  return [];
}

/** Rows of the catalogue as a person reads and corrects them. */
export function rowReader(db: Db) {
  const sourceOf = db.prepare<[number], string>(`SELECT title FROM source WHERE id = ?`).pluck();
  const saidOf = db
    .prepare<[string], string>(
      `SELECT COALESCE(GROUP_CONCAT(s.title || ' (' || a.asserted_on || ')', '; '), '') FROM link l JOIN
        assertion a ON a.link_id = l.id JOIN source s ON s.id = a.source_id WHERE l.key = ?`,
    )
    .pluck();
  const unitKey = db.prepare<[number], string>(`SELECT key FROM unit WHERE id = ?`).pluck();
  const target = db
    .prepare<[number, string], string>(
      `SELECT COALESCE('unit:' || u.key, 'kit:' || k.key, 'fitting:' || f.key, '') FROM number n LEFT JOIN unit
        u ON u.id = n.unit_id LEFT JOIN kit k ON k.id = n.kit_id
       LEFT JOIN fitting f ON f.id = n.fitting_id WHERE n.maker_id = ? AND n.written = ?`,
    )
    .pluck();
  const linkEnds = db.prepare<[string], { kind: string; from: string; to: string }>(
    `SELECT l.kind, COALESCE((SELECT m.name || ' ' || n.written FROM number n JOIN maker m ON m.id = n.maker_id
      WHERE n.id = l.from_number), (SELECT name FROM unit WHERE id = l.from_unit)) AS "from",
         COALESCE((SELECT m.name || ' ' || n.written FROM number n JOIN maker m ON m.id = n.maker_id WHERE n.id
      = l.to_number), (SELECT name FROM unit WHERE id = l.to_unit)) AS "to" FROM link l WHERE l.key = ?`,
  );
  const read = new Map(
    Object.entries(KEPT).map(([name, { key }]) => [
      name,
      db.prepare<[unknown[]], Record<string, string | number | null>>(
        `SELECT * FROM ${name} WHERE ${key.map((c) => `${c} = ?`).join(' AND ')}`,
      ),
    ]),
  );

  return {
    /** The row as it stands; undefined when it is not there. */
    view(kept: KeptName, key: Cells): RowView | undefined {
      const row = read.get(kept)?.get(KEPT[kept].key.map((column) => key[column] ?? null));
      if (!row) return undefined;
      const link = kept === 'link' ? String(row['key']) : undefined;
      const ends = link === undefined ? undefined : linkEnds.get(link);
      const source =
        link === undefined
          ? row['source_id'] === undefined
            ? ''
            : (sourceOf.get(Number(row['source_id'])) ?? '')
          : (saidOf.get(link) ?? '');
      const unitId =
        kept === 'unit' ? String(row['key']) : row['unit_id'] ? unitKey.get(Number(row['unit_id'])) : undefined;
      return {
        kept,
        key: { ...key },
        words: ends ? `${ends.from} ${ends.kind} ${ends.to}` : rowWords(db, kept, key),
        source: source === '' ? 'nobody' : source,
        fields: fieldsOf(kept, row, (maker, written) => target.get(maker, written)),
        removable: REMOVABLE.includes(kept),
        ...(link === undefined ? {} : { link }),
        ...(unitId === undefined ? {} : { unitId }),
      };
    },
  };
}

export type RowReader = ReturnType<typeof rowReader>;
