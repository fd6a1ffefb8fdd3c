import {
  boxGangs,
  type House,
  type Obstacle,
  type Opening,
  type Point,
  type PointId,
  type Want,
  type WallPosition,
} from '../document/index.ts';
import type { BoxModel } from '../catalog/index.ts';
import { boxModel } from '../catalog/index.ts';
import { inches } from '../units/index.ts';
import { bayAt, clearOdds, type Bay, type WallFrame } from './bays.ts';
import { openStuds } from './joists.ts';
import type { PlanOfHouse } from './plan.ts';
import { holds, holdsBoxes, surfaceAt } from './surface.ts';

/** A cover plate reaches about this far past a single-gang box: half of 2-3/4 x 4-1/2 in, plus 1-13/16 in a further gang. */
const PLATE_HALF_WIDTH_MM = inches(1.375);
const PLATE_HALF_HEIGHT_MM = inches(2.25);
/** Device openings in one box stand this far apart. */
export const GANG_MM = inches(1.8125);
/** A box behind in the next room is kept away by this much sideways. */
const BEHIND_CLEAR_MM = inches(2);

/** What a box can land on instead of a bay. */
export type Solid = 'stud' | 'opening' | 'header' | 'sill' | 'top plate' | 'bottom plate';

export type PlacementFault =
  | { kind: 'no-bay'; what: Solid }
  | { kind: 'odds'; odds: number; wish: number }
  | { kind: 'plate-in-opening'; what: Opening['kind'] | 'corner'; shortMm: number }
  | { kind: 'nothing-to-clamp' }
  | { kind: 'obstacle'; what: Obstacle['kind'] }
  | { kind: 'furniture'; name: string; planned: boolean }
  | { kind: 'too-deep'; needMm: number; haveMm: number }
  | { kind: 'box-behind'; label: string; needMm: number; haveMm: number }
  | { kind: 'neighbour'; label: string };

export interface Placement {
  readonly bay: Bay | undefined;
  readonly odds: number;
  readonly faults: readonly PlacementFault[];
}

export interface PlacementInput {
  readonly house: House;
  readonly plan: PlanOfHouse;
  readonly frame: WallFrame;
  readonly box: BoxModel;
  readonly gangs: number;
  readonly bayWish: number;
  /** The other wanted points, which may not overlap either. */
  readonly others: readonly Want[];
  readonly self: string;
  /** The box sits on the wall: what is behind the board is nothing to it. */
  readonly onWall?: boolean;
}

const overlap = (a1: number, a2: number, b1: number, b2: number): number =>
  Math.min(a2, b2) - Math.max(a1, b1);

function depthBehind(input: PlacementInput, at: WallPosition): PlacementFault[] {
  const { house, plan, frame, box } = input;
  const cavity = frame.clearDepthMm + surfaceAt(frame.wall, at).laterMm;
  const faults: PlacementFault[] = [];
  if (box.depthMm > cavity) faults.push({ kind: 'too-deep', needMm: box.depthMm, haveMm: cavity });
  const behind = plan.behind(at.wallId, at.xMm);
  if (!behind) return faults;
  for (const p of house.points) {
    if (p.at.on !== 'wall' || p.at.wallId !== behind.line.wall.id) continue;
    const side = Math.abs(p.at.xMm - behind.xMm) - box.widthMm / 2 - inches(1.125);
    const high = Math.abs(p.at.heightMm - at.heightMm) < inches(4);
    const depths = box.depthMm + (boxModel(p.box.model)?.depthMm ?? inches(2.75));
    // Two boxes may stand back to back only when the wall is deeper than both together.
    if (high && side < BEHIND_CLEAR_MM && depths > cavity + frame.wall.boardMm)
      faults.push({ kind: 'box-behind', label: p.label, needMm: BEHIND_CLEAR_MM, haveMm: Math.max(0, side) });
  }
  return faults;
}

function plateFaults(input: PlacementInput, at: WallPosition): PlacementFault[] {
  const { house, frame, gangs, others, self } = input;
  const halfWidth = PLATE_HALF_WIDTH_MM + ((gangs - 1) * GANG_MM) / 2;
  const [left, right] = [at.xMm - halfWidth, at.xMm + halfWidth];
  const [bottom, top] = [at.heightMm - PLATE_HALF_HEIGHT_MM, at.heightMm + PLATE_HALF_HEIGHT_MM];
  const faults: PlacementFault[] = [];
  for (const o of frame.wall.openings) {
    const x = overlap(left, right, o.leftMm, o.rightMm);
    const y = overlap(bottom, top, o.bottomMm, o.topMm);
    if (x > 0 && y > 0) faults.push({ kind: 'plate-in-opening', what: o.kind, shortMm: Math.min(x, y) });
  }
  if (left < 0 || right > frame.wall.lengthMm)
    faults.push({
      kind: 'plate-in-opening',
      what: 'corner',
      shortMm: Math.max(-left, right - frame.wall.lengthMm),
    });
  for (const f of frame.wall.furniture) {
    const blocks = f.kind !== 'furniture';
    // Furniture may stand before an outlet; a fixed edge may not cut its plate in half.
    const x = overlap(left, right, f.leftMm, f.rightMm);
    const y = overlap(bottom, top, f.bottomMm, f.topMm);
    const inside = x >= right - left - 0.5 && y >= top - bottom - 0.5;
    if (blocks && x > 0 && y > 0 && !(inside && f.kind === 'cabinet'))
      faults.push({ kind: 'furniture', name: f.name, planned: f.planned });
  }
  const near: readonly { label: string; at: Point['at']; gangs: number; id: string }[] = [
    ...house.points.map((p) => ({ label: p.label, at: p.at, gangs: p.box.gangs, id: p.id })),
    ...others.map((w) => ({ label: w.label, at: w.at, gangs: boxGangs(w), id: w.id })),
  ];
  for (const p of near) {
    if (p.id === self || p.at.on !== 'wall' || p.at.wallId !== at.wallId) continue;
    const apart = halfWidth + PLATE_HALF_WIDTH_MM + ((p.gangs - 1) * GANG_MM) / 2;
    if (
      Math.abs(p.at.xMm - at.xMm) < apart &&
      Math.abs(p.at.heightMm - at.heightMm) < 2 * PLATE_HALF_HEIGHT_MM
    )
      faults.push({ kind: 'neighbour', label: p.label });
  }
  return faults;
}

