import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { demoHouses, demoJobs } from '../demo/index.ts';
import { PointId, type House } from '../document/index.ts';
import { evaluate } from '../evaluation/evaluate.ts';
import { wiringPlanOf } from '../evaluation/prove-option.ts';
import { isTrip, screwOf, type NodeId, type Screw } from '../network/index.ts';
import { solve, type Circuit, circuitOf, less, size } from '../network/solver.ts';
import { byNgspice } from '../testing/ngspice.ts';
import { anyWiring } from '../testing/random-wiring.ts';
import { atBreaker, atPoint, nm, outlet, smallHouse } from '../testing/build.ts';
import { benchOf, conditionsOf, drawnOut, settle, type Bench } from './bench.ts';
import { benchDuring, momentAfter } from './during.ts';
import { FAULT_KINDS, faultsIn, type Fault, type FaultKind } from './faults.ts';
import {
  beeps,
  INSTRUMENTS,
  pressButton,
  readClamp,
  readLamps,
  readLowZ,
  readMeter,
  readOhms,
  readSolenoid,
  type Lamp,
} from './instruments.ts';

/** 12 AWG at 75 C, uncoated, 1.93 ohm per 1000 ft: NEC Chapter 9 Table 8 (from memory). */
const TWELVE = 0.00193 / 0.3048;
const FEET = 304.8;
const A = PointId.parse('a');
const B = PointId.parse('b');

/** Two outlets: ten feet from the panel, and fifty further on. */
const chain: House = {
  ...smallHouse({
    points: [outlet('a', 24), outlet('b', 88)],
    cables: [
      nm('c1', atBreaker(), atPoint('a'), { lengthMm: 10 * FEET, gauge: '12' }),
      nm('c2', atPoint('a'), atPoint('b'), { lengthMm: 50 * FEET, gauge: '12' }),
    ],
  }),
};
const fault = (kind: FaultKind, point: PointId = B): Fault => {
  const at = chain.points.find((p) => p.id === point)!;
  const found = faultsIn(chain, at).find((f) => f.kind === kind);
  if (!found) throw new Error(`no ${kind} at ${point}`);
  return found;
};
const benchWith = (...faults: Fault[]): Bench => benchOf(chain, faults, () => TWELVE);
/** 12 A at what is left of 120 V after 60 ft. */
const TWELVE_AMPS_VA = (120 * 120) / ((120 - 12 * 2 * 60 * 0.00193) / 12);
const loaded = (b: Bench): Bench => ({
  ...b,
  plugged: new Map(
    b.network.uses.filter((u) => u.point.id === B && u.what === 'top outlet').map((u) => [u, TWELVE_AMPS_VA]),
  ),
});
const at = (s: Screw): NodeId => screwOf(B, 0, s);
const [H, N, G] = [at('brass'), at('silver'), at('green')];
const three = (b: Bench): number[] =>
  [readMeter(b, H, N), readMeter(b, H, G), readMeter(b, N, G)].map((r) => r.volts);
const lamps = (b: Bench): string => {
  const { hotNeutral, hotGround, neutralGround } = readLamps(b, H, N, G);
  const lit = (l: Lamp, name: string) => (l === 'on' ? name : l === 'dim' ? name.toLowerCase() : '');
  return [lit(hotNeutral, 'HN'), lit(hotGround, 'HG'), lit(neutralGround, 'NG')].filter(Boolean).join(' ');
};

/**
 * Readings H-N, H-G, N-G of a duplex at the end of 60 ft of 12 AWG, idle and with 12 A on, and the lamps of a plug tester: worked out by
 * hand outside this project, with the panel held at 120.0 V; ghosts to 4 V, all else to
 * 0.25 V, because the load there draws 12 A whatever it gets.
 */
