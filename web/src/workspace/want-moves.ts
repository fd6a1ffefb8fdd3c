import {
  placeholderLabel,
  type Bundle,
  type Evaluation,
  type House,
  type Room,
  type Want,
  type WantId,
} from '@elwand/core';
import type { Spot } from '../strip/gesture.ts';

/** Changes of wanted points by hand: pure, from a bundle to a bundle. */

/** A click this near the height of the neighbors means their height, mm. */
const SAME_HEIGHT_MM = 250;
/** A bay whose middle is nearer than this is the one the point is in, mm. */
const THIS_BAY_MM = 1;

/** The bundle with one wanted point changed. */
export const withWant = (bundle: Bundle, id: WantId, change: (w: Want) => Want): Bundle => ({
  ...bundle,
  job: { ...bundle.job, wants: bundle.job.wants.map((w) => (w.id === id ? change(w) : w)) },
});

export const toSpot =
  (spot: Spot) =>
  (w: Want): Want => ({
    ...w,
    at: { on: 'wall', wallId: spot.wallId, xMm: spot.xMm, heightMm: spot.heightMm },
  });

/** A little along the wall or up it, never off it. */
export const nudged =
  (evaluation: Pick<Evaluation, 'plan'>, { ceilingMm }: Pick<Room, 'ceilingMm'>, dx: number, dy: number) =>
  (w: Want): Want => {
    if (w.at.on !== 'wall') return w;
    const lengthMm = evaluation.plan.lines.get(w.at.wallId)?.wall.lengthMm ?? 0;
    return {
      ...w,
      at: {
        ...w.at,
        xMm: Math.min(Math.max(w.at.xMm + dx, 0), lengthMm),
        heightMm: Math.min(Math.max(w.at.heightMm + dy, 0), ceilingMm),
      },
    };
  };

/** To the middle of the next bay on one side; where there is none it stays. */
export const inNextBay =
  (evaluation: Pick<Evaluation, 'frames'>, direction: 1 | -1) =>
  (w: Want): Want => {
    if (w.at.on !== 'wall') return w;
    const x = w.at.xMm;
    const middles = (evaluation.frames.get(w.at.wallId)?.bays ?? []).map((b) => (b.leftMm + b.rightMm) / 2);
    const to =
      direction > 0
        ? middles.find((m) => m > x + THIS_BAY_MM)
        : middles.filter((m) => m < x - THIS_BAY_MM).at(-1);
    return to === undefined ? w : { ...w, at: { ...w.at, xMm: to } };
  };

/** The name of one more wanted point: the first that is free. */
export function nextLabel(wants: readonly Pick<Want, 'label'>[]): string {
  for (let n = 1; ; n++) {
    const label = placeholderLabel(n);
    if (!wants.some((w) => w.label === label)) return label;
  }
}

/** Where a click places a point: people copy the height of the neighbors, a click near it means it. */
export function likeNeighbors(
  { points }: Pick<House, 'points'>,
  plan: Evaluation['plan'],
  room: Room,
  kind: Want['kind'],
  spot: Spot,
): Spot {
  const near = points.find((p) => p.kind === kind && plan.roomOf(p.at)?.id === room.id && p.at.on === 'wall');
  return near?.at.on === 'wall' && Math.abs(near.at.heightMm - spot.heightMm) < SAME_HEIGHT_MM
    ? { ...spot, heightMm: near.at.heightMm }
    : spot;
}
