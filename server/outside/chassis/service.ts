import { Type as T, type Static } from '@sinclair/typebox';
import { Ajv } from 'ajv';

/** What the service says of a number. */
const Decoded = T.Object({
  number: T.String({ maxLength: 60 }),
  maker: T.String({ maxLength: 60 }),
  model: T.String({ maxLength: 60 }),
  built: T.String({ pattern: '^\\d{4}-(0[1-9]|1[0-2])$' }),
  options: T.Array(T.String({ maxLength: 20 }), { maxItems: 20 }),
});
export type Decoded = Static<typeof Decoded>;

const isDecoded = new Ajv({ strict: false }).compile<Decoded>(Decoded);

/** An answer is a few hundred bytes; more is none. */
const ANSWER_LIMIT = 20_000;

export type ChassisReply =
  | { readonly state: 'decoded'; readonly decoded: Decoded }
  | { readonly state: 'unknown' | 'no-answer'; readonly sentence: string };

/**
 * Asks the chassis-number service, once, for at most `timeout` milliseconds. Never throws: no answer is an answer too.
 */
export function chassisService(url: string, timeout = 2000) {
  return async (number: string): Promise<ChassisReply> => {
    let answer: Response;
    let text: string;
    try {
      answer = await fetch(`${url}/v1/chassis/${encodeURIComponent(number)}`, {
        signal: AbortSignal.timeout(timeout),
        redirect: 'error',
      });
      text = await answer.text();
    } catch (error) {
      const late = error instanceof Error && error.name === 'TimeoutError';
      return noAnswer(
        late
          ? `The chassis-number service did not answer within ${timeout / 1000} seconds.`
          : 'The chassis-number service cannot be reached.',
      );
    }
    const body = text.length > ANSWER_LIMIT ? undefined : parsed(text);
    if (answer.status === 404 || answer.status === 422) return { state: 'unknown', sentence: reasonOf(body) };
    if (!answer.ok) return noAnswer(`The chassis-number service failed (${answer.status}).`);
    if (!isDecoded(body)) return noAnswer('What the chassis-number service answered cannot be read.');
    return { state: 'decoded', decoded: body };
  };
}

const noAnswer = (sentence: string): ChassisReply => ({
  state: 'no-answer',
  sentence: `${sentence} Choose the vehicle by hand, and read the build month from the plate.`,
});

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

function reasonOf(body: unknown): string {
  const reason = (body as { reason?: unknown } | undefined)?.reason;
  return typeof reason === 'string' && reason.length < 200 ? reason : 'The service does not know this number.';
}

export type ChassisService = ReturnType<typeof chassisService>;
