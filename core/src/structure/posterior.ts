import type { Hit, Wall } from '../document/index.ts';
import { inches } from '../units/index.ts';
import { centreOf, FRAMING_ERROR_MM, HIT_ERROR_MM, layoutHits, normalCdf, offGrid } from './studs.ts';

/** One way in which the studs of a wall, or of a stretch of it, may stand, and how likely it is after the readings. */
export interface StudHypothesis {
  readonly spacingMm: number;
  readonly firstMm: number;
  readonly weight: number;
  /** Of a layout that begins anew: on which side it holds, and between which readings it begins or ends; left out, it runs through. */
  readonly stretch?: { readonly side: 'left' | 'right'; readonly fromMm: number; readonly toMm: number };
}

/** How likely it is that a hypothesis, if true, holds at a place: a new start may lie anywhere between two readings. */
function holdsAt({ stretch }: StudHypothesis, xMm: number): number {
  if (!stretch) return 1;
  const { side, fromMm, toMm } = stretch;
  const past =
    toMm > fromMm ? Math.min(1, Math.max(0, (xMm - fromMm) / (toMm - fromMm))) : Number(xMm >= toMm);
  return side === 'right' ? past : 1 - past;
}

/** All that is still possible, likeliest first; at every place of the wall the weights of what holds there add up to 1. */
export interface Posterior {
  readonly hypotheses: readonly StudHypothesis[];
  /** Spacing that is likeliest, and how likely. */
  readonly spacingMm: number;
  readonly spacingOdds: number;
  /** How likely it is that the layout begins anew somewhere. */
  readonly restartOdds: number;
  /** Standard deviation of the studs' place under that spacing, mm. */
  readonly spreadMm: number;
  /** Is one picture clearly the right one? */
  readonly sure: boolean;
}

/** Offsets are tried this far apart, mm. */
const STEP_MM = inches(1 / 8);
/** How often walls are framed so, before any reading: common practice. */
const FRAMED: readonly (readonly [number, number])[] = [
  [inches(16), 0.4],
  [inches(24), 0.32],
  [inches(19.2), 0.12],
  [400, 0.08],
  [600, 0.08],
];
/** What a wall is said to have is weak evidence: most forms are left as they were. Common practice. */
const SAID = 1.1;
/** A spacing that is said and that is none of the usual ones was measured by somebody. Common practice. */
const SAID_ODD = 0.5;
/** How often a layout begins anew along a wall: at a partition, an opening, where another hand went on. Common practice. */
const RESTART = 0.15;
/** How often a reading of wood is something else: an extra stud, a strap, a nail plate. Common practice. */
const STRAY = 0.1;
/** How often a probe of a stud says "nothing": beside its edge, a void. Common practice. */
const MISSED = 0.05;
/** Weights under this share of the best are dropped. */
const NEGLIGIBLE = 1e-4;
/** From here on the picture counts as sure: the spacing, and the place of a stud within half its width. */
const SURE_SPACING = 0.9;
const SURE_SPREAD_MM = inches(1 / 2);

function spacingsFor(wall: Wall): { spacingMm: number; prior: number }[] {
  const said = wall.framing.spacingMm;
  const usual = FRAMED.map(([spacingMm, share]) => ({
    spacingMm,
    prior: Math.abs(spacingMm - said) < 1 ? share * SAID : share,
  }));
  const odd = usual.every(({ spacingMm }) => Math.abs(spacingMm - said) > 4);
  return odd ? [{ spacingMm: said, prior: SAID_ODD }, ...usual] : usual;
}

/**
 * How well one reading goes with studs at an offset: a sharp peak, or anything at all if it is a stray. Whoever finds wood has found
 * any of the studs that are there: each of few is likelier to be it than each of many, so that the spacing counts as a factor.
 */
