/** Outside or inside: a nut or screw, or a port. */
export const GENDERS = ['male', 'female'] as const;
export type Gender = (typeof GENDERS)[number];

export type ThreadFamily = 'metric' | 'UN' | 'NPT' | 'G' | 'R' | 'BSF' | 'BSW' | 'BSC';

/** Thread form angle in degrees: 60 for ISO metric, UN, NPT and British cycle threads; 55 for the Whitworth threads. */
export const flankAngle = (family: ThreadFamily): 55 | 60 =>
  family === 'G' || family === 'R' || family === 'BSF' || family === 'BSW' ? 55 : 60;

/** One thread of a standard series. */
export interface SeriesThread {
  readonly designation: string;
  readonly family: ThreadFamily;
  readonly majorMm: number;
  readonly pitchMm: number;
  readonly tapered: boolean;
  readonly source: string;
}

/** A thread that brake and clutch hydraulics use. */
export interface BrakeThread extends SeriesThread {
  /** Diameter of a male thread at its end: smaller than the major diameter where the thread is tapered. */
  readonly maleEndMm: number;
  /** Diameter at the mouth of a female thread; the basic minor diameter of a parallel 60° thread unless given. */
  readonly femaleMouthMm?: number;
  readonly usedFor: string;
  readonly usualHex: string;
  /** Hexagon of its 37° nut (SAE J514), where the thread is a dash size. */
  readonly nut37Hex?: string;
}

/** Basic minor diameter in mm: D − 1.0825 P (60°, ISO 68-1) or D − 1.2807 P (55°, ISO 228-1). */
export function minorDiameter(thread: SeriesThread): number {
  return thread.majorMm - (flankAngle(thread.family) === 60 ? 1.0825 : 1.2807) * thread.pitchMm;
}

/** Basic pitch diameter in mm: D − 0.6495 P (60°) or D − 0.6403 P (55°). */
export function pitchDiameter(thread: SeriesThread): number {
  return thread.majorMm - (flankAngle(thread.family) === 60 ? 0.6495 : 0.6403) * thread.pitchMm;
}
