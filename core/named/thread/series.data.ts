import type { SeriesThread, ThreadFamily } from './types.js';

/** ISO metric diameters to 24 mm with their pitches, coarse first (ISO 261, all three choices). */
const METRIC: readonly (readonly [number, ...number[]])[] = [
  [1, 0.25, 0.2], [1.1, 0.25, 0.2], [1.2, 0.25, 0.2], [1.4, 0.3, 0.2], [1.6, 0.35, 0.2], [1.8, 0.35, 0.2],
  [2, 0.4, 0.25], [2.2, 0.45, 0.25], [2.5, 0.45, 0.35], [3, 0.5, 0.35], [3.5, 0.6, 0.35], [4, 0.7, 0.5],
  [4.5, 0.75, 0.5], [5, 0.8, 0.5], [5.5, 0.5], [6, 1, 0.75], [7, 1, 0.75], [8, 1.25, 1, 0.75], [9, 1.25, 1, 0.75],
  [10, 1.5, 1.25, 1, 0.75], [11, 1.5, 1, 0.75], [12, 1.75, 1.5, 1.25, 1], [14, 2, 1.5, 1.25, 1], [15, 1.5, 1],
  [16, 2, 1.5, 1], [17, 1.5, 1], [18, 2.5, 2, 1.5, 1], [20, 2.5, 2, 1.5, 1], [22, 2.5, 2, 1.5, 1], [24, 3, 2, 1.5, 1],
];

type InchRow = readonly [size: string, tpi: readonly number[]];

/** Unified series to 1 in (ASME B1.1). */
const UNC: readonly InchRow[] = [
  ['#1', [64]], ['#2', [56]], ['#3', [48]], ['#4', [40]], ['#5', [40]], ['#6', [32]], ['#8', [32]], ['#10', [24]], ['#12', [24]],
  ['1/4', [20]], ['5/16', [18]], ['3/8', [16]], ['7/16', [14]], ['1/2', [13]], ['9/16', [12]], ['5/8', [11]], ['3/4', [10]],
  ['7/8', [9]], ['1', [8]],
];
const UNF: readonly InchRow[] = [
  ['#0', [80]], ['#1', [72]], ['#2', [64]], ['#3', [56]], ['#4', [48]], ['#5', [44]], ['#6', [40]], ['#8', [36]], ['#10', [32]],
  ['#12', [28]], ['1/4', [28]], ['5/16', [24]], ['3/8', [24]], ['7/16', [20]], ['1/2', [20]], ['9/16', [18]], ['5/8', [18]],
  ['3/4', [16]], ['7/8', [14]], ['1', [12]],
];
const UNEF: readonly InchRow[] = [
  ['#12', [32]], ['1/4', [32]], ['5/16', [32]], ['3/8', [32]], ['7/16', [28]], ['1/2', [28]], ['9/16', [24]], ['5/8', [24]],
  ['11/16', [24]], ['3/4', [20]], ['13/16', [20]], ['7/8', [20]], ['15/16', [20]], ['1', [20]],
];
/** Constant-pitch series (12, 16, 20, 28, 32 per inch) where they are not already UNC, UNF or UNEF. */
const UN: readonly InchRow[] = [
  ['5/16', [20, 28]], ['3/8', [20, 28]], ['7/16', [16, 32]], ['1/2', [12, 16, 32]], ['9/16', [16, 20, 28, 32]],
  ['5/8', [12, 16, 20, 28, 32]], ['11/16', [12, 16, 20, 28, 32]], ['3/4', [12, 28, 32]], ['13/16', [12, 16, 28, 32]],
  ['7/8', [12, 16, 28, 32]], ['15/16', [12, 16, 28, 32]], ['1', [16, 28, 32]],
];
/** Selected special combinations. */
const UNS: readonly InchRow[] = [
  ['#10', [28, 36, 40, 48, 56]], ['#12', [36, 40, 48, 56]], ['1/4', [24, 27, 36, 40, 48, 56]],
  ['5/16', [27, 36, 40, 48]], ['3/8', [18, 27, 36, 40]], ['7/16', [18, 24, 27]], ['1/2', [14, 18, 24, 27]], ['9/16', [14, 27]],
  ['5/8', [14, 27]], ['11/16', [18]], ['3/4', [14, 18, 24, 27]], ['7/8', [10, 18, 24, 27]], ['1', [10, 14, 18, 24, 27]],
];

/** British Standard Fine to 1 in (BS 84). */
const BSF: readonly InchRow[] = [
  ['3/16', [32]], ['7/32', [28]], ['1/4', [26]], ['9/32', [26]], ['5/16', [22]], ['3/8', [20]], ['7/16', [18]], ['1/2', [16]], ['9/16', [16]],
  ['5/8', [14]], ['11/16', [14]], ['3/4', [12]], ['7/8', [11]], ['1', [10]],
];
/** British Standard Whitworth to 1 in (BS 84). */
const BSW: readonly InchRow[] = [
  ['1/8', [40]], ['3/16', [24]], ['1/4', [20]], ['5/16', [18]], ['3/8', [16]], ['7/16', [14]], ['1/2', [12]], ['9/16', [12]],
  ['5/8', [11]], ['11/16', [11]], ['3/4', [10]], ['7/8', [9]], ['1', [8]],
];
/** British Standard Cycle, the sizes of 26 per inch (BS 811). */
const BSC: readonly InchRow[] = [['1/4', [26]], ['5/16', [26]], ['3/8', [26]], ['7/16', [26]], ['1/2', [26]]];
/** Metric threads that taper 1 in 16, for screws that seal by themselves (DIN 158-1). */
const KEG: readonly (readonly [number, number])[] = [[8, 1], [10, 1], [12, 1.5], [14, 1.5], [16, 1.5]];