const TABLE: readonly (readonly [
  string,
  readonly Fault[],
  readonly number[],
  readonly number[] | null,
  string,
])[] = [
  ['as it should be', [], [120, 120, 0], [117.2, 118.6, 1.4], 'HN HG'],
  ['open hot', [fault('open-hot', A)], [NaN, NaN, NaN], [0, 0, 0], ''],
  ['open neutral', [fault('open-neutral', A)], [85, 120, 27], [0, 120, 120], 'HG'],
  ['open ground', [fault('open-ground', A)], [120, 57, 57], [117.2, NaN, NaN], 'HN'],
  ['reversed', [fault('reversed')], [120, 0, 120], [117.2, 1.4, 118.6], 'HN NG'],
  ['hot and ground reversed', [fault('hot-ground-reversed')], [0, 120, 120], null, 'HG NG'],
  [
    'neutral and ground swapped',
    [fault('neutral-ground-swapped')],
    [120, 120, 0],
    [117.2, 118.6, 1.4],
    'HN HG',
  ],
  ['bootleg', [fault('bootleg')], [120, 120, 0], [117.2, 117.2, 0], 'HN HG'],
  ['reversed bootleg', [fault('reversed-bootleg')], [120, 120, 0], [117.2, 117.2, 0], 'HN HG'],
  ['hot splice of 0.3 ohm', [fault('loose-hot', A)], [120, 120, 0], [113.6, 115, 1.4], 'HN HG'],
  ['neutral splice of 0.3 ohm', [fault('loose-neutral', A)], [120, 120, 0], [113.6, 118.6, 5], 'HN HG'],
  ['ground of 1 kohm', [fault('high-ground', A)], [120, 120, 0], [117.2, 118.6, 1.4], 'HN HG'],
];

describe('readings of the table', () => {
  const close = (read: readonly number[], told: readonly number[]) =>
    told.forEach((v, i) => {
      // What floats is only roughly known.
      const ghost = v === 85 || v === 27 || v === 57;
      if (!Number.isNaN(v)) expect(Math.abs(read[i]! - v)).toBeLessThan(ghost ? 4 : 0.25);
    });
  it.each(TABLE)('%s', (_, faults, idle, on, lit) => {
    const bench = benchWith(...faults);
    close(three(bench), idle);
    if (on) close(three(loaded(bench)), on);
    expect(lamps(bench)).toBe(lit);
  });
  it('both outlets of a duplex are reversed with it: its tab is whole', () => {
    const bottom = (b: Bench) =>
      [readMeter(b, at('lower brass'), N), readMeter(b, at('lower brass'), G), readMeter(b, N, G)].map((r) =>
        Math.round(r.volts),
      );
    expect(bottom(benchWith(fault('reversed')))).toEqual([120, 0, 120]);
    expect(bottom(benchWith(fault('hot-ground-reversed')))).toEqual([0, 120, 120]);
    expect(bottom(benchWith(fault('reversed-bootleg')))).toEqual([120, 120, 0]);
  });
  it('a bootleg that is reversed puts the frame at 120 V, and no lamp shows it', () => {
    expect(readMeter(benchWith(fault('reversed-bootleg')), G, 'service').volts).toBeCloseTo(120, 0);
  });
  it('a ground of 1 kohm sags to 90 V on a low-impedance tester', () => {
    expect(readLowZ(benchWith(fault('high-ground', A)), H, G).volts).toBeCloseTo(90, 0);
  });
  it('lamps with 12 A on: an open neutral shows hot on both, a swap and a bootleg nothing', () => {
    expect(lamps(loaded(benchWith(fault('open-neutral', A))))).toBe('HG NG');
    expect(lamps(loaded(benchWith(fault('neutral-ground-swapped'))))).toBe('HN HG');
    expect(lamps(loaded(benchWith(fault('bootleg'))))).toBe('HN HG');
  });
  it('a ghost falls below 1 V on 3 kohm, and a solenoid does not move', () => {
    const bench = benchWith(fault('open-neutral', A));
    expect(readMeter(bench, N, G).volts).toBeGreaterThan(20);
    expect(readLowZ(bench, N, G).volts).toBeLessThan(1);
    expect(readSolenoid(bench, N, G).volts).toBe(0);
    expect(readSolenoid(bench, H, G).volts).toBeCloseTo(120, 0);
  });
});

describe('a multiwire circuit', () => {
  const two: House = {
    ...smallHouse({
      points: [
        outlet('a', 24, { devices: [{ kind: 'receptacle', amps: 15, grounded: true, tab: 'broken' }] }),
      ],
      cables: [
        nm('c1', atBreaker(), atPoint('a'), { conductors: 3, carries: 'two-hots-neutral', lengthMm: 1 }),
      ],
    }),
  };
  const made: House = {
    ...two,
    panels: two.panels.map((p) => ({
      ...p,
      breakers: p.breakers.map((b) => ({ ...b, poles: 2, multiwire: true })),
    })),
  };
  const bench = (...kinds: FaultKind[]): Bench =>
    benchOf(
      made,
      faultsIn(made, made.points[0]!).filter((f) => kinds.includes(f.kind)),
      () => TWELVE,
    );
  it('with its neutral lost, 60 W and 1200 W share 240 V: 228.6 V and 11.4 V', () => {
    const b = bench('multiwire-open-neutral');
    const net = b.network;
    const [top, bottom] = ['top outlet', 'bottom outlet'].map((w) => net.uses.find((u) => u.what === w)!);
    const played: Bench = {
      ...b,
      network: net,
      plugged: new Map([
        [top!, 60],
        [bottom!, 1200],
      ]),
    };
    const side = (s: Screw) => screwOf(A, 0, s);
    expect(readMeter(played, side('brass'), side('silver')).volts).toBeCloseTo(228.6, 0);
    expect(readMeter(played, side('lower brass'), side('silver')).volts).toBeCloseTo(11.4, 0);
  });
});

