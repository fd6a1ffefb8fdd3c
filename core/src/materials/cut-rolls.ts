import type { Part } from '../catalog/index.ts';
import { feet } from '../units/index.ts';
import type { CableType, Gauge } from '../document/index.ts';
import type { Text } from '../words/index.ts';

/** Cutting the runs of one kind of cable from rolls as they are sold. */

export interface Piece {
  readonly label: Text;
  readonly gauge: Gauge;
  readonly conductors: number;
  readonly method: CableType;
  readonly lengthMm: number;
}

export interface Cut {
  readonly roll: Part;
  readonly pieces: readonly Piece[];
  readonly leftMm: number;
}

/** The largest roll that is stocked everywhere, mm: common practice. */
const ORDINARY_ROLL_MM = feet(250);
/** Up to so many pieces every way to share them out is looked at. */
const MOST_EXACT = 12;
/** A piece may take all that a roll holds, mm. */
const EXACTLY = 1e-6;

const lengthOf = (pieces: readonly Piece[]): number => pieces.reduce((s, p) => s + p.lengthMm, 0);
/** Every roll has a price; one that has none is never the cheapest. */
const centsOf = ({ priceCents }: Part): number => priceCents ?? Infinity;
const cheapest = (rolls: readonly Part[], lengthMm: number): Part | undefined =>
  rolls
    .filter((r) => r.holds >= lengthMm - EXACTLY)
    .sort((a, b) => centsOf(a) - centsOf(b) || a.holds - b.holds)[0];

/**
 * Buys rolls for the pieces of one kind of cable at least price; of what costs the same, fewest rolls, then least cable. With many pieces
 * the longest go first, which may cost more. Nothing where a piece is longer than every roll.
 */
export function cutRolls(pieces: readonly Piece[], rolls: readonly Part[]): Cut[] {
  const bySize = [...rolls].sort((a, b) => a.holds - b.holds);
  const longest = Math.max(0, ...pieces.map((p) => p.lengthMm));
  // Reels are only bought for a run that no ordinary roll holds.
  const needed = bySize.find((r) => r.holds >= longest - EXACTLY)?.holds;
  if (needed === undefined) return [];
  const sizes = bySize.filter((r) => r.holds <= Math.max(needed, ORDINARY_ROLL_MM));
  const sorted = [...pieces].sort((a, b) => b.lengthMm - a.lengthMm);
  const shares = sorted.length <= MOST_EXACT ? leastPrice(sorted, sizes) : longestFirst(sorted, sizes);
  return shares.flatMap((share): Cut[] => {
    const roll = cheapest(sizes, lengthOf(share));
    return roll ? [{ roll, pieces: share, leftMm: Math.max(0, roll.holds - lengthOf(share)) }] : [];
  });
}

interface Bought {
  readonly cents: number;
  readonly rolls: number;
  readonly holds: number;
  /** The pieces on the first of its rolls, a bit each; 0 where nothing is cut. */
  readonly first: number;
}
const isLess = (a: Bought, b: Bought | null): boolean =>
  b === null ||
  a.cents < b.cents ||
  (a.cents === b.cents && (a.rolls < b.rolls || (a.rolls === b.rolls && a.holds < b.holds)));

/** Every way to share the pieces out over rolls, by what is already bought for fewer of them. */
function leastPrice(pieces: readonly Piece[], sizes: readonly Part[]): Piece[][] {
  const all = 2 ** pieces.length - 1;
  const of = (set: number) => pieces.filter((_, i) => (set >> i) & 1);
  const roll = Array.from({ length: all + 1 }, (_, set) => cheapest(sizes, lengthOf(of(set))));
  const best: (Bought | null)[] = [{ cents: 0, rolls: 0, holds: 0, first: 0 }];
  for (let set = 1; set <= all; set++) {
    // The roll with the first of the pieces is chosen now, the rest was bought before.
    const lowest = set & -set;
    const others = set ^ lowest;
    let least: Bought | null = null;
    for (let more = others; ; more = (more - 1) & others) {
      const first = lowest | more;
      const part = roll[first];
      const rest = best[set ^ first];
      if (part && rest) {
        const bought = {
          cents: rest.cents + centsOf(part),
          rolls: rest.rolls + 1,
          holds: rest.holds + part.holds,
          first,
        };
        if (isLess(bought, least)) least = bought;
      }
      if (more === 0) break;
    }
    best[set] = least;
  }
  const out: Piece[][] = [];
  for (let set = all, b = best[set]; set > 0 && b; b = best[set]) {
    out.push(of(b.first));
    set ^= b.first;
  }
  return out;
}

/** The cheapest roll that holds all that is left, else the largest one filled with the longest pieces first, and so on. */
function longestFirst(pieces: readonly Piece[], sizes: readonly Part[]): Piece[][] {
  const left = [...pieces];
  const out: Piece[][] = [];
  const largest = sizes.at(-1)?.holds ?? 0;
  while (left.length > 0) {
    const whole = cheapest(sizes, lengthOf(left));
    let room = whole ? Infinity : largest;
    const taken: Piece[] = [];
    for (const piece of [...left])
      if (piece.lengthMm <= room + EXACTLY) {
        taken.push(piece);
        room -= piece.lengthMm;
        left.splice(left.indexOf(piece), 1);
      }
    out.push(taken);
  }
  return out;
}
