import { readHouse, readJob } from '@elwand/core';
import type { DeviceStorage } from './device.ts';
import { isDirty, type DocumentState, type Draft, type Unsaved } from './document.ts';

const key = (houseId: string, jobId: string | null): string => `elwand-draft:${houseId}:${jobId ?? ''}`;

const unsaved = <T>(
  document: T | null,
  saved: T | null,
  sent: readonly string[],
  version: number,
): Unsaved<T> | null => (document === null || document === saved ? null : { version, document, sent });

/** Drafts of a house page that the page of one of its jobs goes on with. */
const takenOver = new Set<string>();

/**
 * Keeps or clears the draft of what is open. Storage that is full or forbidden must not break the work.
 * @returns whether unsaved work is safe on this device; true when there is none
 */
export function keepDraft(
  state: DocumentState,
  storage: Pick<DeviceStorage, 'setItem' | 'removeItem'> | null,
): boolean {
  const { present, sent } = state;
  if (!present) return true;
  const k = key(present.house.id, present.job?.id ?? null);
  const draft: Draft = {
    house: unsaved(present.house, state.savedHouse, sent.house, state.houseVersion),
    job: unsaved(present.job, state.savedJob, sent.job, state.jobVersion),
  };
  const dirty = isDirty(state);
  try {
    if (dirty) storage?.setItem(k, JSON.stringify(draft));
    else storage?.removeItem(k);
    // What was taken over stands under its own key by now, or is saved.
    const from = key(present.house.id, null);
    if (k !== from && takenOver.delete(from)) storage?.removeItem(from);
    return storage !== null || !dirty;
  } catch {
    return !dirty;
  }
}

/** Forgets the draft of a document that was saved elsewhere or is not wanted any more. */
export function dropDraft(
  houseId: string,
  jobId: string | null,
  storage: Pick<DeviceStorage, 'removeItem'> | null,
): void {
  try {
    storage?.removeItem(key(houseId, jobId));
  } catch {
    // Nothing that could be lost.
  }
}

type Read<T> = (raw: unknown) => { ok: true; value: T } | { ok: false };

const MOST_SENT = 50;
const isText = (v: unknown): v is string => typeof v === 'string';

/** One half of a draft: null when there is none, undefined when it can't be read. */
function readHalf<T>(raw: unknown, read: Read<T>): Unsaved<T> | null | undefined {
  if (raw === null) return null;
  const { version, document, sent } = raw as { version?: unknown; document?: unknown; sent?: unknown };
  const mine = read(document);
  if (!mine.ok || typeof version !== 'number') return undefined;
  return {
    version,
    document: mine.value,
    sent: Array.isArray(sent) ? sent.filter(isText).slice(-MOST_SENT) : [],
  };
}

/** Leaves a house that could not be saved where the next page of it finds it. */
export function leaveDraft(state: DocumentState, storage: Pick<DeviceStorage, 'setItem'> | null): void {
  const { present, savedHouse, sent, houseVersion } = state;
  const house = unsaved(present?.house ?? null, savedHouse, sent.house, houseVersion);
  if (!present?.job || !house) return;
  try {
    storage?.setItem(key(present.house.id, null), JSON.stringify({ house, job: null }));
  } catch {
    // It stands under the key of its job.
  }
}

/**
 * Reads a draft back; one that can't be read any more is left alone and not used. The page of a job goes on with what was left of its
 * house by the pages of the house.
 */
export function findDraft(
  houseId: string,
  jobId: string | null,
  storage: Pick<DeviceStorage, 'getItem'> | null,
): Draft | null {
  const own = readDraft(houseId, jobId, storage);
  const left = jobId === null || own?.house ? null : (readDraft(houseId, null, storage)?.house ?? null);
  if (!left) return own;
  takenOver.add(key(houseId, null));
  return { house: left, job: own?.job ?? null };
}

function readDraft(
  houseId: string,
  jobId: string | null,
  storage: Pick<DeviceStorage, 'getItem'> | null,
): Draft | null {
  try {
    const text = storage?.getItem(key(houseId, jobId)) ?? null;
    if (text === null) return null;
    const raw = JSON.parse(text) as { house?: unknown; job?: unknown };
    const house = readHalf(raw.house, readHouse);
    const job = readHalf(raw.job, readJob);
    return house === undefined || job === undefined ? null : { house, job };
  } catch {
    return null;
  }
}
