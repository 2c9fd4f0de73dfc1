import type { AttributeName } from '../attribute/index.js';
import type { ChainFact } from '../chain/index.js';
import type { JobPlace } from './types.js';

/** A place with what fixes and a conversion change on it: values set first, then sums, so that their order does not matter. */
export function withChanges(place: JobPlace): JobPlace {
  if (place.changes.length === 0) return place;
  const ordered = [...place.changes].sort((a, b) => Number(a.by !== undefined) - Number(b.by !== undefined));
  let { recorded, read, chosen } = place;
  for (const change of ordered) {
    const [attribute, position] = change.key.split('@') as [AttributeName, string?];
    const isIt = (fact: { attribute: string; position?: string }): boolean =>
      fact.attribute === attribute && fact.position === position;
    const at = position === undefined ? {} : { position };
    if (change.face === 'vehicle') {
      const before = [...recorded, ...read].findLast(isIt)?.value;
      const value = changed(change, before);
      if (value === undefined) continue;
      // A change goes before what was recorded and read of the same thing.
      recorded = recorded.filter((f) => !isIt(f));
      read = [...read.filter((f) => !isIt(f)), { attribute, ...at, value, rests: 'recorded' }];
    } else if (chosen) {
      const value = changed(change, chosen.facts.find(isIt)?.value);
      if (value === undefined) continue;
      chosen = { ...chosen, facts: [...chosen.facts.filter((f) => !isIt(f)), { attribute, ...at, value, source: '' }] };
    }
  }
  return { ...place, recorded, read, ...(chosen ? { chosen } : {}) };
}

/** What is not known stays not known, however much is added to it. */
function changed(
  { to, by }: JobPlace['changes'][number],
  before: ChainFact['value'] | undefined,
): ChainFact['value'] | undefined {
  if (by === undefined) return to;
  return typeof before === 'number' ? before + by : undefined;
}
