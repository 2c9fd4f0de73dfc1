import { CONDITION_KINDS, LINK_KINDS } from '@kerabat/core/find/interchange';
import { findFluid } from '@kerabat/core/named/fluid';
import { FITTING_KINDS, ITEMS } from '@kerabat/core/named/item';
import { SEAT_FORMS } from '@kerabat/core/named/seat';
import { findThread, GENDERS } from '@kerabat/core/named/thread';
import {
  BOX_PRESENCES,
  CONDITIONS,
  FACE_POSITIONS,
  MAKER_ROLES,
  NOTE_SUBJECTS,
  NUMBER_KINDS,
  NUMBER_STATES,
  SOURCE_KINDS,
  UNIT_KINDS,
} from '@kerabat/core/named/unit';
import { LAYOUT_NAMES } from '@kerabat/core/vehicle/layout';
import { SLOTS } from '@kerabat/core/vehicle/place';
import { PLAIN_COLUMNS, PORT_COLUMNS } from './fact-columns.js';

/**
 * One catalogue file: its columns. The order of the list is the order of loading, so that keys exist before they are
 * used.
 */
export interface TableShape {
  readonly file: string;
  readonly columns: readonly string[];
  readonly optional: readonly string[];
  readonly check?: Readonly<Record<string, CellCheck>>;
}

/** Answers a sentence when a cell cannot be what it says. A check of a closed list of words tells them. */
export interface CellCheck {
  (cell: string): string | undefined;
  readonly values?: readonly string[];
}

const among = (values: readonly string[]): CellCheck =>
  Object.assign(
    (cell: string) => (values.includes(cell) ? undefined : `"${cell}" is not one of ${values.join(', ')}.`),
    { values },
  );
const optional = (check: CellCheck): CellCheck =>
  Object.assign(
    (cell: string) => (cell === '' ? undefined : check(cell)),
    check.values ? { values: check.values } : {},
  );
const month = (cell: string) =>
  cell === '' || /^\d{4}-(0[1-9]|1[0-2])$/.test(cell) ? undefined : `"${cell}" is not a month like 2004-09.`;
const date = (cell: string) =>
  /^\d{4}-\d{2}-\d{2}$/.test(cell) && isDay(cell) ? undefined : `"${cell}" is not a date like 2004-09-30.`;
const isDay = (cell: string): boolean => {
  const [year, month, day] = [Number(cell.slice(0, 4)), Number(cell.slice(5, 7)), Number(cell.slice(8))];
  return month >= 1 && month <= 12 && day >= 1 && (day <= 28 || day <= new Date(Date.UTC(year, month, 0)).getUTCDate());
};
const filled = (cell: string) => (cell === '' ? 'It must not be empty.' : undefined);
const thread = (cell: string) =>
  cell === '' || findThread(cell) ? undefined : `"${cell}" is no thread of a standard series.`;
const decimal = (cell: string) =>
  cell === '' || /^\d+(\.\d+)?$/.test(cell) ? undefined : `"${cell}" is not a decimal number.`;
const grade = (cell: string) =>
  cell === '' || findFluid(cell) ? undefined : `"${cell}" is not a fluid grade that is known here.`;

const howMany = (cell: string) => (/^[1-9]\d{0,2}$/.test(cell) ? undefined : `"${cell}" is not a whole number.`);

const aNumber = (cell: string) =>
  /\p{L}|\p{N}/u.test(cell) ? undefined : 'There is no letter or digit in the number.';

