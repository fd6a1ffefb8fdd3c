import { minutesOf, type Step } from '../work/index.ts';
import type { CalendarFacts } from '../document/index.ts';
import {
  blocksOf,
  layOut,
  longestOf,
  minutesTo,
  visitsOf,
  type Block,
  type Slot,
  type Visit,
} from './schedule.ts';

/** Several jobs of one house on one person's time: what dries in one leaves room for another, and one outage serves two. */

export interface JobToDo {
  readonly id: string;
  readonly steps: readonly Step[];
  /** Keys of the steps that are done. */
  readonly done: ReadonlySet<string>;
  /** Breakers that are off for it. */
  readonly breakers: readonly string[];
  /** Its own calendar, where somebody has made one: days before which it, or a step of it, is not done. */
  readonly calendar?: Pick<CalendarFacts, 'startOn' | 'notBefore'> | undefined;
}

export interface SlotOfJob extends Slot {
  readonly jobId: string;
}

/** Jobs that share a breaker, done with the power off once. */
export interface Together {
  readonly jobs: readonly string[];
  /** Breakers that more than one of them turns off. */
  readonly breakers: readonly string[];
  /** Steps that are done once for all of them, minutes. */
  readonly savedMinutes: number;
}

/** Two jobs that work in the same boxes. */
export interface Clash {
  readonly first: string;
  readonly second: string;
  /** Ids of the boxes. */
  readonly points: readonly string[];
}

export interface JobsCalendar {
  readonly visits: readonly (Omit<Visit, 'slots'> & { readonly slots: readonly SlotOfJob[] })[];
  readonly jobs: readonly {
    readonly id: string;
    readonly from: number;
    readonly to: number;
    readonly off: readonly [number, number] | null;
  }[];
  readonly together: readonly Together[];
  readonly clashes: readonly Clash[];
  readonly runsOver: boolean;
  readonly noHours: boolean;
}

const SEPARATOR = ' ';
const keyOf = (jobId: string, key: string): string => `${jobId}${SEPARATOR}${key}`;
const split = (key: string): { jobId: string; key: string } => {
  const at = key.indexOf(SEPARATOR);
  return { jobId: key.slice(0, at), key: key.slice(at + 1) };
};

const RECORD = 'record';

/** Boxes of the house that a job makes up anew: wired, and tested dead before. What another job plans for the same box is worth nothing once that is done. */
function wiredIn({ steps, done }: JobToDo): Set<string> {
  const of = (act: 'wire' | 'prove', from: readonly Step[]) =>
    from.flatMap((s) => s.does.flatMap((a) => (a.act === act ? [a.point as string] : [])));
  const tested = new Set(of('prove', steps));
  return new Set(
    of(
      'wire',
      steps.filter((s) => !done.has(s.key)),
    ).filter((p) => tested.has(p)),
  );
}

/** Jobs that work in the same box: the later one waits until the earlier is signed off, and is planned again. */
function clashesOf(jobs: readonly JobToDo[]): Clash[] {
  const wired = jobs.map(wiredIn);
  return jobs.flatMap((second, k) =>
    jobs.slice(0, k).flatMap((first, i): Clash[] => {
      const points = [...(wired[i] ?? [])].filter((p) => wired[k]?.has(p));
      return points.length > 0 ? [{ first: first.id, second: second.id, points }] : [];
    }),
  );
}

const own = ({ id, steps, done }: JobToDo, clashes: readonly Clash[]): Step[] => {
  const waits = clashes.filter((c) => c.second === id).map((c) => keyOf(c.first, RECORD));
  return steps
    .filter((s) => !done.has(s.key))
    .map((s) => ({ ...s, key: keyOf(id, s.key), after: [...s.after.map((k) => keyOf(id, k)), ...waits] }));
};

/** Jobs that hang together by a breaker that more than one of them turns off, none of them in a box of another. */
function sharing(jobs: readonly JobToDo[], clashes: readonly Clash[]): JobToDo[][] {
  const groups: JobToDo[][] = [];
  const clash = (a: JobToDo, b: JobToDo) =>
    clashes.some((c) => [c.first, c.second].includes(a.id) && [c.first, c.second].includes(b.id));
  for (const job of jobs) {
    const home = groups.find(
      (g) => g.some((o) => o.breakers.some((b) => job.breakers.includes(b))) && !g.some((o) => clash(o, job)),
    );
    if (home) home.push(job);
    else groups.push([job]);
  }
  return groups;
}

/** Turning off, testing dead, the look for a second circuit and turning on: what is done once for all that is done meanwhile. */
const isShared = (s: Step): boolean =>
  s.kind === 'power' || s.kind === 'prove-dead' || split(s.key).key === 'dead';
