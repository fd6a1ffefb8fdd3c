import FlatQueue from 'flatqueue';
import type { Charge, Edge } from '../routing/index.ts';

/** An answer to the question with prices: what it costs at them, and how often each cable uses which work. */
export interface Priced<T> {
  readonly cost: number;
  readonly uses: readonly ReadonlyMap<number, number>[];
  readonly value: T;
}

/** Cables that each look for their way, in a place where some work is done once for all of them. */
export interface SharedProblem<T> {
  readonly charges: readonly Pick<Charge, 'cost' | 'most'>[];
  readonly cables: number;
  /** Can the work ever serve this cable? What serves one cable alone is paid by it. */
  readonly useful: (cable: number, charge: number) => boolean;
  /** The best answer when each cable pays these prices for the work that it uses; an infinite price forbids it. */
  readonly cheapest: (due: readonly Float64Array[]) => Priced<T> | undefined;
}

export interface Shared<T> {
  readonly cost: number;
  readonly uses: Priced<T>['uses'];
  readonly value: T;
  /** It is the best of all, not only the best that was found. */
  readonly proved: boolean;
}

/** Costs nearer than this are the same. */
const SAME = 1e-6;
/** Prices are moved so often before something is decided by trying both, as long as that closes so much of what is open. */
const PRICINGS = 8;
const WORTH_MOVING = 0.3;

/** What cables pay for one piece of work that they share: by each as often as it comes by more than once, together for each so many. */
export function chargeFor({ cost, most }: Pick<Charge, 'cost' | 'most'>, times: readonly number[]): number {
  const users = times.filter((n) => n > 0).length;
  const again = times.reduce((s, n) => s + Math.max(0, n - 1), 0);
  return users === 0 ? 0 : cost * (again + (most === Number.POSITIVE_INFINITY ? 1 : Math.ceil(users / most)));
}

/** Work on the way of each cable: which of it, and how often it comes by. */
export const worksOn = (edges: readonly Edge[]): Map<number, number> =>
  edges.reduce(
    (m, { charge }) => (charge < 0 ? m : m.set(charge, (m.get(charge) ?? 0) + 1)),
    new Map<number, number>(),
  );

/** What cables save together that do work once on which each of them was priced. */
export function savedTogether(ways: readonly (readonly Edge[])[], charges: readonly Charge[]): number {
  const works = ways.map(worksOn);
  return [...new Set(works.flatMap((w) => [...w.keys()]))].reduce((s, g) => {
    const charge = charges[g] ?? { cost: 0, most: 1 };
    const times = works.map((w) => w.get(g) ?? 0);
    return s + times.reduce((t, n) => t + n, 0) * charge.cost - chargeFor(charge, times);
  }, 0);
}

/** The ways of cables in the order of the plan, with what one of them has done left out of those that come after it. */
export function doneOnce(ways: readonly (readonly Edge[])[], charges: readonly Charge[]): Edge[][] {
  const users = new Map<number, number[]>();
  return ways.map((edges, i) => {
    const met = new Set<number>();
    return edges.map((edge) => {
      const charge = charges[edge.charge];
      if (!charge || met.has(edge.charge)) return edge;
      met.add(edge.charge);
      const before = users.get(edge.charge) ?? [];
      users.set(edge.charge, [...before, i]);
      const serves = charge.most === Number.POSITIVE_INFINITY ? before.length : before.length % charge.most;
      if (serves === 0) return edge;
      return {
        ...edge,
        cost: edge.cost - charge.cost,
        minutes: edge.minutes - charge.minutes,
        openedMm2: edge.openedMm2 - charge.openedMm2,
        holes: edge.holes - charge.holes,
        risk: edge.risk - charge.risk,
        doneBy: before[before.length - serves] ?? 0,
      };
    });
  });
}

type Sets = ReadonlyMap<number, ReadonlySet<number>>;

/** What is decided so far: which cables use a work for sure and which never; and shares of prices that differ from the usual ones. */
interface Branch {
  readonly sure: Sets;
  readonly never: Sets;
  readonly shares: ReadonlyMap<number, readonly number[]>;
  readonly bound: number;
}

const and = (sets: Sets, charge: number, cable: number): Sets =>
  new Map([...sets, [charge, new Set([...(sets.get(charge) ?? []), cable])]]);

/** What was found at one set of prices. */
interface Found<T> {
  readonly answer: Priced<T>;
  readonly bound: number;
  /** By how much each work is paid too little by its shares. */
  readonly gaps: ReadonlyMap<number, number>;
}

