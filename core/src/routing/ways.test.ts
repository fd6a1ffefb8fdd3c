import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import {
  ItemId,
  makeRoom,
  RoomId,
  WallId,
  type House,
  type Position,
  type Room,
  type Wall,
} from '../document/index.ts';
import { outlineOf, planOfHouse } from '../structure/index.ts';
import { smallHouse, wallAt } from '../testing/build.ts';
import { said } from '../testing/said.ts';
import { closed, ops, way, withRoom, withWalls, type Ask } from '../testing/ways.ts';
import { feet, inches } from '../units/index.ts';
import {
  framesOf,
  holeCount,
  holesOf,
  onWall,
  OPENS,
  OPERATION_KINDS,
  OPERATIONS,
  withoutTools,
} from './index.ts';

const inBay = [wallAt(24), wallAt(24, 60)] as const;
/** A door in the middle of the first wall. */
const door: Wall['openings'][number] = {
  id: ItemId.parse('d'),
  kind: 'door',
  leftMm: inches(60),
  rightMm: inches(92),
  bottomMm: 0,
  topMm: inches(80),
};

describe('a block in the bay', () => {
  const block = (kind: 'blocking' | 'brace' | 'return-air' | 'flue' | 'duct') =>
    withWalls((w) =>
      w.id === 'room-w1'
        ? {
            obstacles: [
              {
                id: ItemId.parse('o'),
                kind,
                leftMm: inches(16.75),
                rightMm: inches(31.25),
                bottomMm: inches(40),
                topMm: inches(41.5),
              },
            ],
          }
        : {},
    );
  it.each(['blocking', 'brace'] as const)('%s is drilled, with a hole that is sealed', (kind) => {
    const r = way(block(kind), ...inBay)!;
    expect(ops(r)).toEqual(['cross-blocking']);
    expect(holesOf(r)).toMatchObject([{ through: 'block', fireSeal: true, heightMm: inches(40.75) }]);
  });
  it.each(['return-air', 'flue', 'duct'] as const)('a %s is not: the way goes round it', (kind) => {
    expect(ops(way(block(kind), ...inBay))).not.toContain('cross-blocking');
  });
  it('without the long bit it goes round through the studs, at a higher price', () => {
    const r = way(block('blocking'), ...inBay, { without: withoutTools(['flexible-bit']) });
    expect(ops(r)).not.toContain('cross-blocking');
    expect(r!.cost).toBeGreaterThan(way(block('blocking'), ...inBay)!.cost);
  });
});

describe('behind the baseboard', () => {
  const trim = withWalls(() => ({ baseboard: true }));
  const far = [wallAt(24), wallAt(120)] as const;
  it('a long way along a closed wall goes behind the trim where it can come off', () => {
    const r = way(trim, ...far)!;
    expect(ops(r)).toContain('trim-chase');
    expect(r.openedMm2).toBe(0);
    expect(r.moves.find((m) => m.op === 'trim-chase')!.plates).toBeGreaterThan(0);
  });
  it('round the corner too, and never past a door', () => {
    expect(ops(way(trim, wallAt(120), wallAt(24, 15, 'room-w2')))).toContain('trim-chase');
    const withDoor = withWalls((w) => ({ baseboard: true, openings: w.id === 'room-w1' ? [door] : [] }));
    const r = way(withDoor, wallAt(40), wallAt(110))!;
    for (const m of r.moves.filter((x) => x.op === 'trim-chase'))
      if (onWall(m.from) && onWall(m.to) && m.from.wallId === 'room-w1' && m.to.wallId === 'room-w1')
        expect(
          Math.min(m.from.xMm, m.to.xMm) >= door.rightMm || Math.max(m.from.xMm, m.to.xMm) <= door.leftMm,
        ).toBe(true);
  });
  it('not where nobody has said that it can come off', () =>
    expect(
      ops(
        way(
          withWalls(() => ({})),
          ...far,
        ),
      ),
    ).not.toContain('trim-chase'));
});

