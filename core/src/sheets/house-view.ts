import type { Position, Room } from '../document/index.ts';
import type { Evaluation } from '../evaluation/judge.ts';
import { onWall, type Place } from '../routing/index.ts';
import { FLOOR_MM } from '../routing/in-floors.ts';
import { levelOf, spotOn, wallLines, type WallLine, type Spot } from '../structure/index.ts';
import { inches } from '../units/index.ts';
import type { At, Drawing, Shape } from './drawing.ts';
import { placeLabels } from './labels.ts';
import { touchedWalls } from './plans.ts';
import { msg, speaker } from '../words/index.ts';

/** The house cut open in axonometry: floors and ceilings as outlines, openings, every box, and the new cable in space. */

interface Point3 {
  readonly x: number;
  readonly y: number;
  readonly z: number;
}

const COS = Math.cos(Math.PI / 6);
const SIN = Math.sin(Math.PI / 6);
/** Isometric: the three axes 120 degrees apart, all lengths along them true. */
export const project = ({ x, y, z }: Point3): At => ({ x: (x - y) * COS, y: (x + y) * SIN - z });

/** How far above a ceiling and below a floor flat runs are drawn, mm: to be told from walls. */
const LIFT_MM = inches(10);
const TEXT_MM = inches(7);
const BOX_MM = inches(2.5);

/** Floor height of each story: what stands below it, with its floors. */
function floorHeights(rooms: readonly Room[]): (level: number) => number {
  return (level) => {
    let z = 0;
    for (let l = 0; l < level; l++) {
      const heights = rooms.filter((r) => levelOf(r) === l).map((r) => r.ceilingMm);
      z += Math.max(inches(96), ...heights) + FLOOR_MM;
    }
    return z;
  };
}

/** A step out of a room through one of its walls: seen from inside, with the wall ahead, its left corner comes first. */
const outward =
  ({ along }: WallLine, byMm: number) =>
  (s: Spot): Spot => ({ xMm: s.xMm + along.yMm * byMm, yMm: s.yMm - along.xMm * byMm });

/** Quarter turns of the house before it is drawn. */
export const QUARTERS = [0, 1, 2, 3] as const;
export type Quarter = (typeof QUARTERS)[number];
const TURNS: Readonly<Record<Quarter, (p: Point3) => Point3>> = {
  0: (p) => p,
  1: ({ x, y, z }) => ({ x: -y, y: x, z }),
  2: ({ x, y, z }) => ({ x: -x, y: -y, z }),
  3: ({ x, y, z }) => ({ x: y, y: -x, z }),
};

/** A house as one looks at it. */
interface Scene {
  readonly evaluation: Evaluation;
  readonly turned: (p: Point3) => Point3;
  /** Height of the floor of a story. */
  readonly floor: (level: number) => number;
}
const shownAt = ({ turned }: Scene, p: Point3): At => project(turned(p));
const line3 = (
  scene: Scene,
  layer: Shape['layer'],
  points: readonly Point3[],
  more: { closed?: boolean; dashed?: boolean } = {},
): Shape => ({ kind: 'line', layer, points: points.map((p) => shownAt(scene, p)), ...more });
const up = (s: Spot, z: number): Point3 => ({ x: s.xMm, y: s.yMm, z });

/** A rectangle on a wall, from the floor of its room. */
const onFace = (
  l: WallLine,
  z: number,
  { leftMm, rightMm, bottomMm, topMm }: Readonly<Record<'leftMm' | 'rightMm' | 'bottomMm' | 'topMm', number>>,
): Point3[] => {
  const [a, b] = [spotOn(l, leftMm), spotOn(l, rightMm)];
  return [up(a, z + bottomMm), up(b, z + bottomMm), up(b, z + topMm), up(a, z + topMm)];
};

/** Does a wall stand before its room or behind it, as one looks at it? */
function isBefore({ turned }: Scene, l: WallLine): boolean {
  const out = outward(l, 1)({ xMm: 0, yMm: 0 });
  const seen = turned({ x: out.xMm, y: out.yMm, z: 0 });
  return seen.x + seen.y > 0;
}

