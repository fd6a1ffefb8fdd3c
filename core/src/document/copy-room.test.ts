import { describe, expect, it } from '@jest/globals';
import { demoHouses } from '../demo/index.ts';
import { applyTape, parseTape } from '../tape/index.ts';
import { smallHouse } from '../testing/build.ts';
import { copyRoom, Room } from './index.ts';

let n = 0;
const id = () => `copy-${n++}`;

describe('a room like another one', () => {
  it('has its walls, doors and windows, and nothing that was read or seen in the first', () => {
    const house = smallHouse();
    const wall = house.rooms[0]!.walls[0]!;
    const taped = applyTape(
      house,
      wall.id,
      parseTape('m 16 32 d 40 70 i 80 110', 'imperial').entries,
      id,
    ).house;
    const first = taped.rooms[0]!;
    const copy = copyRoom(first, 'room-2', 'Den 2', { xMm: 5000, yMm: 0 }, id);
    expect(Room.parse(copy)).toEqual(copy);
    expect(copy.walls.map((w) => [w.name, w.lengthMm, w.turn])).toEqual(
      first.walls.map((w) => [w.name, w.lengthMm, w.turn]),
    );
    expect(copy.walls[0]!.openings.map(({ id: _, ...o }) => o)).toEqual(
      first.walls[0]!.openings.map(({ id: _, ...o }) => o),
    );
    expect(copy.walls.every((w) => w.hits.length === 0 && w.framing.firstStudMm === null)).toBe(true);
  });
  it('shares no id with any room of the demo', () => {
    for (const house of demoHouses())
      for (const room of house.rooms) {
        const copy = copyRoom(room, 'fresh', 'Fresh', { xMm: 0, yMm: 0 }, id);
        expect(Room.parse(copy)).toEqual(copy);
        const ids = (r: Room) => [
          r.id,
          ...r.walls.flatMap((w) => [w.id, ...w.openings.map((o) => o.id), ...w.furniture.map((f) => f.id)]),
        ];
        expect(ids(copy).filter((x) => ids(room).includes(x as never))).toEqual([]);
      }
  });
});
