import type { WallId, WantId } from '@elwand/core';
import type { Xy } from './layout.ts';

/** A place on a wall that somebody points at. */
export interface Spot {
  readonly wallId: WallId;
  readonly xMm: number;
  readonly heightMm: number;
}

/** Places and steps of the keys go by 1/16 in, as a tape reads. */
const STEP_MM = 25.4 / 16;
const LONG_STEP_MM = 25.4;
export const snap = (mm: number): number => Math.round(mm / STEP_MM) * STEP_MM;

/** Where a pointer is in a drawing that is shown larger or smaller than it is drawn. */
export const inDrawing = (
  pointer: { readonly clientX: number; readonly clientY: number },
  shown: Pick<DOMRect, 'left' | 'top' | 'width' | 'height'>,
  drawn: { readonly width: number; readonly height: number },
): Xy => ({
  x: ((pointer.clientX - shown.left) * drawn.width) / shown.width,
  y: ((pointer.clientY - shown.top) * drawn.height) / shown.height,
});

/** What a key does to the wanted point that has the focus. */
export type KeyMove =
  | { readonly move: 'nudge'; readonly dxMm: number; readonly dyMm: number }
  | { readonly move: 'bay'; readonly direction: 1 | -1 };

/** Arrows move by a sixteenth of an inch, with Shift by an inch; Page Up and Down go to the middle of the bay before and after. */
export function keyMove({
  key,
  shiftKey,
}: {
  readonly key: string;
  readonly shiftKey: boolean;
}): KeyMove | null {
  const step = shiftKey ? LONG_STEP_MM : STEP_MM;
  const nudge = (dxMm: number, dyMm: number): KeyMove => ({ move: 'nudge', dxMm, dyMm });
  switch (key) {
    case 'ArrowLeft':
      return nudge(-step, 0);
    case 'ArrowRight':
      return nudge(step, 0);
    case 'ArrowUp':
      return nudge(0, step);
    case 'ArrowDown':
      return nudge(0, -step);
    case 'PageUp':
      return { move: 'bay', direction: -1 };
    case 'PageDown':
      return { move: 'bay', direction: 1 };
    default:
      return null;
  }
}

/** What may be done with the points of the strip; each is left out where it can't be. */
export interface StripActions {
  readonly onSelect?: (id: string | null) => void;
  /** Takes a point to those that are meant together, or out of them. */
  readonly onMark?: (id: string) => void;
  /** A wanted point is being moved; the drop comes once. */
  readonly onDrag?: (wantId: WantId, spot: Spot) => void;
  readonly onDrop?: (wantId: WantId, spot: Spot) => void;
  /** What was being moved goes back to where it was. */
  readonly onCancel?: () => void;
  readonly onNudge?: (wantId: WantId, dxMm: number, dyMm: number) => void;
  readonly onNextBay?: (wantId: WantId, direction: 1 | -1) => void;
  /** Set while a new point is to be placed by a click. */
  readonly onPlace?: (spot: Spot) => void;
  /** Somebody points at a place while a new point is to be placed. */
  readonly onPoint?: (spot: Spot) => void;
}
