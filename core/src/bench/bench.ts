import { packFor } from '../codes/index.ts';
import { givesArcFault, givesGroundFault, type Device, type House } from '../document/index.ts';
import {
  isMetalBox,
  isTrip,
  joined,
  networkOf,
  ofContact,
  touchedIn,
  surveyHouse,
  type Network,
  type NodeId,
  type PanelTerminal,
  type UseAt,
  type Wire,
} from '../network/index.ts';
import {
  Shorted,
  solve,
  size,
  sumOf,
  type Conditions,
  type Extra,
  type Solution,
  type State,
} from '../network/solver.ts';
import { withFaults, type Fault } from './faults.ts';

/**
 * The wiring of a house under power, to be played with: breakers, handles, things plugged in, instruments held to it. What trips at once
 * trips. It is a simulation and proves nothing of the wall.
 */

export interface Bench {
  readonly house: House;
  readonly network: Network;
  /** What faults put between nodes. */
  readonly extra: readonly Extra[];
  /** Breakers that are off. */
  readonly off: ReadonlySet<string>;
  readonly state: State;
  /** What draws power, VA, by use. */
  readonly plugged: ReadonlyMap<UseAt, number>;
  readonly ohmsPerMeter: Conditions['ohmsPerMeter'];
}

/** Of the service. */
const HERTZ = 60;
/** The bonded neutral of the service, as good as the earth. */
export const EARTH: NodeId = 'service';

/** Conductors at work are about that warm, C. */
const CELSIUS = 75;
/** Resistance of the conductors of a house, ohm per meter: by the tables of its code. */
export function ohmsOf(house: House): Conditions['ohmsPerMeter'] {
  const pack = packFor(house);
  return (c) => pack.resistance(c.gauge ?? '14', c.metal ?? 'Cu', CELSIUS).value;
}

/** The bench of a house as surveyed, with faults in it, everything on and nothing plugged in. */
export function benchOf(
  house: House,
  faults: readonly Fault[] = [],
  ohmsPerMeter: Conditions['ohmsPerMeter'] = ohmsOf(house),
): Bench {
  const made = new Map([...surveyHouse(house).boxes].map(([id, b]) => [id, b.groups]));
  const network = networkOf(house, made);
  const sound = {
    house,
    network,
    extra: [],
    off: new Set<string>(),
    state: new Map(),
    plugged: new Map(),
    ohmsPerMeter,
  };
  return faulted(sound, faults);
}

const breakerOf = (t: PanelTerminal): string => t.label.split(':')[0] ?? '';

/** The same bench with faults in it. */
export function faulted(sound: Bench, faults: readonly Fault[]): Bench {
  const { network, extra } = withFaults(sound.house, sound.network, faults);
  return { ...sound, network, extra };
}

/**
 * The same bench with devices drawn out of their boxes and their conductors taken off: what was spliced stays spliced.
 * @param devices by `point#device`
 */
export function drawnOut(bench: Bench, devices: ReadonlySet<string>): Bench {
  if (devices.size === 0) return bench;
  const isOff = (n: NodeId) => devices.has(n.slice(0, n.lastIndexOf(':')));
  const links = bench.network.links.map((g) => g.filter((n) => !isOff(n))).filter((g) => g.length > 1);
  return { ...bench, network: { ...bench.network, links } };
}

/** The conditions that a bench is in. */
export function conditionsOf(bench: Bench, more: Partial<Conditions> = {}): Conditions {
  return {
    state: bench.state,
    ohmsPerMeter: bench.ohmsPerMeter,
    voltAmperes: (u) => bench.plugged.get(u) ?? 0,
    volts: bench.house.supplyVolts,
    hertz: HERTZ,
    isOff: (t) => bench.off.has(breakerOf(t)),
    ...more,
    extra: [...bench.extra, ...(more.extra ?? [])],
  };
}

/** What tripped, and why. */
export interface Trip {
  readonly what: 'breaker' | 'device';
  /** A breaker by its id, a device by the key of its relay. */
  readonly key: string;
  readonly why: 'short' | 'ground-fault' | 'arc';
}

/** What several readings tripped, each once. */
export const allTrips = (readings: readonly { readonly trips: readonly Trip[] }[]): Trip[] => [
  ...new Map(readings.flatMap((r) => r.trips).map((t) => [t.key, t] as const)).values(),
];

export interface Settled {
  readonly bench: Bench;
  readonly solution: Solution;
  readonly trips: readonly Trip[];
}

/** Class A: must not trip below 4 mA, must at 6 mA (UL 943, sure). In between it may, and here does not. */
const CLASS_A_AMPS = 0.006;
/** Against its rating a breaker opens at once from here on: my judgement, no standard has one number. */
const AT_ONCE = 8;

/** Protecting devices by the key of their relay. */
const relaysOf = ({ network }: Bench): Map<string, Network['switching'][number][]> => {
  const out = new Map<string, Network['switching'][number][]>();
  for (const s of network.switching) if (isTrip(s.key)) out.set(s.key, [...(out.get(s.key) ?? []), s]);
  return out;
};

/** The device that a relay is in. */
const deviceAt = ({ house }: Bench, key: string): Device | undefined => {
  const { point, device } = ofContact(key);
  return house.points.find((p) => p.id === point)?.devices[device];
};

/** Whether a relay senses current to ground: an AFCI receptacle alone does not. */
const sensesGround = (bench: Bench, key: string): boolean => {
  const device = deviceAt(bench, key);
  return device !== undefined && givesGroundFault(device);
};