function likelihood(hit: Hit, firstMm: number, spacingMm: number, memberMm: number): number {
  const off = offGrid(centreOf(hit), firstMm, spacingMm);
  if (hit.method === 'nothing') {
    const sigma = Math.hypot(FRAMING_ERROR_MM, HIT_ERROR_MM.nothing);
    const onStud = normalCdf((memberMm / 2 - off) / sigma) - normalCdf((-memberMm / 2 - off) / sigma);
    return onStud * MISSED + (1 - onStud);
  }
  const sigma = Math.hypot(FRAMING_ERROR_MM, HIT_ERROR_MM[hit.method]);
  const peak = Math.exp(-(off * off) / (2 * sigma * sigma)) / (sigma * Math.sqrt(2 * Math.PI));
  return (1 - STRAY) * peak * spacingMm + STRAY;
}

/** Studs that were given as such, or seen in the open wall: one picture. */
const single = (spacingMm: number, firstMm: number): Posterior => ({
  hypotheses: [{ spacingMm, firstMm, weight: 1 }],
  spacingMm,
  spacingOdds: 1,
  restartOdds: 0,
  spreadMm: FRAMING_ERROR_MM,
  sure: true,
});

/** The likeliest of several, the first of equals. */
const heaviest = <T extends { readonly weight: number }>(list: readonly T[]): T | undefined =>
  list.reduce<T | undefined>((a, x) => (a && a.weight >= x.weight ? a : x), undefined);

/** Scatter of hypotheses of one spacing around the likeliest of them, mm. */
function spread(own: readonly StudHypothesis[], spacingMm: number): number {
  const best = heaviest(own);
  const total = own.reduce((s, h) => s + h.weight, 0);
  if (!best || total === 0) return spacingMm;
  const square = own.reduce((s, h) => s + h.weight * offGrid(h.firstMm, best.firstMm, spacingMm) ** 2, 0);
  return Math.sqrt(square / total);
}

/** The offsets of one spacing, each with how well the first so many readings go with it. */
interface Grid {
  readonly spacingMm: number;
  readonly prior: number;
  readonly n: number;
  /** Logarithms, offset by offset: after no reading, after one, after two. */
  readonly upTo: readonly Float64Array[];
}

function gridOf(
  hits: readonly Hit[],
  { spacingMm, prior }: { spacingMm: number; prior: number },
  memberMm: number,
): Grid {
  const n = Math.round(spacingMm / STEP_MM);
  const upTo = Array.from({ length: n }, (_, i) => {
    const logs = new Float64Array(hits.length + 1);
    hits.forEach((hit, k) => {
      logs[k + 1] = (logs[k] ?? 0) + Math.log(likelihood(hit, (i * spacingMm) / n, spacingMm, memberMm));
    });
    return logs;
  });
  return { spacingMm, prior, n, upTo };
}

/** Weights of the offsets of a grid by the readings from one to another, and what they add up to; scaled by a common factor. */
function weigh(
  { upTo, n }: Grid,
  from: number,
  to: number,
  scale: number,
): { weights: Float64Array; sum: number } {
  const weights = new Float64Array(n);
  let sum = 0;
  upTo.forEach((logs, i) => {
    const w = Math.exp((logs[to] ?? 0) - (logs[from] ?? 0) - scale) / n;
    weights[i] = w;
    sum += w;
  });
  return { weights, sum };
}

const highest = ({ upTo }: Grid, from: number, to: number): number =>
  upTo.reduce((m, logs) => Math.max(m, (logs[to] ?? 0) - (logs[from] ?? 0)), Number.NEGATIVE_INFINITY);

/** The offsets of a grid that count, as hypotheses that add up to a weight. */
function kept(
  { spacingMm, n }: Grid,
  { weights, sum }: { weights: Float64Array; sum: number },
  weight: number,
  stretch?: StudHypothesis['stretch'],
): StudHypothesis[] {
  const least = weights.reduce((a, b) => Math.max(a, b), 0) * (stretch ? NEGLIGIBLE_PART : NEGLIGIBLE);
  const out: StudHypothesis[] = [];
  weights.forEach((w, i) => {
    if (w > least)
      out.push({
        spacingMm,
        firstMm: (i * spacingMm) / n,
        weight: (w / sum) * weight,
        ...(stretch ? { stretch } : {}),
      });
  });
  return out;
}

