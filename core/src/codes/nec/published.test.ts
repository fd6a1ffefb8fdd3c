import { describe, expect, it } from '@jest/globals';
import { GAUGES, type Gauge } from '../../document/index.ts';
import { ALLOWANCE, BARRIER } from './fill.ts';
import { mostConductors } from './raceway.ts';
import {
  ADJUSTMENT,
  AMBIENT_BANDS,
  ampacityOf,
  insulationC,
  METHOD_RATING,
  SMALL_CONDUCTOR,
  STANDARD_SIZES,
} from './tables/ampacity.ts';
import {
  CIRCULAR_MILS,
  CORD_LIMIT_BY_RECEPTACLE,
  OHM_PER_KFT,
  RECEPTACLE_RATINGS,
  TEMPERATURE_COEFFICIENT,
} from './tables/conductors.ts';
import { BORE, FILL_SHARE, FLEX_GROUND, NIPPLE_MM, ROUND_UP_FROM, THHN } from './tables/raceway.ts';
import { SUPPORTS } from './tables/supports.ts';

/**
 * The tables of the code as they are printed, row by row (NEC 2020 and 2023, from memory): what the project computes with has to
 * be these numbers. Laws that the numbers follow are checked where they are used.
 */

/** A printed table: a row a line, its first word the key; a dash where nothing is printed. */
const printed = (text: string): [string, (number | undefined)[]][] =>
  text
    .trim()
    .split('\n')
    .map((line) => {
      const [key = '', ...cells] = line.trim().split(/\s+/);
      return [key, cells.map((c) => (c === '-' ? undefined : Number(c)))];
    });
const gauge = (key: string): Gauge => GAUGES.find((g) => g === key)!;

describe('ampacity and overcurrent', () => {
  it.each(
    // AWG; copper at 60, 75, 90; aluminum at 60, 75, 90.
    printed(`
      14  15 20 25   -  -  -
      12  20 25 30  15 20 25
      10  30 35 40  25 30 35
      8   40 50 55  35 40 45
      6   55 65 75  40 50 55
      4   70 85 95  55 65 75`),
  )('Table 310.16, %s AWG', (awg, amps) =>
    expect(
      (['Cu', 'Al'] as const).flatMap((metal) =>
        ([60, 75, 90] as const).map((rating) => ampacityOf(gauge(awg), metal, rating)),
      ),
    ).toEqual(amps),
  );
  it('240.4(D), small conductors', () =>
    expect(SMALL_CONDUCTOR).toEqual({ Cu: { '14': 15, '12': 20, '10': 30 }, Al: { '12': 15, '10': 25 } }));
  it('240.6(A), standard sizes to 100 A', () =>
    expect(STANDARD_SIZES.join(' ')).toBe('15 20 25 30 35 40 45 50 60 70 80 90 100'));
  it.each(
    printed(`
      10 1.29 1.20 1.15
      15 1.22 1.15 1.12
      20 1.15 1.11 1.08
      25 1.08 1.05 1.04
      30 1.00 1.00 1.00
      35 0.91 0.94 0.96
      40 0.82 0.88 0.91
      45 0.71 0.82 0.87
      50 0.58 0.75 0.82
      55 0.41 0.67 0.76
      60 -    0.58 0.71
      65 -    0.47 0.65
      70 -    0.33 0.58
      75 -    -    0.50
      80 -    -    0.41
      85 -    -    0.29`),
  )('Table 310.15(B)(1), to %s C', (top, factors) =>
    expect(AMBIENT_BANDS.find((b) => b.topC === Number(top))?.factors.map((f) => f ?? undefined)).toEqual(
      factors,
    ),
  );
  it('310.15(C)(1), more than three conductors', () =>
    expect(ADJUSTMENT.map((a) => [a.upTo, a.factor * 100])).toEqual([
      [3, 100],
      [6, 80],
      [9, 70],
      [20, 50],
      [30, 45],
      [40, 40],
      [Number.POSITIVE_INFINITY, 35],
    ]));
  it('334.80 and 110.14(C): where correction starts, and terminals at 60 C', () => {
    const start = Object.fromEntries(Object.entries(METHOD_RATING).map(([m, r]) => [m, r.start]));
    expect(start).toEqual({
      'NM-B': 90,
      'old-NM': 60,
      'UF-B': 60,
      AC: 90,
      'old-AC': 60,
      MC: 90,
      EMT: 90,
      FMC: 90,
      LFMC: 75,
      LFNC: 75,
      PVC: 75,
      'knob-and-tube': 60,
    });
    expect(Object.values(METHOD_RATING).every((r) => r.final === 60)).toBe(true);
    expect([insulationC('NM-B'), insulationC('PVC'), insulationC('old-NM')]).toEqual([
      90,
      undefined,
      undefined,
    ]);
  });
});

