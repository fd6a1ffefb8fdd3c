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
import { into } from './studs.ts';

/** What stands in a wall was measured from one of its faces; seen from the other it is the same, the other way round. */
export interface FromOtherFace {
  readonly from: WallLine;
  readonly openings: readonly Opening[];
  readonly obstacles: readonly Obstacle[];
  readonly passages: readonly Passage[];
  readonly hits: readonly Hit[];
  /** Where the partitions between the rooms of the other side stand against this wall. */
  readonly posts: NonNullable<Wall['posts']>;
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

/** Two faces of one wall, and where the corner of the other lies in the measure of the one. */
interface FacePair {
  readonly own: WallLine;
  readonly other: WallLine;
  readonly zero: number;
}
type Rooms = House['rooms'];
const paired = new WeakMap<Rooms, readonly FacePair[]>();

/** All faces of one wall, each with the other, in the order of the walls. Only those that run against each other can be two of one. */
function facePairs(rooms: Rooms): readonly FacePair[] {
  const known = paired.get(rooms);
  if (known) return known;
  const lines = rooms.flatMap(wallLines);
  const byRun = new Map<string, WallLine[]>();
  const run = (x: number, y: number) => `${Math.round(x * 1e6)} ${Math.round(y * 1e6)}`;
  for (const line of lines) {
    const key = run(line.along.xMm, line.along.yMm);
    const list = byRun.get(key);
    if (list) list.push(line);
    else byRun.set(key, [line]);
  }
  const pairs = lines.flatMap((own) =>
    (byRun.get(run(-own.along.xMm, -own.along.yMm)) ?? []).flatMap((other): FacePair[] => {
      const zero = zeroIn(own, other);
      return zero === undefined ? [] : [{ own, other, zero }];
    }),
  );
  paired.set(rooms, pairs);
  return pairs;
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

/** Thickness of a partition between two rooms, from board to board, mm: common practice. */
const PARTITION_MM = [60, 260] as const;
/** A partition is nailed to three studs side by side, or to blocks that leave no more room: common practice. */
const POST_MEMBERS = 3;

/** Where the partitions between the rooms on the other side of a wall stand against it: their posts are in this wall. */
function postsOf(own: WallLine, pairs: readonly FacePair[]): NonNullable<Wall['posts']> {
  const faces = pairs
    .map(({ other, zero }) => ({ fromMm: zero - other.wall.lengthMm, toMm: zero }))
    .sort((a, b) => a.fromMm - b.fromMm);
  const half = (POST_MEMBERS * own.wall.framing.memberMm) / 2;
  return faces.slice(1).flatMap((face, i) => {
    const endMm = faces[i]?.toMm ?? 0;
    const thick = face.fromMm - endMm;
    const middle = endMm + thick / 2;
    return thick >= PARTITION_MM[0] &&
      thick <= PARTITION_MM[1] &&
      middle > half &&
      middle < own.wall.lengthMm - half
      ? [
          {
            id: ItemId.parse(derivedId('post', own.wall.id, i)),
            leftMm: middle - half,
            rightMm: middle + half,
          },
        ]
      : [];
  });
}

const shared = new WeakMap<Rooms, ReadonlyMap<WallId, readonly FromOtherFace[]>>();

/** Has a face anything to tell the other one? */
const tells = ({ wall: w }: WallLine): boolean =>
  w.openings.length + w.obstacles.length + (w.passages?.length ?? 0) + w.hits.length > 0 ||
  w.framing.firstStudMm !== null;

/**
 * For every wall, what was entered at its other faces and not at this one. An entry of this face's own wins over one of the
 * other side that it meets: the same door measured twice is one door.
 */
export function fromOtherFaces({
  rooms,
}: Pick<House, 'rooms'>): ReadonlyMap<WallId, readonly FromOtherFace[]> {
  const known = shared.get(rooms);
  if (known) return known;
  const all = new Map<WallId, FromOtherFace[]>();
  const of = new Map<WallLine, FacePair[]>();
  for (const pair of facePairs(rooms)) of.set(pair.own, [...(of.get(pair.own) ?? []), pair]);
  for (const [own, pairs] of of) {
    const posts = own.wall.posts ? [] : postsOf(own, pairs);
    const [beside] = pairs;
    if (beside && posts.length > 0)
      all.set(own.wall.id, [
        { from: beside.other, openings: [], obstacles: [], passages: [], hits: [], posts, firstStudMm: null },
      ]);
    for (const { other, zero } of pairs) {
      if (!tells(other)) continue;
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
          : into(zero - first, spacingMm);
      if (openings.length + obstacles.length + passages.length + hits.length === 0 && firstStudMm === null)
        continue;
      const told = { from: other, openings, obstacles, passages, hits, posts: [], firstStudMm };
      all.set(wall.id, [...(all.get(wall.id) ?? []), told]);
    }
  }
  shared.set(rooms, all);
  return all;
}

/** Faces of one wall that were both measured: the one, the other, and what the other says in the measure of the one. */
export function measuredFromBoth({
  rooms,
}: Pick<House, 'rooms'>): { readonly own: Wall; readonly other: Wall; readonly turned: Wall }[] {
  return facePairs(rooms).map(({ own, other, zero }) => ({
    own: own.wall,
    other: other.wall,
    turned: {
      ...other.wall,
      lengthMm: own.wall.lengthMm,
      hits: other.wall.hits.flatMap((h) => turnedHit(h, zero, own.wall)),
      openings: other.wall.openings.flatMap((o) => turned(o, zero, own.wall)),
    },
  }));
}

const whole = new WeakMap<Rooms, Rooms>();

/** Rooms with what their walls are told; the same ones for the same rooms, so that what is reckoned of a wall is reckoned once. */
function toldRooms(rooms: Rooms): Rooms {
  const known = whole.get(rooms);
  if (known) return known;
  const more = fromOtherFaces({ rooms });
  const both =
    more.size === 0
      ? rooms
      : rooms.map((room) =>
          room.walls.some((w) => more.has(w.id))
            ? { ...room, walls: room.walls.map((w) => withMore(w, more.get(w.id) ?? [])) }
            : room,
        );
  whole.set(rooms, both);
  // Asked again with its own answer, the answer stays.
  whole.set(both, both);
  return both;
}

/**
 * The house with everything in a wall told to both of its faces: what the computation works on. The document itself keeps
 * each thing once, where it was measured.
 */
export function withBothFaces(house: House): House {
  const rooms = toldRooms(house.rooms);
  if (rooms === house.rooms) return house;
  const known = houses.get(house);
  if (known) return known;
  const both = { ...house, rooms };
  houses.set(house, both);
  return both;
}
const houses = new WeakMap<House, House>();

const withMore = (wall: Wall, faces: readonly FromOtherFace[]): Wall =>
  faces.length === 0
    ? wall
    : {
        ...wall,
        openings: [...wall.openings, ...faces.flatMap((f) => f.openings)],
        obstacles: [...wall.obstacles, ...faces.flatMap((f) => f.obstacles)],
        passages: [...(wall.passages ?? []), ...faces.flatMap((f) => f.passages)],
        posts: [...(wall.posts ?? []), ...faces.flatMap((f) => f.posts)],
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
