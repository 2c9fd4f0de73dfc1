import { type Settings, STANDARD_SETTINGS } from '../../named/settings/index.js';
import { endRow, ENDS, findMaterial, type TubeRow } from '../../named/tube/index.js';
import { checkLine } from './checks.js';
import { arcMm, type Bend, type Legs, stretchesOf, tangentMm } from './path.js';
import type { BendMark, CutLine, LineEnd, LineOrder, LineStep } from './types.js';

/** Tube that goes into a flare, mm: as a test flare showed, or by the table. */
const allowanceOf = ({ allowanceMm, flare }: LineEnd, { outsideMm }: TubeRow): number =>
  allowanceMm ?? endRow(flare).allowance * outsideMm;

/** Length along the centre line from sealing face to sealing face, mm: Σ legs − Σ (2 R tan(θ/2) − R θ). */
export const developedMm = ({ legsMm, bends }: Legs): number =>
  legsMm.reduce((sum, leg) => sum + leg, 0) - bends.reduce((sum, bend) => sum + 2 * tangentMm(bend) - arcMm(bend), 0);

/**
 * Reckons a line: how long it is, how long its tube is cut, where each bend is marked, in which order it is made, what
 * does not go. Lengths in mm, angles in degrees. `lineFault` is asked first. Source: geometry of bends; allowances,
 * springback and straights are conventions that a workshop sets.
 */
export function cutLine(line: LineOrder, settings: Settings = STANDARD_SETTINGS): CutLine {
  const { tube, ends } = line;
  const material = findMaterial(line.material);
  const developed = developedMm(line);
  const allowancesMm = [allowanceOf(ends[0], tube), allowanceOf(ends[1], tube)] as const;
  const cutMm = developed + allowancesMm[0] + allowancesMm[1];
  const wallMm2 = (Math.PI / 4) * (tube.outsideMm ** 2 - tube.insideMm ** 2);
  const stretches = stretchesOf(line);
  return {
    developedMm: developed,
    cutMm,
    // What is a hair over a whole millimetre by arithmetic alone is not cut a millimetre longer.
    cutToMm: Math.ceil(cutMm - 1e-6),
    allowancesMm,
    calibrated: [ends[0].allowanceMm !== undefined, ends[1].allowanceMm !== undefined],
    marks: marksOf(line, allowancesMm[0], material.springback, settings),
    order: orderOf(line, settings),
    checks: checkLine(line, cutMm, stretches, settings),
    stretches,
    grams: (wallMm2 * cutMm * material.gramsPerCm3) / 1000,
    fluidMl: ((Math.PI / 4) * tube.insideMm ** 2 * developed) / 1000,
  };
}

/** Springback is told for a right angle; it grows with the angle. */
const RIGHT_ANGLE = 90;

function marksOf({ legsMm, bends }: Legs, allowanceMm: number, springback: number, settings: Settings): BendMark[] {
  let at = 0;
  return bends.map((bend, i) => {
    const before = bends[i - 1];
    at += (legsMm[i] as number) - (before ? tangentMm(before) : 0) - tangentMm(bend);
    const fromFaceMm = at - settings.lineBenderOffset;
    at += arcMm(bend);
    return {
      n: i + 1,
      fromFaceMm,
      fromCutMm: fromFaceMm + allowanceMm,
      angleDeg: bend.angleDeg,
      setDeg: bend.angleDeg * (1 + springback / RIGHT_ANGLE),
      rotationDeg: bend.rotationDeg ?? 0,
      radiusMm: bend.radiusMm,
    };
  });
}

/**
 * The end with more straight behind it is flared last: what the bends took or gave is cut off there. Both before where
 * the other has too little.
 */
export function lastEnd({ legsMm, bends }: Legs): 1 | 2 {
  const straight = (leg: number | undefined, bend: Bend | undefined): number =>
    (leg ?? 0) - (bend ? tangentMm(bend) : 0);
  return straight(legsMm[0], bends[0]) > straight(legsMm.at(-1), bends.at(-1)) ? 1 : 2;
}

function orderOf(line: LineOrder, settings: Settings): LineStep[] {
  const last = lastEnd(line);
  const first = last === 1 ? 2 : 1;
  const [a, b] = [line.ends[first - 1] as LineEnd, line.ends[last - 1] as LineEnd];
  const [leg, bend] = last === 1 ? [line.legsMm[0], line.bends[0]] : [line.legsMm.at(-1), line.bends.at(-1)];
  const roomy = (leg ?? 0) - (bend ? tangentMm(bend) : 0) >= settings.lineNutStraight + settings.lineTrim;
  const flared = b.flare !== 'none';
  return [
    { step: 'deburr' },
    ...(a.nut === undefined ? [] : [{ step: 'first-nut' as const, end: first as 1 | 2 }]),
    ...(a.flare === 'none' ? [] : [{ step: 'flare-first' as const, end: first as 1 | 2 }]),
    ...(line.protectors ? [{ step: 'protectors' as const, n: line.protectors }] : []),
    ...(b.nut === undefined ? [] : [{ step: 'second-nut' as const, end: last }]),
    ...(flared && !roomy ? [{ step: 'flare-before' as const, end: last }] : []),
    ...(line.bends.length === 0 ? [] : [{ step: 'bend' as const, n: line.bends.length }]),
    ...(flared && roomy
      ? [
          { step: 'trim' as const, end: last },
          { step: 'flare-last' as const, end: last },
        ]
      : []),
    { step: 'blow-out' },
    { step: 'hand-start' },
  ];
}

/**
 * What a test flare takes of a tube: a piece was so long before and is so long after, sealing face to its other end,
 * both in mm. Undefined where it grew or lost more than any flare takes.
 */
export function flareTaken(beforeMm: number, afterMm: number, { outsideMm }: TubeRow): number | undefined {
  const taken = beforeMm - afterMm;
  const most = Math.max(...ENDS.map(({ allowance }) => allowance)) * 3 * outsideMm;
  return taken >= 0 && taken <= most ? taken : undefined;
}
