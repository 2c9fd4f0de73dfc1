import type { Spot } from '../attribute/index.js';

/** What a shape stands for; the drawing gives each its own line. */
export type Role = 'body' | 'bore' | 'port' | 'stud' | 'pilot' | 'flange' | 'reservoir' | 'rod' | 'bleeder' | 'shell';

interface Common {
  readonly role: Role;
  /** Drawn from a record; otherwise it only says that something is there, not how large it is. */
  readonly known: boolean;
  /** Turned away from the viewer. */
  readonly behind?: boolean;
  readonly words: string;
}

/** Millimetres; x along the bore with the flange face at 0 and the rod to the right, y downwards with the bore's axis at 0. */
export type Shape =
  | (Common & { readonly kind: 'circle'; readonly x: number; readonly y: number; readonly r: number })
  | (Common & {
      readonly kind: 'box';
      readonly x: number;
      readonly y: number;
      readonly width: number;
      readonly height: number;
    })
  | (Common & { readonly kind: 'line'; readonly points: readonly (readonly [number, number])[] });

/** One view of a unit. */
export interface View {
  readonly shapes: readonly Shape[];
  /** Left, top, width and height in mm. */
  readonly box: readonly [number, number, number, number];
  readonly spots: Partial<Readonly<Record<Spot, readonly [number, number]>>>;
}

export interface Outline {
  /** Seen from the pedal: studs, pilot, bore, ports at their sides. */
  readonly face: View;
  /** Cut along the bore: straight or stepped, ports at their distance, reservoir, rod. */
  readonly section: View;
  /** The same facts in words. */
  readonly facts: readonly string[];
  /** What is not recorded and would be drawn if it were. */
  readonly missing: readonly string[];
}
