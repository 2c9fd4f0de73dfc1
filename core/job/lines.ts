import { faceName, faceRef, type LineOf } from '../vehicle/chain/index.js';
import { addPart, type Draft, factsOf, join, known, named } from './draft.js';
import { endKind, isEndBetween } from './network.js';
import { HOSE, LINE_END } from './places.data.js';
import { assign, portsIn } from './ports.js';
import type { JobPlace, JobRows } from './types.js';

/** The lines that come to a unit, each in the port that it sits in now, and where each goes then. */
export function addLines(place: JobPlace, id: string, rows: Pick<JobRows, 'layouts'>, draft: Draft): void {
  const facts = known(place);
  const old = place.old ? factsOf(place.old) : [];
  const lines = new Map([...portsIn(old), ...portsIn(facts)].filter(([at]) => !isEndBetween(at, rows)));
  if (place.slot === 'booster' || lines.size === 0) return;
  const wheel = place.slot === 'front-brake' || place.slot === 'rear-brake';
  const end = endKind(id, rows) ?? (wheel ? 'hose' : 'line');
  const sitsIn = portsIn(old);
  for (const [position, feeds] of lines) {
    if (feeds !== undefined) draft.feeds.set(faceName(faceRef(id, position)), feeds);
    const line = `${id} ${end} ${position}`;
    const of: LineOf = { unit: id, what: end, position };
    if (feeds !== undefined && place.slot === 'brake-master') draft.lineFeeds.push({ line, feeds });
    // An option or a build month brings other lines than the record's: the port that a line was found in goes before
    // it.
    const own = facts.filter(
      (f) =>
        f.position === position &&
        LINE_END.some((n) => n === f.attribute) &&
        (!sitsIn.has(position) || f.rests === 'measured' || f.attribute === 'tube'),
    );
    const ofAll = [...named(facts, ['line-retention']), ...(end === 'hose' ? named(facts, HOSE) : [])];
    addPart(
      draft,
      line,
      end,
      ofAll.concat(
        own.map((f) => ({ ...f, position: 'end' })),
        end === 'hose' ? [{ attribute: 'port-gender', position: 'end', value: 'male' }] : [],
      ),
      { line: of },
    );
    join(draft, line, 'port', faceRef(id, position), faceRef(line, 'end'), { line: of });
  }
  if (!place.chosen || (place.old !== undefined && place.chosen.id === place.old.id)) return;
  for (const [position, port] of assign(lines, portsIn(factsOf(place.chosen)))) {
    if (port === position) continue;
    const line = `${id} ${end} ${position}`;
    draft.edits.push({
      id: `follow ${line}`,
      do: 'join',
      follows: true,
      joint: {
        id: line,
        kind: 'port',
        between: [faceRef(id, port), faceRef(line, 'end')],
        line: { unit: id, what: end, position },
      },
    });
  }
}
