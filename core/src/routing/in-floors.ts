import type { Room } from '../document/index.ts';
import {
  acrossJoists,
  alongJoists,
  inJoistsWay,
  joistBayAt,
  joistLayout,
  joistsCrossed,
  joistsOf,
  levelOf,
  openCeiling,
  spotOn,
  type Bay,
  type JoistLayout,
  type MemberFacts,
  type Spot,
} from '../structure/index.ts';
import { feet, inches } from '../units/index.ts';
import type { GraphBuilder, HallRun } from './builder.ts';
import { belowFactor, PATCH_MM2 } from './in-walls.ts';
import { BOTTOM_PLATE_MM, SLOT_HEIGHT_MM, TOP_PLATES_MM } from './operations.ts';
import type { FlatPlace } from './places.ts';

/** Guard strips are needed this near to an attic hatch, mm: NEC 320.23(A), 334.23. */
const GUARD_MM = feet(6);
const GUARD_MINUTES = 15;
/** Floor between two stories: joists and subfloor, mm; common practice where nobody has measured. */
export const FLOOR_MM = inches(10);

const flat = (builder: GraphBuilder, id: number): FlatPlace | undefined => {
  const place = builder.nodes[id]?.place;
  return place && 'spot' in place ? place : undefined;
};

/** A portal of an attic, of the space below, or between the joists of an open ceiling. */
interface Standing {
  readonly id: number;
  readonly spot: Spot;
  /** The joists that a run from here goes across. */
  readonly joists: JoistLayout;
  readonly members: MemberFacts;
  /** How much longer work takes there. */
  readonly factor: number;
}

/** Attic and basement: along the framing and square across it; in the basement every joist that is crossed is bored, unless its kind says otherwise. */
export function joinFlat(builder: GraphBuilder, side: 'above' | 'below'): void {
  const rooms = new Map(builder.input.house.rooms.map((r) => [r.id, r] as const));
  const hatches = builder.input.house.rooms.flatMap((r) => {
    const h = r.above.hatch;
    return h ? [{ xMm: r.place.xMm + h.xMm, yMm: r.place.yMm + h.yMm }] : [];
  });
  const spaces = new Map<number, Standing[]>();
  for (const id of builder[side]) {
    const place = flat(builder, id);
    const room = place && rooms.get(place.roomId);
    if (!place || !room) continue;
    // An open ceiling is the same space as the one below the rooms over it.
    const over = place.in === 'joists';
    // Rooms of one story share the attic over them and the space under them: nobody enters a room just to say so.
    if (side === 'above' && !room.above.canEnter) continue;
    const space = levelOf(room) + (over ? 1 : 0);
    const facing = over ? 'above' : side;
    const one: Standing = {
      id,
      spot: place.spot,
      joists: joistLayout(room, facing),
      members: joistsOf(room, facing),
      factor: over ? 1 : belowFactor(room),
    };
    const beside = spaces.get(space);
    if (beside) beside.push(one);
    else spaces.set(space, [one]);
  }
  for (const standing of spaces.values()) {
    const portals = standing.map((s) => s.id);
    // The room of the portal that comes first says how the joists run, whichever end one starts from.
    const measure = side === 'above' ? overhead(hatches) : underfoot;
    const direct = alike(standing) && (side === 'below' || hatches.length === 0);
    builder.hall(portals, side === 'above' ? 'run-attic' : 'run-below', direct, (i, j, run) => {
      const [a, b] = i < j ? [standing[i], standing[j]] : [standing[j], standing[i]];
      if (a && b) measure(a, b, run);
    });
  }
}

/** Does every run in a space cost alike: then none is cheaper by way of a third portal. */
function alike([first, ...rest]: readonly Standing[]): boolean {
  return rest.every(
    ({ joists: j, members, factor }) =>
      j.axis === first?.joists.axis &&
      j.spacingMm === first.joists.spacingMm &&
      members === first.members &&
      factor === first.factor &&
      (j.atMm === undefined
        ? first.joists.atMm === undefined
        : first.joists.atMm !== undefined && Number.isInteger((j.atMm - first.joists.atMm) / j.spacingMm)),
  );
}

/** These run once for every pair of portals of a space: nothing is made in them, and nothing global is looked up. */
const { abs } = Math;

