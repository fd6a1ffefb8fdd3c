import type { Wall } from '../document/index.ts';
import { inches } from '../units/index.ts';
import type { GraphBuilder } from './builder.ts';
import { bayFor } from './in-walls.ts';

/** Sheathing, air gap and cladding of an exterior wall, mm; common practice where nobody has measured. */
const SIDING_MM = inches(1.5);
const MASONRY_MM = inches(5);

const through = (wall: Wall) =>
  wall.outerFace === 'masonry' || wall.framing.kind === 'masonry'
    ? (['through-masonry', MASONRY_MM] as const)
    : (['through-siding', SIDING_MM] as const);

/** Boxes on the outer face: out of the bay behind them, and along the wall in conduit where the method may be seen. */
export function addOutdoors(builder: GraphBuilder): void {
  const { input } = builder;
  for (const [wallId, boxes] of builder.outside) {
    const frame = input.frames.get(wallId);
    if (!frame) continue;
    const [op, thickMm] = through(frame.wall);
    const nodes = [...boxes];
    for (const id of boxes) {
      const { xMm, heightMm } = builder.wallPlace(id);
      const bay = bayFor(frame, xMm, heightMm);
      if (bay && !input.closed?.has(wallId))
        builder.link(builder.inBay(builder.bayPlace(frame, bay), xMm, heightMm), id, op, thickMm + inches(2));
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
    for (let i = 0; i < nodes.length; i++)
      for (let j = i + 1; j < nodes.length; j++) {
        const [p, q] = [nodes[i] ?? 0, nodes[j] ?? 0];
        const [a, b] = [builder.wallPlace(p), builder.wallPlace(q)];
        const blocked = frame.wall.openings.some(
          (o) =>
            o.leftMm < Math.max(a.xMm, b.xMm) &&
            o.rightMm > Math.min(a.xMm, b.xMm) &&
            o.bottomMm <= Math.min(a.heightMm, b.heightMm),
        );
        if (!blocked)
          builder.link(p, q, 'conduit-outside', Math.abs(a.xMm - b.xMm) + Math.abs(a.heightMm - b.heightMm));
      }
  }
}
