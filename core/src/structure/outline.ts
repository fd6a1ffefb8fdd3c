import type { Room } from '../document/index.ts';
import { spotOn, wallLines } from './plan.ts';

/** Rectangle around a room in the plan of the house. */
export interface Outline {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

export function outlineOf(room: Room): Outline {
  const spots = wallLines(room).flatMap((l) => [l.from, spotOn(l, l.wall.lengthMm)]);
  return {
    left: Math.min(...spots.map((s) => s.xMm)),
    right: Math.max(...spots.map((s) => s.xMm)),
    top: Math.min(...spots.map((s) => s.yMm)),
    bottom: Math.max(...spots.map((s) => s.yMm)),
  };
}
