import type { KitDetail } from '@kerabat/contract';
import { mm, printBoth } from '@kerabat/core/base/units';
import type { Db } from '../../base/db/open.js';
import { notFound } from '../../base/http/problem.js';
import type { KitStore } from './kits.js';
import { NUMBER_COLUMNS, type NumberRow, numberView } from './numbers.js';

const SQL = {
  kit: `SELECT k.id, k.key, k.name, m.name AS maker, k.bore, k.bore_large AS boreLarge, k.seals, s.title AS source
    FROM kit k JOIN maker m ON m.id = k.maker_id JOIN source s ON s.id = k.source_id WHERE k.key = ?`,
  units: `SELECT u.key AS unitId, u.name, m.name AS maker, s.title AS source FROM kit_unit ku
    JOIN unit u ON u.id = ku.unit_id JOIN maker m ON m.id = u.maker_id JOIN source s ON s.id = ku.source_id
    WHERE ku.kit_id = ? ORDER BY m.name, u.name`,
  numbers: `${NUMBER_COLUMNS} WHERE n.kit_id = ? ORDER BY n.status IN ('superseded', 'withdrawn'), n.id`,
  stock: `SELECT n.written AS number, t.supplier, t.quantity, t.price, t.told_on AS date FROM stock t
    JOIN number n ON n.id = t.number_id WHERE n.kit_id = ? AND t.quantity IS NOT 0 ORDER BY t.price IS NULL, t.price`,
};

interface KitPageRow {
  readonly id: number;
  readonly key: string;
  readonly name: string;
  readonly maker: string;
  readonly bore: number;
  readonly boreLarge: number | null;
  readonly seals: string | null;
  readonly source: string;
}
interface StockRow {
  readonly number: string;
  readonly supplier: string;
  readonly quantity: number | null;
  readonly price: number | null;
  readonly date: string;
}

const both = (size: number): string => printBoth(mm(size));

/** A seal kit as a page shows it; throws 404 for a key that is none. */
export function kitPages(db: Db, kits: KitStore) {
  const kit = db.prepare<[string], KitPageRow>(SQL.kit);
  const units = db.prepare<[number], KitDetail['units'][number]>(SQL.units);
  const numbers = db.prepare<[number], NumberRow>(SQL.numbers);
  const stock = db.prepare<[number], StockRow>(SQL.stock);
  return {
    detail(key: string): KitDetail {
      const row = kit.get(key);
      if (!row) throw notFound(`There is no seal kit "${key}" in the catalogue.`);
      return {
        id: row.key,
        name: row.name,
        maker: row.maker,
        bore: both(row.bore),
        ...(row.boreLarge === null ? {} : { boreLarge: both(row.boreLarge) }),
        ...(row.seals === null ? {} : { seals: row.seals }),
        source: row.source,
        contents: kits.contentsOf(row.id).map(({ item, quantity, sizeMm, note }) => ({
          item,
          quantity,
          size: sizeMm === undefined ? '' : both(sizeMm),
          note: note ?? '',
        })),
        numbers: numbers.all(row.id).map((n) => numberView(n)),
        units: units.all(row.id),
        stock: stock.all(row.id).map(({ quantity, price, ...offer }) => ({
          ...offer,
          ...(quantity === null ? {} : { quantity }),
          ...(price === null ? {} : { price }),
        })),
      };
    },
  };
}

export type KitPages = ReturnType<typeof kitPages>;
