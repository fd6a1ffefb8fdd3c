import type { Hit, Wall } from '../document/index.ts';
import { inches } from '../units/index.ts';

/** A stud read off a photo counts as this sure; a picture that is less sure is not taken, mm. */
export const PHOTO_ERROR_MM = inches(1 / 4);
/** How well each way of looking for wood knows the center of it, standard error in mm: common practice. */
export const HIT_ERROR_MM: Readonly<Record<Hit['method'], number>> = {
  magnet: inches(1 / 4),
  finder: inches(1 / 8),
  probe: inches(3 / 8),
  knock: inches(1),
  photo: PHOTO_ERROR_MM,
  nothing: inches(1 / 4),
};
/** Spacings in use: 16, 24 and 19.2 in, 400 and 600 mm. */
const STANDARD_SPACINGS_MM: readonly number[] = [inches(16), inches(24), inches(19.2), 400, 600];
/** A hit further than this from every stud of the fit is something else: an extra stud, a strap on a pipe. */
const OUTLIER_MM = inches(1.5);
/** What framing itself may be off by, without any reading: standard error in mm, common practice. */
export const FRAMING_ERROR_MM = inches(1 / 4);
/** Without a single hit the first stud may be anywhere. */
const NO_HIT_ERROR_MM = inches(4);

export interface StudFit {
  readonly spacingMm: number;
  readonly firstStudMm: number;
  /** Where the layout begins anew, from the left corner; null where it runs through. */
  readonly restartMm: number | null;
  /** Centers of the regular studs along the wall, from the left. */
  readonly studsMm: readonly number[];
  /** Standard error of a stud's place, mm. */
  readonly errorMm: number;
  readonly used: number;
  readonly outliers: readonly Hit[];
  readonly from: 'hits' | 'given' | 'assumed';
  /** Hit ids to how far they lie from the nearest stud of the fit, mm. */
  readonly residualsMm: ReadonlyMap<string, number>;
}

/** Where a reading says that the middle of the wood is, mm. */
export const centreOf = (hit: Hit): number =>
  hit.edgesMm ? (hit.edgesMm[0] + hit.edgesMm[1]) / 2 : hit.atMm;

/** Signed distance to the nearest stud of a grid. */
export function offGrid(xMm: number, firstMm: number, spacingMm: number): number {
  const k = Math.round((xMm - firstMm) / spacingMm);
  return xMm - firstMm - k * spacingMm;
}

interface Trial {
  readonly spacingMm: number;
  readonly firstMm: number;
  readonly cost: number;
  readonly inliers: readonly Hit[];
}

/** Robust fit for one spacing: every hit in turn proposes the offset, the one that most others agree with is refined by weighted mean. */
function tryspacing(hits: readonly Hit[], spacingMm: number, seeds: readonly Hit[] = hits): Trial {
  let best: Trial = { spacingMm, firstMm: 0, cost: Number.POSITIVE_INFINITY, inliers: [] };
  for (const seed of seeds) {
    const near = hits.filter((h) => Math.abs(offGrid(centreOf(h), centreOf(seed), spacingMm)) <= OUTLIER_MM);
    const weight = near.reduce((s, h) => s + 1 / HIT_ERROR_MM[h.method] ** 2, 0);
    const shift =
      near.reduce(
        (s, h) => s + offGrid(centreOf(h), centreOf(seed), spacingMm) / HIT_ERROR_MM[h.method] ** 2,
        0,
      ) / weight;
    const first = centreOf(seed) + shift;
    const cost = hits.reduce(
      (s, h) => s + Math.min(offGrid(centreOf(h), first, spacingMm) ** 2, OUTLIER_MM ** 2),
      0,
    );
    if (cost < best.cost) best = { spacingMm, firstMm: first, cost, inliers: near };
  }
  return best;
}

/** A king and jack, or a corner post, are where they are and not on the layout: a reading this near to one tells nothing of it, mm. */
const BESIDE_MM = inches(0.5);

/** Readings that tell of the layout: those of wood that is not beside an opening or in a corner, in their order along the wall. */
export function layoutHits(wall: Wall): Hit[] {
  const m = wall.framing.memberMm;
  const beside = (x: number): boolean =>
    x < m + BESIDE_MM ||
    x > wall.lengthMm - m - BESIDE_MM ||
    (wall.posts ?? []).some((p) => x > p.leftMm - BESIDE_MM && x < p.rightMm + BESIDE_MM) ||
    wall.openings.some(
      (o) =>
        (x > o.leftMm - 2 * m - BESIDE_MM && x < o.leftMm + BESIDE_MM) ||
        (x < o.rightMm + 2 * m + BESIDE_MM && x > o.rightMm - BESIDE_MM),
    );
  return wall.hits
    .filter((h) => h.method !== 'nothing' && !beside(centreOf(h)))
    .sort((a, b) => centreOf(a) - centreOf(b));
}

/** Where the first stud of a layout stands, from any of them. */
export const into = (first: number, spacing: number): number => ((first % spacing) + spacing) % spacing;

