import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import {
  HouseId,
  ItemId,
  makeHouse,
  makeRoom,
  PointId,
  WallId,
  type Hit,
  type House,
  type Obstacle,
  type Opening,
  type Passage,
  type Room,
  type Wall,
} from '../document/index.ts';
import { evaluate } from '../evaluation/evaluate.ts';
import { signOff } from '../evaluation/sign-off.ts';
import { atBreaker, atPoint, bundle, nm, outlet, smallHouse, wanted, SIGNER } from '../testing/build.ts';
import { feet, inches } from '../units/index.ts';
import {
  bayAt,
  faceConflicts,
  fitStuds,
  frameWall,
  fromOtherFaces,
  placeBehind,
  posteriorOf,
  wallLines,
  withBothFaces,
  woodAt,
  withFrame,
} from './index.ts';
import { said } from '../testing/said.ts';

/** Two rooms of 12 by 10 ft; the second backs onto the first one's first wall, that far along it. */
const back = (offset = 0, change: (w: Wall) => Wall = (w) => w): Room[] => {
  const front = makeRoom('room', 'Front', 'bedroom', feet(12), feet(10));
  const line = wallLines(front)[0]!;
  const rear = makeRoom('rear', 'Rear', 'hall', feet(12), feet(10), {
    place: placeBehind(line, feet(12), feet(10), inches(offset)),
  });
  return [{ ...front, walls: front.walls.map((w, i) => (i === 0 ? change(w) : w)) }, rear];
};
const door = (left: number, right: number, id = 'door'): Opening => ({
  id: ItemId.parse(id),
  kind: 'door',
  leftMm: inches(left),
  rightMm: inches(right),
  bottomMm: 0,
  topMm: inches(80),
});
const pipe = (left: number, right: number): Obstacle => ({ ...door(left, right, 'pipe'), kind: 'pipe' });
const house = (rooms: readonly Room[]): House => ({ ...makeHouse('h', 'Two rooms'), rooms: [...rooms] });
/** The wall of the second room that is the other face of the first room's first wall: its far side, running the other way. */
const REAR = WallId.parse('rear-w3');
const wallIn = (h: House, id: WallId): Wall => h.rooms.flatMap((r) => r.walls).find((w) => w.id === id)!;

describe('one wall, two faces', () => {
  const withDoor = house(back(0, (w) => ({ ...w, openings: [door(30, 60)], obstacles: [pipe(100, 104)] })));
  it('a door seen from behind is as far from the other corner', () => {
    const seen = wallIn(withBothFaces(withDoor), REAR);
    // 144 in long: from 30..60 in the one measure to 84..114 in the other.
    expect(seen.openings.map((o) => [o.leftMm, o.rightMm].map((mm) => Math.round(mm / 25.4)))).toEqual([
      [84, 114],
    ]);
    expect(seen.obstacles.map((o) => [o.kind, Math.round(o.leftMm / 25.4)])).toEqual([['pipe', 40]]);
  });
  it('the document keeps it once', () => {
    expect(wallIn(withDoor, REAR).openings).toEqual([]);
    expect(
      fromOtherFaces(withDoor)
        .get(REAR)
        ?.map((f) => f.from.room.name),
    ).toEqual(['Front']);
    expect(fromOtherFaces(withDoor).has(WallId.parse('room-w1'))).toBe(false);
  });
  it('rooms that are set off show the part that is theirs', () => {
    // The second room begins 40 in further along: its face sees 40..60 of the door only.
    const seen = wallIn(withBothFaces(house(back(40, (w) => ({ ...w, openings: [door(30, 60)] })))), REAR);
    expect(seen.openings.map((o) => [o.leftMm, o.rightMm].map((mm) => Math.round(mm / 25.4)))).toEqual([
      [124, 144],
    ]);
  });
  it('the same door entered at both faces stays one, as measured at each', () => {
    const [front, rear] = withDoor.rooms as [Room, Room];
    const both = house([
      front,
      { ...rear, walls: rear.walls.map((w) => (w.id === REAR ? { ...w, openings: [door(83, 113)] } : w)) },
    ]);
    expect(wallIn(withBothFaces(both), REAR).openings).toEqual([door(83, 113)]);
    expect(wallIn(withBothFaces(both), WallId.parse('room-w1')).openings).toEqual([door(30, 60)]);
  });
  it('holes to above are there for both', () => {
    const hole: Passage = { id: ItemId.parse('x'), kind: 'hole', to: 'above', atMm: feet(1), diameterMm: 25 };
    const h = house(back(0, (w) => ({ ...w, passages: [hole] })));
    expect(wallIn(withBothFaces(h), REAR).passages?.map((p) => p.atMm)).toEqual([feet(11)]);
  });
  it('a wall without anything in it leaves the house as it is', () => {
    const h = house(back());
    expect(withBothFaces(h)).toBe(h);
  });
  it('asked twice, nothing is added', () => {
    const once = withBothFaces(withDoor);
    expect(withBothFaces(once)).toBe(once);
    expect(withBothFaces({ ...once }).rooms).toEqual(once.rooms);
  });
  it('is on one story only', () => {
    const [front, rear] = withDoor.rooms as [Room, Room];
    expect(fromOtherFaces(house([front, { ...rear, level: 1 }])).size).toBe(0);
  });
  it('whatever was entered where: inside its wall, and told to both the same', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: -60, max: 100 }),
        fc.integer({ min: 0, max: 100 }),
        fc.integer({ min: 3, max: 40 }),
        (offset, left, width) => {
          const h = withBothFaces(
            house(back(offset, (w) => ({ ...w, openings: [door(left, left + width)] }))),
          );
          const seen = wallIn(h, REAR);
          for (const o of seen.openings) {
            expect(o.leftMm).toBeGreaterThanOrEqual(0);
            expect(o.rightMm).toBeLessThanOrEqual(seen.lengthMm);
            expect((o.rightMm - o.leftMm) / 25.4).toBeLessThanOrEqual(width + 1e-6);
          }
          const shown = Math.min(left + width, offset + 144) - Math.max(left, offset);
          expect(seen.openings).toHaveLength(shown > 0.99 ? 1 : 0);
        },
      ),
    ));
});

