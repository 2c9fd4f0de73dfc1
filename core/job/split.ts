import { faceRef, type ChainFact, type Edit, type Joint, type Part, portsOf } from '../vehicle/chain/index.js';
import type { Draft } from './draft.js';

/**
 * One circuit to two, on a vehicle whose lines meet at a junction: each axle has its own outlet of the new master from
 * then on.
 */

const factAt = (
  { facts }: Pick<Part, 'facts'>,
  attribute: ChainFact['attribute'],
  at?: string,
): ChainFact | undefined => facts.find((f) => f.attribute === attribute && f.position === at);

/** Thread, seat and tube of one end, as facts of another. */
const like = (from: Pick<Part, 'facts'>, at: string | undefined, position: string): ChainFact[] =>
  (['port-thread', 'port-seat'] as const).flatMap((attribute): ChainFact[] => {
    const fact = factAt(from, attribute, at);
    return fact ? [{ attribute, position, value: fact.value, rests: fact.rests ?? 'recorded' }] : [];
  });

/** Wheel units that a line leads to, away from where it comes from. */
function reached(start: Joint, from: string, { joints, parts }: Draft): Set<string> {
  const wheels = new Set<string>();
  const seen = new Set([from]);
  const walk = (id: string): void => {
    if (seen.has(id)) return;
    seen.add(id);
    const kind = parts.get(id)?.kind;
    if (kind === 'caliper' || kind === 'wheel-cylinder') return void wheels.add(id);
    for (const joint of joints) {
      const ends = joint.between.map((ref) => ref.part);
      if (joint.kind === 'port' && ends.includes(id)) for (const end of ends) walk(end);
    }
  };
  for (const end of start.between.map((ref) => ref.part)) walk(end);
  return wheels;
}

/**
 * What makes two circuits of one: the line of the rear axle leaves the junction, which is plugged there, and goes by a
 * connector and a line of its own to an outlet of the new master. Nothing where the vehicle is not laid out so, or no
 * master with two outlets goes in.
 */
export function splitEdits(now: Draft, then: Draft): Edit[] {
  const put = then.edits.find((e) => e.do === 'put' && e.at === 'master');
  const ports = now.joints.filter((j) => j.kind === 'port');
  const main = ports.filter((j) => j.between.some((ref) => ref.part === 'master'));
  if (put?.do !== 'put' || main.length !== 1 || !main[0]) return [];
  const [outlet, line] = main[0].between;
  const master: Part = { id: 'master', kind: put.kind, facts: put.facts };
  const own = portsOf(master).filter((at) => at !== outlet?.face);
  const free = own.find((at) => factAt(master, 'port-feeds', at)?.value === 'rear') ?? own[0];
  const junction = ports
    .filter((j) => j !== main[0] && j.between.some((ref) => ref.part === line?.part))
    .flatMap((j) => j.between)
    .find((ref) => ref.part !== line?.part);
  const kind = now.parts.get(junction?.part ?? '')?.kind;
  if (!junction || free === undefined || (kind !== 'block' && kind !== 'tee' && kind !== 'connector')) return [];
  const rear = ports.filter((j) => {
    const refs = j.between;
    if (!refs.some((ref) => ref.part === junction.part) || refs.some((ref) => ref.part === line?.part)) return false;
    const wheels = [...reached(j, junction.part, now)];
    return wheels.length > 0 && wheels.every((wheel) => wheel.startsWith('rear'));
  });
  const [leaves] = rear;
  if (rear.length !== 1 || !leaves) return [];
  const at = leaves.between.find((ref) => ref.part === junction.part);
  const end = leaves.between.find((ref) => ref !== at);
  const old = end === undefined ? undefined : now.parts.get(end.part);
  if (at === undefined || end === undefined || old?.kind !== 'line') return [];
  const tube = old.facts.find((f) => f.attribute === 'tube');
  return [
    { id: 'split plug', do: 'plug', face: at },
    {
      id: 'split connector',
      do: 'part',
      part: {
        id: 'rear-connector',
        kind: 'connector',
        facts: [...like(old, end.face, 'old'), ...like(old, end.face, 'line')],
      },
    },
    {
      id: 'split line',
      do: 'part',
      part: {
        id: 'rear-own-line',
        kind: 'line',
        facts: [
          ...like(master, free, 'from'),
          ...like(old, end.face, 'to'),
          ...(tube
            ? [{ attribute: 'tube' as const, value: tube.value, rests: tube.rests ?? ('recorded' as const) }]
            : []),
        ],
      },
    },
    {
      id: 'split from',
      do: 'join',
      joint: {
        id: 'rear-own-line from',
        kind: 'port',
        between: [faceRef('master', free), faceRef('rear-own-line', 'from')],
      },
    },
    {
      id: 'split to',
      do: 'join',
      joint: {
        id: 'rear-own-line to',
        kind: 'port',
        between: [faceRef('rear-connector', 'line'), faceRef('rear-own-line', 'to')],
      },
    },
    {
      id: 'split old',
      do: 'join',
      joint: { id: leaves.id, kind: 'port', between: [faceRef('rear-connector', 'old'), end] },
    },
  ];
}
