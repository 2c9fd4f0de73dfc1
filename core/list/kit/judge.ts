import type { FourState } from '../../base/state/index.js';
import { findFluid, type SealMaterial, sealsAgainst } from '../../named/fluid/index.js';
import type { Settings } from '../../named/settings/index.js';
import { factOf, numberOf, type UnitDesign } from '../../named/unit/index.js';
import { findPiece } from './pieces.data.js';

/** A seal kit against the unit that it is for: its unit first, then every size, what it lacks, and its material. */

/** A piece of a kit, or one that a unit needs. */
export interface Piece {
  /** In the words of its list: "primary seal". */
  readonly item: string;
  readonly quantity: number;
  /** The bore that a seal is for; of a kit the kit's own where nothing is said. */
  readonly sizeMm?: number;
  readonly note?: string;
}

/** What a unit needs to be sealed anew, as its maker lists it. */
export interface NeededPiece extends Piece {
  /** It stays in the housing: neither the unit nor its kit brings it. */
  readonly stays: boolean;
}

export interface KitRecord {
  readonly id: string;
  readonly name: string;
  readonly number?: string;
  readonly boreMm: number;
  readonly boreLargeMm?: number;
  readonly seals?: SealMaterial;
  readonly contents: readonly Piece[];
  readonly source: string;
  /** A list names it for this very unit; otherwise it was found by bore. */
  readonly listed: boolean;
  /** Months between which its list names it for this unit: "2000-11". */
  readonly builtFrom?: string;
  readonly builtTo?: string;
}

/** What came of asking a kit's maker by unit and date. */
export const KIT_ANSWERS = ['confirmed', 'no-answer'] as const;
export type KitAnswer = (typeof KIT_ANSWERS)[number];

export type KitCode =
  | 'bore-not-known'
  | 'bore-not-seen'
  | 'other-bore'
  | 'no-large-seal'
  | 'fluid'
  | 'material-not-known'
  | 'lacks'
  | 'by-bore'
  | 'side-by-side'
  | 'other-month'
  | 'month-not-known'
  | 'confirmed'
  | 'listed';

export interface KitJudgement {
  readonly code: KitCode;
  readonly state: FourState;
  /** Before ordering, on the word of a list, or when the kit is there. */
  readonly rank: 'must' | 'listing' | 'receive';
  /** Bores of the unit. */
  readonly bores: readonly number[];
  /** Sizes that the kit's seals are made for. */
  readonly sizes: readonly number[];
  /** How many of it one unit takes. */
  readonly times: number;
  /** What the unit needs and the kit has not: ordered by itself. */
  readonly beside: readonly Piece[];
  /** What stays in the housing. */
  readonly stays: readonly Piece[];
  /** Names, for the sentence: what it lacks, the material, the grade, whether a list names it. */
  readonly lacks: readonly string[];
  readonly seals?: SealMaterial;
  readonly grade?: string;
  readonly listed: boolean;
  readonly builtFrom?: string;
  readonly builtTo?: string;
}

const STATE: Readonly<Record<KitCode, FourState>> = {
  'bore-not-known': 'not-known',
  'bore-not-seen': 'not-known',
  'other-bore': 'does-not-fit',
  'no-large-seal': 'does-not-fit',
  fluid: 'does-not-fit',
  'material-not-known': 'not-known',
  lacks: 'does-not-fit',
  'by-bore': 'not-known',
  'side-by-side': 'not-known',
  'other-month': 'does-not-fit',
  'month-not-known': 'not-known',
  confirmed: 'fits',
  listed: 'fits',
};

/**
 * Whether a seal kit is right for a unit. By unit first: one that a list names for it fits when every bore of the unit
 * has a seal, nothing that holds pressure is missing and its material survives the fluid of the cap. By bore alone it
 * is only not excluded: its maker is asked by unit and date. Sizes in mm; two within the settings's `oneSizeWithin` are
 * one, and so is one that lies within the doubt of a bore that was measured, where the list names the unit. `unseen`:
 * nobody can measure the bore, and the list alone says that it is for the unit.
 */
