import type { StripKind } from '../document/index.ts';
import { practice } from '../findings/index.ts';
import { feet, inches } from '../units/index.ts';
import { msg, q, type Text } from '../words/index.ts';
import type { Part } from './parts.ts';

/** What strip lighting is made of, as sold; estimated prices. */

const part = (key: string, name: Text, priceCents: number, holds = 1): Part => ({
  key,
  name,
  unit: holds > 1 ? 'pack' : 'each',
  holds,
  priceCents,
  source: practice(msg('materials.estimated')),
});

/** A reel of strip, mm: 5 m is what nearly every maker winds. */
export const REEL_MM = 5000;
const REELS: Readonly<Record<StripKind, number>> = { accent: 1900, cabinet: 2600, task: 3400, bright: 4200 };
/** Metric goods as an American counter calls them: to the inch. */
const toTheInch = (mm: number): number => inches(Math.round(mm / inches(1)));
/** The reel of a kind of strip. */
export const reelKey = (kind: StripKind, volts: 12 | 24): string => `strip-${kind}-${volts}`;

/** Ratings of drivers as sold, W; no output is more than Class 2 allows (5 A up to 20 V, 100 VA up to 30 V). */
export const DRIVER_WATTS: Readonly<Record<12 | 24, readonly number[]>> = {
  12: [20, 30, 40, 60],
  24: [20, 30, 40, 60, 96],
};
export const driverKey = (volts: 12 | 24, watts: number): string => `driver-${volts}-${watts}`;

/** A spool of low-voltage cable for walls. */
export const SPOOL_MM = feet(50);
export const spoolKey = (gauge: string, wires: number): string => `cl2-${gauge}-${wires}`;
/** Sticks of channel with their diffuser, mm. */
export const CHANNEL_STICKS_MM = [1000, 2000] as const;
const CHANNELS = ['surface', 'recessed', 'corner'] as const;
export type ChannelKind = (typeof CHANNELS)[number];
export const stickKey = (kind: ChannelKind, mm: number): string => `channel-${kind}-${mm / 1000}`;
/** How many leads a splitter has for one driver. */
export const SPLITTER_WAYS = [2, 3, 4] as const;

const spools = (gauge: string, cents: number): Part[] =>
  ([2, 3, 4, 5, 6] as const).map((wires) =>
    part(
      spoolKey(gauge, wires),
      msg('names.light.spool', { gauge, wires, length: q.distance(SPOOL_MM) }),
      Math.round((cents * (1 + wires)) / 3),
    ),
  );

export const STRIP_PARTS: readonly Part[] = [
  ...(Object.keys(REELS) as StripKind[]).flatMap((kind) =>
    ([12, 24] as const).map((volts) =>
      part(
        reelKey(kind, volts),
        msg('names.light.reel', { kind, volts, length: q.distance(toTheInch(REEL_MM)) }),
        REELS[kind],
      ),
    ),
  ),
  ...([12, 24] as const).flatMap((volts) =>
    DRIVER_WATTS[volts].map((watts) =>
      part(driverKey(volts, watts), msg('names.light.driver', { volts, watts }), 1500 + 40 * watts),
    ),
  ),
  ...spools('18', 1400),
  ...spools('16', 1900),
  ...spools('14', 2600),
  ...SPLITTER_WAYS.map((ways) =>
    part(`splitter-${ways}`, msg('names.light.splitter', { ways }), 300 + 100 * ways),
  ),
  ...CHANNELS.flatMap((kind) =>
    CHANNEL_STICKS_MM.map((mm) =>
      part(
        stickKey(kind, mm),
        msg('names.light.channel', { kind, length: q.distance(toTheInch(mm)) }),
        mm === 1000 ? 800 : 1400,
      ),
    ),
  ),
  part('strip-clip', msg('names.light.clip'), 700, 10),
  part('strip-end-cap', msg('names.light.end-cap'), 400, 10),
  part('strip-tails', msg('names.light.levers'), 400, 10),
  part('strip-controller', msg('names.light.controller'), 1900),
];
