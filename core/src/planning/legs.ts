import type { RouteGraph, Tree } from '../routing/index.ts';
import { cheapestFrom } from '../routing/index.ts';

export interface Leg {
  readonly from: string;
  readonly to: string;
}

/** Distances between terminals: one search from each wanted point, used from both ends. */
export class Closure {
  private readonly trees = new Map<string, Tree>();
  readonly graph: RouteGraph;
  private readonly without: number;

  constructor(graph: RouteGraph, without = 0) {
    this.graph = graph;
    this.without = without;
  }

  tree(terminal: string): Tree | undefined {
    const node = this.graph.terminals.get(terminal);
    if (node === undefined) return undefined;
    const known = this.trees.get(terminal);
    if (known) return known;
    const made = cheapestFrom(this.graph, node, this.without);
    this.trees.set(terminal, made);
    return made;
  }

  /** Cost of the cheapest way; `want` must be one of the wanted points, the other may be any box. */
  cost(want: string, other: string): number {
    const node = this.graph.terminals.get(other);
    return node === undefined
      ? Number.POSITIVE_INFINITY
      : (this.tree(want)?.cost[node] ?? Number.POSITIVE_INFINITY);
  }
}

/**
 * Legs that feed all wants from one tap at least total cost: the minimum spanning tree over tap and wants (Prim).
 * Exact for one tap when a leg's cost does not depend on the others. Undefined when a want cannot be reached.
 */
export function cheapestLegs(
  closure: Closure,
  tap: string,
  wants: readonly string[],
  legCost: number,
): { legs: Leg[]; cost: number } | undefined {
  const inside = [tap];
  const left = [...wants].sort();
  const legs: Leg[] = [];
  let cost = 0;
  while (left.length > 0) {
    let best: { from: string; to: string; cost: number } | undefined;
    for (const to of left)
      for (const from of inside) {
        const c = closure.cost(to, from) + legCost;
        if (Number.isFinite(c) && (!best || c < best.cost)) best = { from, to, cost: c };
      }
    if (!best) return undefined;
    legs.push({ from: best.from, to: best.to });
    cost += best.cost;
    inside.push(best.to);
    left.splice(left.indexOf(best.to), 1);
  }
  return { legs, cost };
}
