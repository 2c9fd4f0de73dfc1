import type { TSchema } from '@sinclair/typebox';

/** One operation of the server, as far as it does not follow from another. */
export interface RouteShape {
  /** What it is called wherever it is spoken of: the operationId of the OpenAPI document. */
  readonly id: string;
  readonly method: 'get' | 'post' | 'put' | 'patch' | 'delete';
  readonly path: string;
  readonly summary: string;
  /** What an open part of the address is, where its name does not say it. */
  readonly parts?: Readonly<Record<string, string>>;
  /** What may stand in the query string, each with its schema; nothing else may. */
  readonly query?: Readonly<Record<string, TSchema>>;
  readonly body?: TSchema;
  /** The body is no JSON: a file of one of these media types, as it is. */
  readonly file?: readonly string[];
  /** The answer in JSON. */
  readonly answer?: TSchema;
  /** The answer is no JSON of one value: its media types. */
  readonly sends?: readonly string[];
  /** The answer is a JSON value a line (application/x-ndjson): the schema of a line. */
  readonly line?: TSchema;
  /** What it answers when it went well, where that is not 200: made, taken up, or done with nothing to say. */
  readonly status?: 201 | 202 | 204;
  /** The answer carries the version in ETag; or says in Location where what was added is found. */
  readonly tagged?: true;
  readonly located?: true;
  /** Takes If-Match and answers 412 when somebody else was there first. */
  readonly guarded?: true;
  /** Answers and keeps nothing, whatever its method: it goes on when nothing can be written. */
  readonly computes?: true;
  /** Refusals that are its own, beside those that follow from what it takes. */
  readonly also?: readonly (keyof typeof REFUSALS)[];
}

/** Whether an operation keeps something: it goes through with the name of who writes, and while the disk takes it. */
export const keeps = ({ method, computes }: RouteShape): boolean => method !== 'get' && computes !== true;

/** What each refusal means, by its status. All of them are problem details. */
export const REFUSALS = {
  400: 'What was sent is not understood; each fault is named with its place.',
  401: 'The name of who writes is missing.',
  403: 'Another site asked for this.',
  404: 'What the address names is not there.',
  408: 'The body did not come in time.',
  409: 'It cannot be done as things stand: done already, or something else is under way.',
  412: 'Somebody else was there first: theirs and mine are in the answer.',
  413: 'Too large.',
  415: 'A content type that is not taken here.',
  421: 'The server answers on its own machine only.',
  422: 'The Idempotency-Key was used for another write.',
  428: 'If-Match is missing.',
  429: 'Too many at once by one person.',
  500: 'A fault of the server; the number in it stands in the log.',
  503: 'Not now: busy, or what would be kept cannot be written.',
  507: 'The disk is full.',
} as const;

/**
 * Every status that an operation refuses with, in order: those that follow from what it takes, and its own. A full disk
 * stops what only answers too: answers are kept, and files are written before they are sent.
 */
export function refusals(route: RouteShape): (keyof typeof REFUSALS)[] {
  const takes = route.body !== undefined || route.file !== undefined;
  const found: readonly (keyof typeof REFUSALS)[] = [
    ...([400, 403, 404, 421, 500, 503, 507] as const),
    ...(takes ? ([408, 413, 415] as const) : []),
    ...(keeps(route) ? ([401] as const) : []),
    ...(keeps(route) && route.path.startsWith('/jobs') ? ([422] as const) : []),
    ...(route.guarded ? ([412, 428] as const) : []),
    ...(route.method === 'get' && !route.sends ? [] : ([429] as const)),
    ...(route.also ?? []),
  ];
  return [...new Set(found)].sort((a, b) => a - b);
}
