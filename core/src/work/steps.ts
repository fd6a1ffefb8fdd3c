import { finish } from './finish.ts';
import { atOnesPace, paceOf } from './pace.ts';
import { outage } from './outage.ts';
import { powerOf, type Power } from './power.ts';
import { prepare } from './prepare.ts';
import { routeSteps } from './route-steps.ts';
import type { Step, Window, WorkInput } from './step.ts';
import { wireSteps } from './wire-steps.ts';

const WINDOW_ORDER: Record<Window, number> = { before: 0, off: 1, after: 2 };

/** What waits for something that is done with the power off is done with the power off too. */
function windowsInOrder(steps: readonly Step[]): Step[] {
  const by = new Map(steps.map((s) => [s.key, s] as const));
  const known = new Map<string, Window>();
  const windowOf = (key: string, seen: ReadonlySet<string>): Window => {
    const step = by.get(key);
    const told = known.get(key);
    if (!step || told || seen.has(key)) return told ?? step?.window ?? 'before';
    const deeper = new Set([...seen, key]);
    const latest = [step.window, ...step.after.map((a) => windowOf(a, deeper))].reduce((a, b) =>
      WINDOW_ORDER[b] > WINDOW_ORDER[a] ? b : a,
    );
    known.set(key, latest);
    return latest;
  };
  return steps.map((s) => ({ ...s, window: windowOf(s.key, new Set()) }));
}

/** Topological order: as much as can be before the power goes off, then the outage, then the rest; within that as listed. */
export function orderSteps(given: readonly Step[]): Step[] {
  const steps = windowsInOrder(given);
  const known = new Set(steps.map((s) => s.key));
  const left = [...steps];
  const done = new Set<string>();
  const out: Step[] = [];
  while (left.length > 0) {
    const ready = left.filter((s) => s.after.every((a) => done.has(a) || !known.has(a)));
    // A circle cannot come from the makers above; if one ever does, the listed order is the answer.
    const pick = (ready.length > 0 ? ready : left).reduce((a, b) =>
      WINDOW_ORDER[b.window] < WINDOW_ORDER[a.window] ? b : a,
    );
    out.push(pick);
    done.add(pick.key);
    left.splice(left.indexOf(pick), 1);
  }
  return out;
}

/** Ordered steps for one option; the outage is as short as safety and the preference allow. */
export function workSteps(input: WorkInput, power: Power = powerOf(input)): Step[] {
  const routes = input.option.legs.flatMap((leg, i) => routeSteps(leg, input, power, i));
  const pulled = input.option.legs.map((_, i) => `leg${i + 1}:pull`);
  const steps = orderSteps([
    ...prepare(input, power),
    ...routes,
    ...outage(input, power),
    ...wireSteps(input, pulled),
    ...finish(input, power),
  ]);
  return atOnesPace(steps, paceOf(input.house, input.job));
}

export const outageOf = (steps: readonly Step[]): number =>
  steps.filter((s) => s.window === 'off').reduce((m, s) => m + s.minutes, 0);
/** The work of a plan is the sum of its steps. */
export const minutesOf = (steps: readonly Step[]): number => steps.reduce((m, s) => m + s.minutes, 0);
