import { numberKey } from '@kerabat/core/named/number';
import type { Db } from '../../base/db/open.js';

/** A name that a row uses and nothing has, or a cell that cannot be taken: the row's sentence. */
export class Refused extends Error {}

/** No more of these are remembered: they are the ones that nearly every row names. */
const REMEMBERED = 10_000;

/** Finds rows of one table by their key, or by a name that only one has. */
function keyFinder(db: Db, table: string, what: string, name?: string): (key: string | undefined) => number {
  const find = db.prepare<[string], number>(`SELECT id FROM ${table} WHERE key = ?`).pluck();
  // A list writes names where the catalogue has keys; a name that two have is no name.
  const called = db
    .prepare<[string], number>(
      `SELECT MIN(id) FROM ${table} WHERE ${name ?? 'key'} = ? COLLATE NOCASE HAVING COUNT(*) = 1`,
    )
    .pluck();
  const known = new Map<string, number>();
  return (key: string | undefined): number => {
    const wanted = key ?? '';
    const remembered = known.get(wanted);
    if (remembered !== undefined) return remembered;
    const id = find.get(wanted) ?? (name === undefined ? undefined : called.get(wanted));
    if (id === undefined && wanted === '') throw new Refused(`The ${what} is empty.`);
    if (id === undefined) throw new Refused(`There is no ${what} "${wanted}".`);
    if (known.size < REMEMBERED) known.set(wanted, id);
    return id;
  };
}

/** Finds part numbers, as they are written or as their maker's rule reads them. */
function numberFinder(db: Db, maker: (key: string | undefined) => number) {
  const justSo = db
    .prepare<[number, string], number>(`SELECT id FROM number WHERE maker_id = ? AND written = ?`)
    .pluck();
  const otherwise = db
    .prepare<[number, string], number>(`SELECT MIN(id) FROM number WHERE maker_id = ? AND key = ? HAVING COUNT(*) = 1`)
    .pluck();
  const makerRule = db.prepare<[number], string>(`SELECT ignored_marks FROM maker WHERE id = ?`).pluck();
  const rules = new Map<number, string>();
  const ignoredMarks = (makerId: number): string => {
    const known = rules.get(makerId);
    if (known !== undefined) return known;
    const rule = makerRule.get(makerId) ?? '';
    rules.set(makerId, rule);
    return rule;
  };
  /** Lists name the same few numbers again and again, row after row: the last ones are remembered. */
  const recent = new Map<string, number>();
  /** A number as it is written, or as its maker's rule reads it. */
  const numberId = (makerId: number, written: string): number | undefined => {
    const name = `${makerId}:${written}`;
    const known = recent.get(name);
    if (known !== undefined) return known;
    const id =
      justSo.get(makerId, written) ?? otherwise.get(makerId, numberKey(written, { ignored: ignoredMarks(makerId) }));
    if (id === undefined) return undefined;
    if (recent.size >= REMEMBERED) recent.clear();
    recent.set(name, id);
    return id;
  };
  const number = (issuer: string | undefined, written: string | undefined): number => {
    const id = numberId(maker(issuer), written ?? '');
    if (id === undefined)
      throw new Refused(`There is no number "${written ?? ''}" of "${issuer ?? ''}". Bring in the numbers first.`);
    return id;
  };
  return { number, hasNumber: numberId, ignoredMarks };
}

/** Finds rows by their natural keys. Each answers the row's id, or refuses with a sentence. */
export function finders(db: Db) {
  const [source, maker, vehicle] = [
    keyFinder(db, 'source', 'source', 'title'),
    keyFinder(db, 'maker', 'maker', 'name'),
    keyFinder(db, 'vehicle', 'vehicle'),
  ];
  const [unit, kit, fitting, link] = [
    keyFinder(db, 'unit', 'unit'),
    keyFinder(db, 'kit', 'kit'),
    keyFinder(db, 'fitting', 'fitting'),
    keyFinder(db, 'link', 'link'),
  ];
  const numbers = numberFinder(db, maker);
  const issued = db.prepare<[number], string>(`SELECT issued FROM source WHERE id = ?`).pluck();
  return {
    source,
    maker,
    vehicle,
    unit,
    kit,
    fitting,
    link,
    ...numbers,
    issued: (sourceId: number): string => issued.get(sourceId) ?? '',
    /** "unit:KEY" or "ISSUER:NUMBER", an end of a link. */
    endpoint(text: string | undefined): { unit: number | null; number: number | null } {
      const colon = (text ?? '').indexOf(':');
      const [head, tail] = [text?.slice(0, Math.max(0, colon)), text?.slice(colon + 1)];
      return head === 'unit' ? { unit: unit(tail), number: null } : { unit: null, number: numbers.number(head, tail) };
    },
    /** "unit:KEY", "kit:KEY", "fitting:KEY": what a number leads to. */
    target(text: string): { unit_id: number | null; kit_id: number | null; fitting_id: number | null } {
      const [kind, ...rest] = text.split(':');
      const key = rest.join(':');
      if (kind !== 'unit' && kind !== 'kit' && kind !== 'fitting')
        throw new Refused(`"${text}" is not like unit:KEY, kit:KEY or fitting:KEY.`);
      return {
        unit_id: kind === 'unit' ? unit(key) : null,
        kit_id: kind === 'kit' ? kit(key) : null,
        fitting_id: kind === 'fitting' ? fitting(key) : null,
      };
    },
  };
}

export type Finders = ReturnType<typeof finders>;