describe('instruments', () => {
  it('a clamp around hot and neutral reads nothing while all comes back', () => {
    const b = loaded(benchWith());
    const wire = (color: string) => b.network.wires.find((w) => w.cable.id === 'c2' && w.color === color)!;
    expect(readClamp(b, [wire('black')])).toBeCloseTo(12, 1);
    expect(readClamp(b, [wire('black'), wire('white')])).toBe(0);
    const leaky = loaded(benchWith(fault('neutral-ground-swapped')));
    const own = (color: string) => leaky.network.wires.find((w) => w.cable.id === 'c2' && w.color === color)!;
    expect(readClamp(leaky, [own('black'), own('white')])).toBeCloseTo(12, 1);
  });
  it('an ohmmeter on a live circuit says so; off, it finds neutral and ground tied at the panel', () => {
    const b = benchWith();
    expect(readOhms(b, H, N)).toEqual({ live: true });
    const off: Bench = { ...b, off: new Set(b.house.panels.flatMap((p) => p.breakers.map((x) => x.id))) };
    const read = readOhms(off, N, G);
    expect('beeps' in read && read.beeps).toBe(true);
    expect('ohms' in read && read.ohms).toBeCloseTo(2 * 60 * 0.00193, 2);
    const open = readOhms({ ...off, network: benchWith(fault('open-ground', A)).network }, N, G);
    expect('ohms' in open && open.ohms).toBeGreaterThan(1e6);
  });
  it('a non-contact indicator beeps at a dead wire beside a live one, and not through a metal box', () => {
    const b = benchWith(fault('open-hot', B));
    expect(beeps(b, b.network.wires.find((w) => w.cable.id === 'c2' && w.color === 'white')!.b)).toBe(true);
    const metal = { ...chain, points: chain.points.map((p) => ({ ...p, box: { ...p.box, metal: true } })) };
    const hidden = benchOf(metal, [], () => TWELVE);
    expect(
      beeps(hidden, hidden.network.wires.find((w) => w.cable.id === 'c2' && w.color === 'black')!.b),
    ).toBe(false);
  });
});

describe('what trips', () => {
  const gfci: House = {
    ...chain,
    points: chain.points.map((p) =>
      p.id === A ? { ...p, devices: [{ kind: 'receptacle-gfci', amps: 15, grounded: true }] } : p,
    ),
    cables: chain.cables.map((c) =>
      c.id === 'c2' ? { ...c, from: { ...atPoint('a'), on: 'load' as const } } : c,
    ),
  };
  const of = (kind: FaultKind, point: PointId = B) =>
    faultsIn(
      gfci,
      gfci.points.find((p) => p.id === point)!,
    )
      .filter((f) => f.kind === kind)
      .slice(0, 1);
  const bench = (...faults: Fault[]) => benchOf(gfci, faults, () => TWELVE);
  const TRIP = { what: 'device', key: `trip ${A}#0`, why: 'ground-fault' };
  it('a low-impedance tester from hot to ground trips a GFCI upstream, a multimeter does not', () => {
    expect(readLowZ(bench(), H, G).trips).toEqual([TRIP]);
    expect(readMeter(bench(), H, G).trips).toEqual([]);
    expect(readMeter(bench(), H, G).volts).toBeCloseTo(120, 0);
  });
  it('the button of a plug tester does, but not without a ground', () => {
    expect(pressButton(bench(), H, G)).toEqual([TRIP]);
    expect(pressButton(bench(...of('open-ground')), H, G)).toEqual([]);
  });
  it('a leak of 12 mA trips it, and what is on LOAD loses power', () => {
    const b = bench(...of('leakage'));
    expect(settle(b).trips).toEqual([TRIP]);
    expect(readMeter(b, H, N).volts).toBeLessThan(1);
  });
  it('a neutral that touches ground beyond it trips it with nothing plugged in', () => {
    expect(settle(bench(...of('neutral-ground-touch'))).trips).toEqual([TRIP]);
  });
  it('a nail through the cable opens the breaker', () => {
    expect(settle(benchWith(fault('short'))).trips).toEqual([
      { what: 'breaker', key: chain.panels[0]!.breakers[0]!.id, why: 'short' },
    ]);
  });
});

