import type { Wall } from '../document/index.ts';
import { onWall, type Move } from '../routing/index.ts';
import { formatLength } from '../units/index.ts';
import { GLASSES, make } from './route-steps.ts';
import type { Step, WorkInput } from './step.ts';

/** Beyond this share of a wall face, or this many places on it, a patch shows more than a new skim of the whole wall: common practice. */
const SKIM_SHARE = 0.05;
const SKIM_PLACES = 3;

/** What was opened on one wall. */
interface Opened {
  readonly wall: Wall;
  readonly places: number;
  readonly share: number;
}

const wallOf = (move: Move) => [move.from, move.to].find(onWall)?.wallId;

function openedWalls({ option, plan }: WorkInput): Opened[] {
  const sums = new Map<string, { places: number; mm2: number }>();
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

const BOARD = [
  'Close the board, tape, first coat',
  'Sand, second coat, wider',
  'Sand, third coat',
  'Sand, prime and paint',
] as const;
const PLASTER = [
  'Screw the lath tight, mesh, first coat of setting plaster',
  'Second coat, level with the wall',
  'Skim the surface, feathered out',
  'Sand, prime and paint',
] as const;

function firstCoat(input: WorkInput, walls: readonly Opened[]): string {
  const L = (mm: number) => formatLength(mm, input.house.units, 'inches');
  const boards = [...new Set(walls.filter((w) => w.wall.finish !== 'plaster').map((w) => L(w.wall.boardMm)))];
  const same = boards.length > 0 ? `Board of the same thickness as there is: ${boards.join(' and ')}. ` : '';
  return `${same}A strip of wood screwed behind the cut holds the patch; keep the piece that was cut out, it fits best.`;
}

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
  let last = 'plates';
  const then = (s: Omit<Parameters<typeof make>[0], 'window'>): void => {
    steps.push(make({ after: [last], ...s, window: 'after' }));
    last = s.key;
  };
  if (input.option.openedMm2 > 0) {
    then({
      key: 'inspect',
      title: 'Inspection before closing, where required',
      kind: 'hold',
      minutes: 15,
    });
    const insulated = walls.filter((w) => w.wall.insulated).map((w) => w.wall.name.toLowerCase());
    if (insulated.length > 0)
      then({
        key: 'insulation',
        title: `Insulation back into the ${insulated.join(' and the ')}`,
        kind: 'work',
        minutes: 15,
        detail: 'Split it round the cable, do not crush it; vapour side as it was, its tears taped.',
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
        cautions: [GLASSES],
        detail:
          n === 0
            ? firstCoat(input, walls)
            : n === 2 && skim.length > 0
              ? `So much is opened on the ${skim.join(' and the ')} that patches would show: skim the whole face.`
              : '',
      }),
    );
  }
  if (moves.some((m) => m.op === 'open-ceiling-edge'))
    then({
      key: 'crown',
      title: 'Crown back, or a new caulk line between wall and ceiling',
      kind: 'work',
      minutes: 20,
      detail: 'Cut the old caulk before anything is pried; one smooth bead over paint that is dry.',
    });
  if (moves.some((m) => m.op === 'trim-chase' || m.op === 'behind-baseboard'))
    then({
      key: 'trim',
      title: 'Baseboard back on',
      kind: 'work',
      minutes: 25,
      detail:
        'Nails into the studs above the steel plates, never into the notch; holes filled, caulk line at the top.',
    });
  return { steps, last };
}
