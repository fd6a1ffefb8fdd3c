import type { Obstacle, Room, Wall, WallId } from '../document/index.ts';
import {
  bayAt,
  canOpen,
  plateReach,
  spotOn,
  type Bay,
  type BoxSolid,
  type PlateReach,
  type WallFrame,
} from '../structure/index.ts';
import { inches } from '../units/index.ts';
import type { BayPlace, GraphBuilder } from './builder.ts';
import { onWall, type WallPlace } from './places.ts';
import {
  ARM_REACH_MM,
  BEND_DEPTH_MM,
  BEND_MM,
  BOTTOM_PLATE_MM,
  SLOT_HEIGHT_MM,
  TOP_PLATES_MM,
  type OperationKind,
} from './operations.ts';

/** Boxes nearly at one height are crossed at one level. */
const SAME_HEIGHT_MM = 40;
/** Two members side by side are still one crossing; a wider gap is a door. */
const CROSSING_MM = inches(6.5);
/** Bays on each side of a box whose plates are worth a hole: further off the way to them costs more than another box. */
const NEAR_BAYS = 1;
/** What is cut out of a wall to bore one block or the plates of a bay, mm. */
const PATCH_SIDE_MM = inches(6);
export const PATCH_MM2 = PATCH_SIDE_MM ** 2;
/** A cable and its bit need this much clear width, mm. */
const PASS_MM = inches(1.5);
/** Under this clear height nobody works in a crawl space; under the other it takes more than twice the time. Common practice. */
const TOO_LOW_MM = inches(18);
const LOW_MM = inches(24);

const gapTo = (bay: Bay, x: number): number => Math.max(bay.leftMm - x, x - bay.rightMm, 0);

/** A box whose place was read on a stud hangs in a bay beside that stud, so at most one member away, mm. */
const BESIDE_BAY_MM = inches(1.5);

/** The bay that a box hangs in: a box on a stud hangs in the bay beside it. Undefined in a door, or where no bay is near. */
export function bayFor(frame: WallFrame, xMm: number, heightMm: number): Bay | undefined {
  return (
    bayAt(frame, xMm, heightMm) ??
    frame.bays
      .filter((b) => heightMm >= b.bottomMm && heightMm <= b.topMm && gapTo(b, xMm) <= BESIDE_BAY_MM)
      .sort((a, b) => gapTo(a, xMm) - gapTo(b, xMm))[0]
  );
}

const openBelow = (room: Room): boolean =>
  (room.below.kind === 'basement' || room.below.kind === 'crawl') &&
  room.below.canEnter &&
  (room.below.clearMm ?? LOW_MM) >= TOO_LOW_MM;
const openAbove = (room: Room): boolean => room.above.kind === 'attic' && room.above.canEnter;

/** How much longer work takes below this room than in a basement where one can stand. */
export function belowFactor(room: Room): number {
  if (room.below.kind !== 'crawl') return 1;
  return (room.below.clearMm ?? LOW_MM) < LOW_MM ? 2.5 : 1.6;
}

/** Does nothing keep a cable from going all the way up and down this bay? */
const freeUpAndDown = ({ frame, bay }: Pick<BayPlace, 'frame' | 'bay'>): boolean =>
  bay.throughTop &&
  bay.throughBottom &&
  !frame.wall.obstacles.some((o) => o.leftMm < bay.rightMm && o.rightMm > bay.leftMm);

/** Walls that a cable goes up through on its way from the space below to the ceiling: this many near each end are worth a look. */
const CHASES = 2;

/** Bays free from top to bottom, near what hangs below the floor and over the ceiling: no box need hang in a wall between them. */
export function addChases(builder: GraphBuilder): void {
  const { input } = builder;
  const ends = (list: readonly number[]) => list.filter((n) => builder.nodes[n]?.terminal !== null);
  const [low, high] = [ends(builder.below), ends([...builder.above, ...builder.joists])];
  if (low.length === 0 || high.length === 0) return;
  const bays = [...input.frames].flatMap(([wallId, frame]) => {
    const line = input.plan.lines.get(wallId);
    // The plate of an outside wall is seldom within reach from the attic, and the bay is full of insulation.
    if (!line || frame.wall.exterior || input.closed?.has(wallId) || !openBelow(line.room)) return [];
    return frame.bays
      .filter((bay) => bay.rightMm - bay.leftMm >= PASS_MM && freeUpAndDown({ frame, bay }))
      .map((bay) => ({ frame, bay, spot: spotOn(line, (bay.leftMm + bay.rightMm) / 2) }));
  });
  for (const id of [...low, ...high]) {
    const place = builder.nodes[id]?.place;
    if (!place || onWall(place)) continue;
    const off = ({ spot }: (typeof bays)[number]) =>
      Math.abs(spot.xMm - place.spot.xMm) + Math.abs(spot.yMm - place.spot.yMm);
    for (const { frame, bay } of [...bays].sort((a, b) => off(a) - off(b)).slice(0, CHASES))
      builder.markThrough(builder.bayPlace(frame, bay));
  }
}