const breakersOf = (s: Step): readonly string[] => s.does.flatMap((a) => ('breakers' in a ? a.breakers : []));
/** Is all that the one does done by the other: fewer breakers, or the same box tested dead without being opened? */
function isPartOf(a: Step, b: Step): boolean {
  if (
    a.kind !== b.kind ||
    a.window !== b.window ||
    split(a.key).key.split(':')[0] !== split(b.key).key.split(':')[0]
  )
    return false;
  if (a.kind === 'power') return breakersOf(a).every((x) => breakersOf(b).includes(x));
  const acts = (s: Step) => s.does.map((d) => d.act).join();
  return (
    a.pointId === b.pointId &&
    (JSON.stringify(a.does) === JSON.stringify(b.does) || (acts(a) === 'prove' && acts(b) === 'prove,open'))
  );
}

interface Joined {
  readonly steps: readonly Step[];
  readonly together: Together | null;
}

/** The steps of jobs that share an outage: what all of them need is done once, and nothing comes on before all boxes are closed. */
function joined(jobs: readonly JobToDo[], clashes: readonly Clash[]): Joined {
  const all = jobs.flatMap((j) => own(j, clashes));
  const alias = new Map<string, string>();
  const shared = all.filter(isShared);
  shared.forEach((s, i) => {
    // Of two that are the same the first is done.
    const by = shared.find((t, k) => t !== s && isPartOf(s, t) && (k < i || !isPartOf(t, s)));
    if (by) alias.set(s.key, by.key);
  });
  const last = (key: string): string => {
    const by = alias.get(key);
    return by === undefined ? key : last(by);
  };
  const kept = all.filter((s) => !alias.has(s.key));
  const off = kept.filter((s) => s.window === 'off').map((s) => s.key);
  const tested = kept.filter((s) => s.kind === 'prove-dead').map((s) => s.key);
  const steps = kept.map((s): Step => {
    const more = s.kind === 'power' && s.window === 'after' ? off : split(s.key).key === 'dead' ? tested : [];
    return { ...s, after: [...new Set([...s.after, ...more].map(last))] };
  });
  const dropped = all.filter((s) => alias.has(s.key));
  const breakers = [
    ...new Set(
      jobs.flatMap((j) => j.breakers.filter((b) => jobs.some((o) => o !== j && o.breakers.includes(b)))),
    ),
  ];
  return {
    steps,
    together:
      dropped.length > 0 ? { jobs: jobs.map((j) => j.id), breakers, savedMinutes: minutesOf(dropped) } : null,
  };
}

/** First the switches, then the tests, then the look for a second circuit, then everything else as each job has it. */
const inOrder = (steps: readonly Step[]): Step[] => {
  const rank = (s: Step): number =>
    s.kind === 'power' ? 0 : s.kind === 'prove-dead' ? 1 : split(s.key).key === 'dead' ? 2 : 3;
  return [...steps].sort((a, b) => rank(a) - rank(b));
};

function blocksOfJobs(
  jobs: readonly JobToDo[],
  clashes: readonly Clash[],
  longest: number,
): { blocks: Block[]; together: Together[] } {
  const together: Together[] = [];
  const blocks = sharing(jobs, clashes).flatMap((group): Block[] => {
    const apart = () => group.flatMap((j) => blocksOf(own(j, clashes)));
    if (group.length < 2) return apart();
    const { steps, together: told } = joined(group, clashes);
    const as = blocksOf(steps, inOrder);
    // Longer than anybody has at a stretch: the house would be dark overnight.
    if (!told || as.some((b) => b.off && b.minutes > longest + 1e-9)) return apart();
    together.push(told);
    return as;
  });
  return { blocks, together };
}

/** The jobs that are open over the hours that somebody has. Each is as it was planned on the house as it stands today. */
export function scheduleJobs(jobs: readonly JobToDo[], settings: CalendarFacts): JobsCalendar {
  const clashes = clashesOf(jobs);
  const { blocks, together } = blocksOfJobs(jobs, clashes, longestOf(settings));
  const calendars = new Map(jobs.map((j) => [j.id, j.calendar] as const));
  const laid = layOut(blocks, settings, (of) => {
    const { jobId, key } = split(of);
    const calendar = calendars.get(jobId);
    if (!calendar) return undefined;
    const days = [calendar.startOn, calendar.notBefore[key] ?? calendar.startOn];
    return Math.max(...days.map((d) => minutesTo(d, settings)));
  });
  const visits = visitsOf(laid.slots).map((v) => ({
    ...v,
    slots: v.slots.map((s): SlotOfJob => ({ ...s, ...split(s.key) })),
  }));
  const slots = visits.flatMap((v) => v.slots);
  return {
    visits,
    jobs: jobs.flatMap(({ id }) => {
      const of = slots.filter((s) => s.jobId === id);
      if (of.length === 0) return [];
      // A job whose part of an outage is done by another one is dark as long.
      const withIt = together.find((t) => t.jobs.includes(id))?.jobs ?? [id];
      const off = laid.off.find(({ block }) => block.steps.some((s) => withIt.includes(split(s.key).jobId)));
      return [
        {
          id,
          from: Math.min(...of.map((s) => s.from)),
          to: Math.max(...of.map((s) => s.to)),
          off: off ? ([off.from, off.to] as const) : null,
        },
      ];
    }),
    together,
    clashes,
    runsOver: laid.runsOver,
    noHours: laid.noHours,
  };
}
