import type { Fixture, Room } from '../document/index.ts';
import { inches } from '../units/index.ts';
import type { Outline } from './outline.ts';
import { clearOfJoists, joistCenters, joistLayout, JOIST_HALF_MM } from './joists.ts';
import type { Spot } from './plan.ts';

/** A screw this near to the middle of a joist holds in it, mm. */
const IN_JOIST_MM = inches(0.5);

/** The whole row around its feed point, in the measure of that point. */
export function fixtureOutline(feed: Spot, f: Fixture): Outline {
  const start = -f.feedMm;
  const end = start + f.linked * f.lengthMm;
  const half = f.widthMm / 2;
  return f.turn === 'x'
    ? { left: feed.xMm + start, right: feed.xMm + end, top: feed.yMm - half, bottom: feed.yMm + half }
    : { left: feed.xMm - half, right: feed.xMm + half, top: feed.yMm + start, bottom: feed.yMm + end };
}

/** Where every one of the row is screwed up. */
export function mountSpots(feed: Spot, f: Fixture): Spot[] {
  return Array.from({ length: f.linked }, (_, i) => i).flatMap((i) =>
    f.mountsMm.map((m): Spot => {
      const along = i * f.lengthMm + m - f.feedMm;
      return f.turn === 'x'
        ? { xMm: feed.xMm + along, yMm: feed.yMm }
        : { xMm: feed.xMm, yMm: feed.yMm + along };
    }),
  );
}

/** Does a spot of the ceiling, from the room's place, lie on a joist? Undefined when nobody has found one. */
export function onJoist(room: Room, spot: Spot): boolean | undefined {
  const layout = joistLayout(room, 'above');
  if (layout.atMm === undefined) return undefined;
  const across = room.place[layout.axis] + spot[layout.axis];
  return clearOfJoists(layout, across, 2 * (IN_JOIST_MM - JOIST_HALF_MM)) === 0;
}

/** Joists that a row passes under; undefined when nobody has found one. */
export function joistsUnder(room: Room, o: Outline): number | undefined {
  const layout = joistLayout(room, 'above');
  if (layout.atMm === undefined) return undefined;
  const [low, high] = layout.axis === 'yMm' ? [o.top, o.bottom] : [o.left, o.right];
  const start = room.place[layout.axis];
  return joistCenters(layout, start + low, start + high).length;
}
