import {
  ADIABATIC,
  ADIABATIC_SECONDS,
  FASTEST_TRIP,
  HEAT_J,
  INSTANT_EARLIEST,
  INSTANT_FROM,
  INSTANT_SECONDS,
  PLASTIC_MM2,
  SHORT_CIRCUIT_C,
  SHORT_OVERLOAD_C,
  SLOWEST_TRIP,
  type TripPoint,
} from '../catalog/index.ts';
import type { Gauge, Metal } from '../document/index.ts';

/** A conductor as a body that is heated by its current. */
export interface HeatedConductor {
  readonly gauge: '14' | '12' | '10';
  readonly metal: Metal;
  /** Ampacity at 30 C in the column of its terminals, A, and that column's temperature, C. */
  readonly ampacity: number;
  readonly ratedC: number;
  /** What its insulation stands for ever, C. */
  readonly insulationC: number;
  /** Ohm per meter at the rated temperature, and circular mils. */
  readonly ohmPerMeter: number;
  readonly circularMils: number;
}

/** Around the cable when its ampacity is as the table says, C. */
const TABLE_AMBIENT_C = 30;
const MM2_PER_CIRCULAR_MIL = 5.067e-4;

/** Seconds in which 63 % of a rise in temperature happens: heat held, over heat lost per kelvin. */
export function timeConstant(c: HeatedConductor): number {
  const held =
    c.circularMils * MM2_PER_CIRCULAR_MIL * HEAT_J[c.metal] + PLASTIC_MM2[c.gauge] * HEAT_J.plastic;
  const lostPerKelvin = (c.ampacity ** 2 * c.ohmPerMeter) / (c.ratedC - TABLE_AMBIENT_C);
  return held / lostPerKelvin;
}

/** Where the temperature settles at a current, C: the rated ampacity gives the rated temperature. */
export const settledC = (c: HeatedConductor, amps: number): number =>
  TABLE_AMBIENT_C + (c.ratedC - TABLE_AMBIENT_C) * (amps / c.ampacity) ** 2;

/** Temperature after a time at a current, C, from a start temperature: first-order heating. */
export const heatedC = (c: HeatedConductor, amps: number, seconds: number, startC: number): number =>
  settledC(c, amps) + (startC - settledC(c, amps)) * Math.exp(-seconds / timeConstant(c));

function onCurve(points: readonly TripPoint[], multiple: number): number {
  const first = points[0];
  const last = points.at(-1);
  if (!first || !last || multiple < first[0]) return Number.POSITIVE_INFINITY;
  if (multiple >= last[0]) return last[1];
  const i = points.findIndex((p) => p[0] > multiple);
  const [a, b] = [points[i - 1] ?? first, points[i] ?? last];
  const share = Math.log(multiple / a[0]) / Math.log(b[0] / a[0]);
  return a[1] * (b[1] / a[1]) ** share;
}

/** Longest that the breaker may carry a multiple of its rating, s: infinite below 135 %. */
export const slowestTrip = (multiple: number): number =>
  multiple >= INSTANT_FROM ? INSTANT_SECONDS : onCurve(SLOWEST_TRIP, multiple);
/** Shortest that it usually carries it, s. */
export const fastestTrip = (multiple: number): number =>
  multiple >= INSTANT_EARLIEST ? INSTANT_SECONDS / 2 : onCurve(FASTEST_TRIP, multiple);

export interface Overload {
  /** The current that the breaker may carry for an hour, A, and where the conductor settles with it, C. */
  readonly hourAmps: number;
  readonly hourC: number;
  /** The worst of the shorter overloads: its current, how long, and the temperature reached, C. */
  readonly worst: { readonly amps: number; readonly seconds: number; readonly celsius: number };
  readonly insulationC: number;
  readonly shortC: number;
  readonly timeConstantSeconds: number;
  readonly holds: boolean;
}

const HOUR_MULTIPLE = SLOWEST_TRIP[0]?.[0] ?? 1.35;

/**
 * The overload question: does the breaker open before the conductor gets too hot? What it may carry for an hour is held
 * against the insulation's rating; shorter, larger overloads against what insulation stands for a while. Hot start: the
 * conductor has been carrying the breaker's rating.
 */
export function overload(c: HeatedConductor, breakerAmps: number): Overload {
  const hourAmps = HOUR_MULTIPLE * breakerAmps;
  const hourC = settledC(c, hourAmps);
  const start = settledC(c, breakerAmps);
  let worst = { amps: hourAmps, seconds: slowestTrip(HOUR_MULTIPLE), celsius: hourC };
  for (let multiple = HOUR_MULTIPLE; multiple <= 6; multiple += 0.05) {
    const seconds = slowestTrip(multiple);
    const celsius = heatedC(c, multiple * breakerAmps, seconds, start);
    if (celsius > worst.celsius) worst = { amps: multiple * breakerAmps, seconds, celsius };
  }
  const shortC = Math.max(SHORT_OVERLOAD_C, c.insulationC);
  return {
    hourAmps,
    hourC,
    worst,
    insulationC: c.insulationC,
    shortC,
    timeConstantSeconds: timeConstant(c),
    holds: hourC <= c.insulationC + 1e-9 && worst.celsius <= shortC + 1e-9,
  };
}

/** Energy that a conductor takes in a short circuit without harm, A2s (ICEA adiabatic equation), from a start temperature. */
export function withstand(
  circularMils: number,
  metal: Metal,
  startC: number,
  endC = SHORT_CIRCUIT_C,
): number {
  const { k, t0 } = ADIABATIC[metal];
  return circularMils ** 2 * k * Math.log10((endC + t0) / (startC + t0));
}

/** Longest that a short-circuit current may last, s; only meant under about five seconds. */
export const withstandSeconds = (c: HeatedConductor, amps: number): number =>
  withstand(c.circularMils, c.metal, c.ratedC) / amps ** 2;

export interface FaultAt {
  readonly amps: number;
  readonly seconds: number;
  /** What the conductor stands at that current, s; null where the adiabatic limit does not apply. */
  readonly standsSeconds: number | null;
  readonly celsius: number | null;
  readonly holds: boolean;
}

/** The fault question at one place: how much current flows, how long until the breaker opens, and does the conductor stand it. */
export function faultAt(c: HeatedConductor, breakerAmps: number, amps: number): FaultAt {
  const seconds = slowestTrip(amps / breakerAmps);
  if (seconds <= ADIABATIC_SECONDS) {
    const standsSeconds = withstandSeconds(c, amps);
    return { amps, seconds, standsSeconds, celsius: null, holds: seconds <= standsSeconds + 1e-12 };
  }
  const celsius = heatedC(c, amps, seconds, settledC(c, breakerAmps));
  return { amps, seconds, standsSeconds: null, celsius, holds: celsius <= SHORT_CIRCUIT_C };
}

/** Fault current at the end of a run, A: supply and loop in series. `ohms` is there and back. */
export const faultCurrent = (volts: number, panelFaultAmps: number, ohms: number): number =>
  volts / (volts / panelFaultAmps + ohms);

export const isHeated = (gauge: Gauge): gauge is HeatedConductor['gauge'] => gauge in PLASTIC_MM2;
