import { type Bundle, type Evaluation, type Planning, type Proofs, msg, type Text } from '@elwand/core';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { evaluateSafely } from './evaluate-safely.ts';
import { searchBehind, stopThread } from './planning-thread.ts';
import { useProofs } from './use-proofs.ts';
import { saysOf } from '../app/said-error.ts';

/** Houses with more boxes, and jobs with more wants than this have their ways searched off the main thread. */
const LARGE_HOUSE_POINTS = 60;
const LARGE_JOB_WANTS = 4;

/** Is the search too long for the main thread? */
export const isLarge = ({ house, job }: Bundle): boolean =>
  job.wants.length > 0 && (house.points.length > LARGE_HOUSE_POINTS || job.wants.length > LARGE_JOB_WANTS);

export interface Evaluated {
  readonly evaluation: Evaluation;
  /** What the replays said last; null before their first word. */
  readonly proofs: Proofs | null;
  /** True once the plans on screen have been replayed as they are now. */
  readonly proved: boolean;
  /** True while a newer answer is being computed; the last one stays on screen. */
  readonly busy: boolean;
  /** How far that is, from 0 to 1. */
  readonly share: number;
  /** Set when the person stopped the search: what is shown is of before the last change. */
  readonly stopped: boolean;
  /** Why there is no newer answer, in a sentence; the last one stays on screen. */
  readonly failed: Text | null;
  readonly stop: () => void;
  readonly again: () => void;
}

const EMPTY: Planning = { groups: [], candidates: [], options: [], opens: [], method: 'NM-B' };

/**
 * Evaluates what is worked on. Small houses at once; for large ones the search runs in a worker, with progress, and the last ways
 * stay until the new ones are there or the person stops it.
 */
export function useEvaluation(bundle: Bundle): Evaluated {
  const large = isLarge(bundle);
  const [planned, setPlanned] = useState<{ bundle: Bundle; planning: Planning; turn: number } | null>(null);
  const [share, setShare] = useState(0);
  const [stoppedAt, setStoppedAt] = useState<Bundle | null>(null);
  const [failure, setFailure] = useState<{ bundle: Bundle; says: Text } | null>(null);
  const turn = useRef(0);
  useEffect(() => {
    if (!large || stoppedAt === bundle || failure?.bundle === bundle) return;
    const mine = ++turn.current;
    void searchBehind(bundle, (s) => {
      if (mine === turn.current) setShare(s);
    })
      .then((found) => {
        // An answer to an older question is dropped.
        if (mine === turn.current) setPlanned({ bundle, ...found });
      })
      .catch((error: unknown) => {
        if (mine === turn.current)
          setFailure({
            bundle,
            says: saysOf(error, msg('screen.state.broke-off.search')),
          });
      });
  }, [bundle, large, stoppedAt, failure]);
  const searchedThere = planned?.bundle === bundle ? planned.turn : null;
  const {
    proofs,
    proved,
    failed: unproved,
    again: replayAgain,
  } = useProofs(bundle, large ? searchedThere : 0);
  const { evaluation, fault } = useMemo(
    () =>
      large
        ? evaluateSafely(bundle, planned?.bundle.job.id === bundle.job.id ? planned.planning : EMPTY, proofs)
        : evaluateSafely(bundle, undefined, proofs),
    [bundle, large, planned, proofs],
  );
  const stop = useCallback(() => {
    turn.current++;
    stopThread();
    setStoppedAt(bundle);
  }, [bundle]);
  const again = useCallback(() => {
    setStoppedAt(null);
    setFailure(null);
    replayAgain();
  }, [replayAgain]);
  const failed = failure?.bundle === bundle ? failure.says : (fault ?? unproved);
  const stopped = stoppedAt === bundle;
  return {
    evaluation,
    proofs,
    proved,
    busy: large && planned?.bundle !== bundle && !stopped && failed === null,
    share,
    stopped: stopped && planned?.bundle !== bundle,
    failed,
    stop,
    again,
  };
}