/** Splits under this weight say nothing, nor do their offsets under this share of the best. */
const LEAST_SPLIT = 1e-3;
const NEGLIGIBLE_PART = 1e-3;

function posterior(wall: Wall): Posterior {
  const { framing } = wall;
  const wood = layoutHits(wall);
  const hits = [...wood, ...wall.hits.filter((h) => h.method === 'nothing')].sort(
    (a, b) => centreOf(a) - centreOf(b),
  );
  if (hits.length === 0 && framing.firstStudMm !== null)
    return single(framing.spacingMm, framing.firstStudMm);
  const grids = spacingsFor(wall).map((s) => gridOf(hits, s, framing.memberMm));
  const end = hits.length;
  const scale = Math.max(...grids.map((g) => highest(g, 0, end)));
  // Two readings cannot tell of two layouts.
  const splits = end >= 3 ? end - 1 : 0;
  // One layout from end to end, or one that begins anew after any of the readings.
  const through = grids.map((grid) => {
    const by = weigh(grid, 0, end, scale);
    return { grid, by, weight: grid.prior * by.sum * (splits > 0 ? 1 - RESTART : 1) };
  });
  const anew = grids.flatMap((grid) =>
    Array.from({ length: splits }, (_, k) => {
      const [l, r] = [highest(grid, 0, k + 1), highest(grid, k + 1, end)];
      const [left, right] = [weigh(grid, 0, k + 1, l), weigh(grid, k + 1, end, r)];
      const odds = left.sum * right.sum * Math.exp(l + r - scale);
      return { grid, k, left, right, weight: (grid.prior * odds * RESTART) / splits };
    }),
  );
  const total = [...through, ...anew].reduce((s, x) => s + x.weight, 0);
  const split = anew.filter((x) => x.weight / total >= LEAST_SPLIT);
  const kinds = [...through, ...split];
  const counted = kinds.reduce((s, x) => s + x.weight, 0);
  const hypotheses = [
    ...through.flatMap(({ grid, by, weight }) => kept(grid, by, weight / counted)),
    ...split.flatMap(({ grid, k, left, right, weight }) => {
      const [fromMm = 0, toMm = 0] = [hits[k], hits[k + 1]].map((h) => (h ? centreOf(h) : 0));
      return [
        ...kept(grid, left, weight / counted, { side: 'left', fromMm, toMm }),
        ...kept(grid, right, weight / counted, { side: 'right', fromMm, toMm }),
      ];
    }),
  ].sort((a, b) => b.weight - a.weight);
  const bySpacing = new Map<number, number>();
  for (const { grid, weight } of kinds)
    bySpacing.set(grid.spacingMm, (bySpacing.get(grid.spacingMm) ?? 0) + weight / counted);
  const [spacingMm, spacingOdds] = [...bySpacing].reduce(
    (a, b) => (b[1] > a[1] ? b : a),
    [framing.spacingMm, 0],
  );
  const restartOdds = split.reduce((s, x) => s + x.weight, 0) / counted;
  const likeliest = heaviest(split);
  const spreadMm =
    restartOdds > 1 / 2 && likeliest
      ? Math.max(
          spread(kept(likeliest.grid, likeliest.left, 1), likeliest.grid.spacingMm),
          spread(kept(likeliest.grid, likeliest.right, 1), likeliest.grid.spacingMm),
        )
      : spread(
          hypotheses.filter((h) => !h.stretch && h.spacingMm === spacingMm),
          spacingMm,
        );
  return {
    hypotheses,
    spacingMm,
    spacingOdds,
    restartOdds,
    spreadMm,
    // One reading of wood may be a stray: two that agree are the least.
    sure:
      wood.length >= 2 &&
      spacingOdds >= SURE_SPACING &&
      spreadMm <= SURE_SPREAD_MM &&
      Math.max(restartOdds, 1 - restartOdds) >= SURE_SPACING,
  };
}

