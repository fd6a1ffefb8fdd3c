import { describe, expect, it } from '@jest/globals';
import { ItemId, makePoint, type House, type Opening } from '../document/index.ts';
import { evaluate } from '../evaluation/evaluate.ts';
import { bundle, smallHouse, wallAt } from '../testing/build.ts';
import { inches } from '../units/index.ts';
import { besideDoor } from './index.ts';

/** A switch beside the door: common practice. */

const door = (left: number, right: number): Opening => ({
  id: ItemId.parse('d'),
  kind: 'door',
  leftMm: inches(left),
  rightMm: inches(right),
  bottomMm: 0,
  topMm: inches(80),
});
const withDoor = (opening: Opening, points: House['points'] = []): House => {
  const house = smallHouse({ points, cables: [] });
  const [room] = house.rooms;
  return {
    ...house,
    rooms: [{ ...room!, walls: room!.walls.map((w, i) => (i === 0 ? { ...w, openings: [opening] } : w)) }],
  };
};
const at = (house: House, known = false) => {
  const { frames } = evaluate(bundle(house, []));
  const place = besideDoor(house.rooms[0]!, { points: house.points, ...(known ? { frames } : {}) });
  return place?.on === 'wall' ? Math.round((place.xMm / inches(1)) * 16) / 16 : place;
};

describe('where a switch goes', () => {
  it('8 in beside the door', () => expect(at(withDoor(door(20, 50)))).toBe(58));
  it('on the other side where the wall ends', () => expect(at(withDoor(door(100, 140)))).toBe(92));
  it('clear of the switch that is there', () => {
    const there = makePoint('s1', 'S1', 'switch', wallAt(57, 48));
    expect(Math.abs((at(withDoor(door(20, 50), [there])) as number) - 57)).toBeGreaterThanOrEqual(3);
  });
  it('between the studs where the framing is known', () => {
    // Studs at 16 in on center from 16 in: one at 64 in, and king and jack beside the opening.
    const house = withDoor(door(24, 55));
    const x = at(house, true) as number;
    const bays = evaluate(bundle(house, [])).frames.get(house.rooms[0]!.walls[0]!.id)!.bays;
    expect(bays.some((b) => x * 25.4 > b.leftMm + 31 && x * 25.4 < b.rightMm - 31)).toBe(true);
    expect(at(house)).toBe(63);
    expect(x).not.toBe(63);
  });
  it('without a door in the middle of the first wall', () =>
    expect(besideDoor(smallHouse().rooms[0]!, { points: [] })).toMatchObject({
      xMm: expect.closeTo(inches(72), 6),
    }));
});
