import type { Xy } from './layout.ts';

/** What two fingers and a quick one do to the strip. */

const SWIPE_PX = 56;
const SWIPE_MS = 700;
const MOST_ZOOM = 4;

/** The wall that a quick move of one finger asks for: the next one, the one before, or none. */
export function swiped(from: Xy, to: Xy, ms: number): 1 | -1 | null {
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  if (ms > SWIPE_MS || Math.abs(dx) < SWIPE_PX || Math.abs(dy) > Math.abs(dx) / 2) return null;
  return dx < 0 ? 1 : -1;
}

/** How large the strip is when two fingers went from one distance to another; never smaller than the whole of it. */
export const pinched = (zoom: number, fromPx: number, toPx: number): number =>
  Math.min(MOST_ZOOM, Math.max(1, (zoom * toPx) / Math.max(fromPx, 1)));

/** Where the drawing is scrolled to so that what was between the fingers stays there. */
export const scrolledTo = (scrollPx: number, underPx: number, zoomed: number): number =>
  Math.max(0, (scrollPx + underPx) * zoomed - underPx);

export const LENS_PX = 132;
const ABOVE_PX = 104;

/** Where a lens stands for a finger: over it, or beside it where there is no room above; always on the screen. */
export function lensAt(finger: Xy, screen: { readonly width: number; readonly height: number }): Xy {
  const half = LENS_PX / 2;
  const within = (v: number, most: number) => Math.min(Math.max(v, 4), most - LENS_PX - 4);
  const top = finger.y - ABOVE_PX - half;
  if (top >= 4) return { x: within(finger.x - half, screen.width), y: top };
  const beside = finger.x > screen.width / 2 ? finger.x - ABOVE_PX - half : finger.x + ABOVE_PX - half;
  return { x: within(beside, screen.width), y: within(finger.y - half, screen.height) };
}