const known = new WeakMap<Wall, Posterior>();
/** Without a reading nothing but the spacing counts: the same for every such wall. */
const unread = new Map<number, Posterior>();

/** What may stand in a wall after all its readings: every standard spacing and offset with its weight (Bayes' rule on a grid). */
export function posteriorOf(wall: Wall): Posterior {
  const before = known.get(wall);
  if (before) return before;
  const nothing = wall.hits.length === 0 && wall.framing.firstStudMm === null;
  const made = (nothing ? unread.get(wall.framing.spacingMm) : undefined) ?? posterior(wall);
  if (nothing) unread.set(wall.framing.spacingMm, made);
  known.set(wall, made);
  return made;
}

/** Resolution of the running sum of studs, mm. */
const BIN_MM = inches(1 / 16);

/** Expected number of stud centers left of each place of a wall, over all pictures and the framing's own error. */
function runningSum(wall: Wall): Float64Array {
  const margin = Math.round(inches(30) / BIN_MM);
  const n = Math.ceil(wall.lengthMm / BIN_MM) + 2 * margin;
  const counts = new Float64Array(n);
  for (const h of posteriorOf(wall).hypotheses) {
    const { spacingMm, firstMm, weight } = h;
    const from = -margin * BIN_MM;
    for (let x = firstMm + Math.ceil((from - firstMm) / spacingMm) * spacingMm; ; x += spacingMm) {
      const i = Math.round(x / BIN_MM) + margin;
      if (i >= n) break;
      if (i >= 0) counts[i] = (counts[i] ?? 0) + weight * holdsAt(h, x);
    }
  }
  const reach = Math.round((4 * FRAMING_ERROR_MM) / BIN_MM);
  const kernel = Array.from({ length: 2 * reach + 1 }, (_, k) => {
    const edge = (k - reach - 0.5) * BIN_MM;
    return normalCdf((edge + BIN_MM) / FRAMING_ERROR_MM) - normalCdf(edge / FRAMING_ERROR_MM);
  });
  const sum = new Float64Array(n + 1);
  for (let i = 0; i < n; i++) {
    let here = 0;
    for (let k = -reach; k <= reach; k++) here += (kernel[k + reach] ?? 0) * (counts[i + k] ?? 0);
    sum[i + 1] = (sum[i] ?? 0) + here;
  }
  return sum;
}

const sums = new WeakMap<Wall, Float64Array>();

/**
 * Chance that a span is clear of regular studs, over all that is still possible. A span narrower than a bay is touched by one
 * stud at a time, so the chances of the single studs add.
 */
export function spanClear(wall: Wall, leftMm: number, rightMm: number): number {
  const sum = sums.get(wall) ?? runningSum(wall);
  sums.set(wall, sum);
  const half = wall.framing.memberMm / 2;
  const margin = Math.round(inches(30) / BIN_MM);
  const at = (mm: number): number => {
    const i = Math.min(Math.max(mm / BIN_MM + margin + 0.5, 0), sum.length - 1);
    const low = Math.floor(i);
    const a = sum[low] ?? 0;
    return a + ((sum[low + 1] ?? a) - a) * (i - low);
  };
  return Math.min(1, Math.max(0, 1 - (at(rightMm + half) - at(leftMm - half))));
}

/** Chance that a stud that lies off the middle of something touches it, to half the width of both together. */
const touched = (offMm: number, halfMm: number): number =>
  // Further off than five times its error it touches nothing: most are.
  Math.abs(offMm) > halfMm + 5 * FRAMING_ERROR_MM
    ? 0
    : normalCdf((halfMm - offMm) / FRAMING_ERROR_MM) - normalCdf((-halfMm - offMm) / FRAMING_ERROR_MM);

