import { type Chain, type ChainFact, facesOf, knownAt, type Part, partsById } from '../../vehicle/chain/index.js';
import { attributeOf, checksFor, positionOf } from '../check/index.js';

/**
 * What a vehicle has by its mates: where one face of a joint is known and the other is not, the other has what goes
 * with it, for it works as it is. Only attributes whose mate is the same figure or word; what nobody knows on either
 * side stays so.
 */
export function byItsMates(chain: Chain): Chain {
  const parts = partsById(chain);
  const learnt = new Map<string, ChainFact[]>();
  const learn = (part: Part, fact: ChainFact): void => void learnt.set(part.id, [...(learnt.get(part.id) ?? []), fact]);
  for (const joint of chain.joints) {
    const faces = facesOf(joint, parts);
    if ('because' in faces) continue;
    const [a, b] = faces;
    for (const row of checksFor(joint.kind)) {
      if (row.mates !== true || row.b !== undefined) continue;
      if (row.first?.includes(a.part.kind) === false || row.second?.includes(b.part.kind) === false) continue;
      const name = attributeOf({ row, a, b }, 'a');
      const [va, vb] = [knownAt(a, name), knownAt(b, name)];
      const [from, to] = va && !vb ? [va, b] : vb && !va ? [vb, a] : [undefined, a];
      if (!from || from.disputed) continue;
      const position = positionOf(to, name);
      const { value, tolerance } = from;
      learn(to.part, {
        attribute: name,
        ...(position === undefined ? {} : { position }),
        value,
        tolerance,
        // What nobody is named for makes its mate no surer.
        rests: from.rests === 'listed' ? 'listed' : 'by-its-mate',
      });
    }
  }
  return {
    ...chain,
    parts: chain.parts.map((part) => {
      const more = learnt.get(part.id);
      return more === undefined ? part : { ...part, facts: [...part.facts, ...more] };
    }),
  };
}
