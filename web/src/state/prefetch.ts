import { api } from './api.ts';
import { store } from './store.ts';

/** How long what was asked for ahead is kept waiting for its page. */
const KEEP_MS = 4000;

/**
 * Asks for the documents of the page that is being loaded at once, while its code is still on the way. Only for a fresh
 * load of the page: later on there may be unsaved work, and a page asks for itself.
 */
export function prefetchFor(pathname: string): void {
  const [, houseId, jobId] = /^\/houses\/([\w-]+)(?:\/jobs\/([\w-]+))?/.exec(pathname) ?? [];
  if (houseId === undefined) return;
  const asked = [
    store.dispatch(api.endpoints.getHouse.initiate(houseId)),
    ...(jobId === undefined ? [] : [store.dispatch(api.endpoints.getJob.initiate(jobId))]),
  ];
  setTimeout(() => asked.forEach((a) => a.unsubscribe()), KEEP_MS);
}
