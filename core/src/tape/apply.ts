import { BOXES } from '../catalog/index.ts';
import type { Hit, HitMethod, House, Opening, Point, Position, Wall, WallId } from '../document/index.ts';
import { freeLabel, ItemId, makePoint, seenPoint } from '../document/index.ts';
import { spotOn, wallLines, type WallLine } from '../structure/index.ts';
import { feet, inches } from '../units/index.ts';
import type { TapedBox, TapeEntry, TapeLetter, TapeLine } from './tape.ts';

/** Heights that an opening without @ has: common practice. */
const DOOR_TOP_MM = inches(80);
const WINDOW_MM: readonly [number, number] = [feet(3), inches(80)];
/** What a letter puts on a wall, and how high where nothing is written: common practice. */
export const BOX_KIND: Partial<Record<TapeLetter, { kind: Point['kind']; heightMm: number }>> = {
  o: { kind: 'receptacle', heightMm: inches(15) },
  s: { kind: 'switch', heightMm: inches(50) },
  l: { kind: 'luminaire', heightMm: inches(66) },
  b: { kind: 'junction', heightMm: inches(15) },
};

const METHOD: Partial<Record<TapeLetter, HitMethod>> = {
  m: 'magnet',
  f: 'finder',
  p: 'probe',
  k: 'knock',
  x: 'nothing',
};

/** What was written behind a box, in the words of the survey; a depth names the metal device box that is so deep. */
function facts(box: TapedBox, at: Point['box']): Point['box'] {
  const model = BOXES.find((b) => b.id.startsWith('dev-') && b.depthMm === box.depthMm);
  return {
    ...at,
    gangs: box.gangs ?? at.gangs,
    markedCubicInches: box.cubicInches ?? at.markedCubicInches,
    ...(model ? { model: model.id, metal: model.metal, clamps: model.clampsInside ? 'inside' : 'none' } : {}),
  };
}

/** The middle of the room’s depth, seen from a wall: the wall beside it is as long as the room is deep. */
const halfDepthMm = (line: WallLine): number => {
  const { walls } = line.room;
  const beside = walls[(walls.indexOf(line.wall) + 1) % walls.length];
  return (beside?.lengthMm ?? 0) / 2;
};

/** Where on the ceiling a light is that was measured along a wall and out from it. */
export function onCeiling(line: WallLine, xMm: number, outMm: number | null): Position {
  const spot = spotOn(line, xMm);
  const out = outMm ?? halfDepthMm(line);
  const { id, place } = line.room;
  return {
    on: 'ceiling',
    roomId: id,
    xMm: spot.xMm - line.along.yMm * out - place.xMm,
    yMm: spot.yMm + line.along.xMm * out - place.yMm,
  };
}

/** So far from where it was assumed, a box that is measured is still that box, mm. */
const STILL_THAT_MM = feet(4);

/** The assumed point that a reading is of: the nearest of its kind on the same wall or ceiling. */
function assumedNear(points: readonly Point[], kind: Point['kind'], at: Position): Point | undefined {
  const off = (p: Point): number => {
    if (at.on === 'wall' && p.at.on === 'wall' && p.at.wallId === at.wallId)
      return Math.abs(p.at.xMm - at.xMm);
    if (at.on === 'ceiling' && p.at.on === 'ceiling' && p.at.roomId === at.roomId)
      return Math.hypot(p.at.xMm - at.xMm, p.at.yMm - at.yMm);
    return Infinity;
  };
  return points
    .filter((p) => p.assumed && p.kind === kind && off(p) <= STILL_THAT_MM)
    .sort((a, b) => off(a) - off(b))[0];
}

export interface TapeResult {
  readonly house: House;
  /** Readings that lie past the end of the wall and were left out, mm. */
  readonly leftOutMm: readonly number[];
}

