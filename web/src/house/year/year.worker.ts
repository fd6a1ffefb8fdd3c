import { evaluate, progressOf, type House, type Job, type Step } from '@elwand/core';
import { expose } from 'comlink';

/** What one job has still to do; nothing where it has no plan. */
export interface JobOfYear {
  readonly id: string;
  readonly steps: readonly Step[];
  readonly done: readonly string[];
  readonly breakers: readonly string[];
}

const worker = {
  /** What each job takes, planned on the house as it stands. */
  work: (house: House, jobs: readonly Job[]): JobOfYear[] =>
    jobs.map((job) => {
      const { chosen } = evaluate({ house, job });
      const steps = chosen?.steps ?? [];
      return {
        id: job.id,
        steps,
        done: [...progressOf(job, steps).done],
        breakers: chosen?.power.breakers ?? [],
      };
    }),
};
export type YearWorker = typeof worker;
expose(worker);
