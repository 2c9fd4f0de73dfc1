import type { AttributeName } from '../../named/attribute/index.js';

/** A point of a drawing in mm: x away from the pedal, y down. */
export type Point = readonly [number, number];

/**
 * What a stroke is, and so how it is drawn: an outline filled with paper, a cut surface (hatched), an opening in one,
 * an edge without filling, a thin edge, rubber, an axis, what lies behind, and friction material.
 */
export const LOOKS = ['solid', 'cut', 'void', 'edge', 'thin', 'rubber', 'axis', 'behind', 'pad'] as const;
export type Look = (typeof LOOKS)[number];

/** Attribute and position of a fact: "port-thread@rear-left". */
export type FactKey = string;

interface Marked {
  readonly look: Look;
  /** The fact that a shape takes its size from, or tells: layers over each other are compared by it. */
  readonly key?: FactKey;
  /** Nobody recorded its size: it is dotted, in a usual size. */
  readonly unknown?: true;
  /** It is of the other face, or of the old unit, and lies over what is compared with it. */
  readonly other?: true;
}

export type Shape = Marked &
  (
    | { readonly kind: 'area'; readonly points: readonly Point[]; readonly round?: number }
    | { readonly kind: 'line'; readonly points: readonly Point[]; readonly smooth?: true }
    | { readonly kind: 'circle'; readonly at: Point; readonly r: number }
  );

/** From where to where something is measured; its field or figure sits on the dimension line. */
export interface Dimension {
  readonly key: FactKey;
  readonly words: string;
  readonly along: 'x' | 'y';
  readonly from: Point;
  readonly to: Point;
  /** Above or left of the view, or below or right of it. */
  readonly side: 'before' | 'after';
}

/** A place that is looked at or gauged, without a dimension line: a thread, a seat, a connector. */
export interface Mark {
  readonly key: FactKey;
  readonly words: string;
  readonly at: Point;
  readonly side: 'left' | 'right' | 'above' | 'below';
}

/** One view: all of a drawing's views are at one scale. */
export interface View {
  readonly id: string;
  readonly words: string;
  readonly shapes: readonly Shape[];
  readonly dimensions: readonly Dimension[];
  readonly marks: readonly Mark[];
}

export interface Drawing {
  readonly views: readonly View[];
  /** Values that are not drawn because they cannot be: "bore 900 mm, a bore is 8 to 80 mm". */
  readonly doubts: readonly string[];
  /** Parts of it at a scale of their own: two threads flank over flank, a clearance. */
  readonly details?: readonly Drawing[];
}

/** A fact as a drawing needs it. */
export interface DrawnFact {
  readonly attribute: AttributeName;
  readonly position?: string;
  readonly value: number | string | null;
}
