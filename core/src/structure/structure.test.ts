import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { ItemId, makeRoom, makeWall, type Hit, type Wall } from '../document/index.ts';
import { boxModel } from '../catalog/index.ts';
import { feet, inches } from '../units/index.ts';
import { bundle, outlet, smallHouse, wallAt, wanted } from '../testing/build.ts';
import { placementInput } from '../placement/place-wants.ts';
import { necPack } from '../codes/index.ts';
import {
  bayAt,
  clearOdds,
  fitStuds,
  frameWall,
  judgePlace,
  nearestGoodPlace,
  neighborHeight,
  normalCdf,
  placeBehind,
  planOfHouse,
  wallLines,
  closingErrorMm,
  reachTo,
} from './index.ts';
import { framesOf } from '../routing/index.ts';
import { heard } from '../testing/said.ts';

let n = 0;
const hit = (atInches: number, method: Hit['method'] = 'magnet'): Hit => ({
  id: ItemId.parse(`h${n++}`),
  method,
  atMm: inches(atInches),
});
const wall = (more: Partial<Wall> = {}): Wall => makeWall('w', 'Wall', feet(12), more);

describe('studs from readings', () => {
  it('three hits that agree give spacing and offset', () => {
    const fit = fitStuds(wall({ hits: [hit(15.375), hit(31.125), hit(47.25)] }));
    expect(fit.spacingMm).toBeCloseTo(inches(16), 6);
    expect(fit.firstStudMm / 25.4).toBeCloseTo(15.25, 1);
    expect(fit.used).toBe(3);
  });
  it('24 in spacing is told from 16 in', () => {
    expect(fitStuds(wall({ hits: [hit(20), hit(44), hit(92), hit(116)] })).spacingMm).toBeCloseTo(
      inches(24),
      6,
    );
  });
  it('an extra stud or a pipe strap is an outlier, not a stud of the grid', () => {
    const fit = fitStuds(wall({ hits: [hit(16), hit(32), hit(48), hit(72, 'probe'), hit(80)] }));
    expect(fit.outliers.map((h) => h.atMm)).toEqual([inches(72)]);
  });
  it('no hit at all is an assumption with a wide error', () => {
    const fit = fitStuds(wall());
    expect(fit.from).toBe('assumed');
    expect(fit.errorMm).toBeGreaterThan(inches(3));
  });
  it('recovers an offset from noisy hits within its own error bounds', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 2, max: 14, noNaN: true }),
        fc.array(fc.double({ min: -0.2, max: 0.2, noNaN: true }), { minLength: 4, maxLength: 6 }),
        (offset, noise) => {
          const fit = fitStuds(wall({ hits: noise.map((e, i) => hit(offset + 16 * i + e)) }));
          expect(fit.spacingMm).toBeCloseTo(inches(16), 6);
          const off = Math.abs(((fit.firstStudMm - inches(offset) + inches(8)) % inches(16)) - inches(8));
          expect(off).toBeLessThan(inches(0.25));
        },
      ),
    );
  });
});

describe('bays', () => {
  it('a plain wall has a bay between every two members', () => {
    const frame = frameWall(wall({ framing: { ...wall().framing, firstStudMm: inches(16) } }), feet(8));
    expect(frame.members).toHaveLength(10);
    expect(frame.bays).toHaveLength(9);
    expect(frame.bays[1]?.rightMm).toBeCloseTo(inches(31.25), 6);
  });
  it('no bay in a door; under a window a short one that does not reach the top plate', () => {
    const frame = frameWall(
      wall({
        openings: [
          {
            id: ItemId.parse('d'),
            kind: 'door',
            leftMm: inches(20),
            rightMm: inches(52),
            bottomMm: 0,
            topMm: inches(80),
          },
          {
            id: ItemId.parse('i'),
            kind: 'window',
            leftMm: inches(80),
            rightMm: inches(110),
            bottomMm: inches(36),
            topMm: inches(80),
          },
        ],
      }),
      feet(8),
    );
    expect(bayAt(frame, inches(36), inches(15))).toBeUndefined();
    const under = bayAt(frame, inches(95), inches(15));
    expect(under?.throughTop).toBe(false);
    expect(under?.topMm).toBeLessThan(inches(36));
    expect(bayAt(frame, inches(95), inches(60))).toBeUndefined();
  });
  it('more hits make the middle of a bay surer', () => {
    const few = frameWall(wall({ hits: [hit(16)] }), feet(8));
    const many = frameWall(wall({ hits: [hit(16), hit(32), hit(48), hit(80)] }), feet(8));
    const span = [inches(39), inches(41.5)] as const;
    expect(clearOdds(many, ...span)).toBeGreaterThan(clearOdds(few, ...span));
    expect(clearOdds(frameWall(wall(), feet(8)), ...span)).toBeLessThan(0.9);
  });
  it('the normal distribution agrees with printed values', () => {
    // Abramowitz and Stegun, Table 26.1.
    expect(normalCdf(0)).toBeCloseTo(0.5, 7);
    expect(normalCdf(1)).toBeCloseTo(0.8413447461, 6);
    expect(normalCdf(-1.96)).toBeCloseTo(0.0249978951, 6);
  });
});

