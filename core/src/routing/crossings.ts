import type { Obstacle, Room, Wall } from '../document/index.ts';
import { canOpen, openStuds, type Bay, type BoxSolid, type WallFrame } from '../structure/index.ts';
import { inches } from '../units/index.ts';
import type { GraphBuilder } from './builder.ts';
import type { Hole } from './move.ts';
import type { WallPlace } from './places.ts';
import { ARM_REACH_MM, BEND_DEPTH_MM, BEND_MM, SLOT_HEIGHT_MM } from './operations.ts';

/** Boxes nearly at one height are crossed at one level. */
const SAME_HEIGHT_MM = 40;
/** Two members side by side are still one crossing; a wider gap is a door. */
const CROSSING_MM = inches(6.5);

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

/** Would a bit through the studs at a hole come into a box, on either face? Holes through anything else stand clear of boxes. */
export function comesIntoBox(
  frame: WallFrame,
  solids: readonly BoxSolid[],
  { through, xMm, heightMm }: Pick<Hole, 'through' | 'xMm' | 'heightMm'>,
): boolean {
  if (through !== 'stud' && through !== 'corner studs') return false;
  const left = Math.max(0, ...frame.bays.map((b) => b.rightMm).filter((x) => x <= xMm));
  const right = Math.min(frame.wall.lengthMm, ...frame.bays.map((b) => b.leftMm).filter((x) => x >= xMm));
  return inTheBit(frame, solids, left, right, heightMm).length > 0;
}

/** A strip at a height, as it is opened. */
const stripAt = (heightMm: number) => ({
  bottomMm: heightMm - SLOT_HEIGHT_MM / 2,
  topMm: heightMm + SLOT_HEIGHT_MM / 2,
});

/** Plaster takes this much longer to open than drywall, minutes for each mm of strip: common practice, 12 minutes a foot against 4. */
const PLASTER_MORE = 8 / inches(12);
export const plasterMinutes = ({ finish }: Wall, lengthMm: number): number =>
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
  const seen = openStuds(frame.wall);
  const solids = builder.solids(frame.wall.id);
  const crossings = crossingsOf(frame);
  for (const h of heights) {
    const strip = stripHeight(frame, solids, crossings, h);
    for (const crossing of crossings) {
      const { a, b } = crossing;
      const wood = b.leftMm - a.rightMm;
      const hand =
        byHand && open.some((t) => Math.abs(t.heightMm - h) <= SAME_HEIGHT_MM && bends(crossing, t));
      const cross = (
        op: 'drill-stud' | 'bore-open' | 'slot-wall',
        at: number,
        openedMm2: number,
        minutes = 0,
      ) => {
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
      if (seen) {
        cross('bore-open', strip, 0);
        continue;
      }
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

/** Share of the time that a corner takes with both sides open, with one, with none: common practice. */
const CORNER_SHARE = [0.25, 0.6, 1] as const;

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
      // Nothing is opened, and nothing closed, where the studs are seen.
      const shut = [wall, next].filter((w) => !openStuds(w)).length;
      builder.link(from, to, op, wood, {
        openedMm2: shut === 0 ? 0 : (shut * CORNER_OPEN_MM + wood) * SLOT_HEIGHT_MM,
        factor: CORNER_SHARE[shut] ?? 1,
        minutes: plasterMinutes(wall, CORNER_OPEN_MM) + plasterMinutes(next, CORNER_OPEN_MM),
      });
    }
  });
}
