import type { NodeId, Wire } from '../network/index.ts';
import { less, size, solve, sumOf, type Extra } from '../network/solver.ts';
import { allTrips, conditionsOf, EARTH, isHidden, settle, type Bench, type Trip } from './bench.ts';

/**
 * Instruments held to a bench, each as the circuit that it is: what it draws is drawn, and may trip what it is on.
 * Inner resistances and thresholds as makers state them; sure for the multimeter and the ohmmeter, fairly sure for the others.
 */

export const INSTRUMENTS = {
  /** 10 Mohm beside 100 pF. */
  meter: { ohms: 10e6, farads: 100e-12 },
  /** Draws enough that what only couples breaks down. */
  lowZ: { ohms: 3000 },
  /** Pulls a plunger; blind below its least. */
  solenoid: { ohms: 12_000, least: 90 },
  /** Lamps of a plug tester: each so much, dark below the first, dim below the second, V. */
  lamps: { ohms: 150_000, dark: 50, full: 70 },
  /** The button of a plug tester: hot to ground. */
  button: { ohms: 15_000 },
  /** Against earth, through insulation and air, V. */
  nonContact: { volts: 50 },
  /** The least it shows. */
  clamp: { amps: 0.05 },
  /** Beeps below that many ohm. */
  beeper: { ohms: 35, amps: 0.001 },
} as const;

const resistor = (a: NodeId, b: NodeId, ohms: number): Extra => ({ kind: 'resistance', a, b, value: ohms });

export interface VoltReading {
  readonly volts: number;
  /** What tripped when the instrument was held there. */
  readonly trips: readonly Trip[];
}

function between(bench: Bench, a: NodeId, b: NodeId, held: readonly Extra[]): VoltReading {
  const { solution, trips } = settle(bench, held);
  return { volts: size(less(solution.volts(a), solution.volts(b))), trips };
}

/** A multimeter on ac volts: shows ghosts as they are. */
export const readMeter = (bench: Bench, a: NodeId, b: NodeId): VoltReading =>
  between(bench, a, b, [
    resistor(a, b, INSTRUMENTS.meter.ohms),
    { kind: 'capacity', a, b, value: INSTRUMENTS.meter.farads },
  ]);

/** A low-impedance tester: a ghost falls to nothing on it, and to ground it trips a GFCI. */
export const readLowZ = (bench: Bench, a: NodeId, b: NodeId): VoltReading =>
  between(bench, a, b, [resistor(a, b, INSTRUMENTS.lowZ.ohms)]);

/** A solenoid tester: nothing below what moves its plunger. */
export function readSolenoid(bench: Bench, a: NodeId, b: NodeId): VoltReading {
  const read = between(bench, a, b, [resistor(a, b, INSTRUMENTS.solenoid.ohms)]);
  return read.volts < INSTRUMENTS.solenoid.least ? { ...read, volts: 0 } : read;
}

export type Lamp = 'off' | 'dim' | 'on';
export interface LampReading {
  readonly hotNeutral: Lamp;
  readonly hotGround: Lamp;
  readonly neutralGround: Lamp;
  readonly trips: readonly Trip[];
}

/**
 * A plug tester with three lamps. A lamp draws nothing before it strikes, so each is on what it finds by itself: two in series over a wire
 * that floats stay dark.
 */
export function readLamps(bench: Bench, hot: NodeId, neutral: NodeId, ground: NodeId): LampReading {
  const { ohms, dark, full } = INSTRUMENTS.lamps;
  const read = (a: NodeId, b: NodeId) => between(bench, a, b, [resistor(a, b, ohms)]);
  const all = [read(hot, neutral), read(hot, ground), read(neutral, ground)] as const;
  const lamp = ({ volts }: VoltReading): Lamp => (volts < dark ? 'off' : volts < full ? 'dim' : 'on');
  const [hotNeutral, hotGround, neutralGround] = [lamp(all[0]), lamp(all[1]), lamp(all[2])];
  return { hotNeutral, hotGround, neutralGround, trips: allTrips(all) };
}

/** The button of a plug tester: what trips when it is pressed. It does nothing without a ground. */
export const pressButton = (bench: Bench, hot: NodeId, ground: NodeId): readonly Trip[] =>
  settle(bench, [resistor(hot, ground, INSTRUMENTS.button.ohms)]).trips;

/** A non-contact indicator at a conductor: beeps at its own field or its neighbor's in the cable, not through metal. Proves nothing dead. */
export function beeps(bench: Bench, node: NodeId): boolean {
  if (isHidden(bench, node)) return false;
  const { solution } = settle(bench);
  const { wires } = bench.network;
  const own = wires.find((w) => w.a === node || w.b === node);
  const near = wires.flatMap((w) => (own && w.cable.id === own.cable.id ? [own.a === node ? w.a : w.b] : []));
  return [node, ...near].some((n) => size(solution.volts(n)) >= INSTRUMENTS.nonContact.volts);
}

/** Amperes as a clamp shows them. */
export const shownAmps = (amps: number): number => (amps < INSTRUMENTS.clamp.amps ? 0 : amps);

/** A clamp around some wires: the sum of their currents, A; nothing below what it can tell. */
export function readClamp(bench: Bench, wires: readonly Wire[]): number {
  const { solution } = settle(bench);
  return shownAmps(size(sumOf(wires.map((w) => solution.amps(w)))));
}

/** Against earth, on a low-impedance tester: more is live, V. */
const LIVE_VOLTS = 5;

export type OhmReading = { readonly ohms: number; readonly beeps: boolean } | { readonly live: true };

/** An ohmmeter, with the power off: where anything is still live it would be destroyed, and that is what it says. */
export function readOhms(bench: Bench, a: NodeId, b: NodeId): OhmReading {
  // A ghost does it no harm: live is what stands up to a load.
  const { solution, bench: at } = settle(
    bench,
    [a, b].filter((n) => n !== EARTH).map((n) => resistor(n, EARTH, INSTRUMENTS.lowZ.ohms)),
  );
  if ([a, b].some((n) => size(solution.volts(n)) > LIVE_VOLTS)) return { live: true };
  const { amps, ohms } = INSTRUMENTS.beeper;
  // A current of an ohmmeter's own, with every breaker as off as it is for the wires it is on.
  const dead = solve(
    at.network,
    conditionsOf(at, { hertz: 0, isOff: () => true, driven: { in: a, out: b, amps } }),
  );
  const read = size(less(dead.volts(a), dead.volts(b))) / amps;
  return { ohms: read, beeps: read < ohms };
}
