import type { ColumnMapping, ImportMapping, SheetMapping } from '@kerabat/contract';
import { lookup } from '@kerabat/core/base/lookup';
import { type ColumnRead, columnsOf, isTable } from './columns.js';
import type { RawRow } from './files/sheet.js';
import { type TableName, TABLES } from './tables.js';

/** What the columns of foreign lists are often called, without case and marks. */
const OFTEN: Readonly<Record<string, readonly string[]>> = {
  issuer: ['maker', 'brand', 'make', 'manufacturer', 'our brand'],
  number: [
    'part number',
    'part no',
    'part',
    'article',
    'article number',
    'item',
    'item no',
    'our number',
    'no',
    'sku',
    'artikel',
  ],
  other_issuer: [
    'other maker',
    'other brand',
    'original maker',
    'vehicle maker',
    'oe maker',
    'replaces maker',
    'for maker',
  ],
  other_number: [
    'other number',
    'replaces',
    'original number',
    'oe number',
    'oe',
    'oem number',
    'cross reference',
    'interchange',
    'instead of',
  ],
  kind: ['type', 'relation', 'category'],
  condition: ['only if', 'provided', 'restriction', 'conditions'],
  note: ['notes', 'remark', 'remarks', 'comment'],
  name: ['description', 'title', 'text', 'designation'],
  quantity: ['qty', 'stock', 'on hand', 'available', 'pieces'],
  price: ['list price', 'net price', 'unit price', 'price each', 'price net', 'net', 'cost', 'preis'],
  supplier: ['warehouse', 'store', 'branch', 'shop'],
  date: ['as of', 'stand', 'updated', 'dated'],
  bore_mm: ['bore', 'bore diameter', 'cylinder bore', 'cylinder diameter', 'size'],
  unit: ['unit key', 'key', 'unit id'],
};

const plain = (text: string): string =>
  text
    .normalize('NFKD')
    .toLowerCase()
    .replace(/\p{M}/gu, '')
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

