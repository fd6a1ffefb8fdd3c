import { evaluate, type House, type Job, type Needed } from '@elwand/core';
import { expose } from 'comlink';

/** What one job of a trip takes; nothing where it has no plan. */
export interface JobOfTrip {
  readonly id: string;
  readonly needed: Needed | null;
  /** What its own bill comes to, cents. */
  readonly totalCents: number;
}

const worker = {
  /** What each job takes, planned on the house as it stands. */
  needs: (house: House, jobs: readonly Job[]): JobOfTrip[] =>
    jobs.map((job) => {
      const bill = evaluate({ house, job }).chosen?.bill;
      return { id: job.id, needed: bill?.needed ?? null, totalCents: bill?.totalCents ?? 0 };
    }),
};
export type TripWorker = typeof worker;
expose(worker);
