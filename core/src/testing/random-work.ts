import fc from 'fast-check';
import { ItemId, type Bundle } from '../document/index.ts';
import { evaluate } from '../evaluation/evaluate.ts';
import { inches } from '../units/index.ts';
import { doneEntry, type Step } from '../work/index.ts';
import { anyWiring } from './random-wiring.ts';
import { said } from './said.ts';

/** Jobs in the middle of their work: some of the steps are done, and then something is found or wanted otherwise. */

export type Turn = 'moved' | 'gone' | 'other-option' | 'obstacle';
const TURNS: readonly Turn[] = ['moved', 'gone', 'other-option', 'obstacle'];

/** The first steps of a job's plan, done. */
export function workedOn(b: Bundle, share: number): Bundle {
  const steps: readonly Step[] = evaluate(b).chosen?.steps ?? [];
  return {
    ...b,
    job: {
      ...b.job,
      log: steps.slice(0, Math.ceil(steps.length * share)).map((s, i) =>
        doneEntry(s, {
          id: ItemId.parse(`log${i}`),
          at: new Date(Date.UTC(2026, 10, 28, 9, i)).toISOString(),
          says: said(s.title),
          minutes: null,
        }),
      ),
    },
  };
}

/** Every wanted point further along its wall. */
export const movedAlong = (b: Bundle, byMm: number): Bundle => ({
  ...b,
  job: {
    ...b.job,
    wants: b.job.wants.map((w) => (w.at.on === 'wall' ? { ...w, at: { ...w.at, xMm: w.at.xMm + byMm } } : w)),
  },
});

/** A pipe from floor to ceiling in the middle of every wall. */
const withPipes = ({ house, job }: Bundle): Bundle => ({
  job,
  house: {
    ...house,
    rooms: house.rooms.map((r) => ({
      ...r,
      walls: r.walls.map((w) => ({
        ...w,
        obstacles: [
          ...w.obstacles,
          {
            id: ItemId.parse(`found-${w.id}`.slice(0, 60)),
            kind: 'pipe' as const,
            leftMm: w.lengthMm * 0.45,
            rightMm: w.lengthMm * 0.48,
            bottomMm: 0,
            topMm: 2000,
          },
        ],
      })),
    })),
  },
});

/** What becomes of a job by a turn of things. */
export function turned(b: Bundle, turn: Turn): Bundle {
  switch (turn) {
    case 'moved':
      return movedAlong(b, inches(7));
    case 'gone':
      return { ...b, job: { ...b.job, wants: b.job.wants.slice(1) } };
    case 'other-option':
      return { ...b, job: { ...b.job, option: evaluate(b).options.at(-1)?.key ?? null } };
    case 'obstacle':
      return withPipes(b);
  }
}

export interface HalfDone {
  readonly bundle: Bundle;
  readonly share: number;
  readonly turn: Turn;
}
export const anyHalfDone: fc.Arbitrary<HalfDone> = fc.record({
  bundle: anyWiring,
  share: fc.double({ min: 0.05, max: 1, noNaN: true }),
  turn: fc.constantFrom(...TURNS),
});

/** The job as it is planned anew after the turn, with what was done before. */
export const replanned = ({ bundle, share, turn }: HalfDone): Bundle => turned(workedOn(bundle, share), turn);