describe('around a door behind its casing', () => {
  const doored = (more: Partial<Wall>) =>
    withWalls((w) => ({ baseboard: true, ...more, openings: w.id === 'room-w1' ? [door] : [] }));
  const shut = {
    avoid: [
      { op: 'slot-wall', wallId: null },
      { op: 'turn-corner', wallId: null },
    ],
  } as const;
  it('from behind the baseboard up one side, over the door and down the other', () => {
    const r = way(doored({ casing: true }), wallAt(40), wallAt(110), shut)!;
    expect(ops(r)).toEqual(['fish', 'behind-baseboard', 'casing-chase', 'behind-baseboard', 'fish']);
    const around = r.moves.find((m) => m.op === 'casing-chase')!;
    // Bay of 40 (32 to 48) to bay of 110 (96 or 112): 40 to 104 in of wall, and twice from 2 in up to 2 in over 80 in.
    const across = Math.abs(
      (onWall(around.from) ? around.from.xMm : 0) - (onWall(around.to) ? around.to.xMm : 0),
    );
    expect(around.cableMm).toBeCloseTo(across + 2 * inches(80), 3);
    expect(around.plates).toBe(Math.round(around.cableMm / inches(16)));
    expect(r.openedMm2).toBe(0);
  });
  it('only where the casing comes off, on wood, and with a casing over the door', () => {
    for (const more of [
      {},
      { casing: true, baseboard: false },
      { casing: true, framing: { ...smallHouse().rooms[0]!.walls[0]!.framing, kind: 'steel' as const } },
    ])
      expect(ops(way(doored(more), wallAt(40), wallAt(110), shut))).not.toContain('casing-chase');
    const tall = withWalls((w) => ({
      baseboard: true,
      casing: true,
      openings: w.id === 'room-w1' ? [{ ...door, topMm: inches(94) }] : [],
    }));
    expect(ops(way(tall, wallAt(40), wallAt(110), shut))).not.toContain('casing-chase');
  });
});

describe('where the studs show', () => {
  const seen = withWalls(() => ({ finish: 'none', boardMm: 0 }));
  it('studs are drilled from the room and nothing is opened', () => {
    const r = way(seen, wallAt(24), wallAt(120))!;
    expect(new Set(ops(r))).toEqual(new Set(['bore-open']));
    // Studs at 16 in: 32, 48, 64, 80, 96, 112.
    expect(holesOf(r).map((h) => Math.round(h.xMm / inches(1)))).toEqual([32, 48, 64, 80, 96, 112]);
    expect(r.openedMm2).toBe(0);
    expect(r.minutes).toBeLessThan(
      way(
        withWalls(() => ({})),
        wallAt(24),
        wallAt(120),
      )!.minutes / 3,
    );
  });
  it('a cable up a stud is stapled, not fished, and a helper is no help', () => {
    const r = way(seen, ...inBay)!;
    expect(ops(r)).toEqual(['fish']);
    const [m] = r.moves;
    // 45 in up: 12 in from each box, and between them no further than 54 in (334.30).
    expect(m!.supportsMm.map((s) => Math.round(s / inches(1)))).toEqual([12, 33]);
    expect(r.tools).toEqual(['hammer', 'staples']);
    expect(said(m!.says)).toBe('Staple 4\' 0" up along the stud, north wall');
    expect(m!.minutes).toBeLessThan(
      way(
        withWalls(() => ({})),
        ...inBay,
      )!.minutes,
    );
  });
  it('round the corner nothing is opened on the open side', () => {
    const both = way(seen, wallAt(130), wallAt(10, 15, 'room-w2'))!;
    expect(ops(both)).toContain('turn-corner');
    expect(both.openedMm2).toBe(0);
    const one = withWalls((w) => (w.id === 'room-w1' ? { finish: 'none' } : {}));
    const half = way(one, wallAt(130), wallAt(10, 15, 'room-w2'))!;
    const none = way(
      withWalls(() => ({})),
      wallAt(130),
      wallAt(10, 15, 'room-w2'),
    )!;
    expect(both.minutes).toBeLessThan(half.minutes);
    expect(half.minutes).toBeLessThan(none.minutes);
  });
  it('steel studs have a bushing at each hole, also there', () => {
    const steel = withWalls((w) => ({ finish: 'none', framing: { ...w.framing, kind: 'steel' } }));
    const r = way(steel, wallAt(24), wallAt(60))!;
    expect(ops(r)).toContain('bore-open');
    expect(holesOf(r).every((h) => h.bushing)).toBe(true);
  });
  it('masonry has no studs that could show', () => {
    const block = withWalls((w) => ({ finish: 'none', framing: { ...w.framing, kind: 'masonry' } }));
    expect(ops(way(block, wallAt(24), wallAt(60)))).not.toContain('bore-open');
  });
  it('up into the attic the plates are drilled from the room', () => {
    const attic = withRoom((r) => ({
      ...r,
      walls: r.walls.map((w) => ({ ...w, finish: 'none', boardMm: 0 })),
    }));
    const r = way(attic, wallAt(24), wallAt(60, 15, 'room-w3'))!;
    if (ops(r).includes('run-attic')) expect(ops(r)).toContain('drill-plate-open');
    expect(ops(r)).not.toContain('drill-plate-above');
  });
});

