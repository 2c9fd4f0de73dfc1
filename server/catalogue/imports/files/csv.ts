import type { Readable } from 'node:stream';
import { csvReader, type CsvRow } from '../../../base/csv/csv-text.js';
import { restored } from '../../../base/csv/inert.js';
import { type Encoding, seeEncoding, UNREADABLE } from './encoding.js';
import { tally } from './limits.js';
import { BATCH, type Flaw, type RawRow, type Sheet } from './sheet.js';

/** Bytes that can be read from the start as often as wanted. */
export interface TextSource {
  readonly size: number;
  open(): Promise<Readable>;
}

const SEPARATORS = [',', ';', '\t', '|'] as const;
/** So much of the file decides which separator it has. */
const LOOKED_AT = 64 * 1024;

/** One CSV file: any common separator, any line ends, in the encoding it is in or the one that is said. */
export async function csvSheet(name: string, source: TextSource, said?: Encoding): Promise<Sheet> {
  const seen = said === undefined ? await seeEncoding(await source.open()) : { encoding: said };
  const separator = separatorOf(await beginning(source, seen.encoding));
  let passed = 0;
  return {
    name,
    encoding: seen.encoding,
    notes: [
      ...('note' in seen && seen.note ? [seen.note] : []),
      ...(separator === ',' ? [] : [`Its cells are parted by ${separator === '\t' ? 'tabs' : `"${separator}"`}.`]),
    ],
    share: () => (source.size === 0 ? 1 : passed / source.size),
    async *rows() {
      passed = 0;
      const reader = csvReader(separator);
      const take = tally();
      const decoder = new TextDecoder(seen.encoding);
      for await (const chunk of (await source.open()) as AsyncIterable<Buffer>) {
        passed += chunk.length;
        yield* inBatches(reader.push(decoder.decode(chunk, { stream: true })), take);
      }
      yield* inBatches([...reader.push(decoder.decode()), ...reader.end()], take);
    },
  };
}

function* inBatches(rows: readonly CsvRow[], take: ReturnType<typeof tally>): IterableIterator<RawRow[]> {
  for (const { line, cells } of rows) take(line, cells.length);
  for (let i = 0; i < rows.length; i += BATCH) yield rows.slice(i, i + BATCH).map(rawRow);
}

function rawRow({ cells, line }: CsvRow): RawRow {
  if (!cells.some((cell) => cell.includes(UNREADABLE) || cell.startsWith("'"))) return { line, cells };
  const flaws = cells.flatMap((cell, column): Flaw[] =>
    cell.includes(UNREADABLE)
      ? [
          {
            column,
            kind: 'unreadable',
            sentence: `"${cell}" is in another encoding than the rest of the file: write its letters again.`,
          },
        ]
      : [],
  );
  return { line, cells: cells.map(restored), ...(flaws.length > 0 ? { flaws } : {}) };
}

async function beginning(source: TextSource, encoding: Encoding): Promise<string> {
  const stream = await source.open();
  const chunks: Buffer[] = [];
  let size = 0;
  for await (const chunk of stream as AsyncIterable<Buffer>) {
    chunks.push(chunk);
    size += chunk.length;
    if (size >= LOOKED_AT) break;
  }
  stream.destroy();
  return new TextDecoder(encoding).decode(Buffer.concat(chunks).subarray(0, LOOKED_AT));
}

/** The separator that the first lines have most evenly, outside quotes. */
export function separatorOf(text: string): string {
  const lines = text
    .split(/\r\n|\n|\r/)
    .filter((line) => line.trim() !== '')
    .slice(0, 20)
    .map((line) => line.replace(/"[^"]*"/g, ''));
  const score = (separator: string): number => {
    const counts = lines.map((line) => line.split(separator).length - 1).filter((n) => n > 0);
    // A title above the table, or a comma in it, does not decide.
    return Math.max(0, ...counts.map((usual) => counts.filter((n) => n === usual).length * 1000 + usual));
  };
  return [...SEPARATORS].sort((a, b) => score(b) - score(a))[0] ?? ',';
}
