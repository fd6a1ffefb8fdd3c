import { planJob, settingOf, type Bundle, type Planning } from '@elwand/core';
import { expose } from 'comlink';

const worker = {
  /** Searches the ways of one job; `onShare` hears how far it is, from 0 to 1. */
  plan: (bundle: Bundle, onShare: (share: number) => void): Planning =>
    planJob(settingOf(bundle), (share) => onShare(share)),
};
export type PlanningWorker = typeof worker;
expose(worker);
