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
  /** The node by which each node was reached; -1 where none was. */
  readonly before: Int32Array;
  /** The edge by which each node was reached, or the hall that was passed: what a run in it takes is worked out when it is asked for. */
  readonly by: readonly (Edge | Hall | undefined)[];
}

export interface WayPrices {
  /** Mask of operations that may not be used (`maskOf`): to look for a way of another kind. */
  readonly without?: number;
  /** What each meter costs beyond the price of the edges: a cable with more conductors. */
  readonly moreAMeter?: number;
  /** What each charge of the graph costs this cable beyond its price: less than nothing where others pay, infinite where it may not be used. */
  readonly more?: Float64Array;
  /** What costs more is not looked for. */
  readonly farthest?: number;
  /** Nodes that a way may go by, one for yes: all of them where nothing is said. */
  readonly within?: Uint8Array;
}

/**
 * Cheapest ways from one node to all others (Dijkstra; costs are never negative).
 * @param from the node, or several of them: then it is told how far each other one is from the nearest of these
 */
export function cheapestFrom(
  graph: RouteGraph,
  from: number | readonly number[],
  prices: WayPrices = {},
): Tree {
  const { without = 0, moreAMeter = 0, more, farthest = Number.POSITIVE_INFINITY, within } = prices;
  const starts = new Set(typeof from === 'number' ? [from] : from);
  const cost = new Float64Array(graph.nodes.length).fill(Number.POSITIVE_INFINITY);
  const before = new Int32Array(graph.nodes.length).fill(-1);
  const by = new Array<Edge | Hall | undefined>(graph.nodes.length);
  const queue = new FlatQueue<number>();
  const perMm = moreAMeter / 1000;
  for (const start of starts) {
    cost[start] = 0;
    queue.push(start, 0);
  }
  const reach = (node: number, to: number, sum: number, how: Edge | Hall): void => {
    // Nothing costs less than nothing, however a price is rounded that others pay.
    const next = Math.max(sum, cost[node] ?? 0);
    if (within && within[to] === 0) return;
    if (next >= (cost[to] ?? 0) || next > farthest) return;
    cost[to] = next;
    before[to] = node;
    by[to] = how;
    queue.push(to, next);
  };
  const across = new Float64Array(Math.max(0, ...graph.halls.map((h) => h.portals.length)));
  const moreOf = (charge: number): number => (more && charge >= 0 ? (more[charge] ?? 0) : 0);
  const through = (hall: Hall, node: number, reached: number): void => {
    const start = reached + moreOf(hall.charge);
    if (!(start < Number.POSITIVE_INFINITY)) return;
    hall.costs(node, perMm, across);
    const { portals } = hall;
    for (let j = 0; j < portals.length; j++) {
      const to = portals[j] ?? node;
      if (to !== node) reach(node, to, start + (across[j] ?? 0), hall);
    }
  };
  while (queue.length > 0) {
    const reached = queue.peekValue() ?? 0;
    const node = queue.pop() ?? 0;
    if (reached > (cost[node] ?? 0)) continue;
    // A box on the way is a place to splice, not to pass: a way may end there but not go through it.
    if (graph.nodes[node]?.terminal !== null && !starts.has(node)) continue;
    for (const edge of graph.edges[node] ?? [])
      if ((edge.bit & without) === 0)
        reach(node, edge.to, reached + edge.cost + edge.cableMm * perMm + moreOf(edge.charge), edge);
    const hall = graph.hallOf.get(node);
    if (hall && (hall.bit & without) === 0 && !(hall.direct && by[node] === hall))
      through(hall, node, reached);
  }
  return { from: [...starts][0] ?? 0, cost, before, by };
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
    const how = tree.by[at];
    const from = tree.before[at];
    if (!how || from === undefined || from < 0) return undefined;
    edges.push('portals' in how ? how.run(from, at) : how);
    nodes.push(from);
    at = from;
  }
  return { cost, nodes: nodes.reverse(), edges: edges.reverse() };
}
