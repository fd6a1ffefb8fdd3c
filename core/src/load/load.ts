import type { CodePack } from '../codes/pack.ts';
import {
  isBetweenHots,
  type Breaker,
  type BreakerId,
  type House,
  type Load,
  type PointId,
} from '../document/index.ts';
import type { Circuit, Feed } from '../feed/index.ts';

/** A load with what it draws, A, and the legs of its circuit that it counts on; a circuit of one hot, or of 240 V, has the leg 0 only. */
export type OnLegs = Load & Legs & { readonly amps: number };

/** The legs that a load counts on. */
export interface Legs {
  readonly legs: readonly (0 | 1)[];
  /** It hangs on one of the two, and nobody has traced which. */
  readonly untraced: boolean;
}

/** Load on one circuit. Amperes at the circuit's nominal voltage. */
export interface CircuitLoad {
  readonly breaker: Breaker;
  readonly volts: number;
  readonly points: readonly PointId[];
  /** Each at the voltage that it runs at, with the hots that it may hang on: one or, where nobody knows which, both. */
  readonly loads: readonly OnLegs[];
  readonly connectedAmps: number;
  readonly continuousAmps: number;
  /** What the hours say runs together at the worst moment. */
  readonly worst: { readonly hour: number; readonly amps: number; readonly names: readonly string[] };
  /** Current over the day, as steps at the hours where something changes. */
  readonly day: readonly { readonly hour: number; readonly amps: number }[];
}

/** What a circuit runs at: a multiwire one has 120 V on each leg. */
export const circuitVolts = ({ poles, multiwire }: Pick<Breaker, 'poles' | 'multiwire'>): number =>
  nominalVolts(multiwire ? 1 : poles);

/** Nominal voltages of the code's own arithmetic (220.5(A)). */
export const nominalVolts = (poles: Breaker['poles']): number => (poles === 2 ? 240 : 120);

/** Does a load run at this hour? No hours given means any hour; a span past midnight wraps. */
export function runsAt(load: Pick<Load, 'hours'>, hour: number): boolean {
  if (load.hours.length === 0) return true;
  return load.hours.some(([from, to]) =>
    from <= to ? hour >= from && hour < to : hour >= from || hour < to,
  );
}

/** Continuous by its own hours, or because the code says so: a storage water heater is always counted as one (422.13). */
export const isContinuous = (load: Pick<Load, 'continuous' | 'appliance'>): boolean =>
  load.continuous || load.appliance === 'water-heater';

/** Current over the day of a set of loads, as steps at every hour where something changes. */
export function dayOf(
  loads: readonly (Pick<Load, 'hours' | 'name'> & { amps: number })[],
): { hour: number; amps: number }[] {
  const hours = [...new Set([0, ...loads.flatMap((l) => l.hours.flat())].map((h) => h % 24))].sort(
    (a, b) => a - b,
  );
  return hours.map((hour) => ({
    hour,
    amps: loads.filter((l) => runsAt(l, hour)).reduce((s, l) => s + l.amps, 0),
  }));
}

/** How much more than its current load counts: what runs three hours and more, and the largest motor that is fastened in place. */
export interface CountFactors {
  readonly continuous: number;
  readonly motor: number;
}

/** How much they count by a body of rules, or as the place has it. */
export const countFactors = ({ limits }: Pick<CodePack, 'limits'>): CountFactors => ({
  continuous: limits.continuousFactor.value,
  motor: limits.motorFactor.value,
});

type Counted = Pick<Load, 'hours' | 'continuous'> &
  Partial<Pick<Load, 'motor' | 'connection'>> & { name: string; amps: number };

/** What the largest fixed motor of those that run adds; one that counts as continuous is counted already. */
const motorExtra = (running: readonly Counted[], factor: number): number =>
  (factor - 1) *
  Math.max(
    0,
    ...running.filter((l) => l.motor && l.connection === 'fixed' && !l.continuous).map((l) => l.amps),
  );

/** The worst hour as it is counted: the first of the highest steps, and what runs then. */
export function countedWorst(
  loads: readonly Counted[],
  factors: CountFactors,
): { hour: number; amps: number; names: string[] } {
  const counted = loads.map((l) => ({ ...l, amps: l.amps * (l.continuous ? factors.continuous : 1) }));
  const day = dayOf(counted).map(({ hour, amps }) => ({
    hour,
    amps:
      amps +
      motorExtra(
        loads.filter((l) => runsAt(l, hour)),
        factors.motor,
      ),
  }));
  const top = day.reduce((a, b) => (b.amps > a.amps ? b : a), { hour: 0, amps: 0 });
  return { ...top, names: loads.filter((l) => runsAt(l, top.hour)).map((l) => l.name) };
}

