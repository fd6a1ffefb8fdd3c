import { makeWant, middleOfCeiling, type Room, type Want } from '@elwand/core';
import { useEffect, useState } from 'react';
import { freshId } from '../parts/ids.ts';
import { useAppDispatch, useAppSelector } from '../state/store.ts';
import { selected as selectedAction } from '../state/view.ts';
import type { Spot } from '../strip/gesture.ts';
import type { useDragPreview } from './use-drag-preview.ts';
import { likeNeighbors, nextLabel, nudged } from './want-moves.ts';
import { useWork, type Work } from './work.ts';

/** The point that is being placed, before it counts. */
export const GHOST = 'ghost';

export interface Placing {
  /** Where it would be now; null before anybody pointed or typed. */
  readonly ghost: Want | null;
  /** It would be there, or in the middle of the ceiling: it is drawn and judged, and does not count yet. */
  readonly show: (at: Want['at'] | null) => void;
  /** It would be where somebody points. */
  readonly point: (spot: Spot) => void;
  /** A step of a key, from where it would be. */
  readonly nudge: (dxMm: number, dyMm: number) => void;
  /** It counts: here, or where it would be. */
  readonly place: (spot?: Spot) => void;
  readonly onCeiling: () => void;
  readonly cancel: () => void;
}

type Kind = Want['kind'];

/** At a wall, where the house has others of its kind. */
const nearOn = ({ bundle, evaluation }: Work, room: Room, kind: Kind, spot: Spot): Want['at'] => ({
  on: 'wall',
  ...likeNeighbors(bundle.house, evaluation.plan, room, kind, spot),
});

/** In the middle of the ceiling, or as near to it as there is a place. */
function middleOf({ bundle, evaluation }: Work, room: Room, kind: Kind): Want['at'] {
  const at = { on: 'ceiling' as const, roomId: room.id, xMm: 0, yMm: 0 };
  const found = middleOfCeiling({ ...bundle, ...evaluation }, makeWant('new', 'new', at, { kind }));
  return { ...at, ...found?.at };
}

function useEscape(isOn: boolean, then: () => void): void {
  useEffect(() => {
    if (!isOn) return;
    const listen = (e: KeyboardEvent) => {
      if (e.key === 'Escape') then();
    };
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  });
}

/** A new point on its way to the wall: by pointer, by typed distance or by arrow keys; Escape leaves everything as it was. */
export function usePlacing(room: Room | null, preview: ReturnType<typeof useDragPreview>): Placing {
  const work = useWork();
  const { bundle, evaluation, edits, placing, setPlacing } = work;
  const { house, job } = bundle;
  const dispatch = useAppDispatch();
  const wallFilter = useAppSelector((s) => s.view.wallFilter);
  const [ghost, setGhost] = useState<Want | null>(null);
  const wall = room?.walls.find((w) => w.id === wallFilter) ?? room?.walls[0];

  const showAt = (at: Want['at']) => {
    if (!placing) return;
    const next = makeWant(GHOST, nextLabel(job.wants), at, { kind: placing });
    setGhost(next);
    preview.drag({ house, job: { ...job, wants: [...job.wants, next] } });
  };
  const over = () => {
    setGhost(null);
    setPlacing(null);
    preview.end();
  };
  const put = (at: Want['at']) => {
    if (!placing) return;
    const made = makeWant(freshId('want'), nextLabel(job.wants), at, { kind: placing });
    over();
    edits.job({ ...job, wants: [...job.wants, made] });
    dispatch(selectedAction(made.id));
    // What was just placed has the focus, so that the arrow keys move it.
    requestAnimationFrame(() =>
      document.querySelector<SVGElement>(`[data-point="${CSS.escape(made.label)}"]`)?.focus(),
    );
  };
  const near = (spot: Spot) => (room && placing ? nearOn(work, room, placing, spot) : null);
  const middle = () => (room && placing ? middleOf(work, room, placing) : null);
  useEscape(placing !== null, over);
  return {
    ghost: placing ? ghost : null,
    show: (at) => {
      const there = at ?? middle();
      if (there) showAt(there);
    },
    point: (spot) => {
      const at = near(spot);
      if (at) showAt(at);
    },
    nudge: (dx, dy) => {
      if (!room || !wall || !placing) return;
      const from =
        ghost ??
        makeWant(
          GHOST,
          '',
          { on: 'wall', wallId: wall.id, xMm: wall.lengthMm / 2, heightMm: 381 },
          { kind: placing },
        );
      showAt(nudged(evaluation, room, dx, dy)(from).at);
    },
    place: (spot) => {
      const at = spot ? near(spot) : ghost?.at;
      if (at) put(at);
    },
    onCeiling: () => {
      const at = middle();
      if (at) put(at);
    },
    cancel: over,
  };
}
