import type { House, Point, Position, Room, Wall, WallId } from '../document/index.ts';
import { msg, q, type Text } from '../words/index.ts';

export interface Spot {
  readonly xMm: number;
  readonly yMm: number;
}

/** A wall as a line in the plan of the house, seen from inside left to right; y grows to the south. */
export interface WallLine {
  readonly room: Room;
  readonly wall: Wall;
  readonly from: Spot;
  /** Unit vector along the wall. */
  readonly along: Spot;
}

/** Lays a room's walls one after the other, turning right (clockwise from above) or left at each corner. */
export function wallLines(room: Room): WallLine[] {
  let at: Spot = room.place;
  let along: Spot = { xMm: 1, yMm: 0 };
  return room.walls.map((wall) => {
    const line: WallLine = { room, wall, from: at, along };
    at = { xMm: at.xMm + along.xMm * wall.lengthMm, yMm: at.yMm + along.yMm * wall.lengthMm };
    along =
      wall.turn === 'right' ? { xMm: 0 - along.yMm, yMm: along.xMm } : { xMm: along.yMm, yMm: 0 - along.xMm };
    return line;
  });
}

/** How far the last wall ends from where the first began, mm; a room that is only partly measured does not close. */
export function closingErrorMm(room: Room): number {
  const last = wallLines(room).at(-1);
  if (!last) return 0;
  const end = spotOn(last, last.wall.lengthMm);
  return Math.hypot(end.xMm - room.place.xMm, end.yMm - room.place.yMm);
}

export const spotOn = (line: WallLine, xMm: number): Spot => ({
  xMm: line.from.xMm + line.along.xMm * xMm,
  yMm: line.from.yMm + line.along.yMm * xMm,
});

/** Everything that can be asked about places in one house, worked out once per house document. */
export interface PlanOfHouse {
  readonly lines: ReadonlyMap<WallId, WallLine>;
  readonly roomOf: (at: Position) => Room | undefined;
  readonly spotOf: (at: Position) => Spot | undefined;
  /** The other face of the same wall: which wall of another room backs onto this one, and where. */
  readonly behind: (wallId: WallId, xMm: number) => { line: WallLine; xMm: number } | undefined;
}

/** Story of a room; 0 is the lowest. */
export const levelOf = (room: Pick<Room, 'level'>): number => room.level ?? 0;

/** Two faces are one wall when they look away from each other no further apart than a thick wall, mm. */
const THICKEST_WALL_MM = 260;

/**
 * Where the left corner of another face of the same wall lies in the measure of this one, mm; undefined when the two are not faces
 * of one wall. A place at x on this face is at the answer less x on the other.
 */
export function faceZero(own: WallLine, other: WallLine): number | undefined {
  if (own.room.id === other.room.id || levelOf(own.room) !== levelOf(other.room)) return undefined;
  if (own.along.xMm !== -other.along.xMm || own.along.yMm !== -other.along.yMm) return undefined;
  const dx = other.from.xMm - own.from.xMm;
  const dy = other.from.yMm - own.from.yMm;
  // Across, positive to the left of the line's run: outside of the room it belongs to.
  const across = dx * own.along.yMm - dy * own.along.xMm;
  return across >= 0 && across <= THICKEST_WALL_MM ? dx * own.along.xMm + dy * own.along.yMm : undefined;
}

function otherFace(
  lines: readonly WallLine[],
  line: WallLine,
  xMm: number,
): { line: WallLine; xMm: number } | undefined {
  for (const other of lines) {
    const zero = faceZero(line, other);
    if (zero !== undefined && zero - xMm >= 0 && zero - xMm <= other.wall.lengthMm)
      return { line: other, xMm: zero - xMm };
  }
  return undefined;
}

export function planOfHouse(house: Pick<House, 'rooms'>): PlanOfHouse {
  const known = plans.get(house.rooms);
  if (known) return known;
  const made = planOf(house);
  plans.set(house.rooms, made);
  return made;
}
const plans = new WeakMap<House['rooms'], PlanOfHouse>();

function planOf(house: Pick<House, 'rooms'>): PlanOfHouse {
  const all = house.rooms.flatMap(wallLines);
  const lines = new Map(all.map((l) => [l.wall.id, l] as const));
  const rooms = new Map(house.rooms.map((r) => [r.id, r] as const));
  return {
    lines,
    roomOf: (at) =>
      at.on === 'wall' || at.on === 'outside' ? lines.get(at.wallId)?.room : rooms.get(at.roomId),
    spotOf: (at) => {
      if (at.on === 'somewhere') return undefined;
      if (at.on !== 'wall' && at.on !== 'outside') {
        const room = rooms.get(at.roomId);
        return room && { xMm: room.place.xMm + at.xMm, yMm: room.place.yMm + at.yMm };
      }
      const line = lines.get(at.wallId);
      return line && spotOn(line, at.xMm);
    },
    behind: (wallId, xMm) => {
      const line = lines.get(wallId);
      return line && otherFace(all, line, xMm);
    },
  };
}

const between = (n: number, low: number, high: number): number => Math.max(low - n, 0, n - high);

/** What stands between an outlet and a fixture, as the rules measure it. */
export interface Reach {
  /** Straight in space to the nearest edge of the fixture, mm: what a cord needs at least. */
  readonly mm: number;
  /** Sideways only, and how much the outlet is higher than the rim (negative: lower), mm. */
  readonly asideMm: number;
  readonly aboveRimMm: number;
  readonly name: string;
  /** The fixture is in another room: no cord goes there without passing a wall or a door. */
  readonly otherRoom: boolean;
}

/**
 * The nearest sink (or tub or shower) to a place on a wall or ceiling, measured to the edge of its outline.
 * @param rooms `same` stays in the room of the place, `all` measures through walls as well
 */
