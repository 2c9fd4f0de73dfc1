import type { Static, TSchema } from '@sinclair/typebox';
import { lookup } from '@kerabat/core/base/lookup';
import type { Problem } from './shapes.js';
import type { Route } from './routes.js';

/** One call of the server, typed by its route: for the interface, the journeys and the benches. */

export const API_ROOT = '/api/v1';

/** Every operation by its method and path: "get /jobs/{id}". */
type Routes = { readonly [R in Route as `${R['method']} ${R['path']}`]: R };
type Name = keyof Routes;
export type Method = Route['method'];
export type PathOf<M extends Method> = Extract<Route, { method: M }>['path'];

type PartsOf<P extends string> = P extends `${string}{${infer Name}}${infer Rest}` ? Name | PartsOf<Rest> : never;

/** The open parts of the address, where it has some. */
type At<P extends string> = [PartsOf<P>] extends [never]
  ? unknown
  : { readonly at: Readonly<Record<PartsOf<P>, string | number>> };
type Query<R> = R extends { query: infer Q extends Readonly<Record<string, TSchema>> }
  ? { readonly query?: { readonly [K in keyof Q]?: Static<Q[K]> | undefined } }
  : unknown;
/** What is sent is only read. */
type Given<T> = T extends object ? { readonly [K in keyof T]: Given<T[K]> } : T;
type Body<R> = R extends { body: infer B extends TSchema }
  ? { readonly body: Given<Static<B>> }
  : R extends { file: readonly string[] }
    ? { readonly body: FormData | Blob }
    : unknown;
/** The version that the writer saw. */
type Seen<R> = R extends { guarded: true } ? { readonly seen: number } : unknown;
/** Wants the whole job in the answer, where the answer may bring it. */
type Whole<R> = R extends { answer: { properties: { workspace: TSchema } } } ? { readonly whole?: boolean } : unknown;

/** What an operation takes. */
export type Asked<R extends { readonly path: string }> = At<R['path']> & Query<R> & Body<R> & Seen<R> & Whole<R>;

/** What is answered when it went well: JSON by its schema, a file, or nothing. */
export type Answered<R> = R extends { sends: readonly string[] }
  ? Blob
  : R extends { answer: infer S extends TSchema }
    ? Static<S>
    : undefined;

type AskedBy = { readonly [N in Name]: Asked<Routes[N]> };
type AnsweredBy = { readonly [N in Name]: Answered<Routes[N]> };
export type AskedOf<M extends Method, P extends string> = AskedBy[`${M} ${P}` & Name];
export type AnswerOf<M extends Method, P extends string> = AnsweredBy[`${M} ${P}` & Name];
/** A line of an answer that says one JSON value a line. */
export type LineOf<M extends Method, P extends string> = Routes[`${M} ${P}` & Name] extends {
  line: infer S extends TSchema;
}
  ? Static<S>
  : never;
/** An operation without anything that must be said needs no third argument. */
export type Args<A> = Partial<A> extends A ? [asked?: A] : [asked: A];

/** Whatever a call may be asked, untyped: for what carries it out. */
export interface AnyAsked {
  readonly at?: Readonly<Record<string, string | number>>;
  readonly query?: Readonly<Record<string, string | number | boolean | undefined>>;
  readonly body?: unknown;
  readonly seen?: number;
  readonly whole?: boolean;
}

/** A request as it is sent. */
export interface Request {
  readonly method: string;
  readonly url: string;
  readonly headers: Readonly<Record<string, string>>;
  readonly body: unknown;
}

/** The address of an operation below the root, with its open parts filled and its query. */
export function addressOf(path: string, { at = {}, query = {} }: AnyAsked = {}): string {
  const filled = path.replace(/\{(\w+)\}/g, (_, name: string) => encodeURIComponent(String(lookup(at, name) ?? '')));
  const said = Object.entries(query).filter(([, value]) => value !== undefined && value !== '');
  const search = new URLSearchParams(said.map(([name, value]) => [name, String(value)])).toString();
  return `${API_ROOT}${filled}${search === '' ? '' : `?${search}`}`;
}

/** A call as a request: its address, and the headers that say what was seen and what is wanted. */
export const requestOf = (method: Method, path: string, asked: AnyAsked = {}): Request => ({
  method: method.toUpperCase(),
  url: addressOf(path, asked),
  headers: {
    ...(asked.seen === undefined ? {} : { 'if-match': `"${asked.seen}"` }),
    ...(asked.whole ? { prefer: 'return=representation' } : {}),
  },
  body: asked.body ?? null,
});

/** A refusal, with the problem details that came with it. */
export class Refused extends Error {
  constructor(
    readonly call: string,
    readonly problem: Problem,
  ) {
    super(`${call}: ${problem.status} ${problem.detail}`);
  }
}

/** One call: method and path of the contract, and what the operation takes. */
export type Call = <M extends Method, P extends PathOf<M>>(
  method: M,
  path: P,
  ...args: Args<AskedOf<M, P>>
) => Promise<AnswerOf<M, P>>;

/**
 * Calls a server at an address ("http://127.0.0.1:4870", or what it is by the time of a call) in the name of a person.
 * Throws Refused where it does not answer with success.
 */
export function callAt(address: string | (() => string), person: string): Call {
  const call = async (method: Method, path: string, asked?: AnyAsked): Promise<unknown> => {
    const { url, headers, body, ...request } = requestOf(method, path, asked);
    const isFile = body instanceof FormData || body instanceof Blob;
    const answer = await fetch(`${typeof address === 'string' ? address : address()}${url}`, {
      ...request,
      headers: {
        'kerabat-person': encodeURIComponent(person),
        ...(body === null || isFile ? {} : { 'content-type': 'application/json' }),
        ...headers,
      },
      ...(body === null ? {} : { body: isFile ? body : JSON.stringify(body) }),
    });
    if (!answer.ok) throw new Refused(`${request.method} ${url}`, (await answer.json()) as Problem);
    if (answer.status === 204) return undefined;
    const isJson = answer.headers.get('content-type')?.startsWith('application/json');
    return isJson ? answer.json() : answer.blob();
  };
  return call as Call;
}
