import type { Room, RoomUse, Wall, WallId } from '../document/index.ts';
import { inches } from '../units/index.ts';
import { spotOn } from '../structure/index.ts';
import type { GraphBuilder } from './builder.ts';
import { levels } from './crossings.ts';
import { onWall } from './places.ts';

/** A raceway passes over the head of a door or window at this distance, mm. */
const OVER_HEAD_MM = inches(4);

/**
 * What raceway in sight weighs in a room where people live, minutes: for each of its ends, and for each meter; about what opening the
 * wall takes with its patch and paint. Common practice.
 */
const SEEN_END_MINUTES = 75;
const SEEN_METER_MINUTES = 60;
/** Rooms where nobody minds it. */
const PLAIN: ReadonlySet<RoomUse> = new Set([
  'garage',
  'workshop',
  'utility',
  'basement-unfinished',
  'crawl',
  'attic',
  'outdoor',
]);
export const isPlainRoom = ({ use }: Pick<Room, 'use'>): boolean => PLAIN.has(use);

/** What a run from portal to portal on the walls of a room weighs beside its work. */
const lookOf =
  ({ input, nodes }: GraphBuilder, room: Room) =>
  (a: number, b: number, lengthMm: number): { readonly look: number } => {
    if (!input.unasked || isPlainRoom(room)) return { look: 0 };
    const ends = [a, b].filter((n) => nodes[n]?.terminal !== null).length;
    const minutes = SEEN_END_MINUTES * ends + (SEEN_METER_MINUTES * lengthMm) / 1000;
    return { look: minutes * input.weights.minute };
  };

/** Length of a run on the face of a wall from place to place: straight and level, over the head of what stands between. */
function alongFace(
  wall: Wall,
  a: { xMm: number; heightMm: number },
  b: { xMm: number; heightMm: number },
): number {
  let length = Math.abs(a.xMm - b.xMm) + Math.abs(a.heightMm - b.heightMm);
  for (const o of wall.openings)
    if (
      o.leftMm < Math.max(a.xMm, b.xMm) &&
      o.rightMm > Math.min(a.xMm, b.xMm) &&
      o.bottomMm <= Math.max(a.heightMm, b.heightMm) &&
      o.topMm > Math.max(a.heightMm, b.heightMm)
    )
      length = Math.max(
        length,
        Math.abs(b.xMm - a.xMm) + 2 * (o.topMm + OVER_HEAD_MM) - a.heightMm - b.heightMm,
      );
  return length;
}

/** Up a wall and across the ceiling, from the boxes of a wall to those overhead: straight up, unless an opening is over the box. */
function upToCeiling(builder: GraphBuilder, room: Room, wallId: WallId, boxes: readonly number[]): void {
  const line = builder.input.plan.lines.get(wallId);
  if (!line) return;
  const overhead = builder.nodes.flatMap(({ id, terminal, place }) =>
    terminal !== null && !onWall(place) && place.in !== 'below' && place.roomId === room.id
      ? [{ id, spot: place.spot }]
      : [],
  );
  for (const box of overhead.length > 0 ? boxes : []) {
    const { xMm, heightMm } = builder.wallPlace(box);
    if (line.wall.openings.some((o) => xMm > o.leftMm && xMm < o.rightMm && o.topMm > heightMm)) continue;
    const from = spotOn(line, xMm);
    for (const { id, spot } of overhead) {
      const length =
        room.ceilingMm - heightMm + Math.abs(from.xMm - spot.xMm) + Math.abs(from.yMm - spot.yMm);
      builder.link(box, id, 'surface-run', length, lookOf(builder, room)(box, id, length));
    }
  }
}

/** On the faces of the walls from box to box and round the corners of the room: for raceways, and the only way along masonry. */
export function addSurface(builder: GraphBuilder, room: Room): void {
  const boxesOn = (wallId: WallId): number[] =>
    builder.nodes
      .filter((n) => n.terminal !== null && n.place.in === 'wall' && n.place.wallId === wallId)
      .map((n) => n.id);
  const boxes = new Map(room.walls.map((w) => [w.id, boxesOn(w.id)] as const));
  for (const [wallId, own] of boxes) upToCeiling(builder, room, wallId, own);
  const look = lookOf(builder, room);
  const heights = levels([...boxes.values()].flat().map((n) => builder.wallPlace(n).heightMm));
  const walls = room.walls.map((wall) => {
    const corner = (xMm: number): number[] =>
      heights.map((heightMm) => builder.add({ in: 'wall', wallId: wall.id, xMm, heightMm }));
    const [start, end] = [corner(0), corner(wall.lengthMm)];
    const stops = [...start, ...(boxes.get(wall.id) ?? []), ...end];
    for (let i = 0; i < stops.length; i++)
      for (let j = i + 1; j < stops.length; j++) {
        const [p, q] = [stops[i] ?? 0, stops[j] ?? 0];
        const [a, b] = [builder.wallPlace(p), builder.wallPlace(q)];
        // At one corner the height is not changed: that is done beside a box.
        if (
          Math.abs(a.xMm - b.xMm) < 1 &&
          builder.nodes[p]?.terminal === null &&
          builder.nodes[q]?.terminal === null
        )
          continue;
        const length = alongFace(wall, a, b);
        builder.link(p, q, 'surface-run', length, look(p, q, length));
      }
    return { start, end };
  });
  walls.forEach((w, i) => {
    const next = walls[(i + 1) % walls.length];
    if (!next || next === w) return;
    w.end.forEach((n, k) => {
      const to = next.start[k];
      if (to !== undefined) builder.link(n, to, 'surface-run', 0, { factor: 0 });
    });
  });
}
