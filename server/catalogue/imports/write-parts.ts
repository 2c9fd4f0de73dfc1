import { findThread } from '@kerabat/core/named/thread';
import type { Db } from '../../base/db/open.js';
import type { Effect, Ledger } from '../history/ledger.js';
import { type Finders, Refused } from './names.js';
import { figure, filled, yesOrNo, type RowCells } from './cells.js';

/** How the rows of the files that speak of kits and pieces are written. */
export function kitRows(
  db: Db,
  put: Ledger['put'],
  find: Finders,
): Readonly<Record<'kits' | 'kitContents' | 'unitPieces' | 'kitUnits', (c: RowCells) => Effect>> {
  const holds = db
    .prepare<[number, number], number>(
      `WITH RECURSIVE held (kit_id) AS (SELECT ? UNION SELECT c.holds_kit FROM held h JOIN kit_content c ON
        c.kit_id = h.kit_id WHERE c.holds_kit IS NOT NULL)
       SELECT COUNT(*) FROM held WHERE kit_id = ?`,
    )
    .pluck();

  /** A kit that lies in another one; never the one that it would lie in. */
  const heldKit = (outer: string | undefined, inner: string): number => {
    const [kit, held] = [find.kit(outer), find.kit(inner)];
    if (holds.get(held, kit) !== 0) throw new Refused(`The kit ${outer ?? ''} would contain itself, through ${inner}.`);
    return held;
  };

  return {
    kits: (c) =>
      put(
        'kit',
        {
          key: c['kit'] ?? '',
          maker_id: find.maker(c['maker']),
          source_id: find.source(c['source']),
          bore: Number(c['bore_mm']),
          bore_large: figure(c['bore_large_mm']),
          kind: filled(c['kind']),
          name: filled(c['name']),
          seals: filled(c['seals']),
        },
        { name: '' },
      ),
    kitContents: (c) =>
      put(
        'kit_content',
        {
          kit_id: find.kit(c['kit']),
          item: c['item'] ?? '',
          size: figure(c['size_mm']) ?? 0,
          quantity: Number(c['quantity']),
          note: filled(c['note']),
          holds_kit: c['contains_kit'] ? heldKit(c['kit'], c['contains_kit']) : undefined,
        },
        { note: '' },
      ),
    unitPieces: (c) =>
      put(
        'unit_piece',
        {
          unit_id: find.unit(c['unit']),
          item: c['item'] ?? '',
          size: figure(c['size_mm']) ?? 0,
          quantity: Number(c['quantity']),
          stays: yesOrNo(c['stays']),
          source_id: find.source(c['source']),
        },
        { stays: 0 },
      ),
    kitUnits: (c) =>
      put(
        'kit_unit',
        {
          kit_id: find.kit(c['kit']),
          unit_id: find.unit(c['unit']),
          built_from: filled(c['built_from']),
          built_to: filled(c['built_to']),
          source_id: find.source(c['source']),
        },
        { built_from: '', built_to: '' },
      ),
  };
}

/** How the rows of the files that speak of small parts are written. */
export const fittingRows = (
  put: Ledger['put'],
  find: Finders,
): Readonly<Record<'fittings' | 'fittingEnds' | 'fittingPieces', (c: RowCells) => Effect>> => ({
  fittings: (c) =>
    put(
      'fitting',
      {
        key: c['fitting'] ?? '',
        source_id: find.source(c['source']),
        kind: filled(c['kind']),
        name: filled(c['name']),
        thread: c['thread'] ? findThread(c['thread'])?.designation : undefined,
        seat: filled(c['seat']),
        tube: filled(c['tube']),
        grade: filled(c['grade']),
        volume_ml: figure(c['volume_ml']),
        size: figure(c['size_mm']),
        size_to: figure(c['size_to_mm']),
        length: figure(c['length_mm']),
      },
      { name: '' },
    ),
  fittingEnds: (c) =>
    put('fitting_end', {
      fitting_id: find.fitting(c['fitting']),
      position: c['position'] ?? '',
      gender: c['gender'] ?? '',
      thread: findThread(c['thread'] ?? '')?.designation ?? '',
      seat: c['seat'] ?? '',
    }),
  fittingPieces: (c) => {
    if (!c['thread'] && !c['size_mm']) throw new Refused('A piece of a pack needs its thread or its size.');
    return put('fitting_piece', {
      fitting_id: find.fitting(c['fitting']),
      thread: c['thread'] ? (findThread(c['thread'])?.designation ?? '') : '',
      size: figure(c['size_mm']) ?? 0,
      quantity: Number(c['quantity']),
    });
  },
});