/** The patch of wall that is opened under the plates of a bay. */
const underPlates = (xMm: number, topMm: number) => ({
  leftMm: xMm - PATCH_SIDE_MM / 2,
  rightMm: xMm + PATCH_SIDE_MM / 2,
  bottomMm: topMm - 2 * PATCH_SIDE_MM,
  topMm: topMm - PATCH_SIDE_MM,
});
/** Cutting such a patch out, minutes: common practice. */
const OPEN_MINUTES = 15;

/** How a top plate is bored, by what room the roof leaves over it. */
const OVER_PLATE = {
  open: 'drill-plate-above',
  slant: 'drill-eave-above',
  none: 'drill-eave-below',
} as const satisfies Record<PlateReach, OperationKind>;

/** Plates of the bays that hold a box, and of those beside them where something stands in the way. */
export function addPlates(builder: GraphBuilder): void {
  const { input } = builder;
  const wanted = new Map<string, BayPlace>();
  for (const at of builder.bays.values()) {
    if (!builder.isThrough(at)) continue;
    wanted.set(`${at.frame.wall.id}#${at.bay.index}`, at);
    const boxes = at.nodes.flatMap((n) =>
      builder.nodes[n]?.terminal === null ? [] : [builder.wallPlace(n).xMm],
    );
    const free = freeUpAndDown(at);
    for (let d = -NEAR_BAYS; d <= NEAR_BAYS; d++) {
      const bay = at.frame.bays[at.bay.index + d];
      // Where nothing stands in the bay itself another one is only worth it when its stud is drilled by hand from the box.
      const near = (x: number) => !bay || Math.abs(x - (d < 0 ? bay.rightMm : bay.leftMm)) <= ARM_REACH_MM;
      if (bay && (!free || boxes.some(near)))
        wanted.set(`${at.frame.wall.id}#${bay.index}`, { frame: at.frame, bay, nodes: [] });
    }
  }
  for (const { frame, bay } of wanted.values()) {
    const line = input.plan.lines.get(frame.wall.id);
    // Block ends in a course that is filled.
    if (!line || input.closed?.has(frame.wall.id) || frame.wall.framing.kind === 'masonry') continue;
    const { room } = line;
    // Aim for the middle of the bay, as a person drilling blind does.
    const x = (bay.leftMm + bay.rightMm) / 2;
    const spot = spotOn(line, x);
    const place = builder.bayPlace(frame, bay);
    const over = bay.throughTop && openAbove(room) ? OVER_PLATE[plateReach(line, x)] : undefined;
    // From below a flexible bit goes up through the hole of a box in the same bay, else the wall is opened under the plates.
    const shut = over === 'drill-eave-below' && !builder.opensInto(place);
    if (over && (!shut || canOpen(frame.wall, underPlates(x, bay.topMm)))) {
      const up = builder.add({ in: 'above', spot, roomId: room.id });
      builder.above.push(up);
      builder.link(builder.inBay(place, x, bay.topMm), up, over, TOP_PLATES_MM, {
        openedMm2: shut ? PATCH_MM2 : 0,
        minutes: shut ? OPEN_MINUTES + plasterMinutes(frame.wall, PATCH_SIDE_MM) : 0,
      });
    }
    if (bay.throughBottom && openBelow(room)) {
      const down = builder.add({ in: 'below', spot, roomId: room.id });
      builder.below.push(down);
      builder.link(builder.inBay(place, x, bay.bottomMm), down, 'drill-plate-below', BOTTOM_PLATE_MM, {
        factor: belowFactor(room),
      });
    }
  }
}

