import { type Bundle, type Gains, type Planning, type Proofs, msg } from '@elwand/core';
import { pageIsUp } from '../app/piece.tsx';
import type { PlanningWorker } from './planning.worker.ts';
import { SaidError } from '../app/said-error.ts';

/** What the thread is asked. */
type Task = 'search' | 'replay';

interface Running {
  readonly thread: Worker;
  readonly plan: (turn: number, bundle: Bundle, onShare: (share: number) => void) => Promise<Planning>;
  readonly prove: (turn: number, bundle: Bundle) => Promise<Proofs>;
  readonly gains: (bundle: Bundle) => Promise<Gains>;
}
let running: Promise<Running> | null = null;

/** An answer that takes longer will not come: the largest house takes a few seconds. */
const LONGEST_MS = 60_000;

/** Rejects when the thread can't be loaded, breaks down, or takes too long: a question to it never just hangs. */
function failureOf(
  thread: Worker,
  what: Task,
): { readonly failed: Promise<never>; readonly over: () => void } {
  let over = () => {};
  const failed = new Promise<never>((_resolve, reject) => {
    const fail = () => reject(new SaidError(msg(`screen.state.broke-off.${what}`)));
    const timer = setTimeout(
      () => reject(new SaidError(msg(`screen.state.took-too-long.${what}`))),
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

async function start(): Promise<Running> {
  const { proxy, wrap } = await import('comlink');
  const thread = new Worker(new URL('./planning.worker.ts', import.meta.url), { type: 'module' });
  const remote = wrap<PlanningWorker>(thread);
  const answer = async <T>(what: Task, asked: Promise<T>): Promise<T> => {
    const { failed, over } = failureOf(thread, what);
    try {
      return await Promise.race([asked, failed]);
    } catch (error) {
      // A thread that failed once is not asked again.
      stopThread();
      throw error instanceof Error ? error : new SaidError(msg(`screen.state.broke-off.${what}`));
    } finally {
      over();
    }
  };
  return {
    thread,
    plan: (turn, bundle, onShare) => answer('search', remote.plan(turn, bundle, proxy(onShare))),
    prove: (turn, bundle) => answer('replay', remote.prove(turn, bundle)),
    gains: (bundle) => answer('search', remote.gains(bundle)),
  };
}

/** The worker beside the screen, and what talks to it; started when it is first asked. */
const thread = (): Promise<Running> => {
  const asked = (running ??= start());
  asked.catch(() => {
    running = null;
  });
  return asked;
};

/** Ends what the worker is at; the next question starts a new one. */
export function stopThread(): void {
  void running?.then(({ thread: old }) => old.terminate());
  running = null;
}

let turns = 0;

/** A search beside the screen, and its number: the replays of its options are asked for by it. */
export async function searchBehind(
  bundle: Bundle,
  onShare: (share: number) => void = () => undefined,
): Promise<{ readonly turn: number; readonly planning: Planning }> {
  const turn = ++turns;
  return { turn, planning: await (await thread()).plan(turn, bundle, onShare) };
}

/** Replays beside the screen. @param turn the search whose options they are; 0 where they were searched elsewhere */
export async function proveBehind(bundle: Bundle, turn = 0): Promise<Proofs> {
  await pageIsUp;
  return (await thread()).prove(turn, bundle);
}

/** Looks beside what is wanted for places where the job would cost much less. */
export async function gainsBehind(bundle: Bundle): Promise<Gains> {
  await pageIsUp;
  return (await thread()).gains(bundle);
}
