import FlatQueue from 'flatqueue';
import type { Edge, Hall, RouteGraph } from './graph.ts';

export interface Found {
  readonly cost: number;
  readonly nodes: readonly number[];
  readonly edges: readonly Edge[];
}

/** Cheapest ways from one node to all it reaches. */
export interface Tree {
  readonly from: number;
  readonly cost: Float64Array;
  /** The node and the edge by which each node was reached; -1 where none was. */
  readonly before: Int32Array;
  readonly by: readonly (Edge | undefined)[];
}

/**
 * Cheapest ways from one node to all others (Dijkstra; costs are never negative).
 * @param without mask of operations that may not be used (`maskOf`): to look for a way of another kind
 * @param moreAMeter what each meter costs beyond the price of the edges: a cable with more conductors
 */
export function cheapestFrom(graph: RouteGraph, from: number, without = 0, moreAMeter = 0): Tree {
  const cost = new Float64Array(graph.nodes.length).fill(Number.POSITIVE_INFINITY);
  const before = new Int32Array(graph.nodes.length).fill(-1);
  const by = new Array<Edge | undefined>(graph.nodes.length);
  const queue = new FlatQueue<number>();
  const perMm = moreAMeter / 1000;
  cost[from] = 0;
  queue.push(from, 0);
  const relax = (node: number, reached: number, edge: Edge): void => {
    const next = reached + edge.cost + edge.cableMm * perMm;
    if (next >= (cost[edge.to] ?? 0) || (edge.bit & without) !== 0) return;
    cost[edge.to] = next;
    before[edge.to] = node;
    by[edge.to] = edge;
    queue.push(edge.to, next);
  };
  const across = new Float64Array(Math.max(0, ...graph.halls.map((h) => h.portals.length)));
  const through = (hall: Hall, node: number, reached: number): void => {
    hall.costs(node, perMm, across);
    hall.portals.forEach((to, j) => {
      if (to !== node && reached + (across[j] ?? 0) < (cost[to] ?? 0))
        relax(node, reached, hall.run(node, to));
    });
  };
  while (queue.length > 0) {
    const reached = queue.peekValue() ?? 0;
    const node = queue.pop() ?? from;
    if (reached > (cost[node] ?? 0)) continue;
    // A box on the way is a place to splice, not to pass: a way may end there but not go through it.
    if (node !== from && graph.nodes[node]?.terminal !== null) continue;
    for (const edge of graph.edges[node] ?? []) relax(node, reached, edge);
    const hall = graph.hallOf.get(node);
    if (!hall) continue;
    const cameThrough = by[node]?.bit === hall.bit && graph.hallOf.get(before[node] ?? -1) === hall;
    if (!hall.direct || !cameThrough) through(hall, node, reached);
  }
  return { from, cost, before, by };
}

/** Every edge that leaves a portal, those inside its hall too: for whoever needs the whole graph. */
export function edgesFrom(graph: RouteGraph, node: number): Edge[] {
  const hall = graph.hallOf.get(node);
  const inside = hall ? hall.portals.filter((to) => to !== node).map((to) => hall.run(node, to)) : [];
  return [...(graph.edges[node] ?? []), ...inside];
}

/** Mask of the operations that a graph has. */
export function operationsIn({ edges, halls }: RouteGraph): number {
  const inside = halls.map(({ portals: [a, b], run }) =>
    a === undefined || b === undefined ? 0 : run(a, b).bit,
  );
  return edges.reduce(
    (m, list) => list.reduce((x, e) => x | e.bit, m),
    inside.reduce((m, bit) => m | bit, 0),
  );
}

/** Reads one way out of a tree; undefined when the node cannot be reached. */
export function wayTo(tree: Tree, to: number): Found | undefined {
  const cost = tree.cost[to];
  if (cost === undefined || !Number.isFinite(cost)) return undefined;
  const nodes = [to];
  const edges: Edge[] = [];
  for (let at = to; at !== tree.from;) {
    const edge = tree.by[at];
    const from = tree.before[at];
    if (!edge || from === undefined || from < 0) return undefined;
    edges.push(edge);
    nodes.push(from);
    at = from;
  }
  return { cost, nodes: nodes.reverse(), edges: edges.reverse() };
}
