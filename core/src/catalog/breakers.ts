import { msg, q } from '../words/index.ts';
import { practice, published } from '../findings/index.ts';

/** One point of a trip curve: at that multiple of the rating, so many seconds. */
export type TripPoint = readonly [multiple: number, seconds: number];

/**
 * Slowest a thermal-magnetic breaker up to 30 A may be. The first two points are the calibration limits of the product
 * standard (135 % within an hour, 200 % within two minutes); the rest is how common breakers behave.
 */
export const SLOWEST_TRIP: readonly TripPoint[] = [
  [1.35, 3600],
  [2, 120],
  [3, 40],
  [5, 6],
  [10, 1],
  [20, 0.25],
];
/** Fastest such a breaker usually is; it carries its rating for ever. */
export const FASTEST_TRIP: readonly TripPoint[] = [
  [1.1, 7200],
  [1.35, 60],
  [2, 12],
  [3, 4],
  [5, 1.2],
];
/** From this multiple the magnetic part surely opens, and then within one cycle. */
export const INSTANT_FROM = 20;
export const INSTANT_SECONDS = 1 / 60;
/** From this multiple it may already open at once. */
export const INSTANT_EARLIEST = 5;
/** The curves hold to this rating, A. */
export const TRIP_CURVE_AMPS = 30;

export const tripStandard = published('UL 489, calibration at 135% and 200%', undefined, 'fairly-sure');
export const tripPractice = practice(msg('names.practice.trip'));

/** Plastic around one conductor of flat cable, jacket included, mm2: it soaks up heat. Measured off common cable. */
export const PLASTIC_MM2: Readonly<Record<'14' | '12' | '10', number>> = { '14': 19, '12': 24, '10': 33 };
/** Heat that a metal and plastic hold, J per mm2 of section, meter and kelvin (physical constants). */
export const HEAT_J = { Cu: 3.45, Al: 2.42, plastic: 1.7 } as const;
export const heatSource = practice(msg('names.practice.heat'));

/** Thermoplastic insulation: short overloads and short circuits, C. */
export const SHORT_OVERLOAD_C = 105;
export const SHORT_CIRCUIT_C = 150;
export const insulationLimitSource = published(
  'ICEA P-32-382 and S-95-658, thermoplastic',
  undefined,
  'fairly-sure',
);
/** ICEA adiabatic equation: (I/A)^2 t = k log10((T2 + t0) / (T1 + t0)), A in circular mils. */
export const ADIABATIC = { Cu: { k: 0.0297, t0: 234 }, Al: { k: 0.0125, t0: 228 } } as const;
export const adiabaticSource = published('ICEA P-32-382, short circuit');
/** Beyond this the heat has time to leave: a heating curve, not the adiabatic limit, s. */
export const ADIABATIC_SECONDS = 5;
/** Fault current at a dwelling's panel when nobody has asked the utility, A. */
export const USUAL_FAULT_AMPS = 5000;
export const faultPractice = practice(msg('names.practice.fault'));
/** A hot attic, C (140 F), when nobody has said how hot it gets. */
export const HOT_ATTIC_C = 60;
export const atticPractice = practice(msg('names.practice.attic', { hot: q.celsius(60) }));
