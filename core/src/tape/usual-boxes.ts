import { freeLabel, makePoint, type House, type Point, type Position, type Room } from '../document/index.ts';
import { feet, inches } from '../units/index.ts';

/** Floor line that one outlet serves, to both sides of it: as rooms that are lived in have been wired since the sixties, common practice. */
const SERVES_MM = feet(12);
/** A wall shorter than this has none. */
const SHORT_WALL_MM = feet(2);
const HEIGHT_MM = inches(15);
/** Over a counter, a bench or a basin. */
const HIGH_MM = inches(42);

/** How a kind of room usually has its outlets: spaced along every wall, one in the middle of the longest, or one on each wall. */
type Usual = 'spaced' | 'one' | 'each';
const OUTLETS: Readonly<Record<Room['use'], Usual | null>> = {
  living: 'spaced',
  family: 'spaced',
  dining: 'spaced',
  bedroom: 'spaced',
  den: 'spaced',
  library: 'spaced',
  recreation: 'spaced',
  sunroom: 'spaced',
  kitchen: 'spaced',
  'basement-finished': 'spaced',
  hall: 'one',
  laundry: 'one',
  bath: 'one',
  utility: 'one',
  'basement-unfinished': 'one',
  garage: 'each',
  workshop: 'each',
  stair: null,
  closet: null,
  crawl: null,
  attic: null,
  outdoor: null,
};
const HIGH = new Set<Room['use']>(['bath', 'laundry', 'garage', 'workshop', 'utility']);
/** Rooms that have no light of their own in the middle of the ceiling as a rule. */
const NO_LIGHT = new Set<Room['use']>(['living', 'crawl', 'attic', 'outdoor']);

/** Where along a wall its outlets are, mm from its left corner. */
function along(usual: Usual, lengthMm: number, isLongest: boolean): number[] {
  if (lengthMm < SHORT_WALL_MM) return [];
  if (usual === 'one') return isLongest ? [lengthMm / 2] : [];
  const n = usual === 'each' ? 1 : Math.ceil(lengthMm / SERVES_MM);
  return Array.from({ length: n }, (_, i) => ((i + 0.5) * lengthMm) / n);
}

/**
 * The outlets and the light that a room of its kind usually has, to begin a survey with: every one marked as assumed until somebody has
 * measured it. Where and how many is common practice.
 * @param nextId gives fresh ids; the core has no randomness of its own
 */
export function usualBoxes(house: House, room: Room, nextId: () => string): Point[] {
  const made: Point[] = [];
  const put = (kind: Point['kind'], at: Position) => {
    const label = freeLabel([...house.points, ...made], kind);
    made.push({ ...makePoint(nextId(), label, kind, at), condition: 'not-looked', assumed: true });
  };
  const usual = OUTLETS[room.use];
  const longest = Math.max(...room.walls.map((w) => w.lengthMm));
  const first = room.walls.findIndex((w) => w.lengthMm === longest);
  if (usual)
    room.walls.forEach((w, i) => {
      for (const xMm of along(usual, w.lengthMm, i === first))
        put('receptacle', {
          on: 'wall',
          wallId: w.id,
          xMm,
          heightMm: HIGH.has(room.use) ? HIGH_MM : HEIGHT_MM,
        });
    });
  const [wide = 0, deep = 0] = room.walls.map((w) => w.lengthMm);
  if (!NO_LIGHT.has(room.use))
    put('luminaire', { on: 'ceiling', roomId: room.id, xMm: wide / 2, yMm: deep / 2 });
  return made;
}
