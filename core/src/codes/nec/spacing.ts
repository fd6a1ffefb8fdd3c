import {
  isReceptacleDevice,
  type Furniture,
  type Point,
  type Room,
  type Wall,
  type WallId,
} from '../../document/index.ts';
import { closingErrorMm } from '../../structure/index.ts';
import type { CodePack } from '../pack.ts';

/** A stretch of floor or counter line on one wall, and whether an outlet is within reach of all of it. */
export interface Stretch {
  readonly wallId: WallId;
  readonly fromMm: number;
  readonly toMm: number;
  readonly covered: boolean;
}

export interface Coverage {
  readonly stretches: readonly Stretch[];
  readonly coveredMm: number;
  readonly uncoveredMm: number;
  /** Wall spaces (or counters) that count, and those among them with no outlet at all. */
  readonly spaces: number;
  readonly without: number;
}

interface Interval {
  readonly fromMm: number;
  readonly toMm: number;
}

/** What takes wall away: doors and passages, fixed cabinets, counters and fixtures that stand on the floor. */
const BREAKS: ReadonlySet<Furniture['kind']> = new Set(['cabinet', 'counter', 'sink', 'tub', 'hob']);
const FLOOR_MM = 300;

function breaksOf(wall: Wall): Interval[] {
  const doors = wall.openings
    .filter((o) => o.kind !== 'window' && o.bottomMm < 1)
    .map((o) => ({ fromMm: o.leftMm, toMm: o.rightMm }));
  const fixed = wall.furniture
    .filter((f) => BREAKS.has(f.kind) && f.bottomMm < FLOOR_MM)
    .map((f) => ({ fromMm: f.leftMm, toMm: f.rightMm }));
  return [...doors, ...fixed];
}

/** What is left of a line when intervals are taken out of it. */
export function subtract(whole: Interval, out: readonly Interval[]): Interval[] {
  let left: Interval[] = [whole];
  for (const o of out)
    left = left.flatMap((i) => {
      if (o.toMm <= i.fromMm || o.fromMm >= i.toMm) return [i];
      return [
        ...(o.fromMm > i.fromMm ? [{ fromMm: i.fromMm, toMm: o.fromMm }] : []),
        ...(o.toMm < i.toMm ? [{ fromMm: o.toMm, toMm: i.toMm }] : []),
      ];
    });
  return left;
}

/** Wall spaces of a room along its unrolled floor line; a space goes round corners, and round the whole of a closed room. */
interface Space {
  /** Pieces in order, each with how far along the space it begins. */
  readonly pieces: readonly { wall: Wall; fromMm: number; toMm: number; startMm: number }[];
  readonly lengthMm: number;
  /** A closed room without any break: both ends are one place. */
  readonly ring: boolean;
}

/** Two walls meet: nothing at the corner breaks the line. */
const EPS = 1;
const CLOSED_MM = 50;

function spacesOf(room: Room): Space[] {
  const runs: { wall: Wall; fromMm: number; toMm: number }[][] = [];
  let open: { wall: Wall; fromMm: number; toMm: number }[] = [];
  for (const wall of room.walls) {
    const free = subtract({ fromMm: 0, toMm: wall.lengthMm }, breaksOf(wall));
    if (free[0] === undefined || free[0].fromMm > EPS) {
      if (open.length > 0) runs.push(open);
      open = [];
    }
    free.forEach((f, i) => {
      if (i > 0) {
        if (open.length > 0) runs.push(open);
        open = [];
      }
      open.push({ wall, ...f });
    });
    const last = free.at(-1);
    if (last && last.toMm < wall.lengthMm - EPS) {
      runs.push(open);
      open = [];
    }
  }
  if (open.length > 0) runs.push(open);
  const first = runs[0];
  const last = runs.at(-1);
  const closed = closingErrorMm(room) < CLOSED_MM && room.walls.length > 2;
  const startsAtCorner = first?.[0]?.wall === room.walls[0] && (first?.[0]?.fromMm ?? 1) < EPS;
  const lastPiece = last?.at(-1);
  const endsAtCorner =
    lastPiece !== undefined &&
    lastPiece.wall === room.walls.at(-1) &&
    lastPiece.toMm > lastPiece.wall.lengthMm - EPS;
  const joined = closed && startsAtCorner && endsAtCorner;
  const whole = joined && runs.length === 1;
  const list = joined && first && last && first !== last ? [[...last, ...first], ...runs.slice(1, -1)] : runs;
  return list.map((pieces): Space => {
    let at = 0;
    const placed = pieces.map((p) => {
      const startMm = at;
      at += p.toMm - p.fromMm;
      return { ...p, startMm };
    });
    return { pieces: placed, lengthMm: at, ring: whole };
  });
}

