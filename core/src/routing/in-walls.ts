import type { Obstacle, Opening, Room, Wall, WallId } from '../document/index.ts';
import {
  bayAt,
  canOpen,
  openStuds,
  plateReach,
  spotOn,
  type Bay,
  type PlateReach,
  type WallFrame,
} from '../structure/index.ts';
import { inches } from '../units/index.ts';
import type { BayPlace, GraphBuilder } from './builder.ts';
import { plasterMinutes } from './crossings.ts';
import { onWall, type WallPlace } from './places.ts';
import {
  ARM_REACH_MM,
  BOTTOM_PLATE_MM,
  OPERATIONS,
  TOP_PLATES_MM,
  type OperationKind,
} from './operations.ts';

/** Bays on each side of a box whose plates are worth a hole: further off the way to them costs more than another box. */
const NEAR_BAYS = 1;
/** What is cut out of a wall to bore one block or the plates of a bay, mm. */
export const PATCH_SIDE_MM = inches(6);
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
    // From the open bay nobody drills blind.
    const op = over && openStuds(frame.wall) ? 'drill-plate-open' : over;
    if (op && (!shut || canOpen(frame.wall, underPlates(x, bay.topMm)))) {
      const up = builder.add({ in: 'above', spot, roomId: room.id });
      builder.above.push(up);
      builder.link(builder.inBay(place, x, bay.topMm), up, op, TOP_PLATES_MM, {
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

/** Stapling along a stud that is seen takes this share of fishing, and no second pair of hands: common practice. */
const STAPLED = 0.6;

/** All portals of a bay are joined by the cable between them, and by what stands in the way. */
export function joinBays(builder: GraphBuilder): void {
  const closed = builder.input.closed ?? NONE;
  for (const at of builder.bays.values()) {
    const { frame, nodes } = at;
    if (closed.has(frame.wall.id)) continue;
    const open = builder.opensInto(at);
    const seen = openStuds(frame.wall);
    for (let i = 0; i < nodes.length; i++)
      for (let j = i + 1; j < nodes.length; j++) {
        const [p, q] = [nodes[i] ?? 0, nodes[j] ?? 0];
        const [a, b] = [builder.wallPlace(p), builder.wallPlace(q)];
        const { how, blocks } = metBetween(at, a, b);
        if (how === 'blocked') continue;
        const cable = Math.abs(a.xMm - b.xMm) + Math.abs(a.heightMm - b.heightMm);
        if (how === 'block') {
          const fishing = (3 + (3 * cable) / 1000) * (frame.wall.insulated ? 2 : 1);
          builder.link(p, q, 'cross-blocking', cable, {
            factor: blocks.length,
            holes: blocks.length - 1,
            minutes: fishing,
            each: fishing,
            // Without an open hole in the bay the wall is opened at each block.
            openedMm2: open ? 0 : blocks.length * PATCH_MM2,
            work: `${frame.wall.id} ${at.bay.index} ${blocks.map((o) => o.bottomMm).join(' ')}`,
          });
        } else
          builder.link(p, q, 'fish', cable, {
            // Portals on the same spot need no work between them.
            factor:
              cable < 1 ? 0 : seen ? STAPLED / (builder.input.alone ? 2 : 1) : frame.wall.insulated ? 2 : 1,
            crowded: how === 'tight' ? 0.15 : 0,
          });
      }
  }
}

/** How high a cable goes behind a baseboard, mm: in the middle of one of 3-1/2 in. */
const BASEBOARD_MM = inches(2);
/** How far under the ceiling it goes behind a crown molding, mm: just below the top plates, so that one of 4 in covers it. */
const CROWN_MM = TOP_PLATES_MM + inches(0.5);
export const CROWN_LEAST_MM = inches(4);
/** A door this near to the ceiling has no casing over it to go behind, mm. */
const HEAD_MM = inches(3);
/** A door or window this near to the board is in its way, mm. */
const CASING_MM = inches(2);

/** A board along a wall that a cable may go behind: where it runs, what is done, which openings break it. */
interface Trim {
  readonly along: (wall: Wall) => boolean;
  readonly heightMm: (room: Room) => number;
  readonly enter: OperationKind;
  readonly run: OperationKind;
  readonly breaks: (opening: Opening, heightMm: number) => boolean;
  /** The work that leads around an opening in the way, where its casing comes off. */
  readonly around?: { readonly op: OperationKind; readonly may: (wall: Wall) => boolean };
}
const TRIMS: readonly Trim[] = [
  {
    along: (w) => w.baseboard === true,
    heightMm: () => BASEBOARD_MM,
    enter: 'behind-baseboard',
    run: 'trim-chase',
    breaks: (o, h) => o.bottomMm < h + CASING_MM,
    around: { op: 'casing-chase', may: (w) => w.casing === true },
  },
  {
    along: (w) => w.crown === true,
    heightMm: (room) => room.ceilingMm - CROWN_MM,
    enter: 'behind-crown',
    run: 'crown-chase',
    breaks: (o, h) => o.topMm > h - CASING_MM,
  },
];

/** Behind the baseboard, around a door only behind its casing, and behind the crown molding, over doors and windows: from bay to bay, round corners. */
export function addTrim(builder: GraphBuilder, room: Room): void {
  for (const trim of TRIMS) addBoard(builder, room, trim);
}

function addBoard(builder: GraphBuilder, room: Room, trim: Trim): void {
  const { input } = builder;
  const heightMm = trim.heightMm(room);
  const along = (wall: Wall): { nodes: number[]; start: number; end: number } | undefined => {
    const frame = input.frames.get(wall.id);
    // Sheet steel is not notched, and into masonry nothing is nailed back.
    if (!frame || !trim.along(wall) || wall.framing.kind !== 'wood' || input.closed?.has(wall.id))
      return undefined;
    const entries = [...builder.bays.values()].filter(
      (b) =>
        b.frame === frame &&
        b.bay.bottomMm < heightMm &&
        b.bay.topMm > heightMm &&
        b.nodes.some((n) => builder.nodes[n]?.terminal !== null),
    );
    const chase = (xMm: number) => builder.add({ in: 'wall', wallId: wall.id, xMm, heightMm });
    const stops = entries.map((at) => {
      const x = (at.bay.leftMm + at.bay.rightMm) / 2;
      const node = chase(x);
      builder.link(builder.inBay(at, x, heightMm), node, trim.enter, 0);
      return node;
    });
    const start = chase(0);
    const end = chase(wall.lengthMm);
    const broken = wall.openings.filter((o) => trim.breaks(o, heightMm));
    const nodes = [start, ...stops, end].sort((a, b) => builder.wallPlace(a).xMm - builder.wallPlace(b).xMm);
    for (let i = 0; i + 1 < nodes.length; i++) {
      const [a, b] = [nodes[i] ?? 0, nodes[i + 1] ?? 0];
      const [x1, x2] = [builder.wallPlace(a).xMm, builder.wallPlace(b).xMm];
      const between = broken.filter((o) => o.leftMm < x2 && o.rightMm > x1);
      if (between.length === 0) builder.link(a, b, trim.run, x2 - x1);
      else if (trim.around?.may(wall) === true && between.every((o) => o.topMm < room.ceilingMm - HEAD_MM)) {
        const up = between.reduce((s, o) => s + 2 * (o.topMm + CASING_MM - heightMm), 0);
        builder.link(a, b, trim.around.op, x2 - x1 + up, {
          minutes: (between.length - 1) * OPERATIONS[trim.around.op].minutes,
        });
      }
    }
    return { nodes, start, end };
  };
  const walls = room.walls.map(along);
  walls.forEach((w, i) => {
    const next = walls[(i + 1) % walls.length];
    if (w && next && w !== next) builder.link(w.end, next.start, trim.run, 0, { factor: 0 });
  });
}
