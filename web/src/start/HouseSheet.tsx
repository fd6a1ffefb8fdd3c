import { msg, type HouseCard, type HouseSummary, type JobOnCard, type JobSummary } from '@elwand/core';
import { Button, Dropdown } from 'antd';
import { useRef } from 'react';
import { Link } from 'react-router';
import { useSay } from '../app/say.ts';
import { day } from '../parts/day.ts';
import { StateMark } from '../parts/Mark.tsx';
import { useCardQuery, type Kind } from '../state/api.ts';
import { FlatRod } from './FlatRod.tsx';
import { PlanPicture } from './PlanPicture.tsx';
import { useSeen } from './use-seen.ts';

export type Remove = (kind: Kind, id: string, version: number, name: string) => void;

/** Where a job stands: the sentence that says what to do next, with the form of what holds it up. */
function NextOfJob({ job }: { readonly job: JobOnCard }) {
  const say = useSay();
  const { state } = job.marks[job.next.mark];
  return (
    <p className="job-next">
      {state === 'stop' || state === 'fix' ? (
        <StateMark state={state} size={13} />
      ) : (
        <b>{say(msg('screen.start.next'))}</b>
      )}{' '}
      {say(job.next.says)}
    </p>
  );
}

function JobLine({
  houseId,
  job,
  card,
  onRemove,
}: {
  readonly houseId: string;
  readonly job: JobSummary;
  readonly card: JobOnCard | undefined;
  readonly onRemove: () => void;
}) {
  const say = useSay();
  return (
    <li className="job-line">
      <div className="job-head">
        <Link to={`/houses/${houseId}/jobs/${job.id}`}>{job.name}</Link>
        <span className="muted">{card && say(card.circuit)}</span>
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
      </div>
      {card ? (
        <>
          <FlatRod houseId={houseId} job={card} />
          <NextOfJob job={card} />
        </>
      ) : (
        <>
          <div className="flat-rod flat-waiting" aria-hidden="true" />
          <p className="job-next"> </p>
        </>
      )}
    </li>
  );
}

/** One house with its jobs on the start page: the floor plan, then where each job stands. */
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
  const sheet = useRef<HTMLElement>(null);
  const seen = useSeen(sheet);
  const { data: card } = useCardQuery(house.id, { skip: !seen });
  return (
    <article ref={sheet} className="sheet house-sheet" aria-label={house.name}>
      <div className="house-plan-side">
        {card && card.rooms.length > 0 ? (
          <PlanPicture card={card} house={house.name} />
        ) : (
          <NoPlanYet card={card} />
        )}
      </div>
      <div className="house-jobs">
        <div className="row">
          <h2 className="grow">
            <Link to={`/houses/${house.id}/rooms`}>{house.name}</Link>
          </h2>
          <Dropdown
            menu={{
              items: [
                {
                  key: 'export',
                  label: (
                    <a href={`/api/houses/${house.id}/export`} download>
                      {say(msg('screen.start.export'))}
                    </a>
                  ),
                },
                { key: 'remove', label: say(msg('screen.start.delete-this-house-and-its')) },
              ],
              onClick: ({ key }) => {
                if (key === 'remove') onRemove('houses', house.id, house.version, house.name);
              },
            }}
            trigger={['click']}
          >
            <Button type="text" aria-label={say(msg('screen.start.more-for-2', { house: house.name }))}>
              ···
            </Button>
          </Dropdown>
        </div>
        <p className="muted house-facts">{card ? say(card.facts) : ' '}</p>
        {house.jobs.length === 0 ? (
          <p className="muted">{say(msg('screen.start.no-job-yet-enter-the'))}</p>
        ) : (
          <ul>
            {house.jobs.map((job) => (
              <JobLine
                key={job.id}
                houseId={house.id}
                job={job}
                card={card?.jobs.find((j) => j.id === job.id)}
                onRemove={() => onRemove('jobs', job.id, job.version, job.name)}
              />
            ))}
          </ul>
        )}
        <nav className="house-links" aria-label={say(msg('screen.start.pages-of', { house: house.name }))}>
          <Button size="small" onClick={onNewJob}>
            {say(msg('screen.start.new-job-here'))}
          </Button>
          <span className="grow" />
          <Link to={`/houses/${house.id}/rooms`}>{say(msg('screen.start.rooms'))}</Link>
          <Link to={`/houses/${house.id}/points`}>{say(msg('screen.start.outlets-and-cables'))}</Link>
          <Link to={`/houses/${house.id}/panel`}>{say(msg('screen.start.panel'))}</Link>
          <Link to={`/houses/${house.id}/history`}>{say(msg('screen.start.history'))}</Link>
        </nav>
      </div>
    </article>
  );
}

/** Where the plan will be: empty while it is fetched, a dashed room while there is none. */
function NoPlanYet({ card }: { readonly card: HouseCard | undefined }) {
  const say = useSay();
  return (
    <svg className="card-plan" viewBox="0 0 250 150" aria-hidden="true">
      {card && (
        <>
          <rect x="45" y="20" width="160" height="110" className="card-room card-unknown" />
          <text x="125" y="79" className="card-name">
            {say(msg('screen.start.no-room-yet'))}
          </text>
        </>
      )}
    </svg>
  );
}
