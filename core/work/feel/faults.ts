import type { Axle, SetUp, Vehicle } from './types.js';

/** Sizes that no vehicle has: named where they were entered, so that nothing is worked out from them. */
export interface FeelFault {
  /** Which value, as a pointer: "/vehicle/tyreRadius", "/setUp/front/radius". */
  readonly at: string;
  readonly sentence: string;
}

const outside = (value: number | undefined, least: number, most: number): boolean =>
  value !== undefined && !(value >= least && value <= most);

function vehicleFaults(vehicle: Vehicle): FeelFault[] {
  const { tyreRadius, height, wheelbase, frontShare } = vehicle;
  return [
    ...(outside(tyreRadius, 80, 1200)
      ? [{ at: '/vehicle/tyreRadius', sentence: 'A tyre’s radius lies between 80 and 1200 mm: this one is misread.' }]
      : []),
    ...(outside(wheelbase, 500, 12_000)
      ? [{ at: '/vehicle/wheelbase', sentence: 'A wheelbase lies between 500 and 12 000 mm.' }]
      : []),
    ...(outside(height, 100, 4000)
      ? [{ at: '/vehicle/height', sentence: 'The centre of gravity lies between 100 and 4000 mm above the ground.' }]
      : []),
    ...(outside(frontShare, 0.05, 0.95)
      ? [{ at: '/vehicle/frontShare', sentence: 'The front axle carries between 0.05 and 0.95 of the weight.' }]
      : []),
    ...(outside(vehicle.pedalRatio, 1, 20)
      ? [{ at: '/vehicle/pedalRatio', sentence: 'A pedal’s ratio lies between 1 and 20.' }]
      : []),
  ];
}

const pistonsOf = (axle: Axle): readonly number[] => (axle.kind === 'disc' ? axle.pistons : [axle.cylinder]);

function axleFaults(end: 'front' | 'rear', axle: Axle): FeelFault[] {
  const at = (field: string): string => `/setUp/${end}/${field}`;
  const bad = pistonsOf(axle).findIndex((d) => outside(d, 6, 150));
  return [
    ...(bad < 0
      ? []
      : [
          {
            at: at(axle.kind === 'disc' ? `pistons/${bad}` : 'cylinder'),
            sentence: 'A wheel’s piston lies between 6 and 150 mm.',
          },
        ]),
    ...(outside(axle.radius, 30, 600)
      ? [{ at: at('radius'), sentence: 'The effective radius of a brake lies between 30 and 600 mm.' }]
      : []),
    ...(outside(axle.pushOut, 0, 3)
      ? [{ at: at('pushOut'), sentence: 'The pressure that moves nothing yet lies between 0 and 3 MPa.' }]
      : []),
    ...(outside(axle.lift, 0, 20)
      ? [{ at: at('lift'), sentence: 'A piston moves between 0 and 20 mm to its lining.' }]
      : []),
  ];
}

/**
 * A master of drums may be larger than the cylinders of its wheels, for it fills many of them; one of discs never is.
 */
const OVER_DRUM = 2;
const isTooLarge = (bore: number, axles: readonly Axle[]): boolean =>
  axles.every((axle) => {
    const piston = Math.max(...pistonsOf(axle));
    return piston >= 6 && bore > piston * (axle.kind === 'drum' ? OVER_DRUM : 1);
  });

/** What cannot be so, of a vehicle and a set-up; empty when all of it can. */
export function feelFaults(vehicle: Vehicle, setUp: SetUp): FeelFault[] {
  const { master, valve, booster } = setUp;
  return [
    ...vehicleFaults(vehicle),
    ...(outside(master.bore, 6, 80)
      ? [{ at: '/setUp/master/bore', sentence: 'A master’s bore lies between 6 and 80 mm.' }]
      : []),
    ...(isTooLarge(master.bore, [setUp.front, setUp.rear])
      ? [
          {
            at: '/setUp/master/bore',
            sentence: 'The master’s bore is too large for every piston that it feeds: one of them is misread.',
          },
        ]
      : []),
    ...(master.largeBore !== undefined && master.largeBore <= master.bore
      ? [
          {
            at: '/setUp/master/largeBore',
            sentence: 'The large bore of a stepped master is larger than its small one.',
          },
        ]
      : []),
    ...(valve && outside(valve.knee, 0.05, 20)
      ? [
          {
            at: '/setUp/valve/knee',
            sentence: 'A valve begins between 0.05 and 20 MPa: no pedal reaches more, and it would never work.',
          },
        ]
      : []),
    ...(booster && outside(booster.assist, 1, 60_000)
      ? [{ at: '/setUp/booster/assist', sentence: 'A booster adds between 1 and 60 000 N.' }]
      : []),
    ...axleFaults('front', setUp.front),
    ...axleFaults('rear', setUp.rear),
  ];
}
