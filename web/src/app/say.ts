import type { Say } from '@elwand/core';
import { useSelector } from 'react-redux';
import type { RootState } from '../state/store.ts';
import { sayIn } from './voices.ts';

/** Says messages in the units of the house that is open; in feet and inches where none is. */
export const useSay = (): Say =>
  sayIn(useSelector((s: RootState) => s.document.present?.house.units ?? 'imperial'));