/** Chance that no stud of one picture touches a span: its nearest stud decides. */
const clearUnder = (
  { spacingMm, firstMm }: StudHypothesis,
  memberMm: number,
  leftMm: number,
  rightMm: number,
): number =>
  1 - touched(offGrid((leftMm + rightMm) / 2, firstMm, spacingMm), (rightMm - leftMm + memberMm) / 2);

export interface NextReading {
  readonly atMm: number;
  /** Chance that the span is clear as far as is known. */
  readonly now: number;
  /** How sure one would be of the span after that reading, on average over what it may say. */
  readonly then: number;
}

const SEARCH_STEP_MM = inches(1);

const COVER_STEP_MM = inches(1 / 64);

/** Chance that a stud covers a place that lies off its middle, by steps of a 64th of an inch; nothing beyond the table. */
function coverTable(memberMm: number): Float64Array {
  const n = Math.ceil((memberMm / 2 + 5 * FRAMING_ERROR_MM) / COVER_STEP_MM);
  return Float64Array.from({ length: n + 1 }, (_, i) => touched(i * COVER_STEP_MM, memberMm / 2));
}

/**
 * The one further reading that would tell most about a span: where, and how sure it is likely to make. Probes are reckoned with.
 * Every picture speaks only at the places that its own studs may cover: few of all that are tried.
 */
export function nextReading(wall: Wall, leftMm: number, rightMm: number): NextReading {
  const { hypotheses } = posteriorOf(wall);
  const m = wall.framing.memberMm;
  const spacing = wall.framing.spacingMm;
  const middle = (leftMm + rightMm) / 2;
  const steps = Math.floor(spacing / SEARCH_STEP_MM);
  const placeAt = (k: number) => middle + k * SEARCH_STEP_MM;
  const wood = new Float64Array(2 * steps + 1);
  const woodClear = new Float64Array(2 * steps + 1);
  const cover = coverTable(m);
  const reachMm = (cover.length - 1) * COVER_STEP_MM;
  let now = 0;
  for (const h of hypotheses) {
    // Of a layout that begins anew the stretch that the span lies in speaks of it.
    const weight = h.weight * holdsAt(h, middle);
    if (weight === 0) continue;
    const clear = clearUnder(h, m, leftMm, rightMm);
    now += weight * clear;
    const first = h.firstMm + Math.ceil((placeAt(-steps) - reachMm - h.firstMm) / h.spacingMm) * h.spacingMm;
    for (let x = first; x <= placeAt(steps) + reachMm; x += h.spacingMm) {
      const k0 = Math.max(-steps, Math.ceil((x - reachMm - middle) / SEARCH_STEP_MM));
      const k1 = Math.min(steps, Math.floor((x + reachMm - middle) / SEARCH_STEP_MM));
      for (let k = k0; k <= k1; k++) {
        const found = (cover[Math.round(Math.abs(placeAt(k) - x) / COVER_STEP_MM)] ?? 0) * (1 - MISSED);
        wood[k + steps] = (wood[k + steps] ?? 0) + weight * found;
        woodClear[k + steps] = (woodClear[k + steps] ?? 0) + weight * found * clear;
      }
    }
  }
  let best: NextReading = { atMm: middle, now, then: Math.max(now, 1 - now) };
  // Nearest first: of two that tell the same the shorter way along the tape is the better.
  for (let d = 0; d <= steps; d++)
    for (const k of d === 0 ? [0] : [-d, d]) {
      const atMm = placeAt(k);
      if (atMm < m || atMm > wall.lengthMm - m) continue;
      const [w, wc] = [wood[k + steps] ?? 0, woodClear[k + steps] ?? 0];
      const [none, noneClear] = [1 - w, now - wc];
      const then = Math.max(wc, w - wc) + Math.max(noneClear, none - noneClear);
      if (then > best.then + 1e-6) best = { atMm, now, then };
    }
  return best;
}