/** Lets everything trip that trips at once, one after the other. */
export function settle(bench: Bench, held: readonly Extra[] = []): Settled {
  let at = bench;
  const trips: Trip[] = [];
  for (;;) {
    const next = oneTrip(at, held);
    if ('solution' in next) return { bench: at, solution: next.solution, trips };
    // Off already, and still a short: nothing here can end it.
    if (trips.some((t) => t.key === next.key)) throw new RangeError(`${next.key} trips again and again`);
    trips.push(next);
    at =
      next.what === 'breaker'
        ? { ...at, off: new Set([...at.off, next.key]) }
        : { ...at, state: new Map([...at.state, [next.key, 1]]) };
  }
}

function oneTrip(bench: Bench, held: readonly Extra[]): Trip | { readonly solution: Solution } {
  let solution: Solution;
  try {
    solution = solve(bench.network, conditionsOf(bench, { extra: held }));
  } catch (error) {
    if (!(error instanceof Shorted)) throw error;
    return { what: 'breaker', key: error.label.split(':')[0] ?? '', why: 'short' };
  }
  for (const [key, contacts] of relaysOf(bench)) {
    if (!sensesGround(bench, key) || bench.state.get(key) === 1) continue;
    const left = sumOf(contacts.map((c) => solution.relayAmps(c)));
    if (size(left) >= CLASS_A_AMPS || isGroundedBeyond(bench, contacts))
      return { what: 'device', key, why: 'ground-fault' };
  }
  const home = homeWires(bench);
  for (const breaker of bench.house.panels.flatMap((p) => p.breakers)) {
    if (bench.off.has(breaker.id)) continue;
    const wires = home.get(breaker.id) ?? [];
    const hot = Math.max(0, ...wires.filter((w) => w.hot).map((w) => size(solution.amps(w.wire))));
    if (hot >= AT_ONCE * breaker.amps) return { what: 'breaker', key: breaker.id, why: 'short' };
    if (breaker.protection !== 'gfci' && breaker.protection !== 'dual') continue;
    const sum = sumOf(wires.map((w) => solution.amps(w.wire)));
    if (size(sum) >= CLASS_A_AMPS) return { what: 'breaker', key: breaker.id, why: 'ground-fault' };
  }
  return { solution };
}

/**
 * Does the neutral beyond a protecting device touch ground, or another neutral? A second winding senses that with nothing plugged in
 * (UL 943, fairly sure).
 */
function isGroundedBeyond(
  { network, state }: Bench,
  contacts: readonly Network['switching'][number][],
): boolean {
  const open = new Map([...state, ...contacts.map((c) => [c.key, 1] as const)]);
  const touched = touchedIn(joined(network), open);
  return contacts.some(({ b }) => {
    const { hots, neutrals, grounds } = touched(b);
    return b.endsWith('silver') && hots.length === 0 && neutrals.length + grounds.length > 0;
  });
}

interface HomeWire {
  readonly wire: Wire;
  readonly hot: boolean;
}
/** The wires of the home runs that a breaker looks at, hots and neutral, by breaker. */
function homeWires({ network }: Bench): ReadonlyMap<string, readonly HomeWire[]> {
  const nodes = new Map(network.terminals.map((t) => [t.node, t.at] as const));
  const out = new Map<string, HomeWire[]>();
  for (const wire of network.wires) {
    const at = nodes.get(wire.a) ?? nodes.get(wire.b);
    if (at !== 'hot' && at !== 'neutral') continue;
    for (const end of [wire.cable.from, wire.cable.to])
      if (end.at === 'breaker')
        out.set(end.breakerId, [...(out.get(end.breakerId) ?? []), { wire, hot: at === 'hot' }]);
  }
  return out;
}

/** Is a conductor in metal that hides its field: a metal box, armor, tubing? */
export function isHidden({ house, network }: Bench, node: NodeId): boolean {
  const wire = network.wires.find((w) => w.a === node || w.b === node);
  if (!wire) return false;
  const end = wire.a === node ? wire.cable.from : wire.cable.to;
  const point = end.at === 'point' ? house.points.find((p) => p.id === end.pointId) : undefined;
  return point !== undefined && isMetalBox(point) === true;
}

/** A series arc of so much current has to be told by a combination type (UL 1699, fairly sure). */
const ARC_AMPS = 5;
/**
 * What opens when an AFCI tester draws its pulses somewhere: every arc-fault device and breaker whose conductors carry them.
 * @param amps what the tester draws
 */
export function arcTrips(bench: Bench, hot: NodeId, neutral: NodeId, amps = 8): readonly Trip[] {
  const ohms = bench.house.supplyVolts / amps;
  const { bench: at, solution } = settle(bench);
  const drawn = settle(at, [{ kind: 'resistance', a: hot, b: neutral, value: ohms }]);
  const more = (before: number, after: number) => after - before >= ARC_AMPS;
  const devices = [...relaysOf(at)].flatMap(([key, contacts]): Trip[] => {
    const device = deviceAt(at, key);
    const carries = contacts.some((c) =>
      more(size(solution.relayAmps(c)), size(drawn.solution.relayAmps(c))),
    );
    return device && givesArcFault(device) && carries ? [{ what: 'device', key, why: 'arc' }] : [];
  });
  const home = homeWires(at);
  const breakers = at.house.panels
    .flatMap((p) => p.breakers)
    .filter((b) => b.protection === 'afci' || b.protection === 'dual')
    .filter((b) =>
      (home.get(b.id) ?? []).some(
        ({ wire, hot: isHot }) => isHot && more(size(solution.amps(wire)), size(drawn.solution.amps(wire))),
      ),
    );
  return [
    ...drawn.trips,
    ...devices,
    ...breakers.map((b): Trip => ({ what: 'breaker', key: b.id, why: 'arc' })),
  ];
}
