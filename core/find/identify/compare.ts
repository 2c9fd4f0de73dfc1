import { type AttributeName, ATTRIBUTES, attributeWords, valueWords } from '../../named/attribute/index.js';
import { factOf, type UnitDesign } from '../../named/unit/index.js';
import { type Evidence, evidenceBase, slotKey } from '../../vehicle/reading/index.js';

export interface CompareRow {
  readonly attribute: AttributeName;
  readonly position?: string;
  readonly words: string;
  /** What was seen or measured, when it was. */
  readonly seen?: string;
  /** For each unit its value in words; "not known" is said by leaving it undefined. */
  readonly values: readonly (string | undefined)[];
  /** At least two units are recorded with different values. */
  readonly differs: boolean;
}

/**
 * Units side by side on every attribute that any of them is recorded with: those they differ in first, then those where
 * something is not recorded, then what they share; in each group in the order of the attribute table.
 */
export function compareUnits(units: readonly UnitDesign[], evidence: readonly Evidence[]): CompareRow[] {
  const keys = new Map<string, { attribute: AttributeName; position?: string }>();
  for (const { attribute, position } of units.flatMap((u) => u.facts))
    keys.set(slotKey(attribute, position), { attribute, ...(position === undefined ? {} : { position }) });
  const order = new Map(ATTRIBUTES.map((a, i) => [a.name, i]));
  const rows = [...keys.values()].map((key) => rowOf(key, units, evidence));
  const rank = (row: CompareRow): number => (row.differs ? 0 : row.values.includes(undefined) ? 1 : 2);
  const place = (row: CompareRow): number => order.get(row.attribute) ?? 0;
  return rows.sort(
    (a, b) => rank(a) - rank(b) || place(a) - place(b) || ((a.position ?? '') < (b.position ?? '') ? -1 : 1),
  );
}

function rowOf(
  key: { attribute: AttributeName; position?: string },
  units: readonly UnitDesign[],
  evidence: readonly Evidence[],
): CompareRow {
  const values = units.map((u) => {
    const fact = factOf(u.facts, key.attribute, key.position);
    return fact && valueWords(key.attribute, fact.value);
  });
  const seen = evidence.filter((e) => e.attribute === key.attribute && e.position === key.position).at(-1);
  return {
    ...key,
    words: attributeWords(key.attribute, key.position),
    ...(seen ? { seen: valueWords(key.attribute, evidenceBase(seen)) } : {}),
    values,
    differs: new Set(values.filter((v) => v !== undefined)).size > 1,
  };
}