/** Holes and conduits that are there already: no drilling, if they are wide enough. */
export function addPassages(builder: GraphBuilder): void {
  const { input } = builder;
  for (const [wallId, frame] of input.frames) {
    const line = input.plan.lines.get(wallId);
    if (!line || input.closed?.has(wallId)) continue;
    for (const p of frame.wall.passages ?? []) {
      if (p.diameterMm < inches(0.5)) continue;
      const top = p.to === 'above';
      const bay = frame.bays.find(
        (b) =>
          p.atMm >= b.leftMm &&
          p.atMm <= b.rightMm &&
          (p.to === 'behind' || (top ? b.throughTop : b.throughBottom)),
      );
      if (!bay) continue;
      const place = builder.bayPlace(frame, bay);
      if (p.to === 'behind') {
        const behind = input.plan.behind(wallId, p.atMm);
        const far = behind && input.frames.get(behind.line.wall.id);
        const farBay = far && bayAt(far, behind.xMm, bay.bottomMm + inches(6));
        if (!behind || !far || !farBay) continue;
        const height = bay.bottomMm + inches(6);
        builder.link(
          builder.inBay(place, p.atMm, height),
          builder.inBay(builder.bayPlace(far, farBay), behind.xMm, height),
          'use-passage',
          frame.wall.framing.depthMm,
        );
        continue;
      }
      if (top ? !openAbove(line.room) : !openBelow(line.room)) continue;
      const there = builder.add({
        in: top ? 'above' : 'below',
        spot: spotOn(line, p.atMm),
        roomId: line.room.id,
      });
      builder[top ? 'above' : 'below'].push(there);
      builder.link(
        builder.inBay(place, p.atMm, top ? bay.topMm : bay.bottomMm),
        there,
        'use-passage',
        top ? TOP_PLATES_MM : BOTTOM_PLATE_MM,
      );
    }
  }
}

/** Levels at which studs are crossed: those of the boxes, near-equal ones as one. */
export function levels(heights: readonly number[]): number[] {
  const out: number[] = [];
  for (const h of [...heights].sort((a, b) => a - b))
    if (out.length === 0 || h - (out.at(-1) ?? 0) > SAME_HEIGHT_MM) out.push(h);
  return out;
}

/** What stands where a stud would be drilled, within an inch. */
export const atDrill = (
  { wall }: WallFrame,
  leftMm: number,
  rightMm: number,
  heightMm: number,
): readonly Obstacle[] =>
  wall.obstacles.filter(
    (o) =>
      o.leftMm < rightMm + inches(1) &&
      o.rightMm > leftMm - inches(1) &&
      o.bottomMm < heightMm + inches(1) &&
      o.topMm > heightMm - inches(1),
  );
/** Drilling beside a cable that was seen: more can go wrong. */
const CABLE_RISK = 0.2;
/** A bit comes out of a stud this far before it stops, and keeps so much from a box above or below, mm: common practice. */
const BIT_OUT_MM = inches(1.5);
const BIT_CLEAR_MM = inches(0.375);
/** Half the hole through a stud, mm. */
const HALF_HOLE_MM = inches(0.4375);

/** The boxes that a bit through the wood between two places would come into, at that height. */
const inTheBit = (
  { wall }: WallFrame,
  solids: readonly BoxSolid[],
  leftMm: number,
  rightMm: number,
  heightMm: number,
): readonly BoxSolid[] =>
  solids.filter(
    (s) =>
      s.leftMm < rightMm + BIT_OUT_MM &&
      s.rightMm > leftMm - BIT_OUT_MM &&
      s.bottomMm < heightMm + HALF_HOLE_MM + BIT_CLEAR_MM &&
      s.topMm > heightMm - HALF_HOLE_MM - BIT_CLEAR_MM &&
      s.fromMm < wall.framing.depthMm / 2 + HALF_HOLE_MM &&
      s.toMm > wall.framing.depthMm / 2 - HALF_HOLE_MM,
  );

/** A strip at a height, as it is opened. */
const stripAt = (heightMm: number) => ({
  bottomMm: heightMm - SLOT_HEIGHT_MM / 2,
  topMm: heightMm + SLOT_HEIGHT_MM / 2,
});

/** Plaster takes this much longer to open than drywall, minutes for each mm of strip: common practice, 12 minutes a foot against 4. */
const PLASTER_MORE = 8 / inches(12);
const plasterMinutes = ({ finish }: Wall, lengthMm: number): number =>
  finish === 'plaster' ? PLASTER_MORE * lengthMm : 0;

interface Crossing {
  readonly a: Bay;
  readonly b: Bay;
}

