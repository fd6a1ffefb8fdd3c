import { PointId, type Breaker, type CableType, type Want } from '../document/index.ts';
import type { Route } from '../routing/index.ts';

/** Id of the point that a want becomes in the house as planned. */
export const newPointId = (want: Pick<Want, 'id'>): PointId => PointId.parse(`new-${want.id}`.slice(0, 64));

export interface PlannedLeg {
  readonly from: string;
  readonly to: string;
  readonly breaker: Breaker;
  readonly control: Want['control'];
  /** Wiring method that the way was searched for. */
  readonly method: CableType;
  readonly route: Route;
  /** Set when the leg leaves a receptacle that already gives protection, from its LOAD side. */
  readonly fromProtected: boolean;
}

/** In which kind of place the new cable mostly goes: what makes two options different in kind. */
export type Way =
  'same bay' | 'through the wall' | 'over the attic' | 'under the floor' | 'opening the wall' | 'mixed';

export interface Option {
  readonly key: string;
  readonly taps: readonly { pointId: PointId; label: string; breaker: Breaker }[];
  readonly way: Way;
  readonly legs: readonly PlannedLeg[];
  readonly cableMm: number;
  readonly holes: number;
  readonly openedMm2: number;
  /** Sum of the steps with the power off; 0 until they are worked out. */
  readonly outageMinutes: number;
  readonly minutes: number;
  readonly visits: { readonly evenings: number; readonly days: number };
  readonly dark: readonly PointId[];
  readonly cost: number;
  /** What the way costs more than the best one, in words. */
  readonly why: string;
}
