import { isRaceway, type Job, type PaceKind } from '../document/index.ts';
import type { Move } from '../routing/index.ts';
import { CUT_STEP_MM, END_SLACK_MM, isAttic, onWall, OPERATIONS, SAG_SHARE } from '../routing/index.ts';
import { toLookAt } from './site-checks.ts';
import type { PlannedLeg } from '../planning/index.ts';
import { boresOf, cutsOf, openingsIn } from './cut-places.ts';
import { nearCut, throughOldBox, type Power } from './power.ts';
import type { Act, Step, WorkInput } from './step.ts';
import { msg, q, sentences, type Text } from '../words/index.ts';

export const GLASSES = msg('work.glasses');

/** What kind of work a step is where its maker does not say. Waiting for others has no pace. */
const USUAL_PACE: Readonly<Record<Step['kind'], PaceKind | null>> = {
  hold: null,
  work: 'prepare',
  'prove-dead': 'power',
  power: 'power',
  test: 'test',
  patch: 'finish',
  record: 'test',
};

/** A step with what most steps are. */
export const make = (s: Partial<Step> & Pick<Step, 'key' | 'title' | 'kind' | 'window'>): Step => ({
  same: '',
  ways: [],
  pace: s.by === 'electrician' ? null : USUAL_PACE[s.kind],
  tableMinutes: s.minutes ?? 5,
  detail: '',
  place: '',
  minutes: 5,
  after: [],
  tools: [],
  cautions: [],
  checks: [],
  pointId: null,
  waitDays: 0,
  dries: null,
  by: 'you',
  does: [],
  ...s,
});

const placeOfMove = (input: WorkInput, move: Move): Text => {
  const at = onWall(move.from) ? move.from : move.to;
  if (isAttic(move.op)) return msg('work.place.attic');
  if (move.op === 'run-below' || move.op === 'drill-plate-below') return msg('work.place.below');
  if (move.op === 'conduit-outside') return msg('work.place.outside');
  if (!onWall(at)) return msg('work.place.ceiling');
  return input.plan.lines.get(at.wallId)?.wall.name ?? msg('work.place.wall');
};

export const offFirst = (input: { readonly job: Job }): boolean =>
  input.job.preferences.cutOrder === 'power-off-first';

const movesCautions = (moves: readonly Move[]): Text[] => [
  ...(moves.some((m) => m.holes.length > 0 || m.openedMm2 > 0) ? [GLASSES] : []),
  ...(moves.some((m) => m.plates > 0 || m.holes.some((h) => h.plateNeeded)) ? [msg('work.nail-plate')] : []),
  ...(moves.some((m) => isAttic(m.op)) ? [msg('work.attic-caution')] : []),
];

/** Work that makes a hole or opens something, done before any cable is pulled. */
const cuts = (move: Move): boolean => move.holes.length > 0 || move.openedMm2 > 0 || move.joists.length > 0;

/** Work that is done through the hole of a box: the box is cut in first, or opened. */
const THROUGH_BOX: ReadonlySet<Move['op']> = new Set([
  'drill-stud',
  'drill-eave-below',
  'cross-blocking',
  'between-floors',
  'through-siding',
  'through-masonry',
]);

/** Runs that lie open and need no box to be opened. */
const LAID_OPEN: ReadonlySet<Move['op']> = new Set(['run-attic', 'run-below']);

/** Steps that make a box ready to take a cable: its opening, another box in its place, what is changed in it. */
export function readyKeys(input: WorkInput, id: string): string[] {
  const box = input.boxes.find((b) => b.point.id === id);
  const changes = input.changes.filter(
    (c) => c.pointId === id && (c.kind === 'enlarge' || c.kind === 'reduce'),
  );
  return [
    ...(box?.isNew ? [`cut:${id}`] : []),
    ...(box && !box.isNew && input.job.boxes[box.point.id] ? [`rebox:${id}`] : []),
    ...changes.map((c) => `change:${c.id}`),
  ];
}

