import type { LayoutName } from '../../vehicle/layout/index.js';

/**
 * How the brakes of a simulated vehicle are laid out, seen from the master that a job is about: its outlets, what each
 * feeds, and the wheels that its line leads to. Written down here anew, so that the truth does not come from the table
 * that the engine uses.
 */
export interface TrueLayout {
  readonly name: Exclude<LayoutName, 'clutch' | 'clutch-shared' | 'clutch-concentric'>;
  readonly assistance: 'none' | 'vacuum' | 'pump';
  readonly outlets: readonly {
    readonly position: string;
    readonly feeds: string;
    readonly wheels: readonly string[];
  }[];
  readonly front: 'caliper' | 'wheel-cylinder';
  readonly rear: 'caliper' | 'wheel-cylinder';
  /** Rear wheel units sit on rigid lines of their axle, or each on a hose. */
  readonly rearOn: 'line' | 'hose';
  /** Wheels of the same axle that another master feeds. */
  readonly others?: readonly string[];
  /** A master on a handlebar has neither studs nor a pedal. */
  readonly lever?: true;
}

const FRONT = ['front-left', 'front-right'] as const;
const REAR = ['rear-left', 'rear-right'] as const;
const out = (position: string, feeds: string, wheels: readonly string[]) => ({ position, feeds, wheels });
const ALL = [out('front-left', 'all', [...FRONT, ...REAR])];
const EACH_AXLE = [out('front-left', 'front', FRONT), out('rear-left', 'rear', REAR)];
const CORNERS = [...FRONT, ...REAR].map((wheel) => out(wheel, wheel.startsWith('front') ? 'front' : 'rear', [wheel]));
const THREE = [
  out('front-left', 'front', ['front-left']),
  out('front-right', 'front', ['front-right']),
  out('rear-left', 'rear', REAR),
];
const DRUMS = { front: 'wheel-cylinder', rear: 'wheel-cylinder' } as const;
const MIXED = { front: 'caliper', rear: 'wheel-cylinder' } as const;
const DISCS = { front: 'caliper', rear: 'caliper' } as const;

export const TRUE_LAYOUTS: readonly TrueLayout[] = [
  { name: 'one-circuit', assistance: 'none', outlets: ALL, ...DRUMS, rearOn: 'line' },
  { name: 'servo-in-line', assistance: 'none', outlets: ALL, ...DRUMS, rearOn: 'line' },
  { name: 'two-leading-shoes', assistance: 'none', outlets: ALL, ...DRUMS, rearOn: 'line' },
  { name: 'front-rear-unboosted', assistance: 'none', outlets: EACH_AXLE, ...DRUMS, rearOn: 'line' },
  { name: 'front-rear', assistance: 'vacuum', outlets: THREE, ...MIXED, rearOn: 'line' },
  { name: 'front-rear-block', assistance: 'vacuum', outlets: EACH_AXLE, ...MIXED, rearOn: 'line' },
  { name: 'modulator', assistance: 'vacuum', outlets: EACH_AXLE, ...DISCS, rearOn: 'hose' },
  { name: 'pump-fed', assistance: 'pump', outlets: EACH_AXLE, ...MIXED, rearOn: 'line' },
  { name: 'diagonal', assistance: 'vacuum', outlets: CORNERS, ...MIXED, rearOn: 'hose' },
  // Of two masters the job is about the one of the front axle, or of the left pedal; the other one is as it should be.
  { name: 'twin-masters', assistance: 'none', outlets: [out('front-left', 'front', FRONT)], ...MIXED, rearOn: 'line' },
  {
    name: 'two-pedals',
    others: ['rear-right'],
    assistance: 'none',
    outlets: [out('rear-left', 'left', ['rear-left'])],
    ...DRUMS,
    rearOn: 'hose',
  },
  { name: 'foot', assistance: 'none', outlets: [out('rear-left', 'rear', ['rear-left'])], ...DISCS, rearOn: 'hose' },
  {
    name: 'handlebar',
    rearOn: 'hose',
    assistance: 'none',
    outlets: [out('front-left', 'front', ['front-left'])],
    ...DISCS,
    lever: true,
  },
];
const ofEnd = (wheels: readonly string[], end: 'front' | 'rear'): string[] =>
  wheels.filter((wheel) => wheel.startsWith(end));
/** Wheels of one end of the vehicle that the master of the job feeds. */
export const wheelsFed = ({ outlets }: TrueLayout, end: 'front' | 'rear'): readonly string[] =>
  outlets.flatMap(({ wheels }) => ofEnd(wheels, end));
/** All wheels of one end of the vehicle. */
export const wheelsAt = (layout: TrueLayout, end: 'front' | 'rear'): readonly string[] => [
  ...wheelsFed(layout, end),
  ...ofEnd(layout.others ?? [], end),
];
