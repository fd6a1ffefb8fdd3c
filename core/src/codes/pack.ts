import type { Gauge, House, Metal, RoomUse } from '../document/index.ts';
import type { Finding, Origin, Sourced, Source } from '../findings/index.ts';
import type { Feed } from '../feed/index.ts';
import type { PlanOfHouse } from '../structure/index.ts';

/** What surrounds a receptacle, as far as protection and device kinds depend on it. */
export interface PlaceFacts {
  readonly use: RoomUse;
  /** Shortest cord path to the edge of the nearest sink or tub in mm; null when there is none in the room. */
  readonly toWaterMm: number | null;
  readonly heightMm: number;
}

export interface Need {
  readonly needed: boolean;
  readonly why: string;
  readonly source: Source;
}

/** What one conductor-volume count needs. All counts are of things in one box. */
export interface BoxContents {
  /** Insulated conductors that enter from outside, by gauge. */
  readonly conductors: Partial<Record<Gauge, number>>;
  /** Equipment grounding conductors that enter, and the largest of them. */
  readonly grounds: number;
  readonly largestGround: Gauge | null;
  readonly clampsInside: boolean;
  /** One entry a yoke: gangs it takes and the largest conductor on it. */
  readonly yokes: readonly { gangs: number; gauge: Gauge }[];
}

export interface FillItem {
  readonly what: string;
  readonly count: number;
  readonly eachCubicInches: number;
  readonly cubicInches: number;
}
export interface Fill {
  readonly items: readonly FillItem[];
  readonly cubicInches: number;
  readonly source: Source;
}

/** The whole house before or after the planned work, as the rules see it. */
export interface RuleContext {
  readonly house: House;
  readonly feed: Feed;
  readonly plan: PlanOfHouse;
  readonly pack: CodePack;
  /** Ids of points and cables that the plan adds or touches; empty when judging the house as it stands. */
  readonly touched: ReadonlySet<string>;
  /** Room the person likes to leave in a box, in3; a wish for what is offered, never a fault. */
  readonly boxMargin: number;
  /** Breakers that the plan extends. */
  readonly extended: ReadonlySet<string>;
}

/** A finding before anybody has compared it with the house as it stood; `origin` is set where the rule itself knows. */
export type Judgement = Omit<Finding, 'origin'> & { readonly origin?: Origin };

export interface Rule {
  readonly id: string;
  readonly title: string;
  readonly check: (context: RuleContext) => readonly Judgement[];
}

/** One body of rules (a code and its edition) behind one interface. */
export interface CodePack {
  readonly id: House['code'];
  readonly title: string;
  readonly edition: number;
  /** Largest overcurrent device for a conductor, A; undefined where the table has no entry. */
  readonly breakerLimit: (gauge: Gauge, metal: Metal) => Sourced<number> | undefined;
  /** Smallest conductor a breaker of that rating may protect. */
  readonly minimumGauge: (amps: number, metal: Metal) => Gauge | undefined;
  /** Volume one conductor takes, in3. */
  readonly allowance: (gauge: Gauge) => number;
  readonly fill: (contents: BoxContents) => Fill;
  /** Direct-current resistance, ohm per metre, at a conductor temperature in Celsius. */
  readonly resistance: (gauge: Gauge, metal: Metal, celsius: number) => Sourced<number>;
  readonly groundFault: (place: PlaceFacts) => Need;
  readonly arcFault: (use: RoomUse, amps: number) => Need;
  readonly tamperResistant: (place: PlaceFacts) => Need;
  readonly weatherResistant: (place: PlaceFacts) => Need;
  /** Receptacle ratings that a multi-outlet circuit may have, A. */
  readonly receptacleRatings: (breakerAmps: number) => Sourced<readonly number[]>;
  readonly limits: {
    readonly continuousFactor: Sourced<number>;
    readonly cordShare: Sourced<number>;
    readonly fixedShare: Sourced<number>;
    readonly airConditionerShared: Sourced<number>;
    readonly airConditionerAlone: Sourced<number>;
    readonly voltageDrop: Sourced<number>;
    readonly holeEdgeMm: Sourced<number>;
    readonly supportEveryMm: Sourced<number>;
    readonly supportFromBoxMm: Sourced<number>;
    readonly freeConductorMm: Sourced<number>;
    readonly jacketInsideMm: Sourced<number>;
    readonly switchHeightMm: Sourced<number>;
    readonly boxSetbackMm: Sourced<number>;
  };
  readonly rules: readonly Rule[];
}
