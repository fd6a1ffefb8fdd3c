import { msg } from '@elwand/core';
import { Button, message } from 'antd';
import { lazy, Suspense, useState } from 'react';
import { Link } from 'react-router';
import { day } from '../parts/day.ts';
import { NameModal, type Asking } from '../parts/NameModal.tsx';
import { problemOf, useListHousesQuery } from '../state/api.ts';
import { useMakeJob } from '../state/use-make-job.ts';
import { useHouse } from './house-context.ts';
import { useSay } from '../app/say.ts';
import { withSentences } from '../app/with-sentences.ts';

const Year = lazy(() => withSentences(import('./year/Year.tsx')).then((m) => ({ default: m.Year })));

/** The jobs of this house, and a new one. */
export function JobsTab() {
  const say = useSay();
  const { house } = useHouse();
  const { data } = useListHousesQuery();
  const makeJob = useMakeJob();
  const [year, setYear] = useState(false);
  const [asking, setAsking] = useState<Asking | null>(null);
  const jobs = data?.find((h) => h.id === house.id)?.jobs ?? [];
  const make = async (name: string) => {
    try {
      await makeJob(house.id, name);
    } catch (e) {
      message.error(problemOf(e).detail);
    }
  };
  return (
    <div className="stack">
      {jobs.length === 0 ? (
        <p className="empty">{say(msg('screen.house.no-job-yet-make-one'))}</p>
      ) : (
        <table className="plain-table">
          <thead>
            <tr>
              <th>{say(msg('screen.house.job'))}</th>
              <th>{say(msg('screen.house.state'))}</th>
            </tr>
          </thead>
          <tbody>
            {jobs.map((j) => (
              <tr key={j.id}>
                <td>
                  <Link to={`/houses/${house.id}/jobs/${j.id}`}>{j.name}</Link>
                </td>
                <td className="muted">
                  {j.signedOff
                    ? say(msg('screen.house.signed-off', { signedOff: day(j.signedOff) }))
                    : say(msg('screen.house.last-touched', { updatedAt: day(j.updatedAt) }))}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <div className="row">
        <Button type="primary" onClick={() => setAsking({ kind: 'job', houseId: house.id })}>
          {say(msg('screen.house.new-job'))}
        </Button>
        {jobs.some((j) => !j.signedOff) && !year && (
          <Button onClick={() => setYear(true)}>{say(msg('screen.year.open'))}</Button>
        )}
      </div>
      {year && (
        <Suspense fallback={null}>
          <Year />
        </Suspense>
      )}
      <NameModal asking={asking} onClose={() => setAsking(null)} onName={make} />
    </div>
  );
}
