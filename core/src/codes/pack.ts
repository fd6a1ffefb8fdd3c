import type {
  ApplianceKind,
  BoxExtras,
  CableType,
  Gauge,
  House,
  Metal,
  Room,
  RoomUse,
  WallId,
} from '../document/index.ts';
import type { Text } from '../words/index.ts';
import type { Finding, Origin, Sourced, Source } from '../findings/index.ts';
import type { Feed } from '../feed/index.ts';
import type { PlanOfHouse } from '../structure/index.ts';
import type { LimitKey, RunPlace, Support } from './terms.ts';

/** What surrounds an outlet, as far as protection and device kinds depend on it. */
export interface PlaceFacts {
  readonly use: RoomUse;
  readonly moisture: NonNullable<Room['moisture']>;
  readonly heightMm: number;
  /** Shortest cord path to the edge of a sink in the room, mm; null when there is none. */
  readonly toSinkMm: number | null;
  /** Straight to the nearest sink of the house, walls or not, mm. */
  readonly toSinkStraightMm: number | null;
  /** To a tub or shower of the room: in space, sideways, and above its rim, mm. */
  readonly toTub: { readonly mm: number; readonly asideMm: number; readonly aboveRimMm: number } | null;
  /** It serves a kitchen counter. */
  readonly overCounter: boolean;
  readonly volts: 120 | 240;
}

/** What is connected at an outlet, where the rule goes by that and not by the room. */
export interface OutletFacts {
  readonly kind: 'receptacle' | 'light' | 'appliance';
  readonly appliance: ApplianceKind | null;
  readonly amps: number;
}

export interface Need {
  readonly needed: boolean;
  readonly why: Text;
  readonly source: Source;
}

export type FillGauge = '18' | '16' | Gauge;

/** What one conductor-volume count needs. All counts are of things in one box. */
export interface BoxContents {
  /** Insulated conductors that enter from outside, by gauge. */
  readonly conductors: Partial<Record<FillGauge, number>>;
  /** Equipment grounding conductors that enter, and the largest of them. */
  readonly grounds: number;
  readonly largestGround: Gauge | null;
  readonly clampsInside: boolean;
  /** One entry a yoke: gangs it takes and the largest conductor on it. */
  readonly yokes: readonly { gangs: number; gauge: Gauge }[];
  readonly extras?: BoxExtras;
}

export interface FillItem {
  readonly what: Text;
  readonly count: number;
  readonly eachCubicInches: number;
  readonly cubicInches: number;
}
export interface Fill {
  /** It holds conductors of 4 AWG or larger: their box goes by length and width, and no volume says whether it is enough. */
  readonly bySize: boolean;
  readonly items: readonly FillItem[];
  readonly cubicInches: number;
  readonly source: Source;
}

/** A hole or notch that the plan makes in the frame. */
export interface CutFact {
  readonly member: 'stud' | 'joist' | 'top-plate' | 'bottom-plate';
  /** Depth of the member across which the cut goes, mm, and the cut, mm. */
  readonly depthMm: number;
  readonly cutMm: number;
  readonly kind: 'hole' | 'notch';
  /** Wood between the cut and the nearer edge, mm. */
  readonly edgeMm: number;
  /** A bearing or outside wall, where the limits are tighter. */
  readonly bearing: boolean;
  readonly engineered: boolean;
  /** Of a notch in a joist, where along its span; left out, in an outer third. */
  readonly along?: 'end' | 'outer' | 'middle' | undefined;
}

/** A run of new cable as the rules see it: which places it passes and what it cuts. */
export interface RunFact {
  readonly cableId: string;
  readonly label: Text;
  readonly places: readonly { readonly place: RunPlace; readonly where: Text }[];
  /** Some of it is fished, or runs inside a finished wall or ceiling. */
  readonly concealed: boolean;
  readonly attic: boolean;
  /** All bends of a raceway between its boxes, degrees; null where it is a cable. */
  readonly bendDegrees: number | null;
  readonly cuts: readonly CutFact[];
  /** What is bored: where, how much wood, the shortest bit and the longest that fits, mm. */
  readonly bores: readonly BoreFact[];
}