export function reachTo(
  plan: PlanOfHouse,
  at: Position,
  kind: 'sink' | 'tub',
  rooms: 'same' | 'all',
): Reach | undefined {
  const room = plan.roomOf(at);
  const spot = plan.spotOf(at);
  if (!room || !spot) return undefined;
  const heightMm = at.on === 'wall' || at.on === 'outside' ? at.heightMm : room.ceilingMm;
  let best: Reach | undefined;
  for (const line of plan.lines.values()) {
    if (rooms === 'same' && line.room.id !== room.id) continue;
    for (const f of line.wall.furniture) {
      if (f.kind !== kind) continue;
      const dx = spot.xMm - line.from.xMm;
      const dy = spot.yMm - line.from.yMm;
      const x = dx * line.along.xMm + dy * line.along.yMm;
      const into = dy * line.along.xMm - dx * line.along.yMm;
      const asideMm = Math.hypot(between(x, f.leftMm, f.rightMm), between(into, 0, f.depthMm));
      const mm = Math.hypot(asideMm, heightMm - f.topMm);
      const otherRoom = line.room.id !== room.id;
      if (!best || mm < best.mm)
        best = { mm, asideMm, aboveRimMm: heightMm - f.topMm, name: f.name, otherRoom };
    }
  }
  return best;
}

/** Does a place on a wall stand over a counter, to serve it? The counter's name if so. */
export function counterAt(plan: PlanOfHouse, at: Position): string | undefined {
  if (at.on !== 'wall') return undefined;
  return plan.lines
    .get(at.wallId)
    ?.wall.furniture.find(
      (f) => f.kind === 'counter' && at.xMm >= f.leftMm && at.xMm <= f.rightMm && at.heightMm >= f.topMm,
    )?.name;
}

/** How wet a room is: as entered, else by its use. */
export function moistureOf(room: Pick<Room, 'use' | 'moisture'>): NonNullable<Room['moisture']> {
  if (room.moisture) return room.moisture;
  return room.use === 'outdoor' ? 'wet' : 'dry';
}

/** Where a place is, as everything asks that depends on it: parts, boxes, rules, checks. */
export interface PlaceOf {
  readonly use: Room['use'];
  readonly moisture: NonNullable<Room['moisture']>;
  /** The outer face of a wall, or a room without walls or roof to speak of. */
  readonly outdoors: boolean;
}

/** The room that a place is inside; none for the outer face of its wall, for what is above its ceiling or below its floor. */
export const roomInside = (plan: Pick<PlanOfHouse, 'roomOf'>, at: Position): Room | undefined =>
  at.on === 'outside' || at.on === 'attic' || at.on === 'basement' ? undefined : plan.roomOf(at);

/** Where a place is; undefined when its room is not known. Below a floor is the space that lies there, not the room above it. */
export function placeOf(plan: Pick<PlanOfHouse, 'roomOf' | 'lines'>, at: Position): PlaceOf | undefined {
  // Under a roof it is damp, elsewhere wet.
  if (at.on === 'outside')
    return {
      use: 'outdoor',
      moisture: plan.lines.get(at.wallId)?.wall.outside?.covered ? 'damp' : 'wet',
      outdoors: true,
    };
  const room = plan.roomOf(at);
  if (!room) return undefined;
  if (at.on === 'attic') return { use: 'attic', moisture: 'dry', outdoors: false };
  if (at.on === 'basement') {
    const crawl = room.below.kind === 'crawl';
    // Bare earth below a crawl space keeps it damp: common practice.
    return {
      use: crawl ? 'crawl' : 'basement-unfinished',
      moisture: crawl ? 'damp' : 'dry',
      outdoors: false,
    };
  }
  return { use: room.use, moisture: moistureOf(room), outdoors: room.use === 'outdoor' };
}

/** Where a point is, in a few words for a list: "North wall, 6' 4" from the left corner". */
export function placeText(plan: PlanOfHouse, point: Pick<Point, 'at'>): Text {
  const room = plan.roomOf(point.at);
  const name = room?.name ?? msg('structure.place.unknown-room');
  switch (point.at.on) {
    case 'wall':
      return msg('structure.place.wall', {
        room: name,
        wall: plan.lines.get(point.at.wallId)?.wall.name ?? msg('structure.place.unknown-wall'),
        x: q.mark(point.at.xMm),
        y: q.mark(point.at.heightMm),
      });
    case 'outside':
      return msg('structure.place.outside', {
        wall: plan.lines.get(point.at.wallId)?.wall.name ?? msg('structure.place.unknown-wall'),
        room: name,
        x: q.mark(point.at.xMm),
        y: q.mark(point.at.heightMm),
      });
    case 'ceiling':
      return msg('structure.place.ceiling', { room: name });
    case 'attic':
      return msg('structure.place.attic', { room: name });
    case 'basement':
      return msg('structure.place.below', { room: name });
    case 'somewhere':
      return msg('structure.place.unmeasured', { room: name });
  }
}

/** Where a rectangular room stands that backs onto a wall, its near corner that far from the wall's left corner as seen from inside. */
export function placeBehind(line: WallLine, widthMm: number, depthMm: number, offsetMm: number): Spot {
  const thick = line.wall.framing.depthMm + 2 * line.wall.boardMm;
  const { xMm: x, yMm: y } = line.from;
  if (line.along.xMm === 1) return { xMm: x + offsetMm, yMm: y - thick - depthMm };
  if (line.along.yMm === 1) return { xMm: x + thick, yMm: y + offsetMm };
  if (line.along.xMm === -1) return { xMm: x - offsetMm - widthMm, yMm: y + thick };
  return { xMm: x - thick - widthMm, yMm: y - offsetMm - depthMm };
}
