import type { Settings } from '../../named/settings/index.js';
import { gradeOfStep, gradeRank } from './grade.js';
import { bestWays, gather, type Graph, isUnderFloor, type Reach, stepsOfWay, type Way, type Worth } from './graph.js';
import { bestPaths } from './paths.js';
import type { Condition, Interchange, InterchangeEntry, InterchangeNode, InterchangeSource, Step } from './types.js';

/** What speaks against a node: steps from the wanted unit, the last but for those within one unit a "does not fit". */
interface Refusal extends Pick<Worth, 'doubt'> {
  readonly path: readonly Step[];
  readonly step: Step;
}

/**
 * Everything that would do instead of `start`, with the cheapest path to each. A "does not fit" grades a node when its
 * trust is at least that of the best path to it, and what is refused so is no way to anything else; otherwise the node
 * keeps its grade and is disputed. A refusal holds between units: for the wanted unit under all its numbers and for the
 * refused one.
 */
export function walkInterchange(
  start: InterchangeNode,
  source: InterchangeSource,
  settings: Settings,
  reach: Reach = { depth: settings.interchangeDepth },
): Interchange {
  const graph = gather(start, source, settings, reach);
  if (isGivenUp(graph, reach)) return { entries: [], truncated: true, tired: true };
  const { entries } = gradeAll(graph, settings);
  return { entries: order(entries), truncated: graph.truncated, tired: graph.tired };
}

/**
 * The cheapest few paths to one of the interchange, for somebody who looks closer; the refusal instead when it does not
 * fit.
 */
export function pathsOfInterchange(
  start: InterchangeNode,
  target: InterchangeNode,
  source: InterchangeSource,
  settings: Settings,
  count: number,
  reach: Reach = { depth: settings.interchangeDepth },
): { paths: Step[][]; tired: boolean } {
  const graph = gather(start, source, settings, reach);
  if (isGivenUp(graph, reach)) return { paths: [], tired: true };
  const { entries, refused } = gradeAll(graph, settings);
  const entry = entries.find((e) => e.node === target);
  const own = entry?.grade === 'does-not-fit' ? entry.paths.map((path) => [...path]) : undefined;
  return { paths: own ?? (entry ? bestPaths(graph, target, count, settings, refused) : []), tired: graph.tired };
}

/** The nodes that are one unit with this one by "same" links alone. Supersession is no proof of it. */
export function oneUnitWith(start: InterchangeNode, source: InterchangeSource, settings: Settings): InterchangeNode[] {
  return [
    ...gather(
      start,
      source,
      settings,
      { depth: settings.interchangeDepth },
      (step) => step.kind === 'same',
    ).stepsOf.keys(),
  ];
}

const isGivenUp = ({ tired }: Graph, { giveUpAt }: Reach): boolean => tired && giveUpAt !== undefined;

function gradeAll(
  graph: Graph,
  settings: Settings,
): { entries: InterchangeEntry[]; refused: ReadonlySet<InterchangeNode> } {
  const refusals = refusalsOf(graph, settings);
  // A path that leads through a unit that does not fit is no path. Which ones those are is known only after a walk, so
  // the walk is repeated with the refused ones as ends until no new one turns up.
  const refused = new Set<InterchangeNode>();
  for (;;) {
    const ways = bestWays(graph, graph.start, settings, { ends: refused });
    ways.delete(graph.start);
    const entries = entriesOf(ways, refusals, settings);
    const more = entries.filter((e) => e.grade === 'does-not-fit' && !refused.has(e.node));
    if (more.length === 0) return { entries, refused };
    for (const entry of more) refused.add(entry.node);
  }
}

/** Steps that stay within one unit for whoever wants to order it: its other numbers, and the newer ones. */
const staysSame = (step: Step): boolean => gradeOfStep(step) === 'same';
/**
 * The most trusted refusal of each node: along the wanted unit's own numbers, over a "does not fit", and on along what
 * is one unit with the refused one; at most as many steps as any other path. A refusal that comes back to the wanted
 * unit itself contradicts itself and disputes nothing. Every node stands in the searched graph twice, before the "does
 * not fit" and (marked) after it.
 */
