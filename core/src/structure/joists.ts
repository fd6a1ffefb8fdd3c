import type { House, Position, Room, Wall, WallId } from '../document/index.ts';
import { inches } from '../units/index.ts';
import { outlineOf } from './outline.ts';
import type { Spot } from './plan.ts';

/** Joists where nobody has measured how far apart they are, mm: common practice. */
export const USUAL_JOISTS_MM = inches(16);
/** Half of a joist, mm: common practice. */
export const JOIST_HALF_MM = inches(0.75);

/** Where the joists over or under a room stand, in the plan of the house. */
export interface JoistLayout {
  /** The coordinate that tells one joist from the next. */
  readonly axis: 'xMm' | 'yMm';
  readonly spacingMm: number;
  /** Center of one that was found; undefined where nobody has looked: then only how many there are can be told. */
  readonly atMm: number | undefined;
  /** From side to side of the room, across the joists. */
  readonly lowMm: number;
  readonly highMm: number;
}

/** The joists over or under a room: as found, else every 16 in somewhere. */
export function joistLayout(room: Room, side: 'above' | 'below'): JoistLayout {
  const { joists, joistAtMm, joistSpacingMm = USUAL_JOISTS_MM } = room[side];
  const { left, right, top, bottom } = outlineOf(room);
  const axis = joists === 'x' ? 'yMm' : 'xMm';
  const [lowMm, highMm] = axis === 'yMm' ? [top, bottom] : [left, right];
  const atMm = joistAtMm === undefined ? undefined : room.place[axis] + joistAtMm;
  return { axis, spacingMm: joistSpacingMm, atMm, lowMm, highMm };
}

/** How many joist centers lie below a place; only differences mean anything. */
const upTo = (atMm: number, spacingMm: number, v: number): number => Math.floor((v - atMm) / spacingMm);

/**
 * How many joists are crossed between two places across them: counted where one was found, else what is to be expected, which is
 * no whole number.
 */
export const joistsCrossed = ({ atMm, spacingMm }: JoistLayout, a: number, b: number): number =>
  atMm === undefined
    ? Math.abs(a - b) / spacingMm
    : Math.abs(upTo(atMm, spacingMm, a) - upTo(atMm, spacingMm, b));

/** So many places between two, at even steps. */
export const atEvenSteps = (n: number, a: number, b: number): number[] =>
  Array.from({ length: n }, (_, i) => a + ((b - a) * (i + 0.5)) / n);

/** Centers of the joists between two places; where none was found, as many as are to be expected, at even steps. */
export function joistCenters({ atMm, spacingMm }: JoistLayout, a: number, b: number): number[] {
  const [low, high] = [Math.min(a, b), Math.max(a, b)];
  if (atMm === undefined) return atEvenSteps(Math.round((high - low) / spacingMm), low, high);
  const first = upTo(atMm, spacingMm, low) + 1;
  const n = upTo(atMm, spacingMm, high) - first + 1;
  return Array.from({ length: Math.max(0, n) }, (_, i) => atMm + (first + i) * spacingMm);
}

/**
 * Number of the joist bay that a place lies in. Where no joist was found, the room is divided evenly, so that its middle is the
 * middle of a bay or a joist alike in a mirror.
 */
export function joistBayAt({ atMm, spacingMm, lowMm, highMm }: JoistLayout, v: number): number {
  if (atMm !== undefined) return upTo(atMm, spacingMm, v);
  const n = Math.max(1, Math.round((highMm - lowMm) / spacingMm));
  const width = (highMm - lowMm) / n;
  return Math.min(n - 1, Math.max(0, Math.floor((v - lowMm) / width - 1e-9)));
}

