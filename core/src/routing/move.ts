import type { CodePack } from '../codes/pack.ts';
import type { CableType, House, WallId } from '../document/index.ts';
import type { PlanOfHouse, Spot, WallFrame } from '../structure/index.ts';
import type { Text, Tool } from '../words/index.ts';
import type { Bore, Through } from './boring.ts';
import type { OperationKind } from './operations.ts';
import type { Place } from './places.ts';

export interface Hole {
  readonly through: Through;
  readonly diameterMm: number;
  /** What stays of the wood to its nearer face when drilled in the middle. */
  readonly edgeMm: number;
  readonly plateNeeded: boolean;
  readonly fireSeal: boolean;
  /** Sheet steel: the cable goes through a bushing that is snapped in first. */
  readonly bushing: boolean;
  /** Where to mark: along the wall from its left corner, and how high. */
  readonly wallId: WallId;
  readonly xMm: number;
  readonly heightMm: number;
  /** The bay it opens into, from stud to stud, mm. */
  readonly bayMm: readonly [number, number];
  /** What it goes through and the bit for it; undefined in sheet steel. */
  readonly bore: Bore | undefined;
}

/** A joist that is bored for a run below the floor. */
export interface JoistHole {
  readonly spot: Spot;
  readonly diameterMm: number;
  /** Wood that must stay above and below the hole, mm. */
  readonly keepMm: number;
}

export interface Move {
  readonly op: OperationKind;
  readonly from: Place;
  readonly to: Place;
  readonly cableMm: number;
  readonly minutes: number;
  readonly openedMm2: number;
  readonly holes: readonly Hole[];
  readonly joists: readonly JoistHole[];
  /** Holes that an earlier run has drilled and this one goes through as well. */
  readonly again?: readonly Hole[];
  readonly joistsAgain?: readonly JoistHole[];
  /** The run that has done this work, by its place in the plan: nothing is drilled or opened for it here. */
  readonly doneBy?: number;
  /** Steel plates over a cable that runs too near a face without a hole of its own. */
  readonly plates: number;
  /** Distances along this move at which the cable is fastened, mm; empty where it is fished. */
  readonly supportsMm: readonly number[];
  readonly says: Text;
  readonly why: Text;
}

export interface Route {
  readonly from: string;
  readonly to: string;
  readonly moves: readonly Move[];
  /** What is cut: with the slack left at both boxes, and for a cable with its sag, up to the next 6 in. */
  readonly cableMm: number;
  readonly minutes: number;
  readonly openedMm2: number;
  readonly cost: number;
  readonly tools: readonly Tool[];
  readonly places: readonly Place[];
}

/** What a way lies in. */
export interface RouteSetting {
  readonly house: House;
  readonly plan: PlanOfHouse;
  readonly frames: ReadonlyMap<WallId, WallFrame>;
  readonly pack: CodePack;
  /** Wiring method of the run: the holes of a raceway must take the pipe and its connectors. */
  readonly method: CableType;
}
