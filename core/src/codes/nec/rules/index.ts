import type { Rule } from '../../pack.ts';
import { gaugeForBreaker, receptacleRating } from './conductors.ts';
import { boxFill } from './fill.ts';
import { airConditioner, connectedLoad, cordShare, fixedShare } from './load.ts';
import { arcFault, groundFault, weatherAndTamper } from './protection.ts';
import { boxCondition, cableMaterial, grounding, multiwire } from './condition.ts';
import { accessible, drop, provedLabel, switchHeight } from './site.ts';

/** Every rule of the pack, in the order in which the checks column lists equals. Adding a rule is one line here. */
export const RULES: readonly Rule[] = [
  cableMaterial,
  grounding,
  boxCondition,
  gaugeForBreaker,
  connectedLoad,
  cordShare,
  fixedShare,
  airConditioner,
  receptacleRating,
  boxFill,
  groundFault,
  arcFault,
  weatherAndTamper,
  multiwire,
  drop,
  accessible,
  switchHeight,
  provedLabel,
];
