import { createWriteStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import { Busboy } from '@fastify/busboy';
import type { Context } from 'koa';
import { storageFault } from '../../base/db/faults.js';
import { badRequest, HttpProblem } from '../../base/http/problem.js';

/** Larger files are sent in parts. */
export const UPLOAD_LIMIT = 512 * 1024 * 1024;
const FIELD_LIMIT = 1024 * 1024;
/** What an import leaves beside the file: what is unpacked of it, and the rows in the catalogue with their indexes. */
const GROWTH = 4;
const SPARE = 50 * 1024 * 1024;

export interface Upload {
  readonly name: string;
  readonly fields: Readonly<Record<string, string>>;
}

/** Looks at the disk before anything is sent: throws a 507 when a file of this length would not go in. */
export function roomFor(ctx: Context, free: number): void {
  const wanted = Number(ctx.get('content-length') || 0) * GROWTH + SPARE;
  const mb = (bytes: number): string => `${Math.round(bytes / 1024 / 1024)} MB`;
  if (free < wanted)
    throw new HttpProblem(
      507,
      'Disk full',
      `The disk has ${mb(free)} left, and bringing this file in takes up to ${mb(wanted)}. Free some ` +
        'space and send it again.',
    );
}

/**
 * Takes one file with its fields from a multipart request and writes the file as it comes. Throws an HttpProblem, at
 * once when it cannot go on.
 */
export async function receiveUpload(ctx: Context, path: string): Promise<Upload> {
  if (!ctx.is('multipart/form-data'))
    throw new HttpProblem(415, 'Wrong content type', 'Send the file as multipart/form-data.');
  const tooLarge = new HttpProblem(
    413,
    'Too large',
    `A file may have at most ${UPLOAD_LIMIT / 1024 / 1024} MB. Send it in parts.`,
  );
  if (Number(ctx.get('content-length')) > UPLOAD_LIMIT + FIELD_LIMIT) throw tooLarge;
  const parser = form(ctx);
  const fields = new Map<string, string>();
  let name: string | undefined;
  let writing: Promise<void> = Promise.resolve();
  parser.on('field', (field: string, value: string, _: boolean, valueTruncated: boolean) => {
    if (!valueTruncated) fields.set(field, value);
  });
  parser.on('file', (_, stream, filename) => {
    name = filename ?? '';
    stream.on('limit', () => stream.destroy(tooLarge));
    writing = pipeline(stream, createWriteStream(path));
    // What stops the writing stops the reading: nobody sends on what nobody can keep.
    writing.catch((error: unknown) => parser.destroy(error instanceof Error ? error : tooLarge));
  });
  try {
    await pipeline(ctx.req, parser);
    await writing;
  } catch (error) {
    leave(ctx);
    if (error instanceof HttpProblem || storageFault(error)) throw error;
    throw badRequest('The file did not arrive whole. Send it again.');
  }
  if (name === undefined) throw badRequest('There is no file in the request.');
  return { name: name.slice(0, 200) || 'file', fields: Object.fromEntries(fields) };
}

/** The rest of what is being sent is let go for a moment, so that the answer is read, and cut off then. */
function leave(ctx: Context): void {
  ctx.set('connection', 'close');
  ctx.req.resume();
  ctx.res.once('finish', () => setTimeout(() => ctx.req.destroy(), 1000).unref());
}

function form(ctx: Context) {
  try {
    const type = { 'content-type': ctx.get('content-type') };
    return new Busboy({
      headers: type,
      limits: { files: 1, fileSize: UPLOAD_LIMIT, fieldSize: FIELD_LIMIT, fields: 10 },
    });
  } catch {
    throw badRequest('The request is not proper multipart/form-data.');
  }
}
