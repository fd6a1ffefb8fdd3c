/**
 * Which want is fed from where: a forest of cables that hang on taps, exact by dynamic programming over sets of wants.
 * A want is a bit of a mask. Costs are directed, because a point may be entered at one box and left from another.
 */

export interface ForestTap {
  readonly id: string;
  /** Cost of opening it at all. */
  readonly fixed: number;
  readonly circuit: string;
  /** Cables that its box has room for. */
  readonly most: number;
}

export interface ForestProblem {
  readonly wants: number;
  readonly taps: readonly ForestTap[];
  /** Cost of a cable from tap t to want w; infinite where it cannot be. */
  readonly fromTap: (t: number, w: number) => number;
  /** Cost of a cable from want u on to want w; infinite where it cannot be. */
  readonly onward: (u: number, w: number) => number;
  /** Can the circuit carry all the wants of the mask together? Once false, false for every larger mask. */
  readonly fits: (circuit: string, mask: number) => boolean;
}

export interface ForestLeg {
  /** Index of the tap, or null when the leg comes from another want. */
  readonly tap: number | null;
  readonly from: number | null;
  readonly to: number;
}
export interface Forest {
  readonly cost: number;
  readonly legs: readonly ForestLeg[];
}

/** Beyond this many wants the sets get too many. */
export const MOST_EXACT = 10;

const INFINITE = Number.POSITIVE_INFINITY;
/** Sums that are the same may differ by so much. */
export const SLACK = 1e-6;
/** Taps that are asked for the whole to know what it may cost. */
const LOOKS = 3;

/** How many bits of a mask are set. */
function bits(mask: number): number {
  let n = 0;
  for (let left = mask; left !== 0; left &= left - 1) n += 1;
  return n;
}

/** Smallest bit of a mask as a mask. */
const low = (mask: number): number => mask & -mask;

interface Trees {
  /** Cheapest tree that is entered at want v and reaches exactly the mask: index v * size + mask. */
  readonly cost: Float64Array;
  readonly child: Int32Array;
  readonly first: Int32Array;
}

/** Cheapest directed trees over every set of wants, by the set that hangs on the root's first child. */
function treesOf(n: number, onward: ForestProblem['onward']): Trees {
  const size = 1 << n;
  const cost = new Float64Array(n * size).fill(INFINITE);
  const child = new Int32Array(n * size);
  const first = new Int32Array(n * size).fill(-1);
  const step = Array.from({ length: n }, (_, u) =>
    Array.from({ length: n }, (_, w) => (u === w ? INFINITE : onward(u, w))),
  );
  for (let mask = 1; mask < size; mask++)
    for (let v = 0; v < n; v++) {
      const bit = 1 << v;
      if ((mask & bit) === 0) continue;
      const rest = mask ^ bit;
      const at = v * size + mask;
      if (rest === 0) {
        cost[at] = 0;
        continue;
      }
      const must = low(rest);
      for (let part = rest; part > 0; part = (part - 1) & rest) {
        if ((part & must) === 0) continue;
        const others = cost[v * size + (mask ^ part)] ?? INFINITE;
        if (!(others < (cost[at] ?? INFINITE))) continue;
        for (let u = 0; u < n; u++) {
          if ((part & (1 << u)) === 0) continue;
          const c = others + (step[v]?.[u] ?? INFINITE) + (cost[u * size + part] ?? INFINITE);
          if (c < (cost[at] ?? INFINITE)) {
            cost[at] = c;
            child[at] = part;
            first[at] = u;
          }
        }
      }
    }
  return { cost, child, first };
}

function legsOfTree(trees: Trees, n: number, v: number, mask: number, out: ForestLeg[]): void {
  const size = 1 << n;
  for (let left = mask; left !== 1 << v;) {
    const at = v * size + left;
    const part = trees.child[at] ?? 0;
    const u = trees.first[at] ?? -1;
    if (part === 0 || u < 0) return;
    out.push({ tap: null, from: v, to: u });
    legsOfTree(trees, n, u, part, out);
    left ^= part;
  }
}

/** One choice after another of who takes which part of a mask: enough to read the answer back. */
interface Stage {
  readonly cost: Float64Array;
  /** Part of the mask that the last one took; 0 for nothing. */
  readonly took: Int32Array;
}

const emptyStage = (size: number): Stage => {
  const cost = new Float64Array(size).fill(INFINITE);
  cost[0] = 0;
  return { cost, took: new Int32Array(size) };
};

/**
 * The next one takes any part of each mask, or nothing.
 * @param most what each part may cost it in the best answer: dearer ones are not tried
 */
