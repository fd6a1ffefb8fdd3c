import type { RuleContext } from '../codes/index.ts';
import { packFor } from '../codes/index.ts';
import type { Evaluation } from '../evaluation/judge.ts';
import { runFacts } from '../planning/index.ts';

/** What the rules see of the chosen option of an evaluation. */
export function contextOf({ chosen, frames, plan, bundle }: Evaluation): RuleContext {
  if (!chosen) throw new Error('no option is chosen');
  const { applied, option } = chosen;
  const labels = new Map(applied.house.points.map((p) => [p.id as string, p.label] as const));
  return {
    house: applied.house,
    feed: applied.feed,
    plan,
    pack: packFor(bundle.house),
    touched: applied.touched,
    fresh: applied.fresh,
    boxMargin: 0,
    extended: applied.extended,
    runs: runFacts(applied.house, plan, frames, option.legs, labels),
    replaced: new Set<string>([...applied.protectedAt, ...applied.putIn.replaced]),
    added: new Set<string>(applied.putIn.added),
    moved: applied.moved,
    otherOptions: [],
  };
}
