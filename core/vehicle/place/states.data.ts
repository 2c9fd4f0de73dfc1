/** What becomes of a place in a job, and what each state of it edits: one table. */

export const PLACE_STATES = [
  'not-known',
  'stays',
  'fitted-already',
  'off-and-back',
  'changed',
  'moves',
  'goes',
] as const;
export type PlaceState = (typeof PLACE_STATES)[number];

export interface PlaceStateRow {
  readonly state: PlaceState;
  readonly words: string;
  /** What is put there: nothing, the unit that was there, or another one; or it is taken away. */
  readonly edits: 'nothing' | 'same-again' | 'another' | 'taken-away';
  /** A unit is ordered for it. */
  readonly orders: boolean;
  /** Whether what the record names sits there. */
  readonly record: 'counts' | 'does-not-count';
  /** What the record says of what the unit meets does not count any more: it stands elsewhere. */
  readonly moved?: true;
  /** Which unit it is, or where it goes, may be said with it. */
  readonly says?: 'unit' | 'where';
}

const row = (
  state: PlaceState,
  words: string,
  edits: PlaceStateRow['edits'],
  rest: Partial<PlaceStateRow> = {},
): PlaceStateRow => ({ state, words, edits, orders: false, record: 'counts', ...rest });

// prettier-ignore
export const PLACE_STATE_ROWS: readonly PlaceStateRow[] = [
  row('not-known', 'nobody knows what sits there', 'nothing', { record: 'does-not-count' }),
  row('stays', 'stays as it is', 'nothing'),
  row('fitted-already', 'another one was fitted before', 'nothing', { record: 'does-not-count', says: 'unit' }),
  row('off-and-back', 'comes off and goes back', 'same-again'),
  row('changed', 'is changed', 'another', { orders: true }),
  row('moves', 'goes to another spot', 'same-again', { moved: true, says: 'where' }),
  row('goes', 'is left out', 'taken-away'),
];

const BY_STATE = new Map(PLACE_STATE_ROWS.map((one) => [one.state, one]));
/** The row of a state. Throws where the table has none: a programming error. */
export function placeStateRow(state: PlaceState): PlaceStateRow {
  const found = BY_STATE.get(state);
  if (!found) throw new Error(`no place state "${state}"`);
  return found;
}
export const isPlaceState = (text: string): text is PlaceState => BY_STATE.has(text as PlaceState);

/** Sides of an axle that may have a state of their own. */
export const PLACE_SIDES = ['left', 'right'] as const;
export type PlaceSide = (typeof PLACE_SIDES)[number];
