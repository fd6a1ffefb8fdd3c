import type { Rule } from '../../pack.ts';
import { gaugeForBreaker, receptacleRating } from './conductors.ts';
import { setAside } from './circuits.ts';
import { divider, rightControl, switchNeutral } from './controls.ts';
import { dimmedOutlet, idleSwitch, unswitchedLight } from './commanded.ts';
import { dimmerLoad } from './dimmers.ts';
import { surfaceToCome } from './surfaces.ts';
import { boxFill } from './fill.ts';
import { airConditioner, connectedLoad, cordShare, feeder, fixedShare } from './load.ts';
import { arcFault } from './arc-fault.ts';
import { groundFault } from './ground-fault.ts';
import { bathZone, weatherAndTamper } from './protection.ts';
import { boxCondition, cableMaterial, grounding, multiwire } from './condition.ts';
import { accessible, drop, provedLabel, switchHeight } from './site.ts';
import { ampacityWhereItRuns, tripBeforeDamage } from './heat.ts';
import { groundPath, racewayFillRule } from './raceway.ts';
import { wiringMethod } from './method.ts';
import { outletRequired, outletSpacing } from './outlets.ts';
import { boring, cuts } from './frame.ts';
import { bends } from './bends.ts';
import { tandems } from './panel.ts';
import { separation } from './separation.ts';
import { halves, switches } from './switched.ts';
import { boxListing, boxMaterial } from './listing.ts';
import { localAmendments, reMarked, replaced } from './local.ts';

/** Every rule of the pack, in the order in which the checks column lists equals. Adding a rule is one line here. */
export const RULES: readonly Rule[] = [
  cableMaterial,
  grounding,
  groundPath,
  boxCondition,
  gaugeForBreaker,
  ampacityWhereItRuns,
  tripBeforeDamage,
  connectedLoad,
  cordShare,
  fixedShare,
  airConditioner,
  feeder,
  receptacleRating,
  setAside,
  boxFill,
  boxListing,
  boxMaterial,
  racewayFillRule,
  bends,
  wiringMethod,
  cuts,
  boring,
  groundFault,
  arcFault,
  bathZone,
  replaced,
  weatherAndTamper,
  multiwire,
  reMarked,
  halves,
  switches,
  dimmedOutlet,
  rightControl,
  dimmerLoad,
  switchNeutral,
  divider,
  unswitchedLight,
  idleSwitch,
  drop,
  accessible,
  surfaceToCome,
  switchHeight,
  outletSpacing,
  outletRequired,
  separation,
  tandems,
  provedLabel,
  localAmendments,
];
