import type { Point, Room, RoomUse } from '../../../document/index.ts';
import { published, type Source } from '../../../findings/index.ts';
import { reachTo, roomInside } from '../../../structure/index.ts';
import type { Judgement, Rule, RuleContext } from '../../pack.ts';
import { HABITABLE } from '../../place.ts';
import { counterCoverage, wallCoverage, type Coverage } from '../spacing.ts';
import { isReceptacle, judge, limitNumbers } from './judge.ts';
import { msg, q, type Text } from '../../../words/index.ts';

const ONE_OUTLET: Partial<Record<RoomUse, Source>> = {
  laundry: published('NEC 210.52(F)'),
  garage: published('NEC 210.52(G)'),
  'basement-unfinished': published('NEC 210.52(G)'),
};

/** Points of a room that lose their power with a switch. */
function switchedPoints(context: Pick<RuleContext, 'feed'>): Set<string> {
  return new Set(
    [...context.feed.boxes.values()]
      .filter((b) => !b.constantHot && b.switchedBy.length > 0)
      .map((b) => b.point.id),
  );
}

export interface RoomOutlets {
  readonly room: Room;
  readonly wall: Coverage | null;
  readonly counter: Coverage | null;
}

/** Covered and uncovered lines of every room that has such a rule. */
export function outletCoverage(
  context: Pick<RuleContext, 'house' | 'feed' | 'plan' | 'pack'>,
): RoomOutlets[] {
  const switched = switchedPoints(context);
  return context.house.rooms.flatMap((room): RoomOutlets[] => {
    const points = context.house.points.filter((p) => roomInside(context.plan, p.at)?.id === room.id);
    const wall = HABITABLE.has(room.use) ? wallCoverage(room, points, switched, context.pack) : null;
    const counter = room.use === 'kitchen' ? counterCoverage(room, points, context.pack) : null;
    return wall || counter ? [{ room, wall, counter }] : [];
  });
}

function lineJudgement(
  context: RuleContext,
  room: Room,
  what: 'wall' | 'counter',
  coverage: Coverage,
  points: readonly Point[],
): Judgement[] {
  if (coverage.spaces === 0) return [];
  const wanted = points.some((p) => context.touched.has(p.id) && isReceptacle(p));
  const limit = what === 'wall' ? context.pack.limits.wallReachMm : context.pack.limits.counterReachMm;
  const short = coverage.uncoveredMm > 1;
  if (!short && !wanted) return [];
  return [
    {
      ...judge('outlet-spacing', {
        severity: short ? 'fix' : 'ok',
        mark: 'want',
        subjects: [room.id],
        says: short
          ? msg('rules.outlets.short', {
              room: room.name,
              length: q.length(coverage.uncoveredMm),
              line: msg(`rules.outlets.line.${what}`),
            })
          : msg('rules.outlets.ok', { room: room.name, line: msg(`rules.outlets.line.${what}`) }),
        detail: msg('rules.outlets.why', {
          spaces: coverage.spaces,
          line: msg(`rules.outlets.line.${what}`),
          without: coverage.without,
          rule:
            what === 'wall'
              ? msg('rules.outlets.wall-rule', { reach: q.distance(limit.value) })
              : msg('rules.outlets.counter-rule', { reach: q.distance(limit.value) }),
        }),
        because: {
          need: coverage.coveredMm + coverage.uncoveredMm,
          have: coverage.coveredMm,
          unit: 'mm',
          sense: 'at-least',
        },
        sources: [limit.source],
        // Whatever the job adds only makes it better: what is short was short before.
        ...(short ? { origin: 'standing' as const } : {}),
      }),
      key: `outlet-spacing:${room.id}:${what}`,
    },
  ];
}

function roomJudgements(context: RuleContext, room: Room, points: readonly Point[]): Judgement[] {
  const outlets = points.filter(isReceptacle);
  const out: Judgement[] = [];
  const missing = (says: Text, source: Source, need: number, have: number, unit: string) =>
    out.push(
      judge('outlet-required', {
        severity: 'fix',
        mark: 'want',
        subjects: [room.id],
        says,
        detail: msg('rules.outlets.standing'),
        because: { need, have, unit, sense: 'at-least' },
        sources: [source],
        origin: 'standing',
      }),
    );
  const one = ONE_OUTLET[room.use];
  if (one && outlets.length === 0)
    missing(msg('rules.outlets.none', { room: room.name }), one, 1, 0, 'outlet');
  const hall = context.pack.limits.hallLengthMm;
  const longest = Math.max(...room.walls.map((w) => w.lengthMm));
  if (room.use === 'hall' && longest >= hall.value - 1e-6 && outlets.length === 0)
    missing(msg('rules.outlets.hall', { room: room.name }), hall.source, 1, 0, 'outlet');
  if (room.use === 'bath' && room.walls.some((w) => w.furniture.some((f) => f.kind === 'sink'))) {
    const reach = context.pack.limits.basinReachMm;
    const nearest = Math.min(
      ...outlets.map((p) => reachTo(context.plan, p.at, 'sink', 'same')?.asideMm ?? Infinity),
    );
    if (nearest > reach.value + 1e-6)
      missing(
        msg('rules.outlets.basin', { room: room.name, reach: q.distance(reach.value) }),
        reach.source,
        reach.value,
        Number.isFinite(nearest) ? nearest : 0,
        'mm',
      );
  }
  return out;
}

/** Wall and counter lines against the reach of outlets, before and after the wants. */
export const outletSpacing: Rule = {
  id: 'outlet-spacing',
  title: msg('rules.outlets.title'),
  about: msg('rules.outlets.about'),
  numbers: limitNumbers(
    'wallReachMm',
    'wallSpaceMm',
    'countedHeightMm',
    'counterReachMm',
    'counterWidthMm',
    'counterHeightMm',
  ),
  check: (context) =>
    outletCoverage(context).flatMap(({ room, wall, counter }) => {
      const points = context.house.points.filter((p) => roomInside(context.plan, p.at)?.id === room.id);
      if (!points.some(isReceptacle)) return [];
      return [
        ...(wall ? lineJudgement(context, room, 'wall', wall, points) : []),
        ...(counter ? lineJudgement(context, room, 'counter', counter, points) : []),
      ];
    }),
};

/** Rooms that need an outlet of their own. */
export const outletRequired: Rule = {
  id: 'outlet-required',
  title: msg('rules.outlets.required-title'),
  about: msg('rules.outlets.required-about'),
  numbers: limitNumbers('hallLengthMm', 'basinReachMm'),
  check: (context) =>
    context.house.rooms.flatMap((room) => {
      const points = context.house.points.filter((p) => roomInside(context.plan, p.at)?.id === room.id);
      // A room where nothing is entered has not been surveyed: nothing is known of it.
      return points.length === 0 ? [] : roomJudgements(context, room, points);
    }),
};
