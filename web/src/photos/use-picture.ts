import { useEffect, useState } from 'react';
import { photoAddress } from './sending.ts';
import { onWaiting, waitingPhoto } from './waiting.ts';

/** Where a photo is shown from: this device as long as the server does not have it. */
export function usePicture(
  owner: string,
  id: string | null,
): { readonly src: string | null; readonly waits: boolean } {
  const [picture, setPicture] = useState<{ id: string; src: string; waits: boolean } | null>(null);
  useEffect(() => {
    if (id === null) return undefined;
    let shown: string | null = null;
    let over = false;
    const show = async () => {
      const here = await waitingPhoto(owner, id);
      if (over) return;
      if (shown !== null) URL.revokeObjectURL(shown);
      shown = here ? URL.createObjectURL(here) : null;
      setPicture({ id, src: shown ?? photoAddress(owner, id), waits: here !== undefined });
    };
    void show();
    const end = onWaiting(() => void show());
    return () => {
      over = true;
      end();
      if (shown !== null) URL.revokeObjectURL(shown);
    };
  }, [owner, id]);
  return picture && picture.id === id ? picture : { src: null, waits: false };
}
