import type { Context } from 'koa';
import type { Static, TSchema } from '@sinclair/typebox';
import { conforming } from './conforming.js';
import { badRequest, HttpProblem } from './problem.js';

export const BODY_LIMIT = 1024 * 1024;

/** So long a body may be on its way, in ms. Who sends half of one and waits holds a connection, and nothing else. */
const BODY_TIME = 60_000;

/** Reads a JSON body of at most 1 MB and checks it against its schema. Throws an HttpProblem that names each fault. */
export async function readBody<S extends TSchema>(ctx: Context, schema: S): Promise<Static<S>> {
  if (!ctx.is('application/json')) {
    throw new HttpProblem(
      415,
      'Wrong content type',
      `Send application/json, not ${ctx.get('content-type').slice(0, 80) || 'a body without a type'}.`,
    );
  }
  return conforming(parse(await readBytes(ctx, BODY_LIMIT, 'A request may hold at most 1 MB of JSON.')), schema);
}

/** JSON in a text (a field of a form), checked against its schema. Throws an HttpProblem that names each fault. */
export const checked = <S extends TSchema>(text: string, schema: S): Static<S> =>
  conforming(parse(Buffer.from(text)), schema);

/**
 * The raw body, as long as it is not larger than `limit` bytes; throws a 413 with the sentence, and a 408 when not all
 * of it has come within so many ms.
 */
export async function readBytes(ctx: Context, limit: number, sentence: string, within = BODY_TIME): Promise<Buffer> {
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise<never>((_, refuse) => {
    timer = setTimeout(() => {
      ctx.set('connection', 'close');
      refuse(new HttpProblem(408, 'Too slow', 'The request did not end in time. Send it again.'));
    }, within);
  });
  try {
    return await Promise.race([gathered(ctx, limit, sentence), late]);
  } finally {
    clearTimeout(timer);
  }
}

async function gathered(ctx: Context, limit: number, sentence: string): Promise<Buffer> {
  const tooLarge = (): HttpProblem => new HttpProblem(413, 'Too large', sentence);
  if (Number(ctx.get('content-length')) > limit) throw tooLarge();
  const chunks: Buffer[] = [];
  let size = 0;
  try {
    for await (const chunk of ctx.req) {
      size += (chunk as Buffer).length;
      if (size > limit) throw tooLarge();
      chunks.push(chunk as Buffer);
    }
  } catch (error) {
    if (error instanceof HttpProblem) throw error;
    throw badRequest('The request ended before all of it had come. Send it again.');
  }
  return Buffer.concat(chunks);
}

function parse(bytes: Buffer): unknown {
  let text: string;
  try {
    text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    throw badRequest('The body is not valid UTF-8 text.');
  }
  try {
    return JSON.parse(text);
  } catch {
    throw badRequest('The body is not valid JSON: it is cut off or has a stray character.');
  }
}
