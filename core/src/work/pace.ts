import { PaceKind, standing, type House, type Job } from '../document/index.ts';
import type { Step } from './step.ts';

/**
 * How fast somebody really is: minutes that were timed against those of the table, shrunk towards the table while little was timed.
 * The logarithm of took / table is one's own pace, plus what one is faster or slower at in this kind of work, plus what happened in
 * that step; each normal. With these variances known the answer is exact, and what is learned in one kind tells of the others too.
 */

/** Standard deviations of the logarithm: between persons, between kinds of work of one person, between steps of one kind. From the ranges of common practice (typical 12, from 5 to 30), unsure. */
const PERSON = 0.5;
const KIND = 0.35;
const STEP = 0.6;
/** A clock that ran on over dinner says nothing: no step counts as more than so many times faster or slower. */
const MOST_TIMES = 8;
/** How far from the table an estimate may go. */
const MOST_FACTOR = 4;
/** Four times out of five the truth lies within so many standard deviations. */
const EIGHTY = 1.2816;

/** One step that was timed. */
export interface Timed {
  readonly pace: PaceKind;
  readonly tableMinutes: number;
  readonly tookMinutes: number;
}

export interface Estimate {
  /** How often it was timed. */
  readonly count: number;
  /** Times the table's minutes. */
  readonly factor: number;
  /** Four times out of five it is between these. */
  readonly low: number;
  readonly high: number;
}
export type Pace = Readonly<Record<PaceKind, Estimate>>;

const square = (x: number): number => x * x;

/** What is learned of one's pace, by kind of work. Without anything timed it is the table's. */
export function paceFrom(timed: readonly Timed[]): Pace {
  const most = Math.log(MOST_TIMES);
  const logs = new Map<PaceKind, number[]>();
  for (const { pace, tableMinutes, tookMinutes } of timed) {
    if (tableMinutes <= 0 || tookMinutes <= 0) continue;
    const log = Math.max(-most, Math.min(most, Math.log(tookMinutes / tableMinutes)));
    logs.set(pace, [...(logs.get(pace) ?? []), log]);
  }
  const mean = (xs: readonly number[]) => xs.reduce((s, x) => s + x, 0) / xs.length;
  // The person: every kind tells of it, with what is its own and what happened taken for noise.
  let weight = 1 / square(PERSON);
  let sum = 0;
  for (const xs of logs.values()) {
    const w = 1 / (square(KIND) + square(STEP) / xs.length);
    weight += w;
    sum += w * mean(xs);
  }
  const person = sum / weight;
  const estimate = (kind: PaceKind): Estimate => {
    const xs = logs.get(kind) ?? [];
    const share = xs.length === 0 ? 0 : square(KIND) / (square(KIND) + square(STEP) / xs.length);
    const log = xs.length === 0 ? person : (1 - share) * person + share * mean(xs);
    const variance = square(1 - share) / weight + square(KIND) * (1 - share);
    const off = EIGHTY * Math.sqrt(variance);
    const times = (x: number) => Math.min(MOST_FACTOR, Math.max(1 / MOST_FACTOR, Math.exp(x)));
    // Of nothing that was timed nothing is learned.
    return logs.size === 0
      ? { count: 0, factor: 1, low: times(-off), high: times(off) }
      : { count: xs.length, factor: times(log), low: times(log - off), high: times(log + off) };
  };
  return Object.fromEntries(PaceKind.options.map((k) => [k, estimate(k)])) as Pace;
}

/** What was timed in a job, each step once. */
export function timedIn({ log }: Pick<Job, 'log'>, since: string | null = null): Timed[] {
  return standing(log).flatMap(({ at, did, minutes }) =>
    did && did.pace !== null && did.tableMinutes > 0 && minutes !== null && minutes > 0 && (since ?? '') <= at
      ? [{ pace: did.pace, tableMinutes: did.tableMinutes, tookMinutes: minutes }]
      : [],
  );
}

/** Everything that was timed in a house, with the job that is at hand. */
export function timedAt({ pace }: Pick<House, 'pace'>, job: Pick<Job, 'id' | 'log'>): Timed[] {
  const since = pace?.since ?? null;
  return [...(pace?.samples ?? []).filter((s) => s.jobId !== job.id), ...timedIn(job, since)];
}

const paces = new WeakMap<Job['log'], { readonly pace: House['pace']; readonly told: Pace }>();
/** One's pace in a house and a job. */
export function paceOf(house: Pick<House, 'pace'>, job: Pick<Job, 'id' | 'log'>): Pace {
  const known = paces.get(job.log);
  if (known && known.pace === house.pace) return known.told;
  const told = paceFrom(timedAt(house, job));
  paces.set(job.log, { pace: house.pace, told });
  return told;
}

/** The steps with the minutes that they take this person. */
export const atOnesPace = (steps: readonly Step[], pace: Pace): Step[] =>
  steps.map((s) => (s.pace === null ? s : { ...s, minutes: s.tableMinutes * pace[s.pace].factor }));