/** A circuit with an instrument and its faults against ngspice, to 0.1 % of the supply. */
function agree(bench: Bench, a: NodeId, b: NodeId): number {
  const at = settle(bench).bench;
  const { ohms, farads } = INSTRUMENTS.meter;
  const given = conditionsOf(at, {
    extra: [
      { kind: 'resistance', a, b, value: ohms },
      { kind: 'capacity', a, b, value: farads },
    ],
  });
  const circuit: Circuit = circuitOf(at.network, given);
  const ours = solve(at.network, given);
  const theirs = byNgspice(circuit);
  const nodes = new Map(
    [...at.network.wires.flatMap((w) => [w.a, w.b]), ...at.network.uses.flatMap((u) => [u.line, u.back])].map(
      (n) => [circuit.nodeOf(n)!, n] as const,
    ),
  );
  nodes.delete(0);
  for (const [i, n] of nodes)
    expect(size(less(ours.volts(n), theirs[i - 1]!))).toBeLessThan(0.001 * given.volts);
  return nodes.size;
}

describe('against ngspice', () => {
  const plugged = (b: Bench, every: number): Bench => ({
    ...b,
    plugged: new Map(
      b.network.uses.filter((_, i) => i % every === 0).map((u) => [u, u.what === 'light' ? 60 : 900]),
    ),
  });
  it('every state of the demo: each circuit alone, all on, everything plugged in', () => {
    let nodes = 0;
    for (const house of demoHouses()) {
      const bench = benchOf(house);
      const breakers = house.panels.flatMap((p) => p.breakers.map((b) => b.id as string));
      const [one] = bench.network.uses;
      for (const off of [[], ...breakers.slice(0, 6).map((b) => [b])])
        nodes += agree(plugged({ ...bench, off: new Set(off) }, 2), one!.line, one!.back);
    }
    expect(nodes).toBeGreaterThan(150);
  });
  it('every step of the demo’s jobs, a device drawn out and TEST pressed besides', () => {
    const moments = new Set<string>();
    for (const job of demoJobs()) {
      const house = demoHouses().find((h) => h.id === job.houseId)!;
      const { chosen } = evaluate({ house, job });
      if (!chosen) continue;
      const plan = wiringPlanOf({ house, job }, chosen.applied, chosen.boxes);
      for (let n = 0; n <= chosen.steps.length; n++) {
        const moment = momentAfter(chosen.steps, n);
        const key = `${job.id} ${[...moment.wired].join()} ${[...moment.off].join()}`;
        if (moments.has(key)) continue;
        moments.add(key);
        const [point] = chosen.boxes;
        const out = drawnOut(benchDuring(plan, moment), new Set(n % 2 === 0 ? [`${point!.point.id}#0`] : []));
        const trips = [...new Set(out.network.switching.map((x) => x.key).filter(isTrip))];
        const bench = plugged({ ...out, state: new Map(trips.slice(0, n % 2).map((k) => [k, 1])) }, 3);
        const [one] = bench.network.uses;
        agree(bench, one!.line, one!.back);
      }
    }
    expect(moments.size).toBeGreaterThan(8);
  });
  it('200 generated circuits, each with a fault of another kind', () => {
    const houses = fc.sample(anyWiring, { numRuns: 120, seed: 16 }).map((x) => x.house);
    const cases = houses.flatMap((house) =>
      house.points.flatMap((p) => faultsIn(house, p).map((f) => ({ house, f }))),
    );
    const kinds = new Map<string, number>();
    const chosen = cases.filter(({ f }) => {
      const n = kinds.get(f.kind) ?? 0;
      kinds.set(f.kind, n + 1);
      return n < 12;
    });
    expect(chosen.length).toBeGreaterThanOrEqual(200);
    const used = new Set<string>();
    chosen.slice(0, 260).forEach(({ house, f }, i) => {
      const bench = plugged(benchOf(house, [f]), 2 + (i % 3));
      const point = house.points.find((p) => p.id === f.point)!;
      const use = bench.network.uses.find((u) => u.point.id === point.id) ?? bench.network.uses[0]!;
      expect(agree(bench, use.line, use.back)).toBeGreaterThan(1);
      used.add(f.kind);
    });
    expect(used.size).toBeGreaterThanOrEqual(20);
    expect(FAULT_KINDS.length).toBeGreaterThanOrEqual(25);
  });
});
