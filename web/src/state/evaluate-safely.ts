import { evaluate, type Bundle, type Evaluation, type Planning } from '@elwand/core';

export interface Judged {
  readonly evaluation: Evaluation;
  /** What went wrong with this document; what is shown is then the answer before it. */
  readonly fault: string | null;
}

let last: Evaluation | null = null;

/**
 * Evaluates a document. When that fails, which is a fault of ours, the last answer of the same job stays on screen, so that the
 * person can go on, undo, and download what they have.
 * @throws what evaluate threw, when there is no earlier answer to stand in
 */
export function evaluateSafely(bundle: Bundle, planning?: Planning): Judged {
  try {
    last = evaluate(bundle, planning);
    return { evaluation: last, fault: null };
  } catch (error) {
    if (!last || last.given.job.id !== bundle.job.id || last.given.house.id !== bundle.house.id) throw error;
    return { evaluation: last, fault: error instanceof Error ? error.message : String(error) };
  }
}
