import { LEVELS, type End, type Level } from './drill.ts';

/** How far somebody has come with one kind of drill. */
export interface Progress {
  readonly level: Level;
  /** Done right and understood at this level, one after the other. */
  readonly inARow: number;
  readonly done: number;
  readonly right: number;
  /** Ended by a step that could have hurt somebody. */
  readonly unsafe: number;
}
export const NO_PROGRESS: Progress = { level: 1, inARow: 0, done: 0, right: 0, unsafe: 0 };

/** So many in a row, and the next level comes. */
export const TO_NEXT_LEVEL = 3;

const higher = (level: Level): Level => LEVELS.find((l) => l > level) ?? level;
const lower = (level: Level): Level => LEVELS.findLast((l) => l < level) ?? level;

/**
 * What a drill that ended does to it: only what was right and understood counts, and a step that could have hurt somebody takes a level
 * away.
 */
export function progressAfter(before: Progress, end: End['is']): Progress {
  const done = before.done + 1;
  if (end === 'right') {
    const inARow = before.inARow + 1;
    const up = inARow >= TO_NEXT_LEVEL && higher(before.level) !== before.level;
    return {
      ...before,
      done,
      right: before.right + 1,
      inARow: up ? 0 : inARow,
      level: up ? higher(before.level) : before.level,
    };
  }
  if (end === 'unsafe')
    return { ...before, done, unsafe: before.unsafe + 1, inARow: 0, level: lower(before.level) };
  return { ...before, done, inARow: 0 };
}
