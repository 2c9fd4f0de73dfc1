import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { classesOf, cyclesIn, type Edges, forksIn, wayBetween } from './graph.js';
import { looksLikeInches } from './index.js';

const graphs = fc.integer({ min: 1, max: 9 }).chain((nodes) =>
  fc
    .array(fc.tuple(fc.integer({ min: 0, max: nodes - 1 }), fc.integer({ min: 0, max: nodes - 1 })), {
      maxLength: 16,
    })
    .map((pairs): Edges => ({ nodes, from: pairs.map((p) => p[0]), to: pairs.map((p) => p[1]) })),
);
/** Whether b can be reached from a: by trying every way. */
function reaches({ from, to }: Edges, a: number, b: number, undirected = false): boolean {
  const seen = new Set([a]);
  for (let grown = true; grown;) {
    grown = false;
    for (let i = 0; i < from.length; i++) {
      const [f, t] = [from[i] as number, to[i] as number];
      for (const [x, y] of undirected
        ? ([
            [f, t],
            [t, f],
          ] as const)
        : ([[f, t]] as const))
        if (seen.has(x) && !seen.has(y)) grown = !!seen.add(y);
    }
  }
  return seen.has(b);
}
const all = (edges: Edges): number[] => Array.from({ length: edges.nodes }, (_, i) => i);

describe('the graph questions of the audit, against trying every way', () => {
  it('two nodes are of one class when edges lead from one to the other, whichever way they point', () => {
    fc.assert(
      fc.property(graphs, (edges) => {
        const classes = classesOf(edges);
        for (const a of all(edges))
          for (const b of all(edges)) expect(classes[a] === classes[b]).toBe(reaches(edges, a, b, true));
      }),
    );
  });
  it('an edge is on a cycle when its end leads back to its beginning', () => {
    fc.assert(
      fc.property(graphs, (edges) => {
        const found = new Set(cyclesIn(edges).flat());
        for (let i = 0; i < edges.from.length; i++)
          expect(found.has(i)).toBe(reaches(edges, edges.to[i] as number, edges.from[i] as number));
      }),
    );
  });
  it('cycles that share no node are told apart', () => {
    expect(cyclesIn({ nodes: 6, from: [0, 1, 2, 3, 2], to: [1, 0, 3, 2, 4] })).toEqual([
      [0, 1],
      [2, 3],
    ]);
  });
  it('a way between two nodes is as short as can be, and hangs together', () => {
    let steps = 0;
    fc.assert(
      fc.property(graphs, (edges) => {
        const [a, b] = [0, edges.nodes - 1];
        const way = wayBetween(edges, a, b);
        expect(way !== undefined).toBe(reaches(edges, a, b, true));
        let at = a;
        for (const i of way ?? []) {
          expect([edges.from[i], edges.to[i]]).toContain(at);
          steps += 1;
          at = (edges.from[i] === at ? edges.to[i] : edges.from[i]) as number;
        }
        if (way) expect(at).toBe(b);
      }),
    );
    expect(steps).toBeGreaterThan(20);
  });
  it('two successors are a fork, unless they are one unit', () => {
    const edges = { nodes: 4, from: [0, 0, 1], to: [1, 2, 3] };
    const apart = classesOf({ nodes: 4, from: [], to: [] });
    expect(forksIn(edges, apart)).toEqual([[0, 1]]);
    expect(forksIn(edges, classesOf({ nodes: 4, from: [1], to: [2] }))).toEqual([]);
  });
  it('three hundred thousand supersessions in one chain are walked without a stack', () => {
    const n = 300_000;
    const edges = {
      nodes: n,
      from: Int32Array.from({ length: n }, (_, i) => i),
      to: Int32Array.from({ length: n }, (_, i) => (i + 1) % n),
    };
    expect(cyclesIn(edges)[0]).toHaveLength(n);
    expect(classesOf(edges)[n - 1]).toBe(0);
  });
});

it('0.8125 in a column of bores looks like inches, 8.5 does not, and 0.01 is nothing', () => {
  const bore = { min: 8, max: 60 };
  expect([0.8125, 8.5, 0.01, 20.6].map((value) => looksLikeInches(value, bore))).toEqual([true, false, false, false]);
});
