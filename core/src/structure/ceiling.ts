import type { Room } from '../document/index.ts';
import { inches } from '../units/index.ts';
import { spotOn, wallLines, type Spot } from './plan.ts';
import { msg, type Text } from '../words/index.ts';

/** Half of a round ceiling box with its ears, and half of a joist, mm: common practice. */
const BOX_HALF_MM = inches(2.25);
const JOIST_HALF_MM = inches(0.75);
/** Joists where nobody has measured how far apart they are, mm: common practice. */
export const USUAL_JOISTS_MM = inches(16);

/** Rectangle around a room in the plan of the house. */
export interface Outline {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

export function outlineOf(room: Room): Outline {
  const spots = wallLines(room).flatMap((l) => [l.from, spotOn(l, l.wall.lengthMm)]);
  return {
    left: Math.min(...spots.map((s) => s.xMm)),
    right: Math.max(...spots.map((s) => s.xMm)),
    top: Math.min(...spots.map((s) => s.yMm)),
    bottom: Math.max(...spots.map((s) => s.yMm)),
  };
}

export interface CeilingPlace {
  /** From the room's place, along the first wall and out from it. */
  readonly at: Spot;
  /** How far it was moved off the middle, mm; 0 when the middle does. */
  readonly shiftMm: number;
  readonly says: Text;
  /** False when nobody has found a joist: then the middle is only a wish. */
  readonly known: boolean;
}

/**
 * Where a ceiling box goes: the middle of the room, moved across the joists so that it hangs clear between two of them;
 * a fan or something heavy is moved to hang from one.
 */
export function ceilingPlace(room: Room, heavy: boolean): CeilingPlace {
  const o = outlineOf(room);
  const middle: Spot = {
    xMm: (o.left + o.right) / 2 - room.place.xMm,
    yMm: (o.top + o.bottom) / 2 - room.place.yMm,
  };
  const { joistAtMm, joistSpacingMm = USUAL_JOISTS_MM, joists } = room.above;
  if (joistAtMm === undefined)
    return {
      at: middle,
      shiftMm: 0,
      known: false,
      says: msg('structure.ceiling.unknown'),
    };
  const across = joists === 'x' ? middle.yMm : middle.xMm;
  const k = Math.round((across - joistAtMm) / joistSpacingMm);
  const joist = joistAtMm + k * joistSpacingMm;
  const side = across >= joist ? 1 : -1;
  const need = JOIST_HALF_MM + BOX_HALF_MM;
  // Exactly on a joist it may go either way: away from the nearer wall.
  const to = heavy ? joist : Math.abs(across - joist) >= need ? across : joist + side * need;
  const shift = to - across;
  const at = joists === 'x' ? { ...middle, yMm: to } : { ...middle, xMm: to };
  return {
    at,
    shiftMm: shift,
    known: true,
    says:
      Math.abs(shift) < 0.5
        ? msg('structure.ceiling.middle')
        : heavy
          ? msg('structure.ceiling.on-joist')
          : msg('structure.ceiling.off-joist'),
  };
}
