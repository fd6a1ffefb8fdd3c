import type { Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';

interface Thread<W> {
  readonly worker: Worker;
  readonly remote: Remote<W>;
}

async function begin<W>(make: () => Worker): Promise<Thread<W>> {
  const { wrap } = await import('comlink');
  const worker = make();
  return { worker, remote: wrap<W>(worker) };
}

export interface WorkerAnswer<A> {
  /** The newest there is; it may belong to an older question. */
  readonly answer: A | null;
  readonly busy: boolean;
  readonly failed: boolean;
}

/**
 * The answer to a question, from a thread of its own. A newer question ends a long answer to an older one.
 * @param make makes the worker; must stay the same function
 * @param ask asks it; a new function is a new question
 */
export function useWorkerAnswer<W, A>(
  make: () => Worker,
  ask: (remote: Remote<W>) => Promise<A>,
): WorkerAnswer<A> {
  const [done, setDone] = useState<{ readonly of: typeof ask; readonly answer: A | null } | null>(null);
  const thread = useRef<Promise<Thread<W>> | null>(null);
  const waiting = useRef(false);
  useEffect(() => {
    let isCurrent = true;
    // What is still reckoned for an older question is not waited for.
    if (waiting.current) {
      void thread.current?.then((t) => t.worker.terminate());
      thread.current = null;
    }
    waiting.current = true;
    thread.current ??= begin<W>(make);
    thread.current
      .then((t) => ask(t.remote))
      .then(
        (answer) => isCurrent && setDone({ of: ask, answer }),
        () => isCurrent && setDone({ of: ask, answer: null }),
      )
      .finally(() => {
        if (isCurrent) waiting.current = false;
      })
      .catch(() => undefined);
    return () => {
      isCurrent = false;
    };
  }, [make, ask]);
  useEffect(
    () => () => {
      void thread.current?.then((t) => t.worker.terminate());
      thread.current = null;
    },
    [],
  );
  const current = done?.of === ask;
  return { answer: done?.answer ?? null, busy: !current, failed: current && done.answer === null };
}
