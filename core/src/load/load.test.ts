import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { necPack } from '../codes/index.ts';
import { BreakerId, ItemId, PointId, type House, type Load } from '../document/index.ts';
import { buildFeed } from '../feed/index.ts';
import { applyEdit } from '../findings/index.ts';
import { atBreaker, atPoint, bundle, nm, outlet, panel, smallHouse, wanted } from '../testing/build.ts';
import { one } from '../testing/judged.ts';
import {
  circuitLoad,
  clashes,
  countedWorst,
  dayOf,
  nominalVolts,
  runsAt,
  together,
  twoWireDrop,
  voltageDrop,
} from './index.ts';

const pack = necPack(2023);
const FACTORS = { continuous: 1.25, motor: 1.25 };
const load = (
  pointId: string,
  voltAmperes: number,
  hours: [number, number][] = [],
  continuous = false,
): Load => ({
  id: ItemId.parse(`l${pointId}${voltAmperes}`),
  pointId: PointId.parse(pointId),
  name: `${voltAmperes} VA`,
  voltAmperes,
  connection: 'cord',
  continuous,
  motor: false,
  roomAirConditioner: false,
  hours,
});
const of = (house: House) => circuitLoad(house, buildFeed(house), BreakerId.parse('b1'))!;
const drop = (house: House, id = 'r2') => voltageDrop(house, buildFeed(house), pack, PointId.parse(id))!;

describe('hours', () => {
  it.each([
    [[[9, 12]], 9, true],
    [[[9, 12]], 11.99, true],
    [[[9, 12]], 12, false],
    [[[9, 12]], 8.5, false],
    [[[22, 2]], 23, true],
    [[[22, 2]], 1, true],
    [[[22, 2]], 2, false],
    [[[22, 2]], 12, false],
    [[], 3, true],
    [
      [
        [6, 8],
        [18, 20],
      ],
      19,
      true,
    ],
  ] as [[number, number][], number, boolean][])('%j at %d: %s', (hours, hour, runs) =>
    expect(runsAt({ hours }, hour)).toBe(runs),
  );

  it('the day is steps at the hours where something changes, and its highest step is the worst moment', () => {
    const day = dayOf([
      { name: 'a', amps: 5, hours: [[8, 10]] },
      { name: 'b', amps: 4, hours: [[9, 11]] },
      { name: 'c', amps: 1, hours: [] },
    ]);
    expect(day).toEqual([
      { hour: 0, amps: 1 },
      { hour: 8, amps: 6 },
      { hour: 9, amps: 10 },
      { hour: 10, amps: 5 },
      { hour: 11, amps: 1 },
    ]);
  });
  it('no moment of the day is above the highest step', () => {
    const span = fc.tuple(fc.integer({ min: 0, max: 23 }), fc.integer({ min: 0, max: 24 }));
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            name: fc.constant('x'),
            amps: fc.integer({ min: 1, max: 9 }),
            hours: fc.array(span, { maxLength: 2 }),
          }),
          { maxLength: 5 },
        ),
        fc.double({ min: 0, max: 23.99, noNaN: true }),
        (loads, hour) => {
          const now = loads.filter((l) => runsAt(l, hour)).reduce((s, l) => s + l.amps, 0);
          expect(now).toBeLessThanOrEqual(Math.max(0, ...dayOf(loads).map((d) => d.amps)));
        },
      ),
    );
  });
});

describe('one circuit', () => {
  it('adds what hangs on all its points at nominal voltage (NEC 220.5(A): 120 and 240 V, from memory)', () => {
    expect([nominalVolts(1), nominalVolts(2)]).toEqual([120, 240]);
    const c = of(smallHouse({ loads: [load('r1', 600), load('r2', 1200, [], true)] }));
    expect([c.connectedAmps, c.continuousAmps, c.worst.amps]).toEqual([15, 10, 15]);
    expect(c.worst.names).toEqual(['600 VA', '1200 VA']);
  });
  it('a two-pole circuit counts at 240 V', () =>
    expect(of(smallHouse({ panels: panel(20, { poles: 2 }), loads: [load('r1', 2400)] })).connectedAmps).toBe(
      10,
    ));
  it('knows nothing of a breaker that is not there', () => {
    const house = smallHouse();
    expect(circuitLoad(house, buildFeed(house), BreakerId.parse('none'))).toBeUndefined();
  });
  it('a load on another circuit is not counted', () => {
    const house = smallHouse({
      cables: [nm('c1', atBreaker(), atPoint('r1'))],
      loads: [load('r1', 120), load('r2', 1200)],
    });
    expect(of(house).connectedAmps).toBe(1);
  });
});

