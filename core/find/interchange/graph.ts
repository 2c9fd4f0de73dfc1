import { Heap } from '../../base/search/index.js';
import type { Settings } from '../../named/settings/index.js';
import { gradeOfStep, gradeRank, worseGrade } from './grade.js';
import { linkTrust } from './trust.js';
import type { Grade, InterchangeLink, InterchangeNode, InterchangeSource, Step } from './types.js';

/** No walk gathers more nodes than this: some 50 ms of work. Passing it is reported as truncated. */
export const WORK_LIMIT = 2000;

/** How far a walk may go. */
export interface Reach {
  readonly depth: number;
  /** Somebody else does it who has more room, when it is more than so many nodes: nothing is graded then. */
  readonly giveUpAt?: number;
}

/** The part of the interchange graph around a node: every step that can be taken from each node that was gathered. */
export interface Graph {
  readonly start: InterchangeNode;
  readonly stepsOf: ReadonlyMap<InterchangeNode, readonly Step[]>;
  /** "Does not fit", from either end. */
  readonly refusalsOf: ReadonlyMap<InterchangeNode, readonly Step[]>;
  readonly maxDepth: number;
  /** True when there is more beyond the limit of depth or of work. */
  readonly truncated: boolean;
  /** True when the limit of work ended it, or it was given up. */
  readonly tired: boolean;
}

