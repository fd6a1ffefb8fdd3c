import type { Position } from '../document/index.ts';
import { roomInside, type PlanOfHouse } from '../structure/index.ts';
import { msg, type Text } from '../words/index.ts';

/** Where somebody has to be who works at a place: a room by its name, else above it, below it or outside. */
export function workPlace(plan: Pick<PlanOfHouse, 'roomOf'>, at: Position): Text {
  switch (at.on) {
    case 'attic':
      return msg('work.place.attic');
    case 'basement':
      return msg('work.place.below');
    case 'outside':
      return msg('work.place.outside');
    default:
      return roomInside(plan, at)?.name ?? '';
  }
}
