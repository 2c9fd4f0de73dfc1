import type { Settings } from '../../named/settings/index.js';
import { bestWays, compareWorth, type Graph, NO_STEP, stepsOfWay, withStep, type Worth } from './graph.js';
import type { InterchangeNode, Step } from './types.js';

interface Path {
  readonly steps: readonly Step[];
  readonly name: string;
  readonly worth: Worth;
}

const worthOf = (steps: readonly Step[], settings: Settings): Worth =>
  steps.reduce((worth, step) => withStep(worth, step, settings), NO_STEP);

/**
 * The best few paths to a node, best first, none passing a node twice, none through a node of `ends`; exact (Yen's
 * method: each further path leaves one that is known at some node, by a step that none of those with the same beginning
 * takes).
 */
export function bestPaths(
  graph: Graph,
  target: InterchangeNode,
  count: number,
  settings: Settings,
  ends?: ReadonlySet<InterchangeNode>,
): Step[][] {
  const found: Step[][] = [];
  const open = new Map<string, Path>();
  const search = (root: readonly Step[], barred: ReadonlySet<Step>): void => {
    const spur = root.at(-1)?.to ?? graph.start;
    const shut = new Set<InterchangeNode>([graph.start, ...root.map((step) => step.to)]);
    const way = bestWays(graph, spur, settings, {
      takes: (step) => !barred.has(step),
      shut,
      begun: worthOf(root, settings),
      target,
      ...(ends ? { ends } : {}),
    }).get(target);
    if (!way || spur === target) return;
    const steps = [...root, ...stepsOfWay(way)];
    const name = steps.map((step) => step.link).join(' ');
    open.set(name, { steps, name, worth: way });
  };
  search([], new Set());
  while (found.length < count) {
    const next = [...open.values()].sort(
      (a, b) => compareWorth(a.worth, b.worth, settings) || (a.name < b.name ? -1 : 1),
    )[0];
    if (!next) break;
    open.delete(next.name);
    found.push([...next.steps]);
    for (let i = 0; i < next.steps.length; i++) {
      const root = next.steps.slice(0, i);
      if (root.some((step) => ends?.has(step.to))) break;
      const barred = new Set(
        found.filter((path) => root.every((step, n) => path[n] === step)).flatMap((path) => path[i] ?? []),
      );
      search(root, barred);
    }
  }
  return found;
}
