import { boxModel, replacements, type BoxModel } from '../catalog/index.ts';
import { type Point, type PointId, type Want, type WantId, type WallPosition } from '../document/index.ts';
import { groundsByMetal } from '../network/index.ts';
import { REPLACE_BOX_MINUTES, searchJob, type Planning, type PlanSetting } from '../planning/index.ts';
import { judgePlace, onOpenFraming, type PlacementInput } from '../structure/index.ts';
import { inches } from '../units/index.ts';
import { placementInput } from './place-wants.ts';

/** A place beside the one asked for where the whole job costs much less. */
export interface NearPlace {
  readonly wantId: WantId;
  readonly at: WallPosition;
  /** What the job would cost there, of what it costs now. */
  readonly share: number;
  readonly minutesLess: number;
}

/** A box that doesn't come out of its hole, taken out all the same: then a hand and a drill get into the wall there. */
export interface BoxOut {
  readonly pointId: PointId;
  /** The box that takes its place. */
  readonly model: BoxModel['id'];
  /** What the job would cost, of what it costs now; null where there is no plan now. */
  readonly share: number | null;
  readonly minutesLess: number;
}

/** So much less that somebody would want to know, of the present cost. */
const MUCH_LESS = 0.7;
/** A plate hides this much, mm: nobody minds. */
const A_LITTLE_MM = [inches(2), inches(1)] as const;
/** Every place is a search of its own: larger jobs and houses are left alone. */
const MOST_WANTS = 4;
const MOST_POINTS = 160;

/** What a job costs as it is: the least of its options. */
type Now = Planning['options'][number] | undefined;

const leastOf = <T>(all: readonly T[], cost: (one: T) => number): T | undefined =>
  all.reduce<T | undefined>((best, one) => (!best || cost(one) < cost(best) ? one : best), undefined);
const cheapest = ({ options }: Pick<Planning, 'options'>): Now => leastOf(options, (o) => o.cost);

/** Good places a little to each side, and in the middle of the bays beside. */
function besides(input: PlacementInput, at: WallPosition): WallPosition[] {
  const good = (xMm: number): WallPosition[] => {
    const place = { ...at, xMm };
    return xMm >= 0 && xMm <= input.frame.wall.lengthMm && judgePlace(input, place).faults.length === 0
      ? [place]
      : [];
  };
  const little = [-1, 1].flatMap((side) => A_LITTLE_MM.flatMap((mm) => good(at.xMm + side * mm)).slice(0, 1));
  const { bays } = input.frame;
  const own = bays.findIndex(
    (b) => at.xMm >= b.leftMm && at.xMm <= b.rightMm && at.heightMm >= b.bottomMm && at.heightMm <= b.topMm,
  );
  const next = [own - 1, own + 1].flatMap((i) => {
    const bay = own < 0 ? undefined : bays[i];
    return bay ? good((bay.leftMm + bay.rightMm) / 2) : [];
  });
  return [...little, ...next];
}

/**
 * Wants whose plan costs less than 70 % of what it does when they move by up to 2 in or to the next bay, each with the cheapest such
 * place. Empty for jobs of more than four wants and for large houses.
 */
function nearPlaces(setting: PlanSetting, now: Now): NearPlace[] {
  const { job } = setting;
  if (!now) return [];
  return job.wants.flatMap((want: Want): NearPlace[] => {
    const input = placementInput(setting, want);
    if (!input || want.at.on !== 'wall' || input.onWall === true) return [];
    const tried = besides(input, want.at).flatMap((at) => {
      const wants = job.wants.map((w) => (w.id === want.id ? { ...w, at } : w));
      const there = cheapest(searchJob({ ...setting, job: { ...job, wants } }));
      return there ? [{ at, there }] : [];
    });
    const best = leastOf(tried, (t) => t.there.cost);
    return best && best.there.cost < MUCH_LESS * now.cost
      ? [
          {
            wantId: want.id,
            at: best.at,
            share: best.there.cost / now.cost,
            minutesLess: now.minutes - best.there.minutes,
          },
        ]
      : [];
  });
}

/** A box is worth taking out for so much less, of the present cost. */
const WORTH_A_BOX = 0.8;
/** Boxes tried: those nearest to what is wanted. */
const MOST_BOXES = 4;

/** The old-work box that takes the place of one that is fastened to the framing; undefined where it is none, or nothing fits. */
function insteadOf({ feed, house }: PlanSetting, point: Point): BoxModel | undefined {
  const present = boxModel(point.box.model);
  // Where the studs are seen a drill needs no hole of a box.
  if (
    point.at.on !== 'wall' ||
    onOpenFraming(house, point.at) ||
    (present && present.mounting !== 'new-work')
  )
    return undefined;
  const metal = feed.boxes.get(point.id)?.cables.some((c) => groundsByMetal(c.cable)) ?? false;
  return replacements(present, point.box.gangs, metal)[0];
}

/**
 * Boxes that are fastened to the framing and are worth taking out: with an old-work box in their place the job has a plan, or one at
 * less than 80 % of the cost. The best of them, as a list of none or one. Empty for jobs of more than four wants and for large houses.
 */
function boxesOut(setting: PlanSetting, now: Now): BoxOut[] {
  const { job, house, plan } = setting;
  const spots = job.wants.flatMap((w) => plan.spotOf(w.at) ?? []);
  const replaced = new Set(job.wants.flatMap((w) => w.replaces ?? []));
  const off = (p: Point) => {
    const at = plan.spotOf(p.at);
    return at
      ? Math.min(...spots.map((s) => Math.abs(s.xMm - at.xMm) + Math.abs(s.yMm - at.yMm)))
      : Number.POSITIVE_INFINITY;
  };
  const tried = house.points
    .filter((p) => job.boxes[p.id] === undefined && !replaced.has(p.id))
    .flatMap((point) => {
      const box = insteadOf(setting, point);
      return box ? [{ point, box, off: off(point) }] : [];
    })
    .sort((a, b) => a.off - b.off)
    .slice(0, MOST_BOXES)
    .flatMap(({ point, box }) => {
      const boxes = { ...job.boxes, [point.id]: box.id };
      const there = cheapest(searchJob({ ...setting, job: { ...job, boxes } }));
      return there ? [{ point, box, there }] : [];
    });
  const best = leastOf(tried, (t) => t.there.cost);
  if (!best) return [];
  const share = now ? (best.there.cost + REPLACE_BOX_MINUTES) / now.cost : null;
  if (share !== null && share >= WORTH_A_BOX) return [];
  return [
    {
      pointId: best.point.id,
      model: best.box.id,
      share,
      minutesLess: now ? now.minutes - best.there.minutes - REPLACE_BOX_MINUTES : 0,
    },
  ];
}

/** What would make a job much less work: looked for behind the screen, once nothing moves. */
export interface Gains {
  readonly places: readonly NearPlace[];
  readonly boxes: readonly BoxOut[];
}

/** Nothing for jobs of more than four wants and for large houses: every try is a search of its own. */
export function gainsOf(setting: PlanSetting): Gains {
  const { job, house } = setting;
  if (job.wants.length === 0 || job.wants.length > MOST_WANTS || house.points.length > MOST_POINTS)
    return { places: [], boxes: [] };
  const now = cheapest(searchJob(setting));
  return { places: nearPlaces(setting, now), boxes: boxesOut(setting, now) };
}
