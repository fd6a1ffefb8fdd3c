import type { House, Position, RoomId, WallId } from '../document/index.ts';
import type { PlanOfHouse, Spot, WallFrame } from '../structure/index.ts';
import type { OperationKind, Weights } from './operations.ts';

/** Where a node of the graph lies, for drawing and for measuring. Joist bays are closed spaces over a ceiling. */
export type Place =
  | {
      readonly in: 'wall' | 'outside';
      readonly wallId: WallId;
      readonly xMm: number;
      readonly heightMm: number;
    }
  | { readonly in: 'above' | 'below' | 'joists'; readonly spot: Spot; readonly roomId: RoomId };
export type WallPlace = Extract<Place, { wallId: WallId }>;
export type FlatPlace = Extract<Place, { spot: Spot }>;

export const onWall = (place: Place): place is WallPlace => 'wallId' in place;

/** Where the one hole between two places is bored: in the middle of both where they are on one wall, else at the one that is on a wall. */
export function holeBetween(from: Place, to: Place): WallPlace | undefined {
  const at = onWall(from) ? from : onWall(to) ? to : undefined;
  if (!at) return undefined;
  const both = onWall(from) && onWall(to) && from.wallId === to.wallId;
  return both ? { ...at, xMm: (from.xMm + to.xMm) / 2 } : at;
}

export interface Node {
  readonly id: number;
  readonly place: Place;
  /** Set on the node of a box. */
  readonly terminal: string | null;
}

export interface Edge {
  readonly to: number;
  readonly op: OperationKind;
  /** The operation as one bit, for leaving kinds out of a search. */
  readonly bit: number;
  readonly cableMm: number;
  readonly minutes: number;
  readonly openedMm2: number;
  readonly holes: number;
  readonly risk: number;
  readonly cost: number;
  /** The work of it that other cables need not do again, by its place in the graph's list; -1 for none. */
  readonly charge: number;
  /** The cable that did that work before this one, by its place in the plan. */
  readonly doneBy?: number;
}

/** Work that is done once for several cables: a hole, an opening, a trip into the attic. */
export interface Charge {
  /** What a cable saves that finds it done. */
  readonly cost: number;
  readonly minutes: number;
  readonly openedMm2: number;
  readonly holes: number;
  readonly risk: number;
  /** Cables that it serves; the next one has it done anew. */
  readonly most: number;
}

/**
 * A space in which every portal is joined with every other one: an attic, the space below. What a run from one to the other
 * costs is worked out when it is asked for; kept as edges, a large house would have millions of them.
 */
export interface Hall {
  readonly portals: readonly number[];
  /** No run is cheaper by way of a third portal: a way that came through the space does not go on in it. */
  readonly direct: boolean;
  /** The operation of every run in it, as a bit. */
  readonly bit: number;
  /** Getting into it and set up there is done once for all cables; -1 where nothing is saved. */
  readonly charge: number;
  readonly run: (from: number, to: number) => Edge;
  /** What runs from one portal to each of the others cost, in the order of the list. */
  readonly costs: (from: number, moreAMm: number, into: Float64Array) => void;
}

export interface RouteGraph {
  readonly nodes: readonly Node[];
  /** Edges of each portal, without those inside its hall. */
  readonly edges: readonly (readonly Edge[])[];
  readonly halls: readonly Hall[];
  readonly charges: readonly Charge[];
  /** The hall that a portal lies in. */
  readonly hallOf: ReadonlyMap<number, Hall>;
  readonly terminals: ReadonlyMap<string, number>;
}

export interface Terminal {
  readonly id: string;
  readonly at: Position;
  /** Its hole in the wall is open during the work: it is cut, or the box in it comes out. A hand and a drill reach in. */
  readonly opens?: boolean;
}

export interface GraphInput {
  readonly house: House;
  readonly plan: PlanOfHouse;
  readonly frames: ReadonlyMap<WallId, WallFrame>;
  readonly terminals: readonly Terminal[];
  readonly weights: Weights;
  /** Fishing alone takes about twice as long. */
  readonly alone: boolean;
  /** Walls that the wiring method may not run inside. */
  readonly closed?: ReadonlySet<WallId>;
  /** The method may be seen on a wall and outdoors: a raceway. */
  readonly surface?: boolean;
  /** Nobody asked for a run that stays in sight: then it has its price where people live. */
  readonly unasked?: boolean;
  /** Rooms on whose walls it may not be seen all the same. */
  readonly bare?: ReadonlySet<RoomId>;
  /** Work that is not to be done, everywhere (no wall) or at one wall. */
  readonly avoid?: readonly { readonly op: string; readonly wallId: WallId | null }[];
  /** Holes that were bored for an earlier plan of the job: they are not bored again. */
  readonly bored?: readonly { readonly wallId: WallId; readonly xMm: number; readonly heightMm: number }[];
}
