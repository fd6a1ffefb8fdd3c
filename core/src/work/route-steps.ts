import type { Job } from '../document/index.ts';
import type { Move } from '../routing/index.ts';
import { END_SLACK_MM, isAttic, onWall } from '../routing/index.ts';
import { formatLength } from '../units/index.ts';
import { toLookAt } from './site-checks.ts';
import type { PlannedLeg } from '../planning/index.ts';
import type { Step, WorkInput } from './step.ts';

export const GLASSES = 'Glasses and mask; catch the dust.';
/** A step with what most steps are. */
export const make = (s: Partial<Step> & Pick<Step, 'key' | 'title' | 'kind' | 'window'>): Step => ({
  detail: '',
  place: '',
  minutes: 5,
  after: [],
  tools: [],
  cautions: [],
  checks: [],
  pointId: null,
  waitDays: 0,
  by: 'you',
  ...s,
});

/** Drilling through an open existing box, or beside one, counts as touching its conductors. */
const TOUCHES: ReadonlySet<Move['op']> = new Set([
  'drill-stud',
  'same-bay',
  'cross-blocking',
  'between-floors',
  'surface-run',
]);
const touchesTap = (move: Move): boolean => TOUCHES.has(move.op);

const placeOfMove = (input: WorkInput, move: Move): string => {
  const at = onWall(move.from) ? move.from : move.to;
  if (isAttic(move.op)) return 'attic';
  if (move.op === 'run-below' || move.op === 'drill-plate-below') return 'below the floor';
  if (move.op === 'conduit-outside') return 'outside';
  if (!onWall(at)) return 'ceiling';
  return input.plan.lines.get(at.wallId)?.wall.name ?? 'wall';
};

export const offFirst = (input: { readonly job: Job }): boolean =>
  input.job.preferences.cutOrder === 'power-off-first';

const movesCautions = (moves: readonly Move[]): string[] => [
  ...(moves.some((m) => m.holes.length > 0 || m.openedMm2 > 0) ? [GLASSES] : []),
  ...(moves.some((m) => m.plates > 0 || m.holes.some((h) => h.plateNeeded))
    ? ['Steel plate on the stud: the hole is too near its face.']
    : []),
  ...(moves.some((m) => isAttic(m.op)) ? ['Step on joists only; attic work in cool hours.'] : []),
];

/** Work that makes a hole or opens something, done before any cable is pulled. */
const cuts = (move: Move): boolean => move.holes.length > 0 || move.openedMm2 > 0 || move.joists.length > 0;

/** All holes of a leg first, then its cable in one pull: one trip to each place. */
export function routeSteps(leg: PlannedLeg, input: WorkInput, i: number): Step[] {
  const { labels } = input;
  const name = `${labels.get(leg.from) ?? leg.from} to ${labels.get(leg.to) ?? leg.to}`;
  const openings = input.boxes.filter((b) => b.isNew).map((b) => `cut:${b.point.id}`);
  const fromTap = !leg.atPanel && !leg.from.startsWith('new-');
  const drilling = leg.route.moves.flatMap((move, n): Step[] => {
    if (!cuts(move)) return [];
    const off = offFirst(input) || (touchesTap(move) && fromTap);
    return [
      make({
        key: `leg${i + 1}:drill${n + 1}`,
        title: move.says,
        kind: 'work',
        window: off ? 'off' : 'before',
        minutes: move.minutes,
        after: off ? ['dead', ...openings] : [...openings, ...input.job.wants.map((w) => `mark:${w.id}`)],
        detail: move.why,
        place: placeOfMove(input, move),
        cautions: movesCautions([move]),
      }),
    ];
  });
  const rest = leg.route.moves.filter((m) => !cuts(m));
  const off =
    drilling.some((d) => d.window === 'off') ||
    offFirst(input) ||
    leg.route.moves.some((m) => touchesTap(m) && fromTap);
  const pull = make({
    key: `leg${i + 1}:pull`,
    title: `Pull ${formatLength(leg.route.cableMm, input.house.units)} of cable, ${name}`,
    kind: 'work',
    window: off ? 'off' : 'before',
    minutes: Math.max(
      5,
      rest.reduce((s, m) => s + m.minutes, 0),
    ),
    after: [...drilling.map((d) => d.key), ...openings, ...(off ? ['dead'] : [])],
    place: rest[0] ? placeOfMove(input, rest[0]) : '',
    detail: [
      ...rest.map((m) => `${m.says}.`),
      `Leave ${formatLength(END_SLACK_MM, input.house.units, 'inches')} at each end.`,
    ].join(' '),
    cautions: movesCautions(rest),
    checks: toLookAt('cable', input),
  });
  return [...drilling, pull];
}
