import { z } from 'zod';
import { HOUSE_CODES, type House } from './house.ts';
import { Permit, SignOffRecord, type Job } from './job.ts';

/** The record of a job as a file of its own, for an inspector or the next owner: words and numbers, nothing to plan with. */

const RECORD_FORMAT = 'elwand-record';

export const RecordFile = z.object({
  format: z.literal(RECORD_FORMAT),
  formatVersion: z.literal(1),
  house: z.object({
    name: z.string(),
    yearBuilt: z.int().nullable(),
    code: z.enum(HOUSE_CODES),
    units: z.enum(['imperial', 'metric']),
  }),
  job: z.object({ name: z.string(), signedOff: z.iso.datetime(), minutes: z.number() }),
  permit: Permit.nullable(),
  record: SignOffRecord,
});
export type RecordFile = z.infer<typeof RecordFile>;

/** The record of a job that is signed off; null where it is not, or none was kept. Lengths in mm, volumes in cubic inches. */
export function recordFile(house: House, job: Job): RecordFile | null {
  const { signedOff, record } = job;
  if (signedOff === null || !record) return null;
  return {
    format: RECORD_FORMAT,
    formatVersion: 1,
    house: { name: house.name, yearBuilt: house.yearBuilt, code: house.code, units: house.units },
    job: {
      name: job.name,
      signedOff,
      minutes: job.log.reduce((sum, e) => sum + (e.state === 'done' ? (e.minutes ?? 0) : 0), 0),
    },
    permit: job.permit ?? null,
    record,
  };
}
