import { isStiff, type CableType } from '../document/index.ts';
import { inches } from '../units/index.ts';
import { END_SLACK_MM } from './operations.ts';
import { onWall } from './places.ts';
import type { Move, Route } from './move.ts';

/** One run of raceway from box to box: how it is cut, bent and put together. */
export interface RacewayLeg {
  /** Along its middle before bending: what is cut, mm. */
  readonly cutMm: number;
  /** Right-angled bends on the way. */
  readonly bends: number;
  /** Offsets at its ends, from the wall out to the knockout of a box. */
  readonly offsets: number;
  /** All bends together, degrees. */
  readonly degrees: number;
  /** Lengths as sold that it takes, and what joins them. */
  readonly sticks: number;
  readonly couplings: number;
  readonly connectors: number;
  readonly straps: number;
  /** Each wire in it, with what is left at the boxes, mm. */
  readonly wireMm: number;
}

/** Radius of a bend of 1/2 in tubing to its middle, mm: NEC chapter 9, table 2, from memory. */
const RADIUS_MM = inches(4);
/** What a right angle of that radius saves against its two legs, mm: 2r less a quarter of a circle. */
export const GAIN_MM = 2 * RADIUS_MM - (Math.PI / 2) * RADIUS_MM;
/** An offset of 3/8 in at a box is two bends of this, degrees: common practice. */
const OFFSET_DEGREES = 10;
export const STICK_MM = inches(120);
/** A run of this much more than straight across and up goes round something: up, over and down again, mm. */
const DETOUR_MM = 1;

const ON_FACES: ReadonlySet<Move['op']> = new Set(['surface-run', 'conduit-outside']);

/** Right angles within one straight piece of work on a wall. */
function turnsIn(move: Move): number {
  // From a wall to the ceiling: where they meet, and once on the ceiling.
  if (onWall(move.from) !== onWall(move.to)) return 2;
  if (!onWall(move.from) || !onWall(move.to)) return 0;
  const dx = Math.abs(move.from.xMm - move.to.xMm);
  const dy = Math.abs(move.from.heightMm - move.to.heightMm);
  if (move.from.wallId === move.to.wallId && move.cableMm > dx + dy + DETOUR_MM) return 2;
  return dx > 1 && dy > 1 ? 1 : 0;
}

/** Cuts, bends and fittings of a raceway along a way; undefined where no part of it is seen. */
export function racewayLeg(route: Route, method: CableType): RacewayLeg | undefined {
  const seen = route.moves.filter((m) => ON_FACES.has(m.op));
  if (seen.length === 0) return undefined;
  const corners = route.moves
    .slice(1)
    .filter((m, i) => ON_FACES.has(m.op) || ON_FACES.has(route.moves[i]?.op ?? m.op)).length;
  const bends = seen.reduce((s, m) => s + turnsIn(m), 0) + corners;
  const stiff = isStiff(method);
  const offsets = stiff ? 2 : 0;
  const straight = route.cableMm - 2 * END_SLACK_MM;
  const cutMm = straight - bends * GAIN_MM;
  const sticks = Math.max(1, Math.ceil(cutMm / STICK_MM - 1e-9));
  return {
    cutMm,
    bends,
    offsets,
    degrees: bends * 90 + offsets * 2 * OFFSET_DEGREES,
    sticks,
    couplings: stiff ? sticks - 1 : 0,
    connectors: 2,
    straps: seen.reduce((s, m) => s + m.supportsMm.length, 0),
    wireMm: route.cableMm,
  };
}
