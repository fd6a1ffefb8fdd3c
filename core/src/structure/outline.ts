import type { Room } from '../document/index.ts';
import { spotOn, wallLines } from './plan.ts';

/** Rectangle around a room in the plan of the house. */
export interface Outline {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

const known = new WeakMap<Room, Outline>();

/** Worked out once for a room: every portal over it and every place on its ceiling asks for it. */
export function outlineOf(room: Room): Outline {
  const before = known.get(room);
  if (before) return before;
  const spots = wallLines(room).flatMap((l) => [l.from, spotOn(l, l.wall.lengthMm)]);
  const outline: Outline = {
    left: Math.min(...spots.map((s) => s.xMm)),
    right: Math.max(...spots.map((s) => s.xMm)),
    top: Math.min(...spots.map((s) => s.yMm)),
    bottom: Math.max(...spots.map((s) => s.yMm)),
  };
  known.set(room, outline);
  return outline;
}
