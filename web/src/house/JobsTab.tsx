import { makeJob } from '@elwand/core';
import { App, Button } from 'antd';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { day } from '../parts/day.ts';
import { freshId } from '../parts/ids.ts';
import { NameModal, type Asking } from '../parts/NameModal.tsx';
import { problemOf, useCreateJobMutation, useListHousesQuery } from '../state/api.ts';
import { useHouse } from './house-context.ts';

/** The jobs of this house, and a new one. */
export function JobsTab() {
  const { house } = useHouse();
  const { data } = useListHousesQuery();
  const [createJob] = useCreateJobMutation();
  const [asking, setAsking] = useState<Asking | null>(null);
  const { message } = App.useApp();
  const navigate = useNavigate();
  const jobs = data?.find((h) => h.id === house.id)?.jobs ?? [];
  const make = async (name: string) => {
    const id = freshId('job');
    try {
      await createJob(makeJob(id, house.id, name)).unwrap();
      await navigate(`/houses/${house.id}/jobs/${id}/want`);
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
