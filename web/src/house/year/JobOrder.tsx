import { msg, type Job } from '@elwand/core';
import { Button } from 'antd';
import { useSay } from '../../app/say.ts';

/** Which job goes first: each can be moved up or down. What must wait waits all the same. */
export function JobOrder({
  jobs,
  onOrder,
}: {
  /** In the order that they have now. */
  readonly jobs: readonly Job[];
  readonly onOrder: (ids: string[]) => void;
}) {
  const say = useSay();
  if (jobs.length < 2) return null;
  const swapped = (i: number) => {
    const ids: string[] = jobs.map((j) => j.id);
    const [a, b] = [ids[i - 1], ids[i]];
    if (a === undefined || b === undefined) return;
    ids[i - 1] = b;
    ids[i] = a;
    onOrder(ids);
  };
  return (
    <section className="stack" aria-label={say(msg('screen.year.order'))}>
      <b>{say(msg('screen.year.order'))}</b>
      <ol className="job-order">
        {jobs.map((job, i) => (
          <li key={job.id}>
            <span className="grow">{job.name}</span>
            <Button
              size="small"
              disabled={i === 0}
              aria-label={say(msg('screen.year.earlier', { job: job.name }))}
              onClick={() => swapped(i)}
            >
              ▲
            </Button>
            <Button
              size="small"
              disabled={i === jobs.length - 1}
              aria-label={say(msg('screen.year.later', { job: job.name }))}
              onClick={() => swapped(i + 1)}
            >
              ▼
            </Button>
          </li>
        ))}
      </ol>
    </section>
  );
}
