import type { Say, UnitSystem } from '@elwand/core';
import { useSelector } from 'react-redux';
import type { RootState } from '../state/store.ts';
import { sayIn } from './voices.ts';

/** Units of the house that is open; feet and inches where none is. */
export const useUnits = (): UnitSystem =>
  useSelector((s: RootState) => s.document.present?.house.units ?? 'imperial');

/** Says messages in the units of the house that is open. */
export const useSay = (): Say => sayIn(useUnits());