interface PipeRow {
  readonly size: string;
  readonly tpi: number;
  readonly majorMm: number;
}

/** Whitworth pipe to 1/2 (ISO 228-1 parallel, ISO 7-1 taper share size and pitch). */
const BSP: readonly PipeRow[] = [
  { size: '1/16', tpi: 28, majorMm: 7.723 },
  { size: '1/8', tpi: 28, majorMm: 9.728 },
  { size: '1/4', tpi: 19, majorMm: 13.157 },
  { size: '3/8', tpi: 19, majorMm: 16.662 },
  { size: '1/2', tpi: 14, majorMm: 20.955 },
];
/** American taper pipe to 1/2 (ASME B1.20.1); diameter at the reference plane of the large end as tabulated. */
const NPT: readonly PipeRow[] = [
  { size: '1/16', tpi: 27, majorMm: 7.895 },
  { size: '1/8', tpi: 27, majorMm: 10.242 },
  { size: '1/4', tpi: 18, majorMm: 13.616 },
  { size: '3/8', tpi: 18, majorMm: 17.055 },
  { size: '1/2', tpi: 14, majorMm: 21.223 },
];

/** Nominal diameter in mm of an inch size: a fraction, or a screw number (0.060 in + 0.013 in per number, ASME B1.1). */
export function inchSizeMm(size: string): number {
  if (size.startsWith('#')) return (0.06 + 0.013 * Number(size.slice(1))) * 25.4;
  const [top, bottom] = size.split('/').map(Number);
  return ((top ?? NaN) / (bottom ?? 1)) * 25.4;
}

/** "1.0", "1.25", "0.75": a metric pitch with at least one decimal. */
export const pitchText = (pitchMm: number): string => (Number.isInteger(pitchMm) ? pitchMm.toFixed(1) : String(pitchMm));

const inchThreads = (
  rows: readonly InchRow[],
  series: string,
  family: ThreadFamily = 'UN',
  source = 'ASME B1.1',
): SeriesThread[] =>
  rows.flatMap(([size, pitches]) =>
    pitches.map((tpi) => ({
      designation: `${size.replace('#', '')}-${tpi} ${series}`,
      family,
      majorMm: inchSizeMm(size),
      pitchMm: 25.4 / tpi,
      tapered: false,
      source,
    })),
  );

const pipeThreads = (
  rows: readonly PipeRow[],
  family: ThreadFamily,
  name: (row: PipeRow) => string,
  source: string,
): SeriesThread[] =>
  rows.map((row) => ({
    designation: name(row),
    family,
    majorMm: row.majorMm,
    pitchMm: 25.4 / row.tpi,
    tapered: family !== 'G' && !name(row).startsWith('Rp'),
    source,
  }));

/** Every thread of the standard series up to 24 mm, 1 in and 1/2 pipe: so that "there is no such pitch" is true. */
export const SERIES: readonly SeriesThread[] = [
  ...METRIC.flatMap(([diameter, ...pitches]) =>
    pitches.map((pitchMm) => ({
      designation: `M${diameter}x${pitchText(pitchMm)}`,
      family: 'metric' as const,
      majorMm: diameter,
      pitchMm,
      tapered: false,
      source: 'ISO 261',
    })),
  ),
  ...inchThreads(UNF, 'UNF'),
  ...inchThreads(UNC, 'UNC'),
  ...inchThreads(UNEF, 'UNEF'),
  ...inchThreads(UN, 'UN'),
  ...inchThreads(UNS, 'UNS'),
  ...pipeThreads(BSP, 'G', (row) => `G ${row.size} (BSPP)`, 'ISO 228-1'),
  ...pipeThreads(BSP, 'R', (row) => `R ${row.size} (BSPT)`, 'ISO 7-1'),
  ...inchThreads(BSF, 'BSF', 'BSF', 'BS 84'),
  ...inchThreads(BSW, 'BSW', 'BSW', 'BS 84'),
  ...inchThreads(BSC, 'BSC', 'BSC', 'BS 811'),
  ...KEG.map(([diameter, pitchMm]) => ({
    designation: `M${diameter}x${pitchText(pitchMm)} keg`,
    family: 'metric' as const,
    majorMm: diameter,
    pitchMm,
    tapered: true,
    source: 'DIN 158-1',
  })),
  ...pipeThreads(BSP, 'R', (row) => `Rp ${row.size}`, 'ISO 7-1, parallel female'),
  ...pipeThreads(NPT, 'NPT', (row) => `${row.size}-${row.tpi} NPTF`, 'ASME B1.20.3, dryseal'),
  ...pipeThreads(NPT, 'NPT', (row) => `${row.size}-${row.tpi} NPT`, 'ASME B1.20.1'),
];
