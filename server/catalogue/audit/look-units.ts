import { looksLikeInches, wayBetween } from '@kerabat/core/find/audit';
import { differencesBetween } from '@kerabat/core/find/interchange';
import { type AttributeName, ATTRIBUTES, valueWords } from '@kerabat/core/named/attribute';
import type { Settings } from '@kerabat/core/named/settings';
import type { Fact, UnitKind } from '@kerabat/core/named/unit';
import type { Db } from '../../base/db/open.js';
import type { Add, Row } from './finding.js';
import type { Graph } from './graph.js';

/** Facts of so many units are kept at hand. */
const HELD_UNITS = 20_000;

interface Bore {
  readonly unit: number;
  readonly name: string;
  readonly bore: number;
}

export function twoBores(db: Db, { firstUnit, classes, same }: Graph, add: Add, settings: Settings): void {
  const byClass = new Map<number, Bore[]>();
  const bores = db.prepare<[], Bore>(
    `SELECT f.unit_id AS unit, m.name || ' ' || u.name AS name, f.num AS bore FROM unit_fact f JOIN unit u ON
      u.id = f.unit_id JOIN maker m ON m.id = u.maker_id WHERE f.attribute = 'bore' AND f.num IS NOT NULL`,
  );
  for (const bore of bores.iterate()) {
    const root = classes[firstUnit + bore.unit] ?? -1;
    const group = byClass.get(root);
    if (group) group.push(bore);
    else byClass.set(root, [bore]);
  }
  const keyOf = db.prepare<[number], string>(`SELECT key FROM link WHERE id = ?`).pluck();
  const numberOf = db.prepare<[number], Record<string, string | number>>(
    `SELECT maker_id, written FROM number WHERE id = ?`,
  );
  for (const [root, group] of byClass) {
    const first = group[0];
    const other = first && group.find((b) => Math.abs(b.bore - first.bore) > settings.oneSizeWithin);
    if (!first || !other) continue;
    if (!add.wants('two-bores')) {
      add({ rule: 'two-bores', sentence: '', rows: [], units: [] });
      continue;
    }
    // Only the edges of this class: the way between the two units is looked for among them.
    const inClass = same.links.flatMap((_, i) => (classes[same.from[i] as number] === root ? [i] : []));
    const pick = (column: ArrayLike<number>): number[] => inClass.map((i) => column[i] as number);
    const way =
      wayBetween(
        { nodes: same.nodes, from: pick(same.from), to: pick(same.to) },
        firstUnit + first.unit,
        firstUnit + other.unit,
      ) ?? [];
    const rows = way.flatMap((i): Row[] => {
      const link = same.links[inClass[i] ?? -1] ?? 0;
      if (link > 0) return [{ kept: 'link', key: { key: keyOf.get(link) ?? '' } }];
      return [{ kept: 'number', key: numberOf.get(-link) ?? {} }];
    });
    const fact = (unit: number): Row => ({
      kept: 'unit_fact',
      key: { unit_id: unit, attribute: 'bore', position: '' },
    });
    add({
      rule: 'two-bores',
      sentence:
        `${first.name} has a bore of ${valueWords('bore', first.bore)} and ${other.name} one of ` +
        `${valueWords('bore', other.bore)}, and ${way.length} ` +
        `${way.length === 1 ? 'claim says' : 'claims say'} that they are one unit.`,
      rows: [fact(first.unit), fact(other.unit), ...rows],
      units: [first.unit, other.unit],
    });
  }
}

export function kitBores(db: Db, add: Add, settings: Settings): void {
  const rows = db.prepare<
    [{ within: number }],
    {
      kitId: number;
      kit: string;
      kitKey: string;
      unitId: number;
      unit: string;
      attribute: string;
      of: number;
      has: number;
    }
  >(
    `SELECT k.id AS kitId, k.name AS kit, k.key AS kitKey, u.id AS unitId, u.name AS unit, f.attribute, CASE
      f.attribute WHEN 'bore' THEN k.bore ELSE k.bore_large END AS "of", f.num AS has
     FROM kit_unit ku JOIN kit k ON k.id = ku.kit_id JOIN unit u ON u.id = ku.unit_id JOIN unit_fact f ON
      f.unit_id = u.id AND f.attribute IN ('bore', 'bore-large') AND f.num IS NOT NULL
     WHERE ABS(CASE f.attribute WHEN 'bore' THEN k.bore ELSE k.bore_large END - f.num) > @within
       AND NOT EXISTS (SELECT 1 FROM kit_content c WHERE c.kit_id = k.id AND c.size > 0 AND ABS(c.size - f.num)
      <= @within)`,
  );
  for (const { kitId, kit, kitKey, unitId, unit, attribute, of, has } of rows.iterate({
    within: settings.oneSizeWithin,
  })) {
    add({
      rule: 'kit-bore',
      sentence:
        `${kit} (${kitKey}) is for ${valueWords('bore', of)}; ${unit}, which it is listed for, has a ` +
        `${attribute.replace('-', ' ')} of ${valueWords('bore', has)}.`,
      rows: [
        { kept: 'kit', key: { key: kitKey } },
        { kept: 'unit_fact', key: { unit_id: unitId, attribute, position: '' } },
        { kept: 'kit_unit', key: { kit_id: kitId, unit_id: unitId } },
      ],
      units: [unitId],
    });
  }
}

