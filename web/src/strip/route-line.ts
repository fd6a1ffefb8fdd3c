import {
  formatLength,
  type Move,
  type Place,
  type Position,
  type Route,
  type UnitSystem,
} from '@elwand/core';
import { drawnAt, type StripLayout, type Xy } from './layout.ts';

/** A leg as it is drawn: one line, its holes, where the true length of a flat run is written, and where it leaves the room. */
export interface DrawnRoute {
  readonly key: string;
  readonly points: readonly Xy[];
  readonly holes: readonly (Xy & { readonly key: string })[];
  readonly breaks: readonly (Xy & { readonly text: string })[];
  /** End that is in another room or could not be drawn. */
  readonly leaves: Xy | null;
}

const LANE_PX = 21;
const LANES = 3;

function placeXy(layout: StripLayout, place: Place): Xy | undefined {
  if (place.in !== 'wall') return undefined;
  const box = layout.walls.find((w) => w.wallId === place.wallId);
  return box && { x: box.x(place.xMm), y: layout.y(place.heightMm) };
}

/** Flat runs above or below stand in their band, a lane for each leg; their ends keep the x of the riser they belong to. */
function flatXy(
  layout: StripLayout,
  places: readonly Place[],
  i: number,
  lane: number,
  ends: { from: Xy | undefined; to: Xy | undefined },
): Xy | undefined {
  const place = places[i];
  if (!place || place.in === 'wall') return undefined;
  const before = places[i - 1];
  const after = places[i + 1];
  const near =
    (before && placeXy(layout, before)) ??
    (after && placeXy(layout, after)) ??
    (i === 0 ? ends.from : i === places.length - 1 ? ends.to : undefined);
  if (!near) return undefined;
  const y =
    place.in === 'above'
      ? layout.attic.bottom - 16 - (lane % LANES) * LANE_PX
      : layout.below.top + 6 + (lane % LANES) * 6;
  return { x: near.x, y };
}

function lengthOf(moves: readonly Move[], system: UnitSystem): string {
  return formatLength(
    moves.filter((m) => m.op === 'run-attic' || m.op === 'run-below').reduce((s, m) => s + m.cableMm, 0),
    system,
  );
}

export interface RouteInput {
  readonly route: Route;
  readonly layout: StripLayout;
  readonly system: UnitSystem;
  readonly lane: number;
  readonly roomId: string;
  readonly from: Position | undefined;
  readonly to: Position | undefined;
}

/** Works out the line of one leg on the strip of one room. Parts in other rooms are not drawn; where it leaves is. */
export function drawRoute({ route, layout, system, lane, roomId, from, to }: RouteInput): DrawnRoute {
  const ends = { from: from && drawnAt(layout, from, roomId), to: to && drawnAt(layout, to, roomId) };
  const points: Xy[] = [];
  const breaks: (Xy & { text: string })[] = [];
  let missing = false;
  // A light or a junction in the band: the line begins at its symbol and goes to its lane.
  if (route.places[0]?.in !== 'wall' && ends.from) points.push(ends.from);
  route.places.forEach((place, i) => {
    const xy = place.in === 'wall' ? placeXy(layout, place) : flatXy(layout, route.places, i, lane, ends);
    if (!xy) {
      missing = true;
      return;
    }
    const last = points.at(-1);
    const prior = route.places[i - 1];
    if (last && prior && prior.in !== 'wall' && place.in !== 'wall' && Math.abs(last.x - xy.x) > 30)
      breaks.push({ x: (last.x + xy.x) / 2, y: xy.y, text: lengthOf(route.moves, system) });
    // A fished cable is drawn square: up first, then along.
    if (last && last.x !== xy.x && last.y !== xy.y)
      points.push(place.in === 'wall' ? { x: last.x, y: xy.y } : { x: xy.x, y: last.y });
    points.push(xy);
  });
  if (route.places.at(-1)?.in !== 'wall' && ends.to) points.push(ends.to);
  const holes = route.moves.flatMap((m, n) =>
    m.holes.flatMap((h, k) => {
      const xy = placeXy(layout, { in: 'wall', wallId: h.wallId, xMm: h.xMm, heightMm: h.heightMm });
      return xy ? [{ ...xy, key: `${n}-${k}` }] : [];
    }),
  );
  const firstMissing = route.places[0]?.in === 'wall' ? !placeXy(layout, route.places[0]) : !ends.from;
  const edge = firstMissing ? points[0] : points.at(-1);
  return { key: `${route.from}-${route.to}`, points, holes, breaks, leaves: missing && edge ? edge : null };
}
