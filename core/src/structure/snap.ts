import type { Room } from '../document/index.ts';
import { levelOf, wallLines, type Spot, type WallLine } from './plan.ts';

/** A wall that a moved room has come to share, or a corner that it has come to stand in line with. */
export interface Snapped {
  readonly place: Spot;
  /** Walls of other rooms that the moved one now backs onto. */
  readonly shared: readonly WallLine[];
}

interface Pull {
  readonly axis: 'xMm' | 'yMm';
  readonly by: number;
  readonly line: WallLine | null;
}

const across = (l: WallLine): 'xMm' | 'yMm' => (l.along.xMm === 0 ? 'xMm' : 'yMm');
const endOf = ({ from, along, wall }: WallLine): Spot => ({
  xMm: from.xMm + along.xMm * wall.lengthMm,
  yMm: from.yMm + along.yMm * wall.lengthMm,
});
/** Do two lines lie beside each other for a part of their run, or nearly? */
function beside(a: WallLine, b: WallLine, nearMm: number): boolean {
  const axis = across(a) === 'xMm' ? 'yMm' : 'xMm';
  const [a1, a2] = [a.from[axis], endOf(a)[axis]];
  const [b1, b2] = [b.from[axis], endOf(b)[axis]];
  return (
    Math.min(Math.max(a1, a2), Math.max(b1, b2)) - Math.max(Math.min(a1, a2), Math.min(b1, b2)) > -nearMm
  );
}

/** From inner face to inner face of a wall that two rooms share: its studs and both boards. */
const thickness = (a: WallLine, b: WallLine): number =>
  Math.max(a.wall.framing.depthMm, b.wall.framing.depthMm) + a.wall.boardMm + b.wall.boardMm;

function pulls(own: WallLine, other: WallLine, nearMm: number): Pull[] {
  const axis = across(own);
  if (across(other) !== axis || !beside(own, other, nearMm)) return [];
  const gap = other.from[axis] - own.from[axis];
  const facing = own.along.xMm === -other.along.xMm && own.along.yMm === -other.along.yMm;
  // Outside of a room lies to the left of its walls' run, seen from above with y to the south.
  const outward = axis === 'xMm' ? own.along.yMm : -own.along.xMm;
  const toShare: Pull[] = facing ? [{ axis, by: gap - outward * thickness(own, other), line: other }] : [];
  const along = axis === 'xMm' ? 'yMm' : 'xMm';
  const ends: Pull[] = facing
    ? [
        { axis: along, by: endOf(other)[along] - own.from[along], line: null },
        { axis: along, by: other.from[along] - endOf(own)[along], line: null },
      ]
    : [{ axis, by: gap, line: null }];
  return [...toShare, ...ends];
}

/**
 * Where a room lands that is let go near others of its story: its walls become theirs, with the thickness of the wall between, and
 * corners come into line. Each way by the smallest pull of at most `nearMm`; where nothing is near, it stays where it was put.
 */
export function snapRoom(rooms: readonly Room[], moved: Room, place: Spot, nearMm: number): Snapped {
  const own = wallLines({ ...moved, place });
  const others = rooms
    .filter((r) => r.id !== moved.id && levelOf(r) === levelOf(moved))
    .flatMap((r) => wallLines(r));
  const all = own.flatMap((a) => others.flatMap((b) => pulls(a, b, nearMm)));
  const near = all.filter((p) => Math.abs(p.by) <= nearMm);
  // A shared wall is worth more than a line in passing.
  const shares = near.filter((p) => p.line);
  const best = (axis: Pull['axis']): Pull | undefined => {
    const list = shares.some((p) => p.axis === axis) ? shares : near;
    return list.filter((p) => p.axis === axis).sort((a, b) => Math.abs(a.by) - Math.abs(b.by))[0];
  };
  const [x, y] = [best('xMm'), best('yMm')];
  return {
    place: { xMm: place.xMm + (x?.by ?? 0), yMm: place.yMm + (y?.by ?? 0) },
    shared: [x, y].flatMap((p) => p?.line ?? []),
  };
}
