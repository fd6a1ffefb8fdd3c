import type { Bundle, House } from '../document/index.ts';
import { evaluate } from '../evaluation/evaluate.ts';
import type { Finding } from '../findings/index.ts';
import { bundle, smallHouse, wanted } from './build.ts';

/** One outlet wanted in the bay next to R2, arc-fault protection settled: the plan taps R2. */
export const plan = (more: Partial<House> = {}, job: Parameters<typeof bundle>[2] = {}): Bundle =>
  bundle(smallHouse(more), [wanted(104)], {
    protection: { groundFault: null, arcFault: 'at-breaker' },
    ...job,
  });

/** What one rule says of a bundle. */
export const of = (b: Bundle, rule: string): Finding[] => evaluate(b).findings.filter((f) => f.rule === rule);

/** The first thing that a rule says, of one subject if that is named; the test ends where it says nothing. */
export function one(b: Bundle, rule: string, subject?: string): Finding {
  const found = of(b, rule).find((f) => subject === undefined || f.subjects.includes(subject));
  if (!found) throw new Error(`no finding of ${rule}${subject === undefined ? '' : ` on ${subject}`}`);
  return found;
}
