import { msg, type HouseSummary, type JobSummary } from '@elwand/core';
import { Button } from 'antd';
import { useNavigate } from 'react-router';
import { useSay } from '../app/say.ts';
import { MARK_NAME } from '../parts/mark-names.ts';
import { useCardQuery } from '../state/api.ts';

export interface Latest {
  readonly house: HouseSummary;
  readonly job: JobSummary;
}

/** The job that somebody was at last and that is not signed off; undefined where there is none. */
export const latestJob = (houses: readonly HouseSummary[]): Latest | undefined =>
  houses
    .flatMap((house) => house.jobs.filter((j) => j.signedOff === null).map((job) => ({ house, job })))
    .sort((a, b) => b.job.updatedAt.localeCompare(a.job.updatedAt))[0];

/** One sentence that says what to do next, and the one button that does it. */
export function Continue({ latest: { house, job } }: { readonly latest: Latest }) {
  const say = useSay();
  const navigate = useNavigate();
  const { data } = useCardQuery(house.id);
  const card = data?.jobs.find((j) => j.id === job.id);
  return (
    <div className="continue">
      <div className="grow">
        {card && (
          <p>
            <b>{say(msg('screen.start.next'))}</b> {say(card.next.says)}
          </p>
        )}
        <p className="muted">{say(msg('screen.start.job-in-house', { job: job.name, house: house.name }))}</p>
      </div>
      <Button
        type="primary"
        onClick={() => void navigate(`/houses/${house.id}/jobs/${job.id}/${card?.next.mark ?? 'want'}`)}
      >
        {card
          ? say(msg('screen.start.continue-at', { mark: MARK_NAME[card.next.mark] }))
          : say(msg('screen.start.continue'))}
      </Button>
    </div>
  );
}