/** Centers of a layout between two places of a wall. */
function centersOf(firstMm: number, spacingMm: number, fromMm: number, toMm: number): number[] {
  const out: number[] = [];
  for (let x = firstMm + Math.ceil((fromMm - firstMm) / spacingMm) * spacingMm; x < toMm; x += spacingMm)
    out.push(x);
  return out;
}

interface Restart {
  readonly left: Trial;
  readonly right: Trial;
  /** Between the last reading of the one and the first of the other. */
  readonly atMm: number;
}

/** Readings on each side of a new start that must agree, so that it is one and not a few strays. */
const LEAST_SIDE = 2;
const LEAST_RESTART = 5;

/**
 * A layout that begins anew along the wall, at the same spacing: every reading is on the one or on the other. Undefined where one
 * layout explains them, or nothing does.
 */
function restartOf(hits: readonly Hit[], single: Trial): Restart | undefined {
  if (hits.length < LEAST_RESTART || hits.length - single.inliers.length < LEAST_SIDE) return undefined;
  let best: Restart | undefined;
  for (let i = LEAST_SIDE; i <= hits.length - LEAST_SIDE; i++) {
    const [a, b] = [hits.slice(0, i), hits.slice(i)];
    const [first] = b;
    if (!first) continue;
    for (const spacing of [single.spacingMm, ...STANDARD_SPACINGS_MM]) {
      // Where all of a side must agree, any one of them tells its offset.
      const [left, right] = [tryspacing(a, spacing, a.slice(0, 1)), tryspacing(b, spacing, [first])];
      if (left.inliers.length < a.length || right.inliers.length < b.length) continue;
      if (left.cost + right.cost >= (best ? best.left.cost + best.right.cost : single.cost * 0.5)) continue;
      // The first stud of the new layout stands where it was read.
      best = { left, right, atMm: centreOf(first) - inches(1) };
    }
  }
  return best;
}

/**
 * Estimates where the studs of a wall are from the readings taken.
 * One hit is a guess that only fixes the offset of the wall's assumed spacing; two or more that agree choose the spacing. Where no one
 * layout explains them but two do, it begins anew between them.
 */
export function fitStuds(wall: Wall): StudFit {
  const hits = layoutHits(wall);
  const { framing, lengthMm } = wall;
  if (hits.length === 0) {
    const given = framing.firstStudMm;
    const firstStudMm = into(given ?? framing.spacingMm, framing.spacingMm);
    return {
      spacingMm: framing.spacingMm,
      firstStudMm,
      restartMm: null,
      studsMm: centersOf(firstStudMm, framing.spacingMm, 0, lengthMm),
      errorMm: given === null ? NO_HIT_ERROR_MM : FRAMING_ERROR_MM,
      used: 0,
      outliers: [],
      from: given === null ? 'assumed' : 'given',
      residualsMm: new Map(),
    };
  }
  const spacings =
    hits.length < 2
      ? [framing.spacingMm]
      : [framing.spacingMm, ...STANDARD_SPACINGS_MM.filter((s) => Math.abs(s - framing.spacingMm) > 1)];
  // The wall's own spacing goes first and stays unless another explains the hits clearly better.
  const single = spacings
    .map((s) => tryspacing(hits, s))
    .reduce((a, b) => (b.cost < a.cost * 0.7 - 1 ? b : a));
  const restart = restartOf(hits, single);
  const best = restart?.left ?? single;
  const inliers = restart ? [...restart.left.inliers, ...restart.right.inliers] : single.inliers;
  const off = (h: Hit): number => {
    const own = restart && centreOf(h) > restart.atMm ? restart.right : best;
    return offGrid(centreOf(h), own.firstMm, own.spacingMm);
  };
  const weight = inliers.reduce((s, h) => s + 1 / HIT_ERROR_MM[h.method] ** 2, 0);
  const scatter = inliers.reduce((s, h) => s + off(h) ** 2, 0) / inliers.length;
  // One hit says nothing of how regular the wall is: be as unsure as two agreeing hits would let us be, doubled.
  const lone = inliers.length < 2 ? inches(3 / 4) : 0;
  return {
    spacingMm: best.spacingMm,
    firstStudMm: into(best.firstMm, best.spacingMm),
    restartMm: restart?.atMm ?? null,
    studsMm: restart
      ? [
          ...centersOf(best.firstMm, best.spacingMm, 0, restart.atMm),
          ...centersOf(restart.right.firstMm, restart.right.spacingMm, restart.atMm, lengthMm),
        ]
      : centersOf(best.firstMm, best.spacingMm, 0, lengthMm),
    errorMm: Math.sqrt(1 / weight + scatter / inliers.length + FRAMING_ERROR_MM ** 2 + lone ** 2),
    used: inliers.length,
    outliers: hits.filter((h) => !inliers.includes(h)),
    from: 'hits',
    residualsMm: new Map(hits.map((h) => [h.id, off(h)])),
  };
}

/** Standard normal distribution function (Abramowitz and Stegun 26.2.17, error under 7.5e-8). */
export function normalCdf(x: number): number {
  const t = 1 / (1 + 0.2316419 * Math.abs(x));
  const tail =
    (Math.exp((-x * x) / 2) / Math.sqrt(2 * Math.PI)) *
    t *
    (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  return x >= 0 ? 1 - tail : tail;
}
