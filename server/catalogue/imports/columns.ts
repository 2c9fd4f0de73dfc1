import type { TableView } from '@kerabat/contract';
import { lookup } from '@kerabat/core/base/lookup';
import { type AttributeRow, BASE_UNIT, type MeasuredDimension } from '@kerabat/core/named/attribute';
import { PLAIN_COLUMNS, PORT_COLUMNS } from './fact-columns.js';
import { type TableName, TABLES, type TableShape } from './tables.js';

type ColumnView = TableView['columns'][number];

/** How the cells of a column are read from a foreign file. */
export interface ColumnRead {
  readonly name: string;
  readonly words: string;
  readonly required: boolean;
  readonly kind: 'number' | 'date' | 'month' | 'quantity' | 'thread' | 'choice' | 'text';
  readonly dimension?: MeasuredDimension;
  /** The unit of bare figures. */
  readonly unit?: NonNullable<ColumnView['unit']>;
  readonly choices?: readonly string[];
}

/** What the tables are called for people, in the order in which they are loaded. */
const TABLE_WORDS: Readonly<Partial<Record<TableName, string>>> = {
  vehicleOptions: 'options of vehicles',
  vehicleSides: 'what vehicles have at a joint',
  vehicleLines: 'lines of vehicles',
  vehicleParts: 'lines, hoses and blocks of vehicles',
  access: 'what has to come off to reach a place',
  unitFacts: 'what another source says of units',
  unitFaces: 'the faces of units that have several',
  unitNotes: 'how a unit is handled',
  unitPieces: 'what a unit is sealed with',
  kitContents: 'what is in a kit',
  kitUnits: 'which kit is for which unit',
  fittingEnds: 'what the ends of small parts go into',
  fittingPieces: 'what is in a pack of small parts',
  boxes: 'what is in a box',
  chains: 'which unit sits where in a vehicle',
  assertions: 'who says so (of links)',
  conditions: 'conditions (of links)',
  crossReferences: 'cross-references: a number that will do for another',
};
export const tableWords = (table: TableName): string => TABLE_WORDS[table] ?? table;

const NUMBERS = ['number', 'other_number'];
const DATES = ['date', 'issued'];
const MONTHS = ['built_from', 'built_to'];
const OTHER_WORDS: Readonly<Record<string, string>> = {
  issuer: 'maker of the number',
  other_issuer: 'maker of the number it will do for',
  other_number: 'number it will do for',
  leads_to: 'what it leads to (unit:KEY)',
  from: 'from (unit:KEY or ISSUER:NUMBER)',
  to: 'to (unit:KEY or ISSUER:NUMBER)',
};

/** In a list of cross-references a number has a side. */
const CROSS_WORDS: Readonly<Record<string, string>> = { number: 'number that will do', kind: 'how it will do' };

const facts = new Map([...PLAIN_COLUMNS, ...PORT_COLUMNS].map((column) => [column.heading, column.row]));

/** The columns of a table and how each is read. */
export function columnsOf(table: TableName): ColumnRead[] {
  const shape: TableShape = TABLES[table];
  const own = new Set(shape.columns);
  return [...shape.columns, ...shape.optional].map((name) => {
    const fact = own.has(name) ? undefined : facts.get(name);
    return {
      name,
      words: (table === 'crossReferences' ? lookup(CROSS_WORDS, name) : undefined) ?? wordsOf(name, fact),
      required: own.has(name),
      ...readingOf(name, fact, shape),
    };
  });
}

const wordsOf = (name: string, fact: AttributeRow | undefined): string =>
  fact?.words ?? lookup(OTHER_WORDS, name) ?? name.replace(/_(mm|ml)$/, '').replace(/_/g, ' ');

function readingOf(
  name: string,
  fact: AttributeRow | undefined,
  shape: TableShape,
): Pick<ColumnRead, 'kind' | 'dimension' | 'unit' | 'choices'> {
  if (fact?.kind === 'quantity') {
    const dimension = fact.dimension ?? 'ratio';
    if (dimension === 'ratio') return { kind: 'text' };
    return { kind: 'quantity', dimension, unit: BASE_UNIT[dimension] };
  }
  if (name.endsWith('_mm')) return { kind: 'quantity', dimension: 'length', unit: 'mm' };
  if (name.endsWith('_ml')) return { kind: 'quantity', dimension: 'volume', unit: 'ml' };
  if (fact?.kind === 'choice') return { kind: 'choice', choices: [...(fact.choices ?? []), 'none'] };
  if (fact?.kind === 'thread' || name === 'thread') return { kind: 'thread' };
  if (fact?.kind === 'month' || MONTHS.includes(name)) return { kind: 'month' };
  if (NUMBERS.includes(name)) return { kind: 'number' };
  if (DATES.includes(name)) return { kind: 'date' };
  const values = lookup(shape.check, name)?.values;
  return values ? { kind: 'choice', choices: values } : { kind: 'text' };
}

/** Every table with its columns, for the page that matches them. */
export const tableViews = (): TableView[] =>
  (Object.keys(TABLES) as TableName[]).map((table) => ({
    table,
    words: tableWords(table),
    columns: columnsOf(table).map(({ name, words, required, unit, choices }) => ({
      name,
      words,
      required,
      ...(unit ? { unit } : {}),
      ...(choices ? { choices: [...choices] } : {}),
    })),
  }));

export const isTable = (name: string): name is TableName => Object.hasOwn(TABLES, name);
