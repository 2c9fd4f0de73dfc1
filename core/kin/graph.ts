import type { Practice } from '../practice/index.js';
import { Heap } from './heap.js';
import { linkTrust } from './trust.js';
import type { KinLink, KinNode, KinSource, Step } from './types.js';

/** No walk gathers more nodes than this: some 50 ms of work. Passing it is reported as truncated. */
export const WORK_LIMIT = 2000;

/** The part of the kin graph around a node: every step that can be taken from each node that was gathered. */
export interface Graph {
  readonly start: KinNode;
  readonly stepsOf: ReadonlyMap<KinNode, readonly Step[]>;
  /** "Does not fit", from either end. */
  readonly refusalsOf: ReadonlyMap<KinNode, readonly Step[]>;
  readonly maxDepth: number;
  /** True when there is more beyond the limit of depth or of work. */
  readonly truncated: boolean;
}

/** Reads everything within `maxDepth` steps of a node, ring by ring; `takes` leaves steps out. */
export function gather(start: KinNode, source: KinSource, practice: Practice, maxDepth: number, takes: (step: Step) => boolean = () => true): Graph {
  const stepsOf = new Map<KinNode, readonly Step[]>();
  const refusalsOf = new Map<KinNode, readonly Step[]>();
  const seen = new Set<KinNode>([start]);
  let ring: KinNode[] = [start];
  let truncated = false;
  for (let depth = 0; ring.length > 0; depth++) {
    const links = linksByNode(source.linksOf(ring), ring);
    const next = new Set<KinNode>();
    for (const node of ring) {
      const steps = stepsFrom(node, links.get(node) ?? [], practice).filter(takes);
      stepsOf.set(
        node,
        steps.filter((s) => s.kind !== 'does-not-fit'),
      );
      refusalsOf.set(
        node,
        steps.filter((s) => s.kind === 'does-not-fit'),
      );
      for (const step of steps) if (!seen.has(step.to)) next.add(step.to);
    }
    if (depth === maxDepth) {
      truncated ||= next.size > 0;
      break;
    }
    ring = [...next].sort();
    if (seen.size + ring.length > WORK_LIMIT) {
      ring = ring.slice(0, WORK_LIMIT - seen.size);
      truncated = true;
    }
    for (const node of ring) seen.add(node);
  }
  return { start, stepsOf, refusalsOf, maxDepth, truncated };
}

function linksByNode(links: readonly KinLink[], nodes: readonly KinNode[]): Map<KinNode, Set<KinLink>> {
  const known = new Map(links.map((link) => [link.id, link]));
  const byNode = new Map(nodes.map((node) => [node, new Set<KinLink>()]));
  for (const link of known.values()) {
    byNode.get(link.from)?.add(link);
    byNode.get(link.to)?.add(link);
  }
  return byNode;
}

/**
 * The steps that lead on from a node. Supersession and replacement go in their direction only, unless the link says both
 * ways; "same" and "does not fit" hold for both ends.
 */
function stepsFrom(node: KinNode, links: Iterable<KinLink>, practice: Practice): Step[] {
  const steps: Step[] = [];
  for (const link of links) {
    const forward = link.from === node;
    const mutual = link.bothWays || link.kind === 'same' || link.kind === 'does-not-fit';
    if (!forward && !mutual) continue;
    const { id, kind, conditions, assertions, outcomes } = link;
    const to = forward ? link.to : link.from;
    const trust = linkTrust(link, practice);
    steps.push({
      link: id,
      from: node,
      to,
      kind,
      direction: forward ? 'forward' : 'backward',
      trust,
      conditions,
      assertions,
      ...(outcomes ? { outcomes } : {}),
    });
  }
  return steps.sort((a, b) => (a.link < b.link ? -1 : 1));
}

/** A way to a node: its last step and the way before it. */
export interface Way {
  readonly node: KinNode;
  readonly cost: number;
  readonly depth: number;
  readonly last?: { readonly step: Step; readonly before: Way };
}

export interface Bounds {
  /** Only these steps are taken. */
  readonly takes?: (step: Step) => boolean;
  /** Nodes that are reached and not passed. */
  readonly ends?: ReadonlySet<KinNode>;
  /** Nodes that are not entered at all. */
  readonly shut?: ReadonlySet<KinNode>;
  readonly maxDepth?: number;
  /** The search is over when this node is reached. */
  readonly target?: KinNode;
}

/** −ln(trust), and for each condition what it costs (a setting). */
export const stepCost = (step: Pick<Step, 'trust' | 'conditions'>, practice: Practice): number =>
  -Math.log(step.trust) + practice.conditionCost * step.conditions.length;

/**
 * The cheapest way to every node that can be reached in at most `maxDepth` steps, exact: a dearer way is kept as long as
 * it is the shorter one, because it may be the only one that leads on within the limit. Ties go to the shorter way, then to
 * the order of the nodes' names.
 */
export function cheapestWays(graph: Graph, from: KinNode, practice: Practice, bounds: Bounds = {}): Map<KinNode, Way> {
  const { takes = () => true, ends, shut, maxDepth = graph.maxDepth, target } = bounds;
  const best = new Map<KinNode, Way>();
  const shortest = new Map<KinNode, number>();
  const queue = new Heap<Way>((a, b) => a.cost < b.cost || (a.cost === b.cost && (a.depth < b.depth || (a.depth === b.depth && a.node < b.node))));
  queue.push({ node: from, cost: 0, depth: 0 });
  for (let way = queue.pop(); way; way = queue.pop()) {
    if (way.depth >= (shortest.get(way.node) ?? Infinity)) continue;
    shortest.set(way.node, way.depth);
    if (!best.has(way.node)) best.set(way.node, way);
    if (way.node === target) break;
    if (way.depth >= maxDepth || ends?.has(way.node)) continue;
    for (const step of graph.stepsOf.get(way.node) ?? []) {
      if (shut?.has(step.to) || !takes(step) || way.depth + 1 >= (shortest.get(step.to) ?? Infinity)) continue;
      queue.push({ node: step.to, cost: way.cost + stepCost(step, practice), depth: way.depth + 1, last: { step, before: way } });
    }
  }
  return best;
}

/** The steps of a way, from its start. */
export function stepsOfWay(way: Way): Step[] {
  const steps: Step[] = [];
  for (let at: Way | undefined = way; at?.last; at = at.last.before) steps.push(at.last.step);
  return steps.reverse();
}
