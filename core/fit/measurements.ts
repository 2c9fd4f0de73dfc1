import type { ChainJoint } from './chain.js';
import type { Measure } from './types.js';

/** What has to be done before something can be measured, from nothing to the new unit in the hand. */
export type MeasureGroup = 'nothing-off' | 'something-off' | 'new-unit';

export const GROUP_WORDS: Readonly<Record<MeasureGroup, string>> = {
  'nothing-off': 'on the vehicle, nothing taken off',
  'something-off': 'on the vehicle, something off first',
  'new-unit': 'on the new unit, or ask the supplier',
};

export interface Measurement extends Measure {
  readonly slot: string;
  /** "brake-master/vehicle/stud-spacing": stable, so that an entry keeps to its line. */
  readonly key: string;
  readonly group: MeasureGroup;
  /** The dotted joints that it helps to turn, in words. */
  readonly turns: readonly string[];
}

/**
 * The shortest list of measurements that turns every dotted joint: each missing value once, however many checks lean on it. A
 * place where something is known not to fit, with no way out, is left out: what is measured there would not save the unit.
 * What needs nothing taken off comes first, then by minutes.
 */
export function measurementsFor(joints: readonly ChainJoint[]): Measurement[] {
  const lost = new Set(
    joints
      .filter((joint) =>
        joint.checks.some((check) => check.state === 'does-not-fit' && !check.tells && check.remedies.length === 0),
      )
      .map((joint) => joint.slot),
  );
  const byKey = new Map<string, Measurement>();
  for (const joint of joints) {
    if (lost.has(joint.slot)) continue;
    for (const measure of joint.checks.flatMap((check) =>
      check.state === 'not-known' && !check.tells ? check.measures : [],
    )) {
      const key = [
        joint.slot,
        measure.side,
        measure.attribute,
        ...(measure.position === undefined ? [] : [measure.position]),
      ].join('/');
      const before = byKey.get(key);
      const turns = [...new Set([...(before?.turns ?? []), joint.words])];
      byKey.set(key, { ...measure, slot: joint.slot, key, group: groupOf(measure), turns });
    }
  }
  const order: readonly MeasureGroup[] = ['nothing-off', 'something-off', 'new-unit'];
  return [...byKey.values()].sort(
    (a, b) => order.indexOf(a.group) - order.indexOf(b.group) || a.minutes - b.minutes || (a.key < b.key ? -1 : 1),
  );
}

const groupOf = ({ side, onVehicle }: Measure): MeasureGroup =>
  side === 'unit' ? 'new-unit' : onVehicle ? 'nothing-off' : 'something-off';
