import { evaluate, type House, type Job } from '@elwand/core';
import type { PaperSheet, PaperSize } from '@elwand/core/sheets';
import { paper } from '@elwand/paper';

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
/** The PDF; null where there is nothing to print. */
export type Printed = Uint8Array | null;

/** Plans the job and lays out its sheets. */
export async function print({ house, job, at, ...rest }: PrintRequest): Promise<Printed> {
  try {
    return await paper({ evaluation: evaluate({ house, job }), at: new Date(at), ...rest });
  } catch (error) {
    if (error instanceof RangeError) return null;
    throw error;
  }
}
