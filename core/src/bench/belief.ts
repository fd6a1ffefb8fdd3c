import type { Fault, FaultKind } from './faults.ts';
import type { Look, Shown } from './looks.ts';

/** How far a supposed fault is believed: how often it is met, what somebody noticed, and how well it shows what was read. */

/** What a supposed fault would show: null for what only couples and may read anything. */
export interface Predicted {
  readonly values: readonly (number | null)[];
  /** The same without regard to what couples: for what floats, roughly what it would read. */
  readonly roughly: readonly number[];
  readonly trips: readonly string[];
}

/** How often a fault is met against the others: my judgement, common practice. */
const OFTEN: Readonly<Record<FaultKind, number>> = {
  'open-hot': 1,
  'open-neutral': 1,
  'open-ground': 1,
  abandoned: 0.2,
  'loose-hot': 0.6,
  'loose-neutral': 0.6,
  'high-ground': 0.3,
  reversed: 1,
  'hot-ground-reversed': 0.1,
  'neutral-ground-swapped': 0.3,
  bootleg: 0.5,
  'reversed-bootleg': 0.1,
  'reversed-open-neutral': 0.05,
  'multiwire-open-neutral': 0.5,
  'multiwire-same-leg': 0.3,
  'second-hot-on-neutral': 0.1,
  'switch-in-neutral': 0.3,
  'three-way-mixed': 0.6,
  'four-way-mixed': 0.4,
  'open-traveler': 0.3,
  'line-load-swapped': 0.6,
  'neutral-ground-touch': 0.4,
  leakage: 0.4,
  'tab-left': 0.6,
  'lost-leg': 0.4,
  'same-leg-240': 0.2,
  short: 0.4,
  'switch-open': 0.6,
  'switch-welded': 0.2,
};
/** That nothing is wrong, against one usual fault: somebody had a reason to look. */
const SOUND = 0.2;
/** Of a second fault beside a first one: my judgement. */
const SECOND = 0.05;

/** What somebody noticed before anything was read. */
export const SYMPTOMS = [
  'dead',
  'part-dead',
  'flickers',
  'bright-and-dim',
  'trips-at-once',
  'trips-in-rain',
  'gfci-trips',
  'no-reset',
  'tingle',
  'warm',
  'some-positions',
  'stays-on',
  'ruined',
] as const;
export type Symptom = (typeof SYMPTOMS)[number];

/** Kinds that show themselves so: the trade's own table of symptoms, common practice. */
const SHOWN_BY: Readonly<Record<Symptom, readonly FaultKind[]>> = {
  dead: [
    'open-hot',
    'open-neutral',
    'abandoned',
    'hot-ground-reversed',
    'reversed-open-neutral',
    'same-leg-240',
    'short',
    'switch-open',
    'line-load-swapped',
  ],
  'part-dead': ['open-hot', 'open-neutral', 'lost-leg', 'line-load-swapped', 'abandoned'],
  flickers: ['loose-hot', 'loose-neutral', 'multiwire-open-neutral'],
  'bright-and-dim': ['multiwire-open-neutral', 'loose-neutral'],
  'trips-at-once': ['short', 'tab-left', 'second-hot-on-neutral', 'hot-ground-reversed'],
  'trips-in-rain': ['leakage'],
  'gfci-trips': ['neutral-ground-touch', 'leakage', 'neutral-ground-swapped', 'bootleg'],
  'no-reset': ['line-load-swapped', 'neutral-ground-touch', 'open-hot'],
  tingle: ['hot-ground-reversed', 'reversed-bootleg', 'open-ground', 'high-ground', 'reversed', 'leakage'],
  warm: ['loose-hot', 'loose-neutral', 'multiwire-same-leg'],
  'some-positions': ['three-way-mixed', 'four-way-mixed', 'open-traveler', 'switch-in-neutral'],
  'stays-on': ['switch-welded', 'tab-left', 'switch-in-neutral'],
  ruined: ['multiwire-open-neutral', 'second-hot-on-neutral', 'loose-neutral'],
};
/** Where a symptom is none of a kind's: it may be something else, or badly told. */
const UNLIKE = 0.1;

/** How far some faults together are believed before anything is read. */
export function priorOf(faults: readonly Fault[], symptoms: readonly Symptom[]): number {
  const often = faults.reduce((p, f, i) => p * OFTEN[f.kind] * (i === 0 ? 1 : SECOND), 1);
  return symptoms.reduce(
    (p, s) => p * (faults.some((f) => SHOWN_BY[s].includes(f.kind)) ? 1 : UNLIKE),
    faults.length === 0 ? SOUND : often,
  );
}

/** A reading that fits nothing: a slip of the hand, or a fault nobody thought of. */
const SLIP = 1e-4;
/** Of a meter and of what draws on other outlets meanwhile: share, V, A and decades of ohm, as standard deviations. */
const SPREAD = { share: 0.006, volts: 0.35, amps: 0.3, decades: 0.2 } as const;
/** Ghosts read anything up to here, V. */
const GHOST_MOST = 125;
const GHOST_LEAST = 1;