const crossingsOf = ({ bays }: WallFrame): Crossing[] =>
  bays.flatMap((b, i) => {
    const a = bays[i - 1];
    return a && b.leftMm - a.rightMm <= CROSSING_MM ? [{ a, b }] : [];
  });

const reaches = ({ a, b }: Crossing, h: number): boolean =>
  h >= Math.max(a.bottomMm, b.bottomMm) && h <= Math.min(a.topMm, b.topMm);

/** The height of a strip that is opened for the boxes at a level: theirs, or just above or below the ones that a bit would meet. */
function stripHeight(
  frame: WallFrame,
  solids: readonly BoxSolid[],
  crossings: readonly Crossing[],
  h: number,
): number {
  const met = (at: number) =>
    crossings.flatMap((c) =>
      reaches(c, at) ? [inTheBit(frame, solids, c.a.rightMm, c.b.leftMm, at)] : [solids],
    );
  const here = met(h).flat();
  if (here.length === 0) return h;
  const clear = HALF_HOLE_MM + BIT_CLEAR_MM + 1;
  const beside = here.flatMap((s) => [s.topMm + clear, s.bottomMm - clear]);
  const blocked = (at: number) => met(at).filter((m) => m.length > 0).length;
  return [h, ...beside]
    .map((at) => ({ at, blocked: blocked(at) }))
    .reduce((best, x) =>
      x.blocked < best.blocked || (x.blocked === best.blocked && Math.abs(x.at - h) < Math.abs(best.at - h))
        ? x
        : best,
    ).at;
}

/** Does a flexible bit reach the wood between two bays from a hole in one of them: not too near to bend, not too far to guide? */
const bends = ({ a, b }: Crossing, { xMm }: WallPlace): boolean => {
  const off =
    xMm >= a.leftMm && xMm <= a.rightMm
      ? a.rightMm - xMm
      : xMm >= b.leftMm && xMm <= b.rightMm
        ? xMm - b.leftMm
        : 0;
  return off >= BEND_MM && off <= ARM_REACH_MM;
};

/** Stud crossings along a wall: by hand through the open hole of a box, else by opening the wall. */
export function addCrossings(builder: GraphBuilder, frame: WallFrame, heights: readonly number[]): void {
  if (frame.wall.framing.kind === 'masonry') return;
  const open = builder.openHoles(frame.wall.id);
  const { kind, depthMm } = frame.wall.framing;
  const byHand = kind === 'wood' && depthMm >= BEND_DEPTH_MM;
  const solids = builder.solids(frame.wall.id);
  const crossings = crossingsOf(frame);
  for (const h of heights) {
    const strip = stripHeight(frame, solids, crossings, h);
    for (const crossing of crossings) {
      const { a, b } = crossing;
      const wood = b.leftMm - a.rightMm;
      const hand =
        byHand && open.some((t) => Math.abs(t.heightMm - h) <= SAME_HEIGHT_MM && bends(crossing, t));
      const cross = (op: 'drill-stud' | 'slot-wall', at: number, openedMm2: number, minutes = 0) => {
        if (!reaches(crossing, at) || inTheBit(frame, solids, a.rightMm, b.leftMm, at).length > 0) return;
        const met = atDrill(frame, a.rightMm, b.leftMm, at);
        // A hole can go above or below a cable; nothing else moves aside.
        if (met.some((o) => o.kind !== 'cable')) return;
        builder.link(
          builder.inBay(builder.bayPlace(frame, a), a.rightMm, at),
          builder.inBay(builder.bayPlace(frame, b), b.leftMm, at),
          op,
          wood,
          { openedMm2, minutes, crowded: met.length > 0 ? CABLE_RISK : 0 },
        );
      };
      if (hand) cross('drill-stud', h, 0);
      // From the middle of one bay to the middle of the next: the board that comes off for one stud.
      const [left, right] = [(a.leftMm + a.rightMm) / 2, (b.leftMm + b.rightMm) / 2];
      const area = { leftMm: left, rightMm: right, ...stripAt(strip) };
      if (canOpen(frame.wall, area))
        cross('slot-wall', strip, (right - left) * SLOT_HEIGHT_MM, plasterMinutes(frame.wall, right - left));
    }
  }
}

/** What is opened on each side of a corner, mm: common practice. */
const CORNER_OPEN_MM = inches(6);
/** How far above or below a level a corner may be bored where a box is in the way, mm. */
const CORNER_ASIDE_MM = [0, inches(5), -inches(5)] as const;

