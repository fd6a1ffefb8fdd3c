import type { Room } from './house.ts';
import { ItemId, RoomId, WallId } from './ids.ts';

/**
 * A room like another one: its walls, doors and windows, what is over and under it. Nothing that was read or seen in the first one comes
 * along: studs, pipes, furniture and boxes are found anew.
 */
export function copyRoom(
  room: Room,
  id: string,
  name: string,
  place: Room['place'],
  nextId: () => string,
): Room {
  const { above, below } = room;
  return {
    id: RoomId.parse(id),
    name,
    use: room.use,
    ceilingMm: room.ceilingMm,
    place,
    ...(room.level === undefined ? {} : { level: room.level }),
    ...(room.moisture === undefined ? {} : { moisture: room.moisture }),
    above: {
      kind: above.kind,
      canEnter: above.canEnter,
      joists: above.joists,
      insulated: above.insulated,
    },
    below: { kind: below.kind, canEnter: below.canEnter, joists: below.joists },
    walls: room.walls.map((wall, i) => {
      const { passages: _, posts: __, layers: ___, outside: ____, ...built } = wall;
      return {
        ...built,
        id: WallId.parse(`${id}-w${i + 1}`),
        framing: { ...wall.framing, firstStudMm: null },
        openings: wall.openings.map((o) => ({ ...o, id: ItemId.parse(nextId()) })),
        hits: [],
        obstacles: [],
        furniture: [],
      };
    }),
  };
}
