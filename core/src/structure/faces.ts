import {
  derivedId,
  ItemId,
  type Hit,
  type House,
  type Obstacle,
  type Opening,
  type Passage,
  type Wall,
  type WallId,
} from '../document/index.ts';
import { faceZero, wallLines, type WallLine } from './plan.ts';

/** What stands in a wall was measured from one of its faces; seen from the other it is the same, the other way round. */
export interface FromOtherFace {
  readonly from: WallLine;
  readonly openings: readonly Opening[];
  readonly obstacles: readonly Obstacle[];
  readonly passages: readonly Passage[];
  readonly hits: readonly Hit[];
  /** Center of the first regular stud as it was given there, in this face's measure; null where it was not. */
  readonly firstStudMm: number | null;
}

/** Less of an opening than this on a face is none: rooms are measured to about that much, mm. */
const LEAST_SHARED_MM = 25;
/** Two entries this near are one hole that was entered from both sides, mm. */
const SAME_HOLE_MM = 40;

type Area = Pick<Opening, 'leftMm' | 'rightMm' | 'bottomMm' | 'topMm'>;
const meet = (a: Area, b: Area): boolean =>
  a.leftMm < b.rightMm && b.leftMm < a.rightMm && a.bottomMm < b.topMm && b.bottomMm < a.topMm;

/** Where the other face begins, for faces that share enough of their length to tell each other anything. */
function zeroIn(own: WallLine, other: WallLine): number | undefined {
  const zero = faceZero(own, other);
  if (zero === undefined) return undefined;
  const overlap = Math.min(own.wall.lengthMm, zero) - Math.max(0, zero - other.wall.lengthMm);
  return overlap > LEAST_SHARED_MM ? zero : undefined;
}

const otherId = (id: ItemId): ItemId => ItemId.parse(derivedId('other', id));

/** A thing of the other face in this one's measure, as far as this face reaches. */
function turned<T extends Area & { readonly id: ItemId }>(item: T, zero: number, wall: Wall): T[] {
  const leftMm = Math.max(0, zero - item.rightMm);
  const rightMm = Math.min(wall.lengthMm, zero - item.leftMm);
  return rightMm - leftMm > LEAST_SHARED_MM ? [{ ...item, id: otherId(item.id), leftMm, rightMm }] : [];
}

/** A reading of the other face in this one's measure, where it lies on this face: the wood is the same from either side. */
function turnedHit(hit: Hit, zero: number, wall: Wall): Hit[] {
  const atMm = zero - hit.atMm;
  if (atMm < 0 || atMm > wall.lengthMm) return [];
  const { edgesMm, ...rest } = hit;
  return [
    {
      ...rest,
      id: otherId(hit.id),
      atMm,
      ...(edgesMm ? { edgesMm: [Math.max(0, zero - edgesMm[1]), Math.max(0, zero - edgesMm[0])] } : {}),
    },
  ];
}

const shared = new WeakMap<House, ReadonlyMap<WallId, readonly FromOtherFace[]>>();

/**
 * For every wall, what was entered at its other faces and not at this one. An entry of this face's own wins over one of the
 * other side that it meets: the same door measured twice is one door.
 */
export function fromOtherFaces(house: House): ReadonlyMap<WallId, readonly FromOtherFace[]> {
  const known = shared.get(house);
  if (known) return known;
  const lines = house.rooms.flatMap(wallLines);
  const telling = lines.filter(
    ({ wall: w }) =>
      w.openings.length + w.obstacles.length + (w.passages?.length ?? 0) + w.hits.length > 0 ||
      w.framing.firstStudMm !== null,
  );
  const all = new Map<WallId, FromOtherFace[]>();
  for (const own of lines)
    for (const other of telling) {
      const zero = zeroIn(own, other);
      if (zero === undefined) continue;
      const { wall } = own;
      const openings = other.wall.openings
        .flatMap((o) => turned(o, zero, wall))
        .filter((o) => !wall.openings.some((mine) => meet(mine, o)));
      const obstacles = other.wall.obstacles
        .flatMap((o) => turned(o, zero, wall))
        .filter((o) => !wall.obstacles.some((mine) => mine.kind === o.kind && meet(mine, o)));
      const passages = (other.wall.passages ?? [])
        .map((p) => ({ ...p, id: otherId(p.id), atMm: zero - p.atMm }))
        .filter((p) => p.atMm >= 0 && p.atMm <= wall.lengthMm)
        .filter(
          (p) =>
            !wall.passages?.some((mine) => mine.to === p.to && Math.abs(mine.atMm - p.atMm) < SAME_HOLE_MM),
        );
      const hits = other.wall.hits.flatMap((h) => turnedHit(h, zero, wall));
      const { firstStudMm: first, spacingMm } = other.wall.framing;
      const firstStudMm =
        first === null || wall.framing.firstStudMm !== null || other.wall.hits.length > 0
          ? null
          : (((zero - first) % spacingMm) + spacingMm) % spacingMm;
      if (openings.length + obstacles.length + passages.length + hits.length === 0 && firstStudMm === null)
        continue;
      const told = { from: other, openings, obstacles, passages, hits, firstStudMm };
      all.set(wall.id, [...(all.get(wall.id) ?? []), told]);
    }
  shared.set(house, all);
  return all;
}

