import { describe, expect, it } from '@jest/globals';
import { ItemId, makeWall, type Hit, type House, type Opening, type Wall } from '../document/index.ts';
import { evaluate } from '../evaluation/evaluate.ts';
import { atBreaker, atPoint, bundle, nm, outlet, smallHouse, wallAt, wanted } from '../testing/build.ts';
import { closed, withRoom, withWalls } from '../testing/ways.ts';
import { feet, inches } from '../units/index.ts';
import { bayAt, frameWall, judgePlace, planOfHouse, woodAt, type PlacementInput } from './index.ts';

/** Walls reckoned by hand, in inches. Sizes of members are the actual ones of the trade: a 2x is 1-1/2; common practice. */

const hits = (...at: number[]): Hit[] =>
  at.map((x, i) => ({ id: ItemId.parse(`h${i}`), method: 'magnet', atMm: inches(x) }));
const opening = (
  kind: Opening['kind'],
  left: number,
  right: number,
  bottom: number,
  top: number,
): Opening => ({
  id: ItemId.parse(`o${left}`),
  kind,
  leftMm: inches(left),
  rightMm: inches(right),
  bottomMm: inches(bottom),
  topMm: inches(top),
});
const wall = (more: Partial<Wall>): Wall => makeWall('w', 'Wall', feet(12), more);
const edges = (list: readonly { leftMm: number; rightMm: number }[]) =>
  list.map((m) => [m.leftMm, m.rightMm].map((mm) => Math.round((mm / 25.4) * 100) / 100));

/**
 * Studs on 16 from 16: 16, 32, 48, 64, 80, 96, 112, 128. A window from 60 to 84, its sill at 36: king and jack take 57 to 60 and 84 to
 * 87, the layout runs through it, so that 64 and 80 are cripples from the bottom plate to the rough sill, which is 1-1/2 under 36.
 */
const WINDOW = opening('window', 60, 84, 36, 80);
const windowWall = wall({ hits: hits(16, 32, 48, 96), openings: [WINDOW] });

describe('a wall with a window', () => {
  const frame = frameWall(windowWall, feet(8));
  it('has cripples under it, where the layout would have studs', () => {
    const cripples = frame.members.filter((m) => m.kind === 'cripple');
    expect(edges(cripples)).toEqual([
      [63.25, 64.75],
      [79.25, 80.75],
    ]);
    expect(cripples.map((m) => Math.round((m.topMm / 25.4) * 10) / 10)).toEqual([34.5, 34.5]);
  });
  it('has three bays under it, from king and jack to cripple to king and jack, closed at the top', () => {
    const under = frame.bays.filter((b) => !b.throughTop);
    expect(edges(under)).toEqual([
      [60, 63.25],
      [64.75, 79.25],
      [80.75, 84],
    ]);
    expect(under.every((b) => b.throughBottom && Math.abs(b.topMm - inches(34.5)) < 0.01)).toBe(true);
    expect(bayAt(frame, inches(72), inches(50))).toBeUndefined();
  });
  it('has king and jack of 3 in of wood at any height, a cripple below the sill only', () => {
    const wood = (x: number, h: number) => {
      const w = woodAt(frame, inches(x), inches(h));
      return w && Math.round(((w.rightMm - w.leftMm) / 25.4) * 100) / 100;
    };
    expect(wood(58.5, 15)).toBe(3);
    expect(wood(58.5, 90)).toBe(3);
    expect(wood(64, 15)).toBe(1.5);
    expect(wood(64, 90)).toBeUndefined();
  });
  it('a way under it bores every one of them: 48, king and jack, 64, 80, king and jack, 96', () => {
    const base = smallHouse();
    const house: House = {
      ...base,
      rooms: base.rooms.map((r) => ({
        ...r,
        above: { ...r.above, kind: 'finished', canEnter: false },
        below: { ...r.below, kind: 'slab', canEnter: false },
        walls: r.walls.map((w, i) => (i === 0 ? { ...w, hits: windowWall.hits, openings: [WINDOW] } : w)),
      })),
      points: [outlet('r1', 40)],
      cables: [nm('c1', atBreaker(), atPoint('r1'))],
    };
    const e = evaluate(bundle(house, [wanted(104)]));
    const [leg] = e.chosen!.option.legs;
    const holes = leg!.route.moves.flatMap((m) => m.holes);
    expect(holes.map((h) => Math.round((h.xMm / 25.4) * 10) / 10)).toEqual([48, 58.5, 64, 80, 85.5, 96]);
    expect(holes.map((h) => Math.round(((h.bore?.woodMm ?? 0) / 25.4) * 10) / 10)).toEqual([
      1.5, 3, 1.5, 1.5, 3, 1.5,
    ]);
    expect(e.findings.filter((f) => f.rule === 'proof')).toEqual([]);
    // 64 in from box to box, and at least 6 in free at each.
    expect(leg!.route.cableMm).toBeGreaterThanOrEqual(inches(64 + 12));
  });
});

