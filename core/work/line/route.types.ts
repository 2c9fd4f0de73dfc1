import type { FittingPiece, Opening, PieceKind } from '../../named/fitting/index.js';
import type { SeatForm } from '../../named/seat/index.js';
import type { LineFlare, LineOperation } from '../../named/tube/index.js';

/** An end of a line that is there: its tube, its nut and its flare. */
export interface RouteLine {
  readonly tube: string;
  readonly nut: string;
  /** "compression": an olive or ring pressed on a plain tube. */
  readonly flare: LineFlare | 'compression';
  /** A hose is never flared anew. */
  readonly hose?: boolean;
  /** The other end, where a made-up line could take its place. */
  readonly far?: { readonly nut: string; readonly flare: LineFlare };
  readonly lengthMm?: number;
}

export const ROUTE_ACTS = [
  'screw-in',
  'adapter',
  'union',
  'made-line',
  'reflare',
  'tee',
  'plug',
  'other-hose',
] as const;
export type RouteAct = (typeof ROUTE_ACTS)[number];

export interface RouteStep {
  readonly do: RouteAct;
  /** The piece of the catalogue; absent where nothing is bought, or where the catalogue has none. */
  readonly item?: FittingPiece;
  readonly thread?: string;
  readonly seat?: SeatForm;
  /** Which line, where two are joined by a tee. */
  readonly line?: 1 | 2;
}

export const ROUTE_DOUBTS = ['stacked', 'shakes', 'no-tool', 'single-flare', 'no-nut', 'length', 'no-price'] as const;
/** Why a way is not the first to take. */
export type RouteDoubt = (typeof ROUTE_DOUBTS)[number];

export interface Route {
  readonly steps: readonly RouteStep[];
  /** Joints that can leak, from the port to the line. */
  readonly leakJoints: number;
  readonly adapters: number;
  /** Sum of what has a price; undefined where a piece has none. */
  readonly price?: number;
  readonly minutes: number;
  readonly acceptable: boolean;
  readonly doubts: readonly RouteDoubt[];
  readonly needs: readonly LineOperation[];
}

export const ROUTE_REFUSALS = ['compression', 'no-flare', 'no-way', 'two-lines'] as const;
export type RouteRefusal = (typeof ROUTE_REFUSALS)[number];

export interface RouteAnswer {
  readonly routes: readonly Route[];
  /** Why there is none that is acceptable. */
  readonly none?: RouteRefusal;
  /** Connection states that were looked at. */
  readonly looked: number;
}

export interface RouteQuestion {
  readonly port: Opening;
  /** Absent: nothing is to be joined, the port is closed. */
  readonly line?: RouteLine;
  /** A second line for the same port. */
  readonly second?: RouteLine;
  /** What the workshop can do; all of it where nothing is said. */
  readonly have?: readonly LineOperation[];
  readonly avoid?: readonly PieceKind[];
}