describe('behind the crown molding', () => {
  const crown = withWalls(() => ({ crown: true }));
  it('a long way along a closed wall goes up the bay, behind the molding and down again', () => {
    const shut = { avoid: [{ op: 'slot-wall', wallId: null }] };
    const r = way(crown, wallAt(24), wallAt(120), shut)!;
    expect(ops(r)).toEqual(['fish', 'behind-crown', 'crown-chase', 'behind-crown', 'fish']);
    expect(r.openedMm2).toBe(0);
    // From the middle of the bay of 24 to that of 120: 96 in of run, a plate at each of six studs.
    const run = r.moves.find((m) => m.op === 'crown-chase')!;
    expect(run.cableMm / inches(1)).toBeCloseTo(96, 0);
    expect(run.plates).toBe(6);
    expect(run.minutes).toBeCloseTo(20 + 15 * inches(96) * 0.001, 0);
  });
  it('over a door, which a baseboard does not pass', () => {
    const over = withWalls((w) => ({ crown: true, openings: w.id === 'room-w1' ? [door] : [] }));
    const run = way(over, wallAt(40), wallAt(110))!.moves.find((m) => m.op === 'crown-chase')!;
    expect([run.from, run.to].map((p) => onWall(p) && p.wallId)).toEqual(['room-w1', 'room-w1']);
  });
  it('not over what reaches up to it, and not on steel', () => {
    const tall = { ...door, topMm: inches(95) };
    const stopped = withWalls((w) => ({ crown: true, openings: w.id === 'room-w1' ? [tall] : [] }));
    const past = way(stopped, wallAt(40), wallAt(110), { avoid: [{ op: 'turn-corner', wallId: null }] });
    expect(
      (past?.moves ?? []).filter(
        (m) =>
          m.op === 'crown-chase' && onWall(m.from) && m.from.wallId === 'room-w1' && m.cableMm > inches(60),
      ),
    ).toEqual([]);
    const steel = withWalls((w) => ({ crown: true, framing: { ...w.framing, kind: 'steel' } }));
    expect(ops(way(steel, wallAt(24), wallAt(120)))).not.toContain('crown-chase');
  });
});

describe('ways that are there already', () => {
  it('a hole in the plate is used instead of a new one', () => {
    const house = withWalls((w) =>
      w.id === 'room-w1'
        ? {
            passages: [
              {
                id: ItemId.parse('p'),
                kind: 'conduit' as const,
                to: 'above' as const,
                atMm: inches(24),
                diameterMm: inches(1),
              },
            ],
          }
        : {},
    );
    const attic = withRoom((r) => ({ ...r, above: { ...r.above, kind: 'attic' } }), house);
    const r = way(attic, wallAt(24), wallAt(60, 15, 'room-w3'))!;
    expect(ops(r)).toContain('use-passage');
    expect(holeCount(r)).toBe(1);
  });
  it('one that is too narrow for a cable is not', () => {
    const house = withRoom((r) => ({
      ...r,
      walls: r.walls.map((w) => ({
        ...w,
        passages: [
          {
            id: ItemId.parse('p'),
            kind: 'hole' as const,
            to: 'above' as const,
            atMm: inches(24),
            diameterMm: 6,
          },
        ],
      })),
    }));
    expect(ops(way(house, wallAt(24), wallAt(60, 15, 'room-w3')))).not.toContain('use-passage');
  });
});

