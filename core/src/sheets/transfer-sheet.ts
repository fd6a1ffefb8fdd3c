import type { Evaluation } from '../evaluation/judge.ts';
import { settingOf } from '../evaluation/judge.ts';
import { transfersOf, transferText, type HoleTransfer } from '../placement/transfers.ts';
import type { WallFrame } from '../structure/index.ts';
import { inches } from '../units/index.ts';
import { box, type At, type Drawing, type Shape } from './drawing.ts';
import { msg, q, type Text, speaker } from '../words/index.ts';

/** What is drawn beyond reference and hole on each side, and how much of the wall below or above its plate. */
const BESIDE_MM = inches(20);
const WALL_MM = inches(24);
const PLATES_MM = { above: inches(3), below: inches(1.5) };
/** Between the two views. */
const GAP_MM = inches(14);
/** Letters: this part of the width, within what can be read. */
const TEXT_SHARE = 0.022;
/** The ellipse that holds the hole in about 86 of 100 tries: two standard errors each way. */
const ERRORS = 2;

/** An ellipse as a closed line: every format can draw that. */
function ellipse(at: At, rx: number, ry: number): Shape {
  const n = 36;
  return {
    kind: 'line',
    layer: 'dimension',
    closed: true,
    dashed: true,
    points: Array.from({ length: n }, (_, i) => ({
      x: at.x + rx * Math.cos((2 * Math.PI * i) / n),
      y: at.y + ry * Math.sin((2 * Math.PI * i) / n),
    })),
  };
}

/** The part of a wall that is drawn around one hole, and what its place is measured from. */
interface Around {
  readonly hole: HoleTransfer['hole'];
  readonly side: HoleTransfer['side'];
  readonly best: NonNullable<HoleTransfer['best']>;
  readonly wall: WallFrame['wall'];
  /** What stands on the plate that is bored: cripples end under their sill. */
  readonly members: WallFrame['members'];
  readonly left: number;
  readonly right: number;
  /** Height of the letters, mm of the house. */
  readonly size: number;
  readonly say: (text: Text) => string;
}

function around(evaluation: Evaluation, { hole, side, best }: HoleTransfer): Around | undefined {
  const frame = evaluation.frames.get(hole.wallId);
  if (!best || !frame) return undefined;
  const { wall } = frame;
  const left = Math.max(0, Math.min(hole.xMm, best.referenceMm) - BESIDE_MM);
  const right = Math.min(wall.lengthMm, Math.max(hole.xMm, best.referenceMm) + BESIDE_MM);
  return {
    hole,
    side,
    best,
    wall,
    members: frame.members.filter(
      (m) => m.rightMm > left && m.leftMm < right && (side === 'below' || m.kind !== 'cripple'),
    ),
    left,
    right,
    size: Math.min(inches(5), Math.max(inches(0.8), (right - left) * TEXT_SHARE)),
    say: speaker(evaluation.bundle.house.units),
  };
}

const word = (
  { say, size }: Around,
  text: Text,
  x: number,
  y: number,
  layer: Shape['layer'] = 'text',
  anchor: 'start' | 'middle' = 'middle',
): Shape => ({ kind: 'text', layer, at: { x, y }, text: say(text), size, anchor });
const heading = (a: Around, text: Text, y: number): Shape => word(a, text, a.left, y, 'text', 'start');
/** The wood that is drawn, between two heights on the sheet. */
const wood = (
  { members, left, right }: Around,
  top: number,
  bottom: number,
  dashed: 'all' | 'reckoned',
): Shape[] =>
  members.map((m) =>
    box(
      'framing',
      Math.max(left, m.leftMm),
      Math.min(right, m.rightMm),
      top,
      bottom,
      dashed === 'all' || !m.hit,
    ),
  );
const upDown = (layer: Shape['layer'], x: number, top: number, bottom: number, dashed = false): Shape => ({
  kind: 'line',
  layer,
  dashed,
  points: [
    { x, y: top },
    { x, y: bottom },
  ],
});

