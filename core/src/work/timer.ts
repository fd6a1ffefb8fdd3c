import type { StepTimer } from '../document/index.ts';

/** A stopwatch for every step: what was on it stays when another step is begun. */

const MINUTE_MS = 60_000;

/** Minutes on a timer at a moment, ISO. A clock that was set back counts for nothing. */
export const minutesOn = (timer: StepTimer, at: string): number =>
  timer.minutes +
  (timer.startedAt === null ? 0 : Math.max(0, Date.parse(at) - Date.parse(timer.startedAt)) / MINUTE_MS);

/** All timers stopped, with what is on them. */
export const stopped = (timers: readonly StepTimer[], at: string): StepTimer[] =>
  timers.map((t) => (t.startedAt === null ? t : { ...t, startedAt: null, minutes: minutesOn(t, at) }));

/** The timer of a step running, and every other one stopped: nobody does two steps at once. */
export function started(timers: readonly StepTimer[], stepKey: string, at: string): StepTimer[] {
  const all = stopped(timers, at);
  const own = all.find((t) => t.stepKey === stepKey);
  return [...all.filter((t) => t !== own), { stepKey, minutes: own?.minutes ?? 0, startedAt: at }];
}

/** The timers without that of a step, and what was on it in tenths of a minute; null where it was not timed. */
export function takenOff(
  timers: readonly StepTimer[],
  stepKey: string,
  at: string,
): { readonly timers: StepTimer[]; readonly minutes: number | null } {
  const own = timers.find((t) => t.stepKey === stepKey);
  return {
    timers: timers.filter((t) => t !== own),
    minutes: own ? Math.round(minutesOn(own, at) * 10) / 10 : null,
  };
}