describe('two stories', () => {
  const stacked: House = {
    ...smallHouse(),
    rooms: [
      { ...closed(smallHouse().rooms[0]!), level: 0 },
      {
        ...makeRoom('up', 'Upstairs', 'bedroom', feet(12), feet(10)),
        level: 1,
        below: { kind: 'finished', canEnter: false, joists: 'y' },
      },
    ],
  };
  it('from wall to wall over it, inside the wall, with both plates sealed', () => {
    const r = way(stacked, wallAt(24, 48), wallAt(24, 15, 'up-w1'))!;
    expect(ops(r)).toContain('between-floors');
    expect(
      holesOf(r)
        .filter((h) => h.fireSeal)
        .map((h) => h.through)
        .sort(),
    ).toEqual(['bottom plate', 'top plates']);
    expect(r.cableMm).toBeGreaterThan(inches(48 + 15));
  });
  it('is no attic over the lower story, and no way where no wall stands over the other', () => {
    const aside = {
      ...stacked,
      rooms: [stacked.rooms[0]!, { ...stacked.rooms[1]!, place: { xMm: feet(40), yMm: feet(40) } }],
    };
    expect(way(aside, wallAt(24, 48), wallAt(24, 15, 'up-w1'))).toBeUndefined();
  });
});

describe('ceilings', () => {
  const house = withRoom(closed);
  const lightAt = (x: number, y: number): Position => ({
    on: 'ceiling',
    roomId: RoomId.parse('room'),
    xMm: inches(x),
    yMm: inches(y),
  });
  it('along a joist bay to the wall, through an edge that is opened', () => {
    // Joists run along y: from the first wall straight out into the room.
    const r = way(house, wallAt(24, 60), lightAt(24, 60))!;
    expect(ops(r)).toEqual(['fish', 'open-ceiling-edge', 'fish-joists']);
  });
  it('across joists the ceiling is opened, one strip a joist', () => {
    const [one, three] = [24, 72].map((x) => way(house, wallAt(24, 60), lightAt(x + 16, 60))!);
    expect(ops(three)).toContain('slot-ceiling');
    expect(three!.openedMm2).toBeGreaterThan(one!.openedMm2);
  });
  it('from one light to another in the same bay nothing is opened', () => {
    const r = way(house, lightAt(24, 30), lightAt(24, 90))!;
    expect(ops(r)).toEqual(['fish-joists']);
    expect(r.openedMm2).toBe(0);
  });
});

describe('below the floor', () => {
  const below = (more: Partial<Room['below']>): House =>
    withRoom((r) => ({ ...closed(r), below: { kind: 'basement', canEnter: true, joists: 'y', ...more } }));
  const across = [wallAt(24), wallAt(110)] as const;
  it('across the joists every one is bored in its middle, along them none', () => {
    const r = way(below({}), ...across)!;
    const run = r.moves.find((m) => m.op === 'run-below')!;
    expect(run.joists).toHaveLength(Math.round(inches(86) / inches(16)));
    expect(holeCount(r)).toBe(holesOf(r).length + run.joists.length);
    const along = way(below({ joists: 'x' }), ...across)!;
    expect(along.moves.flatMap((m) => m.joists)).toEqual([]);
    expect(along.cost).toBeLessThan(r.cost);
  });
  it('a low crawl space takes longer, one under 18 in is no way', () => {
    const cost = (clearMm?: number) =>
      way(below({ kind: 'crawl', ...(clearMm === undefined ? {} : { clearMm }) }), ...across)!.minutes;
    expect(cost(inches(20))).toBeGreaterThan(cost());
    expect(ops(way(below({ kind: 'crawl', clearMm: inches(16) }), ...across))).not.toContain('run-below');
  });
});

describe('near an attic hatch', () => {
  it('a run across the joists within 6 ft of it is guarded, which takes time (NEC 334.23)', () => {
    const [from, to] = [wallAt(24), wallAt(24, 15, 'room-w2')];
    const near = withRoom((r) => ({
      ...r,
      above: { ...r.above, hatch: { xMm: inches(100), yMm: inches(10) } },
    }));
    const far = withRoom((r) => ({ ...r, above: { ...r.above, hatch: { xMm: feet(60), yMm: feet(60) } } }));
    expect(way(near, from, to)!.minutes).toBeCloseTo(way(far, from, to)!.minutes + 15, 6);
  });
});

