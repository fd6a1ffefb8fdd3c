/** When the work of a job is done: an entry of its own, out of the first load. */
export * from './drying.ts';
export * from './schedule.ts';
export * from './jobs.ts';
