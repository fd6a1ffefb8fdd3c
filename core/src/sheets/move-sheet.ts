import type { Evaluation } from '../evaluation/judge.ts';
import { onWall, type Hole, type Move, type Place } from '../routing/index.ts';
import { boxSolids, type WallFrame } from '../structure/index.ts';
import { inches } from '../units/index.ts';
import { msg, q, speaker, type Text } from '../words/index.ts';
import { box, type At, type Drawing, type Shape } from './drawing.ts';

/** What is drawn of the wall on each side of the work, and over and under it, mm. */
const BESIDE_MM = inches(20);
const OVER_MM = inches(14);
/** At least so much of it along, mm. */
const LEAST_MM = inches(64);
/** A piece that begins this near to the floor is drawn from the floor, mm. */
const FROM_FLOOR_MM = inches(30);
/** How far a way is drawn out of the wall, over its top or under its bottom, mm. */
const OUT_MM = inches(5);
const BOTTOM_MM = inches(1.5);
const TOP_MM = inches(3);
const TEXT_MM = inches(2.5);
/** A hole is drawn no smaller than this, mm. */
const LEAST_HOLE_MM = inches(1);

/** The part of a wall that is drawn, seen from the room. */
interface Window {
  readonly left: number;
  readonly right: number;
  /** Heights over the floor. */
  readonly low: number;
  readonly high: number;
  readonly ceilingMm: number;
}
const down = (w: Window, heightMm: number): number => w.ceilingMm - heightMm;

/** The part of a wall between two places along it, as far as it is in the picture. */
const clipped = (a: number, b: number, left: number, right: number): readonly [number, number] | undefined =>
  b > left && a < right ? [Math.max(a, left), Math.min(b, right)] : undefined;

/** The way of the cable in this piece: within the wall, or out of it over the top or the bottom. */
function path(move: Move, wallId: string, w: Window): readonly At[] {
  const at = (p: Place): At | undefined =>
    onWall(p) && p.wallId === wallId
      ? { x: p.xMm, y: down(w, Math.min(w.high, Math.max(w.low, p.heightMm))) }
      : undefined;
  const [a, b] = [at(move.from), at(move.to)];
  if (a && b) return [a, b];
  const one = a ?? b;
  const under = move.holes[0]?.through === 'bottom plate';
  return one ? [one, { x: one.x, y: under ? down(w, -OUT_MM) : down(w, w.ceilingMm + OUT_MM) }] : [];
}

/** The two dimensions of a hole: along the wall from its left corner, and up from the floor where it is no plate. */
function dimensions(hole: Hole, w: Window, say: (t: Text) => string): Shape[] {
  const plate = hole.through === 'top plates' || hole.through === 'bottom plate';
  // Clear of the plate and of what comes out of it.
  const aside = hole.through === 'top plates' ? -OVER_MM : hole.through === 'bottom plate' ? OVER_MM : 0;
  const y = down(w, hole.heightMm + aside);
  const line = (points: readonly At[]): Shape => ({ kind: 'line', layer: 'dimension', dashed: true, points });
  const word = (text: Text, at: At): Shape => ({
    kind: 'text',
    layer: 'dimension',
    at,
    text: say(text),
    size: TEXT_MM,
    anchor: 'middle',
  });
  return [
    line([
      { x: w.left, y },
      { x: hole.xMm, y },
    ]),
    word(msg('sheets.move.across', { x: q.mark(hole.xMm) }), { x: (w.left + hole.xMm) / 2, y }),
    ...(plate
      ? [
          line([
            { x: hole.xMm, y },
            { x: hole.xMm, y: down(w, hole.heightMm) },
          ]),
        ]
      : [
          line([
            { x: hole.xMm, y: down(w, w.low) },
            { x: hole.xMm, y },
          ]),
          word(msg('sheets.move.up', { height: q.mark(hole.heightMm) }), {
            x: hole.xMm,
            y: down(w, (w.low + hole.heightMm) / 2),
          }),
        ]),
  ];
}

