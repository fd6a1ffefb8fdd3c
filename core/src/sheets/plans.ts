import type { Evaluation } from '../evaluation/judge.ts';
import { newPointId } from '../planning/index.ts';
import type { Wall } from '../document/index.ts';
import { onWall, type Move, type Place } from '../routing/index.ts';
import {
  fixtureOutline,
  joistCenters,
  joistLayout,
  USUAL_JOISTS_MM,
  levelOf,
  mountSpots,
  outlineOf,
  spotOn,
  wallLines,
  type Spot,
} from '../structure/index.ts';
import { formatLength, inches } from '../units/index.ts';
import type { Room } from '../document/index.ts';
import { box, type At, type Drawing, type Shape } from './drawing.ts';
import { msg, q, sentences, speaker } from '../words/index.ts';

/** Letters on a sheet of a house, mm of the house: 1/8 in on paper at 1:48. */
const TEXT_MM = inches(6);
const POINT_MM = inches(3);

const at = (s: Spot): At => ({ x: s.xMm, y: s.yMm });

type Side = 'above' | 'below';

/** Rooms of one story whose attic or basement a plan shows. */
function roomsOf(evaluation: Pick<Evaluation, 'bundle'>, level: number): readonly Room[] {
  return evaluation.bundle.house.rooms.filter((r) => levelOf(r) === level);
}

/** Stories on which the chosen way runs above a ceiling or below a floor, or comes to a ceiling. */
export function flatRuns(evaluation: Evaluation): readonly { level: number; side: Side }[] {
  const rooms = new Map(evaluation.bundle.house.rooms.map((r) => [r.id, r] as const));
  const found = new Map<string, { level: number; side: Side }>();
  for (const leg of evaluation.chosen?.option.legs ?? [])
    for (const p of leg.route.places) {
      if (onWall(p)) continue;
      const room = rooms.get(p.roomId);
      const side: Side = p.in === 'below' ? 'below' : 'above';
      if (room) found.set(`${levelOf(room)}${side}`, { level: levelOf(room), side });
    }
  return [...found.values()];
}

function roomShapes(room: Room, side: Side): Shape[] {
  const lines = wallLines(room);
  const walls = lines.flatMap((l): Shape[] => {
    const out = { x: l.along.yMm, y: -l.along.xMm };
    const thick = l.wall.framing.depthMm + 2 * l.wall.boardMm;
    const [a, b] = [at(l.from), at(spotOn(l, l.wall.lengthMm))];
    return [
      { kind: 'line', layer: 'wall', points: [a, b] },
      {
        kind: 'line',
        layer: 'wall',
        points: [
          { x: a.x + out.x * thick, y: a.y + out.y * thick },
          { x: b.x + out.x * thick, y: b.y + out.y * thick },
        ],
      },
      ...l.wall.openings.map((o): Shape => ({
        kind: 'line',
        layer: 'opening',
        points: [at(spotOn(l, o.leftMm)), at(spotOn(l, o.rightMm))],
      })),
    ];
  });
  const o = outlineOf(room);
  const flat = room[side];
  const layout = joistLayout(room, side);
  const found = layout.atMm !== undefined;
  const spacing = layout.spacingMm;
  const joists: Shape[] = [];
  // Nobody has looked: so many, drawn dashed from the first wall.
  const centers = found
    ? joistCenters(layout, layout.lowMm, layout.highMm)
    : Array.from(
        { length: Math.max(0, Math.ceil((layout.highMm - layout.lowMm - 1) / spacing) - 1) },
        (_, i) => layout.lowMm + (i + 1) * spacing,
      );
  for (const v of centers)
    joists.push({
      kind: 'line',
      layer: 'framing',
      dashed: !found,
      points:
        flat.joists === 'x'
          ? [
              { x: o.left, y: v },
              { x: o.right, y: v },
            ]
          : [
              { x: v, y: o.top },
              { x: v, y: o.bottom },
            ],
    });
  const hatch = side === 'above' ? room.above.hatch : undefined;
  const half = inches(12);
  const middle = hatch && { x: room.place.xMm + hatch.xMm, y: room.place.yMm + hatch.yMm };
  const open: Shape[] = middle
    ? [
        box('opening', middle.x - half, middle.x + half, middle.y - half, middle.y + half),
        text('hatch', middle, 'middle'),
      ]
    : [];
  return [
    ...walls,
    ...joists,
    ...open,
    text(room.name, { x: (o.left + o.right) / 2, y: o.top + 2 * TEXT_MM }, 'middle'),
  ];
}