function addStage(before: Stage, own: Float64Array, most: Float64Array): Stage {
  const size = own.length;
  const cost = Float64Array.from(before.cost);
  const took = new Int32Array(size);
  // The part that is taken in the outer loop: most of them cost too much and are skipped whole.
  for (let part = 1; part < size; part++) {
    const mine = own[part] ?? INFINITE;
    if (mine === INFINITE || mine > (most[part] ?? 0)) continue;
    const free = (size - 1) ^ part;
    for (let rest = free; ; rest = (rest - 1) & free) {
      const c = mine + (before.cost[rest] ?? INFINITE);
      const mask = part | rest;
      if (c < (cost[mask] ?? INFINITE) - 1e-9) {
        cost[mask] = c;
        took[mask] = part;
      }
      if (rest === 0) break;
    }
  }
  return { cost, took };
}

/** What is known of the best answer before it is looked for. */
interface Bounds {
  /** It costs no more than this. */
  readonly known: number;
  /** What each part of the wants may cost in it. */
  readonly most: Float64Array;
  /** Trees that cost no more, by their place in `Trees`. */
  readonly within: readonly number[];
}

/** What each part of the wants may cost where the others cost at least so much, and all of them no more than is known. */
function mostFor(least: readonly number[], known: number): Float64Array {
  const size = 1 << least.length;
  const most = new Float64Array(size);
  most[0] = known - least.reduce((s, c) => s + c, 0);
  for (let part = 1; part < size; part++)
    most[part] = (most[part & (part - 1)] ?? 0) + (least[31 - Math.clz32(low(part))] ?? 0);
  return most;
}

/** Masks that something is known to feed. */
function finiteIn(cost: Float64Array): number[] {
  const out: number[] = [];
  for (let mask = 0; mask < cost.length; mask++) if ((cost[mask] ?? INFINITE) !== INFINITE) out.push(mask);
  return out;
}

interface TapTable {
  /** Cheapest way to feed the mask from this tap alone, its opening included. */
  readonly cost: Float64Array;
  /** Branches by number of cables: the part that the last cable feeds, and where it arrives. */
  readonly rounds: readonly Stage[];
  readonly best: Int32Array;
  readonly entry: Int32Array;
}

/**
 * @param first what the cable to each want costs from this tap
 * @param bounds what each part of the wants may cost: dearer ones are not tried
 */
function tapTable(
  problem: ForestProblem,
  trees: Trees,
  t: number,
  first: readonly number[],
  { most, within }: Bounds,
): TapTable {
  const n = problem.wants;
  const size = 1 << n;
  const branch = new Float64Array(size).fill(INFINITE);
  const entry = new Int32Array(size).fill(-1);
  const parts: number[] = [];
  const tap = problem.taps[t];
  const fixed = tap?.fixed ?? 0;
  for (const at of within) {
    const [v, mask] = [Math.floor(at / size), at & (size - 1)];
    const c = (first[v] ?? INFINITE) + (trees.cost[at] ?? INFINITE);
    if (!(c < (branch[mask] ?? INFINITE)) || c + fixed > (most[mask] ?? INFINITE)) continue;
    if (branch[mask] === INFINITE) parts.push(mask);
    branch[mask] = c;
    entry[mask] = v;
  }
  const rounds: Stage[] = [emptyStage(size)];
  const cost = new Float64Array(size).fill(INFINITE);
  const best = new Int32Array(size);
  for (let k = 1; k <= Math.min(n, tap?.most ?? 0); k++) {
    const before = rounds[k - 1] ?? emptyStage(size);
    const stage: Stage = { cost: new Float64Array(size).fill(INFINITE), took: new Int32Array(size) };
    const fed = finiteIn(before.cost);
    for (const part of parts) {
      const mine = branch[part] ?? INFINITE;
      // What the other cables feed comes after it: the lowest want of all is on the last cable.
      const free = (size - 1) & ~part & ~(low(part) - 1);
      const take = (rest: number): void => {
        const c = mine + (before.cost[rest] ?? INFINITE);
        const mask = part | rest;
        if (c < (stage.cost[mask] ?? INFINITE) && !(c + fixed > (most[mask] ?? INFINITE))) {
          stage.cost[mask] = c;
          stage.took[mask] = part;
        }
      };
      // Whichever are fewer: what is fed already, or the parts of what is free.
      if (fed.length < 1 << bits(free)) {
        for (const rest of fed) if ((rest & free) === rest) take(rest);
      } else
        for (let rest = free; ; rest = (rest - 1) & free) {
          take(rest);
          if (rest === 0) break;
        }
    }
    let better = false;
    for (let mask = 1; mask < size; mask++) {
      const whole = (stage.cost[mask] ?? INFINITE) + fixed;
      if (whole < (cost[mask] ?? INFINITE) - 1e-9) {
        cost[mask] = whole;
        best[mask] = k;
        better = true;
      }
    }
    // Where one cable more is cheaper for no part of the wants, two more are for none either.
    if (!better) break;
    rounds.push(stage);
  }
  return { cost, rounds, best, entry };
}

