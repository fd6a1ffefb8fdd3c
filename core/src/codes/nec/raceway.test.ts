import { describe, expect, it } from '@jest/globals';
import { countThatFits, isWireGauge, mostConductors, racewayFill } from './raceway.ts';
import { BORE, FILL_SHARE, THHN, type RacewayKind, type TradeSize } from './tables/raceway.ts';

const all = (Object.keys(BORE) as RacewayKind[]).flatMap((kind) =>
  (Object.keys(BORE[kind]) as TradeSize[]).map((size) => [kind, size, BORE[kind][size]!] as const),
);

describe('areas from diameters', () => {
  it.each(all)('bore of %s %s', (_, __, { insideInches, areaSquareInches }) =>
    expect(areaSquareInches).toBeCloseTo((Math.PI / 4) * insideInches ** 2, 2.9),
  );
  it.each(Object.entries(THHN))('%s AWG THHN', (_, { diameterInches, areaSquareInches }) =>
    expect(areaSquareInches).toBeCloseTo((Math.PI / 4) * diameterInches ** 2, 4),
  );
});

/** Annex C, most THHN of 14, 12, 10 AWG (from memory); EMT and PVC sure, the others fairly sure. */
describe('counts from areas', () => {
  it.each<[RacewayKind, TradeSize, [number, number, number]]>([
    ['EMT', '1/2', [12, 9, 5]],
    ['EMT', '3/4', [22, 16, 10]],
    ['FMC', '1/2', [13, 9, 6]],
    ['FMC', '3/4', [22, 16, 10]],
    ['LFMC', '1/2', [13, 9, 6]],
    ['LFMC', '3/4', [22, 16, 10]],
    ['LFNC', '1/2', [13, 9, 6]],
    ['LFNC', '3/4', [22, 16, 10]],
    ['PVC', '1/2', [11, 8, 5]],
    ['PVC', '3/4', [21, 15, 9]],
  ])('%s %s', (kind, size, counts) =>
    expect((['14', '12', '10'] as const).map((g) => mostConductors(kind, size, g))).toEqual(counts),
  );
  it('a decimal of 0.8 rounds up, less does not', () => {
    expect(countThatFits(2.8, 1)).toBe(3);
    expect(countThatFits(2.79, 1)).toBe(2);
    expect(countThatFits(3, 1)).toBe(3);
  });
});

describe('fill of one raceway', () => {
  it('nine 12 AWG fit 1/2 in tubing, ten do not', () => {
    expect(racewayFill('EMT', '1/2', { '12': 9 }, null)?.fits).toBe(true);
    expect(racewayFill('EMT', '1/2', { '12': 10 }, null)?.fits).toBe(false);
  });
  it('two conductors may take 31 %, one 53 %, a nipple 60 %', () => {
    const allowed = (n: number, mm: number | null = null) =>
      racewayFill('EMT', '1/2', { '10': n }, mm)!.allowedSquareInches / 0.304;
    expect(allowed(1)).toBeCloseTo(FILL_SHARE.one, 9);
    expect(allowed(2)).toBeCloseTo(FILL_SHARE.two, 9);
    expect(allowed(3)).toBeCloseTo(FILL_SHARE.more, 9);
    expect(allowed(3, 24 * 25.4)).toBeCloseTo(FILL_SHARE.nipple, 9);
    expect(allowed(3, 24 * 25.4 + 1)).toBeCloseTo(FILL_SHARE.more, 9);
  });
  it('equal conductors go by their count: 22 of 14 AWG in 3/4 in EMT, though their area is a hair over (Annex C)', () => {
    const fill = racewayFill('EMT', '3/4', { '14': 22 }, null)!;
    expect([fill.fits, fill.areaSquareInches > fill.allowedSquareInches]).toEqual([true, true]);
    expect(racewayFill('EMT', '3/4', { '14': 23 }, null)?.fits).toBe(false);
  });
  it('mixed sizes go by area alone, and an equal area passes', () => {
    const fill = racewayFill('EMT', '1/2', { '12': 2, '10': 4 }, null)!;
    expect(fill.areaSquareInches).toBeCloseTo(2 * 0.0133 + 4 * 0.0211, 9);
    expect(fill.fits).toBe(fill.areaSquareInches <= 0.304 * 0.4);
    expect(racewayFill('EMT', '1/2', { '14': 1, '12': 7, '10': 1 }, null)?.fits).toBe(false);
  });
  it('an empty raceway is not full; a size that is not made has no answer', () => {
    expect(racewayFill('EMT', '1/2', {}, null)).toMatchObject({ areaSquareInches: 0, fits: true });
    expect(racewayFill('EMT', '3/8', { '14': 2 }, null)).toBeUndefined();
    expect(mostConductors('PVC', '3/8', '14')).toBeUndefined();
  });
  it('knows which wires the table has', () =>
    expect([isWireGauge('10'), isWireGauge('8')]).toEqual([true, false]));
});
