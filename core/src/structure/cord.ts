import type { Furniture, Room, WallId } from '../document/index.ts';
import { msg, distinct, type Text } from '../words/index.ts';

/** The way of a cord from an outlet to what it feeds, along the walls of the room. */
export interface CordWay {
  /** Length that the cord needs, mm. */
  readonly needMm: number;
  /** What it would lie across: a door, a basin, a tub, a hob. Empty when nothing. */
  readonly across: readonly Text[];
}

interface Stretch {
  readonly from: number;
  readonly to: number;
  readonly name: Text;
}

/** What no cord lies across. */
const BARRED: ReadonlySet<Furniture['kind']> = new Set(['sink', 'tub', 'hob']);
/** An opening that reaches down to here is walked through, mm. */
const WALKED_MM = 150;

const between = (n: number, low: number, high: number): number => Math.max(low - n, 0, n - high);

/** Where each wall begins on the way round the room, and how long that is, mm. */
export function roundRoom(room: Pick<Room, 'walls'>): {
  readonly starts: ReadonlyMap<WallId, number>;
  readonly whole: number;
} {
  const starts = new Map<WallId, number>();
  let whole = 0;
  for (const w of room.walls) {
    starts.set(w.id, whole);
    whole += w.lengthMm;
  }
  return { starts, whole };
}

function barsIn(room: Room, starts: ReadonlyMap<WallId, number>, own: string): Stretch[] {
  return room.walls.flatMap((w) => {
    const at = starts.get(w.id) ?? 0;
    const doors = w.openings
      .filter((o) => o.bottomMm < WALKED_MM)
      .map((o) => ({
        from: at + o.leftMm,
        to: at + o.rightMm,
        name: msg('structure.cord.opening', {
          kind: msg(`names.opening.${o.kind}`),
          wall: w.name.toLowerCase(),
        }),
      }));
    const things = w.furniture
      .filter((f) => BARRED.has(f.kind) && f.id !== own)
      .map((f) => ({ from: at + f.leftMm, to: at + f.rightMm, name: f.name }));
    return [...doors, ...things];
  });
}

/**
 * Ways of a cord from an outlet on a wall to a piece of furniture of the same room, both ways round, the shorter first. Straight up
 * or down where the outlet is higher or lower than the thing; nothing sideways where it is behind it. Undefined when the thing
 * is not in the room.
 */
export function cordWays(
  room: Room,
  at: { readonly wallId: WallId; readonly xMm: number; readonly heightMm: number },
  thing: string,
): CordWay[] | undefined {
  const { starts, whole } = roundRoom(room);
  const wall = room.walls.find((w) => w.furniture.some((f) => f.id === thing));
  const f = wall?.furniture.find((x) => x.id === thing);
  const start = starts.get(at.wallId);
  if (!wall || !f || start === undefined) return undefined;
  const base = starts.get(wall.id) ?? 0;
  const [left, right] = [base + f.leftMm, base + f.rightMm];
  const outlet = start + at.xMm;
  const up = between(at.heightMm, f.bottomMm, f.topMm);
  if (wall.id === at.wallId && outlet >= left && outlet <= right) return [{ needMm: up, across: [] }];
  const bars = barsIn(room, starts, f.id);
  const way = (from: number, to: number): CordWay => {
    const length = (to - from + whole) % whole;
    const across = bars
      .filter((b) => (b.from - from + whole) % whole < length || (b.to - from + whole) % whole < length)
      .map((b) => b.name);
    return { needMm: Math.hypot(length, up), across: distinct(across) };
  };
  return [way(outlet, left), way(right, outlet)].sort((a, b) => a.needMm - b.needMm);
}
