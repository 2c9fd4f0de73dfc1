export type BoreChangeKind = 'brake-master' | 'clutch-master' | 'slave';

export interface BoreChange {
  /**
   * New over old: line pressure for the same rod force (brake master) or slave force for the same pedal effort
   * (clutch).
   */
  readonly pressureRatio: number;
  /**
   * New over old: piston travel for the same volume (brake master) or slave travel for the same pedal travel (clutch).
   */
  readonly travelRatio: number;
  readonly areaFromMm2: number;
  readonly areaToMm2: number;
  readonly summary: string;
}

/** Area of a round piston in mm²: π d² / 4. */
export const pistonArea = (diameterMm: number): number => (Math.PI * diameterMm ** 2) / 4;

/**
 * What a change of one bore does, all else equal. Line pressure p = F / A, so for a brake master both pressure and
 * piston travel scale by (from/to)². For a clutch, slave force scales by (from/to)² of the master and slave travel by
 * (to/from)²; changing the slave turns both round. Diameters in mm, both more than zero.
 */
export function changeBore(kind: BoreChangeKind, fromMm: number, toMm: number): BoreChange {
  const down = (fromMm / toMm) ** 2;
  const ratios = {
    'brake-master': { pressureRatio: down, travelRatio: down },
    'clutch-master': { pressureRatio: down, travelRatio: 1 / down },
    slave: { pressureRatio: 1 / down, travelRatio: down },
  }[kind];
  return {
    ...ratios,
    areaFromMm2: pistonArea(fromMm),
    areaToMm2: pistonArea(toMm),
    summary: summaryOf(kind, ratios.pressureRatio, ratios.travelRatio),
  };
}

function percent(ratio: number): string {
  const change = Math.abs(ratio - 1) * 100;
  return `${change < 10 ? change.toFixed(1) : change.toFixed(0)} %`;
}

const than = (ratio: number, more: string, less: string): string => `${percent(ratio)} ${ratio > 1 ? more : less}`;

function summaryOf(kind: BoreChangeKind, pressure: number, travel: number): string {
  if (Math.abs(pressure - 1) < 0.0005) return 'The same bore area: pedal effort and travel stay as they are.';
  if (kind === 'brake-master') {
    const feel = pressure < 1 ? 'A shorter, harder pedal' : 'A longer, softer pedal';
    return (
      `${feel}: the same push on the rod makes ${than(pressure, 'more', 'less')} line pressure, and ` +
      `the master's piston moves ` +
      `${than(travel, 'further', 'less far')} for the same fluid. This holds for the same force on the ` +
      `master's rod; past the ` +
      'knee of a booster extra pedal effort is no longer multiplied, so the pedal then feels the ' +
      'change more strongly. Gaps and slack in ' +
      `the linkage are not scaled.`
    );
  }
  const part = kind === 'clutch-master' ? 'clutch master' : 'slave';
  const feel = travel > 1 ? 'A heavier pedal that releases further' : 'A lighter pedal that releases less far';
  return (
    `${feel}: with the new ${part} the same pedal travel moves the slave ` +
    `${than(travel, 'further', 'less far')}, and the same pedal ` +
    `effort pushes it with ${than(pressure, 'more', 'less')} force. Free travel, air and a swelling ` +
    'hose are not counted; check the slave ' +
    `against the release travel wanted.`
  );
}
