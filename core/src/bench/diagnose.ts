import type { BreakerId, House } from '../document/index.ts';
import type { NodeId } from '../network/index.ts';
import { less, size, type Solution } from '../network/solver.ts';
import { bitsLeft, entropy, tellsMost } from '../units/index.ts';
import {
  classOf,
  dangerOf,
  fits,
  likelihood,
  mostLikely,
  priorOf,
  type Predicted,
  type Symptom,
} from './belief.ts';
import { faulted, settle, type Bench, type Trip } from './bench.ts';
import { arriving, faultsIn, type Fault } from './faults.ts';
import {
  circuitAlone,
  clamped,
  effortOf,
  looksOf,
  ownDevices,
  pairsOf,
  shownBy,
  standing,
  stiff,
  tripNames,
  wired,
  type Look,
  type Stand,
  type Taken,
} from './looks.ts';

/**
 * What is wrong with a circuit, from readings that were taken: every single fault that there may be is put on the bench and read in the
 * same way, and is believed as far as its readings are the ones that were taken; two faults at once where no single one will do. The
 * next reading is the one that tells most of what is still believed apart.
 */

/** Faults that are supposed together; none where nothing is wrong. */
export interface Supposed {
  readonly key: string;
  readonly faults: readonly Fault[];
}

export interface Suspected {
  /** None where nothing is wrong. */
  readonly faults: readonly Fault[];
  readonly chance: number;
  /** Others that every reading here shows the same. */
  readonly alike: readonly (readonly Fault[])[];
  /** The reading that speaks most for it against right wiring, with what that would have shown; null for right wiring itself. */
  readonly because: { readonly taken: Taken; readonly right: readonly (number | null)[] } | null;
}

export interface Diagnosis {
  readonly suspects: readonly Suspected[];
  /** The reading that leaves least open on the average; null where none tells more. */
  readonly next: Look | null;
  /** Is metal live, or likely to be? Then somebody who knows is called, and nothing more is read. */
  readonly callNow: boolean;
  /** Are there readings that nothing here explains? */
  readonly unexplained: boolean;
}

/** One circuit with everything that can be read of it and be wrong with it. */
export interface Case {
  readonly house: House;
  readonly looks: readonly Look[];
  /** Nothing wrong, and every single fault. */
  readonly singles: readonly Supposed[];
  readonly predicted: (supposed: Supposed, look: Look) => Predicted;
  /** One word for what a fault would show in a look: faults with the same are not told apart by it. */
  readonly classAt: (supposed: Supposed, look: Look) => string;
  /** The same over all looks. */
  readonly line: (supposed: Supposed) => string;
}

/** Keeps what was worked out, by key. */
function kept<T>(make: () => T, key: string, known: Map<string, T>): T {
  const old = known.get(key);
  if (old !== undefined) return old;
  const made = make();
  known.set(key, made);
  return made;
}

/** A bench that came to rest, and what of it is more than ghosts. */
interface AtRest {
  readonly solution: Solution;
  readonly trips: readonly Trip[];
  readonly bench: Bench;
  readonly isStiff: (a: NodeId, b: NodeId) => boolean;
}

const supposed = (...faults: readonly Fault[]): Supposed => ({ key: JSON.stringify(faults), faults });

/** A circuit ready to be diagnosed; predictions are made when they are asked for, and kept. */
export function caseOf(house: House, breaker: BreakerId): Case {
  const alone = circuitAlone(house, breaker);
  const sound = wired(alone);
  const own = ownDevices(sound);
  const looks = looksOf(alone, sound, own);
  const comesTo = arriving(alone);
  const singles = [
    supposed(),
    ...alone.points
      .flatMap((p) => faultsIn(alone, p, comesTo))
      .filter((f) => f.device === undefined || own(f.point, f.device))
      .map((f) => supposed(f)),
  ];
  const known = new Map<string, Predicted>();
  const rested = new Map<string, AtRest>();
  const benches = new Map<string, Bench>();
  const classes = new Map<string, string>();
  const lines = new Map<string, string>();
  const benchOfSupposed = (s: Supposed): Bench => kept(() => faulted(sound, s.faults), s.key, benches);
  const at = (s: Supposed, stand: Stand): AtRest =>
    kept(
      () => {
        const { solution, trips, bench } = settle(standing(benchOfSupposed(s), stand));
        return { solution, trips, bench, isStiff: stiff(bench) };
      },
      `${s.key} ${JSON.stringify(stand)}`,
      rested,
    );
  const predict = (s: Supposed, look: Look): Predicted => {
    if (look.what === 'low-z' || look.what === 'ohms') {
      const shown = shownBy(benchOfSupposed(s), look);
      return { ...shown, roughly: shown.values };
    }
    const { solution, trips, isStiff, bench } = at(s, look.stand);
    if (look.what === 'ground-amps') {
      const wire = clamped(bench, look);
      const values = [wire ? size(solution.amps(wire)) : 0];
      return { trips: tripNames(trips), values, roughly: values };
    }
    const pairs = pairsOf(look);
    const roughly = pairs.map(([a, b]) => size(less(solution.volts(a), solution.volts(b))));
    return {
      trips: tripNames(trips),
      values: roughly.map((v, i) => (pairs[i] && isStiff(...pairs[i]) ? v : null)),
      roughly,
    };
  };
  const predicted = (s: Supposed, look: Look) => kept(() => predict(s, look), `${s.key} ${look.key}`, known);
  const classAt = (s: Supposed, look: Look) =>
    kept(() => classOf(predicted(s, look), look.what), `${s.key} ${look.key}`, classes);
  const line = (s: Supposed) => kept(() => looks.map((l) => classAt(s, l)).join(';'), s.key, lines);
  return { house: alone, looks, singles, predicted, classAt, line };
}

