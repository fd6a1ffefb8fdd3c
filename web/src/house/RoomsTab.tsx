import { closingErrorMm, copyRoom, formatLength, type Room, msg, q } from '@elwand/core';
import { Button, Checkbox, Popconfirm } from 'antd';
import { useState } from 'react';
import { Choice } from '../parts/Choice.tsx';
import { LengthInput } from '../parts/LengthInput.tsx';
import { TextField } from '../parts/TextField.tsx';
import { withoutRoom, withRoom } from '../state/edit.ts';
import { Strip } from '../strip/Strip.tsx';
import { useWidth } from '../workspace/use-width.ts';
import { freshId } from '../parts/ids.ts';
import { AddRoom, apart } from './AddRoom.tsx';
import { useHouse } from './house-context.ts';
import { HousePlan } from './HousePlan.tsx';
import { RoomSpaces } from './RoomSpaces.tsx';
import { TapeLine } from './TapeLine.tsx';
import { WallEditor } from './WallEditor.tsx';
import { WallTabs } from './WallTabs.tsx';
import { ABOVE, BELOW, labelOf, MOISTURE, USES } from './words.ts';
import { useSay } from '../app/say.ts';

function RoomForm({ room, onCopy }: { readonly room: Room; readonly onCopy: () => void }) {
  const say = useSay();
  const { house, edits } = useHouse();
  const set = (change: (r: Room) => Room) => edits.house((h) => withRoom(h, room.id, change));
  return (
    <div className="stack">
      <div className="row fields">
        <TextField
          label={say(msg('screen.rooms.room-2'))}
          value={room.name}
          required
          width={150}
          onChange={(name) => set((r) => ({ ...r, name }))}
        />
        <Choice
          label={say(msg('screen.rooms.used-as'))}
          value={room.use}
          width={180}
          options={USES}
          onChange={(use) => set((r) => ({ ...r, use }))}
        />
        <LengthInput
          label={say(msg('screen.rooms.ceiling'))}
          value={room.ceilingMm}
          system={house.units}
          style="feet"
          width={110}
          onChange={(ceilingMm) => set((r) => ({ ...r, ceilingMm: Math.max(1500, ceilingMm) }))}
        />
        <Choice
          label={say(msg('screen.rooms.above'))}
          value={room.above.kind}
          width={140}
          onChange={(kind) => set((r) => ({ ...r, above: { ...r.above, kind } }))}
          options={ABOVE}
        />
        <Choice
          label={say(msg('screen.rooms.damp-or-wet'))}
          value={room.moisture ?? 'by-use'}
          width={140}
          options={MOISTURE}
          onChange={(m) => set(({ moisture: _, ...r }) => (m === 'by-use' ? r : { ...r, moisture: m }))}
        />
        {room.above.kind === 'attic' && (
          <Checkbox
            checked={room.above.canEnter}
            onChange={(e) => set((r) => ({ ...r, above: { ...r.above, canEnter: e.target.checked } }))}
          >
            {say(msg('screen.rooms.can-be-entered'))}
          </Checkbox>
        )}
        <Choice
          label={say(msg('screen.rooms.below'))}
          value={room.below.kind}
          width={130}
          onChange={(kind) =>
            set((r) => ({
              ...r,
              below: { ...r.below, kind, canEnter: kind === 'basement' || kind === 'crawl' },
            }))
          }
          options={BELOW}
        />
        {(room.below.kind === 'basement' || room.below.kind === 'crawl') && (
          <Checkbox
            checked={room.below.canEnter}
            onChange={(e) => set((r) => ({ ...r, below: { ...r.below, canEnter: e.target.checked } }))}
          >
            {say(msg('screen.rooms.can-be-entered'))}
          </Checkbox>
        )}
        <Choice
          label={say(msg('screen.rooms.joists-above-run'))}
          value={room.above.joists}
          width={170}
          onChange={(joists) => set((r) => ({ ...r, above: { ...r.above, joists } }))}
          options={[
            {
              value: 'x',
              label: say(
                msg('screen.rooms.along-the', {
                  walls: room.walls[0]?.name.toLowerCase() ?? say(msg('screen.rooms.first-wall')),
                }),
              ),
            },
            {
              value: 'y',
              label: say(
                msg('screen.rooms.along-the', {
                  walls: room.walls[1]?.name.toLowerCase() ?? say(msg('screen.rooms.second-wall')),
                }),
              ),
            },
          ]}
        />
        <Button onClick={() => onCopy()}>{say(msg('screen.rooms.copy'))}</Button>
        <Popconfirm
          title={say(msg('screen.rooms.delete-with-everything-in', { room: room.name }))}
          okText={say(msg('screen.rooms.take-it-out'))}
          onConfirm={() => edits.house((h) => withoutRoom(h, room.id))}
        >
          <Button danger type="text">
            {say(msg('screen.rooms.take-out-the-room'))}
          </Button>
        </Popconfirm>
      </div>
      <RoomSpaces room={room} system={house.units} set={set} />
    </div>
  );
}

