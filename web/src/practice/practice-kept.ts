import { DRILL_KINDS, LEVELS, NO_PROGRESS, type DrillKind } from '@elwand/core/training';
import { z } from 'zod';
import { keptHere } from '../state/kept-here.ts';

const Count = z.int().min(0).max(1e6);
const KeptDrill = z.object({
  progress: z.object({ level: z.literal(LEVELS), inARow: Count, done: Count, right: Count, unsafe: Count }),
  /** The drill that goes on, and what was done in it. */
  level: z.literal(LEVELS),
  seed: z.int().min(0).max(1e9),
  moves: z.array(z.string().max(400)).max(500),
  /** Did its end go into the progress already? */
  counted: z.boolean(),
});
export type KeptDrill = z.infer<typeof KeptDrill>;

const drills = keptHere<KeptDrill>('practice', (v) => KeptDrill.safeParse(v).data ?? null);

/** A drill that nobody has begun. */
export const freshDrill = (progress: KeptDrill['progress'], seed: number): KeptDrill => ({
  progress,
  level: progress.level,
  seed,
  moves: [],
  counted: false,
});

/** What this device keeps of a kind of drill. */
export const keptDrill = (kind: DrillKind, seed: number): KeptDrill =>
  drills.get([kind]) ?? freshDrill(NO_PROGRESS, seed);
export const keepDrill = (kind: DrillKind, drill: KeptDrill): void => drills.set([kind], drill);
export const forgetDrills = (): void => {
  for (const kind of DRILL_KINDS) drills.set([kind], null);
};
