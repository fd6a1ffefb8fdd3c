import type { Point, Position, Room, Wall, WallId } from '../document/index.ts';
import { inches } from '../units/index.ts';
import type { WallFrame } from './bays.ts';
import { GANG_MM } from './placement.ts';

/** How high a wall switch sits, and how far beside a door, mm: common practice. */
const SWITCH_HEIGHT_MM = inches(48);
const BESIDE_DOOR_MM = inches(8);
/** How far from the door a hand still finds it, and in what steps a place is looked for, mm: common practice. */
const REACH_MM = inches(40);
const STEP_MM = inches(0.5);
/** Half a plate of one gang and a little to spare, mm; a box keeps as far from wood as half of it is wide. */
const HALF_PLATE_MM = inches(1.5);
const HALF_BOX_MM = inches(1.25);

/** What is in the way of a switch: boxes that are there, and wood where the framing is known. */
export interface InTheWay {
  readonly points: readonly Point[];
  readonly frames?: ReadonlyMap<WallId, WallFrame>;
}

/** Is there room for a plate and, as far as the framing tells, for a box between the studs? */
function isFree(wall: Wall, xMm: number, { points, frames }: InTheWay): boolean {
  if (xMm < HALF_PLATE_MM || xMm > wall.lengthMm - HALF_PLATE_MM) return false;
  if (wall.openings.some((o) => xMm > o.leftMm - BESIDE_DOOR_MM / 2 && xMm < o.rightMm + BESIDE_DOOR_MM / 2))
    return false;
  const met = points.some(
    ({ at, box }) =>
      at.on === 'wall' &&
      at.wallId === wall.id &&
      Math.abs(at.heightMm - SWITCH_HEIGHT_MM) < inches(6) &&
      Math.abs(at.xMm - xMm) < 2 * HALF_PLATE_MM + ((box.gangs - 1) * GANG_MM) / 2,
  );
  const bays = frames?.get(wall.id)?.bays;
  const held = bays?.some((b) => xMm >= b.leftMm + HALF_BOX_MM && xMm <= b.rightMm - HALF_BOX_MM) ?? true;
  return !met && held;
}

/**
 * Where a switch for a room goes when nobody has said: beside its door, the nearest place from there on that is free, on the side where
 * there is one; without a door in the middle of the first wall. Common practice.
 */
export function besideDoor({ walls }: Pick<Room, 'walls'>, way: InTheWay): Position | undefined {
  for (const wall of walls) {
    const door = wall.openings.find((o) => o.kind !== 'window');
    if (!door) continue;
    for (let out = BESIDE_DOOR_MM; out <= REACH_MM; out += STEP_MM)
      for (const xMm of [door.rightMm + out, door.leftMm - out])
        if (isFree(wall, xMm, way)) return { on: 'wall', wallId: wall.id, xMm, heightMm: SWITCH_HEIGHT_MM };
  }
  const [wall] = walls;
  return wall && { on: 'wall', wallId: wall.id, xMm: wall.lengthMm / 2, heightMm: SWITCH_HEIGHT_MM };
}