/** Reads everything within reach of a node, ring by ring; `takes` leaves steps out. */
export function gather(
  start: InterchangeNode,
  source: InterchangeSource,
  settings: Settings,
  { depth: maxDepth, giveUpAt }: Reach,
  takes: (step: Step) => boolean = () => true,
): Graph {
  const work = giveUpAt ?? WORK_LIMIT;
  const stepsOf = new Map<InterchangeNode, readonly Step[]>();
  const refusalsOf = new Map<InterchangeNode, readonly Step[]>();
  const seen = new Set<InterchangeNode>([start]);
  let ring: InterchangeNode[] = [start];
  let [truncated, tired] = [false, false];
  for (let depth = 0; ring.length > 0; depth++) {
    const links = linksByNode(source.linksOf(ring), ring);
    const next = new Set<InterchangeNode>();
    for (const node of ring) {
      const steps = stepsFrom(node, links.get(node) ?? [], settings).filter(takes);
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
    if (seen.size + ring.length > work) {
      truncated = tired = true;
      if (giveUpAt !== undefined) break;
      ring = ring.slice(0, work - seen.size);
    }
    for (const node of ring) seen.add(node);
  }
  return { start, stepsOf, refusalsOf, maxDepth, truncated, tired };
}

function linksByNode(
  links: readonly InterchangeLink[],
  nodes: readonly InterchangeNode[],
): Map<InterchangeNode, Set<InterchangeLink>> {
  const known = new Map(links.map((link) => [link.id, link]));
  const byNode = new Map(nodes.map((node) => [node, new Set<InterchangeLink>()]));
  for (const link of known.values()) {
    byNode.get(link.from)?.add(link);
    byNode.get(link.to)?.add(link);
  }
  return byNode;
}

/**
 * The steps that lead on from a node. Supersession and replacement go in their direction only, unless the link says
 * both ways; "same" and "does not fit" hold for both ends.
 */
function stepsFrom(node: InterchangeNode, links: Iterable<InterchangeLink>, settings: Settings): Step[] {
  const steps: Step[] = [];
  for (const link of links) {
    const forward = link.from === node;
    const mutual = link.bothWays || link.kind === 'same' || link.kind === 'does-not-fit';
    if (!forward && !mutual) continue;
    const { id, kind, conditions, assertions, outcomes } = link;
    const to = forward ? link.to : link.from;
    const trust = linkTrust(link, settings);
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
export interface Way extends Worth {
  readonly node: InterchangeNode;
  readonly last?: { readonly step: Step; readonly before: Way };
}

/**
 * What ways are compared by. Costs and doubts are whole numbers of 10⁻¹²: their sums do not hang on the order of the
 * steps.
 */
export interface Worth {
  /** −ln(trust), and for each condition what it costs (a setting). */
  readonly cost: number;
  /** −ln(trust) alone. */
  readonly doubt: number;
  readonly grade: Grade;
  readonly depth: number;
}

export const NO_STEP: Worth = { cost: 0, doubt: 0, grade: 'same', depth: 0 };
const SCALE = 1e12;

/** The worth of a way with one more step. */
export function withStep(worth: Worth, step: Step, settings: Settings): Worth {
  const doubt = Math.round(-Math.log(step.trust) * SCALE);
  const conditions = Math.round(settings.conditionCost * SCALE) * step.conditions.length;
  return {
    cost: worth.cost + doubt + conditions,
    doubt: worth.doubt + doubt,
    grade: worseGrade(worth.grade, gradeOfStep(step)),
    depth: worth.depth + 1,
  };
}

/** Whether a way is trusted less than the floor (a setting) asks. */
export const isUnderFloor = ({ doubt }: Pick<Worth, 'doubt'>, settings: Settings): boolean =>
  doubt > Math.round(-Math.log(settings.trustFloor) * SCALE);

/**
 * Negative when `a` is to be taken before `b`: over the trust floor first, then the cheaper, the better grade, the
 * shorter.
 */
export const compareWorth = (a: Worth, b: Worth, settings: Settings): number =>
  Number(isUnderFloor(a, settings)) - Number(isUnderFloor(b, settings)) ||
  a.cost - b.cost ||
  gradeRank(a.grade) - gradeRank(b.grade) ||
  a.depth - b.depth;

/** Whether no way that goes on from `b` can come before the same way from `a`. */
const isAtLeast = (a: Worth, b: Worth): boolean =>
  a.depth <= b.depth &&
  a.doubt <= b.doubt &&
  (a.cost < b.cost || (a.cost === b.cost && gradeRank(a.grade) <= gradeRank(b.grade)));

export interface Bounds {
  /** Only these steps are taken. */
  readonly takes?: (step: Step) => boolean;
  /** Nodes that are reached and not passed. */
  readonly ends?: ReadonlySet<InterchangeNode>;
  /** Nodes that are not entered at all. */
  readonly shut?: ReadonlySet<InterchangeNode>;
  /** What the way up to the first node is worth already. */
  readonly begun?: Worth;
  /** The search is over when this node is reached. */
  readonly target?: InterchangeNode;
}

/**
 * The best way to every node that can be reached within the graph's depth, exact (see `compareWorth`): a way that comes
 * later is kept as long as none before it is at least as good in all that counts further on, because it may be the only
 * one that leads on within the limit of depth or over the floor. What is left of ties goes by the order of the nodes'
 * names.
 */
export function bestWays(
  graph: Graph,
  from: InterchangeNode,
  settings: Settings,
  bounds: Bounds = {},
): Map<InterchangeNode, Way> {
  const { takes = () => true, ends, shut, begun = NO_STEP, target } = bounds;
  const kept = new Map<InterchangeNode, Way[]>();
  const queue = new Heap<Way>((a, b) => (compareWorth(a, b, settings) || (a.node < b.node ? -1 : 1)) < 0);
  const isBeaten = (node: InterchangeNode, worth: Worth): boolean =>
    kept.get(node)?.some((way) => isAtLeast(way, worth)) ?? false;
  queue.push({ node: from, ...begun });
  for (let way = queue.pop(); way; way = queue.pop()) {
    if (isBeaten(way.node, way)) continue;
    const others = kept.get(way.node);
    if (others) others.push(way);
    else kept.set(way.node, [way]);
    if (way.node === target) break;
    if (way.depth >= graph.maxDepth || ends?.has(way.node)) continue;
    for (const step of graph.stepsOf.get(way.node) ?? []) {
      if (shut?.has(step.to) || !takes(step)) continue;
      const worth = withStep(way, step, settings);
      if (!isBeaten(step.to, worth)) queue.push({ node: step.to, ...worth, last: { step, before: way } });
    }
  }
  return new Map([...kept].flatMap(([node, [best]]) => (best ? [[node, best] as const] : [])));
}

/** The steps of a way, from its start. */
export function stepsOfWay(way: Way): Step[] {
  const steps: Step[] = [];
  for (let at: Way | undefined = way; at?.last; at = at.last.before) steps.push(at.last.step);
  return steps.reverse();
}
