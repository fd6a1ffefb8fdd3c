import type { Finding } from '../findings/index.ts';
import type { Fault } from '../proof/index.ts';

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
  says: 'Checking this plan step by step',
  detail: 'Its wiring is traced, its steps are carried out and its parts are counted before it counts as OK.',
  sources: [],
  remedies: [],
};

/** Faults of an option as findings: a contradiction stops it, a missing fact is asked. */
export function proofFindings(faults: readonly Fault[]): Finding[] {
  return faults.map((f): Finding => {
    const question = f.kind === 'question';
    return {
      rule: PROOF,
      key: `${PROOF}:${f.what}:${f.subjects.join()}:${f.says}`,
      severity: question ? 'watch' : 'stop',
      origin: 'new',
      mark: MARK_OF[f.replay],
      subjects: f.subjects,
      says: question ? f.says : `This plan doesn’t work: ${f.says}`,
      detail: question
        ? 'Turn one breaker off at a time and test each device and splice. Until then the plan can’t be checked here.'
        : 'Every plan is carried out on paper before it is shown, and this one fails. Choose another option, or change what you asked for.',
      sources: [{ kind: 'computed', from: REPLAYED[f.replay] }],
      remedies: [],
    };
  });
}
const REPLAYED = {
  geometry: 'every run traced through the walls, floors and boxes as they stand',
  electrical: 'the wiring traced through in every switch position',
  work: 'the steps carried out one after the other',
  parts: 'the parts of every box and run against the bill',
} as const;
const MARK_OF = { geometry: 'run', electrical: 'wire', work: 'do', parts: 'buy' } as const;
