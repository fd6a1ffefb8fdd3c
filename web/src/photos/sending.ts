import { allWaiting, noLongerWaiting, waitingPhoto } from './waiting.ts';

/** Brings photos from this device to the server, one after the other, as soon as it can be reached. */

/** Whose photos they are: those of a job by its id, those of the walls of a house by the mark and the id of that. */
export const photosOfHouse = (houseId: string): string => `@${houseId}`;
/** Where the server has a photo. */
export const photoAddress = (owner: string, id: string): string =>
  owner.startsWith('@') ? `/api/houses/${owner.slice(1)}/photos/${id}` : `/api/jobs/${owner}/photos/${id}`;

export interface Refused {
  readonly owner: string;
  readonly id: string;
  /** In the server’s own words. */
  readonly why: string;
}

const AGAIN_MS = 20_000;
const MAY_COME_BACK: ReadonlySet<number> = new Set([401, 408, 429]);
const PIECE = 0x8000;

async function base64Of(blob: Blob): Promise<string> {
  const bytes = new Uint8Array(await blob.arrayBuffer());
  let text = '';
  // The whole at once would be more arguments than a call may have.
  for (let i = 0; i < bytes.length; i += PIECE) text += String.fromCharCode(...bytes.subarray(i, i + PIECE));
  return btoa(text);
}

/** @returns what became of it; null where the server can’t be asked now */
async function send(owner: string, id: string, jpeg: Blob): Promise<'kept' | Refused | null> {
  try {
    const response = await fetch(photoAddress(owner, id), {
      method: 'PUT',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ jpeg: await base64Of(jpeg) }),
    });
    if (response.ok) return 'kept';
    // A server that fails, or asks to wait, may take it later; one that says no has said so.
    if (response.status >= 500 || MAY_COME_BACK.has(response.status)) return null;
    const problem = (await response.json().catch(() => ({}))) as { detail?: string };
    return { owner, id, why: problem.detail ?? response.statusText };
  } catch {
    return null;
  }
}

let refused: readonly Refused[] = [];
/** Photos that the server does not take; they stay on this device. */
export const refusedPhotos = (): readonly Refused[] => refused;
let running = false;

/** Sends everything that waits. One run at a time; what comes meanwhile goes with it. */
export async function sendWaiting(): Promise<void> {
  if (running) return;
  running = true;
  try {
    const tried = new Set<string>();
    for (;;) {
      const next = (await allWaiting()).find((w) => !tried.has(`${w.owner}/${w.id}`));
      if (!next) return;
      tried.add(`${next.owner}/${next.id}`);
      const jpeg = await waitingPhoto(next.owner, next.id);
      const sent = jpeg && (await send(next.owner, next.id, jpeg));
      if (sent === null) return;
      refused = refused.filter((r) => r.id !== next.id);
      if (sent === 'kept') await noLongerWaiting(next.owner, next.id);
      else if (sent) refused = [...refused, sent];
    }
  } finally {
    running = false;
  }
}

let going = false;
/** From now on photos are sent when they come, when the network does, and every now and then. */
export function keepSending(): void {
  if (going) return;
  going = true;
  window.addEventListener('online', () => void sendWaiting());
  setInterval(() => void sendWaiting(), AGAIN_MS);
  void sendWaiting();
}
