import type { Identification } from '../identify/rank.js';
import { isOpen, worst, type FourState } from '../fit/state.js';
import type { Joint } from '../fit/types.js';
import type { SlipProposal } from './types.js';

export * from './types.js';

export interface Override {
  readonly joint: string;
  readonly person: string;
  readonly reason: string;
}

export interface SafetyInput {
  readonly vehicleKnown: boolean;
  readonly unitChosen: boolean;
  /** Places that are worked on and have no unit yet, in words. */
  readonly unfilled?: readonly string[];
  readonly identification?: Pick<Identification, 'verdict'>;
  readonly joints: readonly Joint[];
  readonly fluid: FourState;
  readonly overrides: readonly Override[];
}

export interface Safety {
  readonly safe: boolean;
  /** One sentence: what still keeps the order from being safe, or that nothing does. */
  readonly sentence: string;
  readonly blockers: readonly { readonly key: string; readonly words: string }[];
  /** Joints that a named person has let pass. */
  readonly overridden: readonly Override[];
}

/**
 * Whether the order is safe to place. Nothing is ordered blind: no unit, evidence that contradicts itself, a joint that
 * does not fit or is not known, or a fluid that is not settled each block, unless a named person overrides the joint.
 */
export function safetyOf(input: SafetyInput): Safety {
  const blockers: { key: string; words: string }[] = [];
  const unfilled = input.unfilled ?? [];
  blockers.push(...unfilled.map((words) => ({ key: `unit:${words}`, words: `no ${words} is chosen` })));
  if (!input.unitChosen && unfilled.length === 0) blockers.push({ key: 'unit', words: 'no unit is chosen' });
  if (input.identification?.verdict === 'contradictory')
    blockers.push({ key: 'evidence', words: 'the evidence contradicts itself' });
  if (input.unitChosen || input.joints.length > 0) {
    if (!input.vehicleKnown && input.joints.length === 0)
      blockers.push({ key: 'vehicle', words: 'nothing is known of the vehicle' });
    for (const joint of input.joints) {
      if (input.overrides.some((o) => o.joint === joint.id)) continue;
      blockers.push(...jointBlockers(joint));
    }
    if (input.fluid === 'does-not-fit') blockers.push({ key: 'fluid', words: 'the fluid is wrong for cap or seals' });
    if (input.fluid === 'not-known') blockers.push({ key: 'fluid', words: 'the fluid is not settled' });
  }
  const overridden = input.overrides.filter((o) => input.joints.some((j) => j.id === o.joint && j.state !== 'fits'));
  return {
    safe: blockers.length === 0,
    sentence: sentenceOf(blockers, overridden, input.joints),
    blockers,
    overridden,
  };
}

function jointBlockers(joint: Joint): { key: string; words: string }[] {
  const bad = joint.checks.filter(isOpen);
  return bad.map((check) => ({
    key: `${joint.id}/${check.id}`,
    words: check.state === 'does-not-fit' ? `${check.words} does not fit` : `${check.words} is not known`,
  }));
}

function sentenceOf(
  blockers: readonly { words: string }[],
  overridden: readonly Override[],
  joints: readonly Joint[],
): string {
  if (blockers.length > 0) {
    const shown = blockers.slice(0, 3).map((b) => b.words);
    const rest = blockers.length - shown.length;
    const list =
      rest > 0
        ? `${shown.join(', ')} and ${rest} more`
        : shown.length > 1
          ? `${shown.slice(0, -1).join(', ')} and ${shown.at(-1)}`
          : shown[0];
    return `Not safe to order: ${list}.`;
  }
  if (overridden.length > 0) {
    const names = [...new Set(overridden.map((o) => o.person))].join(' and ');
    return `Every other joint is settled; ${overridden.map((o) => o.joint).join(', ')} let pass by ${names}.`;
  }
  const changed = joints.filter((joint) => joint.state === 'fits-with-change').length;
  return `Safe to order: every joint that was checked fits${changed > 0 ? `, ${changed} with a change` : ''}.`;
}

/** A hand edit of one line. */
export interface SlipEdit {
  readonly key: string;
  readonly quantity?: number;
  readonly dropped?: boolean;
  readonly note?: string;
  readonly version: number;
}

export interface SlipLine extends SlipProposal {
  readonly version: number;
  readonly dropped: boolean;
  readonly note?: string;
  readonly byHand: boolean;
}

/**
 * The slip as it stands: computed lines in the order given, one for each key, with hand edits laid over them, then lines
 * added by hand. Two proposals with one key are one line; the larger quantity counts.
 */
export function mergeSlip(
  proposals: readonly SlipProposal[],
  edits: readonly SlipEdit[],
  added: readonly SlipLine[],
): SlipLine[] {
  const byKey = new Map<string, SlipProposal>();
  for (const proposal of proposals) {
    const before = byKey.get(proposal.key);
    if (!before || before.quantity < proposal.quantity) byKey.set(proposal.key, proposal);
  }
  const editOf = new Map(edits.map((edit) => [edit.key, edit]));
  const computed = [...byKey.values()].map((proposal): SlipLine => {
    const edit = editOf.get(proposal.key);
    return {
      ...proposal,
      quantity: edit?.quantity ?? proposal.quantity,
      version: edit?.version ?? 0,
      dropped: edit?.dropped ?? false,
      byHand: false,
      ...(edit?.note === undefined ? {} : { note: edit.note }),
    };
  });
  return [...computed, ...added];
}

/** The state of a link's joint on the chain strip: the gravest of those that lie there. */
export const stateAt = (joints: readonly Joint[], place: Joint['place']): FourState | undefined => {
  const there = joints.filter((joint) => joint.place === place);
  return there.length === 0 ? undefined : worst(there.map((joint) => joint.state));
};
