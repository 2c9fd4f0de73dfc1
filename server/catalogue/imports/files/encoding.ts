import { isAscii } from 'node:buffer';
import type { Readable } from 'node:stream';
import type { IMPORT_ENCODINGS } from '@kerabat/contract';
import { FileProblem } from '../../../base/csv/file-problem.js';

export type Encoding = (typeof IMPORT_ENCODINGS)[number];

export interface EncodingSeen {
  readonly encoding: Encoding;
  readonly note?: string;
}

/** A character that stands for bytes that could not be read. */
export const UNREADABLE = '\ufffd';

/**
 * In which encoding a text is written: by its byte order mark, else UTF-8 when all of it is, else Windows-1252 when
 * none of its marked letters is UTF-8. A file of both is read as UTF-8, and its odd lines show `UNREADABLE`. Reads the
 * stream to its end.
 */
export async function seeEncoding(stream: Readable): Promise<EncodingSeen> {
  let [valid, marked, before, size] = [true, false, true, 0];
  const zeros = [0, 0];
  const strict = new TextDecoder('utf-8', { fatal: true });
  const lenient = new TextDecoder('utf-8');
  for await (const chunk of stream as AsyncIterable<Buffer>) {
    if (size === 0) {
      const marks = byMark(chunk);
      if (marks) {
        stream.destroy();
        return { encoding: marks };
      }
    }
    if (chunk.includes(0))
      for (const [i, byte] of chunk.entries()) if (byte === 0) zeros[(size + i) % 2] = (zeros[(size + i) % 2] ?? 0) + 1;
    size += chunk.length;
    // Most lists are plain ASCII, and say nothing of their encoding.
    const plain = isAscii(chunk);
    if (plain && before) continue;
    before = plain;
    if (valid) {
      try {
        strict.decode(chunk, { stream: true });
      } catch {
        valid = false;
      }
    }
    if (!marked) marked = hasMarkedLetter(lenient.decode(chunk, { stream: true }));
  }
  const [even = 0, odd = 0] = zeros;
  // Plain letters have their zero byte always on the same side.
  if (even + odd > size / 4 && even * odd === 0)
    return {
      encoding: odd > 0 ? 'utf-16le' : 'utf-16be',
      note: 'It is read as UTF-16, although it has no byte order mark.',
    };
  if (even + odd > 0) throw new FileProblem('This is not a text file: it holds zero bytes.');
  if (valid && ended(strict)) return { encoding: 'utf-8' };
  if (marked) {
    return {
      encoding: 'utf-8',
      note:
        'Two encodings are mixed in it. Lines that are not UTF-8 are rejected: write their letters again ' +
        'and save as CSV UTF-8.',
    };
  }
  return {
    encoding: 'windows-1252',
    note: 'It is not UTF-8 and is read as Windows-1252 (Western European). Check the letters with marks.',
  };
}

function byMark(chunk: Buffer): Encoding | undefined {
  if (chunk[0] === 0xef && chunk[1] === 0xbb && chunk[2] === 0xbf) return 'utf-8';
  if (chunk[0] === 0xff && chunk[1] === 0xfe) return 'utf-16le';
  if (chunk[0] === 0xfe && chunk[1] === 0xff) return 'utf-16be';
  return undefined;
}

// eslint-disable-next-line no-control-regex
const hasMarkedLetter = (text: string): boolean => /[^\u0000-\u007f\ufffd]/.test(text);

function ended(decoder: InstanceType<typeof TextDecoder>): boolean {
  try {
    decoder.decode();
    return true;
  } catch {
    return false;
  }
}
