import { createStore, del, get, keys, set, type UseStore } from 'idb-keyval';

/** Photos that are on this device and not yet with the server: they wait here, over a reload and without a network. */

const key = (owner: string, id: string): string => `${owner}/${id}`;
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

export async function keepWaiting(owner: string, id: string, jpeg: Blob): Promise<void> {
  try {
    await set(key(owner, id), jpeg, store());
  } catch {
    held.set(key(owner, id), jpeg);
  }
  tellAll();
}

export async function waitingPhoto(owner: string, id: string): Promise<Blob | undefined> {
  const k = key(owner, id);
  try {
    return held.get(k) ?? (await get<Blob>(k, store()));
  } catch {
    return held.get(k);
  }
}

/** What waits, by whose it is and which, in no order. */
export async function allWaiting(): Promise<{ owner: string; id: string }[]> {
  let stored: string[] = [];
  try {
    stored = (await keys(store())).map(String);
  } catch {
    // Then nothing is there beside what is held.
  }
  return [...new Set([...stored, ...held.keys()])].flatMap((k) => {
    const [owner, id] = k.split('/');
    return owner !== undefined && id !== undefined ? [{ owner, id }] : [];
  });
}

export async function noLongerWaiting(owner: string, id: string): Promise<void> {
  held.delete(key(owner, id));
  try {
    await del(key(owner, id), store());
  } catch {
    // It was never there.
  }
  tellAll();
}
