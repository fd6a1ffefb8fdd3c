import { msg } from '@elwand/core';
import type { ReadPlan } from '@elwand/core/sheets';
import type { FloorPlanWorker } from './floor-plan.worker.ts';
import { SaidError } from '../app/said-error.ts';

/** A drawing that takes longer is no floor plan of a house. */
const LONGEST_MS = 30_000;

/**
 * Reads a floor plan in a thread of its own, which ends with the answer.
 * @throws SaidError when the reading broke off or took too long
 */
export async function readPlanBehind(
  source: string,
  kind: 'dxf' | 'svg',
  mmPerUnit?: number,
): Promise<ReadPlan> {
  const { wrap } = await import('comlink');
  const thread = new Worker(new URL('./floor-plan.worker.ts', import.meta.url), { type: 'module' });
  try {
    return await Promise.race([
      wrap<FloorPlanWorker>(thread).read(source, kind, mmPerUnit),
      new Promise<never>((_resolve, reject) => {
        thread.addEventListener('error', () => reject(new SaidError(msg('screen.rooms.reading-broke-off'))));
        setTimeout(() => reject(new SaidError(msg('screen.rooms.reading-took-too-long'))), LONGEST_MS);
      }),
    ]);
  } finally {
    thread.terminate();
  }
}
