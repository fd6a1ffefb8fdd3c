import { describe, expect, it } from '@jest/globals';
import type { BoxExtras } from '../../document/index.ts';
import type { BoxContents } from '../pack.ts';
import { boxFill, conductorsIn, groundCount } from './fill.ts';

const fill = (more: Partial<BoxContents>, edition = 2023) =>
  boxFill(
    { conductors: {}, grounds: 0, largestGround: null, clampsInside: false, yokes: [], ...more },
    edition,
  ).cubicInches;
const extras = (e: BoxExtras, edition = 2023) => fill({ conductors: { '12': 2 }, extras: e }, edition) - 4.5;

describe('every kind that takes room in a box, NEC 314.16(B) (from memory)', () => {
  it.each([
    ['18', 1.5],
    ['16', 1.75],
    ['14', 2],
    ['12', 2.25],
    ['10', 2.5],
    ['8', 3],
    ['6', 5],
  ] as const)('one conductor of %s AWG: %d in3', (gauge, each) =>
    expect(fill({ conductors: { [gauge]: 1 } })).toBe(each),
  );
  it('4 AWG takes no volume: its box goes by length and width (NEC 314.28)', () =>
    expect(fill({ conductors: { '4': 1 } })).toBe(0));
  it('a ground of 4 AWG takes none either, and says so', () => {
    const with4 = boxFill(
      {
        conductors: { '12': 2 },
        grounds: 1,
        largestGround: '4',
        clampsInside: false,
        yokes: [],
      },
      2023,
    );
    expect([with4.bySize, with4.cubicInches]).toEqual([true, 4.5]);
  });
  it('a run through counts one, a loop of 12 in or more counts two', () => {
    expect(extras({ unbroken: [{ gauge: '12', count: 2, coiled: false }] })).toBe(4.5);
    expect(extras({ unbroken: [{ gauge: '12', count: 2, coiled: true }] })).toBe(9);
  });
  it('clamps count once, by the largest conductor present, runs through among them', () => {
    expect(fill({ conductors: { '14': 2, '12': 2 }, clampsInside: true })).toBe(4 + 4.5 + 2.25);
    expect(
      fill({
        conductors: { '14': 2 },
        clampsInside: true,
        extras: { unbroken: [{ gauge: '10', count: 1, coiled: false }] },
      }),
    ).toBe(4 + 2.5 + 2.5);
  });
  it('stud and hickey: one for each kind', () => {
    expect([1, 2].map((fittings) => extras({ fittings }))).toEqual([2.25, 4.5]);
  });
  it('a device counts two by its own largest conductor, a wide one two a gang', () => {
    expect(fill({ conductors: { '14': 2, '12': 2 }, yokes: [{ gangs: 1, gauge: '14' }] }) - 8.5).toBe(4);
    expect(fill({ conductors: { '10': 3 }, yokes: [{ gangs: 2, gauge: '10' }] }) - 7.5).toBe(10);
  });
  it('barriers: half an inch of metal, a whole one of plastic', () => {
    expect(extras({ barrier: 'metal' })).toBe(0.5);
    expect(extras({ barrier: 'nonmetallic' })).toBe(1);
  });
  it('a terminal block counts from 2023', () => {
    expect(extras({ terminalBlocks: 1 }, 2020)).toBe(0);
    expect(extras({ terminalBlocks: 1 }, 2023)).toBe(2.25);
  });
  it('luminaire wires under a domed canopy: up to four are left out, otherwise they count', () => {
    expect(extras({ fixtureWires: 4, domedCanopy: true })).toBe(0);
    expect(extras({ fixtureWires: 4 })).toBe(6);
    expect(extras({ fixtureWires: 5, domedCanopy: true })).toBe(7.5);
  });
});

describe('grounds by edition', () => {
  it.each([
    [0, 0, 0],
    [1, 1, 1],
    [4, 1, 1],
    [5, 1, 1.25],
    [6, 1, 1.5],
    [8, 1, 2],
  ])('%d grounds: %d up to 2017, %d from 2020', (n, old, now) => {
    expect([2014, 2017].map((e) => groundCount(n, e))).toEqual([old, old]);
    expect([2020, 2023].map((e) => groundCount(n, e))).toEqual([now, now]);
  });
});

/** Table 314.16(A), printed columns of 18 to 8 AWG (from memory): volumes over allowances, rounded down. */
describe('printed counts of the volume table', () => {
  it.each([
    [12.5, [8, 7, 6, 5, 5, 4]],
    [15.5, [10, 8, 7, 6, 6, 5]],
    [21.5, [14, 12, 10, 9, 8, 7]],
    [18.0, [12, 10, 9, 8, 7, 6]],
    [21.0, [14, 12, 10, 9, 8, 7]],
    [30.3, [20, 17, 15, 13, 12, 10]],
    [25.5, [17, 14, 12, 11, 10, 8]],
    [29.5, [19, 16, 14, 13, 11, 9]],
    [42.0, [28, 24, 21, 18, 16, 14]],
    [7.5, [5, 4, 3, 3, 3, 2]],
    [10.0, [6, 5, 5, 4, 4, 3]],
    [10.5, [7, 6, 5, 4, 4, 3]],
    [14.0, [9, 8, 7, 6, 5, 4]],
    [10.3, [6, 5, 5, 4, 4, 3]],
    [13.0, [8, 7, 6, 5, 5, 4]],
    [14.5, [9, 8, 7, 6, 5, 4]],
    [13.5, [9, 7, 6, 6, 5, 4]],
    [24.0, [16, 13, 12, 10, 9, 8]],
  ])('%d in3', (volume, counts) =>
    expect((['18', '16', '14', '12', '10', '8'] as const).map((g) => conductorsIn(volume, g))).toEqual(
      counts,
    ),
  );
});
