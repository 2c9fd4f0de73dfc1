/** How a table of the catalogue is kept: what makes a row that row, and what is said of it. */
export interface Kept {
  readonly key: readonly string[];
  readonly values: readonly string[];
  /** A column that only orders the rows of one owner, as an SQL expression over the named columns. */
  readonly counted?: { readonly column: string; readonly owner: string };
  /** Of two rows the one that is newer by this column holds. */
  readonly newest?: string;
}

const FACT = ['presence', 'num', 'txt', 'tolerance', 'source_id'];

/**
 * Every table that an import or a person can change. Column names are those of the SQL files. Where a row has an id it
 * is kept: other rows name it, and a row that is put back must be the one it was.
 */
export const KEPT = {
  source: { key: ['key'], values: ['id', 'kind', 'title', 'issued', 'note', 'made_up'] },
  maker: { key: ['key'], values: ['id', 'name', 'role', 'ignored_marks', 'prefix', 'made_up'] },
  vehicle: {
    key: ['key'],
    values: [
      'id',
      'maker_id',
      'series',
      'name',
      'built_from',
      'built_to',
      'weight_class',
      'gearbox',
      'assistance',
      'driving_side',
      'brake_layout',
      'clutch_layout',
      'note',
      'source_id',
    ],
  },
  vehicle_option: { key: ['vehicle_id', 'code'], values: ['meaning'] },
  vehicle_fact: { key: ['vehicle_id', 'slot', 'attribute', 'position'], values: FACT },
  vehicle_part_fact: {
    key: ['vehicle_id', 'part', 'built_from', 'option_code', 'attribute', 'position'],
    values: ['built_to', 'mated_set', ...FACT],
  },
  vehicle_access: {
    key: ['vehicle_id', 'slot', 'comes_off'],
    values: ['minutes', 'breaks', 'source_id'],
    counted: { column: 'seq', owner: 'vehicle_id' },
  },
  unit_note: { key: ['unit_id', 'about', 'txt'], values: ['source_id'] },
  unit_piece: { key: ['unit_id', 'item', 'size'], values: ['quantity', 'stays', 'source_id'] },
  unit: { key: ['key'], values: ['id', 'kind', 'name', 'maker_id', 'note', 'source_id'] },
  unit_fact: { key: ['unit_id', 'attribute', 'position'], values: FACT },
  kit: { key: ['key'], values: ['id', 'kind', 'name', 'maker_id', 'bore', 'bore_large', 'seals', 'source_id'] },
  kit_content: {
    key: ['kit_id', 'item', 'size'],
    values: ['quantity', 'note', 'holds_kit'],
    counted: { column: 'seq', owner: 'kit_id' },
  },
  kit_unit: { key: ['kit_id', 'unit_id'], values: ['built_from', 'built_to', 'source_id'] },
  fitting: {
    key: ['key'],
    values: [
      'id',
      'kind',
      'name',
      'thread',
      'seat',
      'tube',
      'grade',
      'volume_ml',
      'size',
      'size_to',
      'length',
      'source_id',
    ],
  },
  fitting_end: { key: ['fitting_id', 'position'], values: ['gender', 'thread', 'seat'] },
  fitting_piece: { key: ['fitting_id', 'thread', 'size'], values: ['quantity'] },
  number: {
    key: ['maker_id', 'written'],
    values: [
      'id',
      'key',
      'loose',
      'kind',
      'status',
      'unit_id',
      'kit_id',
      'fitting_id',
      'note',
      'condition',
      'source_id',
    ],
  },
  box_item: {
    key: ['number_id', 'item', 'thread'],
    values: ['presence', 'kind', 'quantity', 'size', 'source_id'],
  },
  stock: { key: ['number_id', 'supplier'], values: ['quantity', 'told_on', 'price'], newest: 'told_on' },
  chain_entry: {
    key: ['vehicle_id', 'slot', 'unit_id', 'built_from', 'option_code'],
    values: ['id', 'built_to', 'mated_set', 'source_id'],
  },
  beside: { key: ['kept', 'row_key', 'source_id'], values: ['said'] },
  link: { key: ['key'], values: ['id', 'kind', 'from_number', 'from_unit', 'to_number', 'to_unit', 'both_ways'] },
  assertion: { key: ['link_id', 'source_id', 'asserted_on'], values: ['person', 'note'] },
  condition: { key: ['link_id', 'txt'], values: ['kind', 'number'], counted: { column: 'seq', owner: 'link_id' } },
} as const satisfies Record<string, Kept>;

export type KeptName = keyof typeof KEPT;
export const isKept = (name: string): name is KeptName => Object.hasOwn(KEPT, name);
