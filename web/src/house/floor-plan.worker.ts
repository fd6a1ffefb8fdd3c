import { readFloorPlan } from '@elwand/core/sheets';
import { expose } from 'comlink';

/** Reads drawings beside the screen: a large one takes a second or two. */
const worker = { read: readFloorPlan };
export type FloorPlanWorker = typeof worker;
expose(worker);
