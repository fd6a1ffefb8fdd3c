import { judge, type Bundle, type Evaluation, type Planning, type Proofs, type Prover } from '@elwand/core';

export interface Judged {
  readonly evaluation: Evaluation;
  /** What went wrong with this document; what is shown is then the answer before it. */
  readonly fault: string | null;
}

/** Looks up what the worker said of each option; what it has not spoken of yet is not believed. */
export const proverOf =
  (proofs: Proofs | null): Prover =>
  (_bundle, { key }) =>
    proofs?.get(key) ?? null;

let last: Evaluation | null = null;

/**
 * Evaluates a document. When that fails, which is a fault of ours, the last answer of the same job stays on screen, so that the
 * person can go on, undo, and download what they have.
 * @throws what judge threw, when there is no earlier answer to stand in
 */
export function evaluateSafely(bundle: Bundle, planned?: Planning, proofs: Proofs | null = null): Judged {
  try {
    last = judge(bundle, { planned, prove: proverOf(proofs) });
    return { evaluation: last, fault: null };
  } catch (error) {
    if (!last || last.given.job.id !== bundle.job.id || last.given.house.id !== bundle.house.id) throw error;
    return { evaluation: last, fault: error instanceof Error ? error.message : String(error) };
  }
}
