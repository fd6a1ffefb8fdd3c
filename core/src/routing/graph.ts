import type { House, WallId } from '../document/index.ts';
import { frameWall, openCeiling, type WallFrame } from '../structure/index.ts';
import { GraphBuilder } from './builder.ts';
import { addJoists, addOpenPlates, addStories, closedCeiling, joinFlat } from './in-floors.ts';
import { addBackToBack, addChases, addPassages, addPlates, addTrim, bayFor, joinBays } from './in-walls.ts';
import { addCorners, addCrossings, levels } from './crossings.ts';
import { addSoffits } from './in-soffits.ts';
import { addSurface } from './on-walls.ts';
import { addOutdoors } from './outdoors.ts';
import type { GraphInput, RouteGraph } from './places.ts';

export type * from './places.ts';
export { onWall } from './places.ts';

function addTerminals(builder: GraphBuilder): void {
  const { input } = builder;
  for (const t of input.terminals) {
    const { at } = t;
    const spot = input.plan.spotOf(at);
    const room = input.plan.roomOf(at);
    if (!spot || !room) continue;
    if (at.on === 'wall') {
      const frame = input.frames.get(at.wallId);
      const bay = frame && bayFor(frame, at.xMm, at.heightMm);
      if (!bay) continue;
      const box = builder.inBay(builder.bayPlace(frame, bay), at.xMm, at.heightMm, t.id);
      if (t.opens === true) builder.opened(box);
    } else if (at.on === 'outside') {
      const id = builder.add({ in: 'outside', wallId: at.wallId, xMm: at.xMm, heightMm: at.heightMm }, t.id);
      builder.outside.set(at.wallId, [...(builder.outside.get(at.wallId) ?? []), id]);
    } else if (at.on === 'basement') {
      const id = builder.add({ in: 'below', spot, roomId: room.id }, t.id);
      if (room.below.kind === 'basement' || room.below.kind === 'crawl') builder.below.push(id);
    } else if (at.on === 'ceiling' && openCeiling(room)) {
      builder.below.push(builder.add({ in: 'joists', spot, roomId: room.id }, t.id));
    } else if (at.on === 'ceiling' && closedCeiling(room)) {
      builder.joists.push(builder.add({ in: 'joists', spot, roomId: room.id }, t.id));
    } else {
      const id = builder.add({ in: 'above', spot, roomId: room.id }, t.id);
      if (room.above.kind === 'attic') builder.above.push(id);
    }
  }
}

/** Frames of every wall of a house, worked out once per house. */
export function framesOf(house: House): Map<WallId, WallFrame> {
  return new Map(house.rooms.flatMap((r) => r.walls.map((w) => [w.id, frameWall(w, r.ceilingMm)] as const)));
}

/**
 * The graph of portals between the boxes given: bays, plates, stud crossings, corners, blocks, baseboards, soffits, surfaces, stories,
 * joist bays, attic, space below, the other face, outdoors.
 */
export function buildGraph(input: GraphInput): RouteGraph {
  const builder = new GraphBuilder(input);
  addTerminals(builder);
  addBackToBack(builder);
  addOutdoors(builder);
  addPassages(builder);
  addChases(builder);
  addPlates(builder);
  addStories(builder);
  for (const room of input.house.rooms) {
    addJoists(builder, room);
    addOpenPlates(builder, room);
    const own = room.walls.flatMap((w) => builder.boxes(w.id));
    if (own.length === 0) continue;
    const heights = levels(own.map((t) => t.heightMm));
    for (const wall of room.walls) {
      const frame = input.frames.get(wall.id);
      if (!frame) continue;
      if (!input.closed?.has(wall.id)) addCrossings(builder, frame, heights);
    }
    if (input.surface && !input.bare?.has(room.id)) addSurface(builder, room);
    addCorners(builder, room, heights);
    addTrim(builder, room);
    addSoffits(builder, room);
  }
  joinBays(builder);
  joinFlat(builder, 'above');
  joinFlat(builder, 'below');
  const { nodes, edges, terminals, halls, charges } = builder;
  const hallOf = new Map(halls.flatMap((hall) => hall.portals.map((id) => [id, hall] as const)));
  return { nodes, edges, terminals, halls, charges, hallOf };
}
