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

/** Reads a draft back; one that can't be read any more is left alone and not used. */
export function findDraft(
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
