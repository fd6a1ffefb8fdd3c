import type { UnitSystem } from './length.ts';

/** Drops the tail of binary arithmetic without hiding a real digit: 30.375 stays 30.375. */
export function tidy(n: number, digits = 6): number {
  const f = 10 ** digits;
  return Math.round(n * f) / f;
}

/** A number as people read it: at most `digits` decimals, no trailing zeros. */
export function plain(n: number, digits = 2): string {
  return String(tidy(n, digits));
}

export const amps = (n: number): string => `${tidy(n, 1).toFixed(1)} A`;
const KG_PER_POUND = 0.45359237;
/** Pounds as kilograms, which is how weights are kept. */
export const pounds = (lb: number): number => lb * KG_PER_POUND;
/** A weight, given in kilograms: to the half pound, or to 0.1 kg. */
export const weight = (kg: number, system: UnitSystem): string =>
  system === 'metric' ? `${plain(kg, 1)} kg` : `${plain(Math.round((kg / KG_PER_POUND) * 2) / 2, 1)} lb`;

export const volts = (n: number): string => `${tidy(n, 1).toFixed(1)} V`;
export const percent = (share: number, digits = 1): string => `${(share * 100).toFixed(digits)}%`;
export const cubicInches = (n: number): string =>
  `${tidy(n, 3).toFixed(Number.isInteger(tidy(n * 10, 4)) ? 1 : 2)} cu in`;

/** A chance for people: measuring never makes anything certain, so it stops at > 99%. */
export const chance = (odds: number): string => (odds > 0.995 ? '> 99%' : percent(odds, 0));

/** Minutes as `0:50` or `3 h 10`. */
export function duration(minutes: number): string {
  const m = Math.round(minutes);
  const h = Math.floor(m / 60);
  return h === 0 ? `${m} min` : `${h} h ${String(m % 60).padStart(2, '0')}`;
}

/** An estimate of time: to 5 minutes, as `35 min` or `2 h 35`. */
export const roughTime = (minutes: number): string =>
  duration(minutes > 0 ? Math.max(5, 5 * Math.round(minutes / 5)) : 0);

/** Degrees Fahrenheit of degrees Celsius, and back. */
export const fahrenheit = (celsius: number): number => celsius * 1.8 + 32;
export const celsiusOf = (degreesF: number): number => (degreesF - 32) / 1.8;

/** An hour of the day, with its part as minutes: 18.5 is 6:30 PM where people count so, else 18:30; 24 is midnight. */
export function clock(hour: number, system: UnitSystem): string {
  const whole = Math.floor(hour);
  const minutes = String(Math.round((hour % 1) * 60)).padStart(2, '0');
  if (system === 'metric') return `${whole}:${minutes}`;
  const shown = whole % 12 === 0 ? 12 : whole % 12;
  return `${shown}${minutes === '00' ? '' : `:${minutes}`} ${whole % 24 < 12 ? 'AM' : 'PM'}`;
}

/** A total of estimated prices: to the dollar. */
export const roughMoney = (cents: number): string => `$${Math.round(cents / 100)}`;

/** Integer cents as dollars. */
export const money = (cents: number): string => `$${(cents / 100).toFixed(2)}`;
