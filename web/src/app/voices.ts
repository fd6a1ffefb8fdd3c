import { speaker, type Say, type UnitSystem } from '@elwand/core';

const VOICES: Readonly<Record<UnitSystem, Say>> = {
  imperial: speaker('imperial'),
  metric: speaker('metric'),
};

/** Says messages in the units of a house. */
export const sayIn = (units: UnitSystem): Say => VOICES[units];

/** Says what has no units in it, where no house is known: problems with the server, messages that pass. */
export const plainly: Say = VOICES.imperial;
