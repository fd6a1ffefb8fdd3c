import { describe, expect, it } from '@jest/globals';
import { BOXES } from '../../catalog/index.ts';
import type { Gauge } from '../../document/index.ts';
import type { BoxContents } from '../pack.ts';
import { OUTLET, placeOf } from '../../testing/build.ts';
import { ALLOWANCE } from './fill.ts';
import { necPack } from './pack.ts';
import { ARC_FAULT_ROOMS } from './tables/protection.ts';

const nec = necPack(2023);
const contents = (c: Partial<BoxContents>): BoxContents => ({
  conductors: {},
  grounds: 0,
  largestGround: null,
  clampsInside: false,
  yokes: [],
  ...c,
});

describe('box fill, worked examples of NEC 314.16 (values from memory)', () => {
  const sixTwelves = contents({ conductors: { '12': 12 }, grounds: 6, largestGround: '12' });
  it('BF1: six 12-2 with ground in a 30.3 in3 square box: 30.375 from 2020, one quarter for each ground above four', () => {
    expect(nec.fill(sixTwelves).cubicInches).toBe(30.375);
    expect(necPack(2020).fill(sixTwelves).cubicInches).toBe(30.375);
  });
  it('BF1: the same box up to 2017 counts all grounds as one: 29.25', () => {
    expect(necPack(2017).fill(sixTwelves).cubicInches).toBe(29.25);
    expect(necPack(2014).fill(sixTwelves).cubicInches).toBe(29.25);
  });
  it('BF2: two 12-2, clamps inside, a duplex: 18.00 in3', () => {
    const f = nec.fill(
      contents({
        conductors: { '12': 4 },
        grounds: 2,
        largestGround: '12',
        clampsInside: true,
        yokes: [{ gangs: 1, gauge: '12' }],
      }),
    );
    expect(f.cubicInches).toBe(18);
    expect(f.items.map((i) => i.cubicInches)).toEqual([9, 2.25, 2.25, 4.5]);
  });
  it('an empty box needs nothing', () => expect(nec.fill(contents({})).cubicInches).toBe(0));
  it('counts no ground where a raceway brings none', () =>
    expect(nec.fill(contents({ conductors: { '14': 2 } })).cubicInches).toBe(4));
});

describe('printed conductor counts of Table 314.16(A) follow from the volumes (from memory)', () => {
  // Columns 14, 12, 10 AWG of the printed table.
  it.each([
    ['dev-2-1/2', [6, 5, 5]],
    ['dev-2-3/4', [7, 6, 5]],
    ['dev-3-1/2', [9, 8, 7]],
    ['sq-4-1-1/2', [10, 9, 8]],
    ['sq-4-2-1/8', [15, 13, 12]],
    ['oct-4-1-1/2', [7, 6, 6]],
    ['oct-4-2-1/8', [10, 9, 8]],
  ])('%s', (id, counts) => {
    const volume = BOXES.find((b) => b.id === id)?.volumeCubicInches ?? 0;
    expect((['14', '12', '10'] as const).map((g) => Math.floor(volume / ALLOWANCE[g]))).toEqual(counts);
  });
});

describe('breaker and conductor, NEC 240.4(D) and Table 310.16 (from memory)', () => {
  it.each([
    ['14', 'Cu', 15],
    ['12', 'Cu', 20],
    ['10', 'Cu', 30],
    ['8', 'Cu', 40],
    ['6', 'Cu', 55],
    ['12', 'Al', 15],
    ['10', 'Al', 25],
    ['8', 'Al', 35],
  ] as const)('%s AWG %s holds %d A', (gauge, metal, amps) =>
    expect(nec.breakerLimit(gauge, metal)?.value).toBe(amps),
  );
  it('has no entry for 14 AWG aluminum', () => expect(nec.breakerLimit('14', 'Al')).toBeUndefined());
  it('aluminum goes one size larger than copper', () => {
    expect(nec.minimumGauge(15, 'Cu')).toBe('14');
    expect(nec.minimumGauge(15, 'Al')).toBe('12');
    expect(nec.minimumGauge(20, 'Cu')).toBe('12');
    expect(nec.minimumGauge(20, 'Al')).toBe('10');
    expect(nec.minimumGauge(100, 'Cu')).toBeUndefined();
  });
});

