/** Tubes and the nuts they take. */

export interface TubeRow {
  readonly tube: string;
  readonly outsideMm: number;
  readonly insideMm: number;
  readonly note: string;
  /** Tubes that take the same nuts and flares. */
  readonly same?: readonly string[];
  /** Designations of the nuts that usually go on it, plain size first. */
  readonly nutThreads: readonly string[];
  readonly source: string;
}

const TRADE = 'tube makers’ stock sizes; SAE J533 flares';

// prettier-ignore
export const TUBES: readonly TubeRow[] = [
  { tube: '3/16 in', outsideMm: 4.7625, insideMm: 3.34, note: 'interchangeable with 4.75 mm', same: ['4.75 mm'], nutThreads: ['3/8-24 UNF', 'M10x1.0', '7/16-24 UNS', '1/2-20 UNF', '9/16-18 UNF', 'M12x1.0'], source: TRADE },
  { tube: '4.75 mm', outsideMm: 4.75, insideMm: 3.35, note: 'interchangeable with 3/16 in', same: ['3/16 in'], nutThreads: ['M10x1.0', '3/8-24 UNF', 'M11x1.0', 'M12x1.0'], source: TRADE },
  { tube: '1/4 in', outsideMm: 6.35, insideMm: 4.928, note: 'not interchangeable with 6 mm', nutThreads: ['7/16-24 UNS', 'M12x1.0', '1/2-20 UNF', '9/16-18 UNF'], source: TRADE },
  { tube: '6 mm', outsideMm: 6, insideMm: 4.6, note: 'not interchangeable with 1/4 in', nutThreads: ['M12x1.0'], source: TRADE },
  { tube: '5/16 in', outsideMm: 7.9375, insideMm: 6.515, note: 'close to 8 mm, not the same', nutThreads: ['1/2-20 UNF'], source: TRADE },
  { tube: '8 mm', outsideMm: 8, insideMm: 6, note: 'close to 5/16 in, not the same', nutThreads: ['M14x1.5'], source: TRADE },
  { tube: '3/8 in', outsideMm: 9.525, insideMm: 8.103, note: '', nutThreads: ['5/8-18 UNF'], source: TRADE },
];

/** Which tubes a nut of this thread is made for; the first is the plain size, later ones step up or down. */
export function tubesFor(designation: string): TubeRow[] {
  return TUBES.filter((tube) => tube.nutThreads.includes(designation)).sort(
    (a, b) => a.nutThreads.indexOf(designation) - b.nutThreads.indexOf(designation),
  );
}

/** The tube itself and those that interchange with it: 3/16 in and 4.75 mm do, 1/4 in and 6 mm do not. */
export const interchangeableTubes = (tube: string): readonly string[] => [
  tube,
  ...(TUBES.find((row) => row.tube === tube)?.same ?? []),
];