/** Floor, ceiling, walls as thick as they are where no other room shows it, openings, and the wood of the walls that are touched. */
function shell(scene: Scene, room: Room, touched: ReadonlySet<string>): Shape[] {
  const lines = wallLines(room);
  const z = scene.floor(levelOf(room));
  const top = z + room.ceilingMm;
  const dashed = (...of: (WallLine | undefined)[]) => ({ dashed: of.some((l) => l && isBefore(scene, l)) });
  return [
    line3(
      scene,
      'wall',
      lines.map((l) => up(l.from, z)),
      { closed: true },
    ),
    ...lines.map((l) =>
      line3(scene, 'framing', [up(l.from, top), up(spotOn(l, l.wall.lengthMm), top)], dashed(l)),
    ),
    ...lines.map((l, n) =>
      line3(scene, 'framing', [up(l.from, z), up(l.from, top)], dashed(l, lines.at(n - 1))),
    ),
    ...lines.flatMap((l) => {
      if (!l.wall.exterior) return [];
      const out = outward(l, l.wall.framing.depthMm + l.wall.boardMm);
      const [a, b] = [l.from, spotOn(l, l.wall.lengthMm)];
      return [line3(scene, 'wall', [up(a, z), up(out(a), z), up(out(b), z), up(b, z)])];
    }),
    ...lines.flatMap((l) =>
      (touched.has(l.wall.id) ? (scene.evaluation.frames.get(l.wall.id)?.members ?? []) : []).map((m) =>
        line3(scene, 'framing', onFace(l, z, m), { closed: true, ...dashed(l) }),
      ),
    ),
    ...lines.flatMap((l) =>
      l.wall.openings.map((o) => line3(scene, 'opening', onFace(l, z, o), { closed: true })),
    ),
  ];
}

/** Where a place of a way is in space. */
function placeIn3({ evaluation, floor }: Scene, p: Place): Point3 | undefined {
  if (onWall(p)) {
    const l = evaluation.plan.lines.get(p.wallId);
    return l && up(spotOn(l, p.xMm), floor(levelOf(l.room)) + p.heightMm);
  }
  const room = evaluation.bundle.house.rooms.find((r) => r.id === p.roomId);
  if (!room) return undefined;
  const z = floor(levelOf(room));
  return up(p.spot, p.in === 'below' ? z - LIFT_MM : z + room.ceilingMm + LIFT_MM);
}

/** Where a box is in space. */
function boxIn3({ evaluation, floor }: Scene, position: Position): Point3 | undefined {
  const spot = evaluation.plan.spotOf(position);
  const room = evaluation.plan.roomOf(position);
  if (!spot || !room) return undefined;
  const z = floor(levelOf(room));
  if (position.on === 'wall' || position.on === 'outside') return up(spot, z + position.heightMm);
  return up(spot, position.on === 'basement' ? z - LIFT_MM : z + room.ceilingMm);
}

/** Every box with its name, there and wanted. */
function boxesIn3(scene: Scene): Shape[] {
  const { house, job } = scene.evaluation.bundle;
  const named = [
    ...house.points.map((p) => ({ label: p.label, at: p.at, layer: 'existing' as const })),
    ...job.wants.map((w) => ({ label: w.label, at: w.at, layer: 'new' as const })),
  ].flatMap(({ label, at, layer }) => {
    const p = boxIn3(scene, at);
    return p ? [{ text: label, at: shownAt(scene, p), radius: BOX_MM, layer }] : [];
  });
  const labels = placeLabels(named, TEXT_MM);
  return named.flatMap(({ text, at, radius, layer }, i): Shape[] => [
    { kind: 'circle', layer, at, radius },
    { kind: 'text', layer, at, text, size: TEXT_MM, anchor: 'start', ...labels[i] },
  ]);
}

/** The new cable of a run, square along the axes of the house, as it is run: up or down first, then along. */
function cableIn3(scene: Scene, places: readonly Place[]): Shape {
  const points: Point3[] = [];
  for (const place of places) {
    const p = placeIn3(scene, place);
    const last = points.at(-1);
    if (!p) continue;
    const [x, y] = [last && Math.abs(last.x - p.x) > 1, last && Math.abs(last.y - p.y) > 1];
    if (last && (x || y) && Math.abs(last.z - p.z) > 1) points.push({ ...last, z: p.z });
    if (last && x && y) points.push({ x: p.x, y: last.y, z: p.z });
    points.push(p);
  }
  return line3(scene, 'new', points);
}

/**
 * The house cut open: floors with their walls as thick as they are, ceilings, openings, the wood of the walls that are touched, every
 * box, and the new cable in space. What stands before the rooms is dashed, what stands behind them is drawn through.
 */
export function houseView(evaluation: Evaluation, turn: Quarter = 0): Drawing {
  const say = speaker(evaluation.bundle.house.units);
  const { rooms } = evaluation.bundle.house;
  const scene: Scene = { evaluation, turned: TURNS[turn], floor: floorHeights(rooms) };
  const touched = new Set<string>(touchedWalls(evaluation));
  return {
    key: 'house',
    title: say(msg('sheets.house.title')),
    note: say(msg('sheets.house.note')),
    shapes: [
      ...rooms.flatMap((room) => shell(scene, room, touched)),
      ...(evaluation.chosen?.option.legs ?? []).map((leg) => cableIn3(scene, leg.route.places)),
      ...boxesIn3(scene),
    ],
  };
}
