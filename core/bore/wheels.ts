import { pistonArea } from './change.js';
import { BORE_SIZES, type BoreSize } from './sizes.data.js';

/** Wheel units of an axle, as far as they decide how the pedal feels. */
export interface WheelUnits {
  readonly boreMm: number;
  /** Pistons on one side of the disc, or of one cylinder: the other side answers with the same force. */
  readonly pistons: number;
  /** How many of them the master feeds on this axle. */
  readonly units: number;
  readonly discMm?: number;
}

export interface WheelChange {
  /** New over old: clamping force at the same pressure, and fluid for the same piston travel. */
  readonly areaRatio: number;
  /** New over old: braking at the same pressure, where both discs are known. */
  readonly torqueRatio?: number;
  /** The master’s bore that would leave the travel as it was, and the nearest metric and inch sizes that are made. */
  readonly sameFeel?: { readonly exactMm: number; readonly made: readonly string[] };
  readonly working: string;
}

const areaOf = ({ boreMm, pistons, units }: WheelUnits): number => pistons * units * pistonArea(boreMm);
const said = ({ boreMm, pistons, units }: WheelUnits): string => `${units} × ${pistons} × ${boreMm}²`;

/**
 * What other wheel units do. Force at a wheel is pressure × piston area on one side; fluid for the same piston travel goes by the same
 * area; braking is force × the radius at which it acts, taken to grow with the disc. Where all that hangs on the master changes alike, the travel stays as
 * it was when the master’s area changes by the same ratio: its bore by the root of it. Diameters in mm, all more than zero. Source: statics; Pascal.
 */
export function changeWheels(from: WheelUnits, to: WheelUnits, masterMm?: number): WheelChange {
  const areaRatio = areaOf(to) / areaOf(from);
  const discs = from.discMm !== undefined && to.discMm !== undefined ? to.discMm / from.discMm : undefined;
  const exactMm = masterMm === undefined ? undefined : masterMm * Math.sqrt(areaRatio);
  const nearest = (system: BoreSize['system'], wanted: number): string[] =>
    BORE_SIZES.filter((size) => size.system === system)
      .sort((a, b) => Math.abs(a.diameterMm - wanted) - Math.abs(b.diameterMm - wanted))
      .slice(0, 1)
      .map((size) => size.label);
  return {
    areaRatio,
    ...(discs === undefined ? {} : { torqueRatio: areaRatio * discs }),
    ...(exactMm === undefined
      ? {}
      : { sameFeel: { exactMm, made: [...nearest('metric', exactMm), ...nearest('inch', exactMm)] } }),
    working: `(${said(to)}) / (${said(from)}) = ${areaRatio.toFixed(3)}${discs === undefined ? '' : `; discs ${to.discMm ?? 0} / ${from.discMm ?? 0} = ${discs.toFixed(3)}`}`,
  };
}