function legsOfTap(
  table: TapTable,
  trees: Trees,
  n: number,
  t: number,
  mask: number,
  out: ForestLeg[],
): void {
  let left = mask;
  for (let k = table.best[mask] ?? 0; k > 0 && left > 0; k--) {
    const part = table.rounds[k]?.took[left] ?? 0;
    const v = table.entry[part] ?? -1;
    if (v < 0) return;
    out.push({ tap: t, from: null, to: v });
    legsOfTree(trees, n, v, part, out);
    left ^= part;
  }
}

/** Each leg after the one that brings power to where it starts; within that in the order of the wants. */
function inOrderOfPower(legs: readonly ForestLeg[]): ForestLeg[] {
  const left = [...legs].sort((a, b) => a.to - b.to);
  const out: ForestLeg[] = [];
  while (left.length > 0) {
    const next = left.findIndex((l) => l.from === null || out.some((o) => o.to === l.from));
    out.push(...left.splice(Math.max(0, next), 1));
  }
  return out;
}

/**
 * Answers which forest feeds every want exactly once at least cost. What depends on one tap alone is worked out once, however
 * many questions with other taps follow.
 * @throws RangeError for more wants than can be searched exactly (`MOST_EXACT`)
 */
export class ForestSearch {
  private readonly problem: ForestProblem;
  private readonly trees: Trees;
  private readonly tables = new Map<number, { readonly known: number; readonly table: TapTable }>();
  private readonly rows = new Map<number, readonly number[]>();

  constructor(problem: ForestProblem) {
    if (problem.wants > MOST_EXACT)
      throw new RangeError(`${problem.wants} wants are too many for an exact search`);
    this.problem = problem;
    this.trees = treesOf(problem.wants, problem.onward);
  }

  /** What one tap can do within a bound; worked out anew only when more may be spent than before. */
  private table(t: number, bounds: Bounds): TapTable {
    const made = this.tables.get(t);
    if (made && made.known >= bounds.known) return made.table;
    const table = tapTable(this.problem, this.trees, t, this.from(t), bounds);
    this.tables.set(t, { known: bounds.known, table });
    return table;
  }

  private boundsOf(known: number, least: readonly number[]): Bounds {
    const most = mostFor(least, known);
    const size = most.length;
    const within: number[] = [];
    least.forEach((c, v) => {
      for (let mask = 1; mask < size; mask++)
        if (c + (this.trees.cost[v * size + mask] ?? INFINITE) <= (most[mask] ?? INFINITE))
          within.push(v * size + mask);
    });
    return { known, most, within };
  }

  private from(t: number): readonly number[] {
    const known = this.rows.get(t);
    if (known) return known;
    const row = Array.from({ length: this.problem.wants }, (_, w) => this.problem.fromTap(t, w));
    this.rows.set(t, row);
    return row;
  }

  /** What the cable to each want costs at least, whatever brings it. */
  private leastFor(taps: readonly number[]): readonly number[] {
    const { wants: n, onward } = this.problem;
    return Array.from({ length: n }, (_, w) =>
      Math.min(
        ...taps.map((t) => this.from(t)[w] ?? INFINITE),
        ...Array.from({ length: n }, (_, u) => (u === w ? INFINITE : onward(u, w))),
      ),
    );
  }

  /**
   * What some way of feeding all wants costs: the best is no dearer. Of all taps, and of the few that look best for the whole.
   * Infinite where nothing is found.
   */
  private someCost(taps: readonly number[]): number {
    const { problem } = this;
    const all = (1 << problem.wants) - 1;
    const looks = (t: number) => Math.min(...this.from(t)) + (problem.taps[t]?.fixed ?? 0);
    const best = taps
      .filter((t) => problem.fits(problem.taps[t]?.circuit ?? '', all))
      .sort((a, b) => looks(a) - looks(b))
      .slice(0, LOOKS);
    return Math.min(this.nearestFirst(taps), ...best.map((t) => this.nearestFirst([t])));
  }

