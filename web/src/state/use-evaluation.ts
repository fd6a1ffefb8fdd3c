import { type Bundle, type Evaluation, type Planning } from '@elwand/core';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { evaluateSafely } from './evaluate-safely.ts';
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

/** A search that takes longer has lost its way: the largest house takes a few seconds. */
const LONGEST_MS = 60_000;

/** Rejects when the thread can't be loaded, breaks down, or takes too long: a question to it never just hangs. */
function failureOf(thread: Worker): { readonly failed: Promise<never>; readonly over: () => void } {
  let over = () => {};
  const failed = new Promise<never>((_resolve, reject) => {
    const fail = () => reject(new Error('The search for cable routes broke off.'));
    const timer = setTimeout(
      () => reject(new Error('The search for cable routes took too long.')),
      LONGEST_MS,
    );
    thread.addEventListener('error', fail);
    thread.addEventListener('messageerror', fail);
    over = () => {
      clearTimeout(timer);
      thread.removeEventListener('error', fail);
      thread.removeEventListener('messageerror', fail);
    };
  });
  return { failed, over };
}

/** The worker, and what talks to it: fetched when a house is large enough to need it. */
async function start(): Promise<Running> {
  const { proxy, wrap } = await import('comlink');
  const thread = new Worker(new URL('./planning.worker.ts', import.meta.url), { type: 'module' });
  const remote = wrap<PlanningWorker>(thread);
  return {
    thread,
    plan: async (bundle, onShare) => {
      const { failed, over } = failureOf(thread);
      try {
        return await Promise.race([remote.plan(bundle, proxy(onShare)), failed]);
      } catch (error) {
        // A thread that failed once is not asked again.
        stopWorker();
        throw error instanceof Error ? error : new Error('The search for cable routes broke off.');
      } finally {
        over();
      }
    },
  };
}
const worker = (): Promise<Running> => {
  const asked = (running ??= start());
  asked.catch(() => {
    running = null;
  });
  return asked;
};
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
  /** Why there is no newer answer, in a sentence; the last one stays on screen. */
  readonly failed: string | null;
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
  const [failure, setFailure] = useState<{ bundle: Bundle; says: string } | null>(null);
  const turn = useRef(0);
  useEffect(() => {
    if (!large || stoppedAt === bundle || failure?.bundle === bundle) return;
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
      })
      .catch((error: unknown) => {
        if (mine === turn.current)
          setFailure({ bundle, says: error instanceof Error ? error.message : 'The search broke off.' });
      });
  }, [bundle, large, stoppedAt, failure]);
  const { evaluation, fault } = useMemo(
    () =>
      large
        ? evaluateSafely(bundle, planned?.bundle.job.id === bundle.job.id ? planned.planning : EMPTY)
        : evaluateSafely(bundle),
    [bundle, large, planned],
  );
  const stop = useCallback(() => {
    turn.current++;
    stopWorker();
    setStoppedAt(bundle);
  }, [bundle]);
  const again = useCallback(() => {
    setStoppedAt(null);
    setFailure(null);
  }, []);
  const failed = failure?.bundle === bundle ? failure.says : fault;
  const stopped = stoppedAt === bundle;
  return {
    evaluation,
    busy: large && planned?.bundle !== bundle && !stopped && failed === null,
    share,
    stopped: stopped && planned?.bundle !== bundle,
    failed: failed === null ? null : failed.replace(/[.]?$/, '.'),
    stop,
    again,
  };
}
