import { diceOf } from '../units/index.ts';
import { breakerDrill } from './breaker.ts';
import { deadDrill } from './dead.ts';
import type { Drill, DrillKind, Level } from './drill.ts';
import { faultDrill } from './fault.ts';
import { fillDrill } from './fill.ts';
import { lineLoadDrill } from './line-load.ts';
import { openBoxDrill } from './open-box.ts';

/** Drills: an entry of its own, out of the first load. */
export * from './drill.ts';
export * from './progress.ts';

/** The drill of a kind and a level that belongs to a seed; the same seed gives the same drill. */
export function drillOf(kind: DrillKind, level: Level, seed: number): Drill {
  const dice = diceOf(seed * 31 + level);
  switch (kind) {
    case 'dead':
      return deadDrill(dice, level);
    case 'breaker':
      return breakerDrill(dice, level);
    case 'box':
    case 'switch-loop':
      return openBoxDrill(dice, level, kind);
    case 'line-load':
      return lineLoadDrill(dice, level);
    case 'fill':
      return fillDrill(dice, level);
    case 'fault':
      return faultDrill(dice, level);
  }
}
