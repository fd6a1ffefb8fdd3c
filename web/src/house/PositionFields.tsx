import { RoomId, type House, type Position, type Room, type WallId, msg } from '@elwand/core';
import { Choice } from '../parts/Choice.tsx';
import { LengthInput } from '../parts/LengthInput.tsx';
import { useSay } from '../app/say.ts';

const PLACES = [
  { value: 'wall', label: msg('screen.points.on-a-wall') },
  { value: 'outside', label: msg('screen.points.outside-on-a-wall') },
  { value: 'ceiling', label: msg('screen.points.on-the-ceiling') },
  { value: 'attic', label: msg('screen.points.in-the-attic') },
  { value: 'basement', label: msg('screen.points.below-the-floor') },
  { value: 'somewhere', label: msg('screen.points.not-measured') },
] as const;
/** Where something new can be put. */
const WANTED: readonly Position['on'][] = ['wall', 'outside', 'ceiling'];

/** A position of another kind in the same room, at a place that makes sense to start from. */
export function positionIn(room: Room, on: Position['on']): Position {
  const middle = { xMm: (room.walls[0]?.lengthMm ?? 2000) / 2, yMm: (room.walls[1]?.lengthMm ?? 2000) / 2 };
  if (on === 'wall' || on === 'outside') {
    const wall = room.walls.find((w) => on === 'wall' || w.exterior) ?? room.walls[0];
    return { on, wallId: wall?.id as WallId, xMm: (wall?.lengthMm ?? 1000) / 2, heightMm: 381 };
  }
  if (on === 'somewhere') return { on, roomId: room.id };
  return { on, roomId: room.id, ...middle };
}

/** A position as fields: the same for points that are there and for points that are wanted. */
export function PositionFields({
  house,
  at,
  wanted = false,
  onChange,
}: {
  readonly house: House;
  readonly at: Position;
  /** Only places where something new can be put. */
  readonly wanted?: boolean;
  readonly onChange: (at: Position) => void;
}) {
  const say = useSay();
  const walls = house.rooms.flatMap((r) =>
    r.walls.map((w) => ({
      value: w.id,
      label: `${r.name}, ${w.name.toLowerCase()}`,
      room: r,
      wall: w,
    })),
  );
  const onAWall = at.on === 'wall' || at.on === 'outside';
  const roomId = onAWall ? walls.find((w) => w.value === at.wallId)?.room.id : at.roomId;
  const change = (on: Position['on']) => {
    const room = house.rooms.find((r) => r.id === roomId) ?? house.rooms[0];
    if (!room) return;
    // From one face of a wall to the other the place stays what it was.
    if (onAWall && (on === 'wall' || on === 'outside')) onChange({ ...at, on });
    else onChange(positionIn(room, on));
  };
  return (
    <>
      <Choice
        label={say(msg('screen.points.where'))}
        value={at.on}
        width={130}
        options={PLACES.filter((p) => !wanted || WANTED.includes(p.value))}
        onChange={change}
      />
      {onAWall ? (
        <>
          <Choice
            label={say(msg('screen.points.wall'))}
            value={at.wallId}
            width={190}
            options={walls.filter((w) => at.on === 'wall' || w.wall.exterior || w.value === at.wallId)}
            onChange={(id) => {
              const w = walls.find((x) => x.value === id);
              if (w) onChange({ ...at, wallId: w.wall.id, xMm: Math.min(at.xMm, w.wall.lengthMm) });
            }}
          />
          <LengthInput
            label={say(msg('screen.points.from-left-corner'))}
            value={at.xMm}
            system={house.units}
            width={120}
            onChange={(xMm) => onChange({ ...at, xMm })}
          />
          <LengthInput
            label={say(msg('screen.points.middle-above-floor'))}
            value={at.heightMm}
            system={house.units}
            width={120}
            onChange={(heightMm) => onChange({ ...at, heightMm })}
          />
        </>
      ) : (
        <>
          <Choice
            label={say(msg('screen.points.room'))}
            value={at.roomId}
            width={160}
            options={house.rooms.map((r) => ({ value: r.id, label: r.name }))}
            onChange={(id) => onChange({ ...at, roomId: RoomId.parse(id) })}
          />
          {at.on !== 'somewhere' && (
            <>
              <LengthInput
                label={say(msg('screen.points.along-first-wall'))}
                value={at.xMm}
                system={house.units}
                width={120}
                onChange={(xMm) => onChange({ ...at, xMm })}
              />
              <LengthInput
                label={say(msg('screen.points.out-from-first-wall'))}
                value={at.yMm}
                system={house.units}
                width={120}
                onChange={(yMm) => onChange({ ...at, yMm })}
              />
            </>
          )}
        </>
      )}
    </>
  );
}
