import type { FittingKind, ItemName } from '../../named/item/index.js';
import type { ListSection } from '../need/index.js';

export const SECTION_WORDS: Readonly<Record<ListSection, string>> = {
  order: 'to order',
  box: 'comes in the box',
  stays: 'stays',
  move: 'move over from the old unit',
  make: 'to be made',
  ask: 'to ask or to measure first',
  perhaps: 'perhaps',
};

/** The small part that a line wants, so that a catalogue can name its number. */
export interface FittingWant {
  readonly kind: FittingKind;
  readonly thread?: string;
  readonly seat?: string;
  readonly tube?: string;
  readonly grade?: string;
  /** For rings and hoses: the pilot or the bore that it is for, mm. */
  readonly sizeMm?: number;
  readonly ends?: string;
}

/** A line that a decision or a check puts on the parts list. `key` is stable, so that a hand edit keeps to its line. */
export interface ProposedLine {
  readonly key: string;
  readonly section: ListSection;
  readonly words: string;
  readonly number?: string;
  readonly quantity: number;
  /** What it is, by the one list of items; a line that only its words name has none. */
  readonly item?: ItemName;
  readonly unit?: string;
  readonly reason: string;
  readonly wants?: FittingWant;
  /** The lowest price of those who have some, who told it and when. */
  readonly price?: { readonly each: number; readonly supplier: string; readonly date: string };
  /** Everybody who told of the number has none left; what to order instead, where one is known. */
  readonly soldOut?: { readonly next?: string };
  /** Its maker lists it no longer. */
  readonly notCurrent?: NotCurrent;
  /** What it serves: joints, ports and fixes by their names. */
  readonly serves?: readonly string[];
  /** Of what nobody knows to be in the box: what the supplier is asked, and the decision that his answer makes. */
  readonly box?: { readonly subject: string; readonly text: string };
  /** What happens without it. */
  readonly without?: string;
  /** What its maker says of handling it. */
  readonly handling?: readonly string[];
}

/** A number that its maker lists no longer, and the one that came in its place. */
export interface NotCurrent {
  readonly status: 'superseded' | 'withdrawn';
  readonly by?: string;
}

/** What there is to say of getting a number, beside its price: the same on the screen, on paper and in files. */
export function supplyNotes({ soldOut, notCurrent }: Pick<ProposedLine, 'soldOut' | 'notCurrent'>): string[] {
  return [
    ...(notCurrent === undefined ? [] : [`${notCurrent.status}${notCurrent.by ? `: order ${notCurrent.by}` : ''}`]),
    ...(soldOut === undefined ? [] : [`sold out where it was asked${soldOut.next ? `; next: ${soldOut.next}` : ''}`]),
  ];
}
