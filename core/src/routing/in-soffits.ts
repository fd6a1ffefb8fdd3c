import type { Furniture, Room } from '../document/index.ts';
import type { WallFrame } from '../structure/index.ts';
import { inches } from '../units/index.ts';
import type { GraphBuilder } from './builder.ts';

/** What is cut out of the underside of a soffit at each bay where the cable goes in or out, mm2. */
const HATCH_MM2 = inches(8) ** 2;
/** Wood and room that a soffit may leave to the corner and still go round it, mm. */
const CORNER_MM = inches(4);
/** A cable enters a soffit this far under the top of its bay at most, mm. */
const UNDER_TOP_MM = inches(1);

interface Chase {
  readonly item: Furniture;
  /** Its nodes at the left and at the right end. */
  readonly start: number;
  readonly end: number;
}

/** One soffit: a node at every bay that holds a box under it, joined along its inside. */
function along(builder: GraphBuilder, frame: WallFrame, item: Furniture): Chase {
  const { wall } = frame;
  const heightMm = (item.bottomMm + item.topMm) / 2;
  const inside = (xMm: number) => builder.add({ in: 'wall', wallId: wall.id, xMm, heightMm });
  const stops = [...builder.bays.values()].flatMap((at) => {
    if (at.frame !== frame || !at.nodes.some((n) => builder.nodes[n]?.terminal !== null)) return [];
    const xMm = (at.bay.leftMm + at.bay.rightMm) / 2;
    const behind = Math.min(heightMm, at.bay.topMm - UNDER_TOP_MM);
    // The bay must reach up behind it: one under a window does not.
    if (xMm < item.leftMm || xMm > item.rightMm || behind < item.bottomMm) return [];
    const node = inside(xMm);
    builder.link(builder.inBay(at, xMm, behind), node, 'open-soffit', 0, { openedMm2: HATCH_MM2 });
    return [node];
  });
  const [start, end] = [inside(item.leftMm), inside(item.rightMm)];
  const nodes = [start, ...stops, end].sort(
    (a, b) => builder.wallPlace(a).xMm - builder.wallPlace(b).xMm || a - b,
  );
  nodes.slice(1).forEach((b, i) => {
    const a = nodes[i] ?? b;
    builder.link(a, b, 'run-soffit', builder.wallPlace(b).xMm - builder.wallPlace(a).xMm);
  });
  return { item, start, end };
}

/** Inside the soffits of a room, from bay to bay and round its corners; one that is still to come is no way yet. */
export function addSoffits(builder: GraphBuilder, room: Room): void {
  const { input } = builder;
  const walls = room.walls.map((wall) => {
    const frame = input.frames.get(wall.id);
    if (!frame || input.closed?.has(wall.id)) return [];
    return wall.furniture
      .filter((f) => f.kind === 'soffit' && !f.planned)
      .map((f) => along(builder, frame, f));
  });
  walls.forEach((own, i) => {
    const next = (i + 1) % walls.length;
    const length = room.walls[i]?.lengthMm ?? 0;
    if (next === i || room.walls[i]?.turn !== 'right') return;
    for (const a of own)
      for (const b of walls[next] ?? [])
        if (
          length - a.item.rightMm <= CORNER_MM &&
          b.item.leftMm <= CORNER_MM &&
          Math.min(a.item.topMm, b.item.topMm) > Math.max(a.item.bottomMm, b.item.bottomMm)
        )
          builder.link(a.end, b.start, 'run-soffit', length - a.item.rightMm + b.item.leftMm);
  });
}
