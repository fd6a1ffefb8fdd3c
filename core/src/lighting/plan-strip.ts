import { DRIVER_WATTS } from '../catalog/index.ts';
import type { House, StripLight } from '../document/index.ts';
import { bestFeeds, fedFromOneEnd, MOST_JOINTS, type Fed, type Feeding, type Lead } from './feeds.ts';
import { alongWalls, cutStrip, inParts, makeOf, type CutPiece, type Make, type Spot } from './strip-run.ts';
import { DRIVER_SHARE, LEAD_MORE_MM } from './strip-values.ts';

/** A strip planned: which driver lights which pieces, where each is fed, what is cut and bought. */

/** Pieces that hang together, and how they are fed; null where no choice of feeds keeps them bright. */
export interface Chain {
  readonly pieces: readonly CutPiece[];
  readonly fed: Fed | null;
}

/** One driver and what it lights. */
export interface Output {
  readonly watts: number;
  /** Its rating. */
  readonly driverWatts: number;
  readonly zones: readonly number[];
  readonly chains: readonly Chain[];
}

export interface StripPlan {
  readonly strip: StripLight;
  readonly make: Make;
  readonly outputs: readonly Output[];
  readonly litMm: number;
  readonly watts: number;
  readonly darkMm: number;
  readonly tooShort: readonly number[];
  /** How long the way of the leads is, is not known: the driver is elsewhere and nobody has measured. */
  readonly leadUnknown: boolean;
  /** The least light if everything were fed from its first end, one lead a chain. */
  readonly fromOneEnd: number;
}

/** Length of a lead from the driver, along the walls or as measured; null where neither is known. */
function leadsOf(house: Pick<House, 'rooms'>, strip: StripLight, first: Spot): ((to: Spot) => number) | null {
  const way = alongWalls(house);
  const { driver } = strip;
  if (!driver) return null;
  const { leadMm } = driver;
  if (leadMm !== undefined) return (to) => leadMm + Math.min(way(first, to), 1e6);
  return Number.isFinite(way(driver, first)) ? (to) => way(driver, to) + 2 * LEAD_MORE_MM : null;
}

/** The smallest driver that gives so many watts with headroom; undefined where none does. */
const driverFor = (volts: Make['volts'], watts: number): number | undefined =>
  DRIVER_WATTS[volts].find((s) => s * DRIVER_SHARE.value >= watts - 1e-9);

/** Shares the pieces out over drivers, in their order: the fewest drivers, of those the smallest. */
function sharedOut(
  pieces: readonly CutPiece[],
  { volts, wattsPerMm }: Make,
  byZone: boolean,
): readonly (readonly CutPiece[])[] {
  type Best = { readonly drivers: number; readonly size: number; readonly from: number };
  const best: (Best | null)[] = [{ drivers: 0, size: 0, from: 0 }];
  for (let to = 1; to <= pieces.length; to++) {
    let least: Best | null = null;
    let watts = 0;
    for (let from = to - 1; from >= 0; from--) {
      const piece = pieces[from];
      if (!piece || (byZone && piece.zone !== pieces[to - 1]?.zone)) break;
      watts += piece.lengthMm * wattsPerMm;
      const size = driverFor(volts, watts);
      if (size === undefined) break;
      const before = best[from];
      if (!before) continue;
      const so = { drivers: before.drivers + 1, size: before.size + size, from };
      if (!least || so.drivers < least.drivers || (so.drivers === least.drivers && so.size < least.size))
        least = so;
    }
    best[to] = least;
  }
  const out: (readonly CutPiece[])[] = [];
  for (let to = pieces.length; to > 0;) {
    const from = best[to]?.from ?? to - 1;
    out.unshift(pieces.slice(from, to));
    to = from;
  }
  return out;
}

/** Where a chain begins: at a piece that no jumper leads to. */
function chainsOf(pieces: readonly CutPiece[]): CutPiece[][] {
  const out: CutPiece[][] = [];
  for (const p of pieces) {
    const last = out.at(-1);
    if (last && p.linkMm !== null && last.length < MOST_JOINTS - 1) last.push(p);
    else out.push([{ ...p, linkMm: null }]);
  }
  return out;
}