export const TABLES = {
  sources: {
    file: 'sources.csv',
    columns: ['source', 'kind', 'title', 'issued'],
    optional: ['note', 'made_up'],
    check: { made_up: optional(among(['yes', 'no'])), source: filled, kind: among(SOURCE_KINDS), issued: date },
  },
  makers: {
    file: 'makers.csv',
    columns: ['maker', 'name', 'role'],
    optional: ['ignored_marks', 'prefix', 'made_up'],
    check: { made_up: optional(among(['yes', 'no'])), maker: filled, role: among(MAKER_ROLES) },
  },
  vehicles: {
    file: 'vehicles.csv',
    columns: ['vehicle', 'maker', 'series', 'name', 'built_from', 'built_to', 'source'],
    optional: ['weight_class', 'gearbox', 'assistance', 'driving_side', 'brake_layout', 'clutch_layout', 'note'],
    check: {
      vehicle: filled,
      built_from: month,
      built_to: month,
      brake_layout: optional(among(LAYOUT_NAMES)),
      clutch_layout: optional(among(LAYOUT_NAMES)),
    },
  },
  vehicleOptions: {
    file: 'vehicle-options.csv',
    columns: ['vehicle', 'code', 'meaning'],
    optional: [],
    check: { code: filled },
  },
  vehicleSides: {
    file: 'vehicle-sides.csv',
    columns: ['vehicle', 'slot', 'source'],
    optional: PLAIN_COLUMNS.map((c) => c.heading),
    check: { slot: among(['pedal', ...SLOTS.map((s) => s.slot)]) },
  },
  vehicleLines: {
    file: 'vehicle-lines.csv',
    columns: ['vehicle', 'slot', 'position', 'source'],
    optional: PORT_COLUMNS.map((c) => c.heading),
    check: { slot: among(SLOTS.map((s) => s.slot)), position: filled },
  },
  vehicleParts: {
    file: 'vehicle-parts.csv',
    columns: ['vehicle', 'part', 'source'],
    optional: [
      'position',
      'built_from',
      'built_to',
      'option',
      'mated_set',
      ...PORT_COLUMNS.map((c) => c.heading),
      ...PLAIN_COLUMNS.map((c) => c.heading),
    ],
    check: { part: filled, built_from: month, built_to: month },
  },
  access: {
    file: 'access.csv',
    columns: ['vehicle', 'slot', 'comes_off', 'source'],
    optional: ['minutes', 'breaks'],
    check: { slot: among(SLOTS.map((s) => s.slot)), comes_off: filled, minutes: decimal },
  },
  units: {
    file: 'units.csv',
    columns: ['unit', 'kind', 'name', 'maker', 'source'],
    optional: ['note', ...PLAIN_COLUMNS.map((c) => c.heading)],
    check: { unit: filled, kind: among(UNIT_KINDS) },
  },
  unitFacts: { file: 'unit-facts.csv', columns: ['unit', 'source'], optional: PLAIN_COLUMNS.map((c) => c.heading) },
  ports: {
    file: 'ports.csv',
    columns: ['unit', 'position', 'source'],
    optional: PORT_COLUMNS.map((c) => c.heading),
    check: { position: filled },
  },
  unitFaces: {
    file: 'unit-faces.csv',
    columns: ['unit', 'face', 'source'],
    optional: PLAIN_COLUMNS.map((c) => c.heading),
    check: { face: among(FACE_POSITIONS) },
  },
  unitNotes: {
    file: 'unit-notes.csv',
    columns: ['unit', 'about', 'text', 'source'],
    optional: [],
    check: { about: among(NOTE_SUBJECTS), text: filled },
  },
  kits: {
    file: 'kits.csv',
    columns: ['kit', 'kind', 'name', 'maker', 'bore_mm', 'source'],
    optional: ['bore_large_mm', 'seals'],
    check: {
      kit: filled,
      kind: among(UNIT_KINDS),
      bore_mm: (c: string) => filled(c) ?? decimal(c),
      bore_large_mm: decimal,
    },
  },
  kitContents: {
    file: 'kit-contents.csv',
    columns: ['kit', 'item', 'quantity'],
    optional: ['note', 'size_mm', 'contains_kit'],
    check: { item: filled, size_mm: decimal, quantity: howMany },
  },
  unitPieces: {
    file: 'unit-pieces.csv',
    columns: ['unit', 'item', 'quantity', 'source'],
    optional: ['size_mm', 'stays'],
    check: { item: filled, size_mm: decimal, stays: optional(among(['yes', 'no'])), quantity: howMany },
  },
  kitUnits: {
    file: 'kit-units.csv',
    columns: ['kit', 'unit', 'source'],
    optional: ['built_from', 'built_to'],
    check: { built_from: month, built_to: month },
  },
  fittings: {
    file: 'fittings.csv',
    columns: ['fitting', 'kind', 'name', 'source'],
    optional: ['thread', 'seat', 'tube', 'grade', 'volume_ml', 'size_mm', 'size_to_mm', 'length_mm'],
    check: {
      fitting: filled,
      kind: among(FITTING_KINDS),
      thread,
      grade,
      volume_ml: decimal,
      size_mm: decimal,
      size_to_mm: decimal,
      length_mm: decimal,
    },
  },
  fittingEnds: {
    file: 'fitting-ends.csv',
    columns: ['fitting', 'position', 'gender', 'thread', 'seat'],
    optional: [],
    check: {
      position: filled,
      gender: among(GENDERS),
      thread: (c: string) => filled(c) ?? thread(c),
      seat: among(SEAT_FORMS),
    },
  },
  fittingPieces: {
    file: 'fitting-pieces.csv',
    columns: ['fitting', 'quantity'],
    optional: ['thread', 'size_mm'],
    check: { thread, size_mm: decimal, quantity: howMany },
  },
  numbers: {
    file: 'numbers.csv',
    columns: ['issuer', 'number', 'kind', 'status', 'leads_to', 'source'],
    optional: ['note', 'condition'],
    check: {
      condition: optional(among(CONDITIONS)),
      number: aNumber,
      kind: among(NUMBER_KINDS),
      status: among(NUMBER_STATES),
    },
  },
  stock: {
    file: 'stock.csv',
    columns: ['supplier', 'issuer', 'number', 'date'],
    optional: ['quantity', 'price'],
    check: {
      supplier: filled,
      date,
      price: decimal,
      quantity: optional((c: string) => (/^\d{1,6}$/.test(c) ? undefined : `"${c}" is not a whole number.`)),
    },
  },
  boxes: {
    file: 'boxes.csv',
    columns: ['issuer', 'number', 'item', 'presence', 'source'],
    optional: ['kind', 'quantity', 'thread', 'size_mm'],
    check: {
      kind: optional(among(ITEMS)),
      quantity: optional(howMany),
      thread,
      size_mm: decimal,
      presence: among(BOX_PRESENCES),
    },
  },
  chains: {
    file: 'chains.csv',
    columns: ['vehicle', 'slot', 'unit', 'source'],
    optional: ['built_from', 'built_to', 'option', 'mated_set'],
    check: { slot: among(SLOTS.map((s) => s.slot)), built_from: month, built_to: month },
  },
  links: {
    file: 'links.csv',
    columns: ['link', 'kind', 'from', 'to', 'both_ways'],
    optional: [],
    check: { link: filled, kind: among(LINK_KINDS), both_ways: among(['yes', 'no']) },
  },
  assertions: {
    file: 'assertions.csv',
    columns: ['link', 'source', 'date'],
    optional: ['person', 'note'],
    check: { date },
  },
  crossReferences: {
    file: 'cross-references.csv',
    columns: ['issuer', 'number', 'kind', 'other_issuer', 'other_number', 'source'],
    optional: ['date', 'both_ways', 'condition', 'condition_kind', 'note'],
    check: {
      number: aNumber,
      other_number: aNumber,
      kind: among(LINK_KINDS),
      date: optional(date),
      both_ways: optional(among(['yes', 'no'])),
      condition_kind: optional(among(CONDITION_KINDS)),
    },
  },
  conditions: {
    file: 'conditions.csv',
    columns: ['link', 'kind', 'text'],
    optional: ['number'],
    check: { kind: among(CONDITION_KINDS), text: filled },
  },
} as const satisfies Record<string, TableShape>;

export type TableName = keyof typeof TABLES;
