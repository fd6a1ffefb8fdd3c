import { judge, type Bundle, type Evaluation, type Planning, type Proofs } from '@elwand/core';
import { startTransition, useRef, useState } from 'react';
import { proverOf } from '../state/evaluate-safely.ts';
import { proveBehind, searchBehind } from '../state/planning-thread.ts';
import { isLarge } from '../state/use-evaluation.ts';
import { sameOrNew } from '../state/use-proofs.ts';

/** Everything but the dragged thing itself comes a frame behind the pointer. */
const BEHIND_MS = 80;

interface DragPreview {
  /** What is true where the thing is now; null while nothing is dragged. */
  readonly preview: Evaluation | null;
  /** Something was dragged on: the documents as they would be there. */
  readonly drag: (there: Bundle) => void;
  /** The drag is over. */
  readonly end: () => void;
}

/**
 * Judges a job while something in it is dragged, behind the pointer. In a large house the routes are searched in the worker
 * and the last ones stay until it answers; the replays always run there.
 */
export function useDragPreview(
  evaluation: Evaluation,
  proofs: Proofs | null,
  onPreview: (preview: Evaluation | null) => void,
): DragPreview {
  const [preview, setPreview] = useState<Evaluation | null>(null);
  const ways = useRef<Planning | null>(null);
  const replayed = useRef(proofs);
  const asking = useRef(false);
  const timer = useRef(0);
  const latest = useRef<Bundle | null>(null);
  // What was true before the drag began: the other options keep that verdict until the drop.
  const settled = useRef(evaluation);

  const ask = async (there: Bundle) => {
    if (asking.current) return;
    asking.current = true;
    // Without an answer the last ways and verdicts stay; what is asked after the drop tells what was wrong.
    try {
      const found = isLarge(there) ? await searchBehind(there) : null;
      if (found) ways.current = found.planning;
      const before = replayed.current;
      replayed.current = sameOrNew(before, await proveBehind(there, found?.turn));
      if (latest.current !== null && (found !== null || replayed.current !== before)) soon();
    } catch {
      // Told after the drop.
    } finally {
      asking.current = false;
    }
  };
  const step = () => {
    timer.current = 0;
    const there = latest.current;
    if (!there) return;
    void ask(there);
    const next = judge(there, {
      prove: proverOf(replayed.current),
      planned: isLarge(there) ? (ways.current ?? settled.current.planning) : undefined,
      before: settled.current,
    });
    startTransition(() => {
      if (latest.current === null) return;
      setPreview(next);
      onPreview(next);
    });
  };
  // The point follows the pointer by itself; everything else comes behind it, so that no frame waits for it.
  const soon = () => {
    timer.current ||= window.setTimeout(step, BEHIND_MS);
  };
  const drag = (there: Bundle) => {
    if (latest.current === null) {
      settled.current = evaluation;
      replayed.current = proofs;
      ways.current = null;
    }
    latest.current = there;
    soon();
  };
  const end = () => {
    window.clearTimeout(timer.current);
    timer.current = 0;
    latest.current = null;
    setPreview(null);
    onPreview(null);
  };
  return { preview, drag, end };
}
