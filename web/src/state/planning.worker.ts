import {
  gainsOf,
  planJob,
  proofsOf,
  settingOf,
  type Bundle,
  type Gains,
  type Planning,
  type Proofs,
} from '@elwand/core';
import { expose } from 'comlink';

/** The last search, by the number of the question: its options need not travel back to be replayed. */
let searched: { readonly turn: number; readonly planning: Planning } | null = null;

const worker = {
  /** Searches the routes of one job; `onShare` hears how far it is, from 0 to 1. */
  plan: (turn: number, bundle: Bundle, onShare: (share: number) => void): Planning => {
    const planning = planJob(settingOf(bundle), (share) => onShare(share));
    searched = { turn, planning };
    return planning;
  },
  /** Replays every option of a job. @param turn the search whose options they are, if it was searched here */
  prove: (turn: number, bundle: Bundle): Proofs =>
    proofsOf(bundle, searched?.turn === turn ? searched.planning : undefined),
  /** What would make the job much less work. */
  gains: (bundle: Bundle): Gains => gainsOf(settingOf(bundle)),
};
export type PlanningWorker = typeof worker;
expose(worker);