/** Outlets that a wall line may count: on the wall, not high, not over a counter, not dead with a switch. */
function counted(
  points: readonly Point[],
  switched: ReadonlySet<string>,
  wall: Wall,
  pack: CodePack,
): number[] {
  return points.flatMap((p) => {
    if (p.at.on !== 'wall' || p.at.wallId !== wall.id || switched.has(p.id)) return [];
    if (!p.devices.some(isReceptacleDevice) || p.at.heightMm > pack.limits.countedHeightMm.value + 1e-6)
      return [];
    const { xMm, heightMm } = p.at;
    const hidden = wall.furniture.some(
      (f) =>
        (f.kind === 'counter' && xMm >= f.leftMm && xMm <= f.rightMm && heightMm >= f.topMm) ||
        (f.kind === 'cabinet' &&
          xMm >= f.leftMm &&
          xMm <= f.rightMm &&
          heightMm >= f.bottomMm &&
          heightMm <= f.topMm),
    );
    return hidden ? [] : [xMm];
  });
}

/** Splits a line of some length into what is within reach of the places given and what is not. */
export function reached(
  lengthMm: number,
  places: readonly number[],
  reachMm: number,
  ring = false,
): (Interval & { covered: boolean })[] {
  const around = ring ? places.flatMap((p) => [p - lengthMm, p, p + lengthMm]) : places;
  const spans = around
    .map((p) => ({ fromMm: Math.max(0, p - reachMm), toMm: Math.min(lengthMm, p + reachMm) }))
    .filter((s) => s.toMm > s.fromMm)
    .sort((a, b) => a.fromMm - b.fromMm);
  const out: (Interval & { covered: boolean })[] = [];
  let at = 0;
  for (const s of spans) {
    if (s.fromMm > at + 1e-6) out.push({ fromMm: at, toMm: s.fromMm, covered: false });
    const from = Math.max(at, s.fromMm);
    if (s.toMm > from) out.push({ fromMm: from, toMm: s.toMm, covered: true });
    at = Math.max(at, s.toMm);
  }
  if (at < lengthMm - 1e-6) out.push({ fromMm: at, toMm: lengthMm, covered: false });
  return out;
}

const sum = (list: readonly Stretch[], covered: boolean): number =>
  list.filter((s) => s.covered === covered).reduce((t, s) => t + s.toMm - s.fromMm, 0);

/**
 * Floor line of a room that is within 6 ft of an outlet, along the wall and round corners but not across doors (210.52(A)).
 * @param switched points that are dead when a switch is off: they do not count
 */
