import type { Gauge, Metal } from '../../../document/index.ts';
import { published } from '../../../findings/index.ts';

/** Largest overcurrent device, A: 240.4(D) to 10 AWG; the 60 C column of the ampacity table above that (NM cable). */
export const BREAKER_LIMIT: Readonly<Record<Metal, Partial<Record<Gauge, number>>>> = {
  Cu: { '14': 15, '12': 20, '10': 30, '8': 40, '6': 55, '4': 70 },
  Al: { '12': 15, '10': 25, '8': 35, '6': 40, '4': 55 },
};
export const smallConductorSource = published('NEC 240.4(D)');
export const ampacitySource = published('NEC Table 310.16, 60 °C column (334.80)');

/** Volume per conductor, in3. */
export const ALLOWANCE: Readonly<Record<Exclude<Gauge, '4'>, number>> = {
  '14': 2.0,
  '12': 2.25,
  '10': 2.5,
  '8': 3.0,
  '6': 5.0,
};
export const allowanceSource = (edition: number) =>
  published(edition >= 2023 ? 'NEC 314.16(B), Table 314.16(B)(1)' : 'NEC 314.16(B)', edition, 'sure');

/** Chapter 9 Table 8: direct-current resistance at 75 C, ohm per 1000 ft, uncoated; solid to 8 AWG, stranded above. */
export const OHM_PER_KFT: Readonly<Record<Metal, Record<Gauge, number>>> = {
  Cu: { '14': 3.07, '12': 1.93, '10': 1.21, '8': 0.764, '6': 0.491, '4': 0.308 },
  Al: { '14': 5.06, '12': 3.18, '10': 2.0, '8': 1.26, '6': 0.808, '4': 0.508 },
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
/** Table 210.21(B)(2): most a cord-and-plug load may draw, A, by receptacle and circuit rating. */
export const CORD_LIMIT_BY_RECEPTACLE: Readonly<Record<number, number>> = { 15: 12, 20: 16, 30: 24 };
export const cordLimitSource = published('NEC Table 210.21(B)(2)');
