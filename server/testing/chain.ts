import type { ChainAnswer } from '@kerabat/contract';
import type { TestServer } from './harness.js';

/** Chains as tests write them. */

export type Values = Readonly<Record<string, number | string | null>>;
/** Facts as "attribute" or "attribute@position". */
export const facts = (values: Values) =>
  Object.entries(values).map(([key, value]) => {
    const [attribute, position] = key.split('@');
    return { attribute, ...(position === undefined ? {} : { position }), value };
  });
export const part = (id: string, kind: string, values: Values = {}, unit?: string, set?: string) => ({
  id,
  kind,
  ...(unit ? { unit } : {}),
  ...(set ? { set } : {}),
  facts: facts(values),
});
export const joint = (id: string, kind: string, a: string, b: string, more: object = {}) => ({
  id,
  kind,
  between: [a, b],
  ...more,
});
export const put = (at: string, kind: string, unit: string, values: Values, more: object = {}) => ({
  id: `put-${at}`,
  do: 'put',
  at,
  kind,
  unit,
  facts: facts(values),
  wanted: true,
  ...more,
});

/** Judges a chain over HTTP; fails when it is refused. */
export async function checkChain(
  server: TestServer,
  body: { parts: object[]; joints: object[]; edits: object[] } & Record<string, unknown>,
): Promise<ChainAnswer> {
  const answer = await server.ask('POST', '/chain/check', { body });
  if (answer.status !== 200) throw new Error(JSON.stringify(answer.body));
  return answer.body as ChainAnswer;
}
export const find = (answer: ChainAnswer, joint: string, code: string) =>
  answer.joints.find((j) => j.id === joint)?.checks.find((c) => c.code === code);
export const reasons = (answer: ChainAnswer) => answer.verdict.reasons.map((r) => `${r.joint} ${r.code}`);

/** A port with thread and seat, as facts. */
export const port = (at: string, thread: string, seat = 'inverted-flare', more: Values = {}): Values => ({
  [`port-thread@${at}`]: thread,
  [`port-seat@${at}`]: seat,
  ...Object.fromEntries(Object.entries(more).map(([name, value]) => [`${name}@${at}`, value])),
});
