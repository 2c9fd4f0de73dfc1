import { createWriteStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import busboy from 'busboy';
import type { Context } from 'koa';
import { badRequest, HttpProblem } from '../http/problem.js';

/** Larger files are sent in parts. */
export const UPLOAD_LIMIT = 512 * 1024 * 1024;
const FIELD_LIMIT = 1024 * 1024;

export interface Upload {
  readonly name: string;
  readonly fields: Readonly<Record<string, string>>;
}

/** Takes one file with its fields from a multipart request and writes the file as it comes. Throws an HttpProblem. */
export async function receiveUpload(ctx: Context, path: string): Promise<Upload> {
  if (!ctx.is('multipart/form-data')) throw new HttpProblem(415, 'Wrong content type', 'Send the file as multipart/form-data.');
  const tooLarge = new HttpProblem(413, 'Too large', `A file may have at most ${UPLOAD_LIMIT / 1024 / 1024} MB. Send it in parts.`);
  if (Number(ctx.get('content-length')) > UPLOAD_LIMIT + FIELD_LIMIT) throw tooLarge;
  const parser = form(ctx);
  const fields: Record<string, string> = {};
  let name: string | undefined;
  let writing: Promise<void> = Promise.resolve();
  parser.on('field', (field, value, { valueTruncated }) => {
    if (!valueTruncated) fields[field] = value;
  });
  parser.on('file', (_, stream, { filename }) => {
    name = filename;
    stream.on('limit', () => stream.destroy(tooLarge));
    writing = pipeline(stream, createWriteStream(path));
    // It is awaited below; until then a failure is not unheard of.
    writing.catch(() => undefined);
  });
  try {
    await pipeline(ctx.req, parser);
    await writing;
  } catch (error) {
    if (error instanceof HttpProblem) throw error;
    throw badRequest('The file did not arrive whole. Send it again.');
  }
  if (name === undefined) throw badRequest('There is no file in the request.');
  return { name: name.slice(0, 200) || 'file', fields };
}

function form(ctx: Context) {
  try {
    return busboy({ headers: ctx.req.headers, limits: { files: 1, fileSize: UPLOAD_LIMIT, fieldSize: FIELD_LIMIT, fields: 10 }, defParamCharset: 'utf8' });
  } catch {
    throw badRequest('The request is not proper multipart/form-data.');
  }
}
