import {
  hash53,
  madeSoFar,
  samePlace,
  standing,
  type ItemId,
  type Job,
  type LogEntry,
} from '../document/index.ts';
import { holeOf, staysOf } from './made.ts';
import type { Step } from './step.ts';

/** How far the work is: which steps of the present plan are done, whatever plan they were done under. */

/** `changed`: a step with its key was done, but it is another one by now. */
export type StepState = 'done' | 'changed' | 'open' | 'to-do';

export interface Progress {
  readonly stateOf: (step: Step) => StepState;
  readonly isDone: (step: Step) => boolean;
  /** The last that was written of a step. */
  readonly lastOf: (step: Pick<Step, 'key'>) => LogEntry | undefined;
  /** Keys of the steps that are done. */
  readonly done: ReadonlySet<string>;
  /** What was done and is no step of the present plan, by what it was called. */
  readonly gone: readonly LogEntry[];
}

/** Everything that makes a step this one, apart from its holes: they are compared by place. */
const printOf = ({ does, same }: Pick<Step, 'does' | 'same'>): string =>
  hash53(
    JSON.stringify([
      does.map((a) =>
        'at' in a
          ? [a.act]
          : 'breakers' in a
            ? [a.act, [...a.breakers].sort()]
            : 'point' in a
              ? [a.act, a.point, 'through' in a ? a.through : '']
              : 'strip' in a
                ? [a.act, a.what, a.strip]
                : [a.act, a.from, a.to],
      ),
      same,
    ]),
  ).toString(36);

/** Was this the step that is meant now? What an old log does not tell is believed. */
function isSame(entry: LogEntry, step: Step): boolean {
  const { did } = entry;
  if (!did) return true;
  const [was, is] = [did.does.flatMap(holeOf), step.does.flatMap(holeOf)];
  return (
    did.same === printOf(step) &&
    was.length === is.length &&
    is.every((a) => was.some((b) => samePlace(a.at, b.at)))
  );
}

/** The state of every step by the log: a hole that is there is not made again, whatever step it was made in. */
export function progressOf({ log }: Pick<Job, 'log'>, steps: readonly Step[]): Progress {
  const last = new Map(log.map((e) => [e.stepKey, e] as const));
  const done = new Map(standing(log).map((e) => [e.stepKey, e] as const));
  const made = madeSoFar(log).flatMap(holeOf);
  const isMade = (step: Step): boolean => {
    const holes = step.does.flatMap(holeOf);
    return (
      holes.length > 0 &&
      holes.length === step.does.length &&
      holes.every((h) => made.some((m) => m.act === h.act && samePlace(m.at, h.at)))
    );
  };
  const stateOf = (step: Step): StepState => {
    const entry = last.get(step.key);
    if (entry?.state === 'done' && isSame(entry, step)) return 'done';
    if (entry?.state !== 'open' && isMade(step)) return 'done';
    return entry === undefined ? 'to-do' : entry.state === 'done' ? 'changed' : 'open';
  };
  const states = new Map(steps.map((s) => [s.key, stateOf(s)] as const));
  const finished = new Set(steps.flatMap((s) => (states.get(s.key) === 'done' ? [s.key] : [])));
  return {
    stateOf: (step) => states.get(step.key) ?? stateOf(step),
    isDone: (step) => finished.has(step.key),
    lastOf: (step) => last.get(step.key),
    done: finished,
    gone: [...done.values()].filter((e) => {
      const step = steps.find((s) => s.key === e.stepKey);
      return step === undefined ? e.did !== undefined : states.get(step.key) === 'changed';
    }),
  };
}

/** What is written when a step is done: what it was, so that it is known again under another plan. */
export const doneEntry = (
  step: Step,
  { id, at, says, minutes }: { id: ItemId; at: string; says: string; minutes: number | null },
): LogEntry => ({
  id,
  stepKey: step.key,
  state: 'done',
  reason: '',
  at,
  minutes,
  did: {
    says: says.slice(0, 600),
    does: staysOf(step.does),
    same: printOf(step),
    pace: step.pace,
    tableMinutes: step.tableMinutes,
  },
});
