import { Button, message } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { day } from '../parts/day.ts';
import { NameModal, type Asking } from '../parts/NameModal.tsx';
import { problemOf, useListHousesQuery } from '../state/api.ts';
import { useMakeJob } from '../state/use-make-job.ts';
import { useHouse } from './house-context.ts';

/** The jobs of this house, and a new one. */
export function JobsTab() {
  const { house } = useHouse();
  const { data } = useListHousesQuery();
  const makeJob = useMakeJob();
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
        <p className="empty">No job yet. Make one for the outlet, light or appliance that is wanted.</p>
      ) : (
        <table className="plain-table">
          <thead>
            <tr>
              <th>Job</th>
              <th>State</th>
            </tr>
          </thead>
          <tbody>
            {jobs.map((j) => (
              <tr key={j.id}>
                <td>
                  <Link to={`/houses/${house.id}/jobs/${j.id}`}>{j.name}</Link>
                </td>
                <td className="muted">
                  {j.signedOff ? `signed off ${day(j.signedOff)}` : `last touched ${day(j.updatedAt)}`}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <div>
        <Button type="primary" onClick={() => setAsking({ kind: 'job', houseId: house.id })}>
          New job
        </Button>
      </div>
      <NameModal asking={asking} onClose={() => setAsking(null)} onName={make} />
    </div>
  );
}
