/** Graphs of millions of edges between nodes 0 … n − 1, as two columns: edge i leads from `from[i]` to `to[i]`. */
export interface Edges {
  readonly nodes: number;
  readonly from: ArrayLike<number>;
  readonly to: ArrayLike<number>;
}

/**
 * The class of each node when every edge makes its two ends one: the smallest node of the class. Union by path halving,
 * O(n α).
 */
export function classesOf({ nodes, from, to }: Edges): Int32Array {
  const parent = Int32Array.from({ length: nodes }, (_, i) => i);
  const root = (start: number): number => {
    let node = start;
    while (parent[node] !== node) {
      const above = parent[parent[node] as number] as number;
      parent[node] = above;
      node = above;
    }
    return node;
  };
  for (let i = 0; i < from.length; i++) {
    const [a, b] = [root(from[i] as number), root(to[i] as number)];
    if (a !== b) parent[Math.max(a, b)] = Math.min(a, b);
  }
  for (let i = 0; i < nodes; i++) parent[i] = root(i);
  return parent;
}

/** Edges by the node that they leave: those of node v are `edge[start[v]] … edge[start[v + 1] − 1]`. */
function leaving({ nodes, from }: Edges): { start: Int32Array; edge: Int32Array } {
  const start = new Int32Array(nodes + 1);
  for (let i = 0; i < from.length; i++) start[(from[i] as number) + 1] = (start[(from[i] as number) + 1] as number) + 1;
  for (let v = 0; v < nodes; v++) start[v + 1] = (start[v + 1] as number) + (start[v] as number);
  const next = start.slice();
  const edge = new Int32Array(from.length);
  for (let i = 0; i < from.length; i++) {
    const v = from[i] as number;
    edge[next[v] as number] = i;
    next[v] = (next[v] as number) + 1;
  }
  return { start, edge };
}

/**
 * The edges of each cycle, cycle by cycle: edges within one strongly connected component (Tarjan's algorithm without
 * recursion, O(n + m)). An edge from a node to itself is a cycle of its own.
 */
export function cyclesIn(edges: Edges): number[][] {
  const { nodes, from, to } = edges;
  const { start, edge } = leaving(edges);
  const order = new Int32Array(nodes);
  const low = new Int32Array(nodes);
  const component = new Int32Array(nodes).fill(-1);
  const at = start.slice(0, nodes);
  const open: number[] = [];
  let [count, components] = [0, 0];
  for (let first = 0; first < nodes; first++) {
    if (order[first] !== 0) continue;
    const walk = [first];
    while (walk.length > 0) {
      const v = walk[walk.length - 1] as number;
      if (order[v] === 0) {
        order[v] = low[v] = ++count;
        open.push(v);
      }
      const position = at[v] as number;
      if (position < (start[v + 1] as number)) {
        at[v] = position + 1;
        const w = to[edge[position] as number] as number;
        if (order[w] === 0) walk.push(w);
        else if (component[w] === -1) low[v] = Math.min(low[v] as number, order[w] as number);
        continue;
      }
      walk.pop();
      if (low[v] === order[v]) {
        for (let w = open.pop(); w !== undefined; w = open.pop()) {
          component[w] = components;
          if (w === v) break;
        }
        components++;
      }
      const above = walk[walk.length - 1];
      if (above !== undefined) low[above] = Math.min(low[above] as number, low[v] as number);
    }
  }
  const cycles = new Map<number, number[]>();
  for (let i = 0; i < from.length; i++) {
    const c = component[from[i] as number] as number;
    if (c !== component[to[i] as number]) continue;
    const cycle = cycles.get(c);
    if (cycle) cycle.push(i);
    else cycles.set(c, [i]);
  }
  return [...cycles.values()];
}

/** The edges that leave a node for more than one class of nodes, node by node. */
export function forksIn(edges: Edges, classes: Int32Array): number[][] {
  const { start, edge } = leaving(edges);
  const forks: number[][] = [];
  for (let v = 0; v < edges.nodes; v++) {
    const [begin, end] = [start[v] as number, start[v + 1] as number];
    if (end - begin < 2) continue;
    const leaves = [...edge.subarray(begin, end)];
    if (new Set(leaves.map((i) => classes[edges.to[i] as number])).size > 1) forks.push(leaves);
  }
  return forks;
}

/** The edges on a shortest way from one node to another, whichever way they point; undefined when there is none. */
export function wayBetween(edges: Edges, a: number, b: number): number[] | undefined {
  const touching = new Map<number, number[]>();
  const touch = (node: number, i: number): void => {
    const list = touching.get(node);
    if (list) list.push(i);
    else touching.set(node, [i]);
  };
  for (let i = 0; i < edges.from.length; i++) {
    touch(edges.from[i] as number, i);
    touch(edges.to[i] as number, i);
  }
  const by = new Map<number, number>([[a, -1]]);
  for (let ring = [a]; ring.length > 0 && !by.has(b);) {
    const next: number[] = [];
    for (const node of ring) {
      for (const i of touching.get(node) ?? []) {
        const other = edges.from[i] === node ? (edges.to[i] as number) : (edges.from[i] as number);
        if (by.has(other)) continue;
        by.set(other, i);
        next.push(other);
      }
    }
    ring = next;
  }
  if (!by.has(b)) return undefined;
  const way: number[] = [];
  for (let node = b; node !== a;) {
    const i = by.get(node) as number;
    way.unshift(i);
    node = edges.from[i] === node ? (edges.to[i] as number) : (edges.from[i] as number);
  }
  return way;
}
