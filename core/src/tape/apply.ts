import type { Hit, HitMethod, House, Opening, Wall, WallId } from '../document/index.ts';
import { freeLabel, ItemId, makePoint } from '../document/index.ts';
import { feet, inches } from '../units/index.ts';
import type { TapeEntry, TapeLetter } from './tape.ts';

/** Heights that a reading without @ stands for: common practice. */
const DOOR_TOP_MM = inches(80);
const WINDOW_MM: readonly [number, number] = [feet(3), inches(80)];
const OUTLET_HEIGHT_MM = inches(15);
const SWITCH_HEIGHT_MM = inches(50);

const METHOD: Partial<Record<TapeLetter, HitMethod>> = {
  m: 'magnet',
  f: 'finder',
  p: 'probe',
  k: 'knock',
  x: 'nothing',
};

export interface TapeResult {
  readonly house: House;
  /** Readings that lie past the end of the wall and were left out, mm. */
  readonly leftOutMm: readonly number[];
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
  const wall = house.rooms.flatMap((r) => r.walls).find((w) => w.id === wallId);
  if (!wall) return { house, leftOutMm: [] };
  const lengthMm = entries.filter((e) => e.letter === 'w').at(-1)?.readingsMm[0] ?? wall.lengthMm;
  const within = entries.filter((e) => e.letter !== 'w' && e.readingsMm.every((r) => r <= lengthMm));
  const leftOutMm = entries
    .filter((e) => e.letter !== 'w' && e.readingsMm.some((r) => r > lengthMm))
    .flatMap((e) => e.readingsMm);
  const hits: Hit[] = [];
  const openings: Opening[] = [];
  let points = house.points;
  for (const e of within) {
    const [a = 0, b = 0] = e.readingsMm;
    const method = METHOD[e.letter];
    if (method)
      hits.push({
        id: ItemId.parse(nextId()),
        method,
        atMm: e.letter === 'f' ? (a + b) / 2 : a,
        ...(e.letter === 'f' ? { edgesMm: [a, b] as [number, number] } : {}),
      });
    else if (e.letter === 'd')
      openings.push({
        id: ItemId.parse(nextId()),
        kind: 'door',
        leftMm: a,
        rightMm: b,
        bottomMm: 0,
        topMm: e.heightMm ?? DOOR_TOP_MM,
      });
    else if (e.letter === 'i')
      openings.push({
        id: ItemId.parse(nextId()),
        kind: 'window',
        leftMm: a,
        rightMm: b,
        bottomMm: e.heightMm ?? WINDOW_MM[0],
        topMm: WINDOW_MM[1],
      });
    else {
      const outlet = e.letter === 'o';
      const kind = outlet ? 'receptacle' : 'switch';
      const at = {
        on: 'wall' as const,
        wallId,
        xMm: a,
        heightMm: e.heightMm ?? (outlet ? OUTLET_HEIGHT_MM : SWITCH_HEIGHT_MM),
      };
      points = [...points, makePoint(nextId(), freeLabel(points, kind), kind, at)];
    }
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