describe('boxes beside wood that lies', () => {
  const place = (heightInches: number, x = 72, wingsMm = inches(0.5)) => {
    const house = smallHouse({
      rooms: smallHouse().rooms.map((r) => ({
        ...r,
        walls: r.walls.map((w, i) => (i === 0 ? { ...w, hits: windowWall.hits, openings: [WINDOW] } : w)),
      })),
    });
    const plan = planOfHouse(house);
    const at = wallAt(x, heightInches);
    const line = plan.lines.get(at.wallId)!;
    const input: PlacementInput = {
      house,
      plan,
      frame: frameWall(line.wall, line.room.ceilingMm),
      // A box of 2 by 3-1/2 in with wings of half an inch above and below.
      box: {
        id: 'b',
        widthMm: inches(2),
        heightMm: inches(3.5),
        depthMm: inches(2.5),
        wingsMm,
      } as PlacementInput['box'],
      gangs: 1,
      bayWish: 0.5,
      others: [],
      self: 'x',
    };
    return judgePlace(input, at).faults.map((f) => (f.kind === 'no-bay' ? f.what : f.kind));
  };
  it('under the rough sill, wings included: 34.5 less 1.75 and 0.5 is 32.25', () => {
    expect(place(32)).toEqual([]);
    expect(place(32.5)).toContain('sill');
    // Without wings it reaches up to 32.75.
    expect(place(32.5, 72, 0)).toEqual([]);
    expect(place(33, 72, 0)).toContain('sill');
  });
  it('over the bottom plate: 1.5 and 1.75 and 0.5 is 3.75', () => {
    expect(place(4)).toEqual([]);
    expect(place(3.5)).toContain('bottom plate');
  });
  it('on a cripple it is on a stud, not on the sill', () => expect(place(15, 64)).toContain('stud'));
});

describe('wood that is not on the layout', () => {
  it('a doubled stud is bored as one: 3 in', () => {
    // 16, 32, 48, 64 and one more read beside 48, its middle at 49.5.
    const frame = frameWall(wall({ hits: hits(16, 32, 48, 49.75, 64, 80) }), feet(8));
    const extra = frame.members.filter((m) => m.kind === 'extra');
    expect(edges(extra)).toEqual([[49, 50.5]]);
    const wood = woodAt(frame, inches(48), inches(40))!;
    expect((wood.rightMm - wood.leftMm) / 25.4).toBeCloseTo(3.25, 1);
  });
  it('a reading beside a window is its king or jack and tells nothing of the layout', () => {
    const frame = frameWall({ ...windowWall, hits: hits(16, 32, 48, 58.5, 85.5, 96) }, feet(8));
    expect(frame.fit.outliers).toEqual([]);
    expect(frame.members.filter((m) => m.kind === 'extra')).toEqual([]);
  });
  it('knocking puts no stud where the layout has none, but no box either', () => {
    const knocked = [
      ...hits(16, 32, 48, 64),
      { ...hits(40)[0]!, id: ItemId.parse('k'), method: 'knock' as const },
    ];
    const frame = frameWall(wall({ hits: knocked }), feet(8));
    expect(frame.members.filter((m) => m.kind === 'extra')).toEqual([]);
    expect(frame.fit.outliers).toHaveLength(1);
  });
});

describe('a wall with a brick face', () => {
  const house = withWalls((w) => (w.id === 'room-w1' ? { exterior: true, outerFace: 'masonry' } : {}));
  const outside = (x: number) => ({ ...wallAt(x, 20), on: 'outside' as const });
  // R1 hangs at 24, in the bay from 16-3/4 to 31-1/4.
  const e = evaluate(bundle(house, [wanted(28, { at: outside(28) })]));
  const moves = e.chosen!.option.legs[0]!.route.moves;
  it('is bored with a masonry bit of 4-1/2 in of brick and gap and 2 in of shank: 6-1/2 in', () => {
    expect(moves.map((m) => m.op)).toEqual(['fish', 'through-masonry']);
    const [hole] = moves[1]!.holes;
    expect((hole!.bore!.woodMm / 25.4).toFixed(2)).toBe('4.50');
    expect((hole!.bore!.bitLeastMm / 25.4).toFixed(2)).toBe('6.50');
    expect((hole!.diameterMm / 25.4).toFixed(3)).toBe('0.875');
    expect(hole!.fireSeal).toBe(true);
  });
  it('takes 4 in along and 5 up, 7 through it, 5 % and 24 for the ends: 40.8, cut to 42', () => {
    // 28 - 24 = 4, 20 - 15 = 5; 5 in of brick and gap and 2 to the box.
    expect(e.chosen!.option.legs[0]!.route.cableMm / 25.4).toBeCloseTo(42, 6);
    expect(e.findings.filter((f) => f.rule === 'proof')).toEqual([]);
  });
});

describe('a box beside the stud that is to be bored', () => {
  /** R2 at 88 and a new one at 98, the stud at 96 between them; nothing is open above or below. */
  const way = (model: string) => {
    const shut = withRoom(closed);
    const house = {
      ...shut,
      points: shut.points.map((p) => (p.id === 'r2' ? { ...p, box: { ...p.box, model } } : p)),
    };
    const e = evaluate(bundle(house, [wanted(98)]));
    return e.chosen!.option.legs.flatMap((l) => l.route.moves.map((m) => m.op));
  };
  // From the new opening it is 98 less 96-3/4, 1-1/4 in to the wood: no bit bends in that. From R2 it is 95-1/4 less 88, 7-1/4 in.
  it('that is nailed lets no bit in: the wall is opened', () => {
    expect(way('new-1g-22')).toContain('slot-wall');
    expect(way('new-1g-22')).not.toContain('drill-stud');
  });
  it('that comes out does', () => expect(way('old-1g-20')).toContain('drill-stud'));
});
