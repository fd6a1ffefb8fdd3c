import { isRaceway, type Cable, type House, type Point, type PointId, type Want } from '../document/index.ts';
import { endAt } from '../network/index.ts';
import { bayAt, GANG_MM, type WallFrame } from '../structure/index.ts';
import { inches } from '../units/index.ts';
import { newPointId, type PlannedLeg, type PlanSetting } from './types.ts';

/** A box that moves along its wall with the cables that are in it, where they reach: no junction stays behind. */

/**
 * How far the cables of a point must be drawn along for it to move, mm; undefined where they can't come: the place is on another wall,
 * wood is between, they lie in a pipe, or the box stays because only one of its devices goes.
 */
function wayOfCables(
  {
    house,
    frames,
  }: { readonly house: Pick<House, 'points' | 'cables'>; readonly frames: ReadonlyMap<string, WallFrame> },
  want: Want,
): number | undefined {
  const from = house.points.find((p) => p.id === want.replaces)?.at;
  const to = want.at;
  if (want.replacesDevice !== undefined || from?.on !== 'wall' || to.on !== 'wall') return undefined;
  const frame = from.wallId === to.wallId ? frames.get(to.wallId) : undefined;
  const bay = frame && bayAt(frame, from.xMm, from.heightMm);
  if (!frame || !bay || bayAt(frame, to.xMm, to.heightMm)?.index !== bay.index) return undefined;
  // Pipe does not come along.
  const id = want.replaces;
  if (id && house.cables.some((c) => isRaceway(c.type) && endAt(c, id) !== null)) return undefined;
  // They may come from above, from below or from the side: the way along both is what they need at most.
  return Math.abs(from.xMm - to.xMm) + Math.abs(from.heightMm - to.heightMm);
}

/** Do the cables of a point that moves come along: somebody measured how far they reach, and that is enough? */
export function takesCables(
  setting: Parameters<typeof wayOfCables>[0],
  want: Want | undefined,
): want is Want & { reachMm: number; replaces: PointId } {
  if (want?.reachMm === undefined) return false;
  const way = wayOfCables(setting, want);
  return way !== undefined && way <= want.reachMm;
}

/** Wall that is open where a box of so many gangs was, mm2. */
export const openingMm2 = (gangs: number): number => (GANG_MM * (gangs - 1) + BOX_WIDTH_MM) * BOX_HEIGHT_MM;
/** Outline of a one-gang opening, mm: common practice. */
const BOX_WIDTH_MM = inches(2.25);
export const BOX_HEIGHT_MM = inches(3.75);

/** A found leg as it is carried out: the cables that are there come along where they reach and nothing has to be drilled. */
export function withOwnCables({ house, frames, job }: PlanSetting, leg: PlannedLeg): PlannedLeg {
  const want = job.wants.find((w) => newPointId(w) === leg.to && w.replaces === leg.from);
  const free = leg.route.moves.every((m) => m.holes.length === 0 && (m.again ?? []).length === 0);
  if (!free || !takesCables({ house, frames }, want)) return leg;
  const gangs = house.points.find((p) => p.id === want.replaces)?.box.gangs ?? 1;
  return {
    ...leg,
    own: { reachMm: want.reachMm },
    route: { ...leg.route, cableMm: 0, openedMm2: leg.route.openedMm2 + openingMm2(gangs) },
  };
}

/** The house when boxes have gone with their cables: these end where the box is now. */
export function withDrawnCables(house: House, legs: readonly PlannedLeg[]): House {
  const goes = new Map<string, PointId>(
    legs.flatMap((l) => (l.own ? [[l.from, l.to as PointId] as const] : [])),
  );
  if (goes.size === 0) return house;
  const at = (end: Cable['from']): Cable['from'] =>
    end.at === 'point' ? { ...end, pointId: goes.get(end.pointId) ?? end.pointId } : end;
  return {
    ...house,
    points: house.points.filter((p: Point) => !goes.has(p.id)),
    cables: house.cables.map((c) => ({ ...c, from: at(c.from), to: at(c.to) })),
  };
}