describe('resistance, NEC Chapter 9 Table 8 (from memory), against first principles', () => {
  // IEC 60028 copper: 1.7241e-8 ohm m and 0.00393 per K at 20 C; AWG diameter 0.127 x 92^((36-n)/39) mm (ASTM B258).
  const firstPrinciples = (n: number, celsius: number): number => {
    const diameter = 0.127 * 92 ** ((36 - n) / 39) * 1e-3;
    const area = (Math.PI * diameter ** 2) / 4;
    return (1.7241e-8 / area) * (1 + 0.00393 * (celsius - 20));
  };
  it.each(['14', '12', '10', '8'] as const)('%s AWG solid at 75 C agrees within 1 %%', (gauge) => {
    const table = nec.resistance(gauge, 'Cu', 75).value;
    expect(Math.abs(table / firstPrinciples(Number(gauge), 75) - 1)).toBeLessThan(0.01);
  });
  it.each(['14', '12', '10'] as const)('%s AWG solid at 20 C agrees within 1.5 %%', (gauge) => {
    expect(
      Math.abs(nec.resistance(gauge, 'Cu', 20).value / firstPrinciples(Number(gauge), 20) - 1),
    ).toBeLessThan(0.015);
  });
  it('prints 3.07 ohm per 1000 ft for 14 AWG', () =>
    expect(nec.resistance('14', 'Cu', 75).value * 304.8).toBeCloseTo(3.07, 10));
  it('every larger gauge resists less', () => {
    const all: Gauge[] = ['14', '12', '10', '8', '6', '4'];
    const r = all.map((g) => nec.resistance(g, 'Al', 75).value);
    expect([...r].sort((a, b) => b - a)).toEqual(r);
  });
});

describe('ground-fault protection by room and edition, NEC 210.8(A) (from memory)', () => {
  const need = (
    edition: 2014 | 2017 | 2020 | 2023,
    use: Parameters<typeof nec.arcFault>[0],
    toWaterMm: number | null = null,
  ) =>
    necPack(edition).groundFault(placeOf(use, { toSinkMm: toWaterMm, toSinkStraightMm: toWaterMm }), OUTLET)
      .needed;
  it('bath, garage, outdoors, crawl space: always', () => {
    for (const use of ['bath', 'garage', 'outdoor', 'crawl'] as const)
      for (const e of [2014, 2017, 2020, 2023] as const) expect(need(e, use)).toBe(true);
  });
  it('finished basements from 2020', () => {
    expect(need(2017, 'basement-finished')).toBe(false);
    expect(need(2020, 'basement-finished')).toBe(true);
  });
  it('all kitchen receptacles from 2023', () => {
    expect(need(2020, 'kitchen')).toBe(false);
    expect(need(2023, 'kitchen')).toBe(true);
  });
  it('laundry from 2014 on, bedroom never by room', () => {
    expect(need(2014, 'laundry')).toBe(true);
    expect(need(2023, 'bedroom')).toBe(false);
  });
  it('within 6 ft of a sink; exactly 6 ft counts, a hair more does not', () => {
    expect(need(2023, 'utility', 6 * 304.8)).toBe(true);
    expect(need(2023, 'utility', 6 * 304.8 + 1)).toBe(false);
    expect(need(2023, 'utility', null)).toBe(false);
  });
});

describe('arc-fault protection, NEC 210.12 (from memory)', () => {
  it('lists the rooms of the section', () => {
    for (const use of [
      'kitchen',
      'family',
      'dining',
      'living',
      'library',
      'den',
      'bedroom',
      'sunroom',
      'recreation',
      'closet',
      'hall',
      'laundry',
    ] as const)
      expect(ARC_FAULT_ROOMS.has(use)).toBe(true);
  });
  it('does not list baths, garages, outdoors, unfinished basements', () => {
    for (const use of ['bath', 'garage', 'outdoor', 'basement-unfinished', 'attic', 'crawl'] as const)
      expect(nec.arcFault(use, 15).needed).toBe(false);
  });
  it('stops at 20 A', () => {
    expect(nec.arcFault('bedroom', 20).needed).toBe(true);
    expect(nec.arcFault('bedroom', 30).needed).toBe(false);
  });
});

describe('tamper-resistant, NEC 406.12 (from memory)', () => {
  it('up to 5 ft 6 in, not above', () => {
    expect(nec.tamperResistant(placeOf('den', { heightMm: 66 * 25.4 })).needed).toBe(true);
    expect(nec.tamperResistant(placeOf('den', { heightMm: 66 * 25.4 + 1 })).needed).toBe(false);
  });
});

describe('receptacle ratings, NEC Table 210.21(B)(3) (from memory)', () => {
  it.each([
    [15, [15]],
    [20, [15, 20]],
    [30, [30]],
    [40, [40, 50]],
    [50, [50]],
  ])('%d A circuit', (amps, ratings) => expect(nec.receptacleRatings(amps).value).toEqual(ratings));
});
