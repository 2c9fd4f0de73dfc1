import { looseKey, numberKey } from '@kerabat/core/named/number';
import { findThread } from '@kerabat/core/named/thread';
import type { Effect, Ledger, Said } from '../history/ledger.js';
import { type Finders, Refused } from './names.js';
import { figure, filled, type RowCells } from './cells.js';
import { NUMBER } from './new-rows.js';

/** A number of which the list does not say what it leads to. */
const NOTHING: Partial<ReturnType<Finders['target']>> = {};

/** Writes part numbers, each under its maker's rule. */
export function numberWriter(put: Ledger['put'], find: Finders) {
  /** The key of a number by its maker's rule. */
  const keyOf = (issuer: string | undefined, written = ''): { maker_id: number; key: string } => {
    const maker_id = find.maker(issuer);
    return { maker_id, key: numberKey(written, { ignored: find.ignoredMarks(maker_id) }) };
  };

  const putNumber = (issuer: string | undefined, written: string, source_id: number, rest: Said = {}): Effect => {
    const { maker_id, key } = keyOf(issuer, written);
    const { kind, status, note, condition, unit_id, kit_id, fitting_id } = rest;
    return put(
      'number',
      {
        maker_id,
        written,
        key,
        loose: looseKey(written),
        kind,
        status,
        note,
        condition,
        unit_id,
        kit_id,
        fitting_id,
        source_id,
      },
      NUMBER,
    );
  };

  return { keyOf, putNumber };
}

/** How the rows of the files that speak of part numbers, boxes and stock are written. */
export const numberRows = (
  put: Ledger['put'],
  find: Finders,
  { putNumber }: ReturnType<typeof numberWriter>,
): Readonly<Record<'numbers' | 'boxes' | 'stock', (c: RowCells) => Effect>> => ({
  numbers: (c) => {
    const { unit_id, kit_id, fitting_id } = c['leads_to'] ? find.target(c['leads_to']) : NOTHING;
    const rest = {
      kind: filled(c['kind']),
      status: filled(c['status']),
      note: filled(c['note']),
      condition: filled(c['condition']),
      unit_id,
      kit_id,
      fitting_id,
    };
    return putNumber(c['issuer'], c['number'] ?? '', find.source(c['source']), rest);
  },
  boxes: (c) =>
    put(
      'box_item',
      {
        number_id: find.number(c['issuer'], c['number']),
        source_id: find.source(c['source']),
        item: c['item'] ?? '',
        presence: filled(c['presence']),
        kind: filled(c['kind']),
        quantity: figure(c['quantity']),
        thread: (c['thread'] ? findThread(c['thread'])?.designation : undefined) ?? '',
        size: figure(c['size_mm']),
      },
      { kind: '' },
    ),
  stock: (c) => {
    if (!c['quantity'] && !c['price']) throw new Refused('Say how many there are, or what one costs.');
    return put('stock', {
      number_id: find.number(c['issuer'], c['number']),
      supplier: c['supplier'] ?? '',
      quantity: figure(c['quantity']),
      told_on: c['date'] ?? '',
      price: figure(c['price']),
    });
  },
});
