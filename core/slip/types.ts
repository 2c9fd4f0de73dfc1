export type SlipSection = 'order' | 'box' | 'reuse' | 'move' | 'make' | 'measure' | 'perhaps';

export const SLIP_SECTIONS: readonly SlipSection[] = ['order', 'box', 'reuse', 'move', 'make', 'measure', 'perhaps'];

export const SECTION_WORDS: Readonly<Record<SlipSection, string>> = {
  order: 'to order',
  box: 'comes in the box',
  reuse: 'reuse',
  move: 'move over from the old unit',
  make: 'to be made',
  measure: 'measure first',
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
}

export type FittingKind =
  | 'tube-nut'
  | 'plug'
  | 'bench-bleed'
  | 'crush-washer'
  | 'hose-clamp'
  | 'feed-hose'
  | 'booster-seal'
  | 'roll-pin'
  | 'o-ring'
  | 'bleeder'
  | 'clevis-set'
  | 'fluid'
  | 'adjustable-rod'
  | 'stud'
  | 'adapter'
  | 'tee'
  | 'union'
  | 'line'
  | 'hose'
  | 'wheel-bolts'
  | 'harness'
  | 'grommet'
  | 'valve'
  | 'pressure-hose'
  | 'kit';

export const FITTING_KINDS: readonly FittingKind[] = [
  'tube-nut',
  'plug',
  'bench-bleed',
  'crush-washer',
  'hose-clamp',
  'feed-hose',
  'booster-seal',
  'roll-pin',
  'o-ring',
  'bleeder',
  'clevis-set',
  'fluid',
  'adjustable-rod',
  'stud',
  'adapter',
  'tee',
  'union',
  'line',
  'hose',
  'wheel-bolts',
  'harness',
  'grommet',
  'valve',
  'pressure-hose',
  'kit',
];

/** A line that a decision or a check puts on the slip. `key` is stable, so that a hand edit keeps to its line. */
export interface SlipProposal {
  readonly key: string;
  readonly section: SlipSection;
  readonly words: string;
  readonly number?: string;
  readonly quantity: number;
  readonly unit?: string;
  readonly reason: string;
  readonly wants?: FittingWant;
}