describe('the worst hour when continuous load counts more', () => {
  const loads = [
    { ...load('r1', 1200, [[8, 9]]), amps: 10 },
    { ...load('r2', 1080, [[20, 21]], true), amps: 9 },
  ];
  it('is another hour than the one with most current, and names what runs then', () => {
    expect(countedWorst(loads, { continuous: 1, motor: 1 })).toEqual({
      hour: 8,
      amps: 10,
      names: ['1200 VA'],
    });
    expect(countedWorst(loads, FACTORS)).toEqual({ hour: 20, amps: 11.25, names: ['1080 VA'] });
  });
  it('the largest fixed motor counts once more by a quarter, in the hours it runs (NEC 220.18(A), from memory)', () => {
    const motor = (amps: number, more: Partial<Load> = {}) => ({
      ...load('r1', amps * 120),
      amps,
      motor: true,
      connection: 'fixed' as const,
      ...more,
    });
    const amps = (...loads: Parameters<typeof countedWorst>[0]) => countedWorst(loads, FACTORS).amps;
    expect(amps(motor(8))).toBeCloseTo(10, 9);
    expect(amps(motor(8), motor(4))).toBeCloseTo(14, 9);
    expect(amps(motor(8), motor(4, { continuous: true }))).toBeCloseTo(15, 9);
    // Continuous counts so once, a motor on a cord not at all, one that is off neither.
    expect(amps(motor(8, { continuous: true }))).toBeCloseTo(10, 9);
    expect(amps(motor(8, { connection: 'cord' }))).toBeCloseTo(8, 9);
    expect(amps(motor(4, { hours: [[8, 9]] }), motor(8, { hours: [[10, 11]] }))).toBeCloseTo(10, 9);
  });
  it('of nothing is nothing', () =>
    expect(countedWorst([], FACTORS)).toEqual({ hour: 0, amps: 0, names: [] }));
});

describe('voltage drop', () => {
  it('there and back: 2 x length x resistance x current', () =>
    expect(twoWireDrop(30.48, 1.93 / 304.8, 16)).toBeCloseTo(6.176, 10));
  it('each segment carries only what hangs at or beyond its far end', () => {
    const d = drop(smallHouse({ loads: [load('r1', 600), load('r2', 600)] }));
    expect(d.segments.map((s) => s.amps)).toEqual([10, 5]);
    expect(d.volts).toBeCloseTo(
      twoWireDrop(6.096, 3.07 / 304.8, 10) + twoWireDrop(6.096, 3.07 / 304.8, 5),
      9,
    );
    expect(d.share).toBeCloseTo(d.volts / 120, 12);
    expect(d.celsius).toBe(75);
  });
  it('a segment takes the current of its own worst hour', () => {
    const d = drop(smallHouse({ loads: [load('r1', 1200, [[8, 9]]), load('r2', 600, [[20, 21]])] }));
    expect(d.segments.map((s) => s.amps)).toEqual([10, 5]);
  });
  it('names what was never measured, and says how long it may be', () => {
    const house = smallHouse({
      cables: [
        nm('c1', atBreaker(), atPoint('r1'), { lengthMm: null }),
        nm('c2', atPoint('r1'), atPoint('r2'), { gauge: null }),
      ],
      loads: [load('r2', 1200)],
    });
    const d = drop(house);
    expect([d.unknownLength, d.unknownGauge, d.volts]).toEqual([['c1'], ['c2'], 0]);
    expect(2 * ((d.roomMm ?? 0) / 1000) * (3.07 / 304.8) * 10).toBeCloseTo(3.6, 6);
  });
  it('nothing runs, nothing is lost', () =>
    expect(drop(smallHouse())).toMatchObject({ volts: 0, roomMm: null }));
  it('a longer cable or a larger load never loses less', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 60 }),
        fc.integer({ min: 0, max: 1800 }),
        fc.integer({ min: 0, max: 40 }),
        (meters, va, more) => {
          const at = (m: number, v: number) =>
            drop(
              smallHouse({
                cables: [
                  nm('c1', atBreaker(), atPoint('r1'), { lengthMm: m * 1000 }),
                  nm('c2', atPoint('r1'), atPoint('r2')),
                ],
                loads: [load('r2', v)],
              }),
            ).volts;
          expect(at(meters + more, va)).toBeGreaterThanOrEqual(at(meters, va) - 1e-12);
          expect(at(meters, va + more)).toBeGreaterThanOrEqual(at(meters, va) - 1e-12);
        },
      ),
      { numRuns: 40 },
    );
  });
  it('aluminum loses more than copper of the same size', () => {
    const at = (metal: 'Cu' | 'Al') =>
      drop(
        smallHouse({
          points: [outlet('r1', 24), outlet('r2', 88)],
          cables: [
            nm('c1', atBreaker(), atPoint('r1'), { gauge: '10', metal }),
            nm('c2', atPoint('r1'), atPoint('r2'), { gauge: '10', metal }),
          ],
          loads: [load('r2', 1200)],
        }),
      ).volts;
    expect(at('Al') / at('Cu')).toBeCloseTo(2.0 / 1.21, 6);
  });
  it('a point without power has no drop to tell', () => {
    const house = smallHouse({ cables: [] });
    expect(voltageDrop(house, buildFeed(house), pack, PointId.parse('r1'))).toBeUndefined();
  });
});

