import type { Evaluation } from '../evaluation/judge.ts';
import { settingOf } from '../evaluation/judge.ts';
import { transfersOf, transferText, type HoleTransfer } from '../placement/transfers.ts';
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

/**
 * One hole found from the other side: its plate seen from above with the reference, the dimension to mark and how far it may miss,
 * and the same wall seen from the room, one below the other on the same measure. Undefined when nothing can be referred to.
 */
export function transferSheet(evaluation: Evaluation, transfer: HoleTransfer): Drawing | undefined {
  const { hole, side, best, leg, move } = transfer;
  const frame = evaluation.frames.get(hole.wallId);
  const line = evaluation.plan.lines.get(hole.wallId);
  if (!best || !frame || !line) return undefined;
  const { wall } = frame;
  const say = speaker(evaluation.bundle.house.units);
  const left = Math.max(0, Math.min(hole.xMm, best.referenceMm) - BESIDE_MM);
  const right = Math.min(wall.lengthMm, Math.max(hole.xMm, best.referenceMm) + BESIDE_MM);
  const size = Math.min(inches(5), Math.max(inches(0.8), (right - left) * TEXT_SHARE));
  const word = (text: Text, x: number, y: number, layer: Shape['layer'] = 'text'): Shape => ({
    kind: 'text',
    layer,
    at: { x, y },
    text: say(text),
    size,
    anchor: 'middle',
  });
  const heading = (text: Text, y: number): Shape => ({ ...word(text, left, y), anchor: 'start' }) as Shape;
  // What stands on the plate that is bored: cripples end under their sill.
  const members = frame.members.filter(
    (m) => m.rightMm > left && m.leftMm < right && (side === 'below' || m.kind !== 'cripple'),
  );
  const depth = wall.framing.depthMm;

  // The plate, seen from above; the room lies at its lower edge.
  const plate = (top: number): Shape[] => {
    const middle = top + depth / 2;
    const spot = { x: hole.xMm, y: middle };
    return [
      heading(side === 'above' ? msg('sheets.hole.plate') : msg('sheets.hole.foot'), top - 2 * size),
      box('wall', left, right, top, top + depth),
      ...members.map((m) =>
        box('framing', Math.max(left, m.leftMm), Math.min(right, m.rightMm), top, top + depth, true),
      ),
      ellipse(spot, ERRORS * best.errors.alongMm, ERRORS * best.errors.acrossMm),
      { kind: 'circle', layer: 'hole', at: spot, radius: hole.diameterMm / 2 },
      ...dimension(top + depth + 1.5 * size),
    ];
  };
  const dimension = (y: number): Shape[] => {
    const tick = size / 2;
    const ends = [best.referenceMm, hole.xMm];
    const upright = (x: number, dashed: boolean): Shape => ({
      kind: 'line',
      layer: 'dimension',
      dashed,
      points: [
        { x, y: y - (dashed ? 1.5 * size + depth : tick) },
        { x, y: y + tick },
      ],
    });
    const middle = (best.referenceMm + hole.xMm) / 2;
    const apart = Math.abs(best.markMm) >= 1;
    const here =
      best.awayMm > 0 ? msg('sheets.hole.back', { away: q.mark(best.awayMm) }) : msg('sheets.hole.here');
    return [
      ...(apart
        ? ([{ kind: 'line', layer: 'dimension', points: ends.map((x) => ({ x, y })) }] satisfies Shape[])
        : []),
      ...ends.map((x) => upright(x, false)),
      upright(best.referenceMm, true),
      word(apart ? q.mark(Math.abs(best.markMm)) : here, middle, y + 2.6 * size, 'dimension'),
    ];
  };
  // The wall from the room: its studs as they are reckoned, the place of the hole, the same reference.
  const face = (top: number): Shape[] => {
    const plates = PLATES_MM[side];
    const y = side === 'above' ? top + plates / 2 : top + WALL_MM - plates / 2;
    return [
      heading(msg('sheets.hole.room', { wall: wall.name.toLowerCase(), side }), top - size),
      box('wall', left, right, top, top + WALL_MM),
      side === 'above'
        ? box('framing', left, right, top, top + plates)
        : box('framing', left, right, top + WALL_MM - plates, top + WALL_MM),
      ...members.map((m) =>
        box('framing', Math.max(left, m.leftMm), Math.min(right, m.rightMm), top, top + WALL_MM, !m.hit),
      ),
      {
        kind: 'line',
        layer: 'hole',
        points: [
          { x: hole.xMm - hole.diameterMm / 2, y },
          { x: hole.xMm + hole.diameterMm / 2, y },
        ],
      },
      {
        kind: 'line',
        layer: 'new',
        points: [
          { x: hole.xMm, y: top },
          { x: hole.xMm, y: top + WALL_MM },
        ],
      },
      {
        kind: 'line',
        layer: 'dimension',
        dashed: true,
        points: [
          { x: best.referenceMm, y: top },
          { x: best.referenceMm, y: top + WALL_MM },
        ],
      },
      word(
        msg('sheets.hole.from-corner', { x: q.mark(hole.xMm) }),
        (left + right) / 2,
        top + WALL_MM + 2.6 * size,
        'dimension',
      ),
    ];
  };
  // What is above on the sheet is above in the house.
  const gap = GAP_MM + 5 * size;
  const shapes =
    side === 'above' ? [...plate(0), ...face(depth + gap)] : [...face(0), ...plate(WALL_MM + gap)];
  return {
    key: `hole-${leg + 1}-${move + 1}`,
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
