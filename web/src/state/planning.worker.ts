import { planJob, settingOf, type Bundle, type Planning } from '@elwand/core';
import { expose } from 'comlink';

const worker = { plan: (bundle: Bundle): Planning => planJob(settingOf(bundle)) };
export type PlanningWorker = typeof worker;
expose(worker);