export function silentDifferences(db: Db, add: Add, settings: Settings): void {
  const facts = db.prepare<
    [number],
    { attribute: AttributeName; position: string; presence: string; num: number | null; txt: string | null }
  >(`SELECT attribute, position, presence, num, txt FROM unit_fact WHERE unit_id = ?`);
  const held = new Map<number, Fact[]>();
  const factsOf = (unit: number): Fact[] => {
    const known = held.get(unit);
    if (known) return known;
    const read = facts.all(unit).map(({ attribute, position, presence, num, txt }): Fact => ({
      attribute,
      ...(position === '' ? {} : { position }),
      value: presence === 'none' ? null : (num ?? txt),
      source: '',
    }));
    if (held.size >= HELD_UNITS) held.clear();
    held.set(unit, read);
    return read;
  };
  const links = db.prepare<
    [],
    { key: string; kind: string; a: number; b: number; aName: string; bName: string; unitKind: UnitKind }
  >(
    `SELECT l.key, l.kind, a.id AS a, b.id AS b, a.name AS aName, b.name AS bName, a.kind AS unitKind FROM link
      l
     LEFT JOIN number nf ON nf.id = l.from_number LEFT JOIN number nt ON nt.id = l.to_number
     JOIN unit a ON a.id = COALESCE(l.from_unit, nf.unit_id) JOIN unit b ON b.id = COALESCE(l.to_unit,
      nt.unit_id)
     WHERE l.kind IN ('drop-in', 'same') AND a.id <> b.id AND a.kind = b.kind AND NOT EXISTS (SELECT 1 FROM
      condition c WHERE c.link_id = l.id)`,
  );
  for (const { key, kind, a, b, aName, bName, unitKind } of links.iterate()) {
    const differences = differencesBetween(unitKind, factsOf(a), factsOf(b), settings);
    // Two bores under "same" have a rule of their own.
    const counted = kind === 'same' ? differences.filter((d) => d.attribute !== 'bore') : differences;
    if (counted.length === 0) continue;
    add({
      rule: 'silent-difference',
      sentence:
        `${bName} is called ${kind === 'same' ? 'the same as' : 'a drop-in for'} ${aName}, and differs: ` +
        `${counted.map((d) => d.sentence).join('; ')}.`,
      rows: [
        { kept: 'link', key: { key } },
        ...counted.flatMap(({ attribute, position = '' }): Row[] =>
          [a, b].map((unit_id) => ({ kept: 'unit_fact', key: { unit_id, attribute, position } })),
        ),
      ],
      units: [a, b],
    });
  }
}

export function inches(db: Db, add: Add): void {
  for (const { name, words, usual, dimension } of ATTRIBUTES) {
    if (!usual || dimension !== 'length') continue;
    const rows = db.prepare<[string, number], { unitId: number; unit: string; position: string; num: number }>(
      `SELECT u.id AS unitId, u.name AS unit, f.position, f.num FROM unit_fact f JOIN unit u ON u.id = f.unit_id
        WHERE f.attribute = ? AND f.num < ?`,
    );
    for (const { unitId, unit, position, num } of rows.iterate(name, usual.min)) {
      if (!looksLikeInches(num, usual)) continue;
      const key = { unit_id: unitId, attribute: name, position };
      add({
        rule: 'looks-like-inches',
        sentence: inchWords(`The ${words} of ${unit}`, num),
        rows: [{ kept: 'unit_fact', key }],
        units: [unitId],
      });
    }
  }
  const bore = ATTRIBUTES.find((a) => a.name === 'bore')?.usual ?? { min: 8, max: 60 };
  const kits = db.prepare<[number], { key: string; name: string; bore: number }>(
    `SELECT key, name, bore FROM kit WHERE bore < ?`,
  );
  for (const { key, name, bore: num } of kits.iterate(bore.min)) {
    if (looksLikeInches(num, bore))
      add({
        rule: 'looks-like-inches',
        sentence: inchWords(`The bore of ${name} (${key})`, num),
        rows: [{ kept: 'kit', key: { key } }],
        units: [],
      });
  }
}

const inchWords = (what: string, num: number): string =>
  `${what} is recorded as ${num} mm: it looks like inches (${Number((num * 25.4).toFixed(4))} mm).`;
