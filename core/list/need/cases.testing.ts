import { type ChainAnswer, checkChain } from '../../job/index.js';
import type { ChainInput } from '../../judge/verdict/index.js';
import type { AttributeName } from '../../named/attribute/index.js';
import { STANDARD_SETTINGS } from '../../named/settings/index.js';
import {
  faceRef,
  type FaceRef,
  type BoxItem,
  type ChainFact,
  type Edit,
  type Joint,
  type JointKind,
  type Part,
  type PartKind,
  type Value,
} from '../../vehicle/chain/index.js';

/** Small chains, written in few words. */

export const f = (attribute: AttributeName, value: Value, position?: string): ChainFact => ({
  attribute,
  value,
  ...(position === undefined ? {} : { position }),
});
/** An opening or an end: its thread, its seat, and further facts of it. */
export const at = (
  position: string,
  thread: string,
  seat: string,
  more: Readonly<Partial<Record<AttributeName, Value>>> = {},
): ChainFact[] => [
  f('port-thread', thread, position),
  f('port-seat', seat, position),
  ...Object.entries(more).map(([name, value]) => f(name as AttributeName, value, position)),
];
export const inverted = (position: string, thread = '3/8-24 UNF', more = {}) =>
  at(position, thread, 'inverted-flare', more);
export const bubble = (position: string, thread = 'M10x1.0', more = {}) => at(position, thread, 'bubble-flare', more);
/** A face as tests write it: "part" or "part@face". */
export const written = (text: string): FaceRef => {
  const [part = '', face] = text.split('@');
  return faceRef(part, face);
};
export const part = (id: string, kind: PartKind, facts: readonly ChainFact[] = [], unit?: string): Part => ({
  id,
  kind,
  facts,
  ...(unit === undefined ? {} : { unit }),
});
export const line = (id: string, thread = '3/8-24 UNF', seat = 'inverted-flare', tube = '3/16 in'): Part =>
  part(id, 'line', [...at('from', thread, seat), ...at('to', thread, seat), f('tube', tube)]);
export const j = (id: string, kind: JointKind, a: string, b: string, through?: string): Joint => ({
  id,
  kind,
  between: [written(a), written(b)],
  ...(through === undefined ? {} : { through }),
});
export const run = (from: string, id: string, to: string): Joint[] => [
  j(`${id} from`, 'port', from, `${id}@from`),
  j(`${id} to`, 'port', to, `${id}@to`),
];
export const put = (
  where: string,
  kind: PartKind,
  unit: string,
  facts: readonly ChainFact[],
  box?: readonly BoxItem[],
): Edit => ({
  id: `put ${where}`,
  do: 'put',
  at: where,
  kind,
  unit,
  facts,
  wanted: true,
  ...(box === undefined ? {} : { box }),
});
export const join = (joint: Joint): Edit => ({ id: `join ${joint.id}`, do: 'join', joint });
export const checked = (
  parts: readonly Part[],
  joints: readonly Joint[],
  edits: readonly Edit[],
  more: Partial<ChainInput> = {},
): ChainAnswer => {
  const answer = checkChain({ parts, joints, edits, listed: [], settings: STANDARD_SETTINGS, ...more });
  if ('faults' in answer) throw new Error(JSON.stringify(answer.faults));
  return answer;
};
/** "order 2 nut M8x1.25" */
export const listed = ({ list }: ChainAnswer): string[] =>
  list.map((l) => [l.section, l.quantity, l.unit ?? l.item, l.thread, l.tube].filter((x) => x !== undefined).join(' '));
export const reasons = ({ verdict }: ChainAnswer): string[] =>
  verdict.reasons.map((r) => `${r.joint} ${r.code} ${r.state}`);
