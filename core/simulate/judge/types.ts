/** What is wrong with an order once it is carried out. */
export type FlawKind = 'joint' | 'circuit' | 'fluid' | 'too-few' | 'too-many' | 'wrong-thing';

export interface Flaw {
  readonly what: FlawKind;
  /** The joint, the wheel or the line of the list. */
  readonly at: string;
  readonly sentence: string;
}