const asSentence = (m: Move): Text => msg('work.sentence', { text: m.says });
const leaveSlack = (method: PlannedLeg['method']): Text[] => [
  msg('work.leave-slack', { slack: q.length(END_SLACK_MM) }),
  ...(isRaceway(method)
    ? []
    : [msg('work.cut-includes', { share: q.share(SAG_SHARE), step: q.length(CUT_STEP_MM) })]),
];

/** Getting a box out of its opening and its cables over to the new one, minutes: common practice. */
const DRAW_MINUTES = 25;

const wayOf = (move: Move): Step['ways'][number] => ({
  op: move.op,
  wallId: [move.from, move.to].find(onWall)?.wallId ?? null,
});
const pullOf = ({ from, to }: PlannedLeg, i: number): Act => ({ act: 'pull', leg: i + 1, from, to });

/** A box that goes with its cables: it comes out, they are drawn over, and the old opening is closed with the repairs. */
function drawStep(leg: PlannedLeg, input: WorkInput, i: number): Step {
  const old = input.house.points.find((p) => p.id === leg.from);
  const box = input.labels.get(leg.from) ?? leg.from;
  return make({
    key: `leg${i + 1}:pull`,
    title: msg('work.draw-over', { box }),
    kind: 'work',
    window: 'off',
    minutes: DRAW_MINUTES,
    after: ['dead', ...readyKeys(input, leg.to)],
    place: box,
    ...(old ? { pointId: old.id } : {}),
    detail: msg('work.draw-over-why'),
    tools: ['multi-tool'],
    pace: 'cable',
    does: [...(old ? [{ act: 'open' as const, point: old.id }] : []), pullOf(leg, i)],
  });
}

/** A run as it is worked on: which of the runs it is, and what has to be there before. */
interface RunOfWork {
  readonly leg: PlannedLeg;
  readonly input: WorkInput;
  readonly i: number;
  readonly name: Text;
  /** Steps that make the boxes at its ends ready. */
  readonly ready: readonly string[];
  /** Boxes at its ends that are there and live until they are dead. */
  readonly old: readonly string[];
}

const marksOf = ({ job }: WorkInput): string[] => job.wants.map((w) => `mark:${w.id}`);

/** One hole or opening of a run, with the power off where it comes near what is live or goes through a box that is. */
function drillStep({ input, i, ready, old }: RunOfWork, move: Move, n: number): Step {
  const live = cutsOf(move).some((at) => nearCut(input, at).length > 0);
  const off =
    offFirst(input) || live || throughOldBox(input, move) || (THROUGH_BOX.has(move.op) && old.length > 0);
  return make({
    key: `leg${i + 1}:drill${n + 1}`,
    title: move.says,
    kind: 'work',
    window: off ? 'off' : 'before',
    minutes: move.minutes,
    after: [...(off ? ['dead'] : []), ...ready, ...marksOf(input)],
    detail: move.why,
    place: placeOfMove(input, move),
    cautions: [...movesCautions([move]), ...(live ? [msg('work.near-live')] : [])],
    pace: 'drill',
    tools: OPERATIONS[move.op].tools,
    ways: [wayOf(move)],
    same: move.op,
    does: [
      ...openingsIn(move).map((at): Act => ({ act: 'cut', at })),
      ...boresOf(move).map((at): Act => ({ act: 'bore', at })),
    ],
  });
}

/** Holes of earlier runs that this one goes through as well. */
const sharedHoles = ({ leg, input, i }: RunOfWork): string[] =>
  leg.route.moves.some((m) => (m.again ?? []).length > 0)
    ? input.option.legs
        .slice(0, i)
        .flatMap((l, k) => l.route.moves.flatMap((m, n) => (cuts(m) ? [`leg${k + 1}:drill${n + 1}`] : [])))
    : [];

const minutesIn = (moves: readonly Move[]): number => moves.reduce((s, m) => s + m.minutes, 0);
const toolsOf = (moves: readonly Move[]): Step['tools'] => [
  ...new Set(moves.flatMap((m) => OPERATIONS[m.op].tools)),
];

