import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { ItemId, makeHouse, makeRoom, type Furniture, type RoomUse } from '../document/index.ts';
import { placeFacts } from '../codes/index.ts';
import { wallAt } from '../testing/build.ts';
import { feet, inches } from '../units/index.ts';
import { counterAt, moistureOf, planOfHouse, reachTo } from './index.ts';

const thing = (
  kind: Furniture['kind'],
  left: number,
  right: number,
  more: Partial<Furniture> = {},
): Furniture => ({
  id: ItemId.parse(`${kind}-${left}`),
  name: kind,
  kind,
  leftMm: inches(left),
  rightMm: inches(right),
  bottomMm: 0,
  topMm: inches(34),
  depthMm: inches(22),
  planned: false,
  ...more,
});
/** Two rooms back to back: the room, and next to its east wall another with a sink on the shared wall. */
const house = (own: Furniture[], beyond: Furniture[] = [], use: RoomUse = 'kitchen') => {
  const room = makeRoom('room', 'Room', use, feet(12), feet(10));
  const next = makeRoom('next', 'Next', 'bath', feet(6), feet(10), {
    place: { xMm: feet(12) + inches(4.5), yMm: 0 },
  });
  return makeHouse('h', 'H', {
    rooms: [
      { ...room, walls: room.walls.map((w, i) => (i === 0 ? { ...w, furniture: own } : w)) },
      { ...next, walls: next.walls.map((w, i) => (i === 3 ? { ...w, furniture: beyond } : w)) },
    ],
  });
};
const reach = (own: Furniture[], x: number, height: number) =>
  reachTo(planOfHouse(house(own)), wallAt(x, height), 'sink', 'same');

describe('how far a cord has to reach', () => {
  it('along the same wall, to the nearer edge of the outline', () => {
    expect(reach([thing('sink', 40, 60)], 10, 34)).toMatchObject({
      mm: inches(30),
      asideMm: inches(30),
      aboveRimMm: 0,
    });
    expect(reach([thing('sink', 40, 60)], 90, 34)?.mm).toBeCloseTo(inches(30), 6);
  });
  it('in space: an outlet lower or higher than the rim is further away', () => {
    const far = reach([thing('sink', 40, 60)], 10, 74)!;
    expect(far.mm).toBeCloseTo(Math.hypot(inches(30), inches(40)), 6);
    expect(far.aboveRimMm).toBeCloseTo(inches(40), 6);
  });
  it('straight over it is nothing sideways', () =>
    expect(reach([thing('sink', 40, 60)], 50, 40)?.asideMm).toBe(0));
  it('a sink in the next room is only met when walls are measured through', () => {
    const plan = planOfHouse(house([], [thing('sink', 40, 60)]));
    const at = wallAt(60, 34, 'room-w2');
    expect(reachTo(plan, at, 'sink', 'same')).toBeUndefined();
    const through = reachTo(plan, at, 'sink', 'all')!;
    expect(through.otherRoom).toBe(true);
    expect(through.asideMm).toBeLessThan(inches(20));
  });
  it('moving straight away from a sink never brings it nearer', () => {
    fc.assert(
      fc.property(fc.integer({ min: 61, max: 140 }), fc.integer({ min: 0, max: 60 }), (x, d) => {
        const x2 = Math.min(143, x + d);
        expect(reach([thing('sink', 40, 60)], x2, 30)!.mm).toBeGreaterThanOrEqual(
          reach([thing('sink', 40, 60)], x, 30)!.mm - 1e-9,
        );
      }),
    );
  });
  it('the nearest of several counts; a tub is no sink', () => {
    expect(
      reach([thing('sink', 100, 110), thing('sink', 30, 40), thing('tub', 12, 20)], 10, 34)?.mm,
    ).toBeCloseTo(inches(20), 6);
  });
});

describe('what surrounds a place', () => {
  it('over a counter of a kitchen, and nowhere else', () => {
    const counter = [thing('counter', 20, 80, { topMm: inches(36) })];
    const plan = planOfHouse(house(counter));
    expect(counterAt(plan, wallAt(50, 42))).toBe('counter');
    expect([counterAt(plan, wallAt(50, 30)), counterAt(plan, wallAt(90, 42))]).toEqual([
      undefined,
      undefined,
    ]);
    expect(placeFacts(plan, wallAt(50, 42))?.overCounter).toBe(true);
    expect(placeFacts(planOfHouse(house(counter, [], 'workshop')), wallAt(50, 42))?.overCounter).toBe(false);
  });
  it('damp and wet as entered, else by use', () => {
    expect(moistureOf({ use: 'outdoor' })).toBe('wet');
    expect(moistureOf({ use: 'garage' })).toBe('dry');
    expect(moistureOf({ use: 'garage', moisture: 'damp' })).toBe('damp');
    expect(moistureOf({ use: 'outdoor', moisture: 'dry' })).toBe('dry');
  });
  it('an attic over a bathroom is an attic, and dry', () => {
    const plan = planOfHouse(house([], [], 'bath'));
    const room = makeRoom('room', 'Room', 'bath', 1000, 1000);
    expect(placeFacts(plan, { on: 'attic', roomId: room.id, xMm: 100, yMm: 100 })).toMatchObject({
      use: 'attic',
      moisture: 'dry',
    });
  });
  it('a room that is gone is not known', () =>
    expect(placeFacts(planOfHouse(house([])), wallAt(1, 1, 'gone'))).toBeUndefined());
});