describe('plan of the house', () => {
  it('a rectangular room closes', () =>
    expect(closingErrorMm(makeRoom('r', 'R', 'den', 3000, 4000))).toBeCloseTo(0, 6));
  it('a room with a wall that is too long says by how much', () => {
    const room = makeRoom('r', 'R', 'den', 3000, 4000);
    expect(
      closingErrorMm({ ...room, walls: room.walls.map((w, i) => (i === 2 ? { ...w, lengthMm: 3100 } : w)) }),
    ).toBeCloseTo(100, 6);
  });
  it('an L-shaped room turns left once', () => {
    const room = makeRoom('r', 'R', 'den', 3000, 4000);
    const L = {
      ...room,
      walls: [
        ['right', 3000],
        ['right', 2000],
        ['left', 1000],
        ['right', 2000],
        ['right', 2000],
        ['right', 4000],
      ].map(([turn, len], i) =>
        makeWall(`l${i}`, `W${i}`, len as number, { turn: turn as 'left' | 'right' }),
      ),
    };
    expect(closingErrorMm(L)).toBeCloseTo(0, 6);
    expect(wallLines(L)[3]?.along).toEqual({ xMm: 0, yMm: 1 });
  });
  it('finds the other face of a shared wall, mirrored', () => {
    const a = makeRoom('a', 'A', 'den', 3000, 4000);
    const b = makeRoom('b', 'B', 'hall', 1500, 4000, { place: { xMm: 3000 + 114, yMm: 0 } });
    const plan = planOfHouse(smallHouse({ rooms: [a, b], points: [], cables: [] }));
    const behind = plan.behind(a.walls[1]!.id, 1000);
    expect(behind?.line.wall.id).toBe('b-w4');
    expect(behind?.xMm).toBeCloseTo(3000, 6);
    expect(plan.behind(a.walls[0]!.id, 1000)).toBeUndefined();
  });
  it.each([0, 1, 2, 3])('a room put behind wall %d has it as its other face', (i) => {
    const a = makeRoom('a', 'A', 'den', 3000, 4000);
    const line = wallLines(a)[i]!;
    const b = makeRoom('b', 'B', 'hall', 2000, 1800, { place: placeBehind(line, 2000, 1800, 500) });
    const plan = planOfHouse(smallHouse({ rooms: [a, b], points: [], cables: [] }));
    expect(plan.behind(line.wall.id, 1000)?.line.room.id).toBe('b');
    expect(plan.behind(line.wall.id, 300)).toBeUndefined();
  });
  it('measures to a sink round the corner', () => {
    const room = makeRoom('room', 'Den', 'utility', feet(12), feet(10));
    const sink = {
      id: ItemId.parse('s'),
      name: 'Sink',
      kind: 'sink' as const,
      leftMm: inches(12),
      rightMm: inches(36),
      bottomMm: 0,
      topMm: 900,
      depthMm: 500,
      planned: false,
    };
    const rooms = [{ ...room, walls: room.walls.map((w, i) => (i === 1 ? { ...w, furniture: [sink] } : w)) }];
    const plan = planOfHouse(smallHouse({ rooms, points: [], cables: [] }));
    expect(reachTo(plan, wallAt(144 - 9), 'sink', 'same')).toMatchObject({
      otherRoom: false,
      asideMm: expect.closeTo(Math.hypot(Math.max(0, inches(9) - 500), inches(12)), 6),
      aboveRimMm: inches(15) - 900,
      mm: expect.closeTo(Math.hypot(inches(12), 900 - inches(15)), 6),
    });
    expect(reachTo(plan, wallAt(144 - 9), 'tub', 'all')).toBeUndefined();
  });
});