  /** The cost of feeding all wants from these taps where whatever is cheapest to reach comes next. */
  private nearestFirst(taps: readonly number[]): number {
    const { wants: n, onward, fits } = this.problem;
    const opened = new Map<number, number>();
    const carried = new Map<string, number>();
    const rootOf = new Map<number, number>();
    const circuitOf = (t: number) => this.problem.taps[t]?.circuit ?? '';
    const carries = (t: number, w: number) => fits(circuitOf(t), (carried.get(circuitOf(t)) ?? 0) | (1 << w));
    let sum = 0;
    while (rootOf.size < n) {
      let best = { cost: INFINITE, w: -1, tap: -1, new: false };
      const consider = (cost: number, w: number, tap: number, isNew: boolean): void => {
        if (cost < best.cost && !rootOf.has(w) && carries(tap, w)) best = { cost, w, tap, new: isNew };
      };
      for (const t of taps) {
        const used = opened.get(t);
        const { fixed = 0, most = 0 } = this.problem.taps[t] ?? {};
        if ((used ?? 0) >= most) continue;
        this.from(t).forEach((c, w) => consider(c + (used === undefined ? fixed : 0), w, t, true));
      }
      for (const [u, t] of rootOf) for (let w = 0; w < n; w++) consider(onward(u, w), w, t, false);
      const { w, tap } = best;
      if (w < 0) return INFINITE;
      sum += best.cost;
      rootOf.set(w, tap);
      carried.set(circuitOf(tap), (carried.get(circuitOf(tap)) ?? 0) | (1 << w));
      if (best.new) opened.set(tap, (opened.get(tap) ?? 0) + 1);
    }
    return sum;
  }

  /** The cheapest forest with the taps that are allowed; undefined when there is none. */
  cheapest(allowed: (t: number) => boolean = () => true): Forest | undefined {
    const { problem, trees } = this;
    const n = problem.wants;
    if (n === 0) return { cost: 0, legs: [] };
    const size = 1 << n;
    const given = problem.taps.flatMap((_, t) => (allowed(t) ? [t] : []));
    const least = this.leastFor(given);
    const known = this.someCost(given) + SLACK;
    const sum = least.reduce((s, c) => s + c, 0);
    // A tap that costs more than the whole may is left out, and so is a part of the wants that leaves too little for the others.
    const dear = (t: number) =>
      (problem.taps[t]?.fixed ?? 0) + sum + Math.min(...this.from(t).map((c, w) => c - (least[w] ?? 0))) >
      known;
    const bounds = this.boundsOf(known, least);
    const { most } = bounds;
    const byCircuit = new Map<string, number[]>();
    for (const t of given) {
      const circuit = problem.taps[t]?.circuit ?? '';
      if (!dear(t)) byCircuit.set(circuit, [...(byCircuit.get(circuit) ?? []), t]);
    }
    const circuits = [...byCircuit].map(([circuit, taps]) => {
      const stages = [emptyStage(size)];
      for (const t of taps)
        stages.push(addStage(stages.at(-1) ?? emptyStage(size), this.table(t, bounds).cost, most));
      const cost = Float64Array.from(stages.at(-1)?.cost ?? []);
      for (let mask = 1; mask < size; mask++)
        if (Number.isFinite(cost[mask] ?? INFINITE) && !problem.fits(circuit, mask)) cost[mask] = INFINITE;
      return { taps, stages, cost };
    });
    const whole = [emptyStage(size)];
    for (const c of circuits) whole.push(addStage(whole.at(-1) ?? emptyStage(size), c.cost, most));
    const all = size - 1;
    const cost = whole.at(-1)?.cost[all] ?? INFINITE;
    if (!Number.isFinite(cost)) return undefined;
    const legs: ForestLeg[] = [];
    let left = all;
    for (let c = circuits.length; c > 0 && left > 0; c--) {
      let mine = whole[c]?.took[left] ?? 0;
      left ^= mine;
      const circuit = circuits[c - 1];
      for (let k = circuit?.taps.length ?? 0; circuit && k > 0 && mine > 0; k--) {
        const part = circuit.stages[k]?.took[mine] ?? 0;
        const t = circuit.taps[k - 1];
        if (part > 0 && t !== undefined) legsOfTap(this.table(t, bounds), trees, n, t, part, legs);
        mine ^= part;
      }
    }
    return { cost, legs: inOrderOfPower(legs) };
  }
}

/** One question: the cheapest forest over all taps. */
export const cheapestForest = (problem: ForestProblem): Forest | undefined =>
  new ForestSearch(problem).cheapest();