const overhead =
  (hatches: readonly Spot[]) =>
  (a: Standing, b: Standing, run: HallRun): void => {
    const dx = abs(a.spot.xMm - b.spot.xMm);
    const dy = abs(a.spot.yMm - b.spot.yMm);
    const across = a.joists.axis === 'xMm' ? dx : dy;
    const length = dx + dy;
    const guard =
      hatches.length > 0 && across > 0 && hatches.some((h) => nearRun(a.spot, b.spot, h) < GUARD_MM);
    run.cableMm = length;
    run.factor = 1 + 0.6 * (length === 0 ? 0 : across / length);
    run.minutes = guard ? GUARD_MINUTES : 0;
    run.holes = 0;
  };

function underfoot(a: Standing, b: Standing, run: HallRun): void {
  const dx = abs(a.spot.xMm - b.spot.xMm);
  const dy = abs(a.spot.yMm - b.spot.yMm);
  const { axis } = a.joists;
  const crossed = joistsCrossed(a.joists, a.spot[axis], b.spot[axis]);
  run.cableMm = dx + dy;
  run.factor = a.factor;
  run.minutes = crossed * a.members.minutes * a.factor;
  run.holes = a.members.pass === 'bore' ? crossed : 0;
}

/** Distance of a place from a run that goes square between two spots. */
function nearRun(a: Spot, b: Spot, to: Spot): number {
  const clamp = (v: number, p: number, q: number) => Math.min(Math.max(v, Math.min(p, q)), Math.max(p, q));
  const first = Math.hypot(clamp(to.xMm, a.xMm, b.xMm) - to.xMm, a.yMm - to.yMm);
  const second = Math.hypot(b.xMm - to.xMm, clamp(to.yMm, a.yMm, b.yMm) - to.yMm);
  return Math.min(first, second);
}

/** Does a closed ceiling of joist bays lie over this room? */
export const closedCeiling = (room: Room): boolean => room.above.kind !== 'attic' && !openCeiling(room);

/** The tops of the bays of a room that a cable may leave: the place in the wall, and the one between the joists over it. */
function bayTops(
  builder: GraphBuilder,
  room: Room,
): { readonly inWall: number; readonly overWall: number }[] {
  const { input } = builder;
  return [...builder.bays.values()].flatMap((at) => {
    const { frame, bay } = at;
    const line = input.plan.lines.get(frame.wall.id);
    if (!line || line.room.id !== room.id || !bay.throughTop || input.closed?.has(frame.wall.id)) return [];
    if (!builder.isThrough(at)) return [];
    const x = (bay.leftMm + bay.rightMm) / 2;
    return [
      {
        inWall: builder.inBay(at, x, bay.topMm),
        overWall: builder.add({ in: 'joists', spot: spotOn(line, x), roomId: room.id }),
      },
    ];
  });
}

/** Joist bays over a closed ceiling: from the bays of the walls, along the joists, and across them by opening the ceiling. */
export function addJoists(builder: GraphBuilder, room: Room): void {
  if (!closedCeiling(room)) return;
  const here = () =>
    builder.joists.filter((n) => {
      const place = flat(builder, n);
      return place?.roomId === room.id;
    });
  const lights = here();
  if (lights.length === 0) return;
  for (const { inWall, overWall } of bayTops(builder, room)) {
    builder.joists.push(overWall);
    builder.link(inWall, overWall, 'open-ceiling-edge', TOP_PLATES_MM, {
      openedMm2: 2 * inches(12) * SLOT_HEIGHT_MM,
    });
  }
  // From a strip of open ceiling a joist is bored, or a truss passed; others are not touched.
  const { pass } = joistsOf(room, 'above');
  const open = pass === 'bore' || pass === 'webs';
  const layout = joistLayout(room, 'above');
  const nodes = here();
  for (let i = 0; i < nodes.length; i++)
    for (let j = i + 1; j < nodes.length; j++) {
      const [p, q] = [nodes[i] ?? 0, nodes[j] ?? 0];
      const [a, b] = [flat(builder, p), flat(builder, q)];
      if (!a || !b) continue;
      const along = abs(alongJoists(layout, a.spot) - alongJoists(layout, b.spot));
      const [v, w] = [acrossJoists(layout, a.spot), acrossJoists(layout, b.spot)];
      const across = abs(v - w);
      const crossed = abs(joistBayAt(layout, v) - joistBayAt(layout, w));
      if (inJoistsWay(room, a.spot, b.spot)) continue;
      if (crossed === 0)
        builder.link(p, q, 'fish-joists', along + across, {
          // Nobody has found a joist: one may stand between the two places all the same.
          crowded: layout.atMm === undefined ? Math.min(1, across / layout.spacingMm) * JOIST_BETWEEN : 0,
        });
      else if (open)
        builder.link(p, q, 'slot-ceiling', along + across, {
          factor: crossed,
          holes: pass === 'bore' ? crossed - 1 : 0,
          openedMm2: crossed * layout.spacingMm * SLOT_HEIGHT_MM,
          minutes: 8 + (3 * along) / 1000,
          each: 8 + (3 * along) / 1000,
        });
    }
}
/** What it weighs that a joist stands where none was thought: the ceiling is opened there. Common practice. */
const JOIST_BETWEEN = 0.5;

