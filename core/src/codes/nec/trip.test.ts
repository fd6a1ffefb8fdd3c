import { describe, expect, it } from '@jest/globals';
import type { Cable, House } from '../../document/index.ts';
import { buildFeed } from '../../feed/index.ts';
import { faultCurrent } from '../../load/index.ts';
import { atBreaker, atPoint, knownBox, nm, outlet, panel, smallHouse } from '../../testing/build.ts';
import { feet } from '../../units/index.ts';
import { crowding } from '../boxes.ts';
import { necPack } from './pack.ts';
import { tripOfCable } from './trip.ts';

const pack = necPack(2023);
/** Breaker, 20 ft to R1, 20 ft to R2; changed where a case needs it. */
const house = (first: Partial<Cable> = {}, second: Partial<Cable> = {}, more: Partial<House> = {}): House =>
  smallHouse({
    cables: [nm('c1', atBreaker(), atPoint('r1'), first), nm('c2', atPoint('r1'), atPoint('r2'), second)],
    ...more,
  });
const of = (h: House, cable: 'c1' | 'c2') => {
  const feed = buildFeed(h);
  const found = h.cables.find((c) => c.id === cable)!;
  return tripOfCable(h, feed, pack, h.panels[0]!.breakers[0]!, found);
};
const loop = (ft: number, celsius: number) =>
  2 * (feet(ft) / 1000) * pack.resistance('14', 'Cu', celsius).value;

describe('fault current along a circuit', () => {
  it('at the panel end it is the supply’s own, cold; at the far end the loop counts, warm', () => {
    const first = of(house(), 'c1')!;
    expect(first.near.amps).toBeCloseTo(5000, 6);
    expect(first.far?.amps).toBeCloseTo(faultCurrent(120, 5000, loop(20, 60)), 6);
  });
  it('further out it is less: the near end of the second cable is the far end of the first, but cold', () => {
    const second = of(house(), 'c2')!;
    expect(second.near.amps).toBeCloseTo(faultCurrent(120, 5000, loop(20, 20)), 6);
    expect(second.far?.amps).toBeCloseTo(faultCurrent(120, 5000, loop(40, 60)), 6);
    expect(second.far!.amps).toBeLessThan(second.near.amps);
  });
  it('the figure of the utility is used when it was asked for', () => {
    const asked = of(house({}, {}, { faultAmps: 1200 }), 'c1')!;
    expect([asked.faultAsked, asked.panelFaultAmps]).toEqual([true, 1200]);
    expect(of(house(), 'c1')?.faultAsked).toBe(false);
  });
  it('a length nobody read leaves the far end open, and counts nothing at the near end', () => {
    const open = of(house({ lengthMm: null }), 'c2')!;
    expect(open.far).toBeNull();
    expect(open.near.amps).toBeCloseTo(5000, 6);
  });
  it('sizes and insulations without a curve have no answer', () => {
    expect(of(house({ gauge: null }), 'c1')).toBeUndefined();
    expect(of(house({ metal: null }), 'c1')).toBeUndefined();
    expect(of(house({ type: 'old-NM' }), 'c1')).toBeUndefined();
    expect(of(house({ gauge: '8' }), 'c1')).toBeUndefined();
  });
  it('240 V drives twice the current through the same loop', () => {
    const two = of(house({ carries: 'two-hots' }, {}, { panels: panel(15, { poles: 2 }) }), 'c1')!;
    expect(two.far!.amps).toBeCloseTo(faultCurrent(240, 5000, loop(20, 60)), 6);
  });
});

describe('crowding, apart from what the rule counts (common practice)', () => {
  const box = (kind: 'receptacle' | 'receptacle-gfci') => {
    const h = smallHouse({
      points: [
        outlet('r1', 24, { ...knownBox('new-1g-18'), devices: [{ kind, amps: 15, grounded: true }] }),
        outlet('r2', 88),
      ],
    });
    return buildFeed(h).boxes.get(h.points[0]!.id)!;
  };
  it.each([
    ['receptacle', 6, 'easy'],
    ['receptacle', 2, 'snug'],
    ['receptacle', -1, 'crowded'],
    ['receptacle-gfci', 6, 'easy'],
    ['receptacle-gfci', 4, 'snug'],
    ['receptacle-gfci', 2, 'crowded'],
  ] as const)('%s with %d in3 left is %s', (kind, free, state) =>
    expect(crowding(box(kind), free).state).toBe(state),
  );
  it('tells what it counted', () =>
    expect(crowding(box('receptacle-gfci'), 0)).toMatchObject({ splices: 3, bulky: 1 }));
});
