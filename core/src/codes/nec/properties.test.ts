import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { RoomUse, type Gauge } from '../../document/index.ts';
import { OUTLET, placeOf } from '../../testing/build.ts';
import type { BoxContents } from '../pack.ts';
import { ampacity, breakerLimit } from './ampacity.ts';
import { boxFill } from './fill.ts';
import { necPack } from './pack.ts';
import { EDITIONS } from './tables/editions.ts';
import { countThatFits, racewayFill } from './raceway.ts';
import { GAUGES } from '../../document/index.ts';

const gauge = fc.constantFrom<Gauge>('14', '12', '10', '8', '6');
const small = fc.constantFrom<'14' | '12' | '10'>('14', '12', '10');
const contents: fc.Arbitrary<BoxContents> = fc.record({
  conductors: fc.record({ '14': fc.nat(9), '12': fc.nat(9), '10': fc.nat(4) }),
  grounds: fc.nat(9),
  largestGround: small,
  clampsInside: fc.boolean(),
  yokes: fc.array(fc.record({ gangs: fc.integer({ min: 1, max: 2 }), gauge: small }), { maxLength: 3 }),
});
const edition = fc.constantFrom(...EDITIONS);

describe('box fill', () => {
  it('one more of anything never takes less room', () => {
    fc.assert(
      fc.property(contents, edition, small, (c, e, g) => {
        const now = boxFill(c, e).cubicInches;
        const more: BoxContents[] = [
          { ...c, conductors: { ...c.conductors, [g]: (c.conductors[g] ?? 0) + 1 } },
          { ...c, grounds: c.grounds + 1 },
          { ...c, clampsInside: true },
          { ...c, yokes: [...c.yokes, { gangs: 1, gauge: g }] },
          { ...c, extras: { barrier: 'metal' } },
          { ...c, extras: { fittings: 1 } },
          { ...c, extras: { unbroken: [{ gauge: g, count: 1, coiled: true }] } },
        ];
        for (const m of more) expect(boxFill(m, e).cubicInches).toBeGreaterThanOrEqual(now);
      }),
    );
  });
  it('the items are the whole, and a newer edition never counts grounds less', () => {
    fc.assert(
      fc.property(contents, (c) => {
        const by = EDITIONS.map((e) => boxFill(c, e));
        for (const f of by)
          expect(f.items.reduce((s, i) => s + i.cubicInches, 0)).toBeCloseTo(f.cubicInches, 9);
        for (let i = 1; i < by.length; i++)
          expect(by[i]!.cubicInches).toBeGreaterThanOrEqual(by[i - 1]!.cubicInches);
      }),
    );
  });
  it('does not depend on the order of devices', () => {
    fc.assert(
      fc.property(contents, edition, (c, e) =>
        expect(boxFill({ ...c, yokes: [...c.yokes].reverse() }, e).cubicInches).toBeCloseTo(
          boxFill(c, e).cubicInches,
          9,
        ),
      ),
    );
  });
});

describe('ampacity', () => {
  const facts = fc.record({
    gauge,
    metal: fc.constant('Cu' as const),
    type: fc.constantFrom('NM-B' as const, 'MC' as const, 'EMT' as const, 'UF-B' as const, 'old-NM' as const),
    celsius: fc.integer({ min: -10, max: 85 }),
    carrying: fc.integer({ min: 1, max: 45 }),
    severalReceptacles: fc.boolean(),
  });
  it('hotter, or more beside it, or more receptacles never allows a larger breaker', () => {
    fc.assert(
      fc.property(facts, fc.nat(20), edition, (f, more, e) => {
        const now = ampacity(f, e)!;
        for (const worse of [
          { ...f, celsius: f.celsius + more },
          { ...f, carrying: f.carrying + more },
          { ...f, severalReceptacles: true },
        ])
          expect(ampacity(worse, e)!.breaker).toBeLessThanOrEqual(now.breaker + 1e-9);
      }),
    );
  });
  it('a larger conductor never carries less, and none carries more than its terminals allow', () => {
    fc.assert(
      fc.property(facts, (f) => {
        const amps = GAUGES.map((g) => ampacity({ ...f, gauge: g }, 2023)!.amps);
        expect([...amps].sort((a, b) => a - b)).toEqual(amps);
        const limit = breakerLimit(f.gauge, 'Cu', 2023)!.value;
        expect(ampacity({ ...f, severalReceptacles: true }, 2023)!.breaker).toBeLessThanOrEqual(limit);
      }),
    );
  });
});

describe('protection by edition', () => {
  it('what one edition asks for by the room, the next one does not take back', () => {
    for (const use of RoomUse.options)
      for (const overCounter of [false, true])
        for (const moisture of ['dry', 'damp', 'wet'] as const) {
          const needs = EDITIONS.map(
            (e) => necPack(e).groundFault(placeOf(use, { overCounter, moisture }), OUTLET).needed,
          );
          expect([...needs].sort((a, b) => Number(a) - Number(b))).toEqual(needs);
        }
  });
  it('nearer to a sink never needs less', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...RoomUse.options),
        edition,
        fc.nat(4000),
        fc.nat(2000),
        (use, e, mm, nearer) => {
          const at = (d: number) =>
            necPack(e).groundFault(placeOf(use, { toSinkMm: d, toSinkStraightMm: d }), OUTLET).needed;
          if (at(mm)) expect(at(Math.max(0, mm - nearer))).toBe(true);
        },
      ),
    );
  });
});

describe('raceways', () => {
  it('one conductor more never makes it fit, and equal conductors agree with the count', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('1/2' as const, '3/4' as const),
        small,
        fc.integer({ min: 3, max: 30 }),
        (size, g, n) => {
          const of = (k: number) => racewayFill('EMT', size, { [g]: k }, null)!;
          if (!of(n).fits) expect(of(n + 1).fits).toBe(false);
          const each = of(1).areaSquareInches;
          expect(of(n).fits).toBe(n <= countThatFits(of(n).allowedSquareInches, each));
        },
      ),
    );
  });
});
