import { benchWord } from '../find/identify/index.js';
import { attribute, type AttributeName, attributeWords } from '../named/attribute/index.js';
import type { Measure, ShownJoint } from './shown.types.js';

/** What to measure, where, what it costs, and the bench line that records it. */
export function measureOf(slot: string, side: Measure['side'], name: AttributeName, position?: string): Measure {
  const row = attribute(name);
  return {
    slot,
    side,
    attribute: name,
    ...(position === undefined ? {} : { position }),
    what: attributeWords(name, position),
    where: row.where,
    line: benchWord(name, position),
    onVehicle: side === 'vehicle' && row.onVehicle === 'yes',
    ...(side === 'vehicle' && row.off !== undefined ? { off: row.off } : {}),
    ...(row.tool === undefined ? {} : { tool: row.tool }),
    minutes: row.minutes,
  };
}

/** What has to be done before something can be measured, from nothing to the new unit in the hand. */
export const MEASURE_GROUPS = ['nothing-off', 'something-off', 'new-unit', 'another-way'] as const;
export type MeasureGroup = (typeof MEASURE_GROUPS)[number];

export const GROUP_WORDS: Readonly<Record<MeasureGroup, string>> = {
  'nothing-off': 'on the vehicle, nothing taken off',
  'something-off': 'on the vehicle, something off first',
  'new-unit': 'on the new unit, or ask the supplier',
  'another-way': 'could not be had: another way',
};

export interface Measurement extends Measure {
  /** "brake-master/vehicle/stud-spacing": stable, so that an entry keeps to its line. */
  readonly key: string;
  readonly group: MeasureGroup;
  /** The open joints that it helps to turn, in words. */
  readonly turns: readonly string[];
}

/**
 * The shortest list of measurements that turns every open joint: each missing value once, however many checks lean on
 * it. A place where something is known not to fit, with no way out, is left out: what is measured there would not save
 * the unit. What needs nothing taken off comes first, then by minutes. Kits ask for the bore that they seal.
 */
export function measurementsFor(joints: readonly ShownJoint[], ofKits: readonly Measure[] = []): Measurement[] {
  const lost = new Set(
    joints
      .filter((joint) => joint.checks.some((c) => c.state === 'does-not-fit' && !c.tells && c.fixes.length === 0))
      .map((joint) => joint.slot),
  );
  const byKey = new Map<string, Measurement>();
  const add = (measure: Measure, turned: string): void => {
    const { slot, side, attribute: name, position } = measure;
    const key = [slot, side, name, ...(position === undefined ? [] : [position])].join('/');
    const turns = [...new Set([...(byKey.get(key)?.turns ?? []), turned])];
    byKey.set(key, { ...measure, key, group: groupOf(measure), turns });
  };
  for (const joint of joints) {
    if (lost.has(joint.slot)) continue;
    const open = joint.checks.filter((check) => check.state === 'not-known' && !check.tells);
    for (const measure of open.flatMap((check) => check.measures)) add(measure, joint.words);
  }
  for (const measure of ofKits) add(measure, 'seal kit');
  return [...byKey.values()].sort(
    (a, b) =>
      MEASURE_GROUPS.indexOf(a.group) - MEASURE_GROUPS.indexOf(b.group) ||
      a.minutes - b.minutes ||
      (a.key < b.key ? -1 : 1),
  );
}

type AskedOf = Pick<Measure, 'slot' | 'side'> & { readonly attribute: string; readonly position?: string | undefined };

/** Whether what is asked is of the same thing. */
export const isSameQuestion = (a: AskedOf, b: AskedOf): boolean =>
  a.slot === b.slot && a.side === b.side && a.attribute === b.attribute && a.position === b.position;

/** On which side of a place's joint a measurement is drawn: what is not of its new unit is the vehicle's. */
export const sideAt = (place: string, { slot, side }: Pick<Measure, 'slot' | 'side'>): Measure['side'] =>
  slot === place ? side : 'vehicle';

const groupOf = ({ side, onVehicle, again }: Measure): MeasureGroup =>
  again ? 'another-way' : side === 'unit' ? 'new-unit' : onVehicle ? 'nothing-off' : 'something-off';
