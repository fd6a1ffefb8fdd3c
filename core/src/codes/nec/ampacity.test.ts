import { GAUGES } from '../../document/index.ts';
import { sourceLine } from '../../findings/index.ts';
import { describe, expect, it } from '@jest/globals';
import type { CableType, Gauge } from '../../document/index.ts';
import { ampacity, breakerLimit, carryingIn, minimumGauge, type ConductorFacts } from './ampacity.ts';
import {
  adjustmentFactor,
  AMBIENT_BANDS,
  ambientFactor,
  AMPACITY,
  nextStandardSize,
  STANDARD_SIZES,
} from './tables/ampacity.ts';
import { said } from '../../testing/said.ts';

const facts = (gauge: Gauge, more: Partial<ConductorFacts> = {}): ConductorFacts => ({
  gauge,
  metal: 'Cu',
  type: 'NM-B',
  celsius: 30,
  carrying: 2,
  severalReceptacles: true,
  ...more,
});
const of = (gauge: Gauge, more: Partial<ConductorFacts> = {}) => ampacity(facts(gauge, more), 2023)!;

describe('ambient correction against the square-root law', () => {
  // The printed factors equal sqrt((Tc - Ta) / (Tc - 30)) at the top of each band, to two places.
  it.each(
    AMBIENT_BANDS.flatMap(({ topC, factors }) => factors.map((f, i) => [topC, [60, 75, 90][i]!, f] as const)),
  )('up to %d C, %d C wire: %p', (topC, rating, factor) => {
    if (factor === null) expect(topC).toBeGreaterThanOrEqual(rating);
    else expect(factor).toBeCloseTo(Math.sqrt((rating - topC) / (rating - 30)), 2);
  });
  it('the top of a band still belongs to it, a degree more does not', () => {
    expect([ambientFactor(50, 90), ambientFactor(50.1, 90)]).toEqual([0.82, 0.76]);
    expect(ambientFactor(61, 60)).toBe(0);
    expect(ambientFactor(86, 90)).toBe(0);
  });
});

describe('ampacity table', () => {
  it('grows with size and with the column, and aluminum carries less', () => {
    for (const metal of ['Cu', 'Al'] as const) {
      const rows = GAUGES.flatMap((g) => (AMPACITY[metal][g] ? [AMPACITY[metal][g]] : []));
      for (const row of rows) expect([...row].sort((a, b) => a - b)).toEqual(row);
      for (let i = 1; i < rows.length; i++)
        for (const c of [0, 1, 2] as const) expect(rows[i]![c]).toBeGreaterThan(rows[i - 1]![c]);
    }
    for (const g of GAUGES)
      if (AMPACITY.Al[g])
        for (const c of [0, 1, 2] as const) expect(AMPACITY.Al[g][c]).toBeLessThan(AMPACITY.Cu[g]![c]);
  });
  it('has no 14 AWG aluminum', () => {
    expect(ampacity(facts('14', { metal: 'Al' }), 2023)).toBeUndefined();
    expect(breakerLimit('14', 'Al', 2023)).toBeUndefined();
  });
});

describe('adjustment for conductors together, NEC 310.15(C)(1) (from memory)', () => {
  it.each([
    [3, 1],
    [4, 0.8],
    [6, 0.8],
    [7, 0.7],
    [9, 0.7],
    [10, 0.5],
    [20, 0.5],
    [21, 0.45],
    [30, 0.45],
    [31, 0.4],
    [40, 0.4],
    [41, 0.35],
  ])('%d conductors: %d', (n, factor) => expect(adjustmentFactor(n)).toBe(factor));
  it('the neutral of a multiwire circuit carries only the difference', () => {
    expect(carryingIn(3, true)).toBe(2);
    expect(carryingIn(3, false)).toBe(3);
    expect(carryingIn(2, true)).toBe(2);
  });
});