const UNIT_AT_END =
  /(?:^|[\s([_,/-])(mm|millimet(?:er|re)s?|in|inch(?:es)?|ml|cc|litres?|deg|degrees)[\s\])]*$|("|″|°)[\s\])]*$/i;

/** The unit that a heading names at its end, and the heading without it: "Bore (in)", "rod length, mm", `Pilot "`. */
export function unitOfHeading(heading: string): { words: string; unit?: NonNullable<ColumnMapping['unit']> } {
  const found = UNIT_AT_END.exec(heading);
  const word = (found?.[1] ?? found?.[2] ?? '').toLowerCase();
  const words = found ? heading.slice(0, found.index) : heading;
  if (!found || plain(words) === '') return { words: heading };
  if (word === '"' || word === '″' || word.startsWith('in')) return { words, unit: 'in' };
  if (word.startsWith('mm') || word.startsWith('millim')) return { words, unit: 'mm' };
  if (word === '°' || word.startsWith('deg')) return { words, unit: 'deg' };
  return { words, unit: word.startsWith('l') ? 'l' : 'ml' };
}

/** ISO 4217 codes as price lists write them after the heading. */
const CURRENCY_AT_END = / (?:eur|gbp|usd|chf|sek|nok|dkk|pln|czk|aud|cad|nzd|jpy|inr)$/;

interface Named {
  readonly exact: ReadonlyMap<string, ColumnRead>;
  readonly sure: ReadonlyMap<string, ColumnRead>;
  readonly often: ReadonlyMap<string, ColumnRead>;
}
const named = new Map<TableName, Named>();

/**
 * The columns of a table by everything they are called: a sheet has many headings, and each is looked for in every
 * table.
 */
function namesOf(table: TableName): Named {
  const known = named.get(table);
  if (known) return known;
  const columns = columnsOf(table);
  const by = (namesOfColumn: (c: ColumnRead) => readonly string[]): Map<string, ColumnRead> =>
    new Map(columns.flatMap((c) => namesOfColumn(c).map((name) => [name, c] as const)).reverse());
  const made: Named = {
    exact: by((c) => [c.name]),
    sure: by((c) => [plain(c.name), plain(c.words), plain(c.name.replace(/_(mm|ml|deg)$/, ''))]),
    often: by((c) => lookup(OFTEN, c.name) ?? []),
  };
  named.set(table, made);
  return made;
}

function columnFor(heading: string, table: TableName): { column: ColumnRead; sure: boolean } | undefined {
  const { exact, sure, often } = namesOf(table);
  const written = exact.get(heading.trim());
  if (written) return { column: written, sure: true };
  const words = plain(unitOfHeading(heading).words);
  const wanted = [plain(heading), words, words.replace(CURRENCY_AT_END, '')];
  const found = (names: ReadonlyMap<string, ColumnRead>): ColumnRead | undefined =>
    wanted.map((name) => names.get(name)).find((column) => column !== undefined);
  const [meant, perhaps] = [found(sure), found(often)];
  if (meant) return { column: meant, sure: true };
  return perhaps ? { column: perhaps, sure: false } : undefined;
}

/** What each heading is in a table: no column twice, the sure ones first. */
export function matchColumns(headings: readonly string[], table: TableName): ColumnMapping[] {
  const found = headings.map((heading) => columnFor(heading, table));
  const taken = new Set(found.flatMap((f) => (f?.sure ? [f.column.name] : [])));
  const used = new Set<string>();
  return headings.map((heading, i) => {
    const match = found[i];
    const free = match && !used.has(match.column.name) && (match.sure || !taken.has(match.column.name));
    if (!free) return { heading, to: null };
    used.add(match.column.name);
    const { unit } = unitOfHeading(heading);
    const ownUnit = heading.trim() === match.column.name;
    return {
      heading,
      to: match.column.name,
      ...(match.column.unit && unit && unit !== match.column.unit && !ownUnit ? { unit } : {}),
    };
  });
}

/** What mostly holds for a whole list and stands in its letter, not in a column. */
const OF_THE_LIST: readonly string[] = ['source', 'supplier', 'issuer', 'date'];

/** How well a table explains the headings: what is matched, less what it would want and what would be left over. */
function score(headings: readonly string[], table: TableName): number {
  const matched = matchColumns(headings, table).flatMap((c) => (c.to === null ? [] : [c.to]));
  const required: readonly string[] = TABLES[table].columns;
  const missing = required.filter((name) => !matched.includes(name) && !OF_THE_LIST.includes(name)).length;
  return matched.length * 2 - missing * 1.5 - (headings.length - matched.length) * 0.25;
}

/**
 * What a sheet seems to be: its line of headings, its table and its columns. A sheet named like a table is that table.
 */
export function guessSheet(sheet: string, lines: readonly RawRow[]): SheetMapping {
  const tables = Object.keys(TABLES) as TableName[];
  const byName = tables.find(
    (table) => TABLES[table].file === `${sheet.replace(/ \(\d+\)$/, '').toLowerCase()}.csv` || table === sheet,
  );
  const candidates = lines
    .slice(0, 10)
    .filter((row) => row.cells.filter((cell) => cell !== '').length > 1 || lines.length === 1);
  const best = candidates
    .flatMap((row) => (byName ? [byName] : tables).map((table) => ({ row, table, points: score(row.cells, table) })))
    .reduce<{ row: RawRow; table: TableName; points: number } | undefined>(
      (a, b) => (a && a.points >= b.points ? a : b),
      undefined,
    );
  if (!best || (best.points <= 0 && !byName)) {
    const heading = candidates[0] ?? lines[0];
    return {
      sheet,
      table: null,
      headingLine: heading?.line ?? 1,
      columns: (heading?.cells ?? []).map((cell) => ({ heading: cell.slice(0, 200), to: null })),
      fixed: {},
    };
  }
  return {
    sheet,
    table: best.table,
    headingLine: best.row.line,
    columns: matchColumns(
      best.row.cells.map((cell) => cell.slice(0, 200)),
      best.table,
    ),
    fixed: {},
  };
}

/** Columns that a file of rejected rows has in front: they say nothing of the list. */
const OURS = ['line', 'reason'];

/** The headings by which a column matching is known again; a corrected file of rejected rows has those of its list. */
export const signatureOf = (mapping: SheetMapping): string =>
  mapping.columns
    .map((c) => plain(c.heading))
    .filter((heading, i) => !(i < OURS.length && heading === OURS[i]))
    .join('|');

/** Why a mapping cannot be carried out, one sentence for each thing that is missing; empty when it can. */
export function mappingProblems(mapping: ImportMapping): string[] {
  const wanted = mapping.sheets.filter((sheet) => sheet.table !== null);
  if (wanted.length === 0) return ['No sheet is matched to a table: say what the rows are.'];
  return wanted.flatMap((sheet) => {
    const table = sheet.table ?? '';
    const place = wanted.length > 1 ? `${sheet.sheet}: ` : '';
    if (!isTable(table)) return [`${place}There is no table "${table}".`];
    const columns = columnsOf(table);
    const matched = sheet.columns.flatMap((c) => (c.to === null ? [] : [c.to]));
    const unknown = [...matched, ...Object.keys(sheet.fixed)].filter((name) => !columns.some((c) => c.name === name));
    const twice = matched.filter((name, i) => matched.indexOf(name) !== i);
    const missing = columns.filter(
      (c) => c.required && !matched.includes(c.name) && lookup(sheet.fixed, c.name) === undefined,
    );
    return [
      ...(unknown.length > 0 ? [`${place}The table has no column ${unknown.join(', ')}.`] : []),
      ...(twice.length > 0
        ? [`${place}Two columns are matched to "${[...new Set(twice)].join('", "')}": choose one.`]
        : []),
      ...(missing.length > 0
        ? [
            `${place}Still wanted: ${missing.map((c) => c.words).join(', ')}. Match a column, or say what ` +
              'holds for every row.',
          ]
        : []),
    ];
  });
}
