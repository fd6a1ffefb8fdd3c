import { snapRoom, type Room, type RoomId, type Wall } from '@elwand/core';
import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { withRoom, type SetHouse } from '../state/edit.ts';

/** How near a room must come to be drawn to its neighbor, px; the arrows go by an inch, with Shift by a foot. */
const NEAR_PX = 14;
const INCH_MM = 25.4;
const FOOT_MM = 12 * INCH_MM;

interface Dragged {
  readonly room: Room;
  readonly from: { readonly x: number; readonly y: number };
  readonly place: Room['place'];
}

/** Where an arrow key puts a room; null for every other key. */
export function steppedRoom(
  place: Room['place'],
  { key, shiftKey }: { readonly key: string; readonly shiftKey: boolean },
): Room['place'] | null {
  const step = shiftKey ? FOOT_MM : INCH_MM;
  switch (key) {
    case 'ArrowLeft':
      return { ...place, xMm: place.xMm - step };
    case 'ArrowRight':
      return { ...place, xMm: place.xMm + step };
    case 'ArrowUp':
      return { ...place, yMm: place.yMm - step };
    case 'ArrowDown':
      return { ...place, yMm: place.yMm + step };
    default:
      return null;
  }
}

/** A wall that two rooms have in common, and the other room. */
interface SharedWall {
  readonly wall: Wall;
  readonly room: Room;
}

/** Dragging the rooms of a story by hand and by keys; a room near another one is drawn to it. */
export function useRoomDrag({
  rooms,
  scale,
  onSelect,
  onHouse,
}: {
  readonly rooms: readonly Room[];
  /** Pixels to the millimeter. */
  readonly scale: number;
  readonly onSelect: (id: RoomId) => void;
  readonly onHouse: SetHouse;
}) {
  const svg = useRef<SVGSVGElement>(null);
  const [drag, setDrag] = useState<Dragged | null>(null);
  const snapped = drag && snapRoom(rooms, drag.room, drag.place, NEAR_PX / scale);
  const shared: readonly SharedWall[] | null = drag && (snapped?.shared ?? []);
  const at = (e: PointerEvent) => {
    const r = svg.current?.getBoundingClientRect();
    return r ? { x: (e.clientX - r.left) / scale, y: (e.clientY - r.top) / scale } : { x: 0, y: 0 };
  };
  const put = (id: RoomId, place: Room['place']) => onHouse((h) => withRoom(h, id, (r) => ({ ...r, place })));
  return {
    svg,
    /** The walls that the dragged room would share; null while nothing is dragged. */
    shared,
    /** A room as it stands now, also under the pointer. */
    shown: (r: Room): Room => (drag?.room.id === r.id && snapped ? { ...r, place: snapped.place } : r),
    whole: {
      onPointerMove: (e: PointerEvent) => {
        if (!drag) return;
        const to = at(e);
        const { xMm, yMm } = drag.room.place;
        setDrag({ ...drag, place: { xMm: xMm + to.x - drag.from.x, yMm: yMm + to.y - drag.from.y } });
      },
      onPointerUp: () => {
        const was = drag?.room.place;
        if (drag && snapped && (snapped.place.xMm !== was?.xMm || snapped.place.yMm !== was.yMm))
          put(drag.room.id, snapped.place);
        setDrag(null);
      },
      onPointerCancel: () => setDrag(null),
    },
    ofRoom: (r: Room) => ({
      onPointerDown: (e: PointerEvent<SVGGElement>) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        onSelect(r.id);
        setDrag({ room: r, from: at(e), place: r.place });
      },
      onKeyDown: (e: KeyboardEvent) => {
        const to = steppedRoom(r.place, e);
        if (to) put(r.id, to);
        else if (e.key === 'Enter' || e.key === ' ') onSelect(r.id);
        else return;
        e.preventDefault();
      },
    }),
  };
}
