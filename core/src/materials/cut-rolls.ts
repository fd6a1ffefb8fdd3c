import type { Part } from '../catalog/index.ts';
import { feet } from '../units/index.ts';
import type { CableType, Gauge } from '../document/index.ts';
import type { Text } from '../words/index.ts';

/** Cutting lengths of one kind, runs of cable above all, from what is left of earlier jobs and from rolls as they are sold. */

export interface Piece {
  readonly label: Text;
  readonly gauge: Gauge;
  readonly conductors: number;
  readonly method: CableType;
  readonly lengthMm: number;
}

/** A piece of cable of the same kind that is at hand. */
export interface Leftover {
  readonly id: string;
  readonly part: Part;
}

/** Whatever is cut off something longer. */
export interface Length {
  readonly lengthMm: number;
}

export interface Cut<P extends Length = Piece> {
  readonly roll: Part;
  /** Which of the pieces at hand it is; left out, a roll that is bought. */
  readonly leftover?: string;
  readonly pieces: readonly P[];
  readonly leftMm: number;
}

/** The largest roll that is stocked everywhere, mm: common practice. */
const ORDINARY_ROLL_MM = feet(250);
/** Up to so many pieces every way to share them out is looked at. */
const MOST_EXACT = 12;
/** The longest pieces at hand that are looked at. */
const MOST_LEFTOVERS = 8;
/** A piece may take all that a roll holds, mm. */
const EXACTLY = 1e-6;

const lengthOf = (pieces: readonly Length[]): number => pieces.reduce((s, p) => s + p.lengthMm, 0);
/** Every roll has a price; one that has none is never the cheapest. */
const centsOf = ({ priceCents }: Part): number => priceCents ?? Infinity;
const cheapest = (rolls: readonly Part[], lengthMm: number): Part | undefined =>
  rolls
    .filter((r) => r.holds >= lengthMm - EXACTLY)
    .sort((a, b) => centsOf(a) - centsOf(b) || a.holds - b.holds)[0];

/**
 * Cuts the pieces of one kind of cable at least price: what is left of earlier jobs costs nothing. Of what costs the same, fewest rolls,
 * then least cable bought, then the least of what is at hand cut into. With many pieces the longest go first, which may cost more.
 * Nothing where a piece is longer than every roll and than all that is at hand.
 */
export function cutRolls<P extends Length>(
  pieces: readonly P[],
  rolls: readonly Part[],
  atHand: readonly Leftover[] = [],
): Cut<P>[] {
  if (pieces.length === 0) return [];
  const sorted = [...pieces].sort((a, b) => b.lengthMm - a.lengthMm);
  const shortest = sorted.at(-1)?.lengthMm ?? 0;
  const left = atHand
    .filter((l) => l.part.holds >= shortest - EXACTLY)
    .sort((a, b) => b.part.holds - a.part.holds)
    .slice(0, MOST_LEFTOVERS)
    .reverse();
  const bySize = [...rolls].sort((a, b) => a.holds - b.holds);
  const needed = bySize.find((r) => r.holds >= (sorted[0]?.lengthMm ?? 0) - EXACTLY)?.holds ?? 0;
  const share = sorted.length <= MOST_EXACT ? leastPrice : longestFirst;
  // Reels are only bought for a run that no ordinary roll and nothing at hand holds.
  const shares = [ORDINARY_ROLL_MM, needed].reduce<readonly Share<P>[]>(
    (found, most) =>
      found.length > 0
        ? found
        : share(
            sorted,
            bySize.filter((r) => r.holds <= most),
            left,
          ),
    [],
  );
  return shares.map(({ from, leftover, of }) => ({
    roll: from,
    ...(leftover === undefined ? {} : { leftover }),
    pieces: of,
    leftMm: Math.max(0, from.holds - lengthOf(of)),
  }));
}

/** Pieces that are cut from one roll or from one piece at hand. */
interface Share<P> {
  readonly from: Part;
  readonly leftover?: string;
  readonly of: readonly P[];
}

