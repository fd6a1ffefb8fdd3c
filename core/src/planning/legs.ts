import { cheapestFrom, type RouteGraph, type Tree } from '../routing/index.ts';

/** Every conductor beyond two costs that share of a cable more, and these minutes at its ends; common practice. */
const MORE_CONDUCTOR_SHARE = 0.5;
const MORE_CONDUCTOR_MINUTES = 5;

/** Minutes that the ends of a cable take more than those of one with two conductors. */
export const endMinutes = (conductors: number): number => (conductors - 2) * MORE_CONDUCTOR_MINUTES;

export interface ClosurePrices {
  /** Mask of operations that may not be used. */
  readonly without?: number;
  /** What a meter of cable with two conductors weighs. */
  readonly cableMeter?: number;
  /** What a meter of this cable weighs beyond that. */
  readonly moreAMeter?: number;
  /** What the charges of the graph cost the cable that ends here beyond their price. */
  readonly moreFor?: (terminal: string) => Float64Array | undefined;
  /** What costs the cable that ends here more is not looked for. */
  readonly farthest?: (terminal: string) => number;
  /** Nodes that the cable that ends here may go by. */
  readonly within?: (terminal: string) => Uint8Array | undefined;
}

/** Distances between terminals: one search from each wanted point, used from both ends. */
export class Closure {
  private readonly trees = new Map<string, Tree>();
  private readonly wider = new Map<number, Closure>();
  readonly graph: RouteGraph;
  private readonly prices: ClosurePrices;

  constructor(graph: RouteGraph, prices: ClosurePrices = {}) {
    this.graph = graph;
    this.prices = prices;
  }

  /** The same for cables of more conductors: their way may be another one, because every meter costs more. */
  for(conductors: number): Closure {
    if (conductors <= 2) return this;
    const known = this.wider.get(conductors);
    if (known) return known;
    const moreAMeter = (this.prices.cableMeter ?? 0) * MORE_CONDUCTOR_SHARE * (conductors - 2);
    const made = new Closure(this.graph, { ...this.prices, moreAMeter });
    this.wider.set(conductors, made);
    return made;
  }

  tree(terminal: string): Tree | undefined {
    const node = this.graph.terminals.get(terminal);
    if (node === undefined) return undefined;
    const known = this.trees.get(terminal);
    if (known) return known;
    const { moreFor, farthest, within, ...same } = this.prices;
    const only = within?.(terminal);
    const more = moreFor?.(terminal);
    const made = cheapestFrom(this.graph, node, {
      ...same,
      ...(more && { more }),
      ...(only && { within: only }),
      ...(farthest && { farthest: farthest(terminal) }),
    });
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
