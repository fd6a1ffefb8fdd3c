import type { StripKind } from '../document/index.ts';
import { practice, published, type Sourced } from '../findings/index.ts';
import { feet, inches, MM_PER_FOOT } from '../units/index.ts';
import { msg, type Text } from '../words/index.ts';

/** Numbers of strip lighting. All from memory; what has no article is common practice among those who sell and mount it. */

const usual = practice(msg('lighting.from.practice'));
/** Ohm per foot as tables have it, in ohm per mm. */
const perFoot = (ohm: number): number => ohm / MM_PER_FOOT;

/** Power at full light, W/ft, and how far apart it may be cut, by voltage. */
export const STRIP_KINDS: Readonly<
  Record<
    StripKind,
    {
      readonly wattsPerFoot: number;
      readonly cutMm: Readonly<Record<12 | 24, number>>;
      readonly dotMm: number;
    }
  >
> = {
  accent: { wattsPerFoot: 1.5, cutMm: { 12: inches(2), 24: inches(4) }, dotMm: inches(0.66) },
  cabinet: { wattsPerFoot: 3, cutMm: { 12: inches(2), 24: inches(4) }, dotMm: inches(0.66) },
  task: { wattsPerFoot: 4.4, cutMm: { 12: inches(1), 24: inches(2) }, dotMm: inches(0.33) },
  bright: { wattsPerFoot: 5.5, cutMm: { 12: inches(1), 24: inches(2) }, dotMm: inches(0.33) },
};

/** Resistance of the rails of a strip, out and back together, by its width: 2 oz copper. */
export const RAILS_OHM_PER_MM: Readonly<Record<8 | 10 | 12, number>> = {
  8: perFoot(0.05),
  10: perFoot(0.04),
  12: perFoot(0.038),
};

/** Strips draw nothing below this share of their voltage, and from there on in step with it. */
export const DARK_SHARE = 0.75;

/** Light that the dimmest spot has at least, as a share of full light. */
export const LEAST_LIGHT: Sourced<number> = { value: 0.85, source: usual };

/** Copper of one conductor, ohm per mm, thickest last. NEC Chapter 9 Table 8 for 18 AWG and larger; finer ones by the gauge. */
export const LEADS = [
  { gauge: '18', ohmPerMm: perFoot(0.00639) },
  { gauge: '16', ohmPerMm: perFoot(0.00402) },
  { gauge: '14', ohmPerMm: perFoot(0.00253) },
] as const;
export type LeadGauge = (typeof LEADS)[number]['gauge'];
/** Drop in a lead at most, as a share of the voltage. */
export const LEAD_DROP = 0.03;

/** A driver runs at this share of its rating at most. */
export const DRIVER_SHARE: Sourced<number> = { value: 0.8, source: usual };
/** A Class 2 output: 5 A up to 20 V, 100 VA up to 30 V. */
export const CLASS_2 = published('NEC Chapter 9 Table 11(A), UL 1310');

/** What a clip of a strip carries, A. */
export const CLIP_AMPS: Sourced<number> = { value: 3, source: usual };
/** The longest jumper between two pieces; further apart each has a lead of its own. */
export const JUMPER_MOST_MM = feet(3);
/** A jumper is so much longer than the gap, so that it bends. */
export const JUMPER_MORE_MM = inches(1);
/** At each end of a lead. */
export const LEAD_MORE_MM = inches(6);
/** Buy so much more than is lit. */
export const SPARE_SHARE = 0.1;
/** More than this needs aluminum behind it, W/ft. */
export const HOT_WATTS_PER_FOOT: Sourced<number> = { value: 3, source: usual };
/** From the strip to the diffuser, by channel. */
export const DIFFUSER_MM = {
  surface: inches(5 / 16),
  recessed: inches(5 / 16),
  corner: inches(5 / 8),
} as const;
/** Where a driver with a cord is plugged in: as far away as that at most. */
export const CORD_MM = feet(6);

/** What a driver gives of what it takes, and its power factor together: common practice. */
const DRIVER_EFFICIENCY = 0.8;
/** What the drivers of a strip draw, VA. */
export const driverVoltAmperes = (watts: number): number => Math.ceil(watts / DRIVER_EFFICIENCY);

/** How strong a kind of strip is, in the units of the house. */
export const stripWatts = (kind: StripKind, units: 'imperial' | 'metric'): Text => {
  const { wattsPerFoot } = STRIP_KINDS[kind];
  return units === 'imperial'
    ? msg('lighting.per-foot', { watts: wattsPerFoot })
    : msg('lighting.per-meter', { watts: Math.round((wattsPerFoot * 10_000) / MM_PER_FOOT) / 10 });
};

/** Minutes for each part of the work: getting set up, and for every piece, lead or driver; a channel counts three times. Common practice, unsure. */
export const STRIP_MINUTES = {
  cut: { once: 5, each: 4 },
  bench: { once: 5, each: 2 },
  mount: { once: 10, each: 4 },
  leads: { once: 5, each: 10 },
  driver: { once: 5, each: 10 },
  test: { once: 30, each: 2 },
} as const;
