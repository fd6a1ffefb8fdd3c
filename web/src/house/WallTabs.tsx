import { formatLength, type Room, type UnitSystem } from '@elwand/core';

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
  return (
    <div className="wall-tabs" role="group" aria-label="Walls">
      {room.walls.map((w) => (
        <button key={w.id} type="button" aria-pressed={w.id === current} onClick={() => onChoose(w.id)}>
          <b>{w.name.replace(/ wall$/i, '')}</b>
          <span className="quiet">
            {w.hits.length === 0
              ? 'no readings'
              : `${w.hits.length} reading${w.hits.length === 1 ? '' : 's'}`}
          </span>
          <span className="measure">{formatLength(w.lengthMm, system)}</span>
        </button>
      ))}
    </div>
  );
}
