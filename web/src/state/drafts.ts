import { readHouse, readJob } from '@elwand/core';
import { isDirty, type DocumentState, type Draft, type Unsaved } from './document.ts';

const key = (houseId: string, jobId: string | null): string => `elwand-draft:${houseId}:${jobId ?? ''}`;

const unsaved = <T>(
  document: T | null,
  saved: T | null,
  sent: T | null,
  version: number,
): Unsaved<T> | null =>
  document === null || document === saved ? null : { version, document, sent: sent === saved ? null : sent };

/** Keeps or clears the draft of what is open. Storage that is full or forbidden must not break the work. */
export function keepDraft(state: DocumentState, storage: Pick<Storage, 'setItem' | 'removeItem'>): void {
  const { present, sent } = state;
  if (!present) return;
  const k = key(present.house.id, present.job?.id ?? null);
  const draft: Draft = {
    house: unsaved(present.house, state.savedHouse, sent?.house ?? null, state.houseVersion),
    job: unsaved(present.job, state.savedJob, sent?.job ?? null, state.jobVersion),
  };
  try {
    if (isDirty(state)) storage.setItem(k, JSON.stringify(draft));
    else storage.removeItem(k);
  } catch {
    // The draft is a second net; the server is the first.
  }
}

type Read<T> = (raw: unknown) => { ok: true; value: T } | { ok: false };

/** One half of a draft: null when there is none, undefined when it can't be read. */
function readHalf<T>(raw: unknown, read: Read<T>): Unsaved<T> | null | undefined {
  if (raw === null) return null;
  const { version, document, sent } = raw as { version?: unknown; document?: unknown; sent?: unknown };
  const mine = read(document);
  if (!mine.ok || typeof version !== 'number') return undefined;
  const last = read(sent);
  return { version, document: mine.value, sent: last.ok ? last.value : null };
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
    const raw = JSON.parse(text) as { house?: unknown; job?: unknown };
    const house = readHalf(raw.house, readHouse);
    const job = readHalf(raw.job, readJob);
    return house === undefined || job === undefined ? null : { house, job };
  } catch {
    return null;
  }
}
