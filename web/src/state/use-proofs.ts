import { type Bundle, type Proofs, msg, type Text } from '@elwand/core';
import { useCallback, useEffect, useRef, useState } from 'react';
import { proveBehind } from './planning-thread.ts';
import { withSentences } from '../app/with-sentences.ts';
import { saysOf } from '../app/said-error.ts';

/** Is there anything to replay? What is signed off stands in the house already. */
const isPlanned = ({ job }: Bundle): boolean =>
  job.signedOff === null && job.wants.length + (job.changes ?? []).length > 0;

const told = (proofs: Proofs): string => JSON.stringify([...proofs]);

/** The proofs that were known, as long as the new ones say the same: nothing has to be drawn again for them. */
export const sameOrNew = (known: Proofs | null, next: Proofs): Proofs =>
  known !== null && told(known) === told(next) ? known : next;

/** What a replay found is said in sentences that come when there is something to say. */
const withTheirSentences = (proofs: Proofs): Promise<Proofs> =>
  [...proofs.values()].some((faults) => faults.length > 0)
    ? withSentences(Promise.resolve(proofs))
    : Promise.resolve(proofs);

interface Proved {
  readonly jobId: string;
  /** What they were asked of. */
  readonly bundle: Bundle;
  readonly proofs: Proofs;
}

export interface Replayed {
  /** What the replays say; of the state before the last change while they run. */
  readonly proofs: Proofs | null;
  /** True once they speak of this very state. */
  readonly proved: boolean;
  /** Why they do not, in a sentence. */
  readonly failed: Text | null;
  readonly again: () => void;
}

/**
 * Replays the options of a job beside the screen, a moment after each change.
 * @param turn the search of the worker whose options they are, 0 for a search on this thread, null while there is none yet
 */
export function useProofs(bundle: Bundle, turn: number | null): Replayed {
  const [last, setLast] = useState<Proved | null>(null);
  const [failure, setFailure] = useState<{ bundle: Bundle; says: Text } | null>(null);
  const running = useRef(false);
  const waiting = turn !== null && isPlanned(bundle) && last?.bundle !== bundle && failure?.bundle !== bundle;
  useEffect(() => {
    if (!waiting) return;
    // One question at a time; of those that come meanwhile only the newest is asked, when the answer draws this again.
    if (running.current) return;
    running.current = true;
    void proveBehind(bundle, turn)
      .then(withTheirSentences)
      .then((proofs) => {
        running.current = false;
        setLast((known) => ({
          jobId: bundle.job.id,
          bundle,
          proofs: sameOrNew(known?.jobId === bundle.job.id ? known.proofs : null, proofs),
        }));
      })
      .catch((error: unknown) => {
        running.current = false;
        setFailure({
          bundle,
          says: saysOf(error, msg('screen.state.broke-off.replay')),
        });
      });
  });
  const again = useCallback(() => setFailure(null), []);
  const failed = failure?.bundle === bundle ? failure.says : null;
  return {
    // What could not be replayed is not believed, whatever was said of it before.
    proofs: failed === null && last?.jobId === bundle.job.id ? last.proofs : null,
    proved: !isPlanned(bundle) || last?.bundle === bundle,
    failed,
    again,
  };
}