/** Less than this is no gain, bits. */
const NOTHING = 0.005;
/** Suspects less likely than this are not read for. */
const HARDLY = 1e-5;
/** More suspects than this are first sifted by what is read quickly: volts at the slots, nothing moved or plugged in for it. */
const MANY = 60;
const isQuick = ({ what, stand }: Look): boolean =>
  what === 'three' && (stand.is === 'idle' || stand.is === 'on');
/** Suspects that are read for at most. */
const MOST_BELIEVED = 200;
/** Pairs of faults that are put on the bench. */
const TRIED_PAIRS = 150;
/** Who has read so much and reads on is asked whether two faults explain it better; and how much worse than noise one has to do it, nats. */
const PLENTY = 8;
const ODD = 8;

/** The reading that tells a fault most from right wiring. */
function becauseOf(of: Case, s: Supposed, taken: readonly Taken[]): Suspected['because'] {
  const [right] = of.singles;
  if (!right || s.faults.length === 0) return null;
  let best: { readonly taken: Taken; readonly by: number } | null = null;
  for (const t of taken) {
    const by =
      likelihood(t.look, t.shown, of.predicted(s, t.look)) /
      Math.max(Number.MIN_VALUE, likelihood(t.look, t.shown, of.predicted(right, t.look)));
    if (!best || by > best.by) best = { taken: t, by };
  }
  return best && { taken: best.taken, right: of.predicted(right, best.taken.look).values };
}

const explains = (of: Case, s: Supposed, { look, shown }: Taken): boolean =>
  fits(look, shown, of.predicted(s, look));

/**
 * Two faults at once that may explain what was read: first those where each reading is well explained by one of the two. What they really
 * show together is worked out afterwards.
 */
function doublesOf(of: Case, taken: readonly Taken[]): Supposed[] {
  const each = of.singles
    .filter((s) => s.faults.length > 0)
    .map((s) => ({
      s,
      prior: Math.log(priorOf(s.faults, [])),
      logs: taken.map((t) => Math.log(likelihood(t.look, t.shown, of.predicted(s, t.look)))),
    }));
  return each
    .flatMap((a, i) =>
      each.slice(i + 1).map((b) => ({
        a,
        b,
        told: a.logs.reduce((sum, log, n) => sum + Math.max(log, b.logs[n] ?? log), a.prior + b.prior),
      })),
    )
    .sort((x, y) => y.told - x.told)
    .slice(0, TRIED_PAIRS)
    .map(({ a, b }) => supposed(...a.s.faults, ...b.s.faults));
}

/** Does one fault explain what was read well enough, or would two do better? Half a unit a value is what a hand's noise costs. */
function isExplained(of: Case, s: Supposed, taken: readonly Taken[]): boolean {
  if (!taken.every((t) => explains(of, s, t))) return false;
  if (taken.length < PLENTY) return true;
  const lost = taken.map((t) =>
    Math.log(mostLikely(t.look, t.shown) / likelihood(t.look, t.shown, of.predicted(s, t.look))),
  );
  const values = taken.flatMap((t) => t.shown.values).length;
  return lost.reduce((sum, l) => sum + l, 0) < values * 0.5 + ODD;
}

