import {
  formatLength,
  newPointId,
  type Evaluation,
  type OptionView,
  type Point,
  type Room,
  type Want,
  msg,
  type Text,
} from '@elwand/core';
import { cableLines } from './cables.ts';
import { placeLabels, type Box, type Label, type PlacedLabel } from './labels.ts';
import { drawnAt, type StripLayout, type Xy } from './layout.ts';
import { SYMBOL_PX } from './sizes.ts';
import { drawRoute, type DrawnRoute } from './route-line.ts';
import { sayIn } from '../app/voices.ts';

/** One point as it stands on the strip. */
export interface Drawn {
  readonly id: string;
  readonly label: string;
  readonly kind: Point['kind'];
  readonly fresh: boolean;
  /** Drawn where such a room usually has one: nobody has measured it. */
  readonly assumed: boolean;
  readonly xy: Xy;
  readonly want: Want | null;
}

/** Points of a room, existing and wanted, with where they stand. */
function drawnPoints(evaluation: Evaluation, layout: StripLayout, room: Room): Drawn[] {
  const { house, job } = evaluation.bundle;
  const old = house.points.flatMap((p): Drawn[] => {
    const xy = drawnAt(layout, p.at, room.id);
    return xy
      ? [
          {
            id: p.id,
            label: p.label,
            kind: p.kind,
            fresh: false,
            assumed: p.assumed === true,
            xy,
            want: null,
          },
        ]
      : [];
  });
  const wanted = job.wants.flatMap((w): Drawn[] => {
    const xy = drawnAt(layout, w.at, room.id);
    return xy ? [{ id: w.id, label: w.label, kind: w.kind, fresh: true, assumed: false, xy, want: w }] : [];
  });
  return [...old, ...wanted];
}

/** The legs of an option as lines on a room's strip. */
export function waysOf(
  { house, job }: Evaluation['bundle'],
  legs: OptionView['legs'],
  layout: StripLayout,
  room: Room,
): DrawnRoute[] {
  const at = (id: string) =>
    house.points.find((p) => p.id === id)?.at ?? job.wants.find((w) => newPointId(w) === id)?.at;
  return legs
    .map((leg, lane) =>
      drawRoute({
        route: leg.route,
        layout,
        system: house.units,
        lane,
        roomId: room.id,
        from: at(leg.from),
        to: at(leg.to),
      }),
    )
    .filter((w) => w.points.length > 1);
}

const cableBoxes = (evaluation: Evaluation, layout: StripLayout, room: Room): Box[] =>
  cableLines(evaluation.bundle.house, layout, room.id).flatMap((c) => segments(c.points));

/** What the bands above and below the walls say. */
export function bandText({ above, below, walls }: Room): { readonly above: Text; readonly below: Text } {
  const first = walls[above.joists === 'x' ? 0 : 1]?.name.toLowerCase() ?? '';
  return {
    above:
      above.kind === 'attic'
        ? msg(above.canEnter ? 'screen.strip.attic' : 'screen.strip.attic-no-way-in', { wall: first })
        : msg(`screen.strip.above.${above.kind}`),
    below:
      (below.kind === 'basement' || below.kind === 'crawl') && !below.canEnter
        ? msg(`screen.strip.below-no-way-in.${below.kind}`)
        : msg(`screen.strip.below.${below.kind}`),
  };
}

/** A line as thin boxes that labels keep clear of. */
const segments = (points: readonly Xy[]): Box[] =>
  points.slice(1).map((b, i): Box => {
    const a = points[i] ?? b;
    return {
      left: Math.min(a.x, b.x) - 2,
      top: Math.min(a.y, b.y) - 2,
      width: Math.abs(a.x - b.x) + 4,
      height: Math.abs(a.y - b.y) + 4,
    };
  });

/** Where a hole or a new box is to be marked: its measure from the left corner of its wall. */
export interface Dimension extends Xy {
  readonly key: string;
  readonly text: string;
}

/** The dimensions of every hole and every new box on this room's strip, once each. */
export function dimensionsOf(evaluation: Evaluation, layout: StripLayout, room: Room): Dimension[] {
  const { house, job } = evaluation.bundle;
  const L = (mm: number) => formatLength(mm, house.units, 'inches').replace(/ in$/, '');
  const holes = (evaluation.chosen?.option.legs ?? [])
    .flatMap((l) => l.route.moves.flatMap((m) => m.holes))
    .map((h) => ({ wallId: h.wallId, xMm: h.xMm, heightMm: h.heightMm }));
  const boxes = job.wants.flatMap((w) =>
    w.at.on === 'wall' ? [{ wallId: w.at.wallId, xMm: w.at.xMm, heightMm: w.at.heightMm }] : [],
  );
  const seen = new Map<string, Dimension>();
  for (const at of [...holes, ...boxes]) {
    const xy = drawnAt(layout, { on: 'wall', ...at }, room.id);
    const key = `${at.wallId}-${L(at.xMm)}`;
    const known = seen.get(key);
    if (xy && (!known || xy.y < known.y)) seen.set(key, { ...xy, key, text: L(at.xMm) });
  }
  return [...seen.values()].sort((a, b) => a.x - b.x);
}

/** What stands on the strip of one room, worked out once: points, legs, and their labels. */
export interface RoomDrawing {
  readonly points: readonly Drawn[];
  readonly lines: readonly DrawnRoute[];
  readonly labels: readonly PlacedLabel[];
}

/** Draws a room as data; labels are set clear of each other, of every symbol and every line. */
export function drawRoom(evaluation: Evaluation, room: Room, layout: StripLayout): RoomDrawing {
  const say = sayIn(evaluation.bundle.house.units);
  const points = drawnPoints(evaluation, layout, room);
  const lines = waysOf(evaluation.bundle, evaluation.chosen?.option.legs ?? [], layout, room);
  const cables = cableBoxes(evaluation, layout, room);
  const noteWidth = say(bandText(room).above).length * 6.6;
  const symbols = points.map((d): Box => ({
    left: d.xy.x - SYMBOL_PX[d.kind].w - 1,
    top: d.xy.y - SYMBOL_PX[d.kind].h - 1,
    width: 2 * SYMBOL_PX[d.kind].w + 2,
    height: 2 * SYMBOL_PX[d.kind].h + 2,
  }));
  const runs = lines.flatMap((w) => segments(w.points));
  const notes: Box[] = [
    { left: 0, top: layout.attic.top, width: noteWidth + 12, height: 16 },
    ...layout.walls.map((w) => ({
      left: w.left,
      top: layout.attic.bottom,
      width: w.name.length * 7.5 + 8,
      height: 17,
    })),
  ];
  const wanted: Label[] = [
    ...points.map((d): Label => ({
      id: d.id,
      text: d.label,
      x: d.xy.x,
      y: d.xy.y,
      clear: SYMBOL_PX[d.kind].w,
      kind: d.fresh ? 'new' : 'existing',
    })),
    ...lines.flatMap((w) =>
      w.breaks.map((b): Label => ({
        id: `${w.key}-${b.x}`,
        text: b.text,
        x: b.x,
        y: b.y,
        clear: 6,
        kind: 'length',
      })),
    ),
  ];
  const sheet = { width: layout.width, height: layout.rule.top };
  return { points, lines, labels: placeLabels(wanted, [...symbols, ...notes, ...runs, ...cables], sheet) };
}
