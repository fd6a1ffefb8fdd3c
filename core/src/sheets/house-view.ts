import type { Position, Room } from '../document/index.ts';
import type { Evaluation } from '../evaluation/judge.ts';
import { onWall, type Place } from '../routing/index.ts';
import { FLOOR_MM } from '../routing/in-floors.ts';
import { levelOf, spotOn, wallLines, type Spot } from '../structure/index.ts';
import { inches } from '../units/index.ts';
import type { At, Drawing, Shape } from './drawing.ts';
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

export function houseView(evaluation: Evaluation): Drawing {
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
    points: points.map(project),
    ...more,
  });
  const up = (s: Spot, z: number): Point3 => ({ x: s.xMm, y: s.yMm, z });
  const shells = house.rooms.flatMap((room): Shape[] => {
    const lines = wallLines(room);
    const z = floor(levelOf(room));
    const corners = lines.map((l) => l.from);
    return [
      line3(
        'wall',
        corners.map((c) => up(c, z)),
        { closed: true },
      ),
      line3(
        'framing',
        corners.map((c) => up(c, z + room.ceilingMm)),
        { closed: true, dashed: true },
      ),
      ...corners.map((c) => line3('framing', [up(c, z), up(c, z + room.ceilingMm)], { dashed: true })),
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
  const boxes = [
    ...house.points.map((p) => ({ label: p.label, at: p.at, layer: 'existing' as const })),
    ...job.wants.map((w) => ({ label: w.label, at: w.at, layer: 'new' as const })),
  ].flatMap(({ label, at, layer }): Shape[] => {
    const p = pointOf(at);
    if (!p) return [];
    const here = project(p);
    return [
      { kind: 'circle', layer, at: here, radius: inches(2.5) },
      {
        kind: 'text',
        layer,
        at: { x: here.x + inches(4), y: here.y - inches(2) },
        text: label,
        size: TEXT_MM,
        anchor: 'start',
      },
    ];
  });
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
