import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { heatedConductor, necPack } from '../codes/index.ts';
import {
  fastestTrip,
  faultAt,
  faultCurrent,
  heatedC,
  overload,
  settledC,
  slowestTrip,
  timeConstant,
  withstand,
  withstandSeconds,
  type HeatedConductor,
} from './trip.ts';

const wire = (gauge: '14' | '12' | '10', metal: 'Cu' | 'Al' = 'Cu'): HeatedConductor =>
  heatedConductor({ gauge, metal, type: 'NM-B' }, necPack(2023))!;

describe('overload: breaker band against heating', () => {
  it('the rated ampacity gives the rated temperature, no current gives the surroundings', () => {
    for (const [g, a] of [
      ['14', 15],
      ['12', 20],
      ['10', 30],
    ] as const) {
      expect(settledC(wire(g), a)).toBe(60);
      expect(settledC(wire(g), 0)).toBe(30);
    }
  });
  it('tells 14 from 12 AWG behind a 20 A breaker at 27 A', () => {
    expect(overload(wire('14'), 20)).toMatchObject({ hourAmps: 27, holds: false });
    expect(overload(wire('14'), 20).hourC).toBeCloseTo(30 + 30 * (27 / 15) ** 2, 9);
    expect(overload(wire('12'), 20)).toMatchObject({ hourAmps: 27, holds: true });
    expect(overload(wire('12'), 20).hourC).toBeCloseTo(84.675, 3);
  });
  it.each([
    ['14', 15],
    ['12', 20],
    ['10', 30],
  ] as const)('%s AWG behind %d A holds; the next smaller breaker holds too', (gauge, amps) => {
    expect(overload(wire(gauge), amps).holds).toBe(true);
    expect(overload(wire(gauge), amps - 5).holds).toBe(true);
  });
  it.each([
    ['14', 20],
    ['12', 25],
    ['12', 30],
  ] as const)('%s AWG behind %d A does not', (gauge, amps) =>
    expect(overload(wire(gauge), amps).holds).toBe(false),
  );
  it('heating starts where it starts, ends where it settles, and 63 % of the way is one time constant', () => {
    const c = wire('12');
    expect(heatedC(c, 30, 0, 40)).toBe(40);
    expect(heatedC(c, 30, 1e6, 40)).toBeCloseTo(settledC(c, 30), 9);
    const rise = (heatedC(c, 30, timeConstant(c), 40) - 40) / (settledC(c, 30) - 40);
    expect(rise).toBeCloseTo(1 - Math.exp(-1), 9);
  });
  it('time constants are minutes, larger conductors slower to heat by metal held', () => {
    for (const g of ['14', '12', '10'] as const) {
      expect(timeConstant(wire(g)) / 60).toBeGreaterThan(4);
      expect(timeConstant(wire(g)) / 60).toBeLessThan(20);
    }
  });
});

describe('trip band', () => {
  it('never opens at its rating, within an hour at 135 %, two minutes at 200 % (UL 489, from memory)', () => {
    expect(slowestTrip(1)).toBe(Number.POSITIVE_INFINITY);
    expect(slowestTrip(1.35)).toBe(3600);
    expect(slowestTrip(2)).toBe(120);
    expect(slowestTrip(100)).toBeCloseTo(1 / 60, 9);
  });
  it('falls with the current, and the fast side is never slower than the slow one', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 60, noNaN: true }),
        fc.double({ min: 0, max: 5, noNaN: true }),
        (m, d) => {
          expect(slowestTrip(m + d)).toBeLessThanOrEqual(slowestTrip(m));
          expect(fastestTrip(m + d)).toBeLessThanOrEqual(fastestTrip(m));
          expect(fastestTrip(m)).toBeLessThanOrEqual(slowestTrip(m));
        },
      ),
    );
  });
});

describe('fault: adiabatic limit', () => {
  // ICEA P-32-382 for copper from 75 to 150 C: I = 0.0521 A sqrt(1/t), the equation worked by hand; A in circular mils.
  it('agrees with the equation worked by hand', () => {
    const perMil = Math.sqrt(withstand(1, 'Cu', 75));
    expect(perMil).toBeCloseTo(Math.sqrt(0.0297 * Math.log10(384 / 309)), 9);
    expect(perMil).toBeCloseTo(0.0529, 3);
  });
  it('energy goes with the square of the section: two gauges up is over twice the time', () => {
    expect(withstandSeconds(wire('10'), 500) / withstandSeconds(wire('14'), 500)).toBeCloseTo(
      (10380 / 4110) ** 2,
      6,
    );
  });
  it('aluminum stands less than copper of its size', () =>
    expect(withstand(6530, 'Al', 60)).toBeLessThan(withstand(6530, 'Cu', 60)));
  it('a right conductor stands every fault in a house branch until the breaker opens', () => {
    for (const [g, a] of [
      ['14', 15],
      ['12', 20],
      ['10', 30],
    ] as const)
      for (let amps = 3 * a; amps <= 1500; amps += 10) expect(faultAt(wire(g), a, amps).holds).toBe(true);
  });
  it('the fault question alone does not condemn 14 AWG behind 20 A: it is the overload that does', () => {
    for (let amps = 60; amps <= 1500; amps += 10) expect(faultAt(wire('14'), 20, amps).holds).toBe(true);
    expect(faultAt(wire('14'), 20, 3000).holds).toBe(false);
    expect(faultAt(wire('12'), 20, 2500).holds).toBe(true);
  });
  it('a slow fault is judged by its heating, not by the adiabatic limit', () => {
    expect(faultAt(wire('14'), 15, 40)).toMatchObject({ standsSeconds: null });
    expect(faultAt(wire('14'), 15, 300)).toMatchObject({ celsius: null });
  });
  it('fault current: the supply alone at the panel, less with every foot', () => {
    expect(faultCurrent(120, 5000, 0)).toBeCloseTo(5000, 9);
    expect(faultCurrent(120, 5000, 0.3)).toBeCloseTo(120 / (0.024 + 0.3), 9);
  });
});

describe('conductors that have a curve', () => {
  it('old insulation and large sizes have none', () => {
    const pack = necPack(2023);
    expect(heatedConductor({ gauge: '14', metal: 'Cu', type: 'old-NM' }, pack)).toBeUndefined();
    expect(heatedConductor({ gauge: '6', metal: 'Cu', type: 'NM-B' }, pack)).toBeUndefined();
    expect(heatedConductor({ gauge: null, metal: 'Cu', type: 'NM-B' }, pack)).toBeUndefined();
    expect(heatedConductor({ gauge: '14', metal: 'Al', type: 'NM-B' }, pack)).toBeUndefined();
  });
});