describe('what if both run', () => {
  const thing = (name: string, amps: number, continuous = false) => ({ id: name, name, amps, continuous });
  it('counts continuous load 1.25 times and says by how much it is over', () => {
    const both = together([thing('heater', 12.5, true), thing('kettle', 10)], 1.25, 15);
    expect(both.amps).toBe(22.5);
    expect(both.counted).toBeCloseTo(25.625, 9);
    expect(both.over).toBeCloseTo(10.625, 9);
    expect(together([thing('lamp', 1)], 1.25, 15).over).toBe(0);
  });
  it('lists the pairs that must not run together, worst first; a pair that is exactly full is none', () => {
    const pairs = clashes([thing('heater', 12), thing('kettle', 10), thing('lamp', 3)], 1.25, 15);
    expect(pairs.map((p) => [p.a, p.b])).toEqual([['heater', 'kettle']]);
    expect(clashes([thing('heater', 12), thing('lamp', 3)], 1.25, 15)).toEqual([]);
    expect(clashes([thing('a', 12), thing('b', 9), thing('c', 10)], 1, 15).map((p) => p.counted)).toEqual([
      22, 21, 19,
    ]);
  });
});

describe('a multiwire circuit', () => {
  const two = (loads: Load[], more: Partial<House> = {}) =>
    smallHouse({
      panels: panel(15, { poles: 2, multiwire: true }),
      cables: [
        nm('c1', atBreaker(), atPoint('r1'), { conductors: 3 }),
        nm('c2', atPoint('r1'), atPoint('r2'), { conductors: 3 }),
      ],
      loads,
      ...more,
    });
  const on = (l: Load, leg: 1 | 2): Load => ({ ...l, leg });
  it('counts each 120 V load on its own leg, at 120 V: NEC 210.4, 220.5(A)', () => {
    const l = of(two([on(load('r1', 1200), 1), on(load('r2', 600), 2)]));
    expect(l.worst.amps).toBeCloseTo(10, 9);
    expect(l).toMatchObject({ volts: 120, connectedAmps: 10 });
  });
  it('one of which nobody knows the leg counts on both', () =>
    expect(of(two([on(load('r1', 1200), 1), load('r2', 600)])).worst.amps).toBeCloseTo(15, 9));
  it('one between the two hots counts on both, at 240 V', () => {
    const points = [
      outlet('r1', 24),
      outlet('r2', 88, { devices: [{ kind: 'receptacle-single', amps: 15, grounded: true, volts: 240 }] }),
    ];
    const l = of(two([on(load('r1', 1200), 2), load('r2', 1200)], { points }));
    expect(l.worst.amps).toBeCloseTo(15, 9);
  });
  it('asks for the leg where it decides, and either answer ends the question', () => {
    const b = bundle(two([on(load('r1', 1300), 1), load('r2', 900)]), [wanted(104)]);
    const ask = one(b, 'load');
    expect(ask.severity).toBe('watch');
    const answers = ask.remedies.map((r) => one(applyEdit(b, r.edit), 'load').severity);
    expect(answers).toEqual(['fix', 'ok']);
    const light = bundle(two([on(load('r1', 600), 1), load('r2', 600)]), [wanted(104)]);
    expect(one(light, 'load').severity).toBe('ok');
  });
});
