import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { makeHouse, makeRoom, type Room } from '../document/index.ts';
import { feet, inches } from '../units/index.ts';
import { placeBehind, planOfHouse, snapRoom, wallLines } from './index.ts';

const front = makeRoom('front', 'Front', 'living', feet(14), feet(12));
const second = (place: Room['place']): Room =>
  makeRoom('second', 'Second', 'bedroom', feet(10), feet(9), { place });
const NEAR = inches(10);
const slip = fc.integer({ min: -9, max: 9 }).map((n) => inches(n));

describe('a room let go near another', () => {
  it('shares the wall with its thickness, whichever of the four, and stands corner to corner', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 3 }), slip, slip, (side, dx, dy) => {
        const line = wallLines(front)[side]!;
        const right = placeBehind(line, feet(10), feet(9), 0);
        const { place, shared } = snapRoom(
          [front],
          second(right),
          { xMm: right.xMm + dx, yMm: right.yMm + dy },
          NEAR,
        );
        expect(place.xMm).toBeCloseTo(right.xMm, 6);
        expect(place.yMm).toBeCloseTo(right.yMm, 6);
        expect(shared.map((l) => l.wall.id)).toEqual([line.wall.id]);
        // What the plan of the house then knows: the two are faces of one wall.
        const house = { ...makeHouse('h', 'H'), rooms: [front, second(place)] };
        const behind = planOfHouse(house).behind(line.wall.id, feet(2));
        expect(behind?.line.room.id).toBe('second');
      }),
    );
  });
  it('away from everything it stays where it was put', () => {
    const place = { xMm: feet(40), yMm: feet(30) };
    expect(snapRoom([front], second(place), place, NEAR)).toEqual({ place, shared: [] });
  });
  it('along a wall it may stand anywhere: only the wall is shared', () => {
    const behind = placeBehind(wallLines(front)[0]!, feet(10), feet(9), feet(2));
    const { place } = snapRoom([front], second(behind), { ...behind, yMm: behind.yMm + inches(4) }, NEAR);
    expect(place.yMm).toBeCloseTo(behind.yMm, 6);
    expect(place.xMm).toBeCloseTo(behind.xMm, 6);
  });
  it('a deeper wall leaves more room between', () => {
    const deep = {
      ...front,
      walls: front.walls.map((w) => ({ ...w, framing: { ...w.framing, depthMm: inches(5.5) } })),
    };
    const { place } = snapRoom(
      [deep],
      second({ xMm: 0, yMm: 0 }),
      { xMm: 0, yMm: -feet(9) - inches(4) },
      NEAR,
    );
    // 5-1/2 in of stud and two boards of 1/2 in lie between the faces.
    expect(-feet(9) - place.yMm).toBeCloseTo(inches(6.5), 6);
  });
  it('rooms of another story do not pull', () => {
    const place = { xMm: inches(3), yMm: -feet(9) - inches(6) };
    expect(snapRoom([{ ...front, level: 1 }], second(place), place, NEAR).place).toEqual(place);
  });
  it('it is never moved further than it may be', () =>
    fc.assert(
      fc.property(fc.integer({ min: -400, max: 400 }), fc.integer({ min: -400, max: 400 }), (x, y) => {
        const place = { xMm: inches(x), yMm: inches(y) };
        const to = snapRoom([front], second(place), place, NEAR).place;
        expect(Math.abs(to.xMm - place.xMm)).toBeLessThanOrEqual(NEAR + 1e-9);
        expect(Math.abs(to.yMm - place.yMm)).toBeLessThanOrEqual(NEAR + 1e-9);
      }),
    ));
});