/** Faces of one wall that were both measured: the one, the other, and what the other says in the measure of the one. */
export function measuredFromBoth(
  house: House,
): { readonly own: Wall; readonly other: Wall; readonly turned: Wall }[] {
  const lines = house.rooms.flatMap(wallLines);
  return lines.flatMap((own) =>
    lines.flatMap((other) => {
      const zero = own === other ? undefined : zeroIn(own, other);
      if (zero === undefined) return [];
      const turnedWall: Wall = {
        ...other.wall,
        lengthMm: own.wall.lengthMm,
        hits: other.wall.hits.flatMap((h) => turnedHit(h, zero, own.wall)),
        openings: other.wall.openings.flatMap((o) => turned(o, zero, own.wall)),
      };
      return [{ own: own.wall, other: other.wall, turned: turnedWall }];
    }),
  );
}

const whole = new WeakMap<House, House>();

/**
 * The house with everything in a wall told to both of its faces: what the computation works on. The document itself keeps
 * each thing once, where it was measured.
 */
export function withBothFaces(house: House): House {
  const known = whole.get(house);
  if (known) return known;
  const more = fromOtherFaces(house);
  const both: House =
    more.size === 0
      ? house
      : {
          ...house,
          rooms: house.rooms.map((room) =>
            room.walls.some((w) => more.has(w.id))
              ? { ...room, walls: room.walls.map((w) => withMore(w, more.get(w.id) ?? [])) }
              : room,
          ),
        };
  whole.set(house, both);
  // Asked again with its own answer, the answer stays.
  whole.set(both, both);
  return both;
}

const withMore = (wall: Wall, faces: readonly FromOtherFace[]): Wall =>
  faces.length === 0
    ? wall
    : {
        ...wall,
        openings: [...wall.openings, ...faces.flatMap((f) => f.openings)],
        obstacles: [...wall.obstacles, ...faces.flatMap((f) => f.obstacles)],
        passages: [...(wall.passages ?? []), ...faces.flatMap((f) => f.passages)],
        hits: [...wall.hits, ...faces.flatMap((f) => f.hits)],
        framing: {
          ...wall.framing,
          firstStudMm:
            wall.framing.firstStudMm ?? faces.find((f) => f.firstStudMm !== null)?.firstStudMm ?? null,
        },
      };

/** Changes the frame of a wall at all of its faces: studs, their depth and spacing and what is between them are shared. */
export function withFrame(
  house: House,
  wallId: WallId,
  change: (wall: Wall) => Pick<Wall, 'framing' | 'insulated'>,
): House {
  const lines = house.rooms.flatMap(wallLines);
  const own = lines.find((l) => l.wall.id === wallId);
  if (!own) return house;
  const { framing, insulated } = change(own.wall);
  const { firstStudMm: _own, ...same } = framing;
  const faces = new Set(lines.filter((l) => l === own || zeroIn(own, l) !== undefined).map((l) => l.wall.id));
  const apply = (wall: Wall): Wall => {
    if (wall.id === wallId) return { ...wall, framing, insulated };
    return faces.has(wall.id) ? { ...wall, framing: { ...wall.framing, ...same }, insulated } : wall;
  };
  return { ...house, rooms: house.rooms.map((r) => ({ ...r, walls: r.walls.map(apply) })) };
}