describe('ampacity where the cable runs', () => {
  it('plastic cable starts in the 90 C column and ends at 60 C: a hot attic takes nothing from one cable', () => {
    // 25 A x 0.82 = 20.5 A, over the 15 A of the 60 C column.
    expect(of('14', { celsius: 50 })).toMatchObject({ table: 25, ambient: 0.82, amps: 15, breaker: 15 });
    expect(of('12', { celsius: 60 }).amps).toBe(20);
    expect(of('12', { celsius: 65 }).amps).toBeCloseTo(19.5, 9);
  });
  it('four cables through one foamed hole: 8 conductors, 70 %', () => {
    expect(of('14', { carrying: 8 })).toMatchObject({ adjustment: 0.7, amps: 15, breaker: 15 });
    const hot = of('14', { carrying: 8, celsius: 50 });
    expect(hot.amps).toBeCloseTo(25 * 0.82 * 0.7, 9);
    expect(hot.breaker).toBe(14);
  });
  it('the next standard size only with a single receptacle or none, and never over the small-conductor limit', () => {
    expect(of('6').breaker).toBe(55);
    expect(of('6', { severalReceptacles: false })).toMatchObject({ amps: 55, breaker: 60, nextSizeUp: true });
    expect(of('14', { carrying: 8, celsius: 50, severalReceptacles: false }).breaker).toBe(15);
    expect(of('10', { severalReceptacles: false, type: 'EMT' }).breaker).toBe(30);
  });
  it('old cable is taken at 60 C throughout', () => {
    expect(of('14', { type: 'old-NM', celsius: 50 }).amps).toBeCloseTo(15 * 0.58, 9);
  });
  it('equality holds: an ampacity that is exactly the breaker', () => expect(of('12').breaker).toBe(20));
  it.each<[CableType, number]>([
    ['NM-B', 90],
    ['MC', 90],
    ['AC', 90],
    ['EMT', 90],
    ['UF-B', 60],
    ['old-AC', 60],
  ])('%s starts at %d C', (type, start) => {
    expect(said(of('12', { type }).working)).toContain(`${start} °C column`);
  });
});

describe('standard sizes and least conductors', () => {
  it('the next size at or above', () => {
    expect(nextStandardSize(55)).toBe(60);
    expect(nextStandardSize(60)).toBe(60);
    expect(nextStandardSize(0)).toBe(15);
    expect(nextStandardSize(101)).toBeUndefined();
    expect([...STANDARD_SIZES]).toEqual([...STANDARD_SIZES].sort((a, b) => a - b));
  });
  it.each([
    [15, 'Cu', '14'],
    [20, 'Cu', '12'],
    [30, 'Cu', '10'],
    [40, 'Cu', '8'],
    [50, 'Cu', '6'],
    [60, 'Cu', '4'],
    [15, 'Al', '12'],
    [25, 'Al', '10'],
  ] as const)('%d A %s: %s AWG', (amps, metal, gauge) => expect(minimumGauge(amps, metal, 2023)).toBe(gauge));
  it('with the next size allowed 6 AWG serves 60 A', () => {
    expect(minimumGauge(60, 'Cu', 2023, true)).toBe('6');
    expect(minimumGauge(20, 'Cu', 2023, true)).toBe('12');
  });
  it('the table has another number before 2020', () => {
    expect(breakerLimit('8', 'Cu', 2017)?.source).toMatchObject({
      ref: expect.stringContaining('310.15(B)(16)'),
    });
    expect(breakerLimit('8', 'Cu', 2020)?.source).toMatchObject({ ref: expect.stringContaining('310.16') });
  });
});

describe('the sources of an ampacity are those that decided it', () => {
  const names = (gauge: Gauge, more: Partial<ConductorFacts> = {}) =>
    of(gauge, more).sources.map((s) => said(sourceLine(s)));
  it('alone at 30 °C: the table and the column, nothing of heat', () => {
    const plain = names('10');
    expect(plain.join()).not.toMatch(/310\.15\(B\)\(1\)|310\.15\(C\)\(1\)/);
    expect(names('10', { celsius: 50 })).toHaveLength(plain.length + 1);
    expect(names('10', { carrying: 8 }).join()).toContain('310.15(C)(1)');
  });
  it('14 AWG ends at the rule for small conductors, also where the column says the same', () =>
    expect(names('14').join()).toContain('240.4(D)'));
  it('8 AWG has no such rule', () => expect(names('8').join()).not.toContain('240.4(D)'));
});
