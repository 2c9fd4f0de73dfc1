import { closeSync, createReadStream, openSync, writeSync } from 'node:fs';
import { createInterface } from 'node:readline';
import { BATCH, type RawRow, type Sheet } from './sheet.js';

/** A sheet that was unpacked beside its file, so that it is parsed once however often it is read. */
export interface StagedSheet {
  readonly name: string;
  readonly path: string;
  readonly notes: readonly string[];
  readonly total: number;
}

const CHUNK = 256 * 1024;

/** Writes text to a file in large pieces, at once: what is written is there when `close` returns. */
export function textWriter(path: string) {
  const file = openSync(path, 'w');
  let held = '';
  const flush = (): void => {
    if (held !== '') writeSync(file, held);
    held = '';
  };
  return {
    write(text: string): void {
      held += text;
      if (held.length >= CHUNK) flush();
    },
    close(): void {
      flush();
      closeSync(file);
    },
  };
}

/** Writes rows one to a line. Answers how many there were. */
export function rowWriter(path: string) {
  const text = textWriter(path);
  let total = 0;
  return {
    write(row: RawRow): void {
      total++;
      text.write(`${JSON.stringify(row)}\n`);
    },
    close(): number {
      text.close();
      return total;
    },
  };
}

/** The sheet that `rowWriter` wrote. */
export function stagedSheet({ name, path, notes, total }: StagedSheet): Sheet {
  let passed = 0;
  return {
    name,
    notes,
    share: () => (total === 0 ? 1 : passed / total),
    async *rows() {
      passed = 0;
      let batch: RawRow[] = [];
      for await (const line of createInterface({ input: createReadStream(path) })) {
        batch.push(JSON.parse(line) as RawRow);
        passed++;
        if (batch.length < BATCH) continue;
        yield batch;
        batch = [];
      }
      yield batch;
    },
  };
}