export function addCorners(builder: GraphBuilder, room: Room, heights: readonly number[]): void {
  const { input } = builder;
  room.walls.forEach((wall, i) => {
    const next = room.walls[(i + 1) % room.walls.length];
    const a = input.frames.get(wall.id);
    const b = next && input.frames.get(next.id);
    const last = a?.bays.at(-1);
    const first = b?.bays[0];
    if (!a || !b || !last || !first || wall.id === next.id) return;
    // A corner that stands out into the room has its bead to be put back as well.
    const op = wall.turn === 'right' ? 'turn-corner' : 'turn-outside';
    if (input.closed?.has(wall.id) || input.closed?.has(next.id)) return;
    if ([wall, next].some((w) => w.framing.kind === 'masonry')) return;
    // A door right in the corner leaves no bay to turn from.
    if (a.wall.lengthMm - last.rightMm > CROSSING_MM || first.leftMm > CROSSING_MM) return;
    const clearAt = (h: number) =>
      canOpen(wall, { leftMm: wall.lengthMm - CORNER_OPEN_MM, rightMm: wall.lengthMm, ...stripAt(h) }) &&
      canOpen(next, { leftMm: 0, rightMm: CORNER_OPEN_MM, ...stripAt(h) }) &&
      h >= Math.max(last.bottomMm, first.bottomMm) &&
      h <= Math.min(last.topMm, first.topMm) &&
      inTheBit(a, builder.solids(wall.id), last.rightMm, wall.lengthMm, h).length === 0 &&
      inTheBit(b, builder.solids(next.id), 0, first.leftMm, h).length === 0;
    for (const level of heights) {
      const h = CORNER_ASIDE_MM.map((aside) => level + aside).find(clearAt);
      if (h === undefined) continue;
      const from = builder.inBay(builder.bayPlace(a, last), last.rightMm, h);
      const to = builder.inBay(builder.bayPlace(b, first), first.leftMm, h);
      const wood = a.wall.lengthMm - last.rightMm + first.leftMm;
      builder.link(from, to, op, wood, {
        openedMm2: (2 * CORNER_OPEN_MM + wood) * SLOT_HEIGHT_MM,
        minutes: plasterMinutes(wall, CORNER_OPEN_MM) + plasterMinutes(next, CORNER_OPEN_MM),
      });
    }
  });
}

/** Another room's face of the same bay: the cable only has to come out on the other side. */
export function addBackToBack(builder: GraphBuilder): void {
  const { input } = builder;
  for (const node of [...builder.nodes]) {
    if (node.terminal === null || node.place.in !== 'wall') continue;
    const behind = input.plan.behind(node.place.wallId, node.place.xMm);
    const frame = behind && input.frames.get(behind.line.wall.id);
    const bay = frame && bayAt(frame, behind.xMm, node.place.heightMm);
    if (!frame || !bay || frame.wall.framing.kind === 'masonry') continue;
    const far = builder.inBay(builder.bayPlace(frame, bay), behind.xMm, node.place.heightMm);
    builder.link(node.id, far, 'same-bay', frame.wall.framing.depthMm);
  }
}

type Passing = 'free' | 'tight' | 'block' | 'blocked';

/** What a cable meets on its way inside one bay: nothing, a narrow thing beside it, a block that can be drilled, or no way. */
function meets(frame: WallFrame, bay: Bay, o: Obstacle): Passing {
  if (o.kind === 'return-air' || o.kind === 'flue') return 'blocked';
  // A cable lies beside another one.
  if (o.kind === 'cable') return 'free';
  const takes = Math.min(o.rightMm, bay.rightMm) - Math.max(o.leftMm, bay.leftMm);
  if (takes <= 0) return 'free';
  if (takes <= bay.rightMm - bay.leftMm - PASS_MM) return 'tight';
  return (o.kind === 'blocking' || o.kind === 'brace') && frame.wall.framing.kind === 'wood'
    ? 'block'
    : 'blocked';
}

const WORSE: readonly Passing[] = ['free', 'tight', 'block', 'blocked'];

