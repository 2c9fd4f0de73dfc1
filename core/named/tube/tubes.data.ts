/** Tubes of brake and clutch lines, and what they are made of. */

export interface TubeRow {
  readonly tube: string;
  readonly outsideMm: number;
  readonly insideMm: number;
  readonly note: string;
  /** Seldom on brakes: named after those that are usual. */
  readonly rare?: true;
  /** Tubes that take the same nuts and flares. */
  readonly same?: readonly string[];
  /** Designations of the nuts that usually go on it, plain size first. */
  readonly nutThreads: readonly string[];
  readonly source: string;
}

const TRADE = 'tube makers’ stock sizes; SAE J533 flares';
const METRIC = 'tube makers’ stock sizes; ISO 4038 flares';

// prettier-ignore
export const TUBES: readonly TubeRow[] = [
  { tube: '1/8 in', rare: true, outsideMm: 3.175, insideMm: 1.753, note: 'clutch and gauge lines', nutThreads: ['5/16-24 UNF', '3/8-24 UNF'], source: TRADE },
  { tube: '3.5 mm', rare: true, outsideMm: 3.5, insideMm: 2.1, note: 'rare; not 1/8 in', nutThreads: ['M8x1.0', 'M10x1.0'], source: METRIC },
  { tube: '4.5 mm', rare: true, outsideMm: 4.5, insideMm: 3.1, note: 'rare; not 4.75 mm: its flare is too small for that seat', nutThreads: ['M10x1.0'], source: METRIC },
  { tube: '3/16 in', outsideMm: 4.7625, insideMm: 3.34, note: 'interchangeable with 4.75 mm', same: ['4.75 mm'], nutThreads: ['3/8-24 UNF', 'M10x1.0', '7/16-24 UNS', '1/2-20 UNF', '9/16-18 UNF', 'M12x1.0'], source: TRADE },
  { tube: '4.75 mm', outsideMm: 4.75, insideMm: 3.35, note: 'interchangeable with 3/16 in', same: ['3/16 in'], nutThreads: ['M10x1.0', '3/8-24 UNF', 'M11x1.0', 'M12x1.0'], source: TRADE },
  { tube: '1/4 in', outsideMm: 6.35, insideMm: 4.928, note: 'not interchangeable with 6 mm', nutThreads: ['7/16-24 UNS', 'M12x1.0', '1/2-20 UNF', '9/16-18 UNF'], source: TRADE },
  { tube: '6 mm', outsideMm: 6, insideMm: 4.6, note: 'not interchangeable with 1/4 in', nutThreads: ['M12x1.0'], source: TRADE },
  { tube: '5/16 in', outsideMm: 7.9375, insideMm: 6.515, note: 'close to 8 mm, not the same', nutThreads: ['1/2-20 UNF'], source: TRADE },
  { tube: '8 mm', outsideMm: 8, insideMm: 6, note: 'close to 5/16 in, not the same', nutThreads: ['M14x1.5'], source: TRADE },
  { tube: '3/8 in', outsideMm: 9.525, insideMm: 8.103, note: '', nutThreads: ['5/8-18 UNF'], source: TRADE },
  { tube: '10 mm', outsideMm: 10, insideMm: 8, note: 'close to 3/8 in, not the same', nutThreads: ['M16x1.5'], source: METRIC },
  { tube: '1/2 in', outsideMm: 12.7, insideMm: 11.278, note: 'feeds and returns', nutThreads: ['3/4-18 UNS'], source: TRADE },
];

export const TUBE_NAMES: readonly string[] = TUBES.map(({ tube }) => tube);
export const findTube = (tube: string): TubeRow | undefined => TUBES.find((row) => row.tube === tube);

/** Which tubes a nut of this thread is made for; the first is the plain size, later ones step up or down, rare ones come last. */
export function tubesFor(designation: string): TubeRow[] {
  return TUBES.filter((tube) => tube.nutThreads.includes(designation)).sort(
    (a, b) =>
      Number(a.rare ?? false) - Number(b.rare ?? false) ||
      a.nutThreads.indexOf(designation) - b.nutThreads.indexOf(designation),
  );
}

/** The tube itself and those that interchange with it: 3/16 in and 4.75 mm do, 1/4 in and 6 mm do not. */
export const interchangeableTubes = (tube: string): readonly string[] => [tube, ...(findTube(tube)?.same ?? [])];

export const TUBE_MATERIALS = ['steel', 'plated-steel', 'copper-nickel', 'stainless'] as const;
export type TubeMaterial = (typeof TUBE_MATERIALS)[number];

/** What a tube is made of: how tightly it bends, how far it springs back, and where it may be used. */
export interface MaterialRow {
  readonly material: TubeMaterial;
  readonly words: string;
  /** Smallest centre-line radius with a hand bender, in outside diameters. */
  readonly leastRadius: number;
  /** Degrees that it springs back over a bend of 90°. */
  readonly springback: number;
  readonly gramsPerCm3: number;
  readonly flares: string;
  readonly use: string;
  readonly source: string;
}

const PRACTICE = 'hand benders’ usual limits; workshop practice';
// prettier-ignore
export const MATERIALS: readonly MaterialRow[] = [
  { material: 'steel', words: 'steel, copper-brazed double wall', leastRadius: 3, springback: 3, gramsPerCm3: 7.85, flares: 'double or bubble flare', use: 'brakes; rusts where its coating is broken', source: `SAE J527; ${PRACTICE}` },
  { material: 'plated-steel', words: 'steel, plated and coated', leastRadius: 3, springback: 3, gramsPerCm3: 7.85, flares: 'double or bubble flare; strip the coating where the flare is formed', use: 'brakes', source: `SAE J527; ISO 4038; ${PRACTICE}` },
  { material: 'copper-nickel', words: 'copper-nickel 90/10', leastRadius: 2.5, springback: 2, gramsPerCm3: 8.9, flares: 'double or bubble flare', use: 'brakes where local rules let it; it bends easily and needs clips closer together', source: `SAE J1047; ${PRACTICE}` },
  { material: 'stainless', words: 'stainless steel, annealed', leastRadius: 4, springback: 5, gramsPerCm3: 7.9, flares: 'flares that a hand tool makes often split or leak: 37° with sleeve', use: 'where local rules let it', source: PRACTICE },
];
export const findMaterial = (material: TubeMaterial): MaterialRow => MATERIALS.find((row) => row.material === material) as MaterialRow;
