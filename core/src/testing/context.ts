import type { RuleContext } from '../codes/index.ts';
import { contextOf, type Evaluation } from '../evaluation/judge.ts';

/** What the rules see of the chosen option of an evaluation. */
export function chosenContext({ chosen, bundle, pack, plan, frames }: Evaluation): RuleContext {
  if (!chosen) throw new Error('no option is chosen');
  return contextOf(
    { house: bundle.house, pack, plan, frames },
    chosen.applied,
    bundle.job,
    chosen.option,
    [],
  );
}