interface Believed {
  readonly s: Supposed;
  readonly chance: number;
}
function believedOf(
  of: Case,
  all: readonly Supposed[],
  taken: readonly Taken[],
  symptoms: readonly Symptom[],
): Believed[] {
  // Odd readings first: what nobody would believe any more after some of them is not reckoned to the end.
  const [right] = of.singles;
  const odd = new Set(taken.filter((t) => right && !explains(of, right, t)));
  const order = [...odd, ...taken.filter((t) => !odd.has(t))];
  const mostAfter = order.map((_, i) =>
    order.slice(i + 1).reduce((p, t) => p * mostLikely(t.look, t.shown), 1),
  );
  let best = 0;
  const weights = all.map((s) => {
    let w = priorOf(s.faults, symptoms);
    for (const [i, { look, shown }] of order.entries()) {
      w *= likelihood(look, shown, of.predicted(s, look));
      if (w * (mostAfter[i] ?? 1) < best * HARDLY) return 0;
    }
    best = Math.max(best, w);
    return w;
  });
  const sum = weights.reduce((s, w) => s + w, 0);
  return all
    .flatMap((s, i) => {
      const chance = (weights[i] ?? 0) / sum;
      return chance > HARDLY ? [{ s, chance }] : [];
    })
    .sort((a, b) => b.chance - a.chance)
    .slice(0, MOST_BELIEVED);
}

/** From a frame to a known earth, V: more is a shock waiting for a hand. A ghost on a ground that is open stays below. */
const LIVE_METAL_VOLTS = 90;
/** Did a reading show that metal is live? */
export const isLiveMetal = ({ look, shown }: Taken): boolean =>
  look.what === 'frame' && (shown.values[0] ?? 0) >= LIVE_METAL_VOLTS;
/** How likely live metal has to be before nobody goes on reading. */
const TOO_LIKELY = 0.5;
function isCall(suspects: readonly Suspected[], taken: readonly Taken[]): boolean {
  if (taken.some(isLiveMetal)) return true;
  const chance = suspects.filter((s) => dangerOf(s.faults) === 'call').reduce((p, s) => p + s.chance, 0);
  return taken.length > 0 && chance >= TOO_LIKELY;
}

/** Ranks what may be wrong by the readings that were taken and by what somebody noticed, and names the next reading. */
export function diagnose(of: Case, taken: readonly Taken[], symptoms: readonly Symptom[] = []): Diagnosis {
  const alone = believedOf(of, of.singles, taken, symptoms);
  const isSingle = alone[0] !== undefined && isExplained(of, alone[0].s, taken);
  const believed = isSingle
    ? alone
    : believedOf(of, [...of.singles, ...doublesOf(of, taken)], taken, symptoms);
  // Told by every look there is: what is the same in all of them can't be told apart here. With many suspects that would take long,
  // and nothing is claimed of it yet.
  const many = believed.length > MANY;
  const nameOf = (s: Supposed) => (many ? s.key : of.line(s));
  const groups = new Map<string, Believed[]>();
  for (const b of believed) groups.set(nameOf(b.s), [...(groups.get(nameOf(b.s)) ?? []), b]);
  const suspects = [...groups.values()]
    .flatMap(([first, ...others]): Suspected[] =>
      first
        ? [
            {
              faults: first.s.faults,
              chance: [first, ...others].reduce((s, b) => s + b.chance, 0),
              alike: others.map((b) => b.s.faults),
              because: becauseOf(of, first.s, taken),
            },
          ]
        : [],
    )
    .sort((a, b) => b.chance - a.chance);
  const now = entropy(suspects.map((s) => s.chance));
  const leftAfter = (look: Look): number => {
    const byShown = new Map<string, Map<string, number>>();
    for (const b of believed) {
      const c = of.classAt(b.s, look);
      const own = byShown.get(c) ?? new Map<string, number>();
      own.set(nameOf(b.s), (own.get(nameOf(b.s)) ?? 0) + b.chance);
      byShown.set(c, own);
    }
    return bitsLeft([...byShown.values()].map((own) => own.values()));
  };
  const open = of.looks.filter((l) => !taken.some((t) => t.look.key === l.key));
  const callNow = isCall(suspects, taken);
  const best = (looks: readonly Look[]) => tellsMost(looks, now, leftAfter, effortOf, NOTHING)?.question;
  const sifting = many && !callNow ? best(open.filter(isQuick)) : undefined;
  return {
    suspects,
    next: callNow ? null : (sifting ?? best(open) ?? null),
    callNow,
    unexplained: !taken.every((t) => believed[0] && explains(of, believed[0].s, t)),
  };
}