interface Bought {
  readonly cents: number;
  readonly rolls: number;
  readonly holds: number;
  /** How much of what is at hand is cut into. */
  readonly spent: number;
  /** The pieces that are cut last, a bit each; 0 where nothing is cut from the piece at hand that is looked at. */
  readonly cut: number;
}
const isLess = (a: Bought, b: Bought | null): boolean => {
  if (b === null) return true;
  for (const k of ['cents', 'rolls', 'holds', 'spent'] as const) if (a[k] !== b[k]) return a[k] < b[k];
  return false;
};

/** Calls with every part of a set that is not empty. */
function eachPart(set: number, call: (part: number) => void): void {
  for (let part = set; part > 0; part = (part - 1) & set) call(part);
}

/** Every way to share the pieces out: over rolls that are bought, then with one after another of what is at hand. */
function leastPrice<P extends Length>(
  pieces: readonly P[],
  sizes: readonly Part[],
  left: readonly Leftover[],
): readonly Share<P>[] {
  const all = 2 ** pieces.length - 1;
  const of = (set: number) => pieces.filter((_, i) => (set >> i) & 1);
  const lengths = Array.from({ length: all + 1 }, (_, set) => lengthOf(of(set)));
  const roll = lengths.map((mm) => cheapest(sizes, mm));
  // layers[k]: the least that each set of pieces costs where the first k pieces at hand may be used.
  const bought: (Bought | null)[] = [{ cents: 0, rolls: 0, holds: 0, spent: 0, cut: 0 }];
  for (let set = 1; set <= all; set++) {
    // The roll with the first of the pieces is chosen now, the rest was bought before.
    const lowest = set & -set;
    let least: Bought | null = null;
    const take = (cut: number) => {
      const [part, rest] = [roll[cut], bought[set ^ cut]];
      if (!part || !rest) return;
      const { cents, rolls, holds, spent } = rest;
      const so = {
        cents: cents + centsOf(part),
        rolls: rolls + 1,
        holds: holds + part.holds,
        spent,
        cut,
      };
      if (isLess(so, least)) least = so;
    };
    eachPart(set ^ lowest, (more) => take(lowest | more));
    take(lowest);
    bought[set] = least;
  }
  const layers = [bought];
  for (const { part } of left) {
    const before = layers.at(-1) ?? [];
    layers.push(
      before.map((without, set) => {
        let least = without && { ...without, cut: 0 };
        eachPart(set, (cut) => {
          const rest = before[set ^ cut];
          if (!rest || (lengths[cut] ?? Infinity) > part.holds + EXACTLY) return;
          const so = { ...rest, spent: rest.spent + part.holds, cut };
          if (isLess(so, least)) least = so;
        });
        return least;
      }),
    );
  }
  if (!layers.at(-1)?.[all]) return [];
  const out: Share<P>[] = [];
  let set = all;
  for (let k = left.length; k > 0; k--) {
    const [cut, leftover] = [layers[k]?.[set]?.cut ?? 0, left[k - 1]];
    if (cut > 0 && leftover) out.push({ from: leftover.part, leftover: leftover.id, of: of(cut) });
    set ^= cut;
  }
  for (let b = bought[set]; set > 0 && b; b = bought[set]) {
    const from = roll[b.cut];
    if (from) out.push({ from, of: of(b.cut) });
    set ^= b.cut;
  }
  return out;
}

/** What is at hand first, the shortest that a piece fits; then the cheapest roll that holds all, else the largest, longest pieces first. */
function longestFirst<P extends Length>(
  pieces: readonly P[],
  sizes: readonly Part[],
  atHand: readonly Leftover[],
): readonly Share<P>[] {
  const left = [...pieces];
  const out: Share<P>[] = [];
  const fill = (room: number): P[] => {
    const taken: P[] = [];
    for (const piece of [...left])
      if (piece.lengthMm <= room + EXACTLY) {
        taken.push(piece);
        room -= piece.lengthMm;
        left.splice(left.indexOf(piece), 1);
      }
    return taken;
  };
  for (const { id, part } of atHand) {
    const of = fill(part.holds);
    if (of.length > 0) out.push({ from: part, leftover: id, of });
  }
  while (left.length > 0) {
    const from = cheapest(sizes, lengthOf(left)) ?? sizes.at(-1);
    const of = from ? fill(from.holds) : [];
    if (!from || of.length === 0) return [];
    // What went on the largest roll may fit a smaller one.
    out.push({ from: cheapest(sizes, lengthOf(of)) ?? from, of });
  }
  return out;
}
