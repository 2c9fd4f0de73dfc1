import type { ProposedLine } from './types.js';

export { type FittingWant, type NotCurrent, type ProposedLine, SECTION_WORDS, supplyNotes } from './types.js';
export { unclear } from './unclear.js';

/** A hand edit of one line. */
export interface PartsListEdit {
  readonly key: string;
  readonly quantity?: number;
  readonly dropped?: boolean;
  readonly note?: string;
  readonly version: number;
}

export interface PartsListLine extends ProposedLine {
  readonly version: number;
  readonly dropped: boolean;
  readonly note?: string;
  readonly byHand: boolean;
}

/**
 * The parts list as it stands: computed lines in the order given, one for each key, with hand edits laid over them,
 * then lines added by hand. Two proposals with one key are one line; the larger quantity counts.
 */
export function mergePartsList(
  proposals: readonly ProposedLine[],
  edits: readonly PartsListEdit[],
  added: readonly PartsListLine[],
): PartsListLine[] {
  const byKey = new Map<string, ProposedLine>();
  for (const proposal of proposals) {
    const before = byKey.get(proposal.key);
    if (!before || before.quantity < proposal.quantity) byKey.set(proposal.key, proposal);
  }
  const editOf = new Map(edits.map((edit) => [edit.key, edit]));
  const computed = [...byKey.values()].map((proposal): PartsListLine => {
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

/**
 * What the order comes to, as far as prices were told. A line without a price is counted as such, never taken as
 * nothing.
 */
export interface OrderSum {
  readonly total: number;
  readonly priced: number;
  readonly unpriced: number;
}

/**
 * The sum of the lines that are ordered: of each line its quantity times its price. What was struck out does not count.
 */
export function sumOf(lines: readonly PartsListLine[]): OrderSum {
  const ordered = lines.filter((line) => line.section === 'order' && !line.dropped);
  const priced = ordered.filter((line) => line.price !== undefined);
  const cents = priced.reduce((sum, line) => sum + line.quantity * Math.round((line.price?.each ?? 0) * 100), 0);
  return { total: cents / 100, priced: priced.length, unpriced: ordered.length - priced.length };
}
