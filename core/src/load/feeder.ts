import type { Breaker, House, Panel } from '../document/index.ts';
import type { Feed } from '../feed/index.ts';
import { circuitLoad, countedWorst, type CountFactors } from './load.ts';

/** What a sub-panel's circuits ask of the breaker that feeds it, as far as loads are entered. */
export interface FeederLoad {
  readonly panel: Panel;
  readonly breaker: Breaker;
  /** Counted current at the worst hour on the heavier leg, A at 120 V; both legs taken even where nobody knows which. */
  readonly amps: number;
  readonly hour: number;
  readonly names: readonly string[];
  /** Circuits of the panel for which no load was ever entered. */
  readonly empty: readonly string[];
}

/**
 * Load of a sub-panel at its worst hour against its feeder breaker. Circuits of 120 V are spread over two legs the way
 * breakers are numbered, odd rows and even rows in turn; 240 V circuits load both.
 * @returns undefined for a panel that is fed from the service
 */
export function feederLoad(
  house: House,
  feed: Feed,
  panel: Panel,
  factors: CountFactors,
): FeederLoad | undefined {
  const breaker = house.panels.flatMap((p) => p.breakers).find((b) => b.id === panel.fedFrom);
  if (!breaker) return undefined;
  const { legs, empty } = onLegs(house, feed, panel, new Set());
  const both = legs.map((l) => countedWorst(l, factors));
  const top = (both[1]?.amps ?? 0) > (both[0]?.amps ?? 0) ? both[1] : both[0];
  return { panel, breaker, amps: top?.amps ?? 0, hour: top?.hour ?? 0, names: top?.names ?? [], empty };
}

type Leg = Parameters<typeof countedWorst>[0][number];

/** What runs on either leg of a panel, with the panels that it feeds in its turn. */
function onLegs(
  house: House,
  feed: Feed,
  panel: Panel,
  seen: Set<string>,
): { readonly legs: [Leg[], Leg[]]; readonly empty: string[] } {
  const legs: [Leg[], Leg[]] = [[], []];
  const empty: string[] = [];
  if (seen.has(panel.id)) return { legs, empty };
  seen.add(panel.id);
  for (const b of panel.breakers) {
    const at = legOf(b);
    for (const fed of house.panels.filter((p) => p.fedFrom === b.id)) {
      const below = onLegs(house, feed, fed, seen);
      legs[0].push(...below.legs[0]);
      legs[1].push(...below.legs[1]);
      empty.push(...below.empty);
    }
    const load = circuitLoad(house, feed, b.id);
    if (!load || load.loads.length === 0) {
      if (load && load.points.length > 0) empty.push(b.number);
      continue;
    }
    for (const l of load.loads) {
      // A two-pole breaker has both legs: what is on one of them stays on it.
      const own = b.poles === 2 ? (b.multiwire ? l.legs : ([0, 1] as const)) : ([at] as const);
      for (const leg of own) legs[leg].push(l);
    }
  }
  return { legs, empty };
}

/** Breakers 1 and 2 share the first leg, 3 and 4 the second, and so on down the panel. */
const legOf = (breaker: Pick<Breaker, 'number'>): 0 | 1 => {
  const n = Number.parseInt(breaker.number, 10);
  return Number.isFinite(n) && Math.floor((n - 1) / 2) % 2 === 1 ? 1 : 0;
};