/** What a cable meets between two places of one bay: the worst of it, and the blocks that are drilled. */
export function metBetween(
  { frame, bay }: Pick<BayPlace, 'frame' | 'bay'>,
  a: Pick<WallPlace, 'heightMm'>,
  b: Pick<WallPlace, 'heightMm'>,
): { how: Passing; blocks: readonly Obstacle[] } {
  let how: Passing = 'free';
  const blocks: Obstacle[] = [];
  const [bottom, top] = [Math.min(a.heightMm, b.heightMm), Math.max(a.heightMm, b.heightMm)];
  for (const o of frame.wall.obstacles) {
    if (o.topMm <= bottom || o.bottomMm >= top || o.rightMm <= bay.leftMm || o.leftMm >= bay.rightMm)
      continue;
    const met = meets(frame, bay, o);
    if (met === 'block') blocks.push(o);
    if (WORSE.indexOf(met) > WORSE.indexOf(how)) how = met;
  }
  return { how, blocks };
}

const NONE: ReadonlySet<WallId> = new Set();

/** All portals of a bay are joined by the cable between them, and by what stands in the way. */
export function joinBays(builder: GraphBuilder): void {
  const closed = builder.input.closed ?? NONE;
  for (const at of builder.bays.values()) {
    const { frame, nodes } = at;
    if (closed.has(frame.wall.id)) continue;
    const open = builder.opensInto(at);
    for (let i = 0; i < nodes.length; i++)
      for (let j = i + 1; j < nodes.length; j++) {
        const [p, q] = [nodes[i] ?? 0, nodes[j] ?? 0];
        const [a, b] = [builder.wallPlace(p), builder.wallPlace(q)];
        const { how, blocks } = metBetween(at, a, b);
        if (how === 'blocked') continue;
        const cable = Math.abs(a.xMm - b.xMm) + Math.abs(a.heightMm - b.heightMm);
        if (how === 'block')
          builder.link(p, q, 'cross-blocking', cable, {
            factor: blocks.length,
            holes: blocks.length - 1,
            minutes: (3 + (3 * cable) / 1000) * (frame.wall.insulated ? 2 : 1),
            // Without an open hole in the bay the wall is opened at each block.
            openedMm2: open ? 0 : blocks.length * PATCH_MM2,
          });
        else
          builder.link(p, q, 'fish', cable, {
            // Portals on the same spot need no work between them.
            factor: cable < 1 ? 0 : frame.wall.insulated ? 2 : 1,
            crowded: how === 'tight' ? 0.15 : 0,
          });
      }
  }
}

/** Height at which a cable goes behind a baseboard, mm: in the middle of a 3-1/2 in board. */
const BASEBOARD_MM = inches(2);

/** Behind the baseboard from bay to bay, round corners, never across a door. */
export function addTrim(builder: GraphBuilder, room: Room): void {
  const { input } = builder;
  const along = (
    wall: Room['walls'][number],
  ): { nodes: number[]; start: number; end: number } | undefined => {
    const frame = input.frames.get(wall.id);
    // Studs are notched for it: sheet steel and masonry are not.
    if (!frame || !wall.baseboard || wall.framing.kind !== 'wood' || input.closed?.has(wall.id))
      return undefined;
    const entries = [...builder.bays.values()].filter(
      (b) =>
        b.frame === frame &&
        b.bay.bottomMm < BASEBOARD_MM &&
        b.nodes.some((n) => builder.nodes[n]?.terminal !== null),
    );
    const chase = (xMm: number) => builder.add({ in: 'wall', wallId: wall.id, xMm, heightMm: BASEBOARD_MM });
    const stops = entries.map((at) => {
      const x = (at.bay.leftMm + at.bay.rightMm) / 2;
      const node = chase(x);
      builder.link(builder.inBay(at, x, BASEBOARD_MM), node, 'behind-baseboard', 0);
      return node;
    });
    const start = chase(0);
    const end = chase(wall.lengthMm);
    const doors = wall.openings.filter((o) => o.bottomMm < BASEBOARD_MM + inches(2));
    const nodes = [start, ...stops, end].sort((a, b) => builder.wallPlace(a).xMm - builder.wallPlace(b).xMm);
    for (let i = 0; i + 1 < nodes.length; i++) {
      const [a, b] = [nodes[i] ?? 0, nodes[i + 1] ?? 0];
      const [x1, x2] = [builder.wallPlace(a).xMm, builder.wallPlace(b).xMm];
      if (doors.some((o) => o.leftMm < x2 && o.rightMm > x1)) continue;
      builder.link(a, b, 'trim-chase', x2 - x1);
    }
    return { nodes, start, end };
  };
  const walls = room.walls.map(along);
  walls.forEach((w, i) => {
    const next = walls[(i + 1) % walls.length];
    if (w && next && w !== next) builder.link(w.end, next.start, 'trim-chase', 0, { factor: 0 });
  });
}
