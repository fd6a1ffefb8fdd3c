import { evaluate, type House, type Job } from '@elwand/core';
import type { PaperSheet, PaperSize } from '@elwand/core/sheets';
import { paper, tripPaper } from '@elwand/paper';

/** What is printed of a job. */
export interface PrintRequest {
  readonly house: House;
  readonly job: Job;
  readonly sheets: readonly PaperSheet[];
  readonly page: PaperSize;
  readonly at: string;
  readonly version: number;
  /** Pictures of the job, by their id. */
  readonly photos: ReadonlyMap<string, Uint8Array>;
  /** Address that opens the job. */
  readonly address: string;
}
/** One shopping trip for several jobs of a house. */
export interface TripPrint {
  readonly house: House;
  readonly jobs: readonly Job[];
  readonly page: PaperSize;
  readonly at: string;
}

/** The PDF; null where there is nothing to print. */
export type Printed = Uint8Array | null;

/** Plans the job, or the jobs of a trip, and lays out the sheets. */
export async function print(request: PrintRequest | TripPrint): Promise<Printed> {
  try {
    if ('jobs' in request) {
      const { house, jobs, page, at } = request;
      return await tripPaper({
        house,
        page,
        at: new Date(at),
        evaluations: jobs.map((job) => evaluate({ house, job })),
      });
    }
    const { house, job, at, ...rest } = request;
    return await paper({ evaluation: evaluate({ house, job }), at: new Date(at), ...rest });
  } catch (error) {
    if (error instanceof RangeError) return null;
    throw error;
  }
}
