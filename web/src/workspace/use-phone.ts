import { useSyncExternalStore } from 'react';

const query = '(max-width: 720px)';

/** Is this a phone, or a window as narrow as one? */
export function usePhone(): boolean {
  return useSyncExternalStore(
    (changed) => {
      const media = matchMedia(query);
      media.addEventListener('change', changed);
      return () => media.removeEventListener('change', changed);
    },
    () => matchMedia(query).matches,
  );
}
