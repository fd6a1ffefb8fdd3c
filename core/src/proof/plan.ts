import type { CableId, House, PointId, WantId } from '../document/index.ts';
import type { Conductor, Wired } from '../network/index.ts';

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

export type Replay = 'electrical' | 'work' | 'parts';

/** Where a plan contradicts itself or the house: what, where, and what was expected. */
export interface Fault {
  readonly replay: Replay;
  /** A plan that contradicts itself; or a fact that is missing, without which it can be neither proved nor refuted. */
  readonly kind: 'contradiction' | 'question';
  readonly what: string;
  /** Points, cables, steps or parts it is about. */
  readonly subjects: readonly string[];
  readonly says: string;
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
