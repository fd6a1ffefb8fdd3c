import { readHouse, readJob } from '@elwand/core';
import type { DocumentState, Present } from './document.ts';
import { isDirty } from './document.ts';

/** Unsaved work on this device, kept while the server is away or a tab is closed in a hurry. */
export interface Draft {
  readonly houseVersion: number;
  readonly jobVersion: number;
  readonly present: Present;
}

const key = (houseId: string, jobId: string | null): string => `elwand-draft:${houseId}:${jobId ?? ''}`;

/** Keeps or clears the draft of what is open. Storage that is full or forbidden must not break the work. */
export function keepDraft(state: DocumentState, storage: Pick<Storage, 'setItem' | 'removeItem'>): void {
  const { present } = state;
  if (!present) return;
  const k = key(present.house.id, present.job?.id ?? null);
  try {
    if (isDirty(state))
      storage.setItem(
        k,
        JSON.stringify({ houseVersion: state.houseVersion, jobVersion: state.jobVersion, present }),
      );
    else storage.removeItem(k);
  } catch {
    // The draft is a second net; the server is the first.
  }
}

/** Reads a draft back; one that can't be read any more is left alone and not used. */
export function findDraft(
  houseId: string,
  jobId: string | null,
  storage: Pick<Storage, 'getItem'>,
): Draft | null {
  try {
    const text = storage.getItem(key(houseId, jobId));
    if (text === null) return null;
    const raw = JSON.parse(text) as {
      houseVersion?: unknown;
      jobVersion?: unknown;
      present?: { house?: unknown; job?: unknown };
    };
    const house = readHouse(raw.present?.house);
    const job = jobId === null ? null : readJob(raw.present?.job);
    if (
      !house.ok ||
      (job && !job.ok) ||
      typeof raw.houseVersion !== 'number' ||
      typeof raw.jobVersion !== 'number'
    )
      return null;
    return {
      houseVersion: raw.houseVersion,
      jobVersion: raw.jobVersion,
      present: { house: house.value, job: job?.ok ? job.value : null },
    };
  } catch {
    return null;
  }
}
