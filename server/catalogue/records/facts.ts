import { type AttributeName, findAttribute } from '@kerabat/core/named/attribute';
import type { Fact, SourceKind } from '@kerabat/core/named/unit';

/** A fact as both fact tables hold it. */
export interface FactRow {
  readonly attribute: string;
  readonly position: string;
  readonly presence: 'recorded' | 'none';
  readonly num: number | null;
  readonly txt: string | null;
  readonly tolerance: number | null;
  readonly source: string;
  readonly sourceKind: SourceKind;
}

/** A table row as the core's fact. Rows of attributes that this version does not know are left out. */
export function factOfRow(row: FactRow): Fact[] {
  if (!findAttribute(row.attribute)) return [];
  return [
    {
      attribute: row.attribute as AttributeName,
      ...(row.position === '' ? {} : { position: row.position }),
      value: row.presence === 'none' ? null : (row.num ?? row.txt),
      ...(row.tolerance === null ? {} : { tolerance: row.tolerance }),
      source: row.source,
      ...(row.sourceKind === 'unsourced' ? { unsourced: true as const } : {}),
    },
  ];
}