class SharedSearch<T> {
  private readonly all: readonly number[];
  private readonly usual: readonly Float64Array[];
  private readonly problem: SharedProblem<T>;
  private asked = 0;
  private readonly near: number;
  private unsure = false;
  best: Shared<T>;

  constructor(problem: SharedProblem<T>, first: Shared<T>, near: number) {
    this.problem = problem;
    this.near = near;
    this.best = first;
    const all = Array.from({ length: problem.cables }, (_, k) => k);
    const shares = problem.charges.map(({ cost }, g) => {
      const might = all.filter((k) => problem.useful(k, g));
      const do1 = all.filter((k) => first.uses[k]?.has(g));
      const who = new Set(do1.length > 0 ? do1 : might);
      // Nobody else can ever use it: whoever does pays it all.
      return all.map((k) => (who.has(k) ? cost / who.size : might.includes(k) ? 0 : cost));
    });
    this.all = all;
    this.usual = all.map((k) => Float64Array.from(shares, (own) => own[k] ?? 0));
  }

  private work(g: number): Pick<Charge, 'cost' | 'most'> {
    return this.problem.charges[g] ?? { cost: 0, most: 1 };
  }

  /** What those pay together that use it for sure. */
  private paidFor(g: number, { sure }: Branch): number {
    return chargeFor(
      this.work(g),
      [...(sure.get(g) ?? [])].map(() => 1),
    );
  }

  private priced(branch: Branch): readonly Float64Array[] {
    const due = this.usual.map((own) => Float64Array.from(own));
    const set = (k: number, g: number, price: number) => {
      const own = due[k];
      if (own) own[g] = price;
    };
    for (const [g, shares] of branch.shares) for (const k of this.all) set(k, g, shares[k] ?? 0);
    for (const [g, who] of branch.sure) {
      const { cost, most } = this.work(g);
      const full = who.size % most === 0;
      for (const k of this.all) set(k, g, who.has(k) || !full ? 0 : cost / most);
    }
    for (const [g, who] of branch.never) for (const k of who) set(k, g, Number.POSITIVE_INFINITY);
    return due;
  }

  /** By how much each work that an answer uses is paid too little at these prices. */
  private shortOf({ uses }: Priced<T>, due: readonly Float64Array[]): Map<number, number> {
    const used = new Set(uses.flatMap((u) => [...u.keys()]));
    return new Map(
      [...used].map((g) => {
        const times = this.all.map((k) => uses[k]?.get(g) ?? 0);
        const shares = times.reduce((s, n, k) => s + (n > 0 ? n * (due[k]?.[g] ?? 0) : 0), 0);
        return [g, chargeFor(this.work(g), times) - shares] as const;
      }),
    );
  }

  private keep({ value, uses }: Priced<T>, cost: number): boolean {
    if (cost >= this.best.cost - 1e-9) return false;
    this.best = { cost, value, uses, proved: true };
    return true;
  }

  private ask(branch: Branch): Found<T> | undefined {
    this.asked++;
    const due = this.priced(branch);
    const paid = [...branch.sure.keys()].reduce((s, g) => s + this.paidFor(g, branch), 0);
    const answer = this.problem.cheapest(due);
    if (!answer) return undefined;
    const short = this.shortOf(answer, due);
    const cost = [...short.values()].reduce((s, v) => s + v, answer.cost);
    this.keep(answer, cost);
    const gaps = new Map([...short].map(([g, v]) => [g, v - this.paidFor(g, branch)] as const));
    return { answer, bound: answer.cost + paid, gaps };
  }

  /** The work that is paid least for what it costs, and a cable that uses it and about which nothing is decided. */
  private undecided({ answer, gaps }: Found<T>, { sure }: Branch): [number, number] | undefined {
    const open = [...gaps].flatMap(([g, gap]) => {
      const k = this.all.find((one) => answer.uses[one]?.has(g) && !sure.get(g)?.has(one));
      return gap > SAME && k !== undefined ? [{ g, k, gap }] : [];
    });
    const widest = open.sort((a, b) => b.gap - a.gap || a.g - b.g)[0];
    return widest && [widest.g, widest.k];
  }

