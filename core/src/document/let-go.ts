import type { Job } from './job.ts';

/** What of a job narrows the search for ways, and the job without it. */

export type LetGo = 'source' | 'avoid' | 'tools' | 'method';

/** What a job holds the search to. */
export const heldTo = ({ wants, avoid, preferences, method }: Job): LetGo[] => [
  ...(wants.some((w) => w.source !== undefined) ? ['source' as const] : []),
  ...((avoid ?? []).length > 0 ? ['avoid' as const] : []),
  ...((preferences.lacks ?? []).length > 0 ? ['tools' as const] : []),
  ...(method !== null ? ['method' as const] : []),
];

/** The job with one of these left to the search again. */
export function letGo(job: Job, what: LetGo): Job {
  switch (what) {
    case 'source':
      return { ...job, wants: job.wants.map(({ source: _, ...want }) => want) };
    case 'avoid': {
      const { avoid: _, ...rest } = job;
      return rest;
    }
    case 'tools': {
      const { lacks: _, ...preferences } = job.preferences;
      return { ...job, preferences };
    }
    case 'method':
      return { ...job, method: null };
  }
}
