import type { Practice } from '../practice/index.js';
import { linkTrust } from './trust.js';
import type { Condition, Grade, Kin, KinEntry, KinLink, KinNode, KinSource, LinkKind, Step } from './types.js';

/** No walk visits more nodes than this; passing it is reported as truncated. */
export const WORK_LIMIT = 5000;

interface Visit {
  readonly node: KinNode;
  readonly depth: number;
  readonly cost: number;
  readonly steps: readonly Step[];
}

/**
 * Everything that would do instead of `start`, best path first. A path costs Σ −ln(trust) plus a fixed cost for each
 * condition on each step; the cheapest path to every node is found (Dijkstra). Supersession and drop-ins are followed
 * in their direction only, unless the link says both ways. A "does not fit" link ends a path and grades the
 * pair, and a unit that is refused so is no way to anything else.
 */
export function walkKin(start: KinNode, source: KinSource, practice: Practice, maxDepth = practice.kinDepth): Kin {
  // A path that leads through a unit that does not fit is no path. Which ones those are is known only after a walk, so the
  // walk is repeated with the refused ones as ends until no new one turns up.
  const refused = new Set<KinNode>();
  const asked = remembering(source);
  for (;;) {
    const { entries, truncated } = walkOnce(start, asked, practice, maxDepth, refused);
    const more = entries.filter((e) => e.grade === 'does-not-fit' && !refused.has(e.node));
    if (more.length === 0) return { entries: order(entries, practice), truncated };
    for (const entry of more) refused.add(entry.node);
  }
}

/** The same source, asked once for each node. */
function remembering(source: KinSource): KinSource {
  const known = new Map<KinNode, readonly KinLink[]>();
  return {
    linksOf(node) {
      const links = known.get(node) ?? source.linksOf(node);
      known.set(node, links);
      return links;
    },
  };
}

function walkOnce(start: KinNode, source: KinSource, practice: Practice, maxDepth: number, refused: ReadonlySet<KinNode>): Kin {
  const settled = new Map<KinNode, Visit>();
  const refusals: { visit: Visit; step: Step }[] = [];
  const queue: Visit[] = [{ node: start, depth: 0, cost: 0, steps: [] }];
  let truncated = false;
  while (queue.length > 0) {
    const visit = takeCheapest(queue);
    if (settled.has(visit.node)) continue;
    if (settled.size >= WORK_LIMIT) {
      truncated = true;
      break;
    }
    settled.set(visit.node, visit);
    if (refused.has(visit.node)) continue;
    for (const step of stepsFrom(visit.node, source.linksOf(visit.node))) {
      if (step.kind === 'does-not-fit') refusals.push({ visit, step });
      else if (!settled.has(step.to)) {
        if (visit.depth >= maxDepth) truncated = true;
        else queue.push({ node: step.to, depth: visit.depth + 1, cost: visit.cost + stepCost(step, practice), steps: [...visit.steps, step] });
      }
    }
  }
  settled.delete(start);
  return { entries: entriesOf(settled, refusals, start), truncated };
}

function stepsFrom(node: KinNode, links: readonly KinLink[]): Step[] {
  return links.flatMap((link) => {
    const forward = link.from === node;
    const mutual = link.bothWays || link.kind === 'same' || link.kind === 'does-not-fit';
    if (!forward && !mutual) return [];
    const { kind, conditions, assertions } = link;
    const to = forward ? link.to : link.from;
    return [{ from: node, to, kind, direction: forward ? 'forward' : 'backward', trust: linkTrust(link), conditions, assertions } as const];
  });
}

const stepCost = (step: Step, practice: Practice): number => -Math.log(step.trust) + practice.conditionCost * step.conditions.length;

/** A linear scan is enough for the few hundred nodes of a family. */
function takeCheapest(queue: Visit[]): Visit {
  let at = 0;
  queue.forEach((visit, i) => {
    const best = queue[at];
    if (best && (visit.cost < best.cost || (visit.cost === best.cost && visit.node < best.node))) at = i;
  });
  const [taken] = queue.splice(at, 1);
  if (!taken) throw new Error('takeCheapest was asked with an empty queue');
  return taken;
}

function entriesOf(settled: ReadonlyMap<KinNode, Visit>, refusals: readonly { visit: Visit; step: Step }[], start: KinNode): KinEntry[] {
  const entries = new Map<KinNode, KinEntry>();
  for (const visit of settled.values()) {
    entries.set(visit.node, {
      node: visit.node,
      grade: gradeOf(visit.steps),
      trust: pathTrust(visit.steps),
      conditions: unionOfConditions(visit.steps),
      paths: [visit.steps],
    });
  }
  for (const { visit, step } of refusals) {
    // A refusal speaks about the wanted unit only along steps that stay within the same unit.
    if (step.to === start || gradeOf(visit.steps) !== 'same') continue;
    const path = [...visit.steps, step];
    const trust = pathTrust(path);
    const rival = entries.get(step.to);
    if (!rival || rival.grade === 'does-not-fit' || trust >= rival.trust) {
      if (rival?.grade === 'does-not-fit' && rival.trust >= trust) continue;
      entries.set(step.to, { node: step.to, grade: 'does-not-fit', trust, conditions: step.conditions, paths: rival ? [path, ...rival.paths] : [path] });
    } else entries.set(step.to, { ...rival, disputed: { refusal: step, refusalTrust: trust } });
  }
  return [...entries.values()];
}

const STEP_GRADE: Readonly<Record<LinkKind, Grade>> = {
  same: 'same',
  'superseded-by': 'same',
  'drop-in': 'drop-in',
  'with-changes': 'with-changes',
  'does-not-fit': 'does-not-fit',
};
const GRADE_ORDER: readonly Grade[] = ['same', 'drop-in', 'with-changes', 'does-not-fit'];

function gradeOf(steps: readonly Step[]): Grade {
  const grades = steps.map((step) => (step.conditions.length > 0 && step.kind !== 'does-not-fit' ? 'with-changes' : STEP_GRADE[step.kind]));
  return grades.reduce<Grade>((worst, g) => (GRADE_ORDER.indexOf(g) > GRADE_ORDER.indexOf(worst) ? g : worst), 'same');
}

const pathTrust = (steps: readonly Step[]): number => steps.reduce((product, step) => product * step.trust, 1);

function unionOfConditions(steps: readonly Step[]): Condition[] {
  const byText = new Map(steps.flatMap((step) => step.conditions).map((c) => [c.text, c]));
  return [...byText.values()];
}

/** Grade first; within a grade, paths over the trust floor before those under it, then by trust, then by name. */
function order(entries: readonly KinEntry[], practice: Practice): KinEntry[] {
  const under = (e: KinEntry): number => (e.trust < practice.trustFloor ? 1 : 0);
  return [...entries].sort(
    (a, b) => GRADE_ORDER.indexOf(a.grade) - GRADE_ORDER.indexOf(b.grade) || under(a) - under(b) || b.trust - a.trust || (a.node < b.node ? -1 : 1),
  );
}
