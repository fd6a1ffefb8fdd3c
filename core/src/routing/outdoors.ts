import type { Room, Wall, WallId } from '../document/index.ts';
import { inches } from '../units/index.ts';
import type { GraphBuilder } from './builder.ts';
import { levels } from './crossings.ts';
import { bayFor } from './in-walls.ts';

/** Sheathing, air gap and cladding of an exterior wall, mm; common practice where nobody has measured. */
const SIDING_MM = inches(1.5);
const MASONRY_MM = inches(5);

const through = (wall: Wall) =>
  wall.outerFace === 'masonry' || wall.framing.kind === 'masonry'
    ? (['through-masonry', MASONRY_MM] as const)
    : (['through-siding', SIDING_MM] as const);

/** Boxes on the outer face: out of the bay behind them, and along the walls in conduit where the method may be seen. */
export function addOutdoors(builder: GraphBuilder): void {
  const { input } = builder;
  const onFaces = new Map<WallId, readonly number[]>();
  for (const [wallId, boxes] of builder.outside) {
    const frame = input.frames.get(wallId);
    if (!frame) continue;
    const [op, thickMm] = through(frame.wall);
    const nodes = [...boxes];
    for (const id of boxes) {
      const { xMm, heightMm } = builder.wallPlace(id);
      const bay = bayFor(frame, xMm, heightMm);
      if (!bay || input.closed?.has(wallId)) continue;
      const at = builder.bayPlace(frame, bay);
      builder.markThrough(at);
      builder.link(builder.inBay(at, xMm, heightMm), id, op, thickMm + inches(2));
    }
    if (!input.surface) continue;
    // A box inside the same wall can be left straight through it, and the rest done in conduit outside.
    for (const inside of builder.nodes.filter(
      (n) => n.terminal !== null && n.place.in === 'wall' && n.place.wallId === wallId,
    )) {
      const { xMm, heightMm } = builder.wallPlace(inside.id);
      const out = builder.add({ in: 'outside', wallId, xMm, heightMm });
      builder.link(inside.id, out, op, thickMm + frame.wall.framing.depthMm);
      nodes.push(out);
    }
    onFaces.set(wallId, nodes);
  }
  if (input.surface) for (const room of input.house.rooms) joinOutside(builder, room, onFaces);
}

/** How far the outer faces of two walls stand out from where their inner faces meet, mm: what a corner adds outside. */
const outward = (wall: Wall): number => wall.framing.depthMm + wall.boardMm + through(wall)[1];

/** Conduit along the outer faces of a room and round the corners of the house. */
function joinOutside(
  builder: GraphBuilder,
  room: Room,
  onFaces: ReadonlyMap<WallId, readonly number[]>,
): void {
  const all = room.walls.flatMap((w) => onFaces.get(w.id) ?? []);
  if (all.length === 0) return;
  const heights = levels(all.map((n) => builder.wallPlace(n).heightMm));
  const walls = room.walls.map((wall) => {
    if (!wall.exterior) return undefined;
    const corner = (xMm: number): number[] =>
      heights.map((heightMm) => builder.add({ in: 'outside', wallId: wall.id, xMm, heightMm }));
    const [start, end] = [corner(0), corner(wall.lengthMm)];
    const stops = [...start, ...(onFaces.get(wall.id) ?? []), ...end];
    for (let i = 0; i < stops.length; i++)
      for (let j = i + 1; j < stops.length; j++) {
        const [p, q] = [stops[i] ?? 0, stops[j] ?? 0];
        const [a, b] = [builder.wallPlace(p), builder.wallPlace(q)];
        const corners = [p, q].every((n) => !(onFaces.get(wall.id) ?? []).includes(n));
        if (corners && Math.abs(a.xMm - b.xMm) < 1) continue;
        const blocked = wall.openings.some(
          (o) =>
            o.leftMm < Math.max(a.xMm, b.xMm) &&
            o.rightMm > Math.min(a.xMm, b.xMm) &&
            o.bottomMm <= Math.min(a.heightMm, b.heightMm),
        );
        if (!blocked)
          builder.link(p, q, 'conduit-outside', Math.abs(a.xMm - b.xMm) + Math.abs(a.heightMm - b.heightMm));
      }
    return { wall, start, end };
  });
  walls.forEach((w, i) => {
    const next = walls[(i + 1) % walls.length];
    if (!w || !next || next === w) return;
    // Seen from inside the room turns right where the house has a corner that stands out.
    const more = w.wall.turn === 'right' ? outward(w.wall) + outward(next.wall) : 0;
    w.end.forEach((n, k) => {
      const to = next.start[k];
      if (to !== undefined) builder.link(n, to, 'conduit-outside', more, { factor: more > 0 ? 1 : 0 });
    });
  });
}
