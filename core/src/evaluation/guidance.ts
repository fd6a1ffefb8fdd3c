import type { Bundle } from '../document/index.ts';
import { holdsUp, MARKS, worst, type Finding, type Mark, type Severity } from '../findings/index.ts';
import type { Step } from '../work/index.ts';

export type Marks = Readonly<Record<Mark, { readonly state: Severity; readonly count: number }>>;
export interface Next {
  readonly says: string;
  readonly mark: Mark;
}

/** The worst state of every mark of the rod, and how many findings are in it. */
export function marksOf(findings: readonly Finding[]): Marks {
  const entry = (mark: Mark) => {
    const own = findings.filter((f) => f.mark === mark && holdsUp(f));
    const state = worst(own);
    return [mark, { state, count: own.filter((f) => f.severity === state).length }] as const;
  };
  return Object.fromEntries(MARKS.map(entry)) as Marks;
}

/** The one sentence that says what to do next, and where. */
export function nextOf(bundle: Bundle, findings: readonly Finding[], steps: readonly Step[] | null): Next {
  const { house, job } = bundle;
  if (job.signedOff !== null)
    return { says: 'Signed off: the new points stand in the house.', mark: 'prove' };
  if (house.rooms.length === 0)
    return { says: 'Make the first room: type its size or pick a template.', mark: 'site' };
  if (house.points.length === 0)
    return { says: 'Enter the outlets, switches and lights that are there.', mark: 'feed' };
  if (house.panels.length === 0)
    return { says: 'Enter the panel and the breaker of this room.', mark: 'feed' };
  if (job.wants.length === 0) return { says: 'Place the first wanted point on the strip.', mark: 'want' };
  const holding = findings.filter(holdsUp);
  const stop = holding.find((f) => f.severity === 'stop');
  if (stop) return { says: `${stop.says}. Not with this plan.`, mark: stop.mark };
  const ask = holding.find((f) => f.severity === 'watch');
  const fix = holding.find((f) => f.severity === 'fix');
  if (fix)
    return {
      says: `Fix: ${fix.says}.`,
      mark: fix.mark,
    };
  if (ask) return { says: `${ask.says}${ask.says.endsWith('?') ? '' : '.'}`, mark: ask.mark };
  if (!steps) return { says: 'No way is found yet: look at the reasons in Tap.', mark: 'tap' };
  const done = new Set(job.log.filter((l) => l.state === 'done').map((l) => l.stepKey));
  const step = steps.find((s) => !done.has(s.key));
  if (step)
    return {
      says: `${step.title}, ${Math.round(step.minutes)} min${step.place ? `, ${step.place}` : ''}.`,
      mark: 'do',
    };
  return { says: 'Fill in the test sheet and sign off.', mark: 'prove' };
}