describe('raceways', () => {
  const masonry = withWalls((w) => ({ framing: { ...w.framing, kind: 'masonry' } }));
  it('go on the face of a masonry wall, over the head of a door', () => {
    expect(ops(way(masonry, wallAt(24), wallAt(120), { surface: true }))).toEqual(['surface-run']);
    const r = way(
      withWalls((w) => ({
        framing: { ...w.framing, kind: 'masonry' },
        openings: w.id === 'room-w1' ? [door] : [],
      })),
      wallAt(24),
      wallAt(120),
      { surface: true },
    )!;
    expect(r.moves[0]!.cableMm).toBeGreaterThan(inches(96 + 2 * 65));
    expect(r.moves[0]!.supportsMm.length).toBeGreaterThan(2);
  });
  it('need larger holes than a cable does', () => {
    const attic = smallHouse();
    const [cable, pipe] = [false, true].map((surface) =>
      way(attic, wallAt(24), wallAt(40), { surface, without: ['surface-run'] })!,
    );
    expect(holesOf(cable!)[0]!.diameterMm).toBe(inches(0.75));
    expect(holesOf(pipe!)[0]!.diameterMm).toBe(inches(0.875));
  });
  it('outside along the wall from box to box, never across a door', () => {
    const out = (x: number): Position => ({
      on: 'outside',
      wallId: WallId.parse('room-w1'),
      xMm: inches(x),
      heightMm: inches(20),
    });
    const house = withWalls(() => ({ exterior: true }));
    expect(
      ops(way(house, out(24), out(120), { surface: true, closed: new Set([WallId.parse('room-w1')]) })),
    ).toEqual(['conduit-outside']);
    const blocked = withWalls((w) => ({ exterior: true, openings: w.id === 'room-w1' ? [door] : [] }));
    // Round the house instead: 24 in to one corner, three walls, 24 in from the other, and four corners of 11 in.
    const round = way(blocked, out(24), out(120), {
      surface: true,
      closed: new Set([WallId.parse('room-w1')]),
    })!;
    expect(round.cableMm / inches(1)).toBeCloseTo(24 + 120 + 144 + 120 + 24 + 4 * 11 + 24, 6);
  });
});

describe('what the person asks for', () => {
  it('work that is avoided everywhere or at one wall is not done there', () => {
    const house = withRoom(closed);
    const first = way(house, wallAt(24), wallAt(56))!;
    expect(ops(first)).toContain('drill-stud');
    const without = way(house, wallAt(24), wallAt(56), { avoid: [{ op: 'drill-stud', wallId: null }] })!;
    expect(ops(without)).not.toContain('drill-stud');
    expect(without.cost).toBeGreaterThan(first.cost);
    expect(
      ops(
        way(house, wallAt(24), wallAt(56), {
          avoid: [{ op: 'drill-stud', wallId: WallId.parse('room-w3') }],
        }),
      ),
    ).toContain('drill-stud');
  });
  it('a weight that is moved up never makes more of what it weighs', () => {
    const house = smallHouse();
    const at = (tune: Ask['tune']) => way(house, wallAt(24), wallAt(100), tune ? { tune } : {})!;
    expect(at({ patching: 20 }).openedMm2).toBeLessThanOrEqual(at({ patching: 0.05 }).openedMm2);
    expect(at({ cable: 20 }).cableMm).toBeLessThanOrEqual(at({ cable: 0.05 }).cableMm + 1e-6);
    expect(ops(at({ attic: 20 })).filter((o) => o === 'run-attic').length).toBeLessThanOrEqual(
      ops(at({ attic: 0.05 })).filter((o) => o === 'run-attic').length,
    );
  });
  it('every tool that can be lacking is needed by some operation, and what opens a surface is marked so', () => {
    for (const tool of [
      'right-angle-drill',
      'flexible-bit',
      'fish-rods',
      'masonry-bit',
      'tubing-bender',
      'pry-bar',
    ] as const)
      expect(withoutTools([tool]).length).toBeGreaterThan(0);
    expect(withoutTools([])).toEqual([]);
    for (const op of OPENS) expect(OPERATIONS[op].tools).toContain('patching-tools');
    expect(OPERATION_KINDS.length).toBeLessThanOrEqual(32);
  });
});

