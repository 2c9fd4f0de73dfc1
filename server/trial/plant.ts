import { checksFor, type CheckCode, type CheckRow } from '@kerabat/core/judge/check';
import { type Settings, STANDARD_SETTINGS } from '@kerabat/core/named/settings';
import { JOINT_KINDS } from '@kerabat/core/vehicle/chain';

/**
 * Faults that are planted in the running program, to see that a trial notices them: a check that is not made, or a
 * limit that lets everything pass. Only a trial that is told to plants one, in a thread of its own.
 */

/** Checks that are taken out of the table. */
const CHECKS: readonly CheckCode[] = [
  'rod.length',
  'rod.pin',
  'mount.spacing',
  'mount.pilot',
  'push.gap',
  'port.thread',
  'port.seat',
  'tail.vacuum',
  'tail.feed',
  'fork.travel',
  'fork.foot',
  'fork.bleeder',
  'carrier.spacing',
  'carrier.offset',
  'disc.diameter',
];
/** Limits that are set so wide that nothing is outside them, mm. */
const LIMITS = ['spacingWithin', 'clevisWithin', 'hoseWithin', 'carrierWithin', 'discWithin'] as const;

export const FAULTS: readonly string[] = [
  ...CHECKS.map((code) => `no ${code}`),
  ...LIMITS.map((limit) => `wide ${limit}`),
];

let settings: Settings = STANDARD_SETTINGS;
/** The settings of a simulated workshop, with what was planted in them. */
export const trialSettings = (): Settings => settings;

/** Plants a fault by its name; answers what takes it out again. Throws on a name of none: a programming error. */
export function plant(fault: string): () => void {
  const [how, what = ''] = fault.split(' ');
  const limit = LIMITS.find((one) => one === what);
  if (how === 'wide' && limit) {
    const before = settings;
    settings = { ...settings, [limit]: 500 };
    return () => void (settings = before);
  }
  for (const kind of JOINT_KINDS) {
    const rows = checksFor(kind) as CheckRow[];
    const at = rows.findIndex(({ code }) => code === what);
    if (at < 0) continue;
    const taken = rows.splice(at, 1);
    return () => void rows.splice(at, 0, ...taken);
  }
  throw new Error(`no fault "${fault}"`);
}
