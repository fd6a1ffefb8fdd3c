import type { Job } from '@elwand/core';
import { useEffect, useState } from 'react';
import { api, useListHousesQuery } from '../state/api.ts';
import { useAppDispatch } from '../state/store.ts';

/** The jobs of a house that are not signed off, as they were last saved; null until they are there. */
export function useOpenJobs(houseId: string): readonly Job[] | null {
  const { data } = useListHousesQuery();
  const dispatch = useAppDispatch();
  const [jobs, setJobs] = useState<readonly Job[] | null>(null);
  const ids = data
    ?.find((h) => h.id === houseId)
    ?.jobs.filter((j) => !j.signedOff)
    .map((j) => j.id)
    .join();
  useEffect(() => {
    if (ids === undefined) return undefined;
    let isCurrent = true;
    const ask = (id: string) =>
      dispatch(api.endpoints.getJob.initiate(id, { subscribe: false, forceRefetch: true })).unwrap();
    void Promise.allSettled(ids.split(',').filter(Boolean).map(ask)).then((all) => {
      if (isCurrent) setJobs(all.flatMap((a) => (a.status === 'fulfilled' ? [a.value.document] : [])));
    });
    return () => {
      isCurrent = false;
    };
  }, [ids, dispatch]);
  return jobs;
}