/** Rooms with something of everything: doors, blocks, ducts, baseboards, a story over it or not. */
const anyHouse = fc
  .record({
    width: fc.integer({ min: 84, max: 240 }),
    depth: fc.integer({ min: 84, max: 240 }),
    attic: fc.boolean(),
    basement: fc.boolean(),
    baseboard: fc.boolean(),
    insulated: fc.boolean(),
    door: fc.option(fc.double({ min: 0.05, max: 0.6, noNaN: true })),
    things: fc.array(
      fc.record({
        wall: fc.integer({ min: 0, max: 3 }),
        at: fc.double({ min: 0, max: 0.9, noNaN: true }),
        width: fc.integer({ min: 1, max: 30 }),
        bottom: fc.integer({ min: 2, max: 70 }),
        height: fc.integer({ min: 1, max: 30 }),
        kind: fc.constantFrom<Wall['obstacles'][number]['kind']>(
          'pipe',
          'duct',
          'return-air',
          'flue',
          'blocking',
          'brace',
          'cable',
          'other',
        ),
      }),
      { maxLength: 4 },
    ),
    a: fc.tuple(
      fc.integer({ min: 0, max: 3 }),
      fc.double({ min: 0.05, max: 0.95, noNaN: true }),
      fc.integer({ min: 8, max: 80 }),
    ),
    b: fc.tuple(
      fc.integer({ min: 0, max: 3 }),
      fc.double({ min: 0.05, max: 0.95, noNaN: true }),
      fc.integer({ min: 8, max: 80 }),
    ),
  })
  .map((d) => {
    const room = makeRoom('room', 'Room', 'den', inches(d.width), inches(d.depth), {
      above: { kind: d.attic ? 'attic' : 'finished', canEnter: d.attic, joists: 'y', insulated: true },
      below: { kind: d.basement ? 'basement' : 'slab', canEnter: d.basement, joists: 'x' },
    });
    const walls = room.walls.map((w, i): Wall => ({
      ...w,
      baseboard: d.baseboard,
      insulated: d.insulated,
      openings:
        i === 0 && d.door !== null
          ? [
              {
                id: ItemId.parse('door'),
                kind: 'door',
                leftMm: d.door * w.lengthMm,
                rightMm: d.door * w.lengthMm + inches(32),
                bottomMm: 0,
                topMm: inches(80),
              },
            ]
          : [],
      obstacles: d.things.flatMap((t, k) =>
        t.wall === i
          ? [
              {
                id: ItemId.parse(`t${k}`),
                kind: t.kind,
                leftMm: t.at * w.lengthMm,
                rightMm: t.at * w.lengthMm + inches(t.width),
                bottomMm: inches(t.bottom),
                topMm: inches(t.bottom + t.height),
              },
            ]
          : [],
      ),
    }));
    const at = ([wall, share, height]: readonly [number, number, number]): Position => ({
      on: 'wall',
      wallId: WallId.parse(`room-w${wall + 1}`),
      xMm: share * (walls[wall]?.lengthMm ?? 0),
      heightMm: inches(height),
    });
    return { house: smallHouse({ rooms: [{ ...room, walls }] }), from: at(d.a), to: at(d.b) };
  });

/** Does a straight piece inside a wall touch the inside of a rectangle? */
const touches = (
  m: { x1: number; y1: number; x2: number; y2: number },
  o: { leftMm: number; rightMm: number; bottomMm: number; topMm: number },
): boolean =>
  Math.max(m.x1, m.x2) > o.leftMm + 1 &&
  Math.min(m.x1, m.x2) < o.rightMm - 1 &&
  Math.max(m.y1, m.y2) > o.bottomMm + 1 &&
  Math.min(m.y1, m.y2) < o.topMm - 1;