/** The cable in one pull, through all that was drilled. */
function pullStep(run: RunOfWork, rest: readonly Move[], drilling: readonly Step[], off: boolean): Step {
  const { leg, input, i, name, ready } = run;
  return make({
    key: `leg${i + 1}:pull`,
    title: msg('work.pull', { cable: q.cable(leg.route.cableMm), run: name }),
    kind: 'work',
    window: off ? 'off' : 'before',
    minutes: Math.max(LEAST_PULL_MINUTES, minutesIn(rest)),
    after: [...drilling.map((d) => d.key), ...sharedHoles(run), ...ready, ...(off ? ['dead'] : [])],
    place: rest[0] ? placeOfMove(input, rest[0]) : '',
    detail: sentences([...rest.map(asSentence), ...leaveSlack(leg.method)]),
    cautions: movesCautions(rest),
    checks: toLookAt('cable', { ...input, option: { ...input.option, legs: [leg] } }),
    pace: 'cable',
    same: `${leg.method} ${leg.conductors}`,
    ways: rest.map(wayOf),
    tools: toolsOf(rest),
    does: [pullOf(leg, i)],
  });
}
const LEAST_PULL_MINUTES = 5;

/** Where it runs in the open it is laid before the power goes off, and coiled short of the box that is still live. */
function layStep({ leg, input, i, name }: RunOfWork, laid: readonly Move[]): Step {
  return make({
    key: `leg${i + 1}:lay`,
    title: msg('work.lay', { where: laid[0]?.op === 'run-attic' ? 'attic' : 'below', run: name }),
    kind: 'work',
    window: 'before',
    minutes: minutesIn(laid),
    after: marksOf(input),
    place: laid[0] ? placeOfMove(input, laid[0]) : '',
    detail: msg('work.lay-why', { moves: sentences(laid.map(asSentence)) }),
    cautions: movesCautions(laid),
    pace: 'cable',
    same: `${leg.from} ${leg.to} ${leg.method}`,
    ways: laid.map(wayOf),
    tools: toolsOf(laid),
  });
}

/** All holes of a leg first, then its cable in one pull: one trip to each place. */
export function routeSteps(leg: PlannedLeg, input: WorkInput, power: Power, i: number): Step[] {
  if (leg.own) return [drawStep(leg, input, i)];
  const { labels } = input;
  const ends = { from: labels.get(leg.from) ?? leg.from, to: labels.get(leg.to) ?? leg.to };
  const openings = input.boxes.filter((b) => b.isNew).map((b) => `cut:${b.point.id}`);
  const run: RunOfWork = {
    leg,
    input,
    i,
    name: msg('work.run-name', ends),
    ready: [...openings, ...readyKeys(input, leg.from), ...readyKeys(input, leg.to)],
    old: [leg.from, leg.to].filter((id) => power.opened.some((p) => (p as string) === id)),
  };
  const drilling = leg.route.moves.flatMap((move, n) => (cuts(move) ? [drillStep(run, move, n)] : []));
  const rest = leg.route.moves.filter((m) => !cuts(m));
  const laid = rest.filter((m) => LAID_OPEN.has(m.op));
  // A cable goes into a box that is there only once that box is dead and open.
  const off = drilling.some((d) => d.window === 'off') || offFirst(input) || run.old.length > 0;
  const pull = pullStep(run, rest, drilling, off);
  const early = off && !offFirst(input) && laid.length > 0 && run.old.length > 0;
  if (!early) return [...drilling, pull];
  const lay = layStep(run, laid);
  const minutes = Math.max(LEAST_PULL_MINUTES, pull.minutes - lay.minutes);
  const left = rest.filter((m) => !laid.includes(m));
  return [
    ...drilling,
    lay,
    {
      ...pull,
      minutes,
      tableMinutes: minutes,
      after: [...pull.after, lay.key],
      detail: sentences([...left.map(asSentence), ...leaveSlack(leg.method)]),
    },
  ];
}