export function judgeKit(
  unit: UnitDesign,
  kit: KitRecord,
  needed: readonly NeededPiece[],
  {
    cap,
    asked,
    built,
    unseen,
    settings,
  }: {
    readonly cap?: string;
    readonly asked?: KitAnswer;
    readonly built?: string;
    readonly unseen?: boolean;
    readonly settings: Settings;
  },
): KitJudgement {
  const isOne = (a: number, b: number): boolean => Math.abs(a - b) < settings.oneSizeWithin;
  const doubt = kit.listed ? (factOf(unit.facts, 'bore')?.tolerance ?? 0) : 0;
  const [bore, large] = (['bore', 'bore-large'] as const).map((name) => numberOf(unit.facts, name));
  const bores = [bore, large].filter((size) => size !== undefined);
  const contents = kit.contents.map((piece): Piece => ({ ...piece, ...sizeIn(piece, kit) }));
  const own = contents.filter((piece) => findPiece(piece.item)?.holdsPressure).flatMap(({ sizeMm }) => sizeMm ?? []);
  const sizes = [...new Set(own.length > 0 ? [...own, ...largeOf(kit)] : [kit.boreMm, ...largeOf(kit)])].sort(
    (a, b) => a - b,
  );
  const wanted = needed.filter((piece) => !piece.stays);
  const found = wanted.map((want) => {
    const have = contents
      .filter((c) => isAlike(c.item, want.item) && (want.sizeMm === undefined || isOne(c.sizeMm ?? -1, want.sizeMm)))
      .reduce((sum, c) => sum + c.quantity, 0);
    return { want, have };
  });
  // A kit whose contents nobody recorded lacks nothing that is known.
  const missing = contents.length === 0 ? [] : found.filter(({ have }) => have === 0).map(({ want }) => want);
  const lacks = missing.filter(({ item }) => findPiece(item)?.holdsPressure).map(({ item }) => item);
  const fluid = cap === undefined ? undefined : findFluid(cap);
  const survives = kit.seals && fluid ? sealsAgainst(kit.seals, fluid.base) : undefined;

  const code = ((): KitCode => {
    if (bore === undefined && !(unseen === true && kit.listed)) return 'bore-not-known';
    if (bore !== undefined && !sizes.some((size) => Math.abs(size - bore) < settings.oneSizeWithin + doubt))
      return 'other-bore';
    if (large !== undefined && !sizes.some((size) => isOne(size, large))) return 'no-large-seal';
    if (survives === 'does-not-fit') return 'fluid';
    if (lacks.length > 0) return 'lacks';
    if (kit.seals === undefined || survives === 'not-known') return 'material-not-known';
    if (kit.listed && isDated(kit) && built === undefined) return 'month-not-known';
    if (kit.listed && !isOfMonth(kit, built)) return 'other-month';
    if (kit.listed) return bore === undefined ? 'bore-not-seen' : 'listed';
    return asked === 'confirmed' ? 'confirmed' : asked === 'no-answer' ? 'side-by-side' : 'by-bore';
  })();
  const beside = missing.filter(({ item }) => !findPiece(item)?.holdsPressure);
  return {
    code,
    state: code === 'listed' && beside.length > 0 ? 'fits-with-change' : STATE[code],
    rank: code === 'side-by-side' ? 'receive' : code === 'bore-not-seen' ? 'listing' : 'must',
    bores,
    sizes,
    times: Math.max(
      1,
      ...found.filter(({ have }) => have > 0).map(({ want, have }) => Math.ceil(want.quantity / have)),
    ),
    beside,
    stays: needed.filter((piece) => piece.stays),
    lacks,
    listed: kit.listed,
    ...(kit.builtFrom === undefined ? {} : { builtFrom: kit.builtFrom }),
    ...(kit.builtTo === undefined ? {} : { builtTo: kit.builtTo }),
    ...(kit.seals === undefined ? {} : { seals: kit.seals }),
    ...(fluid === undefined ? {} : { grade: fluid.grade }),
  };
}

/** A kit that its list names for a time alone: seals were changed in one month. */
const isDated = ({ builtFrom, builtTo }: KitRecord): boolean => builtFrom !== undefined || builtTo !== undefined;
const isOfMonth = ({ builtFrom = '', builtTo = '9999' }: KitRecord, built: string | undefined): boolean =>
  built === undefined || (builtFrom <= built && built <= builtTo);

const largeOf = ({ boreLargeMm }: KitRecord): number[] => (boreLargeMm === undefined ? [] : [boreLargeMm]);

/** The bore that a piece is made for: its own, or the kit's for a seal that holds pressure. */
function sizeIn({ item, sizeMm }: Piece, { boreMm, boreLargeMm }: KitRecord): { readonly sizeMm?: number } {
  if (sizeMm !== undefined) return { sizeMm };
  if (!findPiece(item)?.holdsPressure) return {};
  const size = findPiece(item)?.piece === 'large seal' ? boreLargeMm : boreMm;
  return size === undefined ? {} : { sizeMm: size };
}

/** Two names of one piece: the same words, or words for the same item. */
function isAlike(a: string, b: string): boolean {
  const [one, other] = [findPiece(a), findPiece(b)];
  if (one === undefined || other === undefined) return a.trim().toLowerCase() === b.trim().toLowerCase();
  return one.piece === other.piece || (one.item !== undefined && one.item === other.item);
}