describe('conductors, Chapter 9', () => {
  it.each(
    // AWG; circular mils; ohm per 1000 ft at 75 C of copper and of aluminum: solid to 8 AWG, stranded above.
    printed(`
      14  4110 3.07  5.06
      12  6530 1.93  3.18
      10 10380 1.21  2.00
      8  16510 0.764 1.26
      6  26240 0.491 0.808
      4  41740 0.308 0.508`),
  )('Table 8, %s AWG', (awg, row) =>
    expect([CIRCULAR_MILS, OHM_PER_KFT.Cu, OHM_PER_KFT.Al].map((t) => t[gauge(awg)])).toEqual(row),
  );
  it('temperature coefficients of Table 8', () =>
    expect(TEMPERATURE_COEFFICIENT).toEqual({ Cu: 0.00323, Al: 0.0033 }));
  it.each(
    printed(`
      EMT-1/2  0.622 0.304
      EMT-3/4  0.824 0.533
      FMC-3/8  0.384 0.116
      FMC-1/2  0.635 0.317
      FMC-3/4  0.824 0.533
      LFMC-1/2 0.632 0.314
      LFMC-3/4 0.830 0.541
      LFNC-1/2 0.632 0.314
      LFNC-3/4 0.830 0.541
      PVC-1/2  0.602 0.285
      PVC-3/4  0.804 0.508`),
  )('Table 4, %s', (key, row) => {
    const [kind, size] = key.split('-') as [keyof typeof BORE, '1/2'];
    const bore = BORE[kind][size];
    expect([bore?.insideInches, bore?.areaSquareInches]).toEqual(row);
  });
  it.each(
    printed(`
      14 0.111 0.0097
      12 0.130 0.0133
      10 0.164 0.0211`),
  )('Table 5, THHN %s AWG', (awg, row) => {
    const wire = THHN[awg as keyof typeof THHN];
    expect([wire.diameterInches, wire.areaSquareInches]).toEqual(row);
  });
  it('Table 1 with notes 4 and 7', () => {
    expect(FILL_SHARE).toEqual({ one: 0.53, two: 0.31, more: 0.4, nipple: 0.6 });
    expect(NIPPLE_MM).toBeCloseTo(24 * 25.4, 6);
    expect(ROUND_UP_FROM).toBe(0.8);
  });
  it.each(
    // Annex C: the most conductors of 14, 12 and 10 AWG.
    printed(`
      EMT-1/2  12 9  5
      EMT-3/4  22 16 10
      FMC-1/2  13 9  6
      FMC-3/4  22 16 10
      LFMC-1/2 13 9  6
      LFMC-3/4 22 16 10
      LFNC-1/2 13 9  6
      LFNC-3/4 22 16 10
      PVC-1/2  11 8  5
      PVC-3/4  21 15 9`),
  )('Annex C, %s', (key, row) => {
    const [kind, size] = key.split('-') as [keyof typeof BORE, '1/2'];
    expect((['14', '12', '10'] as const).map((g) => mostConductors(kind, size, g))).toEqual(row);
  });
  it('250.118: flexible metal as a ground, 6 ft and 20 A', () =>
    expect([FLEX_GROUND.longestMm / 304.8, FLEX_GROUND.amps]).toEqual([6, 20]));
});

describe('boxes and receptacles', () => {
  it('Table 314.16(B)(1)', () =>
    expect(ALLOWANCE).toEqual({ '18': 1.5, '16': 1.75, '14': 2, '12': 2.25, '10': 2.5, '8': 3, '6': 5 }));
  it('314.16(A): barriers that are not marked', () =>
    expect(BARRIER).toEqual({ metal: 0.5, nonmetallic: 1 }));
  it('Table 210.21(B)(2): circuit 15, 20 or 30 A, cord and plug load', () =>
    expect(CORD_LIMIT_BY_RECEPTACLE).toEqual({ 15: 12, 20: 16, 30: 24 }));
  it('Table 210.21(B)(3): receptacles by circuit', () =>
    expect(RECEPTACLE_RATINGS).toEqual({ 15: [15], 20: [15, 20], 30: [30], 40: [40, 50], 50: [50] }));
  it.each(
    // How far apart, ft, and how far from a box, in: 320.30, 330.30, 348.30, 350.30, 352.30, 356.30, 358.30.
    printed(`
      AC     4.5 12
      old-AC 4.5 12
      MC     6   12
      FMC    4.5 12
      LFMC   4.5 12
      LFNC   3   12
      PVC    3   36
      EMT    10  36`),
  )('fastening of %s', (method, row) => {
    const support = SUPPORTS[method as keyof typeof SUPPORTS]!;
    expect([support.everyMm / 304.8, support.fromBoxMm / 25.4].map((v) => Math.round(v * 100) / 100)).toEqual(
      row,
    );
  });
});
