import type { ItemName } from '../../named/item/index.js';
import type { UnitKind } from '../../named/unit/index.js';

/** Units that are taken apart and sealed anew. */
export const SEALED: readonly UnitKind[] = ['brake-master', 'clutch-master', 'slave', 'caliper', 'wheel-cylinder'];

/** What a seal kit is made of, as a table: the words that lists use for it. */

export interface PieceRow {
  readonly piece: string;
  /** It holds the pressure: made for one bore, and a kit without it is no kit for the unit. */
  readonly holdsPressure?: true;
  /** The item of a parts list that it is, where one is ordered by itself too. */
  readonly item?: ItemName;
}

/** Source: what suppliers' kit lists name (work.md, "Fluid and kit"). */
// prettier-ignore
export const PIECES: readonly PieceRow[] = [
  { piece: 'primary seal', holdsPressure: true },
  { piece: 'secondary seal', holdsPressure: true },
  { piece: 'large seal', holdsPressure: true },
  { piece: 'cup', holdsPressure: true },
  { piece: 'piston seal', holdsPressure: true },
  { piece: 'boot', item: 'boot' },
  { piece: 'dust boot', item: 'boot' },
  { piece: 'guide sleeve boot', item: 'boot' },
  { piece: 'retaining ring' },
  { piece: 'spring' },
  { piece: 'grommet', item: 'grommet' },
  { piece: 'o-ring', item: 'o-ring' },
  { piece: 'crush washer', item: 'crush-washer' },
  { piece: 'roll pin', item: 'roll-pin' },
  { piece: 'bleeder screw', item: 'bleeder' },
  { piece: 'seal ring', item: 'booster-seal' },
];

/** The row of a piece by the words of a list; undefined for words that nobody knows. */
export const findPiece = (words: string): PieceRow | undefined =>
  PIECES.find(({ piece }) => piece === words.trim().toLowerCase());
