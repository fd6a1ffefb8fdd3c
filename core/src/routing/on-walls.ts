import type { Room, Wall, WallId } from '../document/index.ts';
import { inches } from '../units/index.ts';
import type { GraphBuilder } from './builder.ts';
import { levels } from './in-walls.ts';

/** A raceway passes over the head of a door or window at this distance, mm. */
const OVER_HEAD_MM = inches(4);

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

/** On the faces of the walls from box to box and round the corners of the room: for raceways, and the only way along masonry. */
export function addSurface(builder: GraphBuilder, room: Room): void {
  const boxesOn = (wallId: WallId): number[] =>
    builder.nodes
      .filter((n) => n.terminal !== null && n.place.in === 'wall' && n.place.wallId === wallId)
      .map((n) => n.id);
  const boxes = new Map(room.walls.map((w) => [w.id, boxesOn(w.id)] as const));
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
        builder.link(p, q, 'surface-run', alongFace(wall, a, b));
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
