import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { makeWall, WallId, type House, type Position, type Wall } from '../document/index.ts';
import { proofsOf } from '../evaluation/evaluate.ts';
import { bundle, outlet, wallAt, wanted } from '../testing/build.ts';
import { heard, said } from '../testing/said.ts';
import { closed, ops, way, withRoom, withWalls } from '../testing/ways.ts';
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

/** A room of 12 x 10 ft with a corner of so much missing: the third wall ends at a corner that stands out into it. */
function notched(acrossInches: number, downInches: number, framing: Partial<Wall['framing']> = {}): House {
  const lengths = [144, downInches, acrossInches, 120 - downInches, 144 - acrossInches, 120];
  return withRoom((r) =>
    closed({
      ...r,
      walls: lengths.map((length, i) => ({
        ...makeWall(`room-w${i + 1}`, `Wall ${i + 1}`, inches(length), { turn: i === 2 ? 'left' : 'right' }),
        framing: { ...r.walls[0]!.framing, firstStudMm: null, ...framing },
      })),
    }),
  );
}

describe('a corner that stands out into the room', () => {
  const at = (wall: number, x: number) => wallAt(x, 15, `room-w${wall}`);
  it('is opened on both sides and bored through, not driven round the whole room', () => {
    // From 8 in before the corner to 8 in past it: 16 in, 5 % for sag and 12 in at each end are 40.8; cut to 42.
    const r = way(notched(48, 60), at(3, 40), at(4, 8))!;
    expect(ops(r)).toContain('turn-outside');
    expect(r.cableMm).toBeCloseTo(inches(42), 6);
    const turn = r.moves.find((m) => m.op === 'turn-outside')!;
    expect(turn.holes.map((h) => h.wallId)).toEqual(['room-w3', 'room-w4']);
    // 6 in of board on each side of 3 in of corner studs, 4 in high.
    expect(turn.openedMm2 / inches(1) ** 2).toBeCloseTo((12 + 3) * 4, 6);
    expect(said(turn.says)).toContain('outside corner');
  });
  it('of masonry it is not', () => {
    const house = notched(48, 60, { kind: 'masonry' });
    expect(ops(way(house, at(3, 40), at(4, 8)))).not.toContain('turn-outside');
  });
  it('whatever its size, the plan replays', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 30, max: 90 }),
        fc.integer({ min: 30, max: 80 }),
        fc.double({ min: 0.3, max: 0.9, noNaN: true }),
        fc.double({ min: 0.1, max: 0.7, noNaN: true }),
        (across, down, a, b) => {
          const house = notched(across, down);
          const points = [
            outlet('r1', 0, { at: at(3, a * across) }),
            ...house.points.slice(1).map((p) => ({ ...p, at: at(1, 20) })),
          ];
          const asked = bundle({ ...house, points }, [wanted(0, { at: at(4, b * (120 - down)) })]);
          for (const faults of proofsOf(asked).values()) expect(heard(faults.map((f) => f.says))).toEqual([]);
        },
      ),
      { numRuns: 40 },
    ));
});
