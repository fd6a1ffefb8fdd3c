import { formatLength, type Room, type UnitSystem, msg } from '@elwand/core';
import { useSay } from '../app/say.ts';

/** The walls of a room as a row to choose from, with how much is known of each. */
export function WallTabs({
  room,
  current,
  system,
  onChoose,
}: {
  readonly room: Room;
  readonly current: string;
  readonly system: UnitSystem;
  readonly onChoose: (id: string) => void;
}) {
  const say = useSay();
  return (
    <div className="wall-tabs" role="group" aria-label={say(msg('screen.wall.walls'))}>
      {room.walls.map((w) => (
        <button key={w.id} type="button" aria-pressed={w.id === current} onClick={() => onChoose(w.id)}>
          <b>{w.name.replace(/ wall$/i, '')}</b>
          <span className="quiet">
            {w.hits.length === 0
              ? say(msg('screen.wall.no-readings'))
              : say(msg('screen.wall.readings', { count: w.hits.length }))}
          </span>
          <span className="measure">{formatLength(w.lengthMm, system)}</span>
        </button>
      ))}
    </div>
  );
}
