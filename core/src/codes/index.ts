export * from './pack.ts';
export * from './boxes.ts';
export * from './place.ts';
export { EDITIONS, type Edition } from './nec/tables/editions.ts';
export { necPack, packFor } from './nec/pack.ts';
export * from './nec/ampacity.ts';
export * from './nec/fill.ts';
export * from './nec/raceway.ts';
export * from './nec/replace.ts';
export {
  counterCoverage,
  islandOutlets,
  reached as reachedLine,
  wallCoverage,
  type Coverage,
  type Stretch,
} from './nec/spacing.ts';
export * from './nec/trip.ts';
export { cutFault } from './nec/rules/frame.ts';
export { methodsFor } from './nec/rules/method.ts';
export { limitWords } from './nec/tables/limits.ts';
export { outletCoverage, type RoomOutlets } from './nec/rules/outlets.ts';
export {
  LIMITS,
  LIMIT_KEYS,
  isLimitKey,
  inLimitRange,
  limitRange,
  type LimitKey,
  type LimitUnit,
} from './nec/tables/limits.ts';
export { METHODS, NEW_METHODS, RUN_PLACES, type RunPlace } from './nec/tables/methods.ts';
export { BORE, THHN, type RacewayKind, type TradeSize } from './nec/tables/raceway.ts';
export { CORD_LIMIT_BY_RECEPTACLE, cordLimitSource } from './nec/tables/conductors.ts';
export { GAUGES, insulationC } from './nec/tables/ampacity.ts';
export { checksAt, SITE_CHECKS, type CheckFacts, type SiteCheck } from './nec/tables/checks.ts';
