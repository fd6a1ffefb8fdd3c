import { msg, type HouseSummary, type JobSummary } from '@elwand/core';
import { Button, Dropdown } from 'antd';
import { Link } from 'react-router';
import { day } from '../parts/day.ts';
import type { Kind } from '../state/api.ts';
import { useSay } from '../app/say.ts';

export type Remove = (kind: Kind, id: string, version: number, name: string) => void;

function JobLine({
  houseId,
  job,
  onRemove,
}: {
  readonly houseId: string;
  readonly job: JobSummary;
  readonly onRemove: () => void;
}) {
  const say = useSay();
  return (
    <li className="job-line">
      <Link to={`/houses/${houseId}/jobs/${job.id}`}>{job.name}</Link>
      <span className="quiet">
        {job.signedOff
          ? say(msg('screen.start.signed-off', { signedOff: day(job.signedOff) }))
          : say(msg('screen.start.last-touched', { updatedAt: day(job.updatedAt) }))}
      </span>
      <Dropdown
        menu={{
          items: [{ key: 'remove', label: say(msg('screen.start.delete-this-job')) }],
          onClick: onRemove,
        }}
        trigger={['click']}
      >
        <Button size="small" type="text" aria-label={say(msg('screen.start.more-for', { job: job.name }))}>
          ···
        </Button>
      </Dropdown>
    </li>
  );
}

/** One house with its jobs on the start page. */
export function HouseSheet({
  house,
  onNewJob,
  onRemove,
}: {
  readonly house: HouseSummary;
  readonly onNewJob: () => void;
  readonly onRemove: Remove;
}) {
  const say = useSay();
  return (
    <article className="sheet house-sheet">
      <div className="row">
        <h2 className="grow">
          <Link to={`/houses/${house.id}/rooms`}>{house.name}</Link>
        </h2>
        <Button onClick={onNewJob}>{say(msg('screen.start.new-job-here'))}</Button>
        <Button href={`/api/houses/${house.id}/export`} download>
          {say(msg('screen.start.export'))}
        </Button>
        <Dropdown
          menu={{
            items: [{ key: 'remove', label: say(msg('screen.start.delete-this-house-and-its')) }],
            onClick: () => onRemove('houses', house.id, house.version, house.name),
          }}
          trigger={['click']}
        >
          <Button type="text" aria-label={say(msg('screen.start.more-for-2', { house: house.name }))}>
            ···
          </Button>
        </Dropdown>
      </div>
      {house.jobs.length === 0 ? (
        <p className="muted">{say(msg('screen.start.no-job-yet-enter-the'))}</p>
      ) : (
        <ul>
          {house.jobs.map((job) => (
            <JobLine
              key={job.id}
              houseId={house.id}
              job={job}
              onRemove={() => onRemove('jobs', job.id, job.version, job.name)}
            />
          ))}
        </ul>
      )}
    </article>
  );
}
