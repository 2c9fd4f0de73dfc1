import type { JudgedJoint } from '../judge/check/index.js';
import { type ChainInput, judgeChain, type JudgedItem, type Verdict } from '../judge/verdict/index.js';
import { type BareList, listOf } from '../list/need/index.js';
import type { Chain, ChainFault, EditedChain } from '../vehicle/chain/index.js';
import { cardOf, type CardStep } from '../work/work-card/index.js';

/** A single chain worked out: its joints, what it needs, the work, and the verdict. */

export interface PartState {
  readonly id: string;
  readonly kind: string;
  readonly unit?: string;
  readonly change?: 'new' | 'kept' | 'corrected';
}

export interface ChainAnswer extends BareList {
  /** The work, step by step, in its order. */
  readonly card: readonly Pick<CardStep, 'step' | 'at' | 'because' | 'tools' | 'caution'>[];
  readonly now: { readonly parts: readonly PartState[] };
  readonly then: { readonly parts: readonly PartState[] };
  readonly joints: readonly JudgedJoint[];
  readonly verdict: Verdict;
  /** What had to be judged, and what came of each. */
  readonly judged: readonly JudgedItem[];
}

/**
 * A chain with edits: every joint that is made or opened, what the change needs, the work of it, and how sure an order
 * is. Pure: rows in, verdict out.
 */
export function checkChain(input: ChainInput): ChainAnswer | { readonly faults: readonly ChainFault[] } {
  const judged = judgeChain(input);
  if ('faults' in judged) return judged;
  const { view, joints, verdict, judged: items } = judged;
  const listed = listOf(view, input.edits, joints);
  return {
    now: { parts: nowParts(input) },
    then: { parts: thenParts(view.then) },
    joints,
    ...listed,
    card: cardOf(view, listed.list).map(bareStep),
    verdict,
    judged: items,
  };
}

const bareStep = ({ step, at, because, tools, caution }: CardStep): ChainAnswer['card'][number] => ({
  step,
  at,
  because,
  tools,
  ...(caution === undefined ? {} : { caution }),
});

const nowParts = (chain: Chain): PartState[] =>
  chain.parts.flatMap(({ id, kind, unit }) => (unit === undefined ? [] : [{ id, kind, unit }]));

const thenParts = ({ parts, changes }: EditedChain): PartState[] =>
  parts.flatMap(({ id, kind, unit }): PartState[] => {
    const change = changes.get(id) ?? 'kept';
    if (unit === undefined && change === 'kept') return [];
    return [{ id, kind, ...(unit === undefined ? {} : { unit }), change: change === 'removed' ? 'kept' : change }];
  });
