import type { House, PointId } from '@elwand/core';
import type { SeenBox } from '@elwand/core/reading';
import type { Remote } from 'comlink';
import { useCallback } from 'react';
import { useWorkerAnswer, type WorkerAnswer } from '../../state/use-worker.ts';
import type { BoxAnswer, ReadWorker } from './read.worker.ts';

const reader = () => new Worker(new URL('./read.worker.ts', import.meta.url), { type: 'module' });

/** The answer of a box, in a thread of its own. */
export function useBoxAnswer(seen: SeenBox, house: House, pointId: PointId): WorkerAnswer<BoxAnswer> {
  const ask = useCallback(
    (remote: Remote<ReadWorker>): Promise<BoxAnswer> => remote.read(seen, house, pointId),
    [seen, house, pointId],
  );
  return useWorkerAnswer(reader, ask);
}
