import type { Bundle, Evaluation, Proofs, Room, Want } from '@elwand/core';
import type { PaperSheet } from '@elwand/core/sheets';
import { createContext, useContext } from 'react';
import type { Edits } from '../state/edit.ts';

/** What every mark works with. */
export interface Work {
  readonly bundle: Bundle;
  readonly evaluation: Evaluation;
  /** What the replays said of the options last. */
  readonly proofs: Proofs | null;
  /** True once they speak of the job as it is now. */
  readonly proved: boolean;
  readonly edits: Edits;
  readonly room: Room | null;
  /** Places the next wanted point by a click on the strip; null when not placing. */
  readonly placing: Want['kind'] | null;
  readonly setPlacing: (kind: Work['placing']) => void;
  /** Opens the choice of what to print, with these sheets chosen. */
  readonly print: (sheets: readonly PaperSheet[]) => void;
}

export const WorkContext = createContext<Work | null>(null);

export function useWork(): Work {
  const work = useContext(WorkContext);
  if (!work) throw new Error('useWork is for screens inside the workspace');
  return work;
}
