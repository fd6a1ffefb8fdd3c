import { overlaps, type BoxOutline } from '../structure/index.ts';
import type { At } from './drawing.ts';

/** Places for the names of things in a drawing: beside each, and over no other name and no other thing. */

/** What a letter takes of its height, on average, and the room around a name, mm of the house for one mm of letter. */
const LETTER_WIDE = 0.62;
const AROUND = 0.15;

export interface Named {
  readonly text: string;
  readonly at: At;
  /** Half of what stands there. */
  readonly radius: number;
}
export interface Label {
  readonly at: At;
  readonly anchor: 'start' | 'middle' | 'end';
}

/** What a name takes at a place: `at` is where its line of writing begins, ends or has its middle. */
function room({ at, anchor }: Label, text: string, size: number): BoxOutline {
  const wide = text.length * size * LETTER_WIDE;
  const left = at.x - (anchor === 'start' ? 0 : anchor === 'end' ? wide : wide / 2);
  const more = size * AROUND;
  // y grows downwards: what is lower here is higher on the sheet.
  return {
    leftMm: left - more,
    rightMm: left + wide + more,
    bottomMm: at.y - size - more,
    topMm: at.y + more,
  };
}

/** Sides that a name may stand at, and how far off, in heights of its letters; further off when all nearer ones are taken. */
const SIDES = [
  [1, -0.3, 'start'],
  [1, 0.35, 'start'],
  [-1, -0.3, 'end'],
  [-1, 0.35, 'end'],
  [0, -0.8, 'middle'],
  [0, 1.6, 'middle'],
  [1, 1.3, 'start'],
  [-1, 1.3, 'end'],
] as const;
const STEPS = [1, 2, 3, 4] as const;

/**
 * Where each name is written, in the order given: nothing is written over something else as long as one of the places near is free.
 * @param size height of the letters
 */
export function placeLabels(things: readonly Named[], size: number): Label[] {
  const taken: BoxOutline[] = things.map(({ at, radius }) => ({
    leftMm: at.x - radius,
    rightMm: at.x + radius,
    bottomMm: at.y - radius,
    topMm: at.y + radius,
  }));
  return things.map(({ text, at, radius }) => {
    const all = STEPS.flatMap((step) =>
      SIDES.map(([x, y, anchor]): Label => ({
        at: { x: at.x + x * (radius + size * 0.3 * step), y: at.y + y * size * step },
        anchor,
      })),
    );
    const free = all.find((l) => !taken.some((t) => overlaps(room(l, text, size), t))) ?? all[0];
    const label = free ?? { at, anchor: 'start' as const };
    taken.push(room(label, text, size));
    return label;
  });
}
