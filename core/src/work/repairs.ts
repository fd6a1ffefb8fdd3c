import type { Wall, WallId } from '../document/index.ts';
import { openingMm2 } from '../planning/index.ts';
import { onWall, type Move } from '../routing/index.ts';
import { GLASSES, make } from './route-steps.ts';
import type { Step, WorkInput } from './step.ts';
import { allOf, msg, q, type Text } from '../words/index.ts';

/** Beyond this share of a wall face, or this many places on it, a patch shows more than a new skim of the whole wall: common practice. */
const SKIM_SHARE = 0.05;
const SKIM_PLACES = 3;

/** Openings of boxes that have gone with their cables: there is nothing in them to keep in reach, so they are closed. */
const oldOpenings = ({ option, house }: WorkInput): { wallId: WallId; mm2: number }[] =>
  option.legs.flatMap((leg) => {
    const old = leg.own && house.points.find((p) => p.id === leg.from);
    return old?.at.on === 'wall' ? [{ wallId: old.at.wallId, mm2: openingMm2(old.box.gangs) }] : [];
  });

/** What was opened on one wall. */
interface Opened {
  readonly wall: Wall;
  readonly places: number;
  readonly share: number;
}

const wallOf = (move: Move) => [move.from, move.to].find(onWall)?.wallId;

function openedWalls(input: WorkInput): Opened[] {
  const { option, plan } = input;
  const sums = new Map<string, { places: number; mm2: number }>();
  for (const { wallId, mm2 } of oldOpenings(input)) {
    const sum = sums.get(wallId) ?? { places: 0, mm2: 0 };
    sums.set(wallId, { places: sum.places + 1, mm2: sum.mm2 + mm2 });
  }
  for (const move of option.legs.flatMap((l) => l.route.moves)) {
    const id = wallOf(move);
    if (id === undefined || move.openedMm2 <= 0) continue;
    const sum = sums.get(id) ?? { places: 0, mm2: 0 };
    sums.set(id, { places: sum.places + 1, mm2: sum.mm2 + move.openedMm2 });
  }
  return [...plan.lines.values()].flatMap(({ wall, room }): Opened[] => {
    const sum = sums.get(wall.id);
    return sum ? [{ wall, places: sum.places, share: sum.mm2 / (wall.lengthMm * room.ceilingMm) }] : [];
  });
}

const BOARD = [msg('work.patch.board-1'), msg('work.patch.board-2'), msg('work.patch.board-3')] as const;
const PLASTER = [
  msg('work.patch.plaster-1'),
  msg('work.patch.plaster-2'),
  msg('work.patch.plaster-3'),
] as const;

/** What dries before each coat of compound, before primer, and before each coat of paint. */
const COATS = [null, 'tape', 'thin'] as const;
const PAINTING = [
  {
    key: 'prime',
    title: msg('work.patch.prime'),
    detail: msg('work.patch.prime-why'),
    dries: 'last',
    days: 1,
  },
  {
    key: 'paint1',
    title: msg('work.patch.paint-1'),
    detail: msg('work.patch.paint-why'),
    dries: 'primer',
    days: 0,
  },
  { key: 'paint2', title: msg('work.patch.paint-2'), detail: '', dries: 'paint', days: 0 },
] as const;
const PAINT_MINUTES = 20;

function firstCoat(walls: readonly Opened[]): Text {
  const boards = [...new Set(walls.filter((w) => w.wall.finish !== 'plaster').map((w) => w.wall.boardMm))];
  const same =
    boards.length > 0
      ? msg('work.patch.same-board', { boards: allOf(boards.map((mm) => q.length(mm))) })
      : '';
  return msg('work.patch.backing', { same });
}

/** Work for which a crown molding comes off. */
const CROWN_OFF: ReadonlySet<string> = new Set(['open-ceiling-edge', 'behind-crown', 'crown-chase']);

/** Is so much opened on a wall that its patches would show? */
const needsSkim = (w: Opened): boolean => w.share > SKIM_SHARE || w.places >= SKIM_PLACES;

/**
 * Putting back what the way of the cable opened: insulation, board or plaster in coats with days to dry, crown and baseboard with
 * their caulk lines. Empty when nothing was opened; the last key is what everything after it waits for.
 */
export function repairSteps(input: WorkInput): { readonly steps: Step[]; readonly last: string } {
  const moves = input.option.legs.flatMap((l) => l.route.moves);
  const walls = openedWalls(input);
  const steps: Step[] = [];
  const opened = walls.map((w) => `${w.wall.id} ${w.places}`).join();
  let last = 'plates';
  const then = (s: Omit<Parameters<typeof make>[0], 'window'>): void => {
    steps.push(
      make({ after: [last], pace: s.kind === 'hold' ? null : 'finish', same: opened, ...s, window: 'after' }),
    );
    last = s.key;
  };
  if (input.option.openedMm2 > 0) {
    then({
      key: 'inspect',
      title: msg('work.inspect'),
      kind: 'hold',
      minutes: 15,
    });
    const insulated = walls.filter((w) => w.wall.insulated).map((w) => w.wall.name.toLowerCase());
    if (insulated.length > 0)
      then({
        key: 'insulation',
        title: msg('work.insulation', { walls: allOf(insulated) }),
        kind: 'work',
        minutes: 15,
        detail: msg('work.insulation-why'),
      });
    const plaster = walls.length > 0 && walls.every((w) => w.wall.finish === 'plaster');
    const skim = walls.filter(needsSkim).map((w) => w.wall.name.toLowerCase());
    (plaster ? PLASTER : BOARD).forEach((title, n) =>
      then({
        key: `patch${n + 1}`,
        title,
        kind: 'patch',
        minutes: n === 0 ? 40 : 25,
        waitDays: n === 0 ? 0 : 1,
        dries: COATS[n] ?? null,
        cautions: [GLASSES],
        detail:
          n === 0
            ? firstCoat(walls)
            : n === 2 && skim.length > 0
              ? msg('work.patch.skim', { walls: allOf(skim) })
              : '',
      }),
    );
    for (const { key, title, detail, dries, days } of PAINTING)
      then({ key, title, kind: 'patch', minutes: PAINT_MINUTES, waitDays: days, dries, detail });
  }
  if (moves.some((m) => m.op === 'turn-outside'))
    then({
      key: 'bead',
      title: msg('work.bead'),
      kind: 'work',
      minutes: 30,
      detail: msg('work.bead-why'),
    });
  if (moves.some((m) => CROWN_OFF.has(m.op)))
    then({
      key: 'crown',
      title: msg('work.crown'),
      kind: 'work',
      minutes: 20,
      detail: msg('work.crown-why'),
    });
  if (moves.some((m) => m.op === 'casing-chase'))
    then({
      key: 'casing',
      title: msg('work.casing'),
      kind: 'work',
      minutes: 25,
      detail: msg('work.casing-why'),
    });
  if (moves.some((m) => m.op === 'trim-chase' || m.op === 'behind-baseboard'))
    then({
      key: 'trim',
      title: msg('work.baseboard'),
      kind: 'work',
      minutes: 25,
      detail: msg('work.baseboard-why'),
    });
  return { steps, last };
}