const known = new WeakMap<Feed, Map<BreakerId, CircuitLoad>>();

/** Adds up one circuit; undefined when no such breaker is there. Several rules ask, so the answer is kept with the feed. */
export function circuitLoad(house: House, feed: Feed, breakerId: BreakerId): CircuitLoad | undefined {
  const circuit = feed.circuits.get(breakerId);
  if (!circuit) return undefined;
  const kept = known.get(feed) ?? new Map<BreakerId, CircuitLoad>();
  known.set(feed, kept);
  const load = kept.get(breakerId) ?? addUp(house, circuit);
  kept.set(breakerId, load);
  return load;
}

/** 240 V loads of a multiwire circuit count on both legs, the others on their own, or on both where nobody knows. */
export function legsOf(
  { poles, multiwire }: Pick<Breaker, 'poles' | 'multiwire'>,
  volts: 120 | 240,
  leg: Load['leg'],
): Legs {
  if (!multiwire || poles !== 2) return { legs: [0], untraced: false };
  if (volts === 240 || leg === undefined) return { legs: [0, 1], untraced: volts === 120 };
  return { legs: [leg === 1 ? 0 : 1], untraced: false };
}

/** The voltage that a load on a circuit runs at: on a multiwire one its own. */
export const loadVolts = (breaker: Pick<Breaker, 'poles' | 'multiwire'>, own: 120 | 240): number =>
  breaker.multiwire && breaker.poles === 2 ? own : circuitVolts(breaker);

/** A load on its circuit. */
function onLegs(house: House, breaker: Breaker, load: Load): OnLegs {
  const point = house.points.find((p) => p.id === load.pointId);
  const own = point && isBetweenHots(point) ? 240 : 120;
  return {
    ...load,
    ...legsOf(breaker, own, load.leg),
    continuous: isContinuous(load),
    amps: load.voltAmperes / loadVolts(breaker, own),
  };
}

/** The worst hour of a circuit as it is counted, on the leg where it is more. */
export function countedOnCircuit(
  loads: readonly (Counted & Pick<Legs, 'legs'>)[],
  factors: CountFactors,
): ReturnType<typeof countedWorst> {
  const [first, second] = ([0, 1] as const).map((leg) =>
    countedWorst(
      loads.filter((l) => l.legs.includes(leg)),
      factors,
    ),
  ) as [ReturnType<typeof countedWorst>, ReturnType<typeof countedWorst>];
  return second.amps > first.amps ? second : first;
}

function addUp(house: House, circuit: Circuit): CircuitLoad {
  const points = new Set<PointId>(circuit.points);
  const loads = house.loads
    .filter((l) => points.has(l.pointId))
    .map((l) => onLegs(house, circuit.breaker, l));
  const sum = (list: readonly OnLegs[]) => list.reduce((s, l) => s + l.amps, 0);
  const [one, two] = ([0, 1] as const).map((leg) => loads.filter((l) => l.legs.includes(leg))) as [
    OnLegs[],
    OnLegs[],
  ];
  const heavier = sum(two) > sum(one) ? two : one;
  return {
    breaker: circuit.breaker,
    points: circuit.points,
    volts: circuitVolts(circuit.breaker),
    loads,
    day: dayOf(heavier),
    connectedAmps: sum(heavier),
    continuousAmps: sum(heavier.filter((l) => l.continuous)),
    worst: countedOnCircuit(loads, { continuous: 1, motor: 1 }),
  };
}

/** What happens when just these run together, whatever their hours say: the answer to "what if both run?". */
export function together(
  loads: readonly (Pick<Load, 'continuous'> & { readonly name: string; readonly amps: number })[],
  factor: number,
  breakerAmps: number,
): { readonly amps: number; readonly counted: number; readonly over: number } {
  const amps = loads.reduce((s, l) => s + l.amps, 0);
  const counted = loads.reduce((s, l) => s + l.amps * (l.continuous ? factor : 1), 0);
  return { amps, counted, over: Math.max(0, counted - breakerAmps) };
}

/** Pairs of loads that must not run at the same hour, worst first: what to tell the people who live there. */
export function clashes(
  loads: readonly (Pick<Load, 'continuous'> & {
    readonly id: string;
    readonly name: string;
    readonly amps: number;
  })[],
  factor: number,
  breakerAmps: number,
): readonly { readonly a: string; readonly b: string; readonly counted: number }[] {
  return loads
    .flatMap((a, i) =>
      loads
        .slice(i + 1)
        .map((b) => ({ a: a.name, b: b.name, counted: together([a, b], factor, breakerAmps).counted })),
    )
    .filter((pair) => pair.counted > breakerAmps + 1e-9)
    .sort((x, y) => y.counted - x.counted);
}