/** The joist bay around a place, from wood to wood, mm; undefined where no joist was found. */
export function joistBayEnds(
  layout: JoistLayout,
  v: number,
): { readonly lowMm: number; readonly highMm: number } | undefined {
  const { atMm, spacingMm } = layout;
  if (atMm === undefined) return undefined;
  const low = atMm + upTo(atMm, spacingMm, v) * spacingMm;
  return { lowMm: low + JOIST_HALF_MM, highMm: low + spacingMm - JOIST_HALF_MM };
}

/** Chance that a width across the joists, with its middle somewhere, meets none of them. */
export function clearOfJoists({ atMm, spacingMm }: JoistLayout, middle: number, widthMm: number): number {
  const need = widthMm / 2 + JOIST_HALF_MM;
  if (atMm === undefined) return Math.max(0, 1 - (2 * need) / spacingMm);
  const off = Math.abs(middle - atMm - Math.round((middle - atMm) / spacingMm) * spacingMm);
  return off >= need - 1e-6 ? 1 : 0;
}

/** Across the joists: the coordinate that tells one joist bay from the next. */
export const acrossJoists = ({ axis }: JoistLayout, spot: Spot): number => spot[axis];
/** Along the joists. */
export const alongJoists = ({ axis }: JoistLayout, spot: Spot): number =>
  spot[axis === 'xMm' ? 'yMm' : 'xMm'];

/** Is the framing over a room seen and worked on from the room? */
export const openCeiling = (room: Room): boolean => room.above.open === true && room.above.kind !== 'none';

/** Are the studs of a wall seen and worked on from this side? Masonry has none. */
export const openStuds = ({ finish, framing }: Pick<Wall, 'finish' | 'framing'>): boolean =>
  finish === 'none' && framing.kind !== 'masonry';

/** The same of a wall by its id. */
export const studsSeen = ({ rooms }: Pick<House, 'rooms'>, wallId: WallId): boolean =>
  rooms.some((r) => r.walls.some((w) => w.id === wallId && openStuds(w)));

/** Is a place on framing that is seen: no board holds a box there, and no hole is cut for it? */
export const onOpenFraming = (house: Pick<House, 'rooms'>, at: Position): boolean =>
  at.on === 'wall'
    ? studsSeen(house, at.wallId)
    : at.on === 'ceiling' && house.rooms.some((r) => r.id === at.roomId && openCeiling(r));

/** A cable needs this much beside a thing that nearly fills a joist bay, mm: common practice. */
const PASS_MM = inches(1.5);

/** Does something between the joists keep a cable from going square between two spots of a closed ceiling? */
export function inJoistsWay(room: Room, a: Spot, b: Spot): boolean {
  const { obstacles = [] } = room.above;
  if (obstacles.length === 0) return false;
  const layout = joistLayout(room, 'above');
  const [x, y] = [room.place.xMm, room.place.yMm];
  return obstacles.some((o) => {
    if (o.kind === 'cable') return false;
    const [across, along] =
      layout.axis === 'xMm'
        ? [[x + o.leftMm, x + o.rightMm] as const, [y + o.nearMm, y + o.farMm] as const]
        : [[y + o.nearMm, y + o.farMm] as const, [x + o.leftMm, x + o.rightMm] as const];
    const [p, q] = [alongJoists(layout, a), alongJoists(layout, b)];
    if (along[0] >= Math.max(p, q) || along[1] <= Math.min(p, q)) return false;
    const [v, w] = [acrossJoists(layout, a), acrossJoists(layout, b)];
    // Within one bay a narrow thing is passed beside it; going across joists it is not known where.
    const bay = joistBayEnds(layout, v);
    if (!bay || joistBayAt(layout, v) !== joistBayAt(layout, w))
      return across[0] < Math.max(v, w) + PASS_MM && across[1] > Math.min(v, w) - PASS_MM;
    if (o.kind === 'flue' || o.kind === 'return-air') return across[0] < bay.highMm && across[1] > bay.lowMm;
    const takes = Math.min(across[1], bay.highMm) - Math.max(across[0], bay.lowMm);
    return takes > bay.highMm - bay.lowMm - PASS_MM;
  });
}
