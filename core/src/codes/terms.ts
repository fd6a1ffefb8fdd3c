import type { Source } from '../findings/index.ts';

/**
 * What every body of rules has to tell, whatever it is called there: kinds of place that a run passes, how a method is fastened,
 * and the single numbers that rules compare with and that a place may change.
 */

export type RunPlace =
  'dry' | 'damp' | 'wet' | 'masonry' | 'attic' | 'exposed' | 'damage' | 'sunlight' | 'joist-undersides';

/** How a wiring method is fastened where it runs in the open: how far apart at most, and the first one from a box, mm. */
export interface Support {
  readonly everyMm: number;
  readonly fromBoxMm: number;
  readonly source: Source;
}

export const LIMIT_KEYS = [
  'continuousFactor',
  'motorFactor',
  'cordShare',
  'fixedShare',
  'arcFaultMoveMm',
  'airConditionerShared',
  'airConditionerAlone',
  'voltageDrop',
  'holeEdgeMm',
  'supportEveryMm',
  'supportFromBoxMm',
  'freeConductorMm',
  'pastOpeningMm',
  'jacketInsideMm',
  'switchHeightMm',
  'boxSetbackMm',
  'gapMm',
  'waterReachMm',
  'wallReachMm',
  'wallSpaceMm',
  'counterReachMm',
  'counterWidthMm',
  'counterHeightMm',
  'countedHeightMm',
  'hallLengthMm',
  'basinReachMm',
  'bathZoneMm',
  'bathZoneHeightMm',
  'luminaireZoneMm',
  'luminaireZoneHeightMm',
  'luminaireWeightKg',
  'wallLuminaireWeightKg',
  'fanWeightKg',
  'fanMarkedWeightKg',
  'tamperHeightMm',
  'joistHoleShare',
  'joistHoleEdgeMm',
  'joistNotchShare',
  'joistEndNotchShare',
  'studHoleShare',
  'studHoleBearingShare',
  'studHoleEdgeMm',
  'studNotchShare',
  'studNotchBearingShare',
  'plateCutShare',
  'bendDegrees',
  'oppositeBoxesMm',
  'ratedBoxIn2',
  'ratedBoxesShare',
] as const;
export type LimitKey = (typeof LIMIT_KEYS)[number];

const KEYS: ReadonlySet<string> = new Set(LIMIT_KEYS);
export const isLimitKey = (key: string): key is LimitKey => KEYS.has(key);
