import type { Bundle, NearPlace } from '@elwand/core';
import { useEffect, useRef, useState } from 'react';
import { nearBehind } from './planning-thread.ts';

/** Nobody is asked while somebody still moves things about, ms. */
const STILL_MS = 1500;

/**
 * Better places beside what is wanted, once nothing has changed for a moment; empty until then, and where the search breaks off: it
 * is only an offer.
 * @param ready the present state was planned and replayed: what is more urgent is answered
 */
export function useNearPlaces(bundle: Bundle, ready: boolean): readonly NearPlace[] {
  const [found, setFound] = useState<{ bundle: Bundle; places: readonly NearPlace[] } | null>(null);
  const asked = useRef<Bundle | null>(null);
  useEffect(() => {
    if (!ready || bundle.job.signedOff !== null || asked.current === bundle) return;
    const timer = setTimeout(() => {
      asked.current = bundle;
      void nearBehind(bundle)
        .then((places) => setFound({ bundle, places }))
        .catch(() => setFound({ bundle, places: [] }));
    }, STILL_MS);
    return () => clearTimeout(timer);
  }, [bundle, ready]);
  return found?.bundle === bundle ? found.places : [];
}