  /** Shares moved towards those who use the work: a step along the subgradient, as long as the bound is off. */
  private moved(branch: Branch, due: Found<T>, step: number): Branch | undefined {
    const before = this.priced(branch);
    const moves = [...due.gaps.keys()].flatMap((g) => {
      const might = this.all.filter((k) => this.problem.useful(k, g) && !branch.never.get(g)?.has(k));
      if (branch.sure.has(g) || might.length < 2) return [];
      const users = might.filter((k) => due.answer.uses[k]?.has(g));
      const mean = users.length / might.length;
      return [{ g, might, by: (k: number) => (users.includes(k) ? 1 : 0) - mean }];
    });
    const norm = moves.reduce((s, { might, by }) => s + might.reduce((t, k) => t + by(k) ** 2, 0), 0);
    if (norm < SAME) return undefined;
    const long = (step * (this.best.cost - due.bound)) / norm;
    const shares = new Map(branch.shares);
    for (const { g, might, by } of moves) {
      const { cost } = this.work(g);
      const own = this.all.map((k) => before[k]?.[g] ?? 0);
      for (const k of might) own[k] = Math.max(0, (own[k] ?? 0) + long * by(k));
      const sum = might.reduce((s, k) => s + (own[k] ?? 0), 0);
      for (const k of might) own[k] = sum > 0 ? ((own[k] ?? 0) * cost) / sum : cost / might.length;
      shares.set(g, own);
    }
    return { ...branch, shares };
  }

  /** Finds the best of a branch, or two branches that it falls into. */
  private look(start: Branch, most: number): Branch[] {
    let branch = start;
    let strongest: Branch | undefined;
    let split: [number, number] | undefined;
    let step = 1;
    for (let turn = 0; turn < PRICINGS && this.asked < most; turn++) {
      const found = this.ask(branch);
      if (!found) return [];
      const bound = Math.max(start.bound, found.bound);
      if (bound >= this.best.cost - this.near) return [];
      const gained = bound - (strongest?.bound ?? start.bound);
      if (!strongest || gained > 0) {
        strongest = { ...branch, bound };
        split = this.undecided(found, branch) ?? split;
      } else step /= 2;
      if (turn > 0 && gained < WORTH_MOVING * (this.best.cost - bound)) break;
      const next = this.moved(branch, found, step);
      if (!next) break;
      branch = next;
    }
    if (!strongest) return [start];
    if (!split) {
      // A way that comes twice by the same work: nothing left to decide.
      this.unsure = true;
      return [];
    }
    const [g, k] = split;
    return [
      { ...strongest, sure: and(strongest.sure, g, k) },
      { ...strongest, never: and(strongest.never, g, k) },
    ];
  }

  /** What one answer has paid for is free for all: often it is the best answer, and a good one to start with. */
  private takePaid(): void {
    const used = new Set(this.best.uses.flatMap((u) => [...u.keys()]));
    const own = Float64Array.from(this.problem.charges, ({ cost }, g) => (used.has(g) ? 0 : cost));
    const due = this.all.map(() => own);
    const answer = this.problem.cheapest(due);
    this.asked++;
    const cost = answer && [...this.shortOf(answer, due).values()].reduce((s, v) => s + v, answer.cost);
    if (answer && cost !== undefined && this.keep(answer, cost)) this.takePaid();
  }

  run(most: number): Shared<T> {
    this.takePaid();
    const queue = new FlatQueue<Branch>();
    queue.push({ sure: new Map(), never: new Map(), shares: new Map(), bound: 0 }, 0);
    while (queue.length > 0) {
      if ((queue.peekValue() ?? 0) >= this.best.cost - this.near) break;
      if (this.asked >= most) return { ...this.best, proved: false };
      const branch = queue.pop();
      if (branch) for (const next of this.look(branch, most)) queue.push(next, next.bound);
    }
    return { ...this.best, proved: !this.unsure };
  }
}

/**
 * The cheapest way for several cables when work that they share is paid once. Each cable is given a share of the price of every
 * work, never more together than it costs: the best answer at such prices costs no more than the best one there is. The shares
 * are moved towards those who use it until that bound meets an answer that was found; where it doesn't, both cases are tried, a
 * cable that uses the work and one that doesn't.
 *
 * Fixed charges by Lagrangian relaxation in branch and bound: Fisher, "The Lagrangian relaxation method for solving integer
 * programming problems", Management Science 27 (1981).
 * @param first an answer that is known, with its true cost
 * @param most questions asked at the most; where they don't suffice, the best answer so far is not proved
 * @param near an answer is good enough when none can be better by more than this
 */
export const shareWork = <T>(
  problem: SharedProblem<T>,
  first: Shared<T>,
  { most = Number.POSITIVE_INFINITY, near = SAME } = {},
): Shared<T> => new SharedSearch(problem, first, near).run(most);
