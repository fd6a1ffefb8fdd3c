import type { Finding } from '../findings/index.ts';
import type { Fault } from '../proof/index.ts';
import { msg } from '../words/index.ts';

/** The rule that a fault of a replay is listed under. */
const PROOF = 'proof';

/** Stands in for the replay of an option until it has been run: what was not replayed is not OK. */
export const UNPROVED: Finding = {
  rule: PROOF,
  key: `${PROOF}:running`,
  severity: 'watch',
  origin: 'new',
  mark: 'do',
  subjects: [],
  says: msg('evaluation.proof.running'),
  detail: msg('evaluation.proof.running-why'),
  sources: [],
  remedies: [],
};

/** Faults of an option as findings: a contradiction stops it, a missing fact is asked. */
export function proofFindings(faults: readonly Fault[]): Finding[] {
  return faults.map((f): Finding => {
    const question = f.kind === 'question';
    return {
      rule: PROOF,
      key: `${PROOF}:${f.what}:${f.subjects.join()}:${JSON.stringify(f.says)}`,
      severity: question ? 'watch' : 'stop',
      origin: 'new',
      mark: MARK_OF[f.replay],
      subjects: f.subjects,
      says: question ? f.says : msg('evaluation.proof.stop', { fault: f.says }),
      detail: question ? msg('evaluation.proof.ask-why') : msg('evaluation.proof.stop-why'),
      sources: [{ kind: 'computed', from: REPLAYED[f.replay] }],
      remedies: [],
    };
  });
}
const REPLAYED = {
  geometry: msg('evaluation.proof.geometry'),
  electrical: msg('evaluation.proof.electrical'),
  work: msg('evaluation.proof.work'),
  parts: msg('evaluation.proof.parts'),
} as const;
const MARK_OF = { geometry: 'run', electrical: 'wire', work: 'do', parts: 'buy' } as const;
