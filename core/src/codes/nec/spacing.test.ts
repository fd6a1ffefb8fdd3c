import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import {
  ItemId,
  makePoint,
  makeRoom,
  WallId,
  type Furniture,
  type Opening,
  type Point,
} from '../../document/index.ts';
import { standing } from '../../testing/build.ts';
import { feet, inches } from '../../units/index.ts';
import { necPack } from './pack.ts';
import { counterCoverage, islandOutlets, reached, subtract, wallCoverage } from './spacing.ts';

const pack = necPack(2023);
const door = (leftFeet: number, rightFeet: number): Opening => ({
  id: ItemId.parse('d'),
  kind: 'door',
  leftMm: feet(leftFeet),
  rightMm: feet(rightFeet),
  bottomMm: 0,
  topMm: 2000,
});
const outlet = (xFeet: number, wall = 1, heightInches = 15): Point =>
  makePoint(`p${wall}-${Math.round(xFeet * 100)}-${heightInches}`, 'R', 'receptacle', {
    on: 'wall',
    wallId: WallId.parse(`r-w${wall}`),
    xMm: feet(xFeet),
    heightMm: inches(heightInches),
  });
const room = (w: number, d: number, first: Partial<Parameters<typeof makeRoom>[5] & object> = {}) =>
  makeRoom('r', 'Den', 'den', feet(w), feet(d), first);
const withFirst = (w: number, d: number, openings: Opening[] = [], furniture: Furniture[] = []) => {
  const r = room(w, d);
  return { ...r, walls: r.walls.map((x, i) => (i === 0 ? { ...x, openings, furniture } : x)) };
};
const NONE = new Set<string>();
const uncovered = (r: ReturnType<typeof room>, points: Point[], switched = NONE) =>
  wallCoverage(r, points, switched, pack).uncoveredMm / 304.8;

describe('wall line of a room, NEC 210.52(A) (from memory)', () => {
  it('a room with no outlet: all of its line is out of reach', () =>
    expect(uncovered(room(12, 10), [])).toBeCloseTo(44, 9));
  it('one outlet covers 6 ft each way, round the corner too', () => {
    expect(uncovered(room(12, 10), [outlet(6)])).toBeCloseTo(44 - 12, 9);
    expect(uncovered(room(12, 10), [outlet(1)])).toBeCloseTo(44 - 12, 9);
  });
  it('outlets 12 ft apart leave no gap, exactly', () => {
    const r = withFirst(12, 24, [], []);
    // A ring of 72 ft: six outlets, 12 ft apart.
    const six = [outlet(6), outlet(6, 2), outlet(18, 2), outlet(6, 3), outlet(6, 4), outlet(18, 4)];
    expect(uncovered(r, six)).toBeCloseTo(0, 6);
  });
  it('the line breaks at a door: an outlet beyond it does not reach over', () => {
    const r = withFirst(12, 10, [door(4, 7)]);
    expect(uncovered(r, [outlet(3)])).toBeCloseTo(44 - 3 - 6 - 1, 9);
  });
  it('a space under 2 ft asks for nothing, one of exactly 2 ft does', () => {
    const stub = (left: number) =>
      wallCoverage(
        withFirst(12, 10, [door(3, 6), { ...door(6 + left, 11), id: ItemId.parse('d2') }]),
        [],
        NONE,
        pack,
      ).spaces;
    expect(stub(1.9)).toBe(1);
    expect(stub(2)).toBe(2);
  });
  it.each<[string, Point, Set<string>]>([
    ['too high', outlet(6, 1, 67), NONE],
    ['dead with a switch', outlet(6), new Set(['p1-600-15'])],
    ['no receptacle at all', makePoint('s', 'S', 'switch', outlet(6).at), NONE],
  ])('does not count: %s', (_, point, switched) =>
    expect(uncovered(room(12, 10), [point], switched)).toBeCloseTo(44, 9),
  );
  it('at exactly 5 ft 6 in it still counts', () =>
    expect(uncovered(room(12, 10), [outlet(6, 1, 66)])).toBeCloseTo(32, 9));
  it('an outlet over a counter serves the counter, and fixed cabinets take wall away', () => {
    const r = withFirst(12, 10, [], [standing('counter', 3, 9)]);
    expect(wallCoverage(r, [outlet(5, 1, 42)], NONE, pack)).toMatchObject({ coveredMm: 0 });
    expect(uncovered(r, [])).toBeCloseTo(44 - 6, 9);
  });
  it('covered and uncovered together are the whole line, whatever is there', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({ x: fc.double({ min: 0, max: 10, noNaN: true }), wall: fc.integer({ min: 1, max: 4 }) }),
          { maxLength: 8 },
        ),
        (list) => {
          const points = list.map(({ x, wall }) => outlet(x, wall));
          const c = wallCoverage(room(12, 10), points, NONE, pack);
          expect((c.coveredMm + c.uncoveredMm) / 304.8).toBeCloseTo(44, 6);
          const more = wallCoverage(room(12, 10), [...points, outlet(5, 2)], NONE, pack);
          expect(more.uncoveredMm).toBeLessThanOrEqual(c.uncoveredMm + 1e-6);
        },
      ),
    );
  });
});