const text = (
  words: string,
  where: At,
  anchor: 'start' | 'middle' | 'end' = 'start',
  layer: Shape['layer'] = 'text',
): Shape => ({
  kind: 'text',
  layer,
  at: where,
  text: words,
  size: TEXT_MM,
  anchor,
});

/** A flat piece of a run, square as it is run: along the first axis, then the other. */
function square(a: Spot, b: Spot): At[] {
  return [at(a), { x: b.xMm, y: a.yMm }, at(b)];
}

function runShapes(evaluation: Evaluation, level: number, side: Side): Shape[] {
  const { house } = evaluation.bundle;
  const say = speaker(house.units);
  const rooms = new Map(house.rooms.map((r) => [r.id, r] as const));
  const L = (mm: number) => formatLength(mm, house.units);
  const labels = new Map<string, string>([
    ...house.points.map((p) => [p.id, p.label] as const),
    ...evaluation.bundle.job.wants.map((w) => [newPointId(w), w.label] as const),
  ]);
  const here = (p: Place): Spot | undefined => {
    if (onWall(p)) return undefined;
    const room = rooms.get(p.roomId);
    const its: Side = p.in === 'below' ? 'below' : 'above';
    return room && levelOf(room) === level && its === side ? p.spot : undefined;
  };
  return (evaluation.chosen?.option.legs ?? []).flatMap((leg) => {
    const shapes: Shape[] = [];
    for (const move of leg.route.moves) {
      const [a, b] = [here(move.from), here(move.to)];
      if (a && b) {
        const points = square(a, b);
        shapes.push({ kind: 'line', layer: 'new', points });
        // Over the piece that the legs do not share, or over the whole of a straight one.
        const [from, to] = points.slice(-2).every((p, _, l) => p.x === l[0]?.x && p.y === l[0].y)
          ? [points[0], points[1]]
          : points.slice(-2);
        if (from && to)
          shapes.push(
            text(L(move.cableMm), { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 }, 'start', 'dimension'),
          );
      }
      for (const j of move.joists)
        shapes.push({ kind: 'circle', layer: 'hole', at: at(j.spot), radius: POINT_MM / 2 });
      const end = a ?? b;
      if (end && move.holes.length > 0)
        shapes.push(
          { kind: 'circle', layer: 'hole', at: at(end), radius: POINT_MM },
          text(say(msg('sheets.to', { point: labels.get(leg.to) ?? '?' })), at(end), 'start', 'new'),
        );
    }
    return shapes;
  });
}

/** Joist plan above the ceilings or below the floors of one story, with the new runs, their holes and their true lengths. */
export function joistPlan(evaluation: Evaluation, level: number, side: Side): Drawing {
  const say = speaker(evaluation.bundle.house.units);
  const { house, job } = evaluation.bundle;
  const rooms = roomsOf(evaluation, level);
  const boxes = [
    ...house.points.map((p) => ({ label: p.label, at: p.at, fresh: false })),
    ...job.wants.map((w) => ({ label: w.label, at: w.at, fresh: true })),
  ].flatMap((p): Shape[] => {
    const flat =
      p.at.on === (side === 'above' ? 'ceiling' : 'basement') || (side === 'above' && p.at.on === 'attic');
    const spot = evaluation.plan.spotOf(p.at);
    const room = evaluation.plan.roomOf(p.at);
    if (!flat || !spot || !room || levelOf(room) !== level) return [];
    const layer = p.fresh ? 'new' : 'existing';
    return [
      { kind: 'circle', layer, at: at(spot), radius: POINT_MM },
      text(p.label, { x: spot.xMm + 1.5 * POINT_MM, y: spot.yMm - POINT_MM }, 'start', layer),
    ];
  });
  const rows =
    side === 'below'
      ? []
      : job.wants.flatMap((w): Shape[] => {
          const room = w.at.on === 'ceiling' ? evaluation.plan.roomOf(w.at) : undefined;
          if (!w.fixture || w.at.on !== 'ceiling' || !room || levelOf(room) !== level) return [];
          const from = (s: Spot): At => ({ x: room.place.xMm + s.xMm, y: room.place.yMm + s.yMm });
          const o = fixtureOutline(w.at, w.fixture);
          const corners = [
            { xMm: o.left, yMm: o.top },
            { xMm: o.right, yMm: o.top },
            { xMm: o.right, yMm: o.bottom },
            { xMm: o.left, yMm: o.bottom },
          ];
          return [
            { kind: 'line', layer: 'new', closed: true, dashed: true, points: corners.map(from) },
            ...mountSpots(w.at, w.fixture).map((m): Shape => ({
              kind: 'circle',
              layer: 'hole',
              at: from(m),
              radius: POINT_MM / 4,
            })),
          ];
        });
  const guessed = rooms.some((r) => r[side].joistAtMm === undefined);
  return {
    key: `joists-${side}-${level}`,
    title: say(side === 'above' ? msg('sheets.attic') : msg('sheets.below')),
    note: say(
      sentences([
        side === 'above' ? msg('sheets.from-above') : msg('sheets.through-floor'),
        guessed ? msg('sheets.guessed', { spacing: q.distance(USUAL_JOISTS_MM) }) : '',
      ]),
    ),
    shapes: [
      ...rooms.flatMap((r) => roomShapes(r, side)),
      ...runShapes(evaluation, level, side),
      ...boxes,
      ...rows,
    ],
  };
}

