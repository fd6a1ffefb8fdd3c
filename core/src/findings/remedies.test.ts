import { describe, expect, it } from '@jest/globals';
import { runs } from '../testing/runs.ts';
import fc from 'fast-check';
import { evaluate } from '../evaluation/evaluate.ts';
import { anyBundle } from '../testing/random-house.ts';
import { applyEdit, holdsUp, isChoiceOpen, type Edit } from './index.ts';
import { heard, said } from '../testing/said.ts';

/** Changes of the plan: each promises to settle its finding. Answers to questions promise nothing but an end of the question. */
const PLAN: readonly Edit['edit'][] = [
  'set-box',
  'set-ring',
  'clamps-outside',
  'protect',
  'protect-arc',
  'move-want',
  'choose-option',
  'new-gauge',
  'new-method',
  'set-raceway',
];

describe('remedies over generated houses', () => {
  it('a change of the plan removes its finding and adds no stop; an answer ends its question', () => {
    let tried = 0;
    fc.assert(
      fc.property(anyBundle, (b) => {
        const before = evaluate(b);
        const stops = new Set(before.findings.filter((f) => f.severity === 'stop').map((f) => f.key));
        for (const finding of before.findings.filter(holdsUp))
          for (const { edit } of finding.remedies) {
            tried += 1;
            const after = evaluate(applyEdit(b, edit)).findings.filter(holdsUp);
            const same = after.filter((f) => f.key === finding.key && said(f.says) === said(finding.says));
            expect(same).toEqual([]);
            // Protection is chosen for the whole job: another tap or place may be the first to ask for it.
            // Where nothing could be planned before, what speaks against the first plan is nothing new.
            if (PLAN.includes(edit.edit) && before.chosen)
              expect(
                heard(
                  after
                    .filter((f) => f.severity === 'stop' && !stops.has(f.key) && !isChoiceOpen(f))
                    .map((f) => f.says),
                ),
              ).toEqual([]);
          }
      }),
      { numRuns: runs(120), seed: 41, endOnFailure: true },
    );
    expect(tried).toBeGreaterThan(runs(200));
  });
});
