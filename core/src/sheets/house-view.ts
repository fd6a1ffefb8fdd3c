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

/**
 * The house cut open: floors with their walls as thick as they are, ceilings, openings, the wood of the walls that are touched, every
 * box, and the new cable in space. What stands before the rooms is dashed, what stands behind them is drawn through.
 */
export function houseView(evaluation: Evaluation, turn: Quarter = 0): Drawing {
  const turned = TURNS[turn];
  const shown = (p: Point3): At => project(turned(p));
  const say = speaker(evaluation.bundle.house.units);
  const { house, job } = evaluation.bundle;
  const floor = floorHeights(house.rooms);
  const rooms = new Map(house.rooms.map((r) => [r.id, r] as const));
  const line3 = (
    layer: Shape['layer'],
    points: readonly Point3[],
    more: { closed?: boolean; dashed?: boolean } = {},
  ): Shape => ({
    kind: 'line',
    layer,
    points: points.map(shown),
    ...more,
  });
  const up = (s: Spot, z: number): Point3 => ({ x: s.xMm, y: s.yMm, z });
  const touched = new Set<string>(touchedWalls(evaluation));
  /** Studs and plates of a wall, as they stand in its face. */
  const woodOf = (l: WallLine, z: number): Shape[] =>
    (evaluation.frames.get(l.wall.id)?.members ?? []).map((m) => {
      const [a, b] = [spotOn(l, m.leftMm), spotOn(l, m.rightMm)];
      return line3(
        'framing',
        [up(a, z + m.bottomMm), up(b, z + m.bottomMm), up(b, z + m.topMm), up(a, z + m.topMm)],
        { closed: true, dashed: stands(l) === 'before' },
      );
    });
  /** Does a wall stand before its room or behind it, as one looks at it? */
  const stands = (l: WallLine): 'before' | 'behind' => {
    const out = outward(l, 1)({ xMm: 0, yMm: 0 });
    const seen = turned({ x: out.xMm, y: out.yMm, z: 0 });
    return seen.x + seen.y > 0 ? 'before' : 'behind';
  };
  const shells = house.rooms.flatMap((room): Shape[] => {
    const lines = wallLines(room);
    const z = floor(levelOf(room));
    const corners = lines.map((l) => l.from);
    const top = z + room.ceilingMm;
    return [
      line3(
        'wall',
        corners.map((c) => up(c, z)),
        { closed: true },
      ),
      ...lines.map((l) =>
        line3('framing', [up(l.from, top), up(spotOn(l, l.wall.lengthMm), top)], {
          dashed: stands(l) === 'before',
        }),
      ),
      ...lines.map((l, n) => {
        const last = lines[(n - 1 + lines.length) % lines.length];
        const dashed = stands(l) === 'before' || (last !== undefined && stands(last) === 'before');
        return line3('framing', [up(l.from, z), up(l.from, top)], { dashed });
      }),
      // As thick as its wood and board: walls to the outside, which no other room shows.
      ...lines.flatMap((l) => {
        if (!l.wall.exterior) return [];
        const out = outward(l, l.wall.framing.depthMm + l.wall.boardMm);
        const [a, b] = [l.from, spotOn(l, l.wall.lengthMm)];
        return [line3('wall', [up(a, z), up(out(a), z), up(out(b), z), up(b, z)])];
      }),
      ...lines.flatMap((l) => (touched.has(l.wall.id) ? woodOf(l, z) : [])),
      ...lines.flatMap((l) =>
        l.wall.openings.map((o) => {
          const [a, b] = [spotOn(l, o.leftMm), spotOn(l, o.rightMm)];
          return line3(
            'opening',
            [up(a, z + o.bottomMm), up(b, z + o.bottomMm), up(b, z + o.topMm), up(a, z + o.topMm)],
            { closed: true },
          );
        }),
      ),
    ];
  });
  const in3 = (p: Place): Point3 | undefined => {
    if (onWall(p)) {
      const l = evaluation.plan.lines.get(p.wallId);
      return l && up(spotOn(l, p.xMm), floor(levelOf(l.room)) + p.heightMm);
    }
    const room = rooms.get(p.roomId);
    if (!room) return undefined;
    const z = floor(levelOf(room));
    return up(p.spot, p.in === 'below' ? z - LIFT_MM : z + room.ceilingMm + LIFT_MM);
  };
  const pointOf = (position: Position): Point3 | undefined => {
    const spot = evaluation.plan.spotOf(position);
    const room = evaluation.plan.roomOf(position);
    if (!spot || !room) return undefined;
    const z = floor(levelOf(room));
    if (position.on === 'wall' || position.on === 'outside') return up(spot, z + position.heightMm);
    return up(spot, position.on === 'basement' ? z - LIFT_MM : z + room.ceilingMm);
  };
  const named = [
    ...house.points.map((p) => ({ label: p.label, at: p.at, layer: 'existing' as const })),
    ...job.wants.map((w) => ({ label: w.label, at: w.at, layer: 'new' as const })),
  ].flatMap(({ label, at, layer }) => {
    const p = pointOf(at);
    return p ? [{ text: label, at: shown(p), radius: BOX_MM, layer }] : [];
  });
  const labels = placeLabels(named, TEXT_MM);
  const boxes = named.flatMap(({ text, at, radius, layer }, i): Shape[] => [
    { kind: 'circle', layer, at, radius },
    { kind: 'text', layer, at, text, size: TEXT_MM, anchor: 'start', ...labels[i] },
  ]);
  const cables = (evaluation.chosen?.option.legs ?? []).map((leg): Shape => {
    const points: Point3[] = [];
    for (const place of leg.route.places) {
      const p = in3(place);
      const last = points.at(-1);
      if (!p) continue;
      // Square along the axes of the house, as a cable is run: up or down first, then along.
      const flat = last && (Math.abs(last.x - p.x) > 1 || Math.abs(last.y - p.y) > 1);
      if (last && flat && Math.abs(last.z - p.z) > 1) points.push({ ...last, z: p.z });
      if (last && Math.abs(last.x - p.x) > 1 && Math.abs(last.y - p.y) > 1)
        points.push({ x: p.x, y: last.y, z: p.z });
      points.push(p);
    }
    return line3('new', points);
  });
  return {
    key: 'house',
    title: say(msg('sheets.house.title')),
    note: say(msg('sheets.house.note')),
    shapes: [...shells, ...cables, ...boxes],
  };
}
