import type { House, PointId } from '@elwand/core';
import type { SeenBox } from '@elwand/core/reading';
import type { Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { BoxAnswer, ReadWorker } from './read.worker.ts';

interface Thread {
  readonly worker: Worker;
  readonly read: Remote<ReadWorker>['read'];
}

async function begin(): Promise<Thread> {
  const { wrap } = await import('comlink');
  const worker = new Worker(new URL('./read.worker.ts', import.meta.url), { type: 'module' });
  return { worker, read: wrap<ReadWorker>(worker).read };
}

/** The answer of a box, in a thread of its own; `busy` while it belongs to an older look. A newer look ends a long one. */
export function useBoxAnswer(
  seen: SeenBox,
  house: House,
  pointId: PointId,
): { readonly answer: BoxAnswer | null; readonly busy: boolean; readonly failed: boolean } {
  const [done, setDone] = useState<{ readonly of: SeenBox; readonly answer: BoxAnswer | null } | null>(null);
  const thread = useRef<Promise<Thread> | null>(null);
  const waiting = useRef(false);
  useEffect(() => {
    let isCurrent = true;
    // What is still reckoned for an older look is not waited for.
    if (waiting.current) {
      void thread.current?.then((t) => t.worker.terminate());
      thread.current = null;
    }
    waiting.current = true;
    thread.current ??= begin();
    thread.current
      .then((t) => t.read(seen, house, pointId))
      .then(
        (answer) => isCurrent && setDone({ of: seen, answer }),
        () => isCurrent && setDone({ of: seen, answer: null }),
      )
      .finally(() => {
        if (isCurrent) waiting.current = false;
      })
      .catch(() => undefined);
    return () => {
      isCurrent = false;
    };
  }, [seen, house, pointId]);
  useEffect(
    () => () => {
      void thread.current?.then((t) => t.worker.terminate());
      thread.current = null;
    },
    [],
  );
  const current = done?.of === seen;
  return { answer: done?.answer ?? null, busy: !current, failed: current && done.answer === null };
}
