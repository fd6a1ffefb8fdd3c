import type { SeenBox } from '../reading/index.ts';
import type { Text } from '../words/index.ts';

/**
 * Drills: something that was made up stands there, and is worked on as one would at the wall. A wrong safety step ends it with the
 * reason. The right answer counts only with the right reason.
 */

export const DRILL_KINDS = ['dead', 'breaker', 'box', 'switch-loop', 'line-load', 'fill', 'fault'] as const;
export type DrillKind = (typeof DRILL_KINDS)[number];
export const LEVELS = [1, 2, 3] as const;
export type Level = (typeof LEVELS)[number];

/** Something that can be done now: made ready, or read. */
export interface Move {
  readonly id: string;
  readonly group: 'do' | 'read';
  readonly says: Text;
}

/** What came of a move: something is shown, or it could have hurt somebody. */
export type Outcome =
  { readonly is: 'shown'; readonly says: Text } | { readonly is: 'unsafe'; readonly because: Text };

export interface Choice {
  readonly id: string;
  readonly says: Text;
}
export interface Question {
  readonly asks: Text;
  readonly choices: readonly Choice[];
  readonly right: string;
  /** Why that is right. */
  readonly because: Text;
}

export interface Drill {
  readonly kind: DrillKind;
  readonly level: Level;
  /** What one sees and knows. */
  readonly scene: readonly Text[];
  readonly box: SeenBox | null;
  /** What can be done now, after what was done. */
  readonly moves: (done: readonly string[]) => readonly Move[];
  readonly does: (done: readonly string[], id: string) => Outcome;
  readonly answer: Question;
  /** What stands against an answer now: it would be given on no ground, and somebody may get hurt. */
  readonly tooSoon: (done: readonly string[], choice: string) => Text | null;
  /** Asked after the right answer. */
  readonly why: Question;
  /** The shortest way. */
  readonly best: readonly string[];
}

/** A step of a drill as it was gone, with what it showed. */
export interface Gone {
  readonly says: Text;
  readonly shows: Text;
}

export interface End {
  readonly is: 'right' | 'wrong' | 'unsafe' | 'misunderstood';
  readonly because: Text;
}

/** Where a drill stands. All of it is data: it can be handed to another thread. */
export interface Played {
  readonly kind: DrillKind;
  readonly level: Level;
  readonly scene: readonly Text[];
  readonly box: SeenBox | null;
  readonly gone: readonly Gone[];
  readonly readings: number;
  readonly moves: readonly Move[];
  /** What is asked: the answer at any time, its reason after it. Null when it is over. */
  readonly question: {
    readonly is: 'answer' | 'why';
    readonly asks: Text;
    readonly choices: readonly Choice[];
  } | null;
  readonly end: End | null;
  /** The shortest way and how many readings it takes; told when it is over. */
  readonly best: { readonly gone: readonly Gone[]; readonly readings: number } | null;
}

const ANSWER = 'answer:';
const WHY = 'why:';
export const answerMove = (choice: string): string => ANSWER + choice;
export const whyMove = (choice: string): string => WHY + choice;

interface Walked {
  readonly gone: readonly Gone[];
  readonly readings: number;
  /** Moves that were made before it ended, or before the answer. */
  readonly done: readonly string[];
  readonly stage: 'work' | 'why' | 'over';
  readonly end: End | null;
}

/** Goes through a drill move by move; what comes after its end, or was not to be done, is passed over. */
function walk(drill: Drill, ids: readonly string[]): Walked {
  const gone: Gone[] = [];
  const done: string[] = [];
  let readings = 0;
  let stage: Walked['stage'] = 'work';
  const over = (is: End['is'], because: Text): Walked => ({
    gone,
    readings,
    done,
    stage: 'over',
    end: { is, because },
  });
  for (const id of ids) {
    if (stage === 'why') {
      if (!id.startsWith(WHY)) continue;
      const right = id === whyMove(drill.why.right);
      return over(right ? 'right' : 'misunderstood', drill.why.because);
    }
    if (id.startsWith(ANSWER)) {
      const choice = id.slice(ANSWER.length);
      const soon = drill.tooSoon(done, choice);
      if (soon !== null) return over('unsafe', soon);
      if (choice !== drill.answer.right) return over('wrong', drill.answer.because);
      stage = 'why';
      continue;
    }
    const move = drill.moves(done).find((m) => m.id === id);
    if (!move) continue;
    const outcome = drill.does(done, id);
    if (outcome.is === 'unsafe') return over('unsafe', outcome.because);
    gone.push({ says: move.says, shows: outcome.says });
    if (move.group === 'read') readings++;
    done.push(id);
  }
  return { gone, readings, done, stage, end: null };
}

/** Where a drill stands after some moves. */
export function play(drill: Drill, ids: readonly string[]): Played {
  const { gone, readings, done, stage, end } = walk(drill, ids);
  const { kind, level, scene, box } = drill;
  const best = end && walk(drill, drill.best);
  const asked = stage === 'work' ? drill.answer : drill.why;
  return {
    kind,
    level,
    scene,
    box,
    gone,
    readings,
    moves: stage === 'work' ? drill.moves(done) : [],
    question:
      stage === 'over'
        ? null
        : { is: stage === 'work' ? 'answer' : 'why', asks: asked.asks, choices: asked.choices },
    end,
    best: best && { gone: best.gone, readings: best.readings },
  };
}
