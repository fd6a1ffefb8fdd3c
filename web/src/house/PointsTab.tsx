import { msg } from '@elwand/core';
import { useState } from 'react';
import { RoomPicker } from '../parts/RoomPicker.tsx';
import { useSay } from '../app/say.ts';
import { useAppDispatch, useAppSelector } from '../state/store.ts';
import { markTurned } from '../state/view.ts';
import { Strip } from '../strip/Strip.tsx';
import { useWidth } from '../workspace/use-width.ts';
import { PointsEditor } from './PointsEditor.tsx';
import { useHouse } from './house-context.ts';

/** What is in the walls, room by room on the strip, and as a list with what feeds it. */
export function PointsTab() {
  const say = useSay();
  const { house, evaluation, edits } = useHouse();
  const [selected, setSelected] = useState<string | null>(null);
  const [roomId, setRoomId] = useState<string | null>(null);
  const marked = useAppSelector((s) => s.view.marked);
  const dispatch = useAppDispatch();
  const [box, width] = useWidth<HTMLDivElement>(900);
  const room = house.rooms.find((r) => r.id === roomId) ?? house.rooms[0];
  return (
    <div className="stack">
      {room && <RoomPicker rooms={house.rooms} value={room.id} onChange={setRoomId} />}
      <div ref={box} className="strip-box">
        {room && (
          <Strip
            evaluation={evaluation}
            room={room}
            width={Math.max(320, width)}
            wallPx={150}
            selected={selected}
            lit={marked}
            onSelect={setSelected}
            onMark={(id) => dispatch(markTurned(id))}
          />
        )}
      </div>
      <p className="quiet">{say(msg('screen.points.select-several'))}</p>
      <PointsEditor
        evaluation={evaluation}
        roomId={room?.id ?? null}
        selected={selected}
        onSelect={setSelected}
        onHouse={edits.house}
      />
    </div>
  );
}