/** The walls of a room under open joists: a hole through the top plates is bored from the room. */
export function addOpenPlates(builder: GraphBuilder, room: Room): void {
  if (!openCeiling(room)) return;
  for (const { inWall, overWall } of bayTops(builder, room)) {
    builder.below.push(overWall);
    builder.link(inWall, overWall, 'drill-plate-open', TOP_PLATES_MM);
  }
}

/** Two lines of wall this near over each other are one line of framing, mm. */
const OVER_MM = 200;

/** Studs of two stories need not stand over each other: a hole through both plates has to be clear of them all, mm. */
const BOTH_BAYS_MM = inches(2.5);
const NOTHING_SHARED: { readonly bay: Bay | null; readonly widthMm: number; readonly x: number } = {
  bay: null,
  widthMm: 0,
  x: 0,
};

/** Up inside a wall into the wall that stands over it. */
export function addStories(builder: GraphBuilder): void {
  const { input } = builder;
  const lines = [...input.plan.lines.values()];
  for (const at of [...builder.bays.values()]) {
    const line = input.plan.lines.get(at.frame.wall.id);
    if (!line || !builder.isThrough(at)) continue;
    if (input.closed?.has(at.frame.wall.id)) continue;
    for (const other of lines) {
      const step = levelOf(other.room) - levelOf(line.room);
      if (Math.abs(step) !== 1 || input.closed?.has(other.wall.id)) continue;
      if (Math.abs(other.along.xMm) !== Math.abs(line.along.xMm)) continue;
      const dx = line.from.xMm - other.from.xMm;
      const dy = line.from.yMm - other.from.yMm;
      if (Math.abs(dx * other.along.yMm - dy * other.along.xMm) > OVER_MM) continue;
      const frame = input.frames.get(other.wall.id);
      const up = step > 0;
      if (!frame || (up ? !at.bay.throughTop : !at.bay.throughBottom)) continue;
      // A place at x on this line is at zero + way * x on the other one.
      const zero = dx * other.along.xMm + dy * other.along.yMm;
      const way = line.along.xMm * other.along.xMm + line.along.yMm * other.along.yMm > 0 ? 1 : -1;
      const shared = frame.bays
        .filter((b) => (up ? b.throughBottom : b.throughTop))
        .map((bay) => {
          const ends = [way * (bay.leftMm - zero), way * (bay.rightMm - zero)];
          const leftMm = Math.max(at.bay.leftMm, Math.min(...ends));
          const rightMm = Math.min(at.bay.rightMm, Math.max(...ends));
          return { bay, widthMm: rightMm - leftMm, x: (leftMm + rightMm) / 2 };
        })
        .reduce((best, b) => (b.widthMm > best.widthMm ? b : best), NOTHING_SHARED);
      const { bay, x } = shared;
      if (!bay || shared.widthMm < BOTH_BAYS_MM) continue;
      const along = zero + way * x;
      builder.link(
        builder.inBay(at, x, up ? at.bay.topMm : at.bay.bottomMm),
        builder.inBay(builder.bayPlace(frame, bay), along, up ? bay.bottomMm : bay.topMm),
        'between-floors',
        TOP_PLATES_MM + FLOOR_MM + BOTTOM_PLATE_MM,
        {
          openedMm2: builder.opensInto(at) || builder.opensInto({ frame, bay }) ? 0 : PATCH_MM2,
          // Found from below and from above, it is one hole.
          work: [`${at.frame.wall.id} ${at.bay.index}`, `${other.wall.id} ${bay.index}`].sort().join(' '),
        },
      );
    }
  }
}
