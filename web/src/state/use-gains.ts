import type { Bundle, Gains } from '@elwand/core';
import { useEffect, useRef, useState } from 'react';
import { gainsBehind } from './planning-thread.ts';

/** Nobody is asked while somebody still moves things about, ms. */
const STILL_MS = 1500;
const NONE: Gains = { places: [], boxes: [] };

/**
 * What would make the job much less work, once nothing has changed for a moment; nothing until then, and where the search breaks off:
 * it is only an offer.
 * @param ready the present state was planned and replayed: what is more urgent is answered
 */
export function useGains(bundle: Bundle, ready: boolean): Gains {
  const [found, setFound] = useState<{ bundle: Bundle; gains: Gains } | null>(null);
  const asked = useRef<Bundle | null>(null);
  useEffect(() => {
    if (!ready || bundle.job.signedOff !== null || asked.current === bundle) return;
    const timer = setTimeout(() => {
      asked.current = bundle;
      void gainsBehind(bundle)
        .then((gains) => setFound({ bundle, gains }))
        .catch(() => setFound({ bundle, gains: NONE }));
    }, STILL_MS);
    return () => clearTimeout(timer);
  }, [bundle, ready]);
  return found?.bundle === bundle ? found.gains : NONE;
}