function hitOf({ letter, readingsMm: [a = 0, b = 0] }: TapeEntry, method: HitMethod, id: ItemId): Hit {
  return letter === 'f' ? { id, method, atMm: (a + b) / 2, edgesMm: [a, b] } : { id, method, atMm: a };
}

function openingOf({ letter, readingsMm: [a = 0, b = 0], heightMm }: TapeEntry, id: ItemId): Opening {
  const sides = { id, leftMm: a, rightMm: b };
  return letter === 'd'
    ? { ...sides, kind: 'door', bottomMm: 0, topMm: heightMm ?? DOOR_TOP_MM }
    : { ...sides, kind: 'window', bottomMm: heightMm ?? WINDOW_MM[0], topMm: WINDOW_MM[1] };
}

/** The points with the box of a reading: one that was assumed there, by now measured, or a new one. */
function withBox(points: readonly Point[], line: WallLine, e: TapeEntry, nextId: () => string): Point[] {
  const [xMm = 0] = e.readingsMm;
  const met = BOX_KIND[e.letter];
  const kind = met?.kind ?? 'luminaire';
  const at: Position = met
    ? { on: 'wall', wallId: line.wall.id, xMm, heightMm: e.heightMm ?? met.heightMm }
    : onCeiling(line, xMm, e.heightMm);
  const known = assumedNear(points, kind, at);
  const point = known ? seenPoint(known, at) : makePoint(nextId(), freeLabel(points, kind), kind, at);
  const taped = e.box ? { ...point, box: facts(e.box, point.box) } : point;
  return known ? points.map((p) => (p === known ? taped : p)) : [...points, taped];
}

/**
 * Writes the entries of a tape line into a wall: its length, hits, openings and the boxes met.
 * @param nextId gives fresh ids; the core has no randomness of its own
 */
export function applyTape(
  house: House,
  wallId: WallId,
  entries: readonly TapeEntry[],
  nextId: () => string,
): TapeResult {
  const line = house.rooms.flatMap(wallLines).find((l) => l.wall.id === wallId);
  if (!line) return { house, leftOutMm: [] };
  const { wall } = line;
  const lengthMm = entries.filter((e) => e.letter === 'w').at(-1)?.readingsMm[0] ?? wall.lengthMm;
  const within = entries.filter((e) => e.letter !== 'w' && e.readingsMm.every((r) => r <= lengthMm));
  const leftOutMm = entries
    .filter((e) => e.letter !== 'w' && e.readingsMm.some((r) => r > lengthMm))
    .flatMap((e) => e.readingsMm);
  const hits: Hit[] = [];
  const openings: Opening[] = [];
  let points = house.points;
  for (const e of within) {
    const method = METHOD[e.letter];
    if (method) hits.push(hitOf(e, method, ItemId.parse(nextId())));
    else if (e.letter === 'd' || e.letter === 'i') openings.push(openingOf(e, ItemId.parse(nextId())));
    else points = withBox(points, line, e, nextId);
  }
  const changed: Wall = {
    ...wall,
    lengthMm,
    hits: [...wall.hits, ...hits],
    openings: [...wall.openings, ...openings],
  };
  return {
    leftOutMm,
    house: {
      ...house,
      points,
      rooms: house.rooms.map((r) => ({ ...r, walls: r.walls.map((w) => (w.id === wallId ? changed : w)) })),
    },
  };
}

/**
 * Writes the tape lines of several walls into a room, one wall after the other.
 * @param walls the walls from the one that the first line is about, going on around the room
 */
export function applyTapes(
  house: House,
  walls: readonly WallId[],
  lines: readonly TapeLine[],
  nextId: () => string,
): TapeResult {
  return lines.reduce<TapeResult>(
    (so, line, i) => {
      const wallId = walls[i];
      if (wallId === undefined) return so;
      const result = applyTape(so.house, wallId, line.entries, nextId);
      return { house: result.house, leftOutMm: [...so.leftOutMm, ...result.leftOutMm] };
    },
    { house, leftOutMm: [] },
  );
}