/** What a room is, in one line: use, ceiling, what is over and under it. */
const roomSays = (room: Room) =>
  msg('screen.rooms.room-in-short', {
    use: labelOf(USES, room.use),
    ceiling: q.distance(room.ceilingMm),
    above: labelOf(ABOVE, room.above.kind),
    below: labelOf(BELOW, room.below.kind),
  });

/** Walls that are measured close within this, mm. */
const CLOSES_MM = 30;
/** Width of the list of rooms and of their plan, px. */
const SIDE_PX = 280;

/** Rooms by size or pattern, their walls by the tape. */
export function RoomsTab() {
  const say = useSay();
  const { house, evaluation, edits } = useHouse();
  const [roomId, setRoomId] = useState<string | null>(null);
  const [wallId, setWallId] = useState<string | null>(null);
  const [box, width] = useWidth<HTMLDivElement>(900);
  const room = house.rooms.find((r) => r.id === roomId) ?? house.rooms[0];
  const wall = room?.walls.find((w) => w.id === wallId) ?? room?.walls[0];
  const onWall = (by: number) => {
    if (!room || !wall) return;
    setWallId(room.walls[(room.walls.indexOf(wall) + by) % room.walls.length]?.id ?? null);
  };
  const show = (id: string) => {
    setRoomId(id);
    setWallId(null);
  };
  if (!room || !wall) return <AddRoom onAdded={show} />;
  const copy = () => {
    const id = freshId('room');
    const name = say(msg('screen.rooms.copied', { name: room.name }));
    edits.house((h) => ({
      ...h,
      rooms: [...h.rooms, copyRoom(room, id, name, apart(h.rooms), () => freshId('t'))],
    }));
    show(id);
  };
  const gap = closingErrorMm(room);
  return (
    <div className="house-grid">
      <div className="stack house-side">
        <nav className="side-list" aria-label={say(msg('screen.rooms.rooms'))}>
          {house.rooms.map((r) => (
            <button key={r.id} type="button" aria-current={r.id === room.id} onClick={() => show(r.id)}>
              <b className="grow">{r.name}</b>
              <span className="quiet">{say(labelOf(USES, r.use))}</span>
            </button>
          ))}
        </nav>
        <HousePlan house={house} current={room.id} width={SIDE_PX} onSelect={show} onHouse={edits.house} />
        <AddRoom onAdded={show} />
      </div>
      <div className="stack" ref={box}>
        <Strip evaluation={evaluation} room={room} width={Math.max(320, width)} wallPx={160} odds />
        <WallTabs room={room} current={wall.id} system={house.units} onChoose={setWallId} />
        <TapeLine house={house} room={room} wall={wall} onHouse={edits.house} onWall={onWall} />
        {gap > CLOSES_MM && (
          <p className="house-problem" role="status">
            {say(msg('screen.rooms.the-walls-do-not-close', { gap: formatLength(gap, house.units) }))}
          </p>
        )}
        <details className="room-facts">
          <summary>{say(roomSays(room))}</summary>
          <RoomForm room={room} onCopy={copy} />
        </details>
        <WallEditor
          house={house}
          wall={wall}
          frame={evaluation.frames.get(wall.id)}
          ceilingMm={room.ceilingMm}
          onHouse={edits.house}
        />
      </div>
    </div>
  );
}
