import { bitsLeft, entropy, tellsMost } from '../units/index.ts';
import { groupBefore } from './tried.ts';
import { isSameWire, type BoxReading, type WireAt } from './seen.ts';
import { answerOf } from './told.ts';
import { chanceOfYes, wireAt, type Kept, type Wiring } from './wirings.ts';

/** The one look or reading after which least is open on the average: expected information over the wirings that are left. */

export type Ask = { readonly what: 'look'; readonly at: WireAt } | BoxAsk;
/** A reading that nobody has taken yet. */
export type BoxAsk = BoxReading extends infer R ? (R extends unknown ? Omit<R, 'shows'> : never) : never;

export interface Asked {
  readonly ask: Ask;
  /** What is open now and will be after it on the average, in bits. */
  readonly now: number;
  readonly left: number;
}

/** How much is open among wirings, bits: those that say the same are one. */
export function openBits(wirings: readonly Wiring[]): number {
  const by = new Map<string, number>();
  for (const w of wirings) {
    const answer = answerOf(w);
    by.set(answer, (by.get(answer) ?? 0) + w.weight);
  }
  return entropy(by.values());
}

/** Safer and cheaper ones come first where two tell the same: a look, then with the power off, then with it on. */
const EFFORT: Readonly<Record<Ask['what'], number>> = { look: 0, joined: 1, between: 1, live: 2, follows: 2 };
const effortOf = (ask: Ask): number => EFFORT[ask.what] + (ask.what === 'live' && ask.apart ? 1 : 0);

/** Was this read already? What was shown once is not asked again. */
const isTaken = (ask: Ask, readings: readonly BoxReading[]): boolean =>
  readings.some(
    (r) =>
      r.what === ask.what &&
      isSameWire(r.at, ask.at) &&
      (r.what !== 'live' || ask.what !== 'live' || (r.breaker === ask.breaker && r.apart === ask.apart)) &&
      (r.what !== 'between' || ask.what !== 'between' || isSameWire(r.to, ask.to)),
  );

/** Everything that can be looked at or read here and has not been. */
export function asksOf({ nodes }: Kept): Ask[] {
  const looks = nodes.unknown.map((w): Ask => ({ what: 'look', at: w.at }));
  const groups = new Set<number>();
  const perGroup: Ask[] = [];
  for (const w of nodes.wires) {
    const root = groupBefore(nodes, w.node);
    if (groups.has(root)) continue;
    groups.add(root);
    perGroup.push(
      { what: 'live', at: w.at, breaker: 'on', apart: false },
      { what: 'live', at: w.at, breaker: 'off', apart: false },
      { what: 'follows', at: w.at },
    );
  }
  const perWire = nodes.wires.flatMap((w): Ask[] => [
    { what: 'live', at: w.at, breaker: 'on', apart: true },
    { what: 'live', at: w.at, breaker: 'off', apart: true },
    { what: 'joined', at: w.at },
  ]);
  const pairs = nodes.byCable.flatMap((wires) =>
    wires.flatMap((a, i) => wires.slice(i + 1).map((b): Ask => ({ what: 'between', at: a.at, to: b.at }))),
  );
  return [...looks, ...perGroup, ...perWire, ...pairs].filter((a) => !isTaken(a, nodes.seen.readings));
}

/** What would still be open after an answer, on the average, in bits. */
export function leftAfter(
  { wirings, nodes }: Kept,
  ask: Ask,
  answers: readonly string[] = wirings.map(answerOf),
): number {
  const outcomes = new Map<string, Map<string, number>>();
  const add = (outcome: string, answer: string, weight: number) => {
    if (weight <= 0) return;
    const by = outcomes.get(outcome) ?? new Map<string, number>();
    outcomes.set(outcome, by.set(answer, (by.get(answer) ?? 0) + weight));
  };
  const unseen = ask.what === 'look' ? nodes.unknown.findIndex((w) => w === wireAt(nodes, ask.at)) : -1;
  wirings.forEach((w, i) => {
    if (ask.what === 'look') {
      add(String(w.ends[unseen]), answers[i]!, w.weight);
      return;
    }
    const yes = chanceOfYes(w.tried, { ...ask, shows: true });
    add('yes', answers[i]!, w.weight * yes);
    add('no', answers[i]!, w.weight * (1 - yes));
  });
  return bitsLeft([...outcomes.values()].map((by) => by.values()));
}

/** Less than this is no gain, bits. */
const NOTHING = 1e-6;

/** The look or reading that leaves least open on the average; null where nothing is open or nothing here can tell more. */
export function nextAsk(kept: Kept): Asked | null {
  const answers = kept.wirings.map(answerOf);
  const now = openBits(kept.wirings);
  const best = tellsMost(asksOf(kept), now, (ask) => leftAfter(kept, ask, answers), effortOf, NOTHING);
  return best && { ask: best.question, now, left: best.left };
}
