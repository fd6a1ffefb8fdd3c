import { evaluate, type Bundle, type Evaluation, type Planning } from '@elwand/core';
import { wrap, type Remote } from 'comlink';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { PlanningWorker } from './planning.worker.ts';

/** Houses with more boxes than this have their ways searched off the main thread. */
const LARGE_HOUSE_POINTS = 60;

let remote: Remote<PlanningWorker> | null = null;
function worker(): Remote<PlanningWorker> {
  remote ??= wrap<PlanningWorker>(
    new Worker(new URL('./planning.worker.ts', import.meta.url), { type: 'module' }),
  );
  return remote;
}

export interface Evaluated {
  readonly evaluation: Evaluation;
  /** True while a newer answer is being computed; the last one stays on screen. */
  readonly busy: boolean;
}

/**
 * Evaluates what is worked on. Small houses at once; in large ones the search runs in a worker and the last ways stay
 * until the new ones are there.
 */
export function useEvaluation(bundle: Bundle): Evaluated {
  const large = bundle.house.points.length > LARGE_HOUSE_POINTS && bundle.job.wants.length > 0;
  const [planned, setPlanned] = useState<{ bundle: Bundle; planning: Planning } | null>(null);
  const turn = useRef(0);
  useEffect(() => {
    if (!large) return;
    const mine = ++turn.current;
    void worker()
      .plan(bundle)
      .then((planning) => {
        // An answer to an older question is dropped.
        if (mine === turn.current) setPlanned({ bundle, planning });
      });
  }, [bundle, large]);
  const evaluation = useMemo(
    () =>
      large
        ? evaluate(bundle, planned?.bundle.job.id === bundle.job.id ? planned.planning : EMPTY)
        : evaluate(bundle),
    [bundle, large, planned],
  );
  return { evaluation, busy: large && planned?.bundle !== bundle };
}

const EMPTY: Planning = { groups: [], candidates: [], options: [], method: 'NM-B' };
