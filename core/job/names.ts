import { lookup } from '../base/lookup/index.js';
import { positionWords } from '../named/attribute/index.js';
import { type Part, partRow } from '../vehicle/chain/index.js';
import { type Slot, slotOfPart, type StripPlace } from '../vehicle/place/index.js';
import type { JointName } from './fixes.js';

/** Where a judged joint belongs in a job, and what it is called there. */

/** A joint's name in an address and in a decision: "master-line-front-left". */
export const jointKey = (id: string): string => id.replace(/[ :]/g, '-');

/** The places that are worked on whose joint or unit this is; a joint of booster and master is told at the master. */
export function slotOf(joint: JointName, worked: readonly string[]): string | undefined {
  const slots = slotsOf(joint, worked);
  return slots.includes('brake-master') ? 'brake-master' : (slots[0] ?? worked[0]);
}

/** Every place that is worked on whose unit a joint is of: another unit of either may close it. */
export function slotsOf(joint: JointName, worked: readonly string[]): readonly string[] {
  const about = joint.id.includes(':') ? [joint.id.split(':')[1] ?? ''] : [];
  const ids = [...joint.between.map((ref) => ref.part), ...about];
  const at = (of: (id: string) => Slot | undefined): Slot[] =>
    ids.flatMap((id) => of(id) ?? []).filter((slot) => worked.includes(slot));
  const exact = at(slotOfPart);
  if (exact.length > 0) return exact;
  // What feeds which axle is the master's doing.
  const masters = OF_MASTERS.includes(joint.id) ? worked.filter((slot) => slot === 'brake-master') : [];
  return masters.length > 0 ? masters : at(slotBeside);
}
const OF_MASTERS = ['feeds', 'circuits'];

/** The slot of a part that goes with a unit: its line, its harness, its carrier. */
function slotBeside(id: string): Slot | undefined {
  for (let end = id.length - 1; end > 0; end--) {
    if (id[end] !== ' ' && id[end] !== '-') continue;
    const slot = slotOfPart(id.slice(0, end));
    if (slot !== undefined) return slot;
  }
  return undefined;
}

/** Where a joint lies on the strip, seen from its unit. */
export function placeOf(joint: JointName, codes: readonly string[], slot: string): StripPlace {
  const wheel = slot === 'slave' || slot === 'front-brake' || slot === 'rear-brake';
  if (codes.includes('port')) return wheel ? 'up' : 'down';
  if (codes.includes('push')) return slot === 'booster' ? 'down' : 'up';
  if (codes.includes('rod')) return 'up';
  if (codes.includes('fork')) return 'down';
  return joint.id === 'master-mount' ? 'up' : 'side';
}

const JOINT_WORDS: Readonly<Record<string, string>> = {
  rod: 'pedal to rod',
  'clutch-rod': 'pedal to rod',
  mount: 'unit to bulkhead',
  'clutch-mount': 'unit to bulkhead',
  'slave-mount': 'slave to gearbox',
  'slave-fork': 'slave to release fork',
  'master-mount': 'booster to master',
  push: 'booster output rod and pushrod pocket',
  vacuum: 'vacuum hose',
  supply: 'what drives the booster',
  mated: 'parts of a production change',
  circuits: 'circuits',
  feeds: 'what each outlet feeds',
};
const BY_PREFIX: readonly (readonly [string, string])[] = [
  ['place:', 'another design'],
  ['fluid:', 'seals and fluid'],
  ['path:', 'pedal travel to release travel'],
  ['asked:', 'what the conversion asks'],
  ['vehicle:', 'valves, feeds and hoses of the vehicle'],
  ['record:', 'what is on record'],
];

export function jointWords({ id, line }: Pick<JointName, 'id' | 'line'>): string {
  const own = lookup(JOINT_WORDS, id) ?? BY_PREFIX.find(([prefix]) => id.startsWith(prefix))?.[1];
  if (own !== undefined) return own;
  if (id.endsWith('-room')) return 'room around it';
  if (id.endsWith('-neck')) return 'reservoir on its necks';
  if (id.endsWith('-feed')) return 'feed hose';
  if (line) {
    const own = `${line.what}, ${line.position.replace(/-/g, ' ')}`;
    // What a fix puts between has its own joints: the one behind the first piece is told as that.
    return line.behind === undefined ? own : `${own}, behind its ${line.behind}`;
  }
  return id.replace(/-/g, ' ');
}

/** A part as it is called: its kind, and where it sits where there are several. */
export const partWords = (part: Part): string => {
  const slot = slotOfPart(part.id);
  const row = partRow(part.kind).words;
  const { line } = part;
  const own = line ? `${line.unit} ${line.what}, ${line.position}` : part.id;
  const name = positionWords(own.replace(/-/g, ' '));
  if (slot === undefined) return name.replace(/, single$/, '');
  return row.includes(name) ? row : name.includes(row) ? name : `${row}, ${name}`;
};
