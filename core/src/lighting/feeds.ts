import { ladderVolts, type Rung } from './ladder.ts';
import type { CutPiece, Make, Spot } from './strip-run.ts';
import {
  CLIP_AMPS,
  DARK_SHARE,
  JUMPER_MORE_MM,
  LEAD_DROP,
  LEADS,
  LEAST_LIGHT,
  RAILS_OHM_PER_MM,
  type LeadGauge,
} from './strip-values.ts';

/** Where a chain of strip is fed from, so that it is bright all along: exact, over every choice of its ends and joints. */

/** A lead from the driver to one place of a chain. */
export interface Lead {
  /** Before which piece of the chain it comes in; the number of pieces for the far end. */
  readonly at: number;
  readonly lengthMm: number;
  readonly gauge: LeadGauge;
  readonly amps: number;
  /** Lost on the way, V. */
  readonly drop: number;
}

export interface Fed {
  readonly leads: readonly Lead[];
  /** Light at the dimmest spot, as a share of full light. */
  readonly leastLight: number;
  /** Voltage there. */
  readonly leastVolts: number;
  readonly amps: number;
  /** The most that goes through a clip, A. */
  readonly clipAmps: number;
}

const [THINNEST] = LEADS;
const THICKEST = LEADS[LEADS.length - 1] ?? THINNEST;

export interface Feeding {
  readonly make: Make;
  /** Length of a lead from the driver to a place, mm. */
  readonly leadMm: (to: Spot) => number;
}

/** Where a lead goes in before a piece, or at the far end. */
const spotAt = (chain: readonly CutPiece[], at: number): Spot | undefined =>
  chain[at]?.from ?? chain.at(-1)?.to;

/** The ladder of a chain, and which of its rungs are its ends and joints. */
function rungsOf(
  chain: readonly CutPiece[],
  { make, leadMm }: Feeding,
  gauges: ReadonlyMap<number, (typeof LEADS)[number]>,
): { readonly rungs: Rung[]; readonly joints: number[]; readonly linkOhm: number[] } {
  const { cutMm, volts, wattsPerMm } = make;
  const railOhm = RAILS_OHM_PER_MM[make.widthMm] * cutMm;
  const light = (wattsPerMm * cutMm) / volts / (volts * (1 - DARK_SHARE));
  const rungs: Rung[] = [];
  const joints: number[] = [];
  const linkOhm = chain.map(({ linkMm }) =>
    linkMm === null || linkMm === 0 ? 0 : 2 * THINNEST.ohmPerMm * (linkMm + JUMPER_MORE_MM),
  );
  const lead = (at: number): number => {
    const [gauge, spot] = [gauges.get(at), spotAt(chain, at)];
    return gauge && spot ? 1 / Math.max(2 * gauge.ohmPerMm * leadMm(spot), 1e-4) : 0;
  };
  chain.forEach((piece, i) => {
    joints.push(rungs.length);
    rungs.push({ light: 0, lead: lead(i), ohm: (linkOhm[i] ?? 0) / 2 + railOhm / 2 });
    for (let c = 0; c < piece.cuts; c++) {
      const isLast = c === piece.cuts - 1;
      // Half of the jumper lies before the joint, half after it.
      rungs.push({ light, lead: 0, ohm: isLast ? railOhm / 2 + (linkOhm[i + 1] ?? 0) / 2 : railOhm });
    }
  });
  joints.push(rungs.length);
  rungs.push({ light: 0, lead: lead(chain.length), ohm: 0 });
  return { rungs, joints, linkOhm };
}

