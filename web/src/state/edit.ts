import {
  applyEdit,
  withoutPoint,
  type Bundle,
  type Edit,
  type House,
  type Job,
  type Room,
  type Wall,
  type WallId,
} from '@elwand/core';
import { useCallback, useMemo } from 'react';
import type { Dispatch } from '@reduxjs/toolkit';
import { edited, type DocumentState } from './document.ts';
import { useAppDispatch } from './store.ts';

export const withWall = (house: House, id: WallId, change: (wall: Wall) => Wall): House => ({
  ...house,
  rooms: house.rooms.map((r) =>
    r.walls.some((w) => w.id === id) ? { ...r, walls: r.walls.map((w) => (w.id === id ? change(w) : w)) } : r,
  ),
});
export const withRoom = (house: House, id: string, change: (room: Room) => Room): House => ({
  ...house,
  rooms: house.rooms.map((r) => (r.id === id ? change(r) : r)),
});
/** Takes a room out, with everything in it. */
export function withoutRoom(house: House, id: string): House {
  const room = house.rooms.find((r) => r.id === id);
  const walls = new Set<string>(room?.walls.map((w) => w.id));
  const gone = house.points.filter((p) => ('wallId' in p.at ? walls.has(p.at.wallId) : p.at.roomId === id));
  return gone.reduce((h, p) => withoutPoint(h, p.id), {
    ...house,
    rooms: house.rooms.filter((r) => r.id !== id),
  });
}

/**
 * Changes the house. A change that is a function gets the house as it is by then, so that of two changes made before the
 * screen was drawn again neither is lost.
 */
export type SetHouse = (change: House | ((now: House) => House), merge?: string) => void;

export interface Edits {
  readonly house: SetHouse;
  readonly job: (job: Job, merge?: string) => void;
  /** Changes both at once: undone in one step. */
  readonly both: (bundle: Bundle) => void;
  readonly apply: (bundle: Bundle, edit: Edit) => void;
}

/** The house with a change made to it as it stands when the change arrives. */
export const houseChanged =
  (...[change, merge]: Parameters<SetHouse>) =>
  (send: Dispatch, state: () => { readonly document: DocumentState }): void => {
    const now = state().document.present?.house;
    const next = typeof change === 'function' ? now && change(now) : change;
    if (next) send(edited({ house: next, ...(merge === undefined ? {} : { merge }) }));
  };

/** The ways in which screens change the documents; every one can be undone. */
export function useEdits(): Edits {
  const dispatch = useAppDispatch();
  const house: SetHouse = useCallback((change, merge) => dispatch(houseChanged(change, merge)), [dispatch]);
  const job = useCallback(
    (next: Job, merge?: string) =>
      void dispatch(edited({ job: next, ...(merge === undefined ? {} : { merge }) })),
    [dispatch],
  );
  const apply = useCallback(
    (bundle: Bundle, edit: Edit) => void dispatch(edited({ ...applyEdit(bundle, edit) })),
    [dispatch],
  );
  const both = useCallback((bundle: Bundle) => void dispatch(edited(bundle)), [dispatch]);
  return useMemo(() => ({ house, job, both, apply }), [house, job, both, apply]);
}