describe('the frame is shared', () => {
  it('depth, spacing and insulation change at both faces, the first stud at its own', () => {
    const h = withFrame(house(back()), REAR, (w) => ({
      framing: { ...w.framing, depthMm: inches(5.5), spacingMm: inches(24), firstStudMm: inches(9) },
      insulated: true,
    }));
    expect(wallIn(h, WallId.parse('room-w1'))).toMatchObject({
      insulated: true,
      framing: { depthMm: inches(5.5), spacingMm: inches(24), firstStudMm: null },
    });
    expect(wallIn(h, REAR).framing.firstStudMm).toBe(inches(9));
    expect(wallIn(h, WallId.parse('room-w2')).framing.depthMm).toBe(inches(3.5));
  });
});

describe('what follows from it', () => {
  const rooms = back(0, (w) => w);
  const [front, rear] = rooms as [Room, Room];
  const hall: Room = {
    ...rear,
    walls: rear.walls.map((w) => (w.id === REAR ? { ...w, openings: [door(84, 114)] } : w)),
  };
  const h = smallHouse({
    rooms: [front, hall],
    points: [outlet('r1', 10)],
    cables: [nm('c1', atBreaker(), atPoint('r1'))],
  });
  it('a box is not put where the hall has its door', () => {
    const says = evaluate(bundle(h, [wanted(45)])).findings.map((f) => f.says);
    expect(says.map(said).join(' ')).toMatch(/door/);
  });
  it('a way along the wall goes round that door', () => {
    const { chosen } = evaluate(bundle(h, [wanted(100)]));
    const through = chosen!.option.legs
      .flatMap((l) => l.route.moves.flatMap((m) => m.holes))
      .filter((o) => o.wallId === 'room-w1' && o.xMm > inches(30) && o.xMm < inches(60));
    expect(through).toEqual([]);
    expect(chosen!.option.legs).toHaveLength(1);
  });
  it('signing off writes no copy of it into the document', () => {
    const e = evaluate(bundle(h, [wanted(100)]));
    const after = signOff(e, '2026-11-25T10:00:00.000Z', SIGNER);
    expect(after.house.rooms).toEqual(h.rooms);
    expect(after.house.points.map((p) => p.id)).toContain(PointId.parse('built-job-w1'));
    expect(after.house.id).toBe(HouseId.parse(h.id));
  });
});

