import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { WallId, type Position, type Wall } from '../document/index.ts';
import { wallAt } from '../testing/build.ts';
import { ops, way, withWalls } from '../testing/ways.ts';
import { inches } from '../units/index.ts';

const masonry = withWalls((w) => ({ framing: { ...w.framing, kind: 'masonry' } }));
const onWall2 = (x: number, height = 15) => wallAt(x, height, 'room-w2');

describe('a raceway on the faces of the walls', () => {
  it('goes round a corner of the room: both lengths and the step in height, not more', () => {
    // From 100 in on the first wall of 144 in to 30 in on the second: 44 + 30 in, 20 in up; 12 in are left at each end.
    const r = way(masonry, wallAt(100), onWall2(30, 35), { surface: true })!;
    expect(ops(r)).toEqual(['surface-run', 'surface-run']);
    expect(r.cableMm).toBeCloseTo(inches(44 + 30 + 20 + 24), 6);
    expect(r.moves.map((m) => m.to.in)).toEqual(['wall', 'wall']);
  });
  it('is as long from one box as from the other, round any corner', () =>
    fc.assert(
      fc.property(fc.integer({ min: 5, max: 139 }), fc.integer({ min: 5, max: 115 }), (a, b) => {
        const there = way(masonry, wallAt(a), onWall2(b), { surface: true })!;
        const back = way(masonry, onWall2(b), wallAt(a), { surface: true })!;
        expect(there.cableMm).toBeCloseTo(back.cableMm, 6);
        expect(there.cableMm).toBeCloseTo(inches(144 - a + b + 24), 6);
      }),
      { numRuns: 30 },
    ));
});

describe('conduit outside', () => {
  const out = (x: number, wall = 'room-w1'): Position => ({
    on: 'outside',
    wallId: WallId.parse(wall),
    xMm: inches(x),
    heightMm: inches(20),
  });
  const shut = new Set(['room-w1', 'room-w2'].map((w) => WallId.parse(w)));
  const house = (change: (w: Wall) => Partial<Wall> = () => ({})) =>
    withWalls((w) => ({ exterior: true, ...change(w) }));
  it('goes round a corner of the house: the thickness of both walls is added', () => {
    const r = way(house(), out(120), out(20, 'room-w2'), { surface: true, closed: shut })!;
    expect(ops(r).every((op) => op === 'conduit-outside')).toBe(true);
    // 24 in to the corner and 20 in from it, 3-1/2 in of stud, 1/2 in of board and 1-1/2 in of siding twice, 24 in at the ends.
    expect(r.cableMm).toBeCloseTo(inches(24 + 20 + 2 * 5.5 + 24), 6);
  });
  it('not past a wall that is no outer wall: then it goes round the other side', () => {
    const shutAll = new Set([1, 2, 3, 4].map((n) => WallId.parse(`room-w${n}`)));
    const length = (h: ReturnType<typeof house>) =>
      way(h, out(120), out(20, 'room-w3'), { surface: true, closed: shutAll })!.cableMm / inches(1);
    // 24 in, 120 in of the second wall and 20 in; or 120 in back, 120 in of the fourth wall and 124 in.
    expect(length(house())).toBeCloseTo(24 + 120 + 20 + 2 * 11 + 24, 6);
    const inner = house((w) => (w.id === 'room-w2' ? { exterior: false } : {}));
    expect(length(inner)).toBeCloseTo(120 + 120 + 124 + 2 * 11 + 24, 6);
  });
});
