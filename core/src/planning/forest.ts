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
 * @param most what each part of the wants may cost: dearer ones are not tried
 */
function tapTable(
  problem: ForestProblem,
  trees: Trees,
  t: number,
  first: readonly number[],
  most: Float64Array,
): TapTable {
  const n = problem.wants;
  const size = 1 << n;
  const branch = new Float64Array(size).fill(INFINITE);
  const entry = new Int32Array(size).fill(-1);
  for (let mask = 1; mask < size; mask++)
    for (let v = 0; v < n; v++) {
      if ((mask & (1 << v)) === 0) continue;
      const c = (first[v] ?? INFINITE) + (trees.cost[v * size + mask] ?? INFINITE);
      if (c < (branch[mask] ?? INFINITE)) {
        branch[mask] = c;
        entry[mask] = v;
      }
    }
  const tap = problem.taps[t];
  const fixed = tap?.fixed ?? 0;
  const parts = Array.from({ length: size - 1 }, (_, i) => i + 1).filter(
    (part) => branch[part] !== INFINITE && !((branch[part] ?? INFINITE) + fixed > (most[part] ?? INFINITE)),
  );
  const rounds: Stage[] = [emptyStage(size)];
  const cost = new Float64Array(size).fill(INFINITE);
  const best = new Int32Array(size);
  for (let k = 1; k <= Math.min(n, tap?.most ?? 0); k++) {
    const before = rounds[k - 1] ?? emptyStage(size);
    const stage: Stage = { cost: new Float64Array(size).fill(INFINITE), took: new Int32Array(size) };
    for (const part of parts) {
      const mine = branch[part] ?? INFINITE;
      // What the other cables feed comes after it: the lowest want of all is on the last cable.
      const free = (size - 1) & ~part & ~(low(part) - 1);
      for (let rest = free; ; rest = (rest - 1) & free) {
        const c = mine + (before.cost[rest] ?? INFINITE);
        const mask = part | rest;
        if (c < (stage.cost[mask] ?? INFINITE)) {
          stage.cost[mask] = c;
          stage.took[mask] = part;
        }
        if (rest === 0) break;
      }
    }
    for (let mask = 1; mask < size; mask++) {
      const whole = (stage.cost[mask] ?? INFINITE) + fixed;
      if (whole < (cost[mask] ?? INFINITE) - 1e-9) {
        cost[mask] = whole;
        best[mask] = k;
      }
    }
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
  private table(t: number, known: number, most: Float64Array): TapTable {
    const made = this.tables.get(t);
    if (made && made.known >= known) return made.table;
    const table = tapTable(this.problem, this.trees, t, this.from(t), most);
    this.tables.set(t, { known, table });
    return table;
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

  /** What one tap asks for all wants: of the few that look best, the least that its circuit can carry. Infinite where none of them does. */
  private byOneTap(taps: readonly number[]): number {
    const { problem } = this;
    const all = (1 << problem.wants) - 1;
    const looks = (t: number) => Math.min(...this.from(t)) + (problem.taps[t]?.fixed ?? 0);
    const best = taps
      .filter((t) => problem.fits(problem.taps[t]?.circuit ?? '', all))
      .sort((a, b) => looks(a) - looks(b))
      .slice(0, LOOKS);
    const unbounded = new Float64Array(all + 1).fill(INFINITE);
    return Math.min(INFINITE, ...best.map((t) => this.table(t, INFINITE, unbounded).cost[all] ?? INFINITE));
  }

  /** The cheapest forest with the taps that are allowed; undefined when there is none. */
  cheapest(allowed: (t: number) => boolean = () => true): Forest | undefined {
    const { problem, trees } = this;
    const n = problem.wants;
    if (n === 0) return { cost: 0, legs: [] };
    const size = 1 << n;
    const given = problem.taps.flatMap((_, t) => (allowed(t) ? [t] : []));
    const least = this.leastFor(given);
    const known = this.byOneTap(given) + SLACK;
    const sum = least.reduce((s, c) => s + c, 0);
    // A tap that costs more than the whole may is left out, and so is a part of the wants that leaves too little for the others.
    const dear = (t: number) =>
      (problem.taps[t]?.fixed ?? 0) + sum + Math.min(...this.from(t).map((c, w) => c - (least[w] ?? 0))) >
      known;
    const most = Float64Array.from({ length: size }, (_, part) =>
      least.reduce((left, c, w) => ((part & (1 << w)) === 0 ? left - c : left), known),
    );
    const byCircuit = new Map<string, number[]>();
    for (const t of given) {
      const circuit = problem.taps[t]?.circuit ?? '';
      if (!dear(t)) byCircuit.set(circuit, [...(byCircuit.get(circuit) ?? []), t]);
    }
    const circuits = [...byCircuit].map(([circuit, taps]) => {
      const stages = [emptyStage(size)];
      for (const t of taps)
        stages.push(addStage(stages.at(-1) ?? emptyStage(size), this.table(t, known, most).cost, most));
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
        if (part > 0 && t !== undefined) legsOfTap(this.table(t, known, most), trees, n, t, part, legs);
        mine ^= part;
      }
    }
    return { cost, legs: inOrderOfPower(legs) };
  }
}

/** One question: the cheapest forest over all taps. */
export const cheapestForest = (problem: ForestProblem): Forest | undefined =>
  new ForestSearch(problem).cheapest();
