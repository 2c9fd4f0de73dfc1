import { lookup } from '../../base/lookup/index.js';
import type { ChainFact, Joint, Part } from '../../vehicle/chain/index.js';
import type { Chain, TrueFact, TrueUnit, TrueVehicle } from './types.js';

/** A vehicle as it really is with a master on it, as a chain of parts that meet: what the plain judge looks at. */

const of = (facts: readonly TrueFact[], ...names: readonly string[]): ChainFact[] =>
  facts.filter(({ attribute }) => names.includes(attribute));
const at = (facts: readonly ChainFact[], position: string): ChainFact[] => facts.map((one) => ({ ...one, position }));
const joint = (
  id: string,
  kind: Joint['kind'],
  a: Joint['between'][0],
  b: Joint['between'][1],
  through?: string,
): Joint => ({
  id,
  kind,
  between: [a, b],
  ...(kind === 'mount' ? { stack: [] } : {}),
  ...(through === undefined ? {} : { through }),
});

/** Wheels that a port is for: a cylinder on each axle that it feeds. */
const WHEELS: Readonly<Record<string, readonly string[]>> = {
  all: ['front', 'rear'],
  front: ['front'],
  rear: ['rear'],
};

/** The chain from pedal to wheels with this unit in the master's place, its lines going where the vehicle has them. */
export function chainWith({ layout, side }: TrueVehicle, unit: TrueUnit): Chain {
  const boosted = layout === 'front-rear-block';
  const lines = side.filter(({ attribute }) => attribute === 'port-feeds');
  const parts: Part[] = [
    { id: 'pedal', kind: 'pedal', facts: of(side, 'clevis-pin', 'rod-length', 'rod-kind') },
    boosted
      ? {
          id: 'booster',
          kind: 'booster',
          facts: [...at(of(side, 'stud-spacing', 'pilot'), 'master'), ...of(side, 'booster-pin')],
        }
      : { id: 'bulkhead', kind: 'bulkhead', facts: of(side, 'stud-spacing', 'pilot', 'flange-angle') },
    { id: 'master', kind: 'brake-master', unit: unit.id, facts: unit.facts },
  ];
  const joints: Joint[] = boosted
    ? [
        joint('mount', 'mount', { part: 'booster', face: 'master' }, { part: 'master' }),
        joint('push', 'push', { part: 'booster' }, { part: 'master' }, 'mount'),
      ]
    : [
        joint('rod', 'rod', { part: 'pedal' }, { part: 'master' }),
        joint('mount', 'mount', { part: 'bulkhead' }, { part: 'master' }),
      ];
  for (const { position = '', value } of lines) {
    const id = `${position}-line`;
    const ends = of(side, 'port-thread', 'port-seat').filter((one) => one.position === position);
    parts.push({ id, kind: 'line', facts: at(ends, 'from') });
    // The line goes to the port of its name, or to the only one there is.
    const ports = unit.facts.filter(({ attribute }) => attribute === 'port-feeds').map((one) => one.position ?? '');
    const port = ports.includes(position) ? position : (ports[0] ?? position);
    joints.push(joint(`${position}-from`, 'port', { part: 'master', face: port }, { part: id, face: 'from' }));
    for (const wheel of lookup(WHEELS, String(value)) ?? []) {
      parts.push({ id: wheel, kind: 'wheel-cylinder', facts: [{ attribute: 'seals', value: 'EPDM' }] });
      joints.push(joint(`${wheel}-in`, 'port', { part: wheel, face: 'in' }, { part: id, face: 'to' }));
    }
  }
  parts.push({ id: 'reservoir', kind: 'reservoir', facts: of(side, 'fluid') });
  return { parts, joints };
}
