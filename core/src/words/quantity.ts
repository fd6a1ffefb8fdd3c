import {
  amps,
  chance,
  clock,
  cubicInches,
  duration,
  fahrenheit,
  formatArea,
  formatCable,
  formatDistance,
  formatLength,
  formatMark,
  percent,
  plain,
  roughMoney,
  roughTime,
  volts,
  weight,
  type UnitSystem,
} from '../units/index.ts';

const CUBIC_CM_PER_CUBIC_INCH = 16.387064;
const SQUARE_CM_PER_SQUARE_INCH = 6.4516;

/** How each kind of quantity is printed, in either system. */
const PRINT = {
  /** A dimension, mm: as a tape is read. */
  length: (n, system) => formatLength(n, system, 'inches'),
  /** A place to mark, mm: to 1/8 in. */
  mark: formatMark,
  /** Cable to cut, mm: rounded up. */
  cable: formatCable,
  /** A distance that was measured, mm: feet and inches. */
  run: (n, system) => formatLength(n, system),
  /** A distance as a rule has it, mm: `6 ft`, `5 ft 6 in`, `18 in`, `1.8 m`. */
  distance: formatDistance,
  /** Opened wall, mm2. */
  area: formatArea,
  /** Room in a box, in3. */
  volume: (n, system) =>
    system === 'metric' ? `${Math.round(n * CUBIC_CM_PER_CUBIC_INCH)} cm³` : cubicInches(n),
  /** Small areas, in2. */
  bore: (n, system) =>
    system === 'metric' ? `${plain(n * SQUARE_CM_PER_SQUARE_INCH, 1)} cm²` : `${plain(n, 3)} sq in`,
  amps: (n) => amps(n),
  volts: (n) => volts(n),
  /** A share of one, in whole percent. */
  share: (n) => percent(n, 0),
  /** A share of one, to a tenth of a percent. */
  fineShare: (n) => percent(n, 1),
  /** A small share of one, to a hundredth of a percent. */
  tinyShare: (n) => percent(n, 2),
  odds: (n) => chance(n),
  /** Minutes as logged. */
  minutes: (n) => duration(n),
  /** An estimate of minutes: to 5. */
  roughMinutes: (n) => roughTime(n),
  /** Cents of an estimate: to the dollar. */
  roughMoney: (n) => roughMoney(n),
  /** Degrees Celsius. */
  celsius: (n, system) => (system === 'metric' ? `${Math.round(n)} °C` : `${Math.round(fahrenheit(n))} °F`),
  /** An hour of the day: 18.5 is half past six in the evening. */
  hour: (n, system) => clock(n, system),
  degrees: (n) => `${plain(n, 0)}°`,
  seconds: (n) => `${plain(n, n < 1 ? 3 : 1)} s`,
  ohms: (n) => `${plain(n, 3)} ohm`,
  watts: (n) => `${Math.round(n)} W`,
  /** Whole amperes: ratings, fault currents. */
  rating: (n) => `${plain(n, 1)} A`,
  /** Weight, kg. */
  weight,
  /** A number without a unit, to two decimals. */
  number: (n) => plain(n, 2),
} satisfies Record<string, (n: number, system: UnitSystem) => string>;

export type QuantityKind = keyof typeof PRINT;

/** A value with what it measures; inside it is always mm, in3, A, V, minutes, cents or degrees Celsius. */
export interface Quantity {
  readonly kind: QuantityKind;
  readonly value: number;
}

type Makers = { readonly [K in QuantityKind]: (value: number) => Quantity };
/** Makers of quantities: `q.length(406.4)`, `q.volume(18)`. */
export const q = Object.fromEntries(
  Object.keys(PRINT).map((kind) => [kind, (value: number) => ({ kind, value })]),
) as unknown as Makers;

/** A quantity in the units of a house. */
export const printQuantity = ({ kind, value }: Quantity, system: UnitSystem): string =>
  PRINT[kind](value, system);