describe('any way through any room', () => {
  const runs = { numRuns: 250 };
  it('keeps out of openings, and out of what fills a bay or may hold no cable', () => {
    fc.assert(
      fc.property(anyHouse, ({ house, from, to }) => {
        const r = way(house, from, to);
        for (const m of r?.moves ?? []) {
          if (!onWall(m.from) || !onWall(m.to) || m.from.wallId !== m.to.wallId) continue;
          const wall = house.rooms[0]!.walls.find((w) => w.id === (onWall(m.from) ? m.from.wallId : ''))!;
          const piece = { x1: m.from.xMm, y1: m.from.heightMm, x2: m.to.xMm, y2: m.to.heightMm };
          for (const o of wall.openings) {
            // A box that was put into an opening is a fault of its own: its way starts where it is.
            if (
              [from, to].some(
                (t) => t.on === 'wall' && t.wallId === wall.id && t.xMm > o.leftMm && t.xMm < o.rightMm,
              )
            )
              continue;
            expect(touches(piece, o)).toBe(false);
          }
          for (const o of wall.obstacles)
            if (['return-air', 'flue'].includes(o.kind) && m.op === 'fish' && m.from.xMm === m.to.xMm)
              expect(touches({ ...piece, x1: piece.x1 - 1, x2: piece.x2 + 1 }, o)).toBe(false);
        }
      }),
      runs,
    );
  });
  it('crosses wood only by an operation that makes its hole, and every hole keeps its distance or carries a plate', () => {
    fc.assert(
      fc.property(anyHouse, ({ house, from, to }) => {
        const frames = framesOf(house);
        for (const m of way(house, from, to)?.moves ?? []) {
          for (const h of m.holes)
            expect(h.plateNeeded || h.through === 'exterior wall' || h.edgeMm >= inches(1.25) - 0.01).toBe(
              true,
            );
          if (m.op !== 'fish' || !onWall(m.from) || !onWall(m.to)) continue;
          const [x1, x2] = [Math.min(m.from.xMm, m.to.xMm), Math.max(m.from.xMm, m.to.xMm)];
          // A fished piece stays between two members.
          for (const w of frames.get(m.from.wallId)!.members)
            expect(w.leftMm > x1 + 1 && w.rightMm < x2 - 1).toBe(false);
        }
      }),
      runs,
    );
  });
  it('has cable at least as long as the straight line, and costs the same from the other end', () => {
    fc.assert(
      fc.property(anyHouse, ({ house, from, to }) => {
        const r = way(house, from, to);
        const back = way(house, to, from);
        expect(back === undefined).toBe(r === undefined);
        if (!r || !back || from.on !== 'wall' || to.on !== 'wall') return;
        expect(back.cost).toBeCloseTo(r.cost, 6);
        const plan = planOfHouse(house);
        const [p, q] = [plan.spotOf(from)!, plan.spotOf(to)!];
        // The cable runs in the middle of the wall: what it saves round an inside corner is less than the wall's thickness twice.
        expect(r.cableMm).toBeGreaterThanOrEqual(
          Math.hypot(p.xMm - q.xMm, p.yMm - q.yMm, from.heightMm - to.heightMm) - inches(8),
        );
      }),
      runs,
    );
  });
  it('never gets cheaper by one more thing in the wall, nor by a kind of work that is ruled out', () => {
    fc.assert(
      fc.property(anyHouse, fc.constantFrom(...OPERATION_KINDS), ({ house, from, to }, op) => {
        const cost = (h: House, ask: Ask = {}) => way(h, from, to, ask)?.cost ?? Number.POSITIVE_INFINITY;
        const full = cost(house);
        expect(cost(house, { without: [op] })).toBeGreaterThanOrEqual(full - 1e-6);
        const bare = withRoom(
          (r) => ({ ...r, walls: r.walls.map((w) => ({ ...w, obstacles: w.obstacles.slice(1) })) }),
          house,
        );
        expect(cost(bare)).toBeLessThanOrEqual(full + 1e-6);
      }),
      runs,
    );
  });
  it('lies inside the outline of the house wherever it is a run over or under it', () => {
    fc.assert(
      fc.property(anyHouse, ({ house, from, to }) => {
        const o = outlineOf(house.rooms[0]!);
        for (const p of way(house, from, to)?.places ?? [])
          if ('spot' in p) {
            expect(p.spot.xMm).toBeGreaterThanOrEqual(o.left - 1);
            expect(p.spot.xMm).toBeLessThanOrEqual(o.right + 1);
            expect(p.spot.yMm).toBeGreaterThanOrEqual(o.top - 1);
            expect(p.spot.yMm).toBeLessThanOrEqual(o.bottom + 1);
          }
      }),
      { numRuns: 100 },
    );
  });
});
