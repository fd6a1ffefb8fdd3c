import { HouseId, makeJob } from '@elwand/core';
import { useNavigate } from 'react-router';
import { freshId } from '../parts/ids.ts';
import { useCreateJobMutation } from './api.ts';

/** Makes a job in a house and opens it at its first mark; rejects with what the server said. */
export function useMakeJob(): (houseId: string, name: string) => Promise<void> {
  const [createJob] = useCreateJobMutation();
  const navigate = useNavigate();
  return async (houseId, name) => {
    const id = freshId('job');
    await createJob(makeJob(id, HouseId.parse(houseId), name)).unwrap();
    await navigate(`/houses/${houseId}/jobs/${id}/want`);
  };
}
