import type { Furniture, Wall } from '../document/index.ts';
import { onWall } from '../routing/index.ts';
import { holds } from '../structure/index.ts';
import type { Step, WorkInput } from './step.ts';
import { make } from './route-steps.ts';
import { msg, type Text } from '../words/index.ts';

interface InTheWay {
  readonly thing: Furniture;
  readonly wall: Wall;
}

interface Spot {
  readonly xMm: number;
  readonly heightMm: number;
}

/** Where on a wall the plan works: its boxes, its holes, and what it opens. */
function spotsOn(wallId: string, { boxes, option }: WorkInput): Spot[] {
  const atBoxes = boxes.flatMap(({ point: { at } }) =>
    at.on === 'wall' && at.wallId === wallId ? [at] : [],
  );
  const moves = option.legs.flatMap((l) => l.route.moves);
  const holes = moves.flatMap((m) => m.holes).filter((h) => h.wallId === wallId);
  const opened = moves
    .filter((m) => m.openedMm2 > 0)
    .flatMap((m) => [m.from, m.to].filter(onWall).filter((p) => p.wallId === wallId));
  return [...atBoxes, ...holes, ...opened];
}

/** Things on or before the walls that can be taken down, where the work is behind them. */
function thingsInTheWay(input: WorkInput): InTheWay[] {
  return input.house.rooms.flatMap((r) =>
    r.walls.flatMap((wall) => {
      const before = [...wall.furniture, ...(wall.outside?.furniture ?? [])];
      const down = before.filter((f) => f.comesDown && !f.planned);
      if (down.length === 0) return [];
      const spots = spotsOn(wall.id, input);
      return down.filter((f) => spots.some((s) => holds(f, s))).map((thing) => ({ thing, wall }));
    }),
  );
}

const people = (f: Furniture): Text =>
  (f.comesDown?.people ?? 1) > 1 ? msg('work.in-the-way.people', { people: f.comesDown?.people ?? 1 }) : '';

const stepOf = (which: 'down' | 'back', after: string, { thing, wall }: InTheWay): Step =>
  make({
    key: `${which}:${thing.id}`,
    title:
      which === 'down'
        ? msg('work.in-the-way.down', { thing: thing.name })
        : msg('work.in-the-way.back', { thing: thing.name }),
    kind: 'work',
    window: which === 'down' ? 'before' : 'after',
    minutes: thing.comesDown?.minutes ?? 0,
    after: [after],
    place: wall.name,
    detail:
      which === 'down'
        ? msg('work.in-the-way.down-why', { people: people(thing) })
        : msg('work.in-the-way.back-why', { people: people(thing) }),
  });

/** What comes down before the work, with its time and the hands it takes. */
export const takenDown = (input: WorkInput): Step[] =>
  thingsInTheWay(input).map((t) => stepOf('down', 'carry', t));
/** The same put back, once the step named is done. */
export const putBack = (input: WorkInput, after: string): Step[] =>
  thingsInTheWay(input).map((t) => stepOf('back', after, t));
