import type { Practice } from '../practice/index.js';
import { cheapestWays, stepCost, stepsOfWay, type Graph } from './graph.js';
import type { KinNode, Step } from './types.js';

const costOf = (path: readonly Step[], practice: Practice): number => path.reduce((sum, step) => sum + stepCost(step, practice), 0);
const nameOf = (path: readonly Step[]): string => path.map((step) => step.link).join(' ');

/**
 * The cheapest few paths to a node, cheapest first, none passing a node twice, none through a node of `ends`; exact (Yen's
 * method: each further path leaves one that is known at some node, by a step that none of those with the same beginning takes).
 */
export function cheapestPaths(graph: Graph, target: KinNode, count: number, practice: Practice, ends?: ReadonlySet<KinNode>): Step[][] {
  const found: Step[][] = [];
  const open = new Map<string, Step[]>();
  const search = (root: readonly Step[], barred: ReadonlySet<Step>): void => {
    const spur = root.at(-1)?.to ?? graph.start;
    const shut = new Set<KinNode>([graph.start, ...root.map((step) => step.to)]);
    const way = cheapestWays(graph, spur, practice, {
      takes: (step) => !barred.has(step),
      shut,
      maxDepth: graph.maxDepth - root.length,
      target,
      ...(ends ? { ends } : {}),
    }).get(target);
    if (!way || spur === target) return;
    const path = [...root, ...stepsOfWay(way)];
    open.set(nameOf(path), path);
  };
  search([], new Set());
  while (found.length < count) {
    const next = [...open.values()].sort((a, b) => costOf(a, practice) - costOf(b, practice) || (nameOf(a) < nameOf(b) ? -1 : 1))[0];
    if (!next) break;
    open.delete(nameOf(next));
    found.push(next);
    for (let i = 0; i < next.length; i++) {
      const root = next.slice(0, i);
      if (root.some((step) => ends?.has(step.to))) break;
      const barred = new Set(found.filter((path) => root.every((step, n) => path[n] === step)).flatMap((path) => path[i] ?? []));
      search(root, barred);
    }
  }
  return found;
}