/** What is where a box would go, if that is no bay: the header over an opening, its sill, a plate, else a stud. */
function solidAt(
  frame: WallFrame,
  bay: Bay | undefined,
  at: WallPosition,
  box: { left: number; right: number; bottom: number; top: number },
): Solid | undefined {
  if (bay) {
    if (box.left < bay.leftMm || box.right > bay.rightMm) return 'stud';
    const under = frame.wall.openings.some((o) => o.leftMm <= bay.leftMm + 1 && o.rightMm >= bay.rightMm - 1);
    if (box.top > bay.topMm) return under ? 'sill' : 'top plate';
    return box.bottom < bay.bottomMm ? 'bottom plate' : undefined;
  }
  // On a cripple, that is, between the bottom plate and the rough sill.
  if (
    frame.members.some(
      (m) => m.kind === 'cripple' && at.xMm >= m.leftMm && at.xMm <= m.rightMm && at.heightMm <= m.topMm,
    )
  )
    return 'stud';
  const o = frame.wall.openings.find((x) => at.xMm >= x.leftMm && at.xMm <= x.rightMm);
  if (o) return at.heightMm > o.topMm ? 'header' : at.heightMm < o.bottomMm ? 'sill' : 'opening';
  const along = frame.bays.find((b) => at.xMm >= b.leftMm && at.xMm <= b.rightMm);
  if (!along) return 'stud';
  return at.heightMm > along.topMm ? 'top plate' : 'bottom plate';
}

/** Judges one place for one box: in a bay, clear of members with its wings, plate clear of everything, not too deep. */
export function judgePlace(input: PlacementInput, at: WallPosition): Placement {
  const { frame, box, bayWish } = input;
  const bay = bayAt(frame, at.xMm, at.heightMm);
  const left = at.xMm - box.widthMm / 2;
  const right = at.xMm + box.widthMm / 2;
  if (input.onWall === true) return { bay, odds: 1, faults: plateFaults(input, at) };
  const faults: PlacementFault[] = [];
  let odds = 0;
  // Its wings need their room over and under it as much as the box itself.
  const half = box.heightMm / 2 + box.wingsMm;
  const solid = solidAt(frame, bay, at, { left, right, bottom: at.heightMm - half, top: at.heightMm + half });
  if (solid) faults.push({ kind: 'no-bay', what: solid });
  else if (openStuds(frame.wall)) {
    // Who nails it on sees the stud.
    odds = 1;
    if (box.mounting === 'old-work') faults.push({ kind: 'nothing-to-clamp' });
  } else {
    odds = clearOdds(frame, left, right);
    if (odds < bayWish) faults.push({ kind: 'odds', odds, wish: bayWish });
  }
  for (const o of frame.wall.obstacles) {
    const wings = box.wingsMm;
    if (
      overlap(left, right, o.leftMm, o.rightMm) > 0 &&
      overlap(
        at.heightMm - box.heightMm / 2 - wings,
        at.heightMm + box.heightMm / 2 + wings,
        o.bottomMm,
        o.topMm,
      ) > 0
    )
      faults.push({ kind: 'obstacle', what: o.kind });
  }
  faults.push(...depthBehind(input, at), ...plateFaults(input, at));
  return { bay, odds, faults };
}

const STEP_MM = inches(1 / 4);
const SEARCH_MM = inches(20);

/** The nearest place along the wall where everything holds; undefined when there is none within 20 in. */
export function nearestGoodPlace(input: PlacementInput, at: WallPosition): WallPosition | undefined {
  // What was asked for inside a cabinet stays inside it.
  const inside = input.frame.wall.furniture.find((f) => holdsBoxes(f) && holds(f, at));
  for (let d = STEP_MM; d <= SEARCH_MM; d += STEP_MM)
    for (const x of [at.xMm - d, at.xMm + d]) {
      if (x < 0 || x > input.frame.wall.lengthMm) continue;
      const place = { ...at, xMm: x };
      if (inside && !holds(inside, place)) continue;
      if (judgePlace(input, place).faults.length === 0) return place;
    }
  return undefined;
}

/**
 * The height most outlets (or switches) of the room have, mm: people copy the neighbors. One that moves is no neighbor of itself.
 * @returns undefined when there are none
 */
export function neighborHeight(
  house: House,
  plan: PlanOfHouse,
  at: WallPosition,
  kind: Point['kind'],
  moving?: PointId,
): number | undefined {
  const room = plan.lines.get(at.wallId)?.room.id;
  const heights = house.points
    .filter((p) => p.kind === kind && p.at.on === 'wall' && p.id !== moving && plan.roomOf(p.at)?.id === room)
    .map((p) => (p.at.on === 'wall' ? p.at.heightMm : 0))
    .sort((a, b) => a - b);
  return heights[Math.floor(heights.length / 2)];
}
