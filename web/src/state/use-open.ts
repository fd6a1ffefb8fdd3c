import type { House, Job } from '@elwand/core';
import { useEffect, useRef } from 'react';
import { useGetHouseQuery, useGetJobQuery } from './api.ts';
import { deviceStorage } from './device.ts';
import { leave } from './autosave.ts';
import { opened } from './document.ts';
import { findDraft } from './drafts.ts';
import { useAppDispatch, useAppSelector } from './store.ts';

/** A document that was asked for ahead is used when it is no older than this; nothing else stays cached. */
const FRESH_SECONDS = 3;

export interface OpenState {
  readonly house: House | null;
  readonly job: Job | null;
  readonly error: unknown;
  /** The house that the job really belongs to, when the address names another one. */
  readonly elsewhere: string | null;
  readonly retry: () => void;
}

/**
 * Opens a house, with or without a job, for working on. Unsaved work of this device is carried on with; when somebody
 * saved in between, the first save asks which to keep.
 */
export function useOpen(houseId: string, jobId: string | null): OpenState {
  const dispatch = useAppDispatch();
  const house = useGetHouseQuery(houseId, { refetchOnMountOrArgChange: FRESH_SECONDS });
  const job = useGetJobQuery(jobId ?? '', { skip: jobId === null, refetchOnMountOrArgChange: FRESH_SECONDS });
  const present = useAppSelector((s) => s.document.present);
  const leaving = useAppSelector((s) => s.document.leaving);
  const ready =
    !leaving &&
    !house.isFetching &&
    !job.isFetching &&
    house.data?.document.id === houseId &&
    (jobId === null || (job.data?.document.id === jobId && job.data.document.houseId === houseId));
  const isOpen = present?.house.id === houseId && (present.job?.id ?? null) === jobId;
  // What another page still holds of it may be from before the last save: it is asked for again, and until then it is not ready.
  const since = useRef(0);
  useEffect(() => {
    since.current = Date.now() - FRESH_SECONDS * 1000;
  }, [houseId, jobId]);
  // What the page before still had to save has arrived, or stays a draft: what was read meanwhile may be older.
  const { refetch: refetchHouse } = house;
  const { refetch: refetchJob } = job;
  const waited = useRef(false);
  useEffect(() => {
    if (waited.current && !leaving) {
      since.current = Date.now();
      void refetchHouse();
      if (jobId !== null) void refetchJob();
    }
    waited.current = leaving;
  }, [leaving, jobId, refetchHouse, refetchJob]);
  const read = Math.min(
    house.fulfilledTimeStamp ?? 0,
    jobId === null ? Infinity : (job.fulfilledTimeStamp ?? 0),
  );
  const again = useRef('');
  useEffect(() => {
    if (!ready || isOpen || !house.data) return;
    if (read < since.current) {
      // Straight from one job to another the house is the same, and nobody has asked for it again.
      const key = `${houseId} ${jobId}`;
      if (again.current === key) return;
      again.current = key;
      void refetchHouse();
      if (jobId !== null) void refetchJob();
      return;
    }
    again.current = '';
    const draft = findDraft(houseId, jobId, deviceStorage());
    dispatch(
      opened({
        house: house.data.document,
        job: jobId === null ? null : (job.data?.document ?? null),
        houseVersion: house.data.version,
        jobVersion: job.data?.version ?? 0,
        draft,
      }),
    );
  }, [ready, isOpen, read, house.data, job.data, houseId, jobId, refetchHouse, refetchJob, dispatch]);
  useEffect(() => () => void dispatch(leave()), [houseId, jobId, dispatch]);
  return {
    house: isOpen ? present.house : null,
    job: isOpen ? present.job : null,
    // A job says itself where it belongs, also when the house of the address is not there.
    error: job.data && job.data.document.houseId !== houseId ? undefined : (house.error ?? job.error),
    elsewhere:
      job.data && job.data.document.id === jobId && job.data.document.houseId !== houseId
        ? job.data.document.houseId
        : null,
    retry: () => {
      void house.refetch();
      if (jobId !== null) void job.refetch();
    },
  };
}