/** A wall as it is drawn: y grows downwards from its ceiling. */
interface Elevation {
  readonly evaluation: Evaluation;
  readonly wall: Wall;
  readonly high: number;
  readonly y: (heightMm: number) => number;
}
const upright = (
  { y }: Elevation,
  layer: Shape['layer'],
  { leftMm, rightMm, bottomMm, topMm }: Readonly<Record<'leftMm' | 'rightMm' | 'bottomMm' | 'topMm', number>>,
  dashed = false,
): Shape => box(layer, leftMm, rightMm, y(topMm), y(bottomMm), dashed);

const onThis = ({ wall }: Elevation, at: { readonly wallId: string }): boolean => at.wallId === wall.id;

/** A one-gang opening, half its width and height, mm. */
const [HALF_BOX_MM, HALF_BOX_HIGH_MM] = [inches(1.125), inches(1.875)];

/** Boxes on it, there and wanted, with their names over them. */
function boxesOn(e: Elevation): Shape[] {
  const { house, job } = e.evaluation.bundle;
  return [
    ...house.points.map((p) => ({ label: p.label, at: p.at, layer: 'existing' as const })),
    ...job.wants.map((w) => ({ label: w.label, at: w.at, layer: 'new' as const })),
  ].flatMap(({ label, at: p, layer }): Shape[] => {
    if (p.on !== 'wall' || !onThis(e, p)) return [];
    const { xMm, heightMm } = p;
    return [
      upright(e, layer, {
        leftMm: xMm - HALF_BOX_MM,
        rightMm: xMm + HALF_BOX_MM,
        bottomMm: heightMm - HALF_BOX_HIGH_MM,
        topMm: heightMm + HALF_BOX_HIGH_MM,
      }),
      text(label, { x: xMm, y: e.y(heightMm + inches(3)) }, 'middle', layer),
    ];
  });
}

const movesOf = ({ chosen }: Evaluation): Move[] =>
  (chosen?.option.legs ?? []).flatMap((leg) => [...leg.route.moves]);

/** The new cable where it runs within the wall: up or down first, then along. */
const cableIn = (e: Elevation): Shape[] =>
  movesOf(e.evaluation).flatMap(({ from, to }): Shape[] =>
    onWall(from) && onWall(to) && onThis(e, from) && onThis(e, to)
      ? [
          {
            kind: 'line',
            layer: 'new',
            points: [
              { x: from.xMm, y: e.y(from.heightMm) },
              { x: from.xMm, y: e.y(to.heightMm) },
              { x: to.xMm, y: e.y(to.heightMm) },
            ],
          },
        ]
      : [],
  );

