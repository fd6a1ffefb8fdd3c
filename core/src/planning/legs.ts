import { cheapestFrom, type RouteGraph, type Tree } from '../routing/index.ts';

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
