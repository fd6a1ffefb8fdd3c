import type { Remote } from 'comlink';
import type { FaultWorker } from './fault.worker.ts';

/** Makes the thread in which faults are looked for. */
export const finder = () => new Worker(new URL('./fault.worker.ts', import.meta.url), { type: 'module' });

/** Asks a thread of its own one thing. */
export async function askFinder<A>(ask: (remote: Remote<FaultWorker>) => Promise<A>): Promise<A> {
  const { wrap } = await import('comlink');
  const worker = finder();
  try {
    return await ask(wrap<FaultWorker>(worker));
  } finally {
    worker.terminate();
  }
}
