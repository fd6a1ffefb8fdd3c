import { isAtPoint } from './circuits.ts';
import type { House, Point, Position } from './house.ts';
import { switchedIn } from './switches.ts';

/** A point that somebody has seen or measured: it is there, whatever was assumed before. */
export function seenPoint(point: Point, at: Position = point.at): Point {
  const { assumed: _, ...seen } = point;
  return { ...seen, at };
}

/** The house with one of its points changed. */
export const withPoint = (house: House, id: string, change: (point: Point) => Point): House => ({
  ...house,
  points: house.points.map((p) => (p.id === id ? change(p) : p)),
});

/** Takes a point out, with the loads on it and the cables that ended there. */
export function withoutPoint(house: House, id: string): House {
  const ends = (c: House['cables'][number]) => isAtPoint(c, id) || switchedIn(c).some(({ by }) => by === id);
  return {
    ...house,
    points: house.points.filter((p) => p.id !== id),
    cables: house.cables.filter((c) => !ends(c)),
    loads: house.loads.filter((l) => l.pointId !== id),
  };
}