describe('studs belong to the wall', () => {
  const hits = (side: string, ...at: number[]): Hit[] =>
    at.map((x, i) => ({ id: ItemId.parse(`${side}${i}`), method: 'magnet', atMm: inches(x) }));
  /** Both faces are 144 in long: what is at 16 in on the one is at 128 on the other. */
  const read = (front: readonly Hit[], rear: readonly Hit[], more: Partial<Wall> = {}): House =>
    house(
      back(0, (w) => ({ ...w, hits: [...front] })).map((r) => ({
        ...r,
        walls: r.walls.map((w) => (w.id === REAR ? { ...w, hits: [...rear], ...more } : w)),
      })),
    );
  const FRONT = WallId.parse('room-w1');
  it('readings of either face count for both, turned round', () => {
    const h = withBothFaces(read(hits('a', 16, 32), hits('b', 64)));
    const at = (id: WallId) => wallIn(h, id).hits.map((x) => Math.round(x.atMm / 25.4));
    expect(at(FRONT)).toEqual([16, 32, 80]);
    expect(at(REAR)).toEqual([64, 128, 112]);
    // Each face alone leaves it open; together they do not.
    expect(posteriorOf(wallIn(h, FRONT)).sure).toBe(true);
    expect(posteriorOf({ ...wallIn(h, FRONT), hits: hits('a', 16, 32) }).sure).toBe(false);
  });
  it('edges of a stud turn round with it, and what is past this face is left out', () => {
    const b: Hit = { ...hits('b', 20)[0]!, edgesMm: [inches(19), inches(21)] };
    const own = wallIn(withBothFaces(read([], [b])), FRONT).hits;
    expect(own[0]!.edgesMm!.map((x) => Math.round(x / 25.4))).toEqual([123, 125]);
    const rear = back(40).map((r) => ({
      ...r,
      walls: r.walls.map((w) => (w.id === REAR ? { ...w, hits: hits('b', 10) } : w)),
    }));
    expect(wallIn(withBothFaces(house(rear)), FRONT).hits).toEqual([]);
  });
  it('a first stud that was given at one face stands at the other', () => {
    const given = read([], [], {
      framing: { ...wallIn(read([], []), REAR).framing, firstStudMm: inches(10) },
    });
    const fit = fitStuds(wallIn(withBothFaces(given), FRONT));
    // 144 - 10 = 134 in: on a layout of 16 in it begins at 6.
    expect(fit.from).toBe('given');
    expect(fit.firstStudMm / 25.4).toBeCloseTo(6, 6);
  });
  it('readings that make sense on each side and not together contradict each other', () => {
    // 144 less the rear ones is 40, 56 and 120: each 8 in off the studs of the front, and between them.
    const apart = faceConflicts(read(hits('a', 16, 32, 64), hits('b', 24, 88, 104)));
    expect(apart.map((c) => [c.kind, Math.round(c.apartMm / 25.4)])).toEqual([['studs', 8]]);
    expect(faceConflicts(read(hits('a', 16, 32, 64), hits('b', 16, 64, 80)))).toEqual([]);
    // Past the last of the front they are a layout that begins anew. One reading alone may be a stray.
    expect(faceConflicts(read(hits('a', 16, 32, 64), hits('b', 24, 56, 72)))).toEqual([]);
    expect(faceConflicts(read(hits('a', 16, 32, 64), hits('b', 24)))).toEqual([]);
  });
  it('so do a door whose edges differ, and framing', () => {
    const doors = (left: number): House =>
      house(
        back(0, (w) => ({ ...w, openings: [door(30, 60)] })).map((r) => ({
          ...r,
          walls: r.walls.map((w) =>
            w.id === REAR ? { ...w, openings: [door(left, left + 30, 'rear')] } : w,
          ),
        })),
      );
    expect(faceConflicts(doors(84))).toEqual([]);
    expect(faceConflicts(doors(85.5))).toEqual([]);
    expect(faceConflicts(doors(87)).map((c) => [c.kind, Math.round(c.apartMm / 25.4)])).toEqual([
      ['opening', 3],
    ]);
    const six = read([], [], { framing: { ...wallIn(read([], []), REAR).framing, depthMm: inches(5.5) } });
    expect(faceConflicts(six).map((c) => c.kind)).toEqual(['framing']);
  });
});

describe('a partition of the other side', () => {
  /** Behind a hall of 12 ft two rooms with a partition of 4-1/2 in between them: 60 in and 79-1/2 in of them on the hall's wall. */
  const rooms = (gap: number): Room[] => {
    const hall = makeRoom('room', 'Hall', 'hall', feet(12), feet(5));
    const line = wallLines(hall)[0]!;
    const at = (id: string, width: number, offset: number) =>
      makeRoom(id, id, 'bedroom', inches(width), feet(10), {
        place: placeBehind(line, inches(width), feet(10), inches(offset)),
      });
    return [hall, at('left', 60, 0), at('right', 144 - 60 - gap, 60 + gap)];
  };
  const wallOf = (gap: number): Wall => wallIn(withBothFaces(house(rooms(gap))), WallId.parse('room-w1'));
  it('stands against the wall with a post of three studs: 60 to 64-1/2 in, wood that is bored as one', () => {
    const seen = wallOf(4.5);
    expect(
      seen.posts!.map((p) => [p.leftMm / 25.4, p.rightMm / 25.4].map((x) => Math.round(x * 10) / 10)),
    ).toEqual([[60, 64.5]]);
    const frame = frameWall(seen, feet(8));
    const wood = woodAt(frame, inches(62), inches(40))!;
    expect((wood.rightMm - wood.leftMm) / 25.4).toBeGreaterThanOrEqual(4.5);
    expect(bayAt(frame, inches(62), inches(40))).toBeUndefined();
  });
  it('is told by a wall of the other side, not by its own', () => {
    const [told] = fromOtherFaces(house(rooms(4.5))).get(WallId.parse('room-w1'))!;
    expect(told!.posts).toHaveLength(1);
    expect(['left', 'right']).toContain(told!.from.room.id);
  });
  it('rooms that meet without one, or far apart, leave none', () => {
    for (const gap of [0, 1, 24]) expect(wallOf(gap).posts ?? []).toEqual([]);
  });
  it('what somebody has said of the wall himself stands', () => {
    const own = house(rooms(4.5).map((r) => ({ ...r, walls: r.walls.map((w) => ({ ...w, posts: [] })) })));
    expect(wallIn(withBothFaces(own), WallId.parse('room-w1')).posts).toEqual([]);
  });
});
