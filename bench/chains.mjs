// Chains: sixty parts with every unit new, checked and closed; beside the plain loop over the same comparisons.
import { checkChain } from '@kerabat/core/job';
import { solveChain } from '@kerabat/core/judge/solve';
import { viewOf } from '@kerabat/core/judge/verdict';
import { countParts } from '@kerabat/core/list/need';
import { STANDARD_SETTINGS } from '@kerabat/core/named/settings';
import { fillLayout } from '@kerabat/core/vehicle/layout';
import { cardOf } from '@kerabat/core/work/work-card';
import { few, median, quantile, report } from './lib.mjs';

const TIMES = few(200, 5);
const timed = (act) => {
  const began = performance.now();
  act();
  return performance.now() - began;
};

const port = (position, thread) => [
  { attribute: 'port-thread', position, value: thread },
  { attribute: 'port-seat', position, value: 'bubble-flare' },
];
const UNIT = [
  ['stud-spacing', 84],
  ['pilot', 42],
  ['bore', 23.8],
  ['recess-depth', 21.9],
  ['insert', null],
  ['rod-length', 126],
  ['clevis-pin', 10],
  ['vacuum-hose', 11],
  ['grommet-spacing', 40],
  ['grommet-size', 16],
  ['seals', 'EPDM'],
].map(([attribute, value]) => ({ attribute, value }));
const BOOSTER = [
  { attribute: 'stud-spacing', position: 'bulkhead', value: 80 },
  { attribute: 'stud-spacing', position: 'master', value: 84 },
  { attribute: 'pilot', position: 'master', value: 42 },
  { attribute: 'booster-pin', value: 21.5 },
  { attribute: 'pin-adjustable', value: 'fixed' },
];

/**
 * So many vehicles with a modulator side by side: each has its own parts, every joint its facts, every unit goes in
 * new.
 */
function chainOf(parts) {
  const all = { parts: [], joints: [] };
  for (let n = 0; all.parts.length < parts; n++) {
    const layout = fillLayout('modulator', { parts: [], joints: [] });
    const named = (id) => `${n}-${id}`;
    const joints = layout.joints.map((j) => ({
      ...j,
      id: named(j.id),
      between: j.between.map((ref) => ({ ...ref, part: named(ref.part) })),
      ...(j.through ? { through: named(j.through) } : {}),
      ...(j.line ? { line: { ...j.line, unit: named(j.line.unit) } } : {}),
      ...(j.kind === 'mount' ? { stack: [] } : {}),
    }));
    const portsOf = (id) =>
      joints.flatMap((j) =>
        j.kind === 'port' ? j.between.flatMap(({ part, face }) => (part === id && face ? [face] : [])) : [],
      );
    all.joints.push(...joints);
    all.parts.push(
      ...layout.parts.map((part) => {
        const id = named(part.id);
        const own = part.kind === 'booster' ? [...BOOSTER, ...UNIT.slice(5, 8)] : UNIT;
        const facts = [...part.facts, ...own, ...portsOf(id).flatMap((at) => port(at, 'M10x1.0'))];
        const line = part.line ? { line: { ...part.line, unit: named(part.line.unit) } } : {};
        return { ...part, id, facts, ...line, unit: `old ${id}` };
      }),
    );
  }
  return all;
}

/**
 * The reference: from the same lists, every fact of one side of each joint looked for on the other and compared, and
 * nothing said about them: no edits, no faces, no mates, no circuits, no verdict.
 */
function plainLoop({ parts, joints }) {
  const byId = new Map(parts.map((part) => [part.id, part]));
  let same = 0;
  for (const joint of joints) {
    const [a, b] = joint.between.map(({ part }) => byId.get(part));
    for (const fact of a.facts) {
      const other = b.facts.find((f) => f.attribute === fact.attribute && f.position === fact.position);
      if (other?.value === fact.value) same++;
    }
  }
  return same;
}

export function chainBench() {
  const chain = chainOf(60);
  const units = chain.parts.filter((p) => ['booster', 'brake-master', 'caliper'].includes(p.kind));
  const edits = units.map((p) => ({
    id: `put ${p.id}`,
    do: 'put',
    at: p.id,
    kind: p.kind,
    unit: `new ${p.id}`,
    facts: p.facts,
    wanted: true,
  }));
  const input = { ...chain, edits, listed: [], settings: STANDARD_SETTINGS, whole: true };
  const answer = checkChain(input);
  if (answer.faults) throw new Error(`The chain of the bench is not one: ${JSON.stringify(answer.faults[0])}`);
  const checks = answer.joints.flatMap((joint) => joint.checks).length;
  // A chain that nobody looked at before, as one that comes over the wire.
  const fresh = () => JSON.parse(JSON.stringify(input));
  for (let i = 0; i < TIMES; i++) checkChain(fresh());
  const given = Array.from({ length: TIMES }, fresh);
  const ours = given.map((one) => timed(() => checkChain(one)));
  const plain = Array.from({ length: TIMES }, fresh).map((one) => timed(() => plainLoop(one)));
  report(
    `chain of ${chain.parts.length} parts, ${answer.joints.length} joints, ${checks} checks`,
    `p50 ${median(ours).toFixed(2)}, p99 ${quantile(ours, 0.99).toFixed(2)} ms`,
    `plain loop ${median(plain).toFixed(3)} ms`,
    (median(ours) / median(plain)).toFixed(0),
    'at most 15',
  );
  listBench(input);
  const wrong = edits.slice(0, 2).map((edit) => ({
    ...edit,
    facts: edit.facts.map((f) => (f.attribute === 'rod-length' ? { ...f, value: 160 } : f)),
  }));
  const broken = { ...input, edits: [...wrong, ...edits.slice(2)] };
  const solved = Array.from({ length: few(20, 2) }, () => timed(() => solveChain(broken, {})));
  const { looked, ways } = solveChain(broken, {});
  report(
    `solver, ${looked} chains, ${ways.length} ways`,
    `p50 ${median(solved).toFixed(0)} ms`,
    `that many checks ${(median(ours) * looked).toFixed(0)} ms`,
    (median(solved) / (median(ours) * looked)).toFixed(2),
    'under 500 ms',
  );
}

/** List and card of the chain; beside it a naive merge, that adds up the same needs by their names. */
function listBench(input) {
  const view = viewOf(input);
  const { joints } = checkChain(input);
  const { needs } = countParts(view, input.edits, joints);
  const merge = () => {
    const lines = new Map();
    for (const { item, unit, thread, sizeMm, quantity } of needs) {
      const key = JSON.stringify([item, unit, thread, sizeMm]);
      lines.set(key, (lines.get(key) ?? 0) + quantity);
    }
    return lines;
  };
  const listed = Array.from({ length: TIMES }, () =>
    timed(() => cardOf(view, countParts(view, input.edits, joints).list)),
  );
  const merged = Array.from({ length: TIMES }, () => timed(merge));
  report(
    `list and card of ${input.parts.length} parts, ${needs.length} needs`,
    `p50 ${median(listed).toFixed(2)}, p99 ${quantile(listed, 0.99).toFixed(2)} ms`,
    `naive merge ${median(merged).toFixed(3)} ms`,
    (median(listed) / median(merged)).toFixed(0),
    'under 10 ms',
  );
}
