import {
  CHANNEL_STICKS_MM,
  driverKey,
  REEL_MM,
  reelKey,
  SPLITTER_WAYS,
  SPOOL_MM,
  spoolKey,
  stickKey,
  STRIP_PARTS,
  type Part,
} from '../catalog/index.ts';
import type { House } from '../document/index.ts';
import { cutRolls, type Cut, type Length } from '../materials/cut-rolls.ts';
import type { Need } from '../materials/needs.ts';
import { cutLength } from '../units/index.ts';
import { piecesIn, type Chain, type StripPlan } from './plan-strip.ts';
import { JUMPER_MORE_MM, SPARE_SHARE } from './strip-values.ts';

/** What a strip takes: reels, drivers, leads, connectors, channel. */

const soldAs = (key: string, holds: number): Part[] =>
  STRIP_PARTS.filter((p) => p.key === key).map((p) => ({ ...p, holds }));

/** What is cut for a strip, and off what. */
export interface StripCuts {
  readonly reels: readonly Cut<Length & { readonly nth: number; readonly part: number }>[];
  readonly channel: readonly Cut<Length>[];
}

/** Pieces of strip off reels, with a tenth more than is lit; channel off its sticks, whole ones first. */
export function stripCuts(plan: StripPlan): StripCuts {
  const { strip, litMm } = plan;
  const pieces = piecesIn(plan);
  const spare = litMm * SPARE_SHARE;
  const spares = Array.from({ length: Math.ceil(spare / REEL_MM) }, (_, i) => ({
    nth: 0,
    part: i + 1,
    lengthMm: Math.min(REEL_MM, spare - i * REEL_MM),
  }));
  const reels = cutRolls(
    [...pieces.map(({ nth, part, lengthMm }) => ({ nth, part, lengthMm })), ...spares],
    soldAs(reelKey(strip.kind, strip.volts), REEL_MM),
  );
  const { channel } = strip;
  if (channel === 'none') return { reels, channel: [] };
  const byPiece = new Map<number, number>();
  for (const p of pieces) byPiece.set(p.nth, (byPiece.get(p.nth) ?? 0) + p.lengthMm);
  const longest = Math.max(...CHANNEL_STICKS_MM);
  const runs = [...byPiece.values()].flatMap((mm): Length[] => {
    const whole = Math.floor(mm / longest);
    const rest = mm - whole * longest;
    return [
      ...Array.from({ length: whole }, () => ({ lengthMm: longest })),
      ...(rest > 1 ? [{ lengthMm: rest }] : []),
    ];
  });
  return {
    reels,
    channel: cutRolls(
      runs,
      CHANNEL_STICKS_MM.flatMap((mm) => soldAs(stickKey(channel, mm), mm)),
    ),
  };
}

interface Joints {
  readonly clips: number;
  readonly caps: number;
  readonly tails: number;
  readonly jumpersMm: readonly number[];
}

/** What joins the pieces of a chain to each other and to its leads. */
function jointsOf({ pieces, fed }: Chain, wires: number): Joints {
  const isFed = (at: number) => fed?.leads.some((l) => l.at === at) === true;
  const inner = pieces.slice(1).map((p, i) => ({ at: i + 1, linkMm: p.linkMm ?? 0 }));
  const ends = [0, pieces.length];
  const fedEnds = ends.filter(isFed).length;
  return {
    // On both sides of a joint a clip, whether a jumper or a lead comes in.
    clips: fedEnds + 2 * inner.length,
    caps: ends.length - fedEnds,
    tails: inner.filter((j) => isFed(j.at)).length * wires,
    jumpersMm: inner.map((j) => j.linkMm + JUMPER_MORE_MM),
  };
}

/** Splitters that make so many leads out of one: the largest first, one after another. */
function splittersFor(leads: number): Map<number, number> {
  const out = new Map<number, number>();
  const most = Math.max(...SPLITTER_WAYS);
  let left = leads;
  while (left > 1) {
    const ways = Math.min(most, left);
    out.set(ways, (out.get(ways) ?? 0) + 1);
    left -= ways - 1;
  }
  return out;
}

/** Parts of a planned strip, for the bill. */
export function stripNeeds(plan: StripPlan, { units }: Pick<House, 'units'>): Need[] {
  const { strip, outputs } = plan;
  const cuts = stripCuts(plan);
  const needs = new Map<string, number>();
  const add = (key: string, count: number) => {
    if (count > 0) needs.set(key, (needs.get(key) ?? 0) + count);
  };
  add(reelKey(strip.kind, strip.volts), cuts.reels.length);
  for (const c of cuts.channel) add(c.roll.key, 1);
  const cables = new Map<string, Length[]>();
  const cable = (gauge: string, mm: number) => {
    const key = spoolKey(gauge, strip.wires);
    cables.set(key, [...(cables.get(key) ?? []), { lengthMm: cutLength(mm, units) }]);
  };
  for (const { driverWatts, zones, chains } of outputs) {
    add(driverKey(strip.volts, driverWatts), 1);
    if (strip.dimming === 'pwm') add('strip-controller', zones.length);
    for (const [ways, n] of splittersFor(chains.reduce((s, c) => s + (c.fed?.leads.length ?? 0), 0)))
      add(`splitter-${ways}`, n);
    for (const chain of chains) {
      const { clips, caps, tails, jumpersMm } = jointsOf(chain, strip.wires);
      add('strip-clip', clips);
      add('strip-end-cap', caps);
      add('strip-tails', tails);
      for (const mm of jumpersMm) cable('18', mm);
      for (const l of chain.fed?.leads ?? []) cable(l.gauge, l.lengthMm);
    }
  }
  for (const [key, lengths] of cables) {
    add(key, cutRolls(lengths, soldAs(key, SPOOL_MM)).length);
  }
  return [...needs].map(([key, count]) => ({ key, count, why: strip.label }));
}