describe('what breaks the line', () => {
  it('a door at the end of a wall: what hangs before it does not reach round the corner', () =>
    expect(uncovered(withFirst(12, 10, [door(9, 12)]), [outlet(8)])).toBeCloseTo(44 - 3 - 7, 9));
  it('a door at the start of the first wall', () =>
    expect(uncovered(withFirst(12, 10, [door(0, 3)]), [outlet(9, 4)])).toBeCloseTo(44 - 3 - 7, 9));
  it('a window down to the floor does not, a passage does', () => {
    const glass = { ...door(4, 7), kind: 'window' as const };
    expect(uncovered(withFirst(12, 10, [glass]), [outlet(3)])).toBeCloseTo(44 - 12, 9);
  });
  it('outlets in any order say the same', () =>
    expect(reached(100, [80, 20], 10)).toEqual(reached(100, [20, 80], 10)));
});

describe('counter line, NEC 210.52(C) (from memory)', () => {
  it('an outlet of the next wall serves no counter of this one', () =>
    expect(
      counterCoverage(withFirst(12, 10, [], [standing('counter', 2, 8)]), [outlet(5, 2, 42)], pack)
        .uncoveredMm,
    ).toBeCloseTo(feet(6), 6));
  const at = (x: number, height = 42) => outlet(x, 1, height);
  const left = (points: Point[], furniture = [standing('counter', 2, 8)]) =>
    counterCoverage(withFirst(12, 10, [], furniture), points, pack).uncoveredMm / 304.8;
  it('6 ft of counter with one outlet in the middle: a foot is out at each end', () =>
    expect(left([at(5)])).toBeCloseTo(2, 9));
  it('outlets 4 ft apart cover 8 ft exactly', () =>
    expect(left([at(2), at(6)], [standing('counter', 0, 8)])).toBeCloseTo(0, 9));
  it('20 in above the counter counts, more does not', () => {
    expect(left([at(5, 56)])).toBeCloseTo(2, 9);
    expect(left([at(5, 57)])).toBeCloseTo(6, 9);
  });
  it('a sink parts the counter; a piece under 12 in asks for nothing', () => {
    const parted = [standing('counter', 2, 8), standing('sink', 2.9, 5, { topMm: inches(34) })];
    expect(counterCoverage(withFirst(12, 10, [], parted), [at(6)], pack)).toMatchObject({
      spaces: 1,
      without: 0,
    });
    expect(left([at(6)], parted)).toBeCloseTo(0, 9);
  });
  it('a cooktop parts it too: nothing is asked for behind it', () => {
    const parted = [standing('counter', 0, 8), standing('hob', 3, 5.5, { topMm: inches(36) })];
    expect(left([at(1.5), at(7)], parted)).toBeCloseTo(0, 9);
    // Reach ends at the cooktop: an outlet on the one side does not serve the other.
    expect(left([at(2.5)], parted)).toBeCloseTo(0.5 + 2.5, 9);
  });
  it('two cabinets of counter side by side are one counter', () => {
    const two = [standing('counter', 2, 4), standing('counter', 4, 6, { id: ItemId.parse('c2') })];
    expect(counterCoverage(withFirst(12, 10, [], two), [at(3.9)], pack)).toMatchObject({
      spaces: 1,
      uncoveredMm: expect.closeTo(0.1 * 304.8, 6),
    });
  });
  it('an island of exactly the size, also when it was measured in inches or millimeters', () => {
    expect(
      [2, 609.6 / 304.8, 24 * (1 / 12), 0.6096 * 3.280839895].map((l) => islandOutlets(2, l, 1, 2017)),
    ).toEqual([1, 1, 1, 1]);
    expect(islandOutlets(4 * 0.9999999999, 2, 0.3048 * 3.280839895, 2014)).toBe(1);
    // 36 in x 36 in is 9 ft2: one; 36 in x 108 in is 27: two; from memory.
    expect([0.9144 ** 2, 0.9144 * 2.7432].map((m2) => islandOutlets(m2 * 10.763910417, 9, 3, 2020))).toEqual([
      1, 2,
    ]);
  });
  it('islands by edition: one each, by area, optional', () => {
    expect([2014, 2017].map((e) => islandOutlets(20, 5, 4, e))).toEqual([1, 1]);
    expect(islandOutlets(1.5, 1.5, 1, 2017)).toBe(0);
    expect([9, 9.1, 27, 27.1, 45].map((a) => islandOutlets(a, 5, 4, 2020))).toEqual([1, 2, 2, 3, 3]);
    expect(islandOutlets(20, 5, 4, 2023)).toBeNull();
  });
});

describe('intervals', () => {
  it('taking out the middle leaves two, the whole leaves none', () => {
    expect(subtract({ fromMm: 0, toMm: 10 }, [{ fromMm: 3, toMm: 5 }])).toEqual([
      { fromMm: 0, toMm: 3 },
      { fromMm: 5, toMm: 10 },
    ]);
    expect(subtract({ fromMm: 2, toMm: 4 }, [{ fromMm: 0, toMm: 10 }])).toEqual([]);
  });
  it('a ring joins its ends', () => {
    expect(reached(100, [0], 10).filter((s) => s.covered)).toEqual([{ fromMm: 0, toMm: 10, covered: true }]);
    expect(reached(100, [0], 10, true).filter((s) => s.covered)).toHaveLength(2);
  });
});