function refusalsOf(graph: Graph, settings: Settings): Map<InterchangeNode, Refusal> {
  const after = (node: InterchangeNode): InterchangeNode => `${node}!`;
  const original = new Map<Step, Step>();
  const made = (step: Step, from: InterchangeNode, to: InterchangeNode): Step => {
    const copy = { ...step, from, to, conditions: [] };
    original.set(copy, step);
    return copy;
  };
  const stepsOf = new Map<InterchangeNode, Step[]>();
  for (const [node, steps] of graph.stepsOf) {
    const refusals = (graph.refusalsOf.get(node) ?? []).map((step) => made(step, node, after(step.to)));
    stepsOf.set(node, [...steps.filter(staysSame).map((step) => made(step, node, step.to)), ...refusals]);
    stepsOf.set(
      after(node),
      steps.filter((step) => step.kind === 'same').map((step) => made(step, after(node), after(step.to))),
    );
  }
  const found = new Map<InterchangeNode, Refusal>();
  for (const [node, way] of bestWays({ ...graph, stepsOf }, graph.start, settings, {
    shut: new Set([after(graph.start)]),
  })) {
    if (!node.endsWith('!')) continue;
    const path = stepsOfWay(way).flatMap((step) => original.get(step) ?? []);
    const step = path.find((s) => s.kind === 'does-not-fit');
    if (step) found.set(node.slice(0, -1) as InterchangeNode, { path, step, doubt: way.doubt });
  }
  return found;
}

function entriesOf(
  ways: ReadonlyMap<InterchangeNode, Way>,
  refusals: ReadonlyMap<InterchangeNode, Refusal>,
  settings: Settings,
): InterchangeEntry[] {
  const entries: InterchangeEntry[] = [];
  for (const [node, way] of ways) {
    const steps = stepsOfWay(way);
    const refusal = refusals.get(node);
    if (refusal && refusal.doubt <= way.doubt) entries.push(refusedEntry(node, refusal, settings, steps));
    else {
      const disputed = refusal ? { disputed: { refusal: refusal.step, refusalTrust: pathTrust(refusal.path) } } : {};
      const underFloor = isUnderFloor(way, settings);
      entries.push({
        node,
        grade: way.grade,
        trust: pathTrust(steps),
        underFloor,
        conditions: unionOfConditions(steps),
        paths: [steps],
        ...disputed,
      });
    }
  }
  for (const [node, refusal] of refusals) if (!ways.has(node)) entries.push(refusedEntry(node, refusal, settings));
  return entries;
}

const refusedEntry = (
  node: InterchangeNode,
  { path, step, doubt }: Refusal,
  settings: Settings,
  rival?: readonly Step[],
): InterchangeEntry => ({
  node,
  grade: 'does-not-fit',
  trust: pathTrust(path),
  underFloor: isUnderFloor({ doubt }, settings),
  conditions: step.conditions,
  paths: rival ? [path, rival] : [path],
});

const pathTrust = (steps: readonly Step[]): number => steps.reduce((product, step) => product * step.trust, 1);

function unionOfConditions(steps: readonly Step[]): Condition[] {
  const byText = new Map(steps.flatMap((step) => step.conditions).map((c) => [c.text, c]));
  return [...byText.values()];
}

/** What fits before what does not; over the trust floor before under it, then by grade, by trust, by name. */
function order(entries: readonly InterchangeEntry[]): InterchangeEntry[] {
  const isRefused = (e: InterchangeEntry): boolean => e.grade === 'does-not-fit';
  return [...entries].sort(
    (a, b) =>
      Number(isRefused(a)) - Number(isRefused(b)) ||
      Number(a.underFloor) - Number(b.underFloor) ||
      gradeRank(a.grade) - gradeRank(b.grade) ||
      b.trust - a.trust ||
      (a.node < b.node ? -1 : 1),
  );
}
