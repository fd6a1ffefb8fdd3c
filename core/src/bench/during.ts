import type { PointId } from '../document/index.ts';
import { networkAsDrawn, surveysOf, type WiringPlan } from '../proof/index.ts';
import type { Step } from '../work/index.ts';
import { ohmsOf, type Bench } from './bench.ts';

/** The bench while the work is under way: after each step some boxes are wired, and some breakers are off. */

export interface Moment {
  readonly wired: ReadonlySet<PointId>;
  /** Breakers that are off. */
  readonly off: ReadonlySet<string>;
}

/** How the house stands when the first steps are done. */
export function momentAfter(steps: readonly Step[], done: number): Moment {
  const wired = new Set<PointId>();
  const off = new Set<string>();
  for (const act of steps.slice(0, done).flatMap((s) => s.does)) {
    if (act.act === 'off') for (const b of act.breakers) off.add(b);
    if (act.act === 'on') for (const b of act.breakers) off.delete(b);
    if (act.act === 'wire') wired.add(act.point);
  }
  return { wired, off };
}

/** The bench of a plan at such a moment: boxes that are wired as they are drawn, the rest as it was found. */
export function benchDuring(plan: WiringPlan, { wired, off }: Moment): Bench {
  const network = networkAsDrawn(plan, surveysOf(plan), wired);
  return {
    house: plan.after,
    network,
    extra: [],
    off,
    state: new Map(),
    plugged: new Map(),
    ohmsPerMeter: ohmsOf(plan.after),
  };
}
