import { makeJob, type Evaluation, type House } from '@elwand/core';
import { createContext, useContext, useMemo } from 'react';
import type { Edits } from '../state/edit.ts';
import { evaluateSafely } from '../state/evaluate-safely.ts';

export interface HouseWork {
  readonly house: House;
  readonly evaluation: Evaluation;
  readonly edits: Edits;
}

export const HouseContext = createContext<HouseWork | null>(null);

export function useHouse(): HouseWork {
  const work = useContext(HouseContext);
  if (!work) throw new Error('useHouse is for the pages of a house');
  return work;
}

/** A house looked at for itself, with no job: framing, feed, standing faults. */
export const useHouseEvaluation = (house: House): Evaluation =>
  useMemo(() => evaluateSafely({ house, job: makeJob('none', house.id, 'none') }).evaluation, [house]);
