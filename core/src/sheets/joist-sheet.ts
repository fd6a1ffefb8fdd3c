import type { Evaluation } from '../evaluation/judge.ts';
import { JOIST_DEPTH_MM, onWall, type Move } from '../routing/index.ts';
import { joistLayout } from '../structure/index.ts';
import { inches } from '../units/index.ts';
import { msg, q, speaker, type Text } from '../words/index.ts';
import { box, type Drawing, type Shape } from './drawing.ts';

/** Joists drawn: the holes in the others are like these. */
const MOST_JOISTS = 4;
/** A joist is so thick, and what it carries or holds is drawn so thick, mm. */
const THICK_MM = inches(1.5);
const BOARD_MM = inches(0.75);
const BESIDE_MM = inches(7);
const TEXT_MM = inches(1.6);
const LEAST_HOLE_MM = inches(1);

/**
 * Joists that are bored for a run, seen from their ends: the hole in the middle of each, how far up it is, how far it is to the next.
 * Dashed where nobody has found one. Undefined where no joist is bored.
 */
export function joistSheet(evaluation: Evaluation, move: Move): Drawing | undefined {
  const { from } = move;
  const room = onWall(from) ? undefined : evaluation.bundle.house.rooms.find((r) => r.id === from.roomId);
  if (!room || move.joists.length === 0) return undefined;
  const say = speaker(evaluation.bundle.house.units);
  const above = from.in === 'joists';
  const layout = joistLayout(room, above ? 'above' : 'below');
  const found = layout.atMm !== undefined;
  const depth = (above ? undefined : room.below.joistDepthMm) ?? JOIST_DEPTH_MM;
  const at = move.joists
    .map((j) => j.spot[layout.axis])
    .sort((a, b) => a - b)
    .slice(0, MOST_JOISTS);
  const [first = 0, second] = at;
  const x = (mm: number) => mm - first + BESIDE_MM;
  const right = x(at.at(-1) ?? first) + BESIDE_MM;
  const middle = BOARD_MM + depth / 2;
  const bottom = BOARD_MM + depth;
  const word = (text: Text, atX: number, y: number, anchor: 'start' | 'middle' = 'middle'): Shape => ({
    kind: 'text',
    layer: 'dimension',
    at: { x: atX, y },
    text: say(text),
    size: TEXT_MM,
    anchor,
  });
  const dim = (points: readonly { x: number; y: number }[]): Shape => ({
    kind: 'line',
    layer: 'dimension',
    dashed: true,
    points,
  });
  const under = bottom + TEXT_MM * 1.5;
  const last = x(at.at(-1) ?? first);
  return {
    key: `joists-${move.op}-${Math.round(first)}`,
    title: say(move.says),
    note: '',
    shapes: [
      // The floor lies on them; a ceiling hangs under them.
      above ? box('wall', 0, right, bottom, bottom + BOARD_MM) : box('wall', 0, right, 0, BOARD_MM),
      ...at.map((mm) => box('framing', x(mm) - THICK_MM / 2, x(mm) + THICK_MM / 2, BOARD_MM, bottom, !found)),
      {
        kind: 'line',
        layer: 'new',
        points: [
          { x: 0, y: middle },
          { x: right, y: middle },
        ],
      },
      ...move.joists.slice(0, at.length).map(({ diameterMm }, i): Shape => ({
        kind: 'circle',
        layer: 'hole',
        at: { x: x(at[i] ?? first), y: middle },
        radius: Math.max(LEAST_HOLE_MM, diameterMm) / 2,
      })),
      dim([
        { x: last + BESIDE_MM / 2, y: middle },
        { x: last + BESIDE_MM / 2, y: bottom },
      ]),
      word(msg('sheets.joists.up', { height: q.mark(depth / 2) }), right, bottom, 'start'),
      ...(second === undefined
        ? []
        : [
            dim([
              { x: x(first), y: under },
              { x: x(second), y: under },
            ]),
            word(
              msg('sheets.joists.apart', { spacing: q.mark(second - first), found: String(found) }),
              (x(first) + x(second)) / 2,
              under + TEXT_MM * 3,
            ),
          ]),
    ],
  };
}
