import {
  derivedId,
  ItemId,
  PointId,
  type Breaker,
  type Cable,
  type CableType,
  type House,
  type Job,
  type WallId,
  type Want,
} from '../document/index.ts';
import type { CodePack } from '../codes/index.ts';
import type { Feed } from '../feed/index.ts';
import type { Route } from '../routing/index.ts';
import type { PlanOfHouse, WallFrame } from '../structure/index.ts';
import type { CutIn } from './candidate.ts';
import { type Text, msg } from '../words/index.ts';

/** A job and the house it is in, with what is worked out of its walls and the rules it is under. */
export interface JobInHouse {
  readonly house: House;
  readonly job: Job;
  readonly plan: PlanOfHouse;
  readonly frames: ReadonlyMap<WallId, WallFrame>;
  readonly pack: CodePack;
}

/** What a plan is made from: the job in its house, and what feeds what before anything is done. */
export interface PlanSetting extends JobInHouse {
  readonly feed: Feed;
}

/** The id that a load of a want has in the planned house. */
export const newLoadId = (want: Pick<Want, 'id'>, index: number): ItemId =>
  ItemId.parse(derivedId('new-load', want.id, index));

/** Id of the point that a want becomes in the house as planned. */
export const newPointId = (want: Pick<Want, 'id'>): PointId => PointId.parse(derivedId('new', want.id));

/** What the conductors of a new cable carry, and which switch commands them. */
export type LegRole = Readonly<Pick<Cable, 'carries' | 'conductors' | 'switchedBy' | 'switchedNth' | 'also'>>;

/** Only what a cable takes over from its leg. */
export const roleOf = ({ carries, conductors, switchedBy, switchedNth, also }: LegRole): LegRole => ({
  carries,
  conductors,
  switchedBy,
  ...(switchedNth === undefined ? {} : { switchedNth }),
  ...(also ? { also } : {}),
});

export interface PlannedLeg extends LegRole {
  readonly from: string;
  readonly to: string;
  readonly breaker: Breaker;
  /** Wiring method that the way was searched for. */
  readonly method: CableType;
  readonly route: Route;
  /** Set when the leg leaves a receptacle that already gives protection, from its LOAD side. */
  readonly fromProtected: boolean;
  /** The leg starts at a new breaker in a panel. */
  readonly atPanel: boolean;
  /** Current-carrying conductors of another new cable in the same hole; left out, it has its holes to itself. */
  readonly beside?: number;
  /** A box moves here with its own cables, which reach that far: there is no new one. */
  readonly own?: { readonly reachMm: number };
  /** The leg starts in a cable that is cut into. */
  readonly cut: CutIn | null;
}

/** In which kind of place the new cable mostly goes: what makes two options different in kind. */
export type RouteKind =
  | 'no new cable'
  | 'same bay'
  | 'through the wall'
  | 'over the attic'
  | 'under the floor'
  | 'opening the wall'
  | 'opening the ceiling'
  | 'behind the baseboard'
  | 'behind the crown molding'
  | 'on the surface'
  | 'inside a soffit'
  | 'outside'
  | 'between floors'
  | 'mixed';

/** Where a new cable goes, in words. */
export const routeKindText = (way: RouteKind): Text => msg(`planning.way.${way}`);

export interface Tap {
  /** The box; or the panel's id where a new circuit starts. */
  readonly pointId: PointId;
  readonly label: Text;
  readonly breaker: Breaker;
  readonly atPanel: boolean;
}

export interface Option {
  readonly key: string;
  readonly taps: readonly Tap[];
  readonly way: RouteKind;
  readonly legs: readonly PlannedLeg[];
  /** How wanted switches get their power: "power at the switch", "power at L1". Empty without them. */
  readonly schemes: readonly Text[];
  readonly cableMm: number;
  readonly holes: number;
  /** Places where a finished surface is opened. */
  readonly openings: number;
  readonly openedMm2: number;
  /** Sum of the steps with the power off; 0 until they are worked out. */
  readonly outageMinutes: number;
  readonly minutes: number;
  readonly visits: { readonly evenings: number; readonly days: number };
  readonly dark: readonly PointId[];
  /** Weighed sum of likelihoods that a move goes wrong: to compare, not to read as odds. */
  readonly risk: number;
  readonly cost: number;
  /** What the way costs more than the best one, in words. */
  readonly why: Text;
}
