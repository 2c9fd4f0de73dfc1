import type { Db } from '../../base/db/open.js';
import type { Effect, Ledger } from '../history/ledger.js';
import { type Finders, Refused } from './names.js';
import { filled, type RowCells } from './cells.js';
import { ASSERTION, CONDITION } from './new-rows.js';
import { together } from './write-facts.js';
import type { numberWriter } from './write-numbers.js';

/** How the rows of the files that speak of interchange are written, a link at a time. */
export const linkRows = (
  put: Ledger['put'],
  find: Finders,
): Readonly<Record<'links' | 'assertions' | 'conditions', (c: RowCells) => Effect>> => ({
  links: (c) => {
    if (c['from'] === c['to']) throw new Refused('A link must not lead to itself.');
    const [from, to] = [find.endpoint(c['from']), find.endpoint(c['to'])];
    const both_ways = c['both_ways'] === 'yes' ? 1 : 0;
    return put('link', {
      key: c['link'] ?? '',
      kind: c['kind'] ?? '',
      from_number: from.number,
      from_unit: from.unit,
      to_number: to.number,
      to_unit: to.unit,
      both_ways,
    });
  },
  assertions: (c) =>
    put(
      'assertion',
      {
        link_id: find.link(c['link']),
        source_id: find.source(c['source']),
        asserted_on: c['date'] ?? '',
        person: filled(c['person']),
        note: filled(c['note']),
      },
      ASSERTION,
    ),
  conditions: (c) =>
    put(
      'condition',
      { link_id: find.link(c['link']), txt: c['text'] ?? '', kind: filled(c['kind']), number: filled(c['number']) },
      CONDITION,
    ),
});

/**
 * How a row of a list of cross-references is written: two numbers, the link between them, and who claims it under which
 * condition.
 */
export function crossReferences(
  db: Db,
  put: Ledger['put'],
  find: Finders,
  { keyOf, putNumber }: ReturnType<typeof numberWriter>,
): (c: RowCells) => Effect {
  const sameClaim = db
    .prepare<[number, number, string, string], string>(
      `SELECT l.key FROM link l WHERE l.from_number = ? AND l.to_number = ? AND l.kind = ?
         AND COALESCE((SELECT GROUP_CONCAT(txt, '; ') FROM condition c WHERE c.link_id = l.id), '') = ? ORDER BY
        l.id LIMIT 1`,
    )
    .pluck();

  /** What a number leads to, where that is recorded: a unit is never the interchange of a nut. */
  const isOf = db.prepare<[number], { what: string; name: string }>(
    `SELECT CASE WHEN n.unit_id IS NOT NULL THEN 'a unit' WHEN n.kit_id IS NOT NULL THEN 'a kit' ELSE
      'a fitting' END AS what, COALESCE(u.name, k.name, f.name) AS name
     FROM number n LEFT JOIN unit u ON u.id = n.unit_id LEFT JOIN kit k ON k.id = n.kit_id LEFT JOIN fitting f
      ON f.id = n.fitting_id
     WHERE n.id = ? AND COALESCE(n.unit_id, n.kit_id, n.fitting_id) IS NOT NULL`,
  );

  /** A number that a list of cross-references names: there already, or known from now on as a number and no more. */
  const namedNumber = (
    issuer: string | undefined,
    written: string | undefined,
    source_id: number,
  ): { id: number; effect: Effect } => {
    const known = find.hasNumber(find.maker(issuer), written ?? '');
    if (known !== undefined) return { id: known, effect: 'same' };
    const effect = putNumber(issuer, written ?? '', source_id);
    return { id: find.number(issuer, written), effect };
  };

  /** Two numbers of one row, which are not the same and not known to be of two kinds of thing. */
  const ends = (c: RowCells, source_id: number) => {
    const [one, other] = [keyOf(c['issuer'], c['number']), keyOf(c['other_issuer'], c['other_number'])];
    if (one.maker_id === other.maker_id && one.key === other.key)
      throw new Refused('A number cannot stand for itself.');
    // "number will do instead of other_number": the link leads from the other one to it.
    const [from, to] = [
      namedNumber(c['other_issuer'], c['other_number'], source_id),
      namedNumber(c['issuer'], c['number'], source_id),
    ];
    const [one_is, other_is] = [isOf.get(to.id), isOf.get(from.id)];
    if (one_is && other_is && one_is.what !== other_is.what)
      throw new Refused(
        `${c['number'] ?? ''} is known as ${one_is.what} (${one_is.name}) and ${c['other_number'] ?? ''} ` +
          `as ${other_is.what} (${other_is.name}): one of them is misread.`,
      );
    return { from, to };
  };

  return (c) => {
    const source_id = find.source(c['source']);
    const { from, to } = ends(c, source_id);
    const kind = c['kind'] ?? '';
    const condition = c['condition'] ?? '';
    const made =
      `${c['other_issuer'] ?? ''}:${c['other_number'] ?? ''} ${kind} ` +
      `${c['issuer'] ?? ''}:${c['number'] ?? ''}${condition ? `, ${condition}` : ''}`;
    const key = sameClaim.get(from.id, to.id, kind, condition) ?? made;
    const numbers = { from_number: from.id, from_unit: null, to_number: to.id, to_unit: null };
    const both_ways = (c['both_ways'] || (kind === 'same' ? 'yes' : 'no')) === 'yes' ? 1 : 0;
    const said = { key, kind, ...numbers, both_ways: c['both_ways'] ? both_ways : undefined };
    const effects = [from.effect, to.effect, put('link', said, { both_ways })];
    const link_id = find.link(key);
    effects.push(
      put(
        'assertion',
        { link_id, source_id, asserted_on: c['date'] || find.issued(source_id), note: filled(c['note']) },
        ASSERTION,
      ),
    );
    if (condition)
      effects.push(put('condition', { link_id, txt: condition, kind: c['condition_kind'] || 'check' }, CONDITION));
    return together(effects);
  };
}
