import type { Gauge, Metal } from '../../../document/index.ts';
import { published } from '../../../findings/index.ts';

/** Chapter 9 Table 8: direct-current resistance at 75 C, ohm per 1000 ft, uncoated; solid to 8 AWG, stranded above. */
export const OHM_PER_KFT: Readonly<Record<Metal, Record<Gauge, number>>> = {
  Cu: { '14': 3.07, '12': 1.93, '10': 1.21, '8': 0.764, '6': 0.491, '4': 0.308 },
  Al: { '14': 5.06, '12': 3.18, '10': 2.0, '8': 1.26, '6': 0.808, '4': 0.508 },
};
/** Area of the same table, circular mils. */
export const CIRCULAR_MILS: Readonly<Record<Gauge, number>> = {
  '14': 4110,
  '12': 6530,
  '10': 10380,
  '8': 16510,
  '6': 26240,
  '4': 41740,
};
/** Temperature coefficients of the same table, per kelvin, about 75 C. */
export const TEMPERATURE_COEFFICIENT: Readonly<Record<Metal, number>> = { Cu: 0.00323, Al: 0.0033 };
export const resistanceSource = published('NEC Chapter 9 Table 8');

/** Table 210.21(B)(3): receptacle ratings on a circuit with two or more receptacles. */
export const RECEPTACLE_RATINGS: Readonly<Record<number, readonly number[]>> = {
  15: [15],
  20: [15, 20],
  30: [30],
  40: [40, 50],
  50: [50],
};
export const receptacleRatingSource = published('NEC Table 210.21(B)(3)');
/** 210.21(B)(1): a single receptacle alone on its circuit is rated at least as the circuit. */
export const singleReceptacleSource = published('NEC 210.21(B)(1)');
/** Table 210.21(B)(2): most a cord-and-plug load may draw, A, by receptacle and circuit rating. */
export const CORD_LIMIT_BY_RECEPTACLE: Readonly<Record<number, number>> = { 15: 12, 20: 16, 30: 24 };
export const cordLimitSource = published('NEC Table 210.21(B)(2)');
