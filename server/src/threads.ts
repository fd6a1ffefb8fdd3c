import { Piscina } from 'piscina';
import { Problem } from './problem.ts';

/** Work that takes the processor for a while is done in a thread of its own, so that it never holds up everybody else. */
export interface Thread<Input, Output> {
  /** @throws Problem when it takes too long or too many wait */
  readonly run: (input: Input) => Promise<Output>;
  readonly close: () => Promise<void>;
}

export interface ThreadSetting {
  /** The worker's file, built or source. */
  readonly script: URL;
  readonly limitMs: number;
  /** How many may wait. */
  readonly waiting: number;
  readonly busy: string;
  readonly slow: Problem;
}

const isWaitingFull = (error: unknown): boolean =>
  error instanceof Error && /queue is at limit|at limit/i.test(error.message);
const isAborted = (error: unknown): boolean =>
  error instanceof Error && (error.name === 'AbortError' || error.name === 'TimeoutError');

/** A thread with a time limit: what takes longer ends the thread, not the server. */
export function threadFor<Input, Output>(setting: ThreadSetting): Thread<Input, Output> {
  const { script, limitMs, waiting, busy, slow } = setting;
  const source = script.pathname.endsWith('.ts');
  const pool = new Piscina({
    filename: script.href,
    minThreads: 0,
    maxThreads: 1,
    maxQueue: waiting,
    idleTimeout: 10_000,
    resourceLimits: { maxOldGenerationSizeMb: 384 },
    execArgv: source ? ['--conditions=@elwand/source', '--import', 'tsx', '--no-warnings'] : [],
  });
  return {
    run: async (input) => {
      try {
        return (await pool.run(input, { signal: AbortSignal.timeout(limitMs) })) as Output;
      } catch (error) {
        if (isWaitingFull(error)) throw new Problem(503, 'Busy', busy, [], { retryAfterSeconds: 5 });
        // A thread that ran out of time or of memory is gone.
        if (isAborted(error) || /worker|memory/i.test(String(error))) throw slow;
        throw error;
      }
    },
    close: () => pool.destroy(),
  };
}