function solved(
  chain: readonly CutPiece[],
  feeding: Feeding,
  gauges: ReadonlyMap<number, (typeof LEADS)[number]>,
): Fed {
  const { volts } = feeding.make;
  const dark = volts * DARK_SHARE;
  const { rungs, joints } = rungsOf(chain, feeding, gauges);
  const at = ladderVolts(rungs, volts, dark);
  const lit = at.filter((_, i) => (rungs[i]?.light ?? 0) > 0);
  const leastVolts = Math.min(...lit);
  const amps = rungs.reduce((s, r, i) => s + r.light * Math.max(0, (at[i] ?? 0) - dark), 0);
  const leads = [...gauges].map(([joint, { gauge }]): Lead => {
    const rung = joints[joint] ?? 0;
    const drop = volts - (at[rung] ?? 0);
    const spot = spotAt(chain, joint);
    return {
      at: joint,
      lengthMm: spot ? feeding.leadMm(spot) : 0,
      gauge,
      amps: drop * (rungs[rung]?.lead ?? 0),
      drop,
    };
  });
  // On either side of a joint what flows into the strip goes through one clip.
  const through = joints.flatMap((rung) =>
    [rung - 1, rung].flatMap((i) => {
      const [a, b, ohm] = [at[i], at[i + 1], rungs[i]?.ohm];
      return a === undefined || b === undefined || !ohm ? [] : [Math.abs(a - b) / ohm];
    }),
  );
  return {
    leads,
    leastLight: Math.max(0, (leastVolts - dark) / (volts - dark)),
    leastVolts,
    amps,
    clipAmps: Math.max(0, ...through),
  };
}

/** Is no stretch longer than its label allows: one way from a feed, from both sides between two? */
function withinLabel(chain: readonly CutPiece[], at: readonly number[], { mostFeedMm }: Make): boolean {
  const length = (from: number, to: number) => chain.slice(from, to).reduce((s, p) => s + p.lengthMm, 0);
  const [first = 0, last = 0] = [at[0], at.at(-1)];
  return (
    length(0, first) <= mostFeedMm + 1 &&
    length(last, chain.length) <= mostFeedMm + 1 &&
    at.slice(1).every((b, i) => length(at[i] ?? 0, b) <= 2 * mostFeedMm + 1)
  );
}

/** The thinnest leads that lose little enough and leave it bright enough. */
function withGauges(chain: readonly CutPiece[], feeding: Feeding, at: readonly number[]): Fed {
  const gauges = new Map(at.map((a) => [a, THINNEST as (typeof LEADS)[number]]));
  for (;;) {
    const fed = solved(chain, feeding, gauges);
    const lossy = fed.leads.filter((l) => l.drop > LEAD_DROP * feeding.make.volts);
    const dim = fed.leastLight < LEAST_LIGHT.value ? fed.leads : [];
    const thicker = [...lossy, ...dim].flatMap((l) => {
      const next = LEADS[LEADS.findIndex((g) => g.gauge === l.gauge) + 1];
      return next ? [[l.at, next] as const] : [];
    });
    if (thicker.length === 0) return fed;
    for (const [a, g] of thicker) gauges.set(a, g);
  }
}

function* choices(n: number, size: number, from = 0): Generator<number[]> {
  if (size === 0) yield [];
  else
    for (let i = from; i <= n - size; i++) for (const rest of choices(n, size - 1, i + 1)) yield [i, ...rest];
}

/** Chains of more pieces than that are fed at every joint that the search tries first. */
export const MOST_JOINTS = 11;

/**
 * Where the chain is fed from: the fewest leads that keep it bright all along, none losing too much, no clip over its limit and no
 * stretch longer than the label allows; of those the shortest leads. Null where not even a lead at every joint does it.
 */
export function bestFeeds(chain: readonly CutPiece[], feeding: Feeding): Fed | null {
  const ends = chain.length + 1;
  for (let size = 1; size <= ends; size++) {
    let best: { readonly mm: number; readonly at: readonly number[] } | null = null;
    for (const at of choices(ends, size)) {
      if (!withinLabel(chain, at, feeding.make)) continue;
      const mm = at.reduce((s, a) => {
        const spot = spotAt(chain, a);
        return s + (spot ? feeding.leadMm(spot) : 0);
      }, 0);
      if (best && best.mm <= mm) continue;
      const thick = solved(chain, feeding, new Map(at.map((a) => [a, THICKEST])));
      const isGood =
        thick.leastLight >= LEAST_LIGHT.value &&
        thick.clipAmps <= CLIP_AMPS.value &&
        thick.leads.every((l) => l.drop <= LEAD_DROP * feeding.make.volts);
      if (isGood) best = { mm, at };
    }
    if (best) return withGauges(chain, feeding, best.at);
  }
  return null;
}

/** What a chain gets that is fed at its first end alone: what goes wrong without thinking. */
export const fedFromOneEnd = (chain: readonly CutPiece[], feeding: Feeding): Fed =>
  withGauges(chain, feeding, [0]);