/** One wall seen from inside at true shape: studs, openings, boxes, holes with their dimensions, the new cable. */
export function wallSheet(evaluation: Evaluation, wallId: string): Drawing | undefined {
  const { house, job } = evaluation.bundle;
  const line = [...evaluation.plan.lines.values()].find((l) => l.wall.id === wallId);
  const frame = line && evaluation.frames.get(line.wall.id);
  if (!line || !frame) return undefined;
  const high = line.room.ceilingMm;
  const { wall } = line;
  const e: Elevation = { evaluation, wall, high, y: (heightMm) => high - heightMm };
  const holes = movesOf(evaluation)
    .flatMap((m) => m.holes)
    .filter((h) => onThis(e, h));
  const spots = [
    ...job.wants.flatMap((w) =>
      w.at.on === 'wall' && onThis(e, w.at) ? [{ xMm: w.at.xMm, fromMm: null }] : [],
    ),
    ...holes.map((h) => ({ xMm: h.xMm, fromMm: e.y(h.heightMm) })),
  ];
  return {
    key: `wall-${wall.id}`,
    title: `${line.room.name}, ${wall.name.toLowerCase()}`,
    note: speaker(house.units)(msg('sheets.wall-note')),
    shapes: [
      upright(e, 'wall', { leftMm: 0, rightMm: wall.lengthMm, bottomMm: 0, topMm: high }),
      ...frame.members.map((m) => upright(e, 'framing', { ...m, topMm: Math.min(high, m.topMm) }, !m.hit)),
      ...wall.openings.map((o) => upright(e, 'opening', o)),
      ...wall.obstacles.map((o) => upright(e, 'obstacle', o)),
      ...wall.furniture.map((f) => upright(e, 'furniture', f, f.planned)),
      ...cableIn(e),
      ...boxesOn(e),
      ...holes.map((h): Shape => ({
        kind: 'circle',
        layer: 'hole',
        at: { x: h.xMm, y: e.y(h.heightMm) },
        radius: h.diameterMm / 2,
      })),
      ...dimensionsUnder(spots, high, (mm) => formatLength(mm, house.units, 'inches')),
    ],
  };
}

/** Distances from the left corner under a wall, each under its place; those that would run into one another go a row down. */
function dimensionsUnder(
  spots: readonly { readonly xMm: number; readonly fromMm: number | null }[],
  high: number,
  L: (mm: number) => string,
): Shape[] {
  const sorted = [...spots].sort((a, b) => a.xMm - b.xMm);
  /** Where the last text of each row ends. */
  const ends: number[] = [];
  const told = new Map<string, number>();
  return sorted.flatMap(({ xMm, fromMm }): Shape[] => {
    const words = L(xMm);
    const half = (words.length * TEXT_MM * LETTER_SHARE) / 2;
    const known = told.get(words);
    let row = known ?? ends.findIndex((end) => end < xMm - half);
    if (row < 0) row = ends.length;
    const base = high + (2 + 1.5 * row) * TEXT_MM;
    if (known === undefined) {
      told.set(words, row);
      ends[row] = xMm + half;
    }
    return [
      ...(fromMm === null
        ? []
        : [
            {
              kind: 'line' as const,
              layer: 'dimension' as const,
              dashed: true,
              points: [
                { x: xMm, y: fromMm },
                { x: xMm, y: base - TEXT_MM },
              ],
            },
          ]),
      ...(known === undefined ? [text(words, { x: xMm, y: base }, 'middle', 'dimension')] : []),
    ];
  });
}
/** How wide a letter is drawn, of its height, with the room between two texts. */
const LETTER_SHARE = 0.75;

/** Walls that the chosen way touches, in the order of the way. */
export function touchedWalls(evaluation: Evaluation): readonly string[] {
  const ids = (evaluation.chosen?.option.legs ?? []).flatMap((l) =>
    l.route.places.flatMap((p) => (onWall(p) ? [p.wallId as string] : [])),
  );
  return [...new Set(ids)];
}

/** The rooms of one story as they were measured: closed outlines, openings, names. A floor plan that can be read in again. */
export function floorPlan(evaluation: Pick<Evaluation, 'bundle' | 'plan'>, level: number): Drawing {
  const say = speaker(evaluation.bundle.house.units);
  const rooms = roomsOf(evaluation, level);
  return {
    key: `floor-${level}`,
    title: say(msg('sheets.floor-plan')),
    note: say(msg('sheets.floor-plan-note')),
    shapes: rooms.flatMap((room): Shape[] => {
      const lines = wallLines(room);
      const o = outlineOf(room);
      return [
        { kind: 'line', layer: 'wall', closed: true, points: lines.map((l) => at(l.from)) },
        ...lines.flatMap((l) =>
          l.wall.openings.map((x): Shape => ({
            kind: 'line',
            layer: 'opening',
            points: [at(spotOn(l, x.leftMm)), at(spotOn(l, x.rightMm))],
          })),
        ),
        text(room.name, { x: (o.left + o.right) / 2, y: (o.top + o.bottom) / 2 }, 'middle'),
      ];
    }),
  };
}
