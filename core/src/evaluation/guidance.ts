import type { Bundle } from '../document/index.ts';
import { holdsUp, MARKS, worst, type Finding, type Mark, type Severity } from '../findings/index.ts';
import { progressOf, type Step } from '../work/index.ts';
import { msg, type Text } from '../words/index.ts';

export type Marks = Readonly<Record<Mark, { readonly state: Severity; readonly count: number }>>;
export interface Next {
  readonly says: Text;
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
  if (job.signedOff !== null) return { says: msg('evaluation.next.signed-off'), mark: 'prove' };
  if (house.rooms.length === 0) return { says: msg('evaluation.next.room'), mark: 'site' };
  if (house.points.length === 0) return { says: msg('evaluation.next.points'), mark: 'feed' };
  if (house.panels.length === 0) return { says: msg('evaluation.next.panel'), mark: 'feed' };
  if (job.wants.length === 0) return { says: msg('evaluation.next.want'), mark: 'want' };
  const holding = findings.filter(holdsUp);
  const stop = holding.find((f) => f.severity === 'stop');
  if (stop) return { says: msg('evaluation.next.stop', { what: stop.says }), mark: stop.mark };
  const ask = holding.find((f) => f.severity === 'watch');
  const fix = holding.find((f) => f.severity === 'fix');
  if (fix)
    return {
      says: msg('evaluation.next.fix', { what: fix.says }),
      mark: fix.mark,
    };
  if (ask) return { says: ask.says, mark: ask.mark };
  if (!steps) return { says: msg('evaluation.next.no-route'), mark: 'tap' };
  const { isDone } = progressOf(job, steps);
  const step = steps.find((s) => !isDone(s));
  if (step)
    return {
      says: msg('evaluation.next.step', {
        step: step.title,
        minutes: Math.round(step.minutes),
        place: step.place ? msg('evaluation.next.at', { place: step.place }) : '',
      }),
      mark: 'do',
    };
  return { says: msg('evaluation.next.sign-off'), mark: 'prove' };
}
