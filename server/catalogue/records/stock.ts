import type { Supply } from '@kerabat/core/job';
import type { Db } from '../../base/db/open.js';

/** What a supplier has told of a number: how many, since when, and what one costs. */
export interface Offer {
  readonly supplier: string;
  /** Null: a price was told, and not how many there are. */
  readonly quantity: number | null;
  readonly date: string;
  readonly price: number | null;
}

const SQL = {
  /** Offers of a number that leads to one unit, kit or fitting; of a writing that two makers use nothing is told. */
  offers: `SELECT s.supplier, s.quantity, s.told_on AS date, s.price FROM stock s JOIN number n ON n.id = s.number_id
    WHERE n.written = @written AND (SELECT COUNT(*) FROM number o WHERE o.written = @written AND o.kind = n.kind) = 1
    ORDER BY s.price IS NULL, s.price, s.supplier`,
  /** Another number of the same unit, kit or fitting that somebody has. */
  next: `SELECT o.written FROM number n JOIN number o ON o.id <> n.id AND o.status = 'current' AND o.kind =
    'order'
      AND (o.unit_id = n.unit_id OR o.kit_id = n.kit_id OR o.fitting_id = n.fitting_id)
    WHERE n.written = ? AND EXISTS (SELECT 1 FROM stock s WHERE s.number_id = o.id AND s.quantity > 0) ORDER BY
    o.written LIMIT 1`,
  /** Not current: every number that is written so and has one kind is listed no longer. */
  status: `SELECT CASE WHEN SUM(status NOT IN ('superseded', 'withdrawn')) > 0 THEN 'current' ELSE MAX(status) END
    FROM number WHERE written = ? AND kind = 'order'`,
  /** The number at the end of its supersessions. */
  successor: `WITH RECURSIVE chain (id, depth) AS (
      SELECT l.to_number, 1 FROM link l JOIN number n ON n.id = l.from_number WHERE n.written = ? AND l.kind =
    'superseded-by' AND l.to_number IS NOT NULL
      UNION SELECT l.to_number, depth + 1 FROM chain c JOIN link l ON l.from_number = c.id
        WHERE l.kind = 'superseded-by' AND l.to_number IS NOT NULL AND depth < 20)
    SELECT n.written FROM chain c JOIN number n ON n.id = c.id ORDER BY c.depth DESC LIMIT 1`,
};

/** Stock and prices that suppliers have told. */
export function stockStore(db: Db) {
  const offers = db.prepare<[{ written: string }], Offer>(SQL.offers);
  const status = db.prepare<[string], string | null>(SQL.status).pluck();
  const next = db.prepare<[string], string>(SQL.next).pluck() as { get(written: string): string | undefined };
  const successor = db.prepare<[string], string>(SQL.successor).pluck() as { get(written: string): string | undefined };

  /** Whether its maker lists it, and what came in its place. */
  const listed = (written: string): Pick<Supply, 'notCurrent'> => {
    const now = status.get(written);
    if (now !== 'superseded' && now !== 'withdrawn') return {};
    const by = successor.get(written);
    return { notCurrent: { status: now, ...(by === undefined ? {} : { by }) } };
  };
  /** Who has some and what it costs. */
  const offered = (written: string): Pick<Supply, 'price' | 'soldOut'> => {
    const told = offers.all({ written });
    const there = told.filter((offer) => offer.quantity !== 0);
    const priced = there.filter((offer) => offer.price !== null);
    const best = priced.find((offer) => offer.quantity !== null) ?? priced[0];
    if (best && best.price !== null) return { price: { each: best.price, supplier: best.supplier, date: best.date } };
    if (told.length === 0 || there.length > 0) return {};
    const instead = successor.get(written) ?? next.get(written);
    return { soldOut: instead === undefined ? {} : { next: instead } };
  };

  return {
    /** What is known of getting a number; nothing where nobody told anything. */
    supplyOf: (written: string): Supply => ({ ...offered(written), ...listed(written) }),
  };
}

export type StockStore = ReturnType<typeof stockStore>;