/** One hole as somebody with a drill meets it. */
export interface BoreFact {
  readonly through: Text;
  readonly wallId: WallId;
  readonly woodMm: number;
  readonly nailer: boolean;
  readonly bitLeastMm: number;
  readonly bitMostMm: number | null;
}

/** The whole house before or after the planned work, as the rules see it. */
export interface RuleContext {
  readonly house: House;
  /** The house as it stood before anything that the plan does. */
  readonly stood: House;
  readonly feed: Feed;
  readonly plan: PlanOfHouse;
  readonly pack: CodePack;
  /** Ids of points and cables that the plan adds or touches; empty when judging the house as it stands. */
  readonly touched: ReadonlySet<string>;
  /** Ids of the points and cables that the plan brings in; whatever ids the house uses, they are none of these. */
  readonly fresh: ReadonlySet<string>;
  /** Room the person likes to leave in a box, in3; a wish for what is offered, never a fault. */
  readonly boxMargin: number;
  /** Breakers that the plan extends. */
  readonly extended: ReadonlySet<string>;
  /** Ways of the new cables; none when judging the house as it stands. */
  readonly runs: readonly RunFact[];
  /** Points where the plan puts another receptacle in place of the one that is there. */
  readonly replaced: ReadonlySet<string>;
  /** New points that take over what was at an old one: moved, with nothing added. */
  readonly moved: ReadonlySet<string>;
  /** Points that are there and get one more outlet. */
  readonly added: ReadonlySet<string>;
  /** Keys of the other options of the job, to offer where a tap does not fit. */
  readonly otherOptions: readonly { readonly key: string; readonly says: Text }[];
}

/** A finding before anybody has compared it with the house as it stood; `origin` is set where the rule itself knows. */
export type Judgement = Omit<Finding, 'origin'> & { readonly origin?: Origin };

/** One number that a rule compares with, as the page of rules prints it. */
export interface RuleNumber {
  readonly what: Text;
  readonly value: Text;
  readonly source: Source;
}

export interface Rule {
  readonly id: string;
  readonly title: Text;
  /** What it checks, in a sentence or two, for somebody who wants to know what the tool looks at. */
  readonly about: Text;
  readonly numbers: (pack: CodePack) => readonly RuleNumber[];
  readonly check: (context: RuleContext) => readonly Judgement[];
}

/** One body of rules (a code and its edition, with local amendments) behind one interface. */
export interface CodePack {
  readonly id: House['code'];
  readonly title: string;
  readonly edition: number;
  /** Largest overcurrent device for a conductor at 30 C and alone, A; undefined where the table has no entry. */
  readonly breakerLimit: (gauge: Gauge, metal: Metal) => Sourced<number> | undefined;
  /** Smallest conductor a breaker of that rating may protect. */
  readonly minimumGauge: (amps: number, metal: Metal) => Gauge | undefined;
  /** Volume one conductor takes, in3. */
  readonly fill: (contents: BoxContents) => Fill;
  /** Direct-current resistance, ohm per meter, at a conductor temperature in Celsius. */
  readonly resistance: (gauge: Gauge, metal: Metal, celsius: number) => Sourced<number>;
  readonly groundFault: (place: PlaceFacts, outlet: OutletFacts) => Need;
  readonly arcFault: (use: RoomUse, amps: number, poles?: 1 | 2) => Need;
  readonly tamperResistant: (place: PlaceFacts) => Need;
  readonly weatherResistant: (place: PlaceFacts) => Need;
  /** May a receptacle be there at all, as far as a tub or shower goes? `needed` means it may not. */
  readonly bathZone: (place: PlaceFacts) => Need;
  /** Receptacle ratings that a multi-outlet circuit may have, A. */
  readonly receptacleRatings: (breakerAmps: number) => Sourced<readonly number[]>;
  /** How a wiring method is fastened where it runs in the open, mm. */
  readonly support: (method: CableType) => Support;
  readonly limits: Readonly<Record<LimitKey, Sourced<number>>>;
  /** Limits that the place has changed: what the code says, what holds here, and whether that is looser. */
  readonly amended: readonly Amended[];
  readonly rules: readonly Rule[];
}

export interface Amended {
  readonly limit: LimitKey;
  readonly title: Text;
  readonly code: Sourced<number>;
  readonly here: number;
  readonly looser: boolean;
  readonly note: string;
}
