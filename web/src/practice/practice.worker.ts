import { drillOf, play, type Drill, type DrillKind, type Level, type Played } from '@elwand/core/training';
import { expose } from 'comlink';

/** Which drill, and what was done in it. */
export interface Asked {
  readonly kind: DrillKind;
  readonly level: Level;
  readonly seed: number;
  readonly moves: readonly string[];
}

let last: { readonly name: string; readonly drill: Drill } | null = null;

const worker = {
  /** Where a drill stands; the drill is kept as long as it is the same. */
  play({ kind, level, seed, moves }: Asked): Played {
    const name = `${kind} ${level} ${seed}`;
    if (last?.name !== name) last = { name, drill: drillOf(kind, level, seed) };
    return play(last.drill, moves);
  },
};
export type PracticeWorker = typeof worker;
expose(worker);
