import type { Room } from '../document/index.ts';
import { inches } from '../units/index.ts';
import type { WallLine } from './plan.ts';

/**
 * Room under a roof to bore the plate of an outside wall from the attic. By geometry, clear height under the sheathing at a distance
 * x from the outer face of the framing: H = HAP + p x, with p the rise for each run and HAP the height over the plate where the
 * rafter leaves it: d sqrt(1 + p^2) - s p for a rafter d deep with a seat s wide; a truss heel is 3-3/4 in. Seats and depths are
 * common practice.
 */
const RAFTER_MM = inches(5.5);
const SEAT_MM = inches(3.5);
const HEEL_MM = inches(3.75);
/** A roof whose pitch nobody has measured, rise in 12: common practice. */
const USUAL_PITCH = 4;
/** Clear height that a drill standing on a plate needs; and the one where a body gets no nearer, mm: common practice. */
const UPRIGHT_MM = inches(10);
const CRAWL_MM = inches(16);
/** From there, an arm with a drill and a flexible bit in it reaches so far, mm: common practice. */
const ARM_AND_DRILL_MM = inches(30);
/** Middle of the plate of a 2x4 wall from the outer face of the framing, mm. */
const PLATE_MIDDLE_MM = inches(1.75);

/** How the plate of a wall is bored from over it: upright from the attic, lying down with a flexible bit, or not from there at all. */
export type PlateReach = 'open' | 'slant' | 'none';

const heel = (room: Room, p: number): number =>
  room.above.members === 'truss' ? HEEL_MM : RAFTER_MM * Math.sqrt(1 + p * p) - SEAT_MM * p;

/** Clear height under the roof at a distance from the outer face of the framing, mm. */
export function clearUnderRoof(room: Room, fromFaceMm: number): number {
  const p = (room.above.roof?.pitch ?? USUAL_PITCH) / 12;
  return heel(room, p) + p * fromFaceMm;
}

/** How near to the outer face a body gets, mm. */
export function crawlsTo(room: Room): number {
  const p = (room.above.roof?.pitch ?? USUAL_PITCH) / 12;
  return p <= 0 ? Number.POSITIVE_INFINITY : Math.max(0, (CRAWL_MM - heel(room, p)) / p);
}

/**
 * How the plate of a wall can be bored from the attic at a place along it. Inside walls are open; over an outside one the roof comes
 * down to the plate, along the whole of it where the rafters end on it (they run as the joists do), near its ends where it is a gable.
 */
export function plateReach({ wall, room, along }: WallLine, xMm: number): PlateReach {
  const { roof } = room.above;
  if (!wall.exterior || roof?.heel === 'raised') return 'open';
  const underRafters = (room.above.joists === 'x') !== Math.abs(along.xMm) > 0.5;
  const away =
    roof?.shape === 'hip' || underRafters
      ? PLATE_MIDDLE_MM
      : Math.max(0, Math.min(xMm, wall.lengthMm - xMm)) + wall.framing.depthMm;
  if (clearUnderRoof(room, away) >= UPRIGHT_MM) return 'open';
  return crawlsTo(room) - away <= ARM_AND_DRILL_MM ? 'slant' : 'none';
}
