import { Button, Dropdown } from 'antd';
import { Link } from 'react-router';
import { day } from '../parts/day.ts';
import type { HouseSummary, JobSummary, Kind } from '../state/api.ts';

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
  return (
    <li className="job-line">
      <Link to={`/houses/${houseId}/jobs/${job.id}`}>{job.name}</Link>
      <span className="quiet">
        {job.signedOff ? `signed off ${day(job.signedOff)}` : `last touched ${day(job.updatedAt)}`}
      </span>
      <Dropdown
        menu={{ items: [{ key: 'remove', label: 'Delete this job' }], onClick: onRemove }}
        trigger={['click']}
      >
        <Button size="small" type="text" aria-label={`More for ${job.name}`}>
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
  return (
    <article className="sheet house-sheet">
      <div className="row">
        <h2 className="grow">
          <Link to={`/houses/${house.id}/rooms`}>{house.name}</Link>
        </h2>
        <Button onClick={onNewJob}>New job here</Button>
        <Button href={`/api/houses/${house.id}/export`} download>
          Export
        </Button>
        <Dropdown
          menu={{
            items: [{ key: 'remove', label: 'Delete this house and its jobs' }],
            onClick: () => onRemove('houses', house.id, house.version, house.name),
          }}
          trigger={['click']}
        >
          <Button type="text" aria-label={`More for ${house.name}`}>
            ···
          </Button>
        </Dropdown>
      </div>
      {house.jobs.length === 0 ? (
        <p className="muted">
          No job yet. Enter the rooms and outlets that are there, then make a job for what you want.
        </p>
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
