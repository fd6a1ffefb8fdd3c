import { evaluate, type Bundle, type Evaluation, type Planning } from '@elwand/core';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { PlanningWorker } from './planning.worker.ts';

/** Houses with more boxes, and jobs with more wants than this have their ways searched off the main thread. */
const LARGE_HOUSE_POINTS = 60;
const LARGE_JOB_WANTS = 4;

/** Is the search too long for the main thread? */
export const isLarge = ({ house, job }: Bundle): boolean =>
  job.wants.length > 0 && (house.points.length > LARGE_HOUSE_POINTS || job.wants.length > LARGE_JOB_WANTS);

interface Running {
  readonly thread: Worker;
  readonly plan: (bundle: Bundle, onShare: (share: number) => void) => Promise<Planning>;
}
let running: Promise<Running> | null = null;

/** The worker, and what talks to it: fetched when a house is large enough to need it. */
async function start(): Promise<Running> {
  const { proxy, wrap } = await import('comlink');
  const thread = new Worker(new URL('./planning.worker.ts', import.meta.url), { type: 'module' });
  const remote = wrap<PlanningWorker>(thread);
  return { thread, plan: (bundle, onShare) => remote.plan(bundle, proxy(onShare)) };
}
const worker = (): Promise<Running> => (running ??= start());
/** Ends what the worker is at; the next question starts a new one. */
function stopWorker(): void {
  void running?.then(({ thread }) => thread.terminate());
  running = null;
}

/** One question to the worker, without progress: what is shown behind a drag. */
export const searchBehind = async (bundle: Bundle): Promise<Planning> =>
  (await worker()).plan(bundle, () => undefined);

export interface Evaluated {
  readonly evaluation: Evaluation;
  /** True while a newer answer is being computed; the last one stays on screen. */
  readonly busy: boolean;
  /** How far that is, from 0 to 1. */
  readonly share: number;
  /** Set when the person stopped the search: what is shown is of before the last change. */
  readonly stopped: boolean;
  readonly stop: () => void;
  readonly again: () => void;
}

const EMPTY: Planning = { groups: [], candidates: [], options: [], method: 'NM-B' };

/**
 * Evaluates what is worked on. Small houses at once; for large ones the search runs in a worker, with progress, and the last ways
 * stay until the new ones are there or the person stops it.
 */
export function useEvaluation(bundle: Bundle): Evaluated {
  const large = isLarge(bundle);
  const [planned, setPlanned] = useState<{ bundle: Bundle; planning: Planning } | null>(null);
  const [share, setShare] = useState(0);
  const [stoppedAt, setStoppedAt] = useState<Bundle | null>(null);
  const turn = useRef(0);
  useEffect(() => {
    if (!large || stoppedAt === bundle) return;
    const mine = ++turn.current;
    void worker()
      .then(({ plan }) =>
        plan(bundle, (s) => {
          if (mine === turn.current) setShare(s);
        }),
      )
      .then((planning) => {
        // An answer to an older question is dropped.
        if (mine === turn.current) setPlanned({ bundle, planning });
      });
  }, [bundle, large, stoppedAt]);
  const evaluation = useMemo(
    () =>
      large
        ? evaluate(bundle, planned?.bundle.job.id === bundle.job.id ? planned.planning : EMPTY)
        : evaluate(bundle),
    [bundle, large, planned],
  );
  const stop = useCallback(() => {
    turn.current++;
    stopWorker();
    setStoppedAt(bundle);
  }, [bundle]);
  const again = useCallback(() => setStoppedAt(null), []);
  const stopped = stoppedAt === bundle;
  return {
    evaluation,
    busy: large && planned?.bundle !== bundle && !stopped,
    share,
    stopped: stopped && planned?.bundle !== bundle,
    stop,
    again,
  };
}
