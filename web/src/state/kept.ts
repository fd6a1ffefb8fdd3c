import type { House, Job, Saved } from '@elwand/core';

/** The names that the page and its service worker share; `vite.config.ts` has them too. */
const KEPT_CACHE = 'elwand-documents';
/** Set by the service worker on what comes from this device because the server gave no answer. */
export const KEPT_HEADER = 'X-Elwand-From';

/**
 * Puts a document as the server now has it where the service worker looks when the server is gone. Where there is no such worker, as
 * without a secure address, nothing is kept and nothing claimed.
 * @param path its address below /api
 */
export async function keepForAway(path: string, saved: Saved<House | Job>): Promise<void> {
  if (!('caches' in window) || !navigator.serviceWorker?.controller) return;
  try {
    const cache = await caches.open(KEPT_CACHE);
    await cache.put(
      `/api/${path}`,
      new Response(JSON.stringify(saved), { headers: { 'Content-Type': 'application/json' } }),
    );
  } catch {
    // Full or forbidden: the drafts of this device say what is kept.
  }
}