describe('placing a box', () => {
  const judge = (x: number, more: Parameters<typeof smallHouse>[0] = {}, height = 15) => {
    const house = smallHouse(more);
    const want = wanted(x, { at: wallAt(x, height) });
    const b = bundle(house, [want]);
    const plan = planOfHouse(house);
    const input = placementInput({ ...b, plan, frames: framesOf(house), pack: necPack(2023) }, want)!;
    return { ...judgePlace(input, wallAt(x, height)), good: nearestGoodPlace(input, wallAt(x, height)) };
  };
  it('fits in the middle of a bay', () => expect(judge(56).faults).toEqual([]));
  it('on a stud: says so and offers the nearest place beside it', () => {
    const r = judge(48);
    expect(r.faults.map((f) => f.kind)).toContain('no-bay');
    expect(Math.abs(r.good!.xMm - inches(48))).toBeLessThan(inches(4));
    expect(judge(r.good!.xMm / 25.4).faults).toEqual([]);
  });
  it.each([
    ['stud', 48, 15],
    ['opening', 70, 50],
    ['header', 70, 85],
    ['sill', 70, 31],
    ['top plate', 40, 92],
    ['bottom plate', 40, 3],
  ] as const)('on a %s: named as what it is', (what, x, height) => {
    const room = smallHouse().rooms[0]!;
    const window = {
      id: ItemId.parse('o'),
      kind: 'window' as const,
      leftMm: inches(60),
      rightMm: inches(82),
      bottomMm: inches(32),
      topMm: inches(80),
    };
    const rooms = [
      { ...room, walls: room.walls.map((w, i) => (i === 0 ? { ...w, openings: [window] } : w)) },
    ];
    expect(heard(judge(x, { rooms }, height).faults)).toContainEqual({ kind: 'no-bay', what });
    // Under the window and beside it there is room.
    expect(judge(70, { rooms }, 15).faults).toEqual([]);
  });
  it('too near a neighbor', () => expect(judge(90).faults.map((f) => f.kind)).toContain('neighbour'));
  it('cut by a planned cabinet edge, but not quite inside it', () => {
    const room = smallHouse().rooms[0]!;
    const cabinet = {
      id: ItemId.parse('k'),
      name: 'Cabinet',
      kind: 'cabinet' as const,
      leftMm: inches(40),
      rightMm: inches(57),
      bottomMm: 0,
      topMm: inches(34),
      depthMm: 500,
      planned: true,
    };
    const rooms = [
      { ...room, walls: room.walls.map((w, i) => (i === 0 ? { ...w, furniture: [cabinet] } : w)) },
    ];
    expect(judge(56, { rooms }).faults.map((f) => f.kind)).toContain('furniture');
    expect(judge(54, { rooms }).faults.map((f) => f.kind)).not.toContain('furniture');
  });
  it('deeper than the wall', () => {
    const room = smallHouse().rooms[0]!;
    const kinds = (depth: number) => {
      const thin = { ...room.walls[0]!.framing, depthMm: inches(depth) };
      const rooms = [{ ...room, walls: room.walls.map((w) => ({ ...w, framing: thin })) }];
      return judge(56, { rooms }).faults.map((f) => f.kind);
    };
    expect(boxModel('old-1g-12')!.depthMm).toBe(inches(1.25));
    expect(kinds(0.75)).toContain('too-deep');
    // A shallow box fits where the wall is furred out.
    expect(kinds(1.5)).not.toContain('too-deep');
  });
  it('copies the height of the neighbors', () => {
    const house = smallHouse({
      points: [outlet('r1', 24, { at: wallAt(24, 18) }), outlet('r2', 88, { at: wallAt(88, 18) })],
    });
    expect(neighborHeight(house, planOfHouse(house), wallAt(56), 'receptacle')).toBe(inches(18));
    expect(neighborHeight(house, planOfHouse(house), wallAt(56), 'switch')).toBeUndefined();
    // What moves is compared with the others, and where there is no other with nothing.
    const [first] = house.points.filter((p) => p.kind === 'receptacle');
    const alone = { ...house, points: [first!] };
    expect(neighborHeight(alone, planOfHouse(alone), wallAt(56), 'receptacle')).toBeDefined();
    expect(neighborHeight(alone, planOfHouse(alone), wallAt(56), 'receptacle', first!.id)).toBeUndefined();
  });
});