/** From the reference to the hole: how far to mark, or that it is here. */
function markDimension(a: Around, y: number): Shape[] {
  const { best, hole, size, wall } = a;
  const tick = size / 2;
  const ends = [best.referenceMm, hole.xMm];
  const isApart = Math.abs(best.markMm) >= 1;
  const here =
    best.awayMm > 0 ? msg('sheets.hole.back', { away: q.mark(best.awayMm) }) : msg('sheets.hole.here');
  return [
    ...(isApart
      ? ([{ kind: 'line', layer: 'dimension', points: ends.map((x) => ({ x, y })) }] satisfies Shape[])
      : []),
    ...ends.map((x) => upDown('dimension', x, y - tick, y + tick)),
    upDown('dimension', best.referenceMm, y - 1.5 * size - wall.framing.depthMm, y + tick, true),
    word(
      a,
      isApart ? q.mark(Math.abs(best.markMm)) : here,
      (best.referenceMm + hole.xMm) / 2,
      y + 2.6 * size,
      'dimension',
    ),
  ];
}

/** The plate, seen from above; the room lies at its lower edge. */
function plateShapes(a: Around, top: number): Shape[] {
  const { wall, hole, best, side, left, right, size } = a;
  const depth = wall.framing.depthMm;
  const spot = { x: hole.xMm, y: top + depth / 2 };
  return [
    heading(a, side === 'above' ? msg('sheets.hole.plate') : msg('sheets.hole.foot'), top - 2 * size),
    box('wall', left, right, top, top + depth),
    ...wood(a, top, top + depth, 'all'),
    ellipse(spot, ERRORS * best.errors.alongMm, ERRORS * best.errors.acrossMm),
    { kind: 'circle', layer: 'hole', at: spot, radius: hole.diameterMm / 2 },
    ...markDimension(a, top + depth + 1.5 * size),
  ];
}

/** The wall from the room: its studs as they are reckoned, the place of the hole, the same reference. */
function faceShapes(a: Around, top: number): Shape[] {
  const { wall, hole, best, side, left, right, size } = a;
  const plates = PLATES_MM[side];
  const bottom = top + WALL_MM;
  const y = side === 'above' ? top + plates / 2 : bottom - plates / 2;
  return [
    heading(a, msg('sheets.hole.room', { wall: wall.name.toLowerCase(), side }), top - size),
    box('wall', left, right, top, bottom),
    side === 'above'
      ? box('framing', left, right, top, top + plates)
      : box('framing', left, right, bottom - plates, bottom),
    ...wood(a, top, bottom, 'reckoned'),
    {
      kind: 'line',
      layer: 'hole',
      points: [
        { x: hole.xMm - hole.diameterMm / 2, y },
        { x: hole.xMm + hole.diameterMm / 2, y },
      ],
    },
    upDown('new', hole.xMm, top, bottom),
    upDown('dimension', best.referenceMm, top, bottom, true),
    word(
      a,
      msg('sheets.hole.from-corner', { x: q.mark(hole.xMm) }),
      (left + right) / 2,
      bottom + 2.6 * size,
      'dimension',
    ),
  ];
}

/**
 * One hole found from the other side: its plate seen from above with the reference, the dimension to mark and how far it may miss,
 * and the same wall seen from the room, one below the other on the same measure. Undefined when nothing can be referred to.
 */
export function transferSheet(evaluation: Evaluation, transfer: HoleTransfer): Drawing | undefined {
  const a = around(evaluation, transfer);
  if (!a) return undefined;
  const { hole, side, best, wall, size, say } = a;
  // What is above on the sheet is above in the house.
  const gap = GAP_MM + 5 * size;
  const shapes =
    side === 'above'
      ? [...plateShapes(a, 0), ...faceShapes(a, wall.framing.depthMm + gap)]
      : [...faceShapes(a, 0), ...plateShapes(a, WALL_MM + gap)];
  return {
    key: `hole-${transfer.leg + 1}-${transfer.move + 1}`,
    title: say(msg('sheets.hole.title', { side, wall: wall.name.toLowerCase(), x: q.mark(hole.xMm) })),
    note: say(
      msg('sheets.hole.note', { how: transferText(best), chances: Math.round(best.odds.both * 100) }),
    ),
    shapes,
  };
}

/** The sheets of all holes of the chosen way that are drilled from the other side. */
export function transferSheets(evaluation: Evaluation): Drawing[] {
  const { chosen, given } = evaluation;
  return chosen
    ? transfersOf(settingOf(given), chosen.option).flatMap((t) => transferSheet(evaluation, t) ?? [])
    : [];
}