/** Wood, openings, what is in the wall and boxes, as far as they are in the picture. */
function wallShapes(frame: WallFrame, evaluation: Evaluation, w: Window): Shape[] {
  const { wall } = frame;
  const piece = (
    layer: Shape['layer'],
    o: { leftMm: number; rightMm: number; bottomMm: number; topMm: number },
  ): Shape[] => {
    const x = clipped(o.leftMm, o.rightMm, w.left, w.right);
    const y = clipped(o.bottomMm, o.topMm, w.low, w.high);
    return x && y ? [box(layer, x[0], x[1], down(w, y[1]), down(w, y[0]))] : [];
  };
  const whole = { leftMm: w.left, rightMm: w.right };
  return [
    ...piece('framing', { ...whole, bottomMm: 0, topMm: BOTTOM_MM }),
    ...piece('framing', { ...whole, bottomMm: w.ceilingMm - TOP_MM, topMm: w.ceilingMm }),
    ...frame.members.flatMap((m) =>
      piece('framing', {
        ...m,
        bottomMm: Math.max(m.bottomMm, BOTTOM_MM),
        topMm: Math.min(m.topMm, w.ceilingMm - TOP_MM),
      }),
    ),
    ...wall.openings.flatMap((o) => piece('opening', o)),
    ...wall.obstacles.flatMap((o) => piece('obstacle', o)),
    ...(boxSolids(evaluation.bundle.house).get(wall.id) ?? []).flatMap((s): Shape[] => {
      const shapes = piece('existing', s);
      return shapes.length === 0
        ? []
        : [
            ...shapes,
            {
              kind: 'text',
              layer: 'existing',
              at: { x: (s.leftMm + s.rightMm) / 2, y: down(w, s.topMm) },
              text: s.label,
              size: TEXT_MM,
              anchor: 'middle',
            },
          ];
    }),
  ];
}

/** What of a wall is drawn around holes and the ends of a piece: from floor or to ceiling where these are near. */
function windowOf(
  holes: readonly Hole[],
  xs: readonly number[],
  lengthMm: number,
  ceilingMm: number,
): Window {
  const [first] = holes;
  const [a, b] = [Math.min(...xs) - BESIDE_MM, Math.max(...xs) + BESIDE_MM];
  const spare = Math.max(0, LEAST_MM - (b - a)) / 2;
  const along = { left: Math.max(0, a - spare), right: Math.min(lengthMm, b + spare), ceilingMm };
  if (first?.through === 'top plates') return { ...along, low: ceilingMm - 2 * OVER_MM, high: ceilingMm };
  if (first?.through === 'bottom plate') return { ...along, low: 0, high: 2 * OVER_MM };
  const heights = holes.map((h) => h.heightMm);
  const low = Math.min(...heights) - OVER_MM;
  return {
    ...along,
    low: low < FROM_FLOOR_MM ? 0 : low,
    high: Math.min(ceilingMm, Math.max(...heights) + OVER_MM),
  };
}

/**
 * What one stands before for one piece of a run: the wall from the room with its wood, the holes to drill and the two dimensions of the
 * first one. Undefined where nothing is drilled in a wall.
 */
export function moveSheet(evaluation: Evaluation, move: Move): Drawing | undefined {
  const holes = move.holes.filter((h) => h.wallId === move.holes[0]?.wallId);
  const [first] = holes;
  const frame = first && evaluation.frames.get(first.wallId);
  const line = first && evaluation.plan.lines.get(first.wallId);
  if (!first || !frame || !line) return undefined;
  const say = speaker(evaluation.bundle.house.units);
  const xs = [
    ...holes.map((h) => h.xMm),
    ...[move.from, move.to].flatMap((p) => (onWall(p) && p.wallId === first.wallId ? [p.xMm] : [])),
  ];
  const w = windowOf(holes, xs, frame.wall.lengthMm, line.room.ceilingMm);
  const way = path(move, first.wallId, w);
  return {
    key: `move-${move.op}-${Math.round(first.xMm)}`,
    title: say(move.says),
    note: '',
    shapes: [
      ...wallShapes(frame, evaluation, w),
      ...(way.length > 1 ? [{ kind: 'line' as const, layer: 'new' as const, points: way }] : []),
      ...holes.map((h): Shape => ({
        kind: 'circle',
        layer: 'hole',
        at: { x: h.xMm, y: down(w, h.heightMm) },
        radius: Math.max(LEAST_HOLE_MM, h.diameterMm) / 2,
      })),
      ...dimensions(first, w, say),
    ],
  };
}
