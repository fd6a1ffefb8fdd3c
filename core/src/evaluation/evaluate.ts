import type { Bundle } from '../document/index.ts';
import type { Planning } from '../planning/index.ts';
import type { Fault } from '../proof/index.ts';
import { judge, type Evaluation } from './judge.ts';
import { proveOption } from './prove-option.ts';

/**
 * The front door: everything there is to say of one house and one job, each option replayed before it is believed.
 * @param planned options that were searched already; left out, they are searched here
 */
export const evaluate = (given: Bundle, planned?: Planning): Evaluation =>
  judge(given, { prove: proveOption, planned });

/** What the replays say of each option, by its key. */
export type Proofs = ReadonlyMap<string, readonly Fault[]>;

/** The replays of every option alone, for whoever shows the rest meanwhile. */
export function proofsOf(given: Bundle, planned?: Planning): Proofs {
  const proofs = new Map<string, readonly Fault[]>();
  judge(given, {
    planned,
    prove: (...of) => {
      const faults = proveOption(...of);
      proofs.set(of[1].key, faults);
      return faults;
    },
  });
  return proofs;
}
