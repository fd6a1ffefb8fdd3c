import type { Cable, House, Point } from '@elwand/core';
import { drawnAt, type StripLayout, type Xy } from './layout.ts';

/** Existing cables whose way is known, as lines on this room's strip. */
export function cableLines(
  house: House,
  layout: StripLayout,
  roomId: string,
): { cable: Cable; points: Xy[] }[] {
  const at = (end: Cable['from']): Point | undefined =>
    end.at === 'point' ? house.points.find((p) => p.id === end.pointId) : undefined;
  return house.cables.flatMap((cable) => {
    const [a, b] = [at(cable.from), at(cable.to)];
    if (!a || !b || a.at.on !== 'wall' || b.at.on !== 'wall' || cable.way === 'unknown') return [];
    const [p, q] = [drawnAt(layout, a.at, roomId), drawnAt(layout, b.at, roomId)];
    if (!p || !q) return [];
    // Along the wall at the height of whichever box an opening in between leaves free.
    const clear = (y: number) => !crossesOpening(house, layout, p.x, q.x, y);
    const y = clear(p.y) ? p.y : clear(q.y) ? q.y : null;
    return y === null ? [] : [{ cable, points: [p, { x: p.x, y }, { x: q.x, y }, q] }];
  });
}

/** A way is never drawn through a door or window: where it would be, it is not known well enough to draw. */
function crossesOpening(house: House, layout: StripLayout, x1: number, x2: number, y: number): boolean {
  const from = Math.min(x1, x2);
  const to = Math.max(x1, x2);
  return layout.walls.some((box) =>
    (house.rooms.flatMap((r) => r.walls).find((w) => w.id === box.wallId)?.openings ?? []).some(
      (o) =>
        box.x(o.leftMm) < to && box.x(o.rightMm) > from && layout.y(o.topMm) < y && layout.y(o.bottomMm) > y,
    ),
  );
}
