import { speaker, type Say, type UnitSystem } from '@elwand/core';
import { useSelector } from 'react-redux';
import type { RootState } from '../state/store.ts';

const VOICES: Readonly<Record<UnitSystem, Say>> = {
  imperial: speaker('imperial'),
  metric: speaker('metric'),
};

/** Says messages of the core in the units of a house. */
export const sayIn = (units: UnitSystem): Say => VOICES[units];

/** Says messages of the core in the units of the house that is open; in feet and inches where none is. */
export const useSay = (): Say =>
  VOICES[useSelector((s: RootState) => s.document.present?.house.units ?? 'imperial')];
