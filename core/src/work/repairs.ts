import type { Wall } from '../document/index.ts';
import { CLOSINGS, openingsOf, type Opening } from '../planning/index.ts';
import type { Move } from '../routing/index.ts';
import { GLASSES, make } from './route-steps.ts';
import type { Step, WorkInput } from './step.ts';
import { allOf, msg, q, sentences, type Text } from '../words/index.ts';

/** Beyond this share of a wall face, or this many places on it, a patch shows more than a new skim of the whole wall: common practice. */
const SKIM_SHARE = 0.05;
const SKIM_PLACES = 3;

/** What was opened on one wall; null for ceilings. */
interface Opened {
  readonly wall: Wall | null;
  readonly places: number;
  readonly share: number;
}

function openedWalls({ plan }: WorkInput, openings: readonly Opening[]): Opened[] {
  const on = (wall: Wall | null): Opened => {
    const own = openings.filter((o) => o.wall === wall);
    const face = wall && plan.lines.get(wall.id);
    const mm2 = own.reduce((s, o) => s + o.longMm * o.shortMm, 0);
    return {
      wall,
      places: own.length,
      share: face ? mm2 / (face.wall.lengthMm * face.room.ceilingMm) : 0,
    };
  };
  return [...new Set(openings.map((o) => o.wall))].map(on);
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

/** How the holes are closed, by their sizes: what goes behind them, and board as thick as what is there. */
function firstCoat(openings: readonly Opening[]): Text {
  const boards = [
    ...new Set(
      openings.flatMap((o) => (o.surface === 'board' && o.wall && o.how !== 'mesh' ? [o.wall.boardMm] : [])),
    ),
  ];
  const ways = CLOSINGS.filter(({ how }) => openings.some((o) => o.how === how)).map(({ how }) =>
    msg(`work.patch.how.${how}`, { n: openings.filter((o) => o.how === how).length }),
  );
  return sentences([
    ...(boards.length > 0
      ? [msg('work.patch.same-board', { boards: allOf(boards.map((mm) => q.length(mm))) })]
      : []),
    ...ways,
  ]);
}

/** Is so much opened on a wall that its patches would show? */
const needsSkim = (w: Opened): boolean => w.share > SKIM_SHARE || w.places >= SKIM_PLACES;

/** Minutes of a coat for one hole, and for each one more. */
const COAT_MINUTES = [
  { first: 40, more: 15 },
  { first: 25, more: 5 },
  { first: 25, more: 5 },
] as const;

/** A step of putting back, before it is told what it comes after. */
type Back = Omit<Parameters<typeof make>[0], 'window' | 'after'>;

/** The holes are closed in coats and painted; before that insulation goes back. */
function closing(input: WorkInput, openings: readonly Opening[]): Back[] {
  if (openings.length === 0) return [];
  const walls = openedWalls(input, openings);
  const names = (of: readonly Opened[]) => of.flatMap((w) => (w.wall ? [w.wall.name.toLowerCase()] : []));
  const insulated = names(walls.filter((w) => w.wall?.insulated));
  const skim = names(walls.filter(needsSkim));
  const titles = openings.every((o) => o.surface === 'plaster') ? PLASTER : BOARD;
  return [
    // What nobody ran a cable through is nobody’s to inspect.
    ...(input.option.openedMm2 > 0
      ? [{ key: 'inspect', title: msg('work.inspect'), kind: 'hold', minutes: 15 } as const]
      : []),
    ...(insulated.length > 0 && input.option.openedMm2 > 0
      ? [
          {
            key: 'insulation',
            title: msg('work.insulation', { walls: allOf(insulated) }),
            kind: 'work',
            minutes: 15,
            detail: msg('work.insulation-why'),
          } as const,
        ]
      : []),
    ...COAT_MINUTES.map(({ first, more }, n): Back => ({
      key: `patch${n + 1}`,
      title: titles[n] ?? titles[0],
      kind: 'patch',
      minutes: first + more * (openings.length - 1),
      waitDays: n === 0 ? 0 : 1,
      dries: COATS[n] ?? null,
      cautions: [GLASSES],
      tools: ['patching-tools'],
      detail:
        n === 0
          ? firstCoat(openings)
          : n === 2 && skim.length > 0
            ? msg('work.patch.skim', { walls: allOf(skim) })
            : '',
    })),
    ...PAINTING.map(({ key, title, detail, dries, days }): Back => ({
      key,
      title,
      kind: 'patch',
      minutes: PAINT_MINUTES,
      waitDays: days,
      dries,
      detail,
      tools: ['paint-tools'],
    })),
  ];
}

/** Trim that comes off for a way, and goes back with its caulk line. */
const TRIM = [
  {
    ops: ['turn-outside'],
    key: 'bead',
    title: msg('work.bead'),
    minutes: 30,
    detail: msg('work.bead-why'),
  },
  {
    ops: ['open-ceiling-edge', 'behind-crown', 'crown-chase'],
    key: 'crown',
    title: msg('work.crown'),
    minutes: 20,
    detail: msg('work.crown-why'),
  },
  {
    ops: ['casing-chase'],
    key: 'casing',
    title: msg('work.casing'),
    minutes: 25,
    detail: msg('work.casing-why'),
  },
  {
    ops: ['trim-chase', 'behind-baseboard'],
    key: 'trim',
    title: msg('work.baseboard'),
    minutes: 25,
    detail: msg('work.baseboard-why'),
  },
] as const satisfies readonly (Pick<Back, 'key' | 'title' | 'minutes' | 'detail'> & {
  readonly ops: readonly Move['op'][];
})[];

/**
 * Putting back what the way of the cable opened and what shows beside a shifted plate: insulation, board or plaster in coats with time
 * to dry, paint, crown and baseboard with their caulk lines. Empty when nothing was opened; the last key is what everything after it
 * waits for.
 */
export function repairSteps(input: WorkInput): { readonly steps: Step[]; readonly last: string } {
  const { option, plan, house, changes } = input;
  const openings = openingsOf({ plan, before: house, changes }, option.legs);
  const ops = new Set<string>(option.legs.flatMap((l) => l.route.moves.map((m) => m.op)));
  const trim = TRIM.filter((t) => t.ops.some((op) => ops.has(op))).map(({ ops: _, ...t }): Back => ({
    ...t,
    kind: 'work',
  }));
  const same = openedWalls(input, openings)
    .map((w) => `${w.wall?.id ?? ''} ${w.places}`)
    .join();
  let last = 'plates';
  const steps = [...closing(input, openings), ...trim].map((s): Step => {
    const after = [last];
    last = s.key;
    return make({ after, pace: s.kind === 'hold' ? null : 'finish', same, ...s, window: 'after' });
  });
  return { steps, last };
}