export function wallCoverage(
  room: Room,
  points: readonly Point[],
  switched: ReadonlySet<string>,
  pack: CodePack,
): Coverage {
  const spaces = spacesOf(room).filter((s) => s.lengthMm >= pack.limits.wallSpaceMm.value - 1e-6);
  const stretches: Stretch[] = [];
  let without = 0;
  for (const space of spaces) {
    const places = space.pieces.flatMap((p) =>
      counted(points, switched, p.wall, pack)
        .filter((x) => x >= p.fromMm - EPS && x <= p.toMm + EPS)
        .map((x) => p.startMm + x - p.fromMm),
    );
    if (places.length === 0) without += 1;
    for (const span of reached(space.lengthMm, places, pack.limits.wallReachMm.value, space.ring))
      for (const p of space.pieces) {
        const fromMm = Math.max(span.fromMm, p.startMm) - p.startMm + p.fromMm;
        const toMm = Math.min(span.toMm, p.startMm + p.toMm - p.fromMm) - p.startMm + p.fromMm;
        if (toMm > fromMm + 1e-6) stretches.push({ wallId: p.wall.id, fromMm, toMm, covered: span.covered });
      }
  }
  return {
    stretches,
    coveredMm: sum(stretches, true),
    uncoveredMm: sum(stretches, false),
    spaces: spaces.length,
    without,
  };
}

/** What parts a counter: on either side of it the counter is a space of its own (210.52(C)). */
const PARTS: ReadonlySet<Furniture['kind']> = new Set(['sink', 'hob']);

/** Counters of a wall that stand side by side are one; the lower top is where its outlets are measured from. */
function counterRuns(wall: Wall): (Interval & { topMm: number })[] {
  const out: (Interval & { topMm: number })[] = [];
  const counters = wall.furniture.filter((f) => f.kind === 'counter').sort((a, b) => a.leftMm - b.leftMm);
  for (const { leftMm, rightMm, topMm } of counters) {
    const last = out.at(-1);
    if (last && leftMm <= last.toMm + EPS)
      out[out.length - 1] = {
        ...last,
        toMm: Math.max(last.toMm, rightMm),
        topMm: Math.min(last.topMm, topMm),
      };
    else out.push({ fromMm: leftMm, toMm: rightMm, topMm });
  }
  return out;
}

/** Counter line of a kitchen that is within 2 ft of an outlet above it (210.52(C)). Sinks and cooktops part a counter. */
export function counterCoverage(room: Room, points: readonly Point[], pack: CodePack): Coverage {
  const { counterReachMm, counterWidthMm, counterHeightMm } = pack.limits;
  const stretches: Stretch[] = [];
  let spaces = 0;
  let without = 0;
  for (const wall of room.walls)
    for (const c of counterRuns(wall)) {
      const parting = wall.furniture
        .filter((f) => PARTS.has(f.kind))
        .map((f) => ({ fromMm: f.leftMm, toMm: f.rightMm }));
      for (const part of subtract(c, parting)) {
        if (part.toMm - part.fromMm < counterWidthMm.value - 1e-6) continue;
        spaces += 1;
        const places = points.flatMap((p) =>
          p.at.on === 'wall' &&
          p.at.wallId === wall.id &&
          p.devices.some(isReceptacleDevice) &&
          p.at.xMm >= part.fromMm &&
          p.at.xMm <= part.toMm &&
          p.at.heightMm >= c.topMm &&
          p.at.heightMm <= c.topMm + counterHeightMm.value + 1e-6
            ? [p.at.xMm - part.fromMm]
            : [],
        );
        if (places.length === 0) without += 1;
        for (const s of reached(part.toMm - part.fromMm, places, counterReachMm.value))
          stretches.push({
            wallId: wall.id,
            fromMm: part.fromMm + s.fromMm,
            toMm: part.fromMm + s.toMm,
            covered: s.covered,
          });
      }
    }
  return { stretches, coveredMm: sum(stretches, true), uncoveredMm: sum(stretches, false), spaces, without };
}

/** Outlets that an island or peninsula counter needs by its area in ft2 (210.52(C)); null where the edition leaves it open. */
export function islandOutlets(
  squareFeet: number,
  longFeet: number,
  shortFeet: number,
  edition: number,
): number | null {
  if (edition >= 2023) return null;
  if (edition >= 2020) return squareFeet <= 0 ? 0 : 1 + Math.ceil(Math.max(0, squareFeet - 9) / 18 - 1e-6);
  return longFeet >= 2 - 1e-6 && shortFeet >= 1 - 1e-6 ? 1 : 0;
}
