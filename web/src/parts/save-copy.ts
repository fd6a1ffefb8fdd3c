import { HouseId, JobId, writeBundle, type House, type Job } from '@elwand/core';
import type { Present } from '../state/document.ts';
import { download } from './download.ts';
import { freshId } from './ids.ts';

/** Hands what is on screen to the person as a file that can be imported again. */
export function downloadPresent({ house, job }: Present): void {
  download(`${job?.id ?? house.id}.elwand.json`, writeBundle(house, job ? [job] : []), 'application/json');
}

/** What is on screen under ids of its own, for a document that was deleted elsewhere. */
export function asNew({ house, job }: Present, gone: string): { house: House | null; job: Job | null } {
  const newHouse: House | null = gone === 'house' ? { ...house, id: HouseId.parse(freshId('house')) } : null;
  const newJob: Job | null = job && {
    ...job,
    id: JobId.parse(freshId('job')),
    houseId: newHouse?.id ?? job.houseId,
  };
  return { house: newHouse, job: newJob };
}
