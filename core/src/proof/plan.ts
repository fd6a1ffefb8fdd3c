import type { CableId, House, PointId, RoomId, WallId, WantId } from '../document/index.ts';
import type { Conductor, Wired } from '../network/index.ts';
import { type Text } from '../words/index.ts';

/**
 * What is proved: the house as given, and what a plan puts out. Nothing here knows how a plan is made.
 */

/** One box that the plan opens or makes, as it is drawn for the person who wires it. */
export interface BoxDrawing {
  readonly point: { readonly id: PointId };
  readonly isNew: boolean;
  readonly cables: readonly { readonly isNew: boolean; readonly conductors: readonly Conductor[] }[];
  readonly before: Wired | null;
  readonly after: Wired;
}

export type Replay = 'geometry' | 'electrical' | 'work' | 'parts';

/** Where a plan contradicts itself or the house: what, where, and what was expected. */
export interface Fault {
  readonly replay: Replay;
  /** A plan that contradicts itself; or a fact that is missing, without which it can be neither proved nor refuted. */
  readonly kind: 'contradiction' | 'question';
  readonly what: string;
  /** Points, cables, steps or parts it is about. */
  readonly subjects: readonly string[];
  readonly says: Text;
}

/** The house before and after, and what the plan draws of it. */
export interface WiringPlan {
  readonly before: House;
  readonly after: House;
  readonly boxes: readonly BoxDrawing[];
  /** The point that each want becomes. */
  readonly made: ReadonlyMap<WantId, PointId>;
  /** Cables of the house after that are a piece of one that was cut. */
  readonly pieces: ReadonlyMap<CableId, CableId>;
  /** Who protects what, as the plan claims: points by the id of the device's point. */
  readonly claims: readonly {
    readonly by: PointId;
    readonly kind: 'ground fault' | 'arc fault';
    readonly points: readonly PointId[];
  }[];
}

/** Somewhere along a run: in a wall (measured from its left corner), on its outer face, or over, under or between the joists of a room. */
export type PlaceOfRun =
  | {
      readonly in: 'wall' | 'outside';
      readonly wallId: WallId;
      readonly xMm: number;
      readonly heightMm: number;
    }
  | {
      readonly in: 'above' | 'below' | 'joists';
      readonly roomId: RoomId;
      readonly spot: { readonly xMm: number; readonly yMm: number };
    };

/** A hole as it is marked and drilled. */
export interface HoleOfRun {
  readonly through: string;
  readonly wallId: WallId;
  readonly xMm: number;
  readonly heightMm: number;
  readonly diameterMm: number;
  readonly plateNeeded: boolean;
  readonly bushing: boolean;
  readonly fireSeal: boolean;
  /** Shortest bit that is named for it, mm; undefined in sheet steel. */
  readonly bitMm: number | undefined;
}

export interface JoistOfRun {
  readonly spot: { readonly xMm: number; readonly yMm: number };
}

/** One piece of a run: the kind of work, where it begins and ends, what is drilled for it. */
export interface MoveOfRun {
  readonly op: string;
  readonly from: PlaceOfRun;
  readonly to: PlaceOfRun;
  readonly cableMm: number;
  readonly holes: readonly HoleOfRun[];
  /** Holes of an earlier run that this one goes through. */
  readonly again: readonly HoleOfRun[];
  readonly joists: readonly JoistOfRun[];
  readonly joistsAgain: readonly JoistOfRun[];
  /** The earlier run that has drilled and opened what this piece needs, by its place in the plan; null where it is done here. */
  readonly doneBy: number | null;
}

/** The routes of a plan, and the boxes between which they go. */
export interface GeometryPlan {
  readonly before: House;
  readonly after: House;
  /** Boxes that are taken out for others. */
  readonly replaced: ReadonlySet<PointId>;
  readonly legs: readonly {
    readonly from: string;
    readonly to: string;
    readonly cableMm: number;
    /** A box goes with its own cables, which can be drawn along so far, mm; null for a new cable. */
    readonly drawnMm: number | null;
    readonly moves: readonly MoveOfRun[];
  }[];
}
