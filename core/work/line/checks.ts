import type { Settings } from '../../named/settings/index.js';
import { findMaterial } from '../../named/tube/index.js';
import { type Bend, closest, type Legs, type Stretch, tangentMm } from './path.js';
import type { LineCheck, LineEnd, LineOrder } from './types.js';

/** What keeps a line from being made, or is to be thought of before it is. */

/** Beyond this a virtual corner runs so far away that nobody can measure to it. */
const MOST_CORNER_DEG = 150;
/** Legs that come straight back have no virtual corner between them at all. */
const BACK_DEG = 179;
/** More bends than this are no brake line. */
export const MOST_BENDS = 60;

/** Why legs and bends are no line; nothing where they are one. The pointer names the place in what was given. */
export function lineFault({
  legsMm,
  bends,
}: Legs): { readonly pointer: string; readonly sentence: string } | undefined {
  if (bends.length > MOST_BENDS)
    return {
      pointer: '/bends',
      sentence:
        `${bends.length} bends are more than the ${MOST_BENDS} that a line can have here. Is this a ` +
        'template of another kind?',
    };
  if (legsMm.length !== bends.length + 1)
    return {
      pointer: '/legs',
      sentence:
        `There is one leg more than there are bends: ${bends.length} bends want ${bends.length + 1} ` +
        `legs, and there are ${legsMm.length}.`,
    };
  const leg = legsMm.findIndex((mm) => !(mm > 0 && mm < 20_000));
  if (leg >= 0)
    return {
      pointer: `/legs/${leg}`,
      sentence: `Leg ${leg + 1} is ${legsMm[leg]} mm: a leg is more than 0 and less than 20 m.`,
    };
  const back = bends.findIndex(({ angleDeg, byArc }) => angleDeg > BACK_DEG && angleDeg <= 180 && !byArc);
  if (back >= 0)
    return {
      pointer: `/bends/${back}/angle`,
      sentence:
        `Bend ${back + 1} turns back by ${bends[back]?.angleDeg}°: its corner lies nowhere. Measure the legs to ` +
        'where its arc begins.',
    };
  const bend = bends.findIndex(
    ({ angleDeg, radiusMm }) => !(angleDeg > 0 && angleDeg <= 180 && radiusMm > 0 && radiusMm < 1000),
  );
  if (bend < 0) return undefined;
  const { angleDeg, radiusMm } = bends[bend] as Bend;
  return angleDeg > 0 && angleDeg <= 180
    ? {
        pointer: `/bends/${bend}/radius`,
        sentence: `Bend ${bend + 1} has a radius of ${radiusMm} mm: it is more than 0 and less than 1 m.`,
      }
    : {
        pointer: `/bends/${bend}/angle`,
        sentence: `Bend ${bend + 1} turns by ${angleDeg}°: a bend is more than 0° and at most 180°.`,
      };
}

/** Everything about a line that does not go or wants thought. Lengths in mm. */
export function checkLine(
  line: LineOrder,
  cutMm: number,
  stretches: readonly Stretch[],
  settings: Settings,
): LineCheck[] {
  const least = findMaterial(line.material).leastRadius * line.tube.outsideMm;
  return [
    ...line.bends.flatMap((bend, i) => bendChecks(bend, i, least)),
    ...line.legsMm.flatMap((_, i) => legChecks(line, i, settings)),
    ...lengthChecks(line, cutMm, settings),
    ...endChecks(line),
    ...crossing(stretches, line.tube.outsideMm),
  ];
}

function bendChecks(bend: Bend, i: number, least: number): LineCheck[] {
  const found: LineCheck[] = [];
  if (bend.radiusMm < least - 1e-9)
    found.push({ code: 'radius', state: 'does-not-fit', at: i + 1, needed: least, there: bend.radiusMm });
  if (bend.angleDeg > MOST_CORNER_DEG && !bend.byArc)
    found.push({ code: 'u-bend', state: 'does-not-fit', at: i + 1, there: bend.angleDeg });
  return found;
}

/**
 * Straight that an end wants behind its sealing face before the first bend: its nut, and the bar of the flaring tool.
 */
const behind = (end: LineEnd, settings: Settings): number => (end.flare === 'none' ? 0 : settings.lineNutStraight);

function legChecks({ legsMm, bends, ends }: LineOrder, i: number, settings: Settings): LineCheck[] {
  const [before, after] = [bends[i - 1], bends[i]];
  const arcs = (before ? tangentMm(before) : 0) + (after ? tangentMm(after) : 0);
  const straight = before && after ? settings.lineBenderStraight : 0;
  const there = (legsMm[i] as number) - arcs;
  if (there < straight - 1e-9)
    return [{ code: 'leg', state: 'does-not-fit', at: i + 1, needed: arcs + straight, there: legsMm[i] as number }];
  const first = i === 0 ? behind(ends[0], settings) : 0;
  const last = i === legsMm.length - 1 ? behind(ends[1], settings) : 0;
  return there < first + last - 1e-9
    ? [{ code: 'end-straight', state: 'does-not-fit', at: i + 1, needed: first + last, there }]
    : [];
}

function lengthChecks({ legsMm, bends, material }: LineOrder, cut: number, settings: Settings): LineCheck[] {
  const found: LineCheck[] = [];
  if (cut > settings.lineStock)
    found.push({ code: 'stock', state: 'does-not-fit', needed: cut, there: settings.lineStock });
  legsMm.forEach((leg, i) => {
    const there =
      leg - (bends[i - 1] ? tangentMm(bends[i - 1] as Bend) : 0) - (bends[i] ? tangentMm(bends[i] as Bend) : 0);
    if (there > settings.lineLoopFrom && material !== 'copper-nickel')
      found.push({ code: 'loop', state: 'fits-with-change', at: i + 1, there, needed: settings.lineLoopFrom });
  });
  return found;
}

/** A nut that is not made for this tube, a flare that this material does not take. */
function endChecks({ ends, tube, material }: LineOrder): LineCheck[] {
  return ends.flatMap(({ nut, flare }, i): LineCheck[] => [
    ...(nut !== undefined && !tube.nutThreads.includes(nut)
      ? [{ code: 'nut' as const, state: 'does-not-fit' as const, at: i + 1 }]
      : []),
    ...(material === 'stainless' && (flare === 'inverted-flare' || flare === 'bubble-flare')
      ? [{ code: 'flare' as const, state: 'fits-with-change' as const, at: i + 1 }]
      : []),
  ]);
}

function crossing(stretches: readonly Stretch[], outsideMm: number): LineCheck[] {
  const near = closest(stretches, outsideMm);
  return near && near.apartMm < outsideMm - 1e-6
    ? [
        {
          code: 'crosses',
          state: 'does-not-fit',
          at: Math.floor(near.between[0] / 2) + 1,
          needed: outsideMm,
          there: near.apartMm,
        },
      ]
    : [];
}