/** Where no choice of ends and joints does it, the longest piece is cut in two and fed in its middle, and so on. */
const MOST_CUTS = 8;
function fedChain(chain: readonly CutPiece[], feeding: Feeding): Chain {
  let pieces = [...chain];
  for (let n = 0; n <= MOST_CUTS; n++) {
    const fed = pieces.length < MOST_JOINTS ? bestFeeds(pieces, feeding) : null;
    if (fed) return { pieces, fed };
    const longest = pieces.reduce((a, b) => (b.cuts > a.cuts ? b : a));
    if (longest.cuts < 2 || pieces.length >= MOST_JOINTS - 1) break;
    pieces = pieces.flatMap((p) => (p === longest ? inParts(p, 2, feeding.make.cutMm) : [p]));
  }
  return { pieces: chain, fed: null };
}

/** Parts of one piece are numbered in their order. */
function numbered(outputs: readonly Output[]): Output[] {
  const parts = new Map<number, number>();
  const next = (nth: number): number => {
    const n = (parts.get(nth) ?? 0) + 1;
    parts.set(nth, n);
    return n;
  };
  return outputs.map((o) => ({
    ...o,
    chains: o.chains.map((c) => ({ ...c, pieces: c.pieces.map((p) => ({ ...p, part: next(p.nth) })) })),
  }));
}

/** A strip that stays the same in rooms that stay the same is planned once: every option of a job asks for it. */
const planned = new WeakMap<StripLight, { readonly rooms: House['rooms']; readonly plan: StripPlan }>();

/** The plan of a strip. */
export function planStrip(house: Pick<House, 'rooms'>, strip: StripLight): StripPlan {
  const known = planned.get(strip);
  if (known?.rooms === house.rooms) return known.plan;
  const plan = planAnew(house, strip);
  planned.set(strip, { rooms: house.rooms, plan });
  return plan;
}

/**
 * Plans a strip: pieces cut at their marks, shared out over drivers within Class 2 and with headroom, each chain fed so that its dimmest
 * spot has the light that is asked for.
 */
function planAnew(house: Pick<House, 'rooms'>, strip: StripLight): StripPlan {
  const make = makeOf(strip);
  const { pieces: cut, tooShort, darkMm } = cutStrip(house, strip);
  const first = cut[0]?.from;
  const leads = first ? leadsOf(house, strip, first) : null;
  const feeding: Feeding = { make, leadMm: leads ?? (() => 2 * LEAD_MORE_MM) };
  const most = Math.max(...DRIVER_WATTS[make.volts]) * DRIVER_SHARE.value;
  const pieces = cut.flatMap((p) =>
    inParts(p, Math.max(1, Math.ceil((p.lengthMm * make.wattsPerMm) / most - 1e-9)), make.cutMm),
  );
  const byZone = strip.dimming === 'phase' || strip.dimming === '0-10v';
  const outputs = sharedOut(pieces, make, byZone).map((of): Output => {
    const watts = of.reduce((s, p) => s + p.lengthMm * make.wattsPerMm, 0);
    return {
      watts,
      driverWatts: driverFor(make.volts, watts) ?? Infinity,
      zones: [...new Set(of.map((p) => p.zone))],
      chains: chainsOf(of).map((c) => fedChain(c, feeding)),
    };
  });
  const litMm = pieces.reduce((s, p) => s + p.lengthMm, 0);
  return {
    strip,
    make,
    outputs: numbered(outputs),
    litMm,
    watts: litMm * make.wattsPerMm,
    darkMm,
    tooShort,
    leadUnknown: strip.driver !== null && cut.length > 0 && leads === null,
    fromOneEnd: Math.min(1, ...chainsOf(pieces).map((c) => fedFromOneEnd(c, feeding).leastLight)),
  };
}

/** Every piece of a plan as it is cut, in the order of the run. */
export const piecesIn = ({ outputs }: Pick<StripPlan, 'outputs'>): CutPiece[] =>
  outputs.flatMap((o) => o.chains.flatMap((c) => c.pieces));

/** Everything that is cut from the driver’s side: the leads of a plan. */
export const leadsIn = ({ outputs }: StripPlan): Lead[] =>
  outputs.flatMap((o) => o.chains.flatMap((c) => c.fed?.leads ?? []));