/**
 * Of a wire that floats: next to nothing as often as not, nearly always where nothing live runs beside it; else anything.
 * @param roughly what it would read by what couples, V
 */
function ghost(volts: number, roughly: number): number {
  const nothing = roughly < GHOST_LEAST ? GHOST_NOTHING.alone : GHOST_NOTHING.beside;
  return (
    (volts < GHOST_LEAST ? nothing / GHOST_LEAST : 0) +
    (volts <= GHOST_MOST ? 1 - nothing : SLIP) / GHOST_MOST
  );
}
/** How often a wire that floats reads nothing: alone, and beside a live one. My judgement. */
const GHOST_NOTHING = { alone: 0.95, beside: 0.4 } as const;

/** How many standard deviations a reading is off what would be shown, and how wide one is. */
function offBy(what: Look['what'], read: number, would: number): { readonly z: number; readonly sd: number } {
  const sd =
    what === 'ohms'
      ? SPREAD.decades
      : what === 'ground-amps'
        ? SPREAD.amps
        : SPREAD.volts + SPREAD.share * would;
  const off = what === 'ohms' ? Math.log10(read + 1) - Math.log10(would + 1) : read - would;
  return { z: off / sd, sd };
}

/** How well one value goes with what would be shown. */
function valueLikelihood(what: Look['what'], read: number, would: number | null, roughly: number): number {
  if (would === null) return ghost(read, roughly);
  const { z, sd } = offBy(what, read, would);
  const bell = Math.exp(-0.5 * z * z);
  return what === 'ohms' ? bell + SLIP : bell / (sd * Math.sqrt(2 * Math.PI)) + SLIP / GHOST_MOST;
}

/** How well a reading goes with what a fault would show; what was not read says nothing. */
export const likelihood = (look: Look, shown: Shown, would: Predicted): number =>
  would.values.reduce<number>(
    (p, v, i) => {
      const x = shown.values[i] ?? null;
      return x === null ? p : p * valueLikelihood(look.what, x, v, would.roughly[i] ?? 0);
    },
    shown.trips.join() === would.trips.join() ? 1 : SLIP,
  );

/** The most that anything could make of a reading. */
export const mostLikely = (look: Look, shown: Shown): number =>
  shown.values.reduce<number>(
    (p, x) =>
      x === null
        ? p
        : p * Math.max(valueLikelihood(look.what, x, x, x), valueLikelihood(look.what, x, null, 0)),
    1,
  );

/** More standard deviations than this are no accident. */
const FAR = 4;
/** Does a reading go with what a fault would show? */
export const fits = (look: Look, shown: Shown, would: Predicted): boolean =>
  shown.trips.join() === would.trips.join() &&
  would.values.every((v, i) => {
    const x = shown.values[i] ?? null;
    if (x === null) return true;
    return v === null ? x <= GHOST_MOST : Math.abs(offBy(look.what, x, v).z) <= FAR;
  });

/** One line for what would be shown: faults with the same line are not told apart by that look. */
export function classOf({ values, trips }: Predicted, what: Look['what']): string {
  const step = what === 'ground-amps' ? 1 : 1.2;
  const bin = (v: number) => (what === 'ohms' ? Math.round(2 * Math.log10(v + 1)) : Math.round(v / step));
  return `${values.map((v) => (v === null ? 'ghost' : bin(v))).join()}|${trips.join()}`;
}

/** What a fault calls for: an electrician at once, power off until it is mended, or mending. */
export type Danger = 'call' | 'stop' | 'fix';
/** Metal that people touch is live, or gear burns; heat or shock; the rest. Sure, from practice. */
const DANGER: Readonly<Record<FaultKind, Danger>> = {
  'open-hot': 'fix',
  'open-neutral': 'stop',
  'open-ground': 'fix',
  abandoned: 'fix',
  'loose-hot': 'stop',
  'loose-neutral': 'stop',
  'high-ground': 'stop',
  reversed: 'stop',
  'hot-ground-reversed': 'call',
  'neutral-ground-swapped': 'stop',
  bootleg: 'stop',
  'reversed-bootleg': 'call',
  'reversed-open-neutral': 'stop',
  'multiwire-open-neutral': 'stop',
  'multiwire-same-leg': 'stop',
  'second-hot-on-neutral': 'call',
  'switch-in-neutral': 'stop',
  'three-way-mixed': 'fix',
  'four-way-mixed': 'fix',
  'open-traveler': 'fix',
  'line-load-swapped': 'stop',
  'neutral-ground-touch': 'fix',
  leakage: 'stop',
  'tab-left': 'stop',
  'lost-leg': 'stop',
  'same-leg-240': 'fix',
  short: 'stop',
  'switch-open': 'fix',
  'switch-welded': 'fix',
};
const WORST: readonly Danger[] = ['call', 'stop', 'fix'];
/** The worst that faults together call for; null where nothing is wrong. */
export const dangerOf = (faults: readonly Fault[]): Danger | null =>
  WORST.find((d) => faults.some((f) => DANGER[f.kind] === d)) ?? null;
