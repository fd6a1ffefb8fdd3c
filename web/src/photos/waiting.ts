import { createStore, del, get, keys, set, type UseStore } from 'idb-keyval';

/** Photos that are on this device and not yet with the server: they wait here, over a reload and without a network. */

const key = (jobId: string, id: string): string => `${jobId}/${id}`;
/** Where the browser keeps nothing for us, as in a private window, they wait as long as the page is open. */
const held = new Map<string, Blob>();
let opened: UseStore | undefined;
const store = (): UseStore => (opened ??= createStore('elwand-photos', 'waiting'));

type Heard = () => void;
const heard = new Set<Heard>();
/** Tells when photos come or go. @returns ends it */
export function onWaiting(tell: Heard): () => void {
  heard.add(tell);
  return () => void heard.delete(tell);
}
const tellAll = (): void => {
  for (const tell of heard) tell();
};

export async function keepWaiting(jobId: string, id: string, jpeg: Blob): Promise<void> {
  try {
    await set(key(jobId, id), jpeg, store());
  } catch {
    held.set(key(jobId, id), jpeg);
  }
  tellAll();
}

export async function waitingPhoto(jobId: string, id: string): Promise<Blob | undefined> {
  const k = key(jobId, id);
  try {
    return held.get(k) ?? (await get<Blob>(k, store()));
  } catch {
    return held.get(k);
  }
}

/** What waits, by job and photo, in no order. */
export async function allWaiting(): Promise<{ jobId: string; id: string }[]> {
  let stored: string[] = [];
  try {
    stored = (await keys(store())).map(String);
  } catch {
    // Then nothing is there beside what is held.
  }
  return [...new Set([...stored, ...held.keys()])].flatMap((k) => {
    const [jobId, id] = k.split('/');
    return jobId !== undefined && id !== undefined ? [{ jobId, id }] : [];
  });
}

export async function noLongerWaiting(jobId: string, id: string): Promise<void> {
  held.delete(key(jobId, id));
  try {
    await del(key(jobId, id), store());
  } catch {
    // It was never there.
  }
  tellAll();
}
