import type { House, PointId } from '@elwand/core';
import {
  contradictions,
  nextAsk,
  readBox,
  wrongWith,
  type Asked,
  type BoxTold,
  type CannotRead,
  type Contradiction,
  type Kept,
  type SeenBox,
  type Wrong,
} from '@elwand/core/reading';
import { expose } from 'comlink';

/** What a box says by now. */
export interface BoxAnswer {
  readonly told: BoxTold | null;
  readonly cannot: CannotRead | null;
  readonly wrong: readonly Wrong[];
  readonly next: Asked | null;
  readonly against: readonly Contradiction[];
  /** How many wirings are left. */
  readonly left: number;
}

let before: Kept | undefined;

/** Reads a box beside the screen: a full one takes a second or two. One more reading goes on from the last answer. */
function read(seen: SeenBox, house: House, pointId: PointId): BoxAnswer {
  const box = readBox(seen, before);
  if ('why' in box) {
    before = undefined;
    return { told: null, cannot: box, wrong: wrongWith(seen, null), next: null, against: [], left: 0 };
  }
  const { kept, ...told } = box;
  before = kept;
  return {
    told,
    cannot: null,
    wrong: wrongWith(seen, box),
    next: nextAsk(kept),
    against: contradictions(house, pointId, seen, told),
    left: kept.wirings.length,
  };
}

const worker = { read };
export type ReadWorker = typeof worker;
expose(worker);
